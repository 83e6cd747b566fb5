package yondershelf.intake;

import java.nio.file.Path;
import java.util.Collections;
import java.util.HashMap;
import java.util.Map;
import java.util.SortedSet;
import java.util.TreeSet;

/**
 * How somebody wants things taken in.
 *
 * @param names how they are called
 * @param flat true when folders that hold nothing but another folder are left out
 * @param proposing true when tags are proposed
 * @param tags all of them bear
 * @param known tags there are already
 * @param habits what was said of names before
 * @param seconds reading one file may take; 0 for what reading takes anywhere else
 * @param passwords of archives
 * @param replacing true when files of the same name in the library are replaced; false when both are kept
 */
public record Wishes(
        NameStyle names,
        boolean flat,
        boolean proposing,
        SortedSet<String> tags,
        SortedSet<String> known,
        Habits habits,
        double seconds,
        Map<Path, String> passwords,
        boolean replacing) {
    /** What reading a file that is taken in may take unless somebody says otherwise. */
    public static final double USUAL_SECONDS = 600;

    public static final Wishes NONE = new Wishes(
            NameStyle.USUAL, false, false, new TreeSet<>(), new TreeSet<>(), Habits.NONE, 0, Map.of(), false);

    public Wishes {
        tags = Collections.unmodifiableSortedSet(new TreeSet<>(tags));
        passwords = Map.copyOf(passwords);
        known = Collections.unmodifiableSortedSet(new TreeSet<>(known));
    }

    /** The same with a password for an archive. */
    public Wishes opening(Path archive, String password) {
        Map<Path, String> all = new HashMap<>(passwords);
        all.put(archive, password);
        return new Wishes(names, flat, proposing, tags, known, habits, seconds, all, replacing);
    }
}
