package yondershelf.references;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import yondershelf.content.ImageSource;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.format.Formats;

/** References lead where they may, and nowhere else: CWE-22 (path traversal), CWE-59 (links), CWE-610 (another sphere). */
class ReachTest {
    @TempDir
    Path folder;

    private Path library;
    private Path model;
    private final Reach reach = new Reach();

    @BeforeEach
    void make() throws Exception {
        library = Files.createDirectories(folder.resolve("library"));
        model = library.resolve("props/lamps/lamp.gltf");
        Files.createDirectories(model.getParent());
        reach.set(List.of(library), List.of());
    }

    @ParameterizedTest
    @CsvSource({
        "lamp.png, WITHIN",
        "../textures/lamp.png, WITHIN",
        "..\\textures\\lamp.png, WITHIN",
        "../../lamp.png, WITHIN",
        "./a/../lamp%20glow.png, WITHIN",
        "../../../outside.png, OUTSIDE",
        "..\\..\\..\\outside.png, OUTSIDE",
        "%2e%2e/%2e%2e/%2e%2e/outside.png, OUTSIDE",
        "/etc/passwd, OUTSIDE",
        "file:///etc/passwd, OUTSIDE",
        "FILE:/etc/passwd, OUTSIDE",
        "file://localhost/etc/passwd, OUTSIDE",
        "file://elsewhere/share/x.png, NETWORK",
        "\\\\elsewhere\\share\\x.png, NETWORK",
        "//elsewhere/share/x.png, NETWORK",
        "http://elsewhere/x.png, NETWORK",
        "smb://elsewhere/x.png, NETWORK",
        "C:/work/x.png, NOWHERE",
        "c:\\work\\x.png, NOWHERE",
        "file:///C:/work/x.png, NOWHERE",
        "'', NOWHERE"
    })
    void referencesAreJudged(String reference, Reach.Verdict verdict) {
        assertEquals(verdict, reach.follow(model, reference).verdict(), reference);
        assertEquals(
                verdict == Reach.Verdict.WITHIN, reach.refusal(model, reference).isEmpty());
        if (verdict != Reach.Verdict.WITHIN) {
            assertNull(reach.follow(model, reference).open());
        }
    }

    /** A loose file's pack is the folder above its own, but never a whole home or temporary folder. */
    @Test
    void aLooseFileReachesItsPack() {
        Path loose = folder.resolve("pack/models/lamp.obj");
        assertEquals(
                Reach.Verdict.WITHIN, reach.follow(loose, "../textures/a.png").verdict());
        assertEquals(Reach.Verdict.OUTSIDE, reach.follow(loose, "../../a.png").verdict());
        Path bare = Path.of(System.getProperty("java.io.tmpdir"), "lamp.obj");
        assertEquals(Reach.Verdict.WITHIN, reach.follow(bare, "a.png").verdict());
        assertEquals(Reach.Verdict.OUTSIDE, reach.follow(bare, "../etc/passwd").verdict());
    }

    @Test
    void anAllowedFolderIsReached() {
        reach.set(List.of(library), List.of(folder.resolve("shared")));
        assertEquals(
                Reach.Verdict.WITHIN,
                reach.follow(model, "../../../shared/wood/a.png").verdict());
        assertEquals(
                Reach.Verdict.OUTSIDE,
                reach.follow(model, "../../../sharedx/a.png").verdict());
    }

    @Test
    @DisabledOnOs(OS.WINDOWS)
    void linksCountForWhereTheyLead() throws Exception {
        Files.createSymbolicLink(library.resolve("out"), Path.of("/etc"));
        assertEquals(
                Reach.Verdict.OUTSIDE, reach.follow(model, "../../out/passwd").verdict());
    }

    @Test
    @DisabledOnOs(OS.WINDOWS)
    void aBackslashMayBePartOfAName() throws Exception {
        Path odd = Files.write(model.resolveSibling("a\\b.png"), new byte[1]);
        assertEquals(odd, reach.follow(model, "a\\b.png").open());
        assertEquals(
                model.resolveSibling("c/d.png"), reach.follow(model, "c\\d.png").open());
    }

    /** The attack itself: neither geometry nor pictures come from where they may not. */
    @ParameterizedTest
    @ValueSource(strings = {"/etc/passwd", "file:///etc/passwd", "../../../../secret.bin", "../../link.bin"})
    @DisabledOnOs(OS.WINDOWS)
    void secretsAreNotRead(String uri) throws Exception {
        Path secret = Files.write(folder.resolve("secret.bin"), new byte[4096]);
        Files.createSymbolicLink(library.resolve("link.bin"), secret);
        Files.writeString(
                model,
                "{\"asset\":{\"version\":\"2.0\"},\"buffers\":[{\"byteLength\":36,\"uri\":\"" + uri
                        + "\"}],\"bufferViews\":[{\"buffer\":0,\"byteLength\":36}],\"accessors\":[{\"bufferView\":0,"
                        + "\"componentType\":5126,\"count\":3,\"type\":\"VEC3\"}],\"meshes\":[{\"primitives\":[{"
                        + "\"attributes\":{\"POSITION\":0}}]}],\"nodes\":[{\"mesh\":0}]}");
        ProblemException e = assertThrows(ProblemException.class, () -> new Formats(reach).readModel(model));
        assertTrue(e.problem().cause().contains("not opened"), e.problem().sentence());

        Path obj = library.resolve("props/lamps/cube.obj");
        Files.writeString(obj, "mtllib cube.mtl\nusemtl m\nv 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n");
        Files.writeString(library.resolve("props/lamps/cube.mtl"), "newmtl m\nmap_Kd " + uri + "\n");
        Model read = new Formats(reach).readModel(obj);
        ImageSource image = java.util.Objects.requireNonNull(
                        read.materials().get(0).maps().get(Role.BASE_COLOR))
                .image();
        assertFalse(image.exists());
        assertThrows(ProblemException.class, () -> new Formats(reach).readPicture(image));
    }

    /** Material files are opened by the native reader: it gets plain files within reach only, and waits for nothing. */
    @Test
    @DisabledOnOs(OS.WINDOWS)
    void theNativeReaderOpensNothingElse() throws Exception {
        Path obj = library.resolve("props/lamps/cube.obj");
        Path pipe = obj.resolveSibling("pipe.mtl");
        assertEquals(0, new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor());
        Path outside = Files.writeString(folder.resolve("outside.mtl"), "newmtl stolen\nKd 1 0 0\n");
        for (String name : new String[] {"pipe.mtl", outside.toString(), "../../../outside.mtl", "/dev/zero"}) {
            Files.writeString(obj, "mtllib " + name + "\nusemtl stolen\nv 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n");
            assertTimeoutPreemptively(Duration.ofSeconds(100), () -> {
                Model read = new Formats(reach).readModel(obj);
                assertTrue(read.materials().stream().noneMatch(m -> m.red() == 1 && m.green() == 0), name);
            });
        }
    }

    /** A picture is told by how it begins, whatever it is called. */
    @Test
    void onlyPicturesAreOpenedAsPictures() throws Exception {
        Path text = Files.writeString(library.resolve("accounts"), "root:x:0:0:root:/root:/bin/bash\n");
        assertThrows(ProblemException.class, () -> new Formats(reach).readPicture(ImageSource.at(text)));
        Path named = Files.write(library.resolve("a.png"), Files.readAllBytes(text));
        assertThrows(ProblemException.class, () -> new Formats(reach).readPicture(ImageSource.at(named)));
        Path sound = Files.write(library.resolve("b"), Formats.png(Picture.ofBytes(1, 1, 1, new byte[1])));
        assertEquals(1, new Formats(reach).readPicture(ImageSource.at(sound)).width());
    }
}
