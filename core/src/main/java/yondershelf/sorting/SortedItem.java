package yondershelf.sorting;

import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Coding;
import yondershelf.content.Kind;
import yondershelf.content.Role;

/**
 * One asset found among files.
 *
 * @param name for people
 * @param folder its folder below the sorted root, {@code /}-separated, empty for the root itself
 * @param files the asset's files, the one that names it first
 */
public record SortedItem(Kind kind, String name, String folder, List<SortedFile> files) {
    /** What the variant of a later picture of a moving one begins with; its number follows. */
    public static final String FRAME = "frame ";

    /**
     * A file of an asset.
     *
     * @param path below the sorted root, {@code /}-separated
     * @param role the map's role in a material, else null
     * @param coding how it is to be read for that role
     * @param variant empty for a file that is used; of one that is kept beside it, what tells it: {@code 1k}, {@code green down},
     *     {@code level 1}
     */
    public record SortedFile(String path, @Nullable Role role, Coding coding, String variant) {
        public SortedFile(String path, @Nullable Role role) {
            this(path, role, Coding.PLAIN, "");
        }

        /** True for a map of the material that is made of the asset's files. */
        public boolean isUsed() {
            return role != null && variant.isEmpty();
        }

        /** True for a later picture of one that moves. */
        public boolean isFrame() {
            return variant.startsWith(FRAME);
        }

        /** The same file elsewhere. */
        public SortedFile at(String other) {
            return new SortedFile(other, role, coding, variant);
        }

        /** Role, coding and variant as stores and records of runs keep them: {@code normal:greenDown|1k}. */
        public String mark() {
            Role its = role;
            if (its == null) {
                return variant.isEmpty() ? "" : "|" + variant;
            }
            return its.word()
                    + (coding.isPlain() ? "" : ":" + coding.word())
                    + (variant.isEmpty() ? "" : "|" + variant);
        }

        /** A file with the mark it was kept with; of one that is damaged the role only, or nothing. */
        public static SortedFile of(String path, String mark) {
            int bar = mark.indexOf('|');
            String head = bar < 0 ? mark : mark.substring(0, bar);
            int colon = head.indexOf(':');
            return new SortedFile(
                    path,
                    Role.of(colon < 0 ? head : head.substring(0, colon)).orElse(null),
                    new Coding(colon < 0 ? "" : head.substring(colon + 1)),
                    bar < 0 ? "" : mark.substring(bar + 1));
        }
    }

    public SortedItem {
        files = List.copyOf(files);
    }
}
