package yondershelf.library;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;

/** What was said of a library's assets: everybody's edits merged. Read when it is first asked for. Safe for several threads. */
final class Journal {
    private final EditLog log;
    private final String place;
    /** By asset, then by what a line speaks of. */
    private final Map<String, Map<String, JournalLine>> state = new HashMap<>();

    private boolean read;
    /** Counts up whenever anything was merged. */
    private volatile int version;

    /** @param place where the log lies, for a person */
    Journal(EditLog log, String place) {
        this.log = log;
        this.place = place;
    }

    /** Merges what others said meanwhile; at first, everything. When it cannot be read, all stays as it was. */
    synchronized Set<String> load() throws IOException {
        EditLog.News news = log.news();
        Set<String> touched = new HashSet<>();
        if (news.anew()) {
            touched.addAll(state.keySet());
            state.clear();
        }
        for (JournalLine line : news.lines()) {
            touched.add(line.asset());
            state.computeIfAbsent(line.asset(), k -> new HashMap<>())
                    .merge(line.key(), line, (a, b) -> a.winsOver(b) ? a : b);
        }
        if (!touched.isEmpty()) {
            version++;
        }
        read = true;
        return touched;
    }

    /** Merges what others said meanwhile, as far as it can be read. */
    synchronized void catchUp() {
        try {
            load();
        } catch (IOException e) {
            // told when the library is looked through
            return;
        }
    }

    private void require() {
        if (!read) {
            try {
                load();
            } catch (IOException e) {
                // told when the library is looked through; until then nothing was said
                return;
            }
        }
    }

    boolean hasNews() {
        return log.hasNews();
    }

    int version() {
        return version;
    }

    /** Lines that were damaged and passed over. */
    synchronized int damagedLines() {
        require();
        return log.damagedLines();
    }

    /** What of the journals was not merged, for a person. */
    synchronized List<Problem> problems() {
        return log.problems();
    }

    /**
     * Keeps edits: when this returns, they are safe and would be read back.
     *
     * @throws ProblemException when they could not be written, or hold text that no file can keep; then none is kept
     */
    synchronized void append(List<Edit> edits) throws ProblemException {
        try {
            if (!read) {
                load();
            }
            log.append(edits);
            load();
        } catch (IOException | IllegalStateException e) {
            throw new Problem(
                            place,
                            Phrase.of("library.the-label-could-not-be", e.getMessage()),
                            Phrase.of("library.make-room-on-the-drive"))
                    .raise(e);
        }
    }

    synchronized Labels labels(String asset) {
        require();
        Map<String, JournalLine> fields = state.get(asset);
        if (fields == null) {
            return Labels.NONE;
        }
        Map<String, String> texts = new HashMap<>();
        TreeSet<String> tags = new TreeSet<>();
        fields.forEach((key, line) -> {
            if (!key.startsWith("tag:")) {
                texts.put(key, line.text());
            } else if (line.present()) {
                tags.add(line.text());
            }
        });
        return Labels.of(texts, tags);
    }

    /** The present text of one field of one asset; empty when nobody said it. */
    synchronized String text(String asset, String field) {
        require();
        JournalLine line = state.getOrDefault(asset, Map.of()).get(field);
        return line == null ? "" : line.text();
    }

    /** All assets something was said of. */
    synchronized Set<String> assets() {
        require();
        return Set.copyOf(state.keySet());
    }

    /** True when something was said of an asset. */
    synchronized boolean speaksOf(String asset) {
        require();
        return state.containsKey(asset);
    }

    /** The present text of one field by asset. */
    synchronized Map<String, String> texts(String field) {
        require();
        Map<String, String> out = new HashMap<>();
        state.forEach((asset, fields) -> {
            JournalLine line = fields.get(field);
            if (line != null) {
                out.put(asset, line.text());
            }
        });
        return out;
    }

    /** What was said of one asset later than of another, as edits that say it of that one. */
    synchronized List<Edit> overruling(String from, String to) {
        require();
        Map<String, JournalLine> there = state.getOrDefault(to, Map.of());
        List<Edit> out = new ArrayList<>();
        state.getOrDefault(from, Map.of()).forEach((key, line) -> {
            JournalLine other = there.get(key);
            if (other == null || line.stamp().compareTo(other.stamp()) > 0 && !line.saysTheSame(other)) {
                out.add(new Edit(to, line.field(), line.text(), line.present()));
            }
        });
        return out;
    }

    /** Everything said of one asset, as edits that say it again. */
    synchronized List<Edit> edits(String from, String to) {
        require();
        return state.getOrDefault(from, Map.of()).values().stream()
                .map(l -> new Edit(to, l.field(), l.text(), l.present()))
                .toList();
    }
}
