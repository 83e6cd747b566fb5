package yondershelf.search;

/** A growing row of numbers from 0 up. */
sealed interface Column permits Ints, Chars {
    void add(int value);

    int get(int i);

    int[] copy();
}
