package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.TreeSet;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Labels are never lost: not by a crash, not by two machines, not by a torn line. */
class JournalTest {
    @TempDir
    Path folder;

    /** Edits without end, telling each one that was acknowledged. Run in a process of its own to be killed. */
    static final class EndlessEditor {
        public static void main(String[] args) throws Exception {
            Library library = Library.open(Path.of(args[0]), "", "killed");
            for (int i = Integer.parseInt(args[1]); ; i++) {
                library.labels().edit(List.of(Edit.tag("asset", "t" + i), Edit.set("asset", Edit.Field.NOTE, "n" + i)));
                System.out.println(i);
            }
        }
    }

    /** kill -9 twenty-five times while it edits: every acknowledged edit is there afterwards. */
    @Tag("long")
    @Test
    void acknowledgedEditsSurviveBeingKilled() throws Exception {
        SplittableRandom random = new SplittableRandom(5);
        int next = 0;
        TreeSet<Integer> acknowledged = new TreeSet<>();
        for (int round = 0; round < 25; round++) {
            Process process = new ProcessBuilder(
                            Path.of(System.getProperty("java.home"), "bin", "java")
                                    .toString(),
                            "-XX:TieredStopAtLevel=1",
                            "-XX:+UseSerialGC",
                            "-cp",
                            System.getProperty("java.class.path"),
                            EndlessEditor.class.getName(),
                            folder.toString(),
                            String.valueOf(next))
                    .redirectError(ProcessBuilder.Redirect.DISCARD)
                    .start();
            try (BufferedReader lines =
                    new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
                int wanted = 1 + random.nextInt(12);
                String line = lines.readLine();
                for (int k = 0; line != null; k++) {
                    int number = Integer.parseInt(line);
                    acknowledged.add(number);
                    next = number + 1000;
                    if (k == wanted) {
                        // through its handle: the pipe stays open, so that what was told before is still read
                        process.toHandle().destroyForcibly();
                    }
                    line = lines.readLine();
                }
            }
            process.waitFor();
        }
        assertTrue(acknowledged.size() > 60, "edits " + acknowledged.size());
        Library library = Library.open(folder, "", "reader");
        var tags = library.labels().of("asset").tags();
        for (int number : acknowledged) {
            assertTrue(tags.contains("t" + number), "t" + number);
        }
    }

    /** Merging is commutative, associative and idempotent: any copying of journals between machines ends in one state. */
    @Test
    void machinesAgreeHoweverTheirJournalsTravel() throws Exception {
        SplittableRandom random = new SplittableRandom(8);
        for (int run = 0; run < 12; run++) {
            List<Library> machines = new ArrayList<>();
            Path shared = Files.createDirectory(folder.resolve("first" + run));
            Library first = Library.open(shared, "", "m0");
            machines.add(first);
            for (int m = 1; m < 3; m++) {
                Path other = folder.resolve("copy" + run + "-" + m);
                Path copy = Files.createDirectories(other.resolve(".yondershelf"));
                Files.copy(shared.resolve(".yondershelf/library.json"), copy.resolve("library.json"));
                machines.add(Library.open(other, "", "m" + m));
            }
            for (int i = 0; i < 60; i++) {
                Library at = machines.get(random.nextInt(3));
                String tag = "t" + random.nextInt(4);
                at.labels()
                        .edit(List.of(
                                random.nextBoolean() ? Edit.tag("a", tag) : Edit.untag("a", tag),
                                Edit.set("a", Edit.Field.NAME, "name " + i)));
                if (random.nextInt(5) == 0) {
                    travel(machines.get(random.nextInt(3)), machines.get(random.nextInt(3)));
                }
            }
            for (int round = 0; round < 2; round++) {
                for (Library from : machines) {
                    for (Library to : machines) {
                        travel(from, to);
                    }
                }
            }
            Labels expected =
                    Library.open(machines.get(0).root(), "", "judge").labels().of("a");
            for (Library machine : machines) {
                assertEquals(
                        expected,
                        Library.open(machine.root(), "", "judge").labels().of("a"));
            }
        }
    }

    private static void travel(Library from, Library to) throws Exception {
        if (from == to) {
            return;
        }
        Path source = from.own().resolve("journal");
        if (!Files.isDirectory(source)) {
            return;
        }
        Path target = Files.createDirectories(to.own().resolve("journal"));
        try (var files = Files.list(source)) {
            for (Path file : files.toList()) {
                Path there = target.resolve(file.getFileName().toString());
                if (!Files.exists(there) || Files.size(there) < Files.size(file)) {
                    Files.copy(file, there, StandardCopyOption.REPLACE_EXISTING);
                }
            }
        }
        to.scan(new yondershelf.format.Formats(), yondershelf.work.Work.SILENT);
    }

    @Test
    void tornAndDamagedLinesCostThemselvesOnly() throws Exception {
        Library library = Library.open(folder, "", "desk");
        library.labels().edit(List.of(Edit.set("a", Edit.Field.AUTHOR, "first")));
        Path journal = folder.resolve(".yondershelf/journal/desk.jsonl");
        Files.writeString(journal, "{\"t\":\"torn", StandardOpenOption.APPEND);
        Library again = Library.open(folder, "", "desk");
        again.labels().edit(List.of(Edit.set("a", Edit.Field.LICENCE, "CC0-1.0")));
        Files.writeString(journal, Files.readString(journal).replace("first", "forged"));
        Library last = Library.open(folder, "", "desk");
        assertEquals("CC0-1.0", last.labels().of("a").licence());
        assertEquals("", last.labels().of("a").author());
        assertEquals(2, last.damagedLines());
    }

    @Test
    void aClockThatRunsBackwardsDoesNotLoseEdits() {
        Stamp late = new Stamp(5000, 3, "a");
        Stamp next = Stamp.next(late, 10, "b");
        assertTrue(next.compareTo(late) > 0);
        assertEquals(next, Stamp.parse(next.text()));
    }

    /** A journal whose bytes were damaged, as a failing drive leaves them, costs its own lines and no other machine's. */
    @Test
    void bytesThatAreNoTextHideNothingElse() throws Exception {
        Library library = Library.open(folder, "", "desk");
        library.labels().edit(List.of(Edit.set("a", Edit.Field.AUTHOR, "somebody"), Edit.tag("a", "kept")));
        Path journals = folder.resolve(".yondershelf/journal");
        Files.write(journals.resolve("aaa.jsonl"), new byte[] {'{', (byte) 0xC3, (byte) 0x28, (byte) 0xFF, '\n'});
        byte[] own = Files.readAllBytes(journals.resolve("desk.jsonl"));
        own[own.length / 4] = (byte) 0xFF;
        Files.write(journals.resolve("zzz.jsonl"), own);
        Library again = Library.open(folder, "", "laptop");
        assertEquals("somebody", again.labels().of("a").author());
        assertTrue(again.labels().of("a").tags().contains("kept"));
        assertEquals(2, again.damagedLines());
    }

    /** A sync tool renames one of two versions of a file when both changed: its lines are taken all the same. */
    @Test
    void conflictCopiesOfJournalsAreMergedToo() throws Exception {
        Library library = Library.open(folder, "", "desk");
        library.labels().edit(List.of(Edit.tag("a", "first")));
        Path journals = folder.resolve(".yondershelf/journal");
        Files.copy(journals.resolve("desk.jsonl"), journals.resolve("desk (conflicted copy).jsonl"));
        library.labels().edit(List.of(Edit.tag("a", "second"), Edit.untag("a", "first")));
        Files.writeString(journals.resolve("desk (conflicted copy).jsonl"), "\n", StandardOpenOption.APPEND);
        assertEquals(
                List.of("second"),
                List.copyOf(Library.open(folder, "", "reader").labels().of("a").tags()));
    }

    /** Clock readings are totally ordered, survive being written, and move on whatever the wall clock does. */
    @Test
    void stampsAreOrderedAndMoveOn() {
        SplittableRandom random = new SplittableRandom(12);
        Stamp latest = new Stamp(0, 0, "");
        for (int i = 0; i < 2000; i++) {
            Stamp next = Stamp.next(latest, random.nextLong(0, 50), "m" + random.nextInt(3));
            assertTrue(next.compareTo(latest) > 0);
            Stamp read = Stamp.parse(next.text());
            assertEquals(next, read);
            // the text sorts as the clock does, so that a journal can be judged by eye
            assertTrue(i == 0 || next.text().compareTo(latest.text()) > 0);
            latest = next;
        }
        Stamp full = new Stamp(7, 0xffff, "m");
        assertTrue(Stamp.next(full, 3, "m").compareTo(full) > 0);
    }

    /** A line from a broken clock, or from somebody hostile, neither wins nor drags this machine's clock along. */
    @Test
    void stampsFarAheadAreSetAsideAndTold() throws Exception {
        long now = 1_800_000_000_000L;
        Library library = Opening.open(folder, "", null, "desk", yondershelf.disk.Disk.REAL, () -> now);
        library.labels().edit(List.of(Edit.set("a", Edit.Field.NOTE, "before")));
        Path forged = folder.resolve(".yondershelf/journal/forged.jsonl");
        Files.writeString(
                forged,
                new JournalLine(Stamp.parse("ffffffffffff-ffff-x"), "a", "note", "forged", true).written() + "\n"
                        + new JournalLine(new Stamp(now + 25L * 3600 * 1000, 0, "x"), "a", "note", "early", true)
                                .written()
                        + "\n"
                        + new JournalLine(new Stamp(now + 3600 * 1000, 0, "x"), "a", "author", "an hour ahead", true)
                                .written()
                        + "\n");
        Library again = Opening.open(folder, "", null, "desk", yondershelf.disk.Disk.REAL, () -> now);
        assertEquals("before", again.labels().of("a").note());
        assertEquals("an hour ahead", again.labels().of("a").author());
        for (int i = 0; i < 70_000; i += 10_000) {
            again.labels().edit(List.of(Edit.set("a", Edit.Field.NOTE, "after " + i)));
        }
        again.labels().edit(List.of(Edit.set("a", Edit.Field.AUTHOR, "said later")));
        Library last = Opening.open(folder, "", null, "desk", yondershelf.disk.Disk.REAL, () -> now);
        assertEquals("after 60000", last.labels().of("a").note());
        assertEquals("said later", last.labels().of("a").author(), "a clock an hour ahead is followed");
        assertEquals(0, last.damagedLines());
        assertTrue(
                last.problems().get(0).sentence().contains("2 lines"),
                last.problems().toString());
        assertTrue(
                last.problems().get(0).sentence().contains("set aside"),
                last.problems().toString());
        // once the time has come, they are lines like others
        Library tomorrow =
                Opening.open(folder, "", null, "desk", yondershelf.disk.Disk.REAL, () -> now + 26L * 3600 * 1000);
        assertEquals("early", tomorrow.labels().of("a").note());
    }

    /** Equal stamps, as two processes of one machine once gave them: the order of the files decides nothing. */
    @Test
    void equalStampsEndAlikeInAnyOrder() throws Exception {
        Stamp one = new Stamp(1000, 0, "desk");
        String first = new JournalLine(one, "a", "note", "x", true).written() + "\n";
        String second = new JournalLine(one, "a", "note", "y", true).written() + "\n";
        String there = new JournalLine(one, "a", "tag", "t", true).written() + "\n";
        String gone = new JournalLine(one, "a", "tag", "t", false).written() + "\n";
        List<Labels> ends = new ArrayList<>();
        for (String[] order : new String[][] {{first + there, second + gone}, {second + gone, first + there}}) {
            Path root = Files.createTempDirectory(folder, "order");
            Library.open(root, "", "desk");
            Path journals = Files.createDirectories(root.resolve(".yondershelf/journal"));
            Files.writeString(journals.resolve("a.jsonl"), order[0]);
            Files.writeString(journals.resolve("b.jsonl"), order[1]);
            ends.add(Library.open(root, "", "desk").labels().of("a"));
        }
        assertEquals(ends.get(0), ends.get(1));
        assertEquals("y", ends.get(0).note());
    }

    /** Edits the same field a number of times. */
    static final class BusyEditor {
        public static void main(String[] args) throws Exception {
            Library library = Library.open(Path.of(args[0]), "", "desk");
            for (int i = 0; i < 200; i++) {
                library.labels()
                        .edit(List.of(Edit.tag("asset", args[1] + i), Edit.set("asset", Edit.Field.NOTE, args[1] + i)));
            }
        }
    }

    /** Two processes of one machine write one journal: no stamp is given twice, no line is lost or cut. */
    @Tag("long")
    @Test
    void twoProcessesOfOneMachineNeverDrawEqualStamps() throws Exception {
        Library.open(folder, "", "desk");
        Process a = yondershelf.Child.start(BusyEditor.class, folder, "a");
        Process b = yondershelf.Child.start(BusyEditor.class, folder, "b");
        assertEquals(0, a.waitFor());
        assertEquals(0, b.waitFor());
        List<String> lines = Files.readAllLines(folder.resolve(".yondershelf/journal/desk.jsonl"));
        TreeSet<String> stamps = new TreeSet<>();
        for (String line : lines) {
            stamps.add(JournalLine.parse(line).orElseThrow().stamp().text());
        }
        assertEquals(800, lines.size());
        assertEquals(800, stamps.size());
        assertEquals(
                400,
                Library.open(folder, "", "judge").labels().of("asset").tags().size());
    }

    /** Half a surrogate pair would come back as another text: it is refused instead of acknowledged. */
    @Test
    void whatNoFileCanKeepIsNotAcknowledged() throws Exception {
        Library library = Library.open(folder, "", "desk");
        library.labels().edit(List.of(Edit.set("a", Edit.Field.NOTE, "sound \uD83D\uDD6F\n\r\t\u2028")));
        org.junit.jupiter.api.Assertions.assertThrows(
                yondershelf.content.ProblemException.class,
                () -> library.labels()
                        .edit(List.of(
                                Edit.tag("a", "with it"), Edit.set("a", Edit.Field.NOTE, "half \uD83D of a pair"))));
        Library again = Library.open(folder, "", "desk");
        assertEquals("sound \uD83D\uDD6F\n\r\t\u2028", again.labels().of("a").note());
        assertEquals(again.labels().of("a"), library.labels().of("a"));
        assertEquals(0, again.labels().of("a").tags().size());
    }

    @Test
    void damagedLinesAreToldWithTheirFile() throws Exception {
        Library library = Library.open(folder, "", "desk");
        library.labels().edit(List.of(Edit.tag("a", "kept")));
        Files.writeString(folder.resolve(".yondershelf/journal/desk.jsonl"), "rubbish\n", StandardOpenOption.APPEND);
        List<yondershelf.content.Problem> told = new ArrayList<>();
        Library again = Library.open(folder, "", "desk");
        again.scan(new yondershelf.format.Formats(), yondershelf.work.Work.telling(told::add));
        // besides, nobody has ever seen the thing that was labelled
        told.removeIf(p -> !p.file().endsWith(".jsonl"));
        assertEquals(1, told.size());
        assertTrue(told.get(0).sentence().contains("desk.jsonl"), told.toString());
        assertTrue(told.get(0).sentence().contains("damaged"), told.toString());
    }
}
