package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.format.Formats;
import yondershelf.store.Store;
import yondershelf.work.Work;

/** An asset is known again by what it is, wherever its files go outside the program. */
class IdentityTest {
    @TempDir
    Path folder;

    private Path root;
    private Library library;

    @BeforeEach
    void open() throws Exception {
        root = Files.createDirectory(folder.resolve("library"));
        library = Library.open(root, "", "desk");
    }

    private static void picture(Path file, int shade) throws Exception {
        Files.createDirectories(file.getParent());
        Files.write(file, Formats.png(Picture.ofBytes(2, 2, 1, new byte[] {1, 2, 3, (byte) shade})));
    }

    private void scan() throws Exception {
        library.scan(new Formats(), Work.SILENT);
    }

    private Asset only(Kind kind) {
        return library.assets().stream()
                .filter(a -> a.kind() == kind)
                .findFirst()
                .orElseThrow();
    }

    private void tag(Asset asset, String tag) throws Exception {
        library.labels().edit(List.of(Edit.tag(asset.id(), tag)));
    }

    @Test
    void aSetThatGetsItsBaseColorKeepsItsLabels() throws Exception {
        picture(root.resolve("tarred_timber_normal.png"), 1);
        picture(root.resolve("tarred_timber_roughness.png"), 2);
        scan();
        Asset before = only(Kind.MATERIAL);
        tag(before, "wood");
        picture(root.resolve("tarred_timber_basecolor.png"), 3);
        scan();
        Asset after = only(Kind.MATERIAL);
        assertNotEquals(before.path(), after.path(), "another file names it now");
        assertEquals(before.id(), after.id());
        assertTrue(library.labels().of(after.id()).tags().contains("wood"));
    }

    @Test
    void aFileRenamedAndMovedKeepsItsLabelsAlsoAfterARestart() throws Exception {
        picture(root.resolve("lantern glow.png"), 7);
        scan();
        Asset before = only(Kind.TEXTURE);
        tag(before, "light");
        Files.createDirectories(root.resolve("lamps/old"));
        Files.move(root.resolve("lantern glow.png"), root.resolve("lamps/old/glow of a lantern.png"));
        library = Library.open(root, "", "laptop");
        scan();
        Asset after = only(Kind.TEXTURE);
        assertEquals(before.id(), after.id());
        assertTrue(library.labels().of(after.id()).tags().contains("light"));
        assertEquals(before.id(), library.assetId("lamps/old/glow of a lantern.png"));
    }

    /** What comes to an old place later is a thing of its own; what came back is the old one. */
    @Test
    void aNewFileInAnOldPlaceIsAnotherAsset() throws Exception {
        picture(root.resolve("a.png"), 1);
        scan();
        Asset first = only(Kind.TEXTURE);
        tag(first, "first");
        Files.createDirectories(root.resolve("b"));
        Files.move(root.resolve("a.png"), root.resolve("b/a.png"));
        scan();
        picture(root.resolve("a.png"), 200);
        scan();
        assertEquals(2, library.assets().size());
        assertEquals(first.id(), library.assetId("b/a.png"));
        assertNotEquals(first.id(), library.assetId("a.png"));
        assertEquals(Labels.NONE, library.labels().of(library.assetId("a.png")));
    }

    /** Two files unpacked in one moment have one size and one time: what went is not taken for what came with other bytes. */
    @Test
    void equalSizeAndTimeAreNotEqualContent() throws Exception {
        FileTime moment = FileTime.fromMillis(1_790_000_000_123L);
        picture(root.resolve("a.png"), 1);
        Files.setLastModifiedTime(root.resolve("a.png"), moment);
        scan();
        Asset first = only(Kind.TEXTURE);
        tag(first, "first");
        Files.delete(root.resolve("a.png"));
        picture(root.resolve("b.png"), 2);
        Files.setLastModifiedTime(root.resolve("b.png"), moment);
        scan();
        assertEquals(1, library.assets().size());
        assertNotEquals(first.id(), library.assetId("b.png"));
        assertEquals(Labels.NONE, library.labels().of(library.assetId("b.png")));
        // what comes back is what it was
        picture(root.resolve("c.png"), 1);
        Files.setLastModifiedTime(root.resolve("c.png"), moment);
        scan();
        assertEquals(first.id(), library.assetId("c.png"));
    }

    @Test
    void namesInEitherUnicodeFormAreOneName() throws Exception {
        String composed = "Öllampe é.png";
        String apart = Normalizer.normalize(composed, Normalizer.Form.NFD);
        assertNotEquals(composed, apart);
        picture(root.resolve(composed), 1);
        scan();
        Asset before = only(Kind.TEXTURE);
        tag(before, "lamp");
        Files.move(root.resolve(composed), root.resolve(apart));
        scan();
        Asset after = only(Kind.TEXTURE);
        assertEquals(before.id(), after.id());
        assertTrue(Files.exists(library.resolve(after.path())), "its path opens it");
        // and without any record, two machines that see different forms agree
        assertEquals(library.assetId("x/" + composed), library.assetId("x/" + apart));
    }

    @Test
    void whatMovesToAnotherLibraryKeepsIdAndLabels() throws Exception {
        picture(root.resolve("rope.png"), 9);
        picture(root.resolve("other.png"), 10);
        Library second = Library.open(Files.createDirectory(folder.resolve("second")), "", "desk");
        scan();
        second.scan(new Formats(), Work.SILENT);
        String id = library.assetId("rope.png");
        library.labels().edit(List.of(Edit.tag(id, "hemp"), Edit.set(id, Edit.Field.NOTE, "three strands")));
        Files.move(root.resolve("rope.png"), second.root().resolve("moved rope.png"));
        scan();
        second.scan(new Formats(), Work.SILENT);
        assertEquals(java.util.Set.of(second), Moves.between(List.of(library, second), Work.SILENT));
        second.scan(new Formats(), Work.SILENT);
        assertEquals(id, second.assetId("moved rope.png"));
        assertEquals("three strands", second.labels().of(id).note());
        assertTrue(second.labels().of(id).tags().contains("hemp"));
        // and back again, under its first name
        Files.move(second.root().resolve("moved rope.png"), root.resolve("rope.png"));
        second.labels().edit(List.of(Edit.untag(id, "hemp")));
        scan();
        second.scan(new Formats(), Work.SILENT);
        assertEquals(java.util.Set.of(library), Moves.between(List.of(library, second), Work.SILENT));
        scan();
        assertEquals(id, library.assetId("rope.png"));
        assertEquals(List.of(), List.copyOf(library.labels().of(id).tags()));
    }

    /** A copy made outside the program is opened as a library of its own: labels are there, ids are other ones. */
    @Test
    void aCopyOfALibraryBecomesOneOfItsOwn() throws Exception {
        picture(root.resolve("rope.png"), 9);
        picture(root.resolve("plain.png"), 10);
        scan();
        tag(only(Kind.TEXTURE), "kept");
        String tagged = only(Kind.TEXTURE).id();
        Path copy = folder.resolve("copy");
        try (var walk = Files.walk(root)) {
            for (Path path : walk.toList()) {
                Files.copy(path, copy.resolve(root.relativize(path).toString()));
            }
        }
        Library own = Library.openCopy(copy, "Copy", "desk", new Formats(), id -> Store.inMemory());
        own.scan(new Formats(), Work.SILENT);
        assertNotEquals(library.id(), own.id());
        assertEquals("Copy", own.name());
        List<Asset> kept = own.assets().stream()
                .filter(a -> own.labels().of(a.id()).tags().contains("kept"))
                .toList();
        assertEquals(1, kept.size());
        assertNotEquals(tagged, kept.get(0).id());
        assertTrue(library.labels().of(tagged).tags().contains("kept"));
    }

    /** Any shuffling of files outside the program: each labelled content carries its own label, nothing else does. */
    @Test
    void labelsFollowContentHoweverFilesAreShuffled() throws Exception {
        SplittableRandom random = new SplittableRandom(41);
        for (int round = 0; round < 10; round++) {
            Path place = Files.createDirectory(folder.resolve("shuffled" + round));
            library = Library.open(place, "", "desk");
            Path[] where = new Path[12];
            for (int i = 0; i < 12; i++) {
                Path file = place.resolve("d" + i % 3 + "/thing" + (char) ('a' + i) + ".png");
                picture(file, i + 1);
                where[i] = file;
            }
            scan();
            for (int i = 0; i < 12; i += 2) {
                tag(library.asset(library.assetId(library.relative(where[i]))).orElseThrow(), "is" + i);
            }
            for (int step = 0; step < 4; step++) {
                for (int moves = random.nextInt(1, 6); moves > 0; moves--) {
                    int which = random.nextInt(12);
                    Path to = place.resolve("d" + random.nextInt(5) + "/thing" + round + step + moves + "x.png");
                    Files.createDirectories(to.getParent());
                    Files.move(where[which], to);
                    where[which] = to;
                }
                if (random.nextBoolean()) {
                    library = Library.open(place, "", "m" + random.nextInt(3));
                }
                scan();
                for (int i = 0; i < 12; i++) {
                    Labels said = library.labels().of(library.assetId(library.relative(where[i])));
                    assertEquals(i % 2 == 0 ? List.of("is" + i) : List.of(), List.copyOf(said.tags()), "thing " + i);
                }
                assertEquals(
                        12,
                        new HashSet<>(new ArrayList<>(
                                        library.assets().stream().map(Asset::id).toList()))
                                .size());
            }
        }
    }
}
