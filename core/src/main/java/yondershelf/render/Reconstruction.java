package yondershelf.render;

/** How the light of a picture is told from a film's samples. */
public interface Reconstruction {
    /** The mean of each pixel's samples, noise and all. */
    Reconstruction MEAN = Film::means;

    /** Noise is filtered out as long as there are few samples. */
    Reconstruction FILTERED = film -> Denoiser.filter(
            film.means(),
            film.of(Film.Buffer.ALBEDO),
            film.of(Film.Buffer.NORMAL),
            film.width(),
            film.height(),
            film.samples());

    /** Red, green, blue premultiplied by coverage, and coverage, row by row; nothing of the film is changed. */
    float[] light(Film film);
}
