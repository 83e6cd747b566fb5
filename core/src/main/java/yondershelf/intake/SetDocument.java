package yondershelf.intake;

import java.util.EnumMap;
import java.util.Map;
import java.util.function.Predicate;
import yondershelf.content.MapReference;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.format.Formats;
import yondershelf.references.Squares;
import yondershelf.sorting.SortedItem.SortedFile;
import yondershelf.sorting.Sorter;

/** The document written beside the maps of a set that was taken in, so that what was found out of them is kept and other programs can use it. */
final class SetDocument {
    private static final String ENDING = ".mtlx";

    private SetDocument() {}

    /** Its bytes. */
    static byte[] of(PlanItem item) throws ProblemException {
        String inner = inner(item);
        Destination placing = item.placing();
        Map<Role, MapReference> maps = new EnumMap<>(Role.class);
        for (SortedFile file : item.files()) {
            Role role = file.role();
            if (role != null && file.isUsed()) {
                String reference = below(inner, placing.below(file.path()));
                maps.put(role, new MapReference(squares(item, file, reference), file.coding()));
            }
        }
        return Formats.mtlx(item.name(), maps, item.given().substance());
    }

    /** A picture that others of its set continue on other UV squares stands for all of them. */
    private static String squares(PlanItem item, SortedFile file, String reference) {
        int square = Sorter.tile(file.path());
        boolean more = square > 0
                && item.files().stream()
                        .anyMatch(f -> f.role() == file.role()
                                && Sorter.tile(f.path()) > 0
                                && Sorter.tile(f.path()) != square);
        return more ? Squares.reference(reference, square) : reference;
    }

    /** The item's folder below its base. */
    private static String inner(PlanItem item) {
        return item.folder().equals(item.base())
                ? ""
                : item.folder()
                        .substring(item.base().isEmpty() ? 0 : item.base().length() + 1);
    }

    /**
     * A path for it below the library's root that nothing else has.
     *
     * @param base where the item's files lie by now, below the library's root
     */
    static String path(PlanItem item, String base, Predicate<String> taken) {
        String folder = IntakePlan.joined(base, inner(item));
        String name = item.name().replaceAll("[\\\\/:*?\"<>|]", "_");
        String path = IntakePlan.joined(folder, name + ENDING);
        for (int n = 2; taken.test(path); n++) {
            path = IntakePlan.joined(folder, name + " " + n + ENDING);
        }
        return path;
    }

    private static String below(String folder, String path) {
        return folder.isEmpty() ? path : path.substring(folder.length() + 1);
    }
}
