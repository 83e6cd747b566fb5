package yondershelf.work;

/** How urgent work is. */
public enum Priority {
    /** Somebody looks at it, or waits for it, now. */
    LOOKED_AT,
    /** Somebody asked for it, and goes on with something else meanwhile. */
    ASKED_FOR,
    /** Nobody asked for it: it makes later things quicker. */
    HOUSEKEEPING
}
