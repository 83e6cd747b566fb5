package yondershelf.app.model;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.Picture;
import yondershelf.format.Formats;
import yondershelf.library.Library;
import yondershelf.work.Work;

/** The places: only open branches become rows, with counts of all that lies below. */
class PlaceTreeTest {
    @TempDir
    Path folder;

    @Test
    void branchesOpenAndCountWhatIsBelow() throws Exception {
        Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats());
        Path root = Files.createDirectory(folder.resolve("Props"));
        for (String path : List.of("a/b/c/1.png", "a/b/2.png", "a-b/3.png", "z/4.png", "5.png")) {
            Files.createDirectories(root.resolve(path).getParent());
            Files.write(root.resolve(path), Formats.png(Picture.ofBytes(1, 1, 1, new byte[] {
                path.getBytes(java.nio.charset.StandardCharsets.UTF_8)[0]
            })));
        }
        Library library = catalogue.add(root, "");
        catalogue.scanning().scan(library, Work.SILENT);
        PlaceTree tree = new PlaceTree();
        List<String> closed = texts(tree, catalogue);
        assertEquals(List.of("Props 5", " a 2 +", " a-b 1", " z 1"), closed);
        tree.setOpen(row(tree, catalogue, "a"), true);
        assertEquals(List.of("Props 5", " a 2 +", "  b 2 +", " a-b 1", " z 1"), texts(tree, catalogue));
        PlaceTree.Row top = tree.rows(catalogue.known(), catalogue.shelf().counts(), List.of(), "", 0)
                .get(2);
        tree.setOpen(top, false);
        assertEquals(List.of("Props 5"), texts(tree, catalogue));
        catalogue.close();
    }

    private static PlaceTree.Row row(PlaceTree tree, Catalogue catalogue, String path) {
        return tree.rows(catalogue.known(), catalogue.shelf().counts(), List.of(), "", 0).stream()
                .filter(r -> r instanceof PlaceTree.FolderRow f && f.path().equals(path))
                .findFirst()
                .orElseThrow();
    }

    private static List<String> texts(PlaceTree tree, Catalogue catalogue) {
        List<String> out = new ArrayList<>();
        for (PlaceTree.Row row : tree.rows(catalogue.known(), catalogue.shelf().counts(), List.of(), "", 0)) {
            if (row instanceof PlaceTree.LibraryRow l) {
                out.add(l.name() + " " + l.count());
            } else if (row instanceof PlaceTree.FolderRow f) {
                out.add(" ".repeat(f.depth()) + f.name() + " " + f.count() + (f.isBranch() ? " +" : ""));
            }
        }
        return out;
    }

    /** Right below a path, whatever letters sort between a name and its children. */
    @Test
    void childrenAreThoseRightBelow() {
        SplittableRandom random = new SplittableRandom(4);
        String[] names = {"a", "a-b", "a b", "a.b", "b", "ä", "a0"};
        for (int run = 0; run < 300; run++) {
            TreeMap<String, Integer> all = new TreeMap<>();
            all.put("", 0);
            for (int i = 0; i < 12; i++) {
                String path = "";
                for (int depth = 1 + random.nextInt(3); depth > 0; depth--) {
                    path += (path.isEmpty() ? "" : "/") + names[random.nextInt(names.length)];
                    all.put(path, 1);
                }
            }
            for (String parent : all.keySet()) {
                TreeSet<String> wanted = new TreeSet<>();
                for (String path : all.keySet()) {
                    int slash = path.lastIndexOf('/');
                    String above = slash < 0 ? "" : path.substring(0, slash);
                    if (!path.isEmpty() && above.equals(parent)) {
                        wanted.add(path);
                    }
                }
                assertEquals(List.copyOf(wanted), PlaceTree.children(all, parent, 1000));
                assertTrue(PlaceTree.children(all, parent, 1).size() <= 1);
            }
        }
    }
}
