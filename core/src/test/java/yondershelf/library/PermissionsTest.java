package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.format.Oracles;
import yondershelf.render.Booth;
import yondershelf.work.Work;

/** Files that may not be read, libraries that may not be written, and drives that go away. */
class PermissionsTest {
    @TempDir
    Path folder;

    /** Runs in a process of its own, without the superuser's right to pass over permissions. */
    static final class Probe {
        public static void main(String[] args) throws Exception {
            Path props = Path.of(args[0]);
            Catalogue catalogue = Catalogue.open(Home.open(Path.of(args[1])), new Formats());
            Library library = catalogue.add(props, "");
            catalogue.scanning().scan(library, Work.SILENT);
            for (Asset asset : library.assets()) {
                System.out.println(asset.path() + " "
                        + catalogue.contents().facts().of(asset).readable() + " "
                        + catalogue.contents().facts().of(asset).reason());
            }
            Asset good = library.assets().stream()
                    .filter(a -> a.path().equals("good.png"))
                    .findFirst()
                    .orElseThrow();
            catalogue.contents().previews().take(good, 32, Booth.FINAL_SAMPLES, () -> false);
            System.out.println("kept " + (catalogue.contents().previews().kept(good, 32) != null));
            try {
                catalogue.labelling().edit(good, List.of(Edit.tag(good.id(), "x")));
                System.out.println("edited");
            } catch (ProblemException e) {
                System.out.println("refused " + e.problem().sentence());
            }
            try {
                library.writing().begin("test").write(props.resolve("new.png"), new byte[1]);
                System.out.println("written");
            } catch (ProblemException e) {
                System.out.println("refused " + e.problem().sentence());
            }
        }
    }

    @Test
    void forbiddenFilesAndReadOnlyLibraries() throws Exception {
        boolean root = "root".equals(System.getProperty("user.name"));
        Oracles.need(!root || Oracles.hasCommand("setpriv"), "setpriv (util-linux)");
        Path props = Files.createDirectory(folder.resolve("props"));
        byte[] png = Formats.png(Picture.ofBytes(4, 4, 1, new byte[16]));
        Files.write(props.resolve("good.png"), png);
        Files.write(props.resolve("secret.png"), png);
        Library.open(props, "", "desk");
        Files.setPosixFilePermissions(props.resolve("secret.png"), PosixFilePermissions.fromString("---------"));
        Files.setPosixFilePermissions(props.resolve(".yondershelf"), PosixFilePermissions.fromString("r-xr-xr-x"));
        Files.setPosixFilePermissions(props, PosixFilePermissions.fromString("r-xr-xr-x"));
        List<String> command = new ArrayList<>();
        if (root) {
            String without = "-dac_override,-dac_read_search";
            command.addAll(List.of("setpriv", "--bounding-set=" + without, "--inh-caps=" + without));
        }
        command.addAll(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-cp",
                System.getProperty("java.class.path"),
                Probe.class.getName(),
                props.toString(),
                folder.resolve("home").toString()));
        try {
            String out = Oracles.run(command);
            assertTrue(out.contains("secret.png false there is no permission to read it"), out);
            assertTrue(out.contains("good.png true"), out);
            assertTrue(out.contains("kept true"), out);
            assertEquals(2, out.lines().filter(l -> l.startsWith("refused ")).count(), out);
            assertFalse(Files.exists(props.resolve(".yondershelf/previews")));
            assertFalse(Files.exists(props.resolve("new.png")));
        } finally {
            Files.setPosixFilePermissions(props, PosixFilePermissions.fromString("rwxr-xr-x"));
            Files.setPosixFilePermissions(props.resolve(".yondershelf"), PosixFilePermissions.fromString("rwxr-xr-x"));
        }
    }

    /** A drive pulled out is told, and what was known of it stays. */
    @Test
    void aRootThatVanishesIsNotAnEmptyLibrary() throws Exception {
        Path props = Files.createDirectory(folder.resolve("drive"));
        Files.write(props.resolve("good.png"), Formats.png(Picture.ofBytes(4, 4, 1, new byte[16])));
        Library library = Library.open(props, "", "desk");
        library.scan(new Formats(), Work.SILENT);
        Path away = folder.resolve("away");
        Files.move(props, away);
        ProblemException e = assertThrows(ProblemException.class, () -> library.scan(new Formats(), Work.SILENT));
        assertTrue(
                e.problem().sentence().contains("not there any more"),
                e.problem().sentence());
        assertEquals(1, library.assets().size());
        Files.move(away, props);
        assertEquals(1, library.scan(new Formats(), Work.SILENT).assets());
    }

    /** A folder that is emptied while it is read: each file ends in a reason, and nothing else is thrown. */
    @Test
    void aFolderThatDisappearsWhileItIsRead() throws Exception {
        Path props = Files.createDirectory(folder.resolve("slow"));
        for (int i = 0; i < 300; i++) {
            Files.write(
                    Files.createDirectories(props.resolve("f" + i % 20)).resolve("p" + i + ".png"),
                    Formats.png(Picture.ofBytes(4, 4, 1, new byte[16])));
        }
        Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats());
        Library library = catalogue.add(props, "");
        catalogue.scanning().scan(library, Work.SILENT);
        List<Asset> assets = library.assets();
        Thread remover = Thread.ofPlatform().start(() -> {
            for (Asset asset : assets) {
                if (!library.resolve(asset.path()).toFile().delete()) {
                    return;
                }
            }
        });
        int told = 0;
        for (int i = assets.size() - 1; i >= 0; i--) {
            if (!catalogue.contents().facts().of(assets.get(i)).readable()) {
                assertTrue(
                        catalogue.contents().facts().of(assets.get(i)).reason().contains("not there"),
                        catalogue.contents().facts().of(assets.get(i)).reason());
                told++;
            }
        }
        remover.join();
        assertTrue(told > 0, "some were gone in time");
        assertEquals(0, catalogue.scanning().scan(library, Work.SILENT).assets());
    }
}
