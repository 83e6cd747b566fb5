package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.Charset;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Picture;
import yondershelf.format.Formats;
import yondershelf.format.Oracles;
import yondershelf.library.Library;
import yondershelf.work.Work;

/** Names that are not UTF-8, inside archives and on disk, cost at most themselves. */
class NamesTest {
    @TempDir
    Path folder;

    private static byte[] png() {
        return Formats.png(Picture.ofBytes(3, 3, 1, new byte[9]));
    }

    @Test
    void archivesWithOldNames() throws Exception {
        Path pack = folder.resolve("old.zip");
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(pack), Charset.forName("IBM437"))) {
            out.putNextEntry(new ZipEntry("h\u00fctte.png"));
            out.write(png());
            out.closeEntry();
            out.putNextEntry(new ZipEntry("plain.png"));
            out.write(Formats.png(Picture.ofBytes(4, 4, 1, new byte[16])));
        }
        Library library = Library.open(Files.createDirectory(folder.resolve("library")), "", "desk");
        try (Intake intake = new Intake(library, "", new Formats())) {
            IntakePlan plan = intake.plan(List.of(pack), Work.SILENT);
            assertEquals(
                    List.of("Hütte", "Plain"),
                    plan.items().stream().map(PlanItem::name).sorted().toList());
            Taken taken = intake.take(plan.items(), Work.SILENT);
            assertEquals(2, taken.assets());
            assertTrue(Files.exists(library.resolve("old/h\u00fctte.png")));
        }
    }

    @Test
    void namesOnDisk() throws Exception {
        Oracles.need(Oracles.hasCommand("sh") && !System.getProperty("os.name").contains("Win"), "a shell");
        Path drive = Files.createDirectory(folder.resolve("drive"));
        Files.write(drive.resolve("good.png"), png());
        Oracles.run(List.of(
                "sh", "-c", "cp '" + drive.resolve("good.png") + "' \"$(printf '" + drive + "/b\\374d.png')\""));
        Library library = Library.open(Files.createDirectory(folder.resolve("library")), "", "desk");
        try (Intake intake = new Intake(library, "", new Formats())) {
            IntakePlan plan = intake.plan(List.of(drive), Work.SILENT);
            Taken taken =
                    intake.take(plan.items().stream().filter(PlanItem::isWanted).toList(), Work.SILENT);
            assertTrue(taken.assets() >= 1);
            assertTrue(Files.exists(library.resolve("drive/good.png")));
        }
    }
}
