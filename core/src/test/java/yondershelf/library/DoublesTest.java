package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeSet;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Picture;
import yondershelf.format.Formats;
import yondershelf.work.Work;

/** One file has one id, however machines move it, label it and look at it; what was said of it is seen by all of them. */
class DoublesTest {
    @TempDir
    Path folder;

    private static void picture(Path file, int shade) throws Exception {
        Files.createDirectories(file.getParent());
        Files.write(file, Formats.png(Picture.ofBytes(2, 2, 1, new byte[] {1, 2, 3, (byte) shade})));
        // files of one size are told apart by their times before anybody reads them
        Files.setLastModifiedTime(file, FileTime.fromMillis(1_700_000_000_000L + shade * 1_000L));
    }

    private static void scan(Library library) throws Exception {
        library.scan(new Formats(), Work.SILENT);
    }

    private static Asset named(Library library, String file) {
        return library.assets().stream()
                .filter(a -> a.path().endsWith(file))
                .findFirst()
                .orElseThrow();
    }

    private static void move(Library library, Asset asset, String to) throws Exception {
        try (FileActs acts = library.writing().begin("move")) {
            acts.move(Map.of(asset.path(), to), Work.SILENT);
        }
    }

    /** The journals as one machine saw them before another one wrote: a sync tool is slow. */
    private static void without(Path root, String part, String machine, Runner during) throws Exception {
        Path file = root.resolve(".yondershelf").resolve(part).resolve(machine + ".jsonl");
        Path away = root.resolveSibling(part + " not synced yet");
        boolean there = Files.exists(file);
        if (there) {
            Files.move(file, away);
        }
        during.run();
        if (there) {
            Files.move(away, file);
        }
    }

    private interface Runner {
        void run() throws Exception;
    }

    @Test
    void twoIdsOfOneFileBecomeOne() throws Exception {
        Path root = Files.createDirectory(folder.resolve("library"));
        picture(root.resolve("lamp.png"), 1);
        Library desk = Library.open(root, "", "desk");
        scan(desk);
        Asset lamp = named(desk, "lamp.png");
        move(desk, lamp, "lit/lamp.png");
        // the laptop gets the files before it gets what the desk recorded
        Library[] later = new Library[1];
        without(root, "places", "desk", () -> {
            Library laptop = Library.open(root, "", "laptop");
            scan(laptop);
            Asset seen = named(laptop, "lamp.png");
            assertNotEquals(lamp.id(), seen.id());
            laptop.labels()
                    .edit(List.of(Edit.tag(seen.id(), "by the laptop"), Edit.set(seen.id(), Edit.Field.NOTE, "older")));
            later[0] = laptop;
        });
        desk.labels().edit(List.of(Edit.tag(lamp.id(), "by the desk"), Edit.set(lamp.id(), Edit.Field.NOTE, "newer")));
        for (int round = 0; round < 2; round++) {
            scan(desk);
            scan(later[0]);
        }
        Set<String> ids = new TreeSet<>();
        for (Library library : List.of(desk, later[0], Library.open(root, "", "newcomer"))) {
            scan(library);
            Asset one = named(library, "lamp.png");
            ids.add(one.id());
            assertEquals(
                    Set.of("by the desk", "by the laptop"),
                    library.labels().of(one.id()).tags());
            assertEquals("newer", library.labels().of(one.id()).note());
            assertEquals(1, library.assets().size());
            assertEquals(List.of(), library.problems());
        }
        assertEquals(1, ids.size(), "all machines agree: " + ids);
        // a word about the id that went still finds its way
        String gone = lamp.id().equals(ids.iterator().next()) ? "" : lamp.id();
        if (!gone.isEmpty()) {
            desk.labels().edit(List.of(Edit.tag(gone, "said late")));
            scan(desk);
            assertTrue(desk.labels().of(ids.iterator().next()).tags().contains("said late"));
        }
    }

    /** What lies in the place of a labelled thing that was deleted is another thing, and gets nothing of its labels. */
    @Test
    void anotherFileInTheSamePlaceIsAnother() throws Exception {
        Path root = Files.createDirectory(folder.resolve("library"));
        picture(root.resolve("a/rope.png"), 1);
        picture(root.resolve("b/cord.png"), 2);
        Library desk = Library.open(root, "", "desk");
        scan(desk);
        Asset rope = named(desk, "rope.png");
        Asset cord = named(desk, "cord.png");
        desk.labels().edit(List.of(Edit.tag(rope.id(), "hemp")));
        desk.labels().edit(List.of(Edit.tag(cord.id(), "nylon")));
        try (FileActs acts = desk.writing().begin("delete")) {
            acts.delete(root.resolve("a/rope.png"));
        }
        scan(desk);
        move(desk, cord, "a/rope.png");
        scan(desk);
        assertEquals(
                Set.of("nylon"), desk.labels().of(named(desk, "rope.png").id()).tags());
    }

    @Test
    void wordsAboutWhatNobodyHasSeenAreTold() throws Exception {
        Path root = Files.createDirectory(folder.resolve("library"));
        picture(root.resolve("lamp.png"), 1);
        Library desk = Library.open(root, "", "desk");
        scan(desk);
        desk.journal().append(List.of(Edit.tag("11111111-2222-3333-4444-555555555555", "lost")));
        scan(desk);
        assertEquals(1, desk.problems().size());
        assertTrue(
                desk.problems().get(0).cause().contains("11111111"),
                desk.problems().toString());
    }

    /** Three machines move, label and look in any order: in the end each label stands on its file, on every machine. */
    @Tag("long")
    @Test
    void noLabelIsLostWhateverTheOrder() throws Exception {
        SplittableRandom random = new SplittableRandom(11);
        for (int round = 0; round < 40; round++) {
            Path root = Files.createDirectory(folder.resolve("library" + round));
            int files = 3;
            for (int i = 0; i < files; i++) {
                picture(root.resolve("d0/f" + i + ".png"), i * 7 + 1);
            }
            List<Library> machines = new ArrayList<>();
            Map<String, Set<String>> said = new HashMap<>();
            StringBuilder history = new StringBuilder();
            for (int step = 0; step < 24; step++) {
                if (machines.size() < 3 && (machines.isEmpty() || random.nextInt(6) == 0)) {
                    Library joined = Library.open(root, "", "m" + machines.size());
                    machines.add(joined);
                    scan(joined);
                    history.append(" join");
                    continue;
                }
                int m = random.nextInt(machines.size());
                Library machine = machines.get(m);
                String file = "f" + random.nextInt(files) + ".png";
                Asset asset = named(machine, file);
                switch (random.nextInt(3)) {
                    case 0 -> {
                        String to = "d" + random.nextInt(3) + "/" + file;
                        if (Files.exists(root.resolve(asset.path())) && !Files.exists(root.resolve(to))) {
                            move(machine, asset, to);
                            history.append(" m").append(m).append(" moves ").append(to);
                        }
                    }
                    case 1 -> {
                        String tag = "t" + step;
                        machine.labels().edit(List.of(Edit.tag(asset.id(), tag)));
                        said.computeIfAbsent(file, f -> new TreeSet<>()).add(tag);
                        history.append(" m")
                                .append(m)
                                .append(" tags ")
                                .append(file)
                                .append(' ')
                                .append(tag);
                    }
                    default -> {
                        scan(machine);
                        history.append(" m").append(m).append(" looks");
                    }
                }
            }
            for (int again = 0; again < 3; again++) {
                for (Library machine : machines) {
                    scan(machine);
                }
            }
            machines.add(Library.open(root, "", "newcomer"));
            scan(machines.getLast());
            for (int i = 0; i < files; i++) {
                String file = "f" + i + ".png";
                Set<String> ids = new TreeSet<>();
                for (Library machine : machines) {
                    Asset asset = named(machine, file);
                    ids.add(asset.id());
                    assertEquals(
                            said.getOrDefault(file, Set.of()),
                            machine.labels().of(asset.id()).tags(),
                            file + ":" + history);
                }
                assertEquals(1, ids.size(), file + " has one id everywhere:" + history);
            }
        }
    }
}
