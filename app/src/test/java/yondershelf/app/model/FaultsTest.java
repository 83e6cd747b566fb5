package yondershelf.app.model;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static yondershelf.app.Toolkit.await;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.app.Toolkit;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.Picture;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.mend.Finding;
import yondershelf.work.Work;

/** Mending several libraries at once: what was changed can be undone however it ended. */
class FaultsTest {
    @TempDir
    Path folder;

    @BeforeAll
    static void start() throws Exception {
        Toolkit.start();
    }

    private static Finding finding(Asset asset, String path) {
        return new Finding(
                Finding.Code.TEXTURE_MISSING,
                Finding.Severity.ERROR,
                asset.id(),
                path,
                "",
                "",
                new Finding.Remedy("", null, List.of(new Finding.Change(path, "old.png", "new.png"))));
    }

    @Test
    void aFailureInOneLibraryLeavesTheOthersUndoable() throws Exception {
        Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats());
        for (int i = 0; i < 3; i++) {
            Path root = Files.createDirectories(folder.resolve("library" + i));
            Files.write(root.resolve("a.png"), Formats.png(Picture.ofBytes(2, 2, 1, new byte[] {1, 2, 3, (byte) i})));
            Files.writeString(root.resolve("m.mtl"), "newmtl m\nmap_Kd old.png\n");
            catalogue.add(root, "");
        }
        catalogue.scanning().scanAll(Work.SILENT);
        Workspace workspace = Toolkit.onFx(() -> new Workspace(catalogue));
        List<Library> libraries = catalogue.libraries();
        List<Finding> findings = List.of(
                finding(libraries.get(0).assets().get(0), "m.mtl"),
                finding(libraries.get(1).assets().get(0), "gone.mtl"),
                finding(libraries.get(2).assets().get(0), "m.mtl"));
        Toolkit.run(() -> workspace.faults().mend(findings));
        await("told", () -> workspace.problem().get() != null);
        await("an act to undo", () -> workspace.history().undoable().isPresent());
        assertEquals(1, changed(libraries));
        Toolkit.run(() -> workspace.attempt(workspace.history()::undo));
        await("undone", () -> changed(libraries) == 0);
        workspace.close();
    }

    private static long changed(List<Library> libraries) {
        return libraries.stream()
                .filter(l -> {
                    try {
                        return Files.readString(l.resolve("m.mtl")).contains("new.png");
                    } catch (java.io.IOException e) {
                        throw new java.io.UncheckedIOException(e);
                    }
                })
                .count();
    }
}
