package yondershelf.intake;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.Map;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.format.Formats;
import yondershelf.format.Formats.MapReference;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.sorting.SortedItem.SortedFile;

/** The document written beside the maps of a set that was taken in, so that what was found out of them is kept and other programs can use it. */
final class SetDocument {
    private static final String ENDING = ".mtlx";

    private SetDocument() {}

    /**
     * Writes it under a name nothing has yet.
     *
     * @param base where the item's files lie by now, below the library's root
     * @return its path below the library's root
     */
    static String write(IntakePlan.Item item, String base, Library library, FileActs acts) throws ProblemException {
        String inner = item.folder().equals(item.base())
                ? ""
                : item.folder()
                        .substring(item.base().isEmpty() ? 0 : item.base().length() + 1);
        String folder = IntakePlan.joined(base, inner);
        Map<Role, MapReference> maps = new EnumMap<>(Role.class);
        for (SortedFile file : item.files()) {
            Role role = file.role();
            if (role != null && file.isUsed()) {
                maps.put(role, new MapReference(below(inner, file.path()), file.coding()));
            }
        }
        byte[] document = Formats.mtlx(item.name(), maps);
        String name = item.name().replaceAll("[\\\\/:*?\"<>|]", "_");
        String path = IntakePlan.joined(folder, name + ENDING);
        for (int n = 2;
                Files.exists(library.resolve(path)) && !Duplicates.holds(library.resolve(path), document);
                n++) {
            path = IntakePlan.joined(folder, name + " " + n + ENDING);
        }
        Path target = library.resolve(path);
        if (!Files.exists(target)) {
            acts.write(target, document);
        }
        return path;
    }

    private static String below(String folder, String path) {
        return folder.isEmpty() ? path : path.substring(folder.length() + 1);
    }
}
