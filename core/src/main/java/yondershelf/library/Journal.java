package yondershelf.library;

import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.Channels;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.LongSupplier;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.disk.Lock;

/** What was said of a library's assets: all machines' journals merged, and this machine's own to append to. Safe for several threads. */
final class Journal {
    private static final long MOST_BYTES = 1L << 30;

    private final Path folder;
    private final String machine;
    private final Disk disk;
    private final LongSupplier clock;
    /** By asset, then by what a line speaks of. */
    private final Map<String, Map<String, JournalLine>> state = new HashMap<>();
    /** By file name: lines passed over. */
    private final Map<String, Passed> passed = new TreeMap<>();

    private Stamp latest = new Stamp(0, 0, "");
    private long ownBytes;

    /** Lines of one journal that were not merged. */
    private static final class Passed {
        int damaged;
        int ahead;
        String unreadable = "";
    }

    Journal(Path folder, String machine, Disk disk, LongSupplier clock) {
        this.folder = folder;
        this.machine = machine;
        this.disk = disk;
        this.clock = clock;
    }

    private Path own() {
        return folder.resolve(machine + ".jsonl");
    }

    /** Reads every machine's journal again. When the folder cannot be read, all stays as it was. */
    synchronized void load() throws IOException {
        Map<Path, byte[]> journals = new TreeMap<>();
        Map<String, Passed> closed = new TreeMap<>();
        if (Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
            try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, "*.jsonl")) {
                for (Path file : files) {
                    try {
                        journals.put(file, Disk.read(file, MOST_BYTES));
                    } catch (IOException e) {
                        if (!Files.isDirectory(folder)) {
                            throw e;
                        }
                        Passed whole = new Passed();
                        whole.unreadable = Library.reason(e);
                        closed.put(String.valueOf(file.getFileName()), whole);
                    }
                }
            } catch (DirectoryIteratorException e) {
                throw e.getCause();
            }
        }
        state.clear();
        passed.clear();
        passed.putAll(closed);
        latest = new Stamp(0, 0, "");
        ownBytes = 0;
        journals.forEach((file, bytes) -> merge(file, bytes));
    }

    private void merge(Path file, byte[] bytes) {
        // bytes that are no UTF-8 become replacement characters, which the line's checksum then refuses
        new String(bytes, StandardCharsets.UTF_8)
                .lines()
                .filter(l -> !l.isBlank())
                .forEach(line -> merge(file, line));
        if (file.equals(own())) {
            ownBytes += bytes.length;
        }
    }

    private void merge(Path file, String line) {
        Optional<JournalLine> read = JournalLine.parse(line);
        if (read.isPresent() && !read.get().stamp().isFarAheadOf(clock.getAsLong())) {
            apply(read.get());
            return;
        }
        Passed here = passed.computeIfAbsent(String.valueOf(file.getFileName()), k -> new Passed());
        if (read.isPresent()) {
            here.ahead++;
        } else {
            here.damaged++;
        }
    }

    private void apply(JournalLine line) {
        state.computeIfAbsent(line.asset(), k -> new HashMap<>())
                .merge(line.key(), line, (a, b) -> a.winsOver(b) ? a : b);
        if (line.stamp().compareTo(latest) > 0) {
            latest = line.stamp();
        }
    }

    /** Lines that were damaged and passed over. */
    synchronized int damagedLines() {
        return passed.values().stream().mapToInt(p -> p.damaged).sum();
    }

    /** What of the journals was not merged, for a person. */
    synchronized List<Problem> problems() {
        List<Problem> out = new ArrayList<>();
        passed.forEach((name, p) -> {
            String file = folder.resolve(name).toString();
            if (!p.unreadable.isEmpty()) {
                out.add(new Problem(
                        file,
                        "this journal of labels cannot be read (" + p.unreadable + ")",
                        "Labels in it are not seen"));
            }
            if (p.damaged > 0) {
                out.add(new Problem(
                        file,
                        lines(p.damaged) + " of labels " + (p.damaged == 1 ? "is" : "are") + " damaged and passed over",
                        "The file is left as it is; a backup may have the whole one"));
            }
            if (p.ahead > 0) {
                out.add(new Problem(
                        file,
                        lines(p.ahead) + " of labels " + (p.ahead == 1 ? "bears" : "bear")
                                + " a time more than a day ahead and " + (p.ahead == 1 ? "is" : "are") + " set aside",
                        "Are the clocks of all machines right"));
            }
        });
        return out;
    }

    private static String lines(int n) {
        return n == 1 ? "1 line" : n + " lines";
    }

    /**
     * Appends edits in one group commit: when this returns, they are on the disk and would be read back.
     *
     * @throws ProblemException when they could not be written, or hold text that no file can keep; then none is kept
     */
    synchronized void append(List<Edit> edits) throws ProblemException {
        Path file = own();
        try {
            disk.makeFolders(folder);
            try (Lock _ = Lock.take(folder.resolve(machine + ".lock"), "saving labels", Lock.Waiting.SILENTLY)) {
                catchUp();
                List<JournalLine> lines = stamped(edits);
                StringBuilder text = new StringBuilder();
                lines.forEach(l -> text.append(l.written()).append('\n'));
                byte[] bytes = text.toString().getBytes(StandardCharsets.UTF_8);
                check(lines, bytes);
                disk.append(file, bytes);
                ownBytes = Files.size(file);
                lines.forEach(this::apply);
            }
        } catch (IOException | IllegalStateException e) {
            throw new Problem(
                            file.toString(),
                            "the label could not be saved (" + e.getMessage() + ")",
                            "Is the library writable, the drive not full and the clock right")
                    .raise(e);
        }
    }

    /** What another process of this machine appended meanwhile: its stamps must be known before the next is given. */
    private void catchUp() throws IOException {
        Path file = own();
        if (!Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
            ownBytes = 0;
            return;
        }
        long size = Files.size(file);
        if (size < ownBytes) {
            load();
        } else if (size > ownBytes) {
            try (SeekableByteChannel channel =
                            Files.newByteChannel(file, Set.of(StandardOpenOption.READ, LinkOption.NOFOLLOW_LINKS));
                    InputStream in = Channels.newInputStream(channel.position(ownBytes))) {
                merge(file, in.readAllBytes());
            }
        }
    }

    private List<JournalLine> stamped(List<Edit> edits) {
        List<JournalLine> lines = new ArrayList<>();
        Stamp at = latest;
        for (Edit edit : edits) {
            at = Stamp.next(at, clock.getAsLong(), machine);
            lines.add(new JournalLine(at, edit.asset(), edit.field(), edit.value(), edit.added()));
        }
        return lines;
    }

    /** Nothing is acknowledged that would not be read back: half a surrogate pair, for one, is kept by no file. */
    private void check(List<JournalLine> lines, byte[] bytes) throws IOException {
        if (lines.stream().anyMatch(l -> l.stamp().isFarAheadOf(clock.getAsLong()))) {
            throw new IOException("the journal is a day ahead of this machine's clock");
        }
        List<JournalLine> back = new ArrayList<>();
        for (String line : new String(bytes, StandardCharsets.UTF_8).split("\n", -1)) {
            JournalLine.parse(line).ifPresent(back::add);
        }
        if (!back.equals(lines)) {
            throw new IOException("its text holds characters that cannot be kept");
        }
    }

    synchronized Labels labels(String asset) {
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
        JournalLine line = state.getOrDefault(asset, Map.of()).get(field);
        return line == null ? "" : line.text();
    }

    /** All assets something was said of. */
    synchronized Set<String> assets() {
        return Set.copyOf(state.keySet());
    }

    /** The present text of one field by asset. */
    synchronized Map<String, String> texts(String field) {
        Map<String, String> out = new HashMap<>();
        state.forEach((asset, fields) -> {
            JournalLine line = fields.get(field);
            if (line != null) {
                out.put(asset, line.text());
            }
        });
        return out;
    }

    /** Everything said of one asset, as edits that say it again. */
    synchronized List<Edit> edits(String from, String to) {
        return state.getOrDefault(from, Map.of()).values().stream()
                .map(l -> new Edit(to, l.field(), l.text(), l.present()))
                .toList();
    }
}
