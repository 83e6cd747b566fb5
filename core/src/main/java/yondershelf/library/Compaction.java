package yondershelf.library;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Writes a journal anew without lines that later ones overruled. A reader sets aside what is more than a day ahead of its clock, so
 * that a line may only go where every reader sees the one that overruled it: within one stretch of time in which the machine wrote
 * without a pause of more than a day. A clock that once stood a year ahead wrote in a stretch of its own, and what was said before
 * and after it stays.
 */
final class Compaction {
    private static final String HEADER = "{\"compacted\":";
    private static final int MOST_DIGITS = 9;

    private Compaction() {}

    /** True for the first line of a journal that was written anew. */
    static boolean isHeader(String line) {
        return line.startsWith(HEADER);
    }

    /** How many lines were kept, as the header says; 0 when it does not. */
    static int keptLines(String header) {
        String digits = header.substring(HEADER.length()).replaceAll("[^0-9].*", "");
        return digits.isEmpty() || digits.length() > MOST_DIGITS ? 0 : Integer.parseInt(digits);
    }

    /**
     * The text of a journal without what is overruled; what is damaged stays as it is.
     *
     * @param latest the latest reading of the machine's clock
     */
    static byte[] of(String text, Stamp latest) {
        List<JournalLine> sound = new ArrayList<>();
        List<String> others = new ArrayList<>();
        for (String line : text.split("\n")) {
            if (line.isBlank() || isHeader(line)) {
                continue;
            }
            Optional<JournalLine> read = JournalLine.parse(line);
            read.ifPresentOrElse(sound::add, () -> others.add(line));
        }
        List<JournalLine> kept = kept(sound);
        StringBuilder out = new StringBuilder();
        out.append(HEADER).append(kept.size());
        out.append(",\"t\":\"").append(latest.text()).append("\"}\n");
        kept.forEach(l -> out.append(l.written()).append('\n'));
        others.forEach(l -> out.append(l).append('\n'));
        return out.toString().getBytes(StandardCharsets.UTF_8);
    }

    /** Of each thing spoken of the line that wins, in each stretch of time. */
    static List<JournalLine> kept(List<JournalLine> lines) {
        List<JournalLine> sorted = new ArrayList<>(lines);
        sorted.sort(Comparator.comparing(JournalLine::stamp));
        Map<String, JournalLine> winners = new HashMap<>();
        int stretch = 0;
        Stamp before = null;
        for (JournalLine line : sorted) {
            if (before != null && line.stamp().isFarAheadOf(before.millis())) {
                stretch++;
            }
            before = line.stamp();
            winners.merge(stretch + "\n" + line.asset() + "\n" + line.key(), line, (a, b) -> a.winsOver(b) ? a : b);
        }
        return winners.values().stream()
                .sorted(Comparator.comparing(JournalLine::stamp))
                .toList();
    }
}
