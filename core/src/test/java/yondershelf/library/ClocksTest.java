package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.Child;
import yondershelf.disk.Disk;

/** Whatever the clocks of machines say: what was acknowledged is there, and stays there when a journal is written anew. */
class ClocksTest {
    private static final long HOUR = 3_600_000L;
    private static final long DAY = 24 * HOUR;
    private static final long NOW = 1_800_000_000_000L;

    @TempDir
    Path folder;

    private long clock = NOW;

    private Journal journal(String machine) {
        return new Journal(new JournalFiles(folder, machine, Disk.REAL, () -> clock), machine);
    }

    private Labels read(String text, long at) throws IOException {
        Path place = Files.createTempDirectory(folder, "read");
        Files.writeString(place.resolve("desk.jsonl"), text);
        Journal reader = new Journal(new JournalFiles(place, "reader", Disk.REAL, () -> at), "reader");
        reader.load();
        return reader.labels("a");
    }

    private static String line(long at, String field, String text, boolean present) {
        return new JournalLine(new Stamp(at, 0, "desk"), "a", field, text, present).written() + "\n";
    }

    @Test
    void aLineFromAYearAheadTakesNothingAway() throws Exception {
        String text = line(NOW + 365 * DAY, "note", "from a broken clock", true) + line(NOW, "note", "today's", true);
        String compacted = new String(Compaction.of(text, new Stamp(NOW, 0, "desk")), StandardCharsets.UTF_8);
        assertEquals("today's", read(text, NOW + HOUR).note());
        assertEquals("today's", read(compacted, NOW + HOUR).note());
        assertEquals("from a broken clock", read(compacted, NOW + 365 * DAY).note());
    }

    /**
     * Written under clocks that jump, compacted at any time and more than once, read at any clock that was ever set: always what
     * the journal said before it was written anew.
     */
    @Test
    void compactingChangesNothingForAnyClock() throws Exception {
        SplittableRandom random = new SplittableRandom(41);
        long[] jumps = {0, 365 * DAY, -3 * DAY, 40 * DAY, 2 * DAY, -400 * DAY};
        String[] fields = {"note", "name", "tag"};
        int dropped = 0;
        for (int round = 0; round < 400; round++) {
            List<String> lines = new ArrayList<>();
            List<Long> readings = new ArrayList<>();
            // a clock is set a few times, and runs between
            for (int set = 0; set < 1 + random.nextInt(4); set++) {
                long at = NOW + jumps[random.nextInt(jumps.length)] + random.nextLong(HOUR);
                for (int i = 0; i < random.nextInt(12); i++) {
                    at += random.nextLong(5 * HOUR / 60);
                    String field = fields[random.nextInt(fields.length)];
                    lines.add(line(at, field, "v" + random.nextInt(3), !field.equals("tag") || random.nextBoolean()));
                }
                readings.add(at);
            }
            String text = String.join("", lines);
            String once = new String(Compaction.of(text, new Stamp(NOW, 0, "desk")), StandardCharsets.UTF_8);
            String twice = new String(Compaction.of(once, new Stamp(NOW, 0, "desk")), StandardCharsets.UTF_8);
            dropped += lines.size() - (int) once.lines().count() + 1;
            assertEquals(once, twice);
            for (long reading : readings) {
                assertEquals(read(text, reading), read(once, reading), "round " + round + " at " + reading);
            }
        }
        assertTrue(dropped > 500, "lines that went: " + dropped);
    }

    /** Set back by three days, then right again: what was said meanwhile is shown then and later, here and on other machines. */
    @Test
    void aClockSetBackSwallowsNothing() throws Exception {
        Journal desk = journal("desk");
        Journal laptop = journal("laptop");
        laptop.append(List.of(Edit.set("a", Edit.Field.AUTHOR, "by the laptop")));
        desk.append(List.of(Edit.set("a", Edit.Field.NOTE, "first"), Edit.tag("a", "old"), Edit.tag("a", "stays")));
        clock = NOW - 3 * DAY;
        Journal again = journal("desk");
        again.append(List.of(
                Edit.set("a", Edit.Field.NOTE, "second"),
                Edit.untag("a", "old"),
                Edit.set("a", Edit.Field.AUTHOR, "by the desk")));
        again.append(List.of(Edit.set("a", Edit.Field.NOTE, "third")));
        assertEquals("third", again.labels("a").note());
        assertEquals("by the desk", again.labels("a").author());
        assertTrue(
                again.problems().stream().anyMatch(p -> p.file().endsWith("desk.jsonl")),
                "what is set aside of its own is told: " + again.problems());
        clock = NOW + HOUR;
        for (String machine : List.of("desk", "laptop", "newcomer")) {
            Journal right = journal(machine);
            right.load();
            assertEquals("third", right.labels("a").note(), machine);
            assertEquals("by the desk", right.labels("a").author(), machine);
            assertEquals(List.of("stays"), List.copyOf(right.labels("a").tags()), machine);
        }
        // the same process, whose clock was set right while it ran
        again.load();
        assertEquals("third", again.labels("a").note());
        again.append(List.of(Edit.set("a", Edit.Field.NOTE, "fourth")));
        assertEquals("fourth", again.labels("a").note());
    }

    /** A forged line at the end of time stands in nobody's way. */
    @Test
    void theEndOfTimeIsNotReached() throws Exception {
        Files.writeString(
                folder.resolve("forged.jsonl"),
                new JournalLine(Stamp.parse("ffffffffffff-ffff-x"), "a", "note", "forged", true).written() + "\n");
        Journal desk = journal("desk");
        desk.append(List.of(Edit.set("a", Edit.Field.NOTE, "mine")));
        assertEquals("mine", desk.labels("a").note());
        assertEquals(
                1,
                Files.readAllLines(folder.resolve("desk.jsonl")).size(),
                "nothing can be said after the end of time");
    }

    /** Says many things at once where a file may not grow beyond a limit, which it was started with. */
    static final class Crowded {
        public static void main(String[] args) throws Exception {
            Journal journal = new Journal(
                    new JournalFiles(Path.of(args[0]), "desk", Disk.REAL, System::currentTimeMillis), "journal");
            journal.append(List.of(Edit.tag("a", "before")));
            List<Edit> many = new ArrayList<>();
            for (int i = 0; i < 400; i++) {
                many.add(Edit.tag("asset " + i, "many"));
            }
            try {
                journal.append(many);
                System.out.println("kept");
            } catch (yondershelf.content.ProblemException e) {
                System.out.println("refused " + journal.labels("asset 1").tags().size());
            }
            journal.append(List.of(Edit.tag("a", "after")));
        }
    }

    /** On a drive without room all of an act's labels are refused, and none of them turns up later. */
    @Test
    void whatIsRefusedForWantOfRoomIsNotThere() throws Exception {
        Process process = Child.startIn("ulimit -f 16", Crowded.class, folder);
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertEquals(0, process.waitFor(), said);
        assertEquals("refused 0", said.strip());
        Journal reader = journal("reader");
        reader.load();
        assertEquals(2, reader.labels("a").tags().size());
        assertEquals(java.util.Set.of("a"), reader.assets());
        assertEquals(0, reader.damagedLines());
    }
}
