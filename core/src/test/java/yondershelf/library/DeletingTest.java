package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.work.Work;

/** What is deleted is kept until somebody says that it may go, and comes back byte for byte. */
class DeletingTest {
    @TempDir
    Path folder;

    private Path root;
    private Library library;

    @BeforeEach
    void open() throws Exception {
        root = Files.createDirectory(folder.resolve("library"));
        Files.createDirectories(root.resolve("textures"));
        for (String name : List.of("shared", "own")) {
            Files.write(
                    root.resolve("textures/" + name + ".png"),
                    Formats.png(Picture.ofBytes(
                            2,
                            2,
                            1,
                            name.getBytes(java.nio.charset.StandardCharsets.UTF_8).length == 6
                                    ? new byte[] {1, 2, 3, 4}
                                    : new byte[] {5, 6, 7, 8})));
        }
        Files.writeString(
                root.resolve("buoy.gltf"),
                "{\"images\":[{\"uri\":\"textures/shared.png\"},{\"uri\":\"textures/own.png\"}]}");
        Files.writeString(root.resolve("crate.gltf"), "{\"images\":[{\"uri\":\"textures/shared.png\"}]}");
        library = Library.open(root, "", "desk");
        library.scan(new Formats(), Work.SILENT);
    }

    private String delete(String path) throws Exception {
        Asset asset = library.asset(library.assetId(path)).orElseThrow();
        try (FileActs acts = library.writing().begin("delete " + asset.name())) {
            for (String file : library.ownFiles(asset, Set.of())) {
                acts.delete(library.resolve(file));
            }
            return acts.run();
        }
    }

    @Test
    void onlyWhatNobodyElseNeedsGoesAndAllComesBack() throws Exception {
        byte[] model = Files.readAllBytes(root.resolve("buoy.gltf"));
        byte[] own = Files.readAllBytes(root.resolve("textures/own.png"));
        FileTime time = Files.getLastModifiedTime(root.resolve("textures/own.png"));
        String id = library.assetId("buoy.gltf");
        library.labels().edit(List.of(Edit.tag(id, "wet")));
        String run = delete("buoy.gltf");
        assertFalse(Files.exists(root.resolve("buoy.gltf")));
        assertFalse(Files.exists(root.resolve("textures/own.png")));
        assertTrue(Files.exists(root.resolve("textures/shared.png")), "another model needs it");
        assertEquals(1, library.scan(new Formats(), Work.SILENT).assets());
        assertTrue(UndoStore.space(library).bytes() >= model.length + own.length);

        assertEquals(2, FileActs.undo(library, run));
        assertArrayEquals(model, Files.readAllBytes(root.resolve("buoy.gltf")));
        assertArrayEquals(own, Files.readAllBytes(root.resolve("textures/own.png")));
        assertEquals(time, Files.getLastModifiedTime(root.resolve("textures/own.png")));
        library.scan(new Formats(), Work.SILENT);
        assertEquals(id, library.assetId("buoy.gltf"));
        assertTrue(library.labels().of(id).tags().contains("wet"));
    }

    /** A new file in the place of a deleted one is not written over when the deleting is taken back. */
    @Test
    void whatCameInItsPlaceStays() throws Exception {
        String run = delete("crate.gltf");
        Files.writeString(root.resolve("crate.gltf"), "{\"another\":1}");
        assertThrows(ProblemException.class, () -> FileActs.undo(library, run));
        assertEquals("{\"another\":1}", Files.readString(root.resolve("crate.gltf")));
    }

    @Test
    void emptyingFreesTheRoomAndNothingElse() throws Exception {
        String run = delete("buoy.gltf");
        UndoStore.Space before = UndoStore.space(library);
        assertEquals(1, before.runs());
        assertEquals(before, UndoStore.empty(library, Work.SILENT));
        assertEquals(new UndoStore.Space(0, 0), UndoStore.space(library));
        assertThrows(ProblemException.class, () -> FileActs.undo(library, run));
        assertTrue(Files.exists(root.resolve("crate.gltf")));
        assertTrue(FileActs.allRuns(library).isEmpty());
        delete("crate.gltf");
        assertEquals(1, FileActs.runs(library).size());
    }

    @Test
    void nothingOutsideIsDeleted() throws Exception {
        Path outside = Files.writeString(folder.resolve("outside.txt"), "theirs");
        Files.createSymbolicLink(root.resolve("link"), folder);
        try (FileActs acts = library.writing().begin("delete")) {
            for (Path wrong : List.of(
                    outside,
                    root.resolve("link/outside.txt"),
                    root.resolve("textures"),
                    library.own().resolve("library.json"))) {
                assertThrows(ProblemException.class, () -> acts.delete(wrong), wrong.toString());
            }
        }
        assertTrue(Files.exists(outside));
        assertTrue(Files.exists(library.own().resolve("library.json")));
    }
}
