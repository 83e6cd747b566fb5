package yondershelf.render;

/** Numbers that choose what a path does, for one sample of a pixel after the other. What it gives depends on these alone, not on threads. */
interface Sampler {
    /** Begins a sample of a pixel, each counted from 0. */
    void start(int pixel, int sample);

    /** The next value, 0 up to but not including 1. Values of one pair are well spread in the square. */
    float next();
}
