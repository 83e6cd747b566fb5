package yondershelf.sorting.evidence;

import java.util.List;

/** Looks at the maps of a set. */
interface Judge {
    /** What it has to say of some of them; nothing of those it has no opinion of. */
    List<Verdict> look(Maps maps);
}
