package yondershelf.content;

/**
 * The light around a scene: an equirectangular picture of radiance. The picture's middle column looks along -Z at turn 0
 * and its top row straight up.
 *
 * @param name shown name
 * @param radiance linear Rec. 709 floats, three channels or more, twice as wide as high
 */
public record Environment(String name, Picture radiance) {}
