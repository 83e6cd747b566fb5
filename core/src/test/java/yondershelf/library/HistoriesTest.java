package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.Tag;
import net.jqwik.api.lifecycle.AfterProperty;
import net.jqwik.api.lifecycle.BeforeProperty;
import yondershelf.disk.Disk;

/**
 * Three machines' journals, read in any order, twice, and cut off anywhere, end in one state: that of all sound lines together
 * (convergence of state-based replicated data, Shapiro et al., SSS 2011).
 */
class HistoriesTest {
    private static final int MACHINES = 3;

    private Path folder = Path.of("");

    /** One thing said by one machine; the clock may stand still or run back. */
    record Said(int machine, int millis, int counter, int asset, String field, String text, boolean present) {
        String line() {
            boolean tag = field.equals("tag");
            return new JournalLine(
                            new Stamp(1000 + millis, counter, "m" + machine), "a" + asset, field, text, !tag || present)
                    .written();
        }
    }

    @BeforeProperty
    void make() throws Exception {
        folder = Files.createTempDirectory("yonder-histories");
    }

    @AfterProperty
    void remove() throws Exception {
        try (var walk = Files.walk(folder)) {
            for (Path path : walk.sorted(Collections.reverseOrder()).toList()) {
                Files.delete(path);
            }
        }
    }

    @Provide
    Arbitrary<List<Said>> histories() {
        Arbitrary<Said> said = Combinators.combine(
                        Arbitraries.integers().between(0, MACHINES - 1),
                        Arbitraries.integers().between(0, 6),
                        Arbitraries.integers().between(0, 2),
                        Arbitraries.integers().between(0, 1),
                        Arbitraries.of("tag", "name", "note"),
                        Arbitraries.of("x", "y", "z", "\u00f6 \"\\\n", ""),
                        Arbitraries.of(true, false))
                .as(Said::new);
        return said.list().ofMaxSize(14);
    }

    @Tag("long")
    @Property(tries = 10_000, seed = "20261126")
    void oneState(@ForAll("histories") List<Said> history, @ForAll Random random) throws Exception {
        List<StringBuilder> journals = new ArrayList<>();
        for (int m = 0; m < MACHINES; m++) {
            journals.add(new StringBuilder());
        }
        history.forEach(said -> journals.get(said.machine).append(said.line()).append('\n'));
        List<String> expected =
                state(journals.stream().map(StringBuilder::toString).toList());
        // in any order, under any names, and one of them twice
        List<String> texts =
                new ArrayList<>(journals.stream().map(StringBuilder::toString).toList());
        texts.add(texts.get(random.nextInt(MACHINES)));
        Collections.shuffle(texts, random);
        assertEquals(expected, state(texts));
        // lines within a journal in any order, as a sync tool that joins files leaves them
        List<String> lines = new ArrayList<>(String.join("", texts).lines().toList());
        Collections.shuffle(lines, random);
        assertEquals(expected, state(List.of(String.join("\n", lines) + "\n")));
        // cut off anywhere, and later whole again
        byte[] bytes = texts.get(0).getBytes(StandardCharsets.UTF_8);
        String cut = new String(bytes, 0, bytes.length == 0 ? 0 : random.nextInt(bytes.length), StandardCharsets.UTF_8);
        List<String> torn = new ArrayList<>(texts);
        torn.set(0, cut);
        // a last line that lacks nothing but its end counts
        int end = cut.lastIndexOf('\n') + 1;
        String sound = JournalLine.parse(cut.substring(end)).isPresent() ? cut : cut.substring(0, end);
        List<String> mended = new ArrayList<>(texts);
        mended.set(0, sound);
        assertEquals(state(mended), state(torn));
        torn.add(texts.get(0));
        assertEquals(expected, state(torn));
    }

    private List<String> state(List<String> journals) throws Exception {
        try (var old = Files.list(folder)) {
            for (Path file : old.toList()) {
                Files.delete(file);
            }
        }
        for (int i = 0; i < journals.size(); i++) {
            Files.writeString(folder.resolve("j" + i + ".jsonl"), journals.get(i));
        }
        Journal journal = new Journal(new JournalFiles(folder, "judge", Disk.REAL, () -> 2000), "journal");
        journal.load();
        return List.of(journal.labels("a0").toString(), journal.labels("a1").toString());
    }
}
