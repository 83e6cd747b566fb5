package yondershelf.intake;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Coding;
import yondershelf.content.Kind;
import yondershelf.content.Role;
import yondershelf.credits.Credit;
import yondershelf.facts.Projection;
import yondershelf.sorting.Sorted;
import yondershelf.sorting.SortedItem;

/**
 * What would be taken into a library, before anything is.
 *
 * @param items the assets found
 * @param skipped files that will stay behind, with reasons
 */
public record IntakePlan(List<Item> items, List<Sorted.Skipped> skipped) {
    private static final String NOT_USED = "not used";

    /**
     * One asset to be.
     *
     * @param root the folder its files lie below now
     * @param folder where it will go, below the library's root
     * @param base the part of {@code folder} that stands for the source's own root
     * @param files below {@code root}
     * @param duplicateOf path of an asset of the library with the same bytes, or null
     * @param reason why it will not be taken unless asked for, or empty
     * @param notes what its pictures say of its maps where their names tell otherwise
     * @param credit who made it and under which licence, as it or a text beside it says
     * @param laidOut how its picture lays the world out, when it is to become an equirectangular one; else null
     */
    public record Item(
            Kind kind,
            String name,
            Path root,
            String base,
            String folder,
            List<SortedItem.SortedFile> files,
            @Nullable String duplicateOf,
            String reason,
            List<String> notes,
            @Nullable Projection laidOut,
            Credit credit) {
        public Item {
            files = List.copyOf(files);
            notes = List.copyOf(notes);
        }

        /**
         * The same with one of its maps read otherwise, because somebody says so. Another one of that role is kept, not used.
         *
         * @param path of the map, below {@code root}
         * @param role null when it is not to be used
         */
        public Item withMap(String path, @Nullable Role role, Coding coding) {
            List<SortedItem.SortedFile> out = new ArrayList<>();
            for (SortedItem.SortedFile file : files) {
                boolean meant = file.path().equals(path);
                if (meant && role != null) {
                    out.add(new SortedItem.SortedFile(path, role, coding, ""));
                } else if (meant || role != null && file.isUsed() && file.role() == role) {
                    out.add(new SortedItem.SortedFile(file.path(), file.role(), file.coding(), NOT_USED));
                } else {
                    out.add(file);
                }
            }
            return withFiles(out, notes);
        }

        /** The same under another name. */
        public Item named(String other) {
            return new Item(kind, other, root, base, folder, files, duplicateOf, reason, notes, laidOut, credit);
        }

        /** The same with what it says of its maker itself before what was known. */
        Item credited(Credit own) {
            return new Item(kind, name, root, base, folder, files, duplicateOf, reason, notes, laidOut, own.or(credit));
        }

        /** The same, only taken when asked for. */
        Item unwanted(String because) {
            return new Item(kind, name, root, base, folder, files, duplicateOf, because, notes, laidOut, credit);
        }

        /** True when it is a material made of its maps, whose roles can be told. */
        public boolean isSet() {
            return Examination.isOf(this);
        }

        /** The same with other maps. */
        Item withFiles(List<SortedItem.SortedFile> others, List<String> because) {
            return new Item(kind, name, root, base, folder, others, duplicateOf, reason, because, laidOut, credit);
        }

        /** True when it is taken without being asked for. */
        public boolean isWanted() {
            return reason.isEmpty();
        }
    }

    public IntakePlan {
        items = List.copyOf(items);
        skipped = List.copyOf(skipped);
    }

    /** The same with one item instead of another. */
    public IntakePlan with(int number, Item item) {
        List<Item> out = new ArrayList<>(items);
        out.set(number, item);
        return new IntakePlan(out, skipped);
    }

    /** Two steps of a path, either of which may be empty. */
    static String joined(String a, String b) {
        return a.isEmpty() ? b : b.isEmpty() ? a : a + "/" + b;
    }
}
