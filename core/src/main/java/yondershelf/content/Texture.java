package yondershelf.content;

/**
 * A loose picture.
 *
 * @param picture colours for the eye, or plain numbers
 * @param panorama true when it shows the world all around, in equirectangular projection: then it can stand behind a scene
 */
public record Texture(Picture picture, boolean panorama) {}
