package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.disk.Disk;

/**
 * What every place where edits are kept promises, tried on files; and what files promise besides: that lines overruled by later
 * ones go, and nothing else.
 */
class EditLogTest {
    @TempDir
    Path folder;

    private long now = 1_000;

    private EditLog log(String machine) {
        return new JournalFiles(folder, machine, Disk.REAL, () -> now);
    }

    private static List<String> told(EditLog.News news) {
        return news.lines().stream()
                .map(l -> l.asset() + " " + l.key() + " " + l.text())
                .toList();
    }

    private static List<Edit> edits(int from, int to) {
        List<Edit> out = new ArrayList<>();
        for (int i = from; i < to; i++) {
            out.add(Edit.set("a" + i % 7, Edit.Field.NOTE, "note " + i));
        }
        return out;
    }

    @Test
    void whatIsKeptIsToldOnceToEverybody() throws Exception {
        EditLog desk = log("desk");
        EditLog laptop = log("laptop");
        assertTrue(desk.news().anew());
        assertTrue(laptop.news().lines().isEmpty());
        desk.append(List.of(Edit.tag("a", "wet"), Edit.untag("a", "dry")));
        assertEquals(List.of("a tag:wet wet", "a tag:dry dry"), told(desk.news()));
        assertTrue(laptop.hasNews());
        EditLog.News came = laptop.news();
        assertEquals(List.of("a tag:wet wet", "a tag:dry dry"), told(came));
        assertFalse(came.anew());
        assertFalse(laptop.hasNews());
        assertTrue(laptop.news().lines().isEmpty(), "once");
        now = 10;
        laptop.append(List.of(Edit.set("a", Edit.Field.NAME, "later by a clock that was set back")));
        JournalLine last = laptop.news().lines().get(0);
        assertTrue(last.winsOver(came.lines().get(0)));
        assertEquals(3, log("third").news().lines().size(), "a newcomer is told everything");
    }

    @Test
    void whatCannotBeKeptIsKeptInNoPart() throws Exception {
        EditLog desk = log("desk");
        assertThrows(
                IOException.class,
                () -> desk.append(List.of(Edit.tag("a", "whole"), Edit.tag("a", "half \uD83D of a pair"))));
        assertEquals(List.of(), told(desk.news()));
        assertEquals(List.of(), told(log("laptop").news()));
    }

    /** Part of the log is taken away, as by a restored backup: what it said counts no more, and that is told. */
    @Test
    void aLogThatWasCutIsToldAnew() throws Exception {
        EditLog desk = log("desk");
        EditLog reader = log("reader");
        desk.append(edits(0, 3));
        assertEquals(3, reader.news().lines().size());
        desk.append(edits(3, 5));
        assertEquals(2, reader.news().lines().size());
        Path file = folder.resolve("desk.jsonl");
        List<String> lines = Files.readAllLines(file);
        Files.write(file, lines.subList(0, 2));
        EditLog.News news = reader.news();
        assertTrue(news.anew());
        assertEquals(2, news.lines().size());
        Files.delete(file);
        assertTrue(reader.news().anew());
    }

    /** A line that somebody is writing at this moment is neither damaged nor lost. */
    @Test
    void halfALineIsWaitedFor() throws Exception {
        EditLog desk = log("desk");
        desk.append(edits(0, 2));
        byte[] whole = Files.readAllBytes(folder.resolve("desk.jsonl"));
        Path other = folder.resolve("other.jsonl");
        EditLog reader = log("reader");
        Set<String> seen = new HashSet<>();
        for (int cut = 0; cut <= whole.length; cut += 7) {
            Files.write(other, java.util.Arrays.copyOf(whole, cut));
            seen.addAll(told(reader.news()));
            assertEquals(0, reader.damagedLines(), "cut at " + cut);
        }
        Files.write(other, whole);
        reader.news();
        assertEquals(0, reader.damagedLines());
        assertEquals(2, seen.size());
    }

    /** Many edits of the same few things: the file stays short, the state is the same, other processes follow. */
    @Test
    void overruledLinesGo() throws Exception {
        EditLog desk = log("desk");
        Journal follower = new Journal(log("reader"), "reader");
        EditLog second = log("desk");
        second.append(List.of(Edit.tag("a1", "from the second process")));
        Files.writeString(folder.resolve("desk.jsonl"), "rubbish\n", java.nio.file.StandardOpenOption.APPEND);
        for (int i = 0; i < 12_000; i += 500) {
            now += 1_000;
            desk.append(edits(i, i + 500));
            follower.load();
        }
        second.append(List.of(Edit.tag("a2", "from the second process")));
        List<String> lines = Files.readAllLines(folder.resolve("desk.jsonl"));
        assertTrue(lines.size() < 6_000, "lines: " + lines.size());
        assertTrue(lines.get(0).startsWith("{\"compacted\":"), lines.get(0));
        assertTrue(lines.contains("rubbish"), "what is not understood stays as it is");
        follower.load();
        Journal anew = new Journal(log("late"), "late");
        for (Journal journal : List.of(follower, anew)) {
            for (int k = 0; k < 7; k++) {
                int last = 11_999 - (11_999 - k) % 7;
                assertEquals("note " + last, journal.labels("a" + k).note());
            }
            assertEquals(Set.of("from the second process"), journal.labels("a1").tags());
            assertEquals(Set.of("from the second process"), journal.labels("a2").tags());
            assertEquals(1, journal.damagedLines());
        }
    }

    /** The same while a clock runs a year ahead for a moment: what the right clock says before and after it is what holds, now and then. */
    @Test
    void overruledLinesGoThoughAClockWasAhead() throws Exception {
        long year = 365L * 24 * 3_600_000;
        now = 1_800_000_000_000L;
        EditLog desk = log("desk");
        desk.append(List.of(Edit.tag("a1", "before"), Edit.set("a2", Edit.Field.AUTHOR, "before")));
        for (int i = 0; i < 12_000; i += 500) {
            now += 1_000;
            desk.append(edits(i, i + 500));
            if (i == 4_000) {
                now += year;
                log("desk")
                        .append(List.of(Edit.set("a3", Edit.Field.NOTE, "by a clock ahead"), Edit.tag("a4", "ahead")));
                now -= year;
            }
        }
        log("desk").append(List.of(Edit.untag("a4", "ahead"), Edit.set("a3", Edit.Field.NOTE, "today's")));
        List<String> lines = Files.readAllLines(folder.resolve("desk.jsonl"));
        assertTrue(lines.size() < 6_000, "lines: " + lines.size());
        assertTrue(lines.get(0).startsWith("{\"compacted\":"), lines.get(0));
        for (long clock : new long[] {0, year + 60_000}) {
            now += clock;
            for (String machine : List.of("desk", "late")) {
                Journal anew = new Journal(log(machine), machine);
                assertEquals("today's", anew.labels("a3").note(), machine + " later by " + clock);
                assertEquals(Set.of(), anew.labels("a4").tags());
                assertEquals(Set.of("before"), anew.labels("a1").tags());
                assertEquals("before", anew.labels("a2").author());
                assertEquals(
                        "note " + (11_999 - (11_999 - 5) % 7), anew.labels("a5").note());
            }
        }
    }

    /** What was said of a thing once, long ago, is overruled by nothing that is said of others, and is there for a newcomer. */
    @Test
    void whatWasSaidOnceStays() throws Exception {
        EditLog desk = log("desk");
        desk.append(List.of(
                Edit.set("quiet", Edit.Field.NOTE, "said once"),
                Edit.tag("quiet", "wet"),
                Edit.set("quiet", Edit.Field.AUTHOR, "the workshop")));
        for (int i = 0; i < 12_000; i += 500) {
            now += 1_000;
            desk.append(edits(i, i + 500));
        }
        assertTrue(Files.readString(folder.resolve("desk.jsonl")).startsWith("{\"compacted\":"), "it was written anew");
        Journal anew = new Journal(log("late"), "late");
        Labels quiet = anew.labels("quiet");
        assertEquals("said once", quiet.note());
        assertEquals("the workshop", quiet.author());
        assertEquals(Set.of("wet"), quiet.tags());
    }

    /** The quick reader of plain lines agrees with the parser on sound, odd and damaged ones. */
    @Test
    void plainLinesAreReadAsTheParserReadsThem() {
        SplittableRandom random = new SplittableRandom(3);
        String[] texts = {
            "", "wet", "stone/wet", "Grüne Straße", "a \"quoted\" one", "back\\slash", "two\nlines", "\u2028"
        };
        int plain = 0;
        for (int i = 0; i < 4_000; i++) {
            Stamp stamp = new Stamp(random.nextLong(1L << 40), random.nextInt(1 << 16), "m" + random.nextInt(3));
            String text = texts[random.nextInt(texts.length)];
            boolean tag = random.nextBoolean();
            JournalLine line =
                    new JournalLine(stamp, "id-" + i, tag ? "tag" : "note", text, !tag || random.nextBoolean());
            byte[] bytes = line.written().getBytes(StandardCharsets.UTF_8);
            if (i % 3 == 0) {
                bytes[random.nextInt(bytes.length)] ^= (byte) (1 << random.nextInt(8));
            }
            Optional<JournalLine> parsed = JournalLine.parse(new String(bytes, StandardCharsets.UTF_8));
            assertEquals(parsed, JournalLine.parse(bytes, 0, bytes.length));
            JournalLine quick = PlainLine.parse(bytes, 0, bytes.length);
            if (quick != null) {
                plain++;
                assertEquals(parsed.orElseThrow(), quick);
            }
        }
        assertTrue(plain > 500, "read quickly: " + plain);
    }
}
