package yondershelf.library;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.LongSupplier;
import yondershelf.content.Problem;
import yondershelf.disk.Disk;
import yondershelf.disk.Lock;
import yondershelf.words.Phrase;

/**
 * One file for each machine, to which only that machine appends; a sync tool may bring them together. Each is read on from where
 * it was read to. This machine's own is written anew without lines that later ones of it overruled, when there are many.
 * Safe for several threads.
 */
final class JournalFiles implements EditLog {
    private static final long MOST_BYTES = 1L << 30;
    private static final int HEAD = 96;
    private static final int FEW_LINES = 5_000;

    private final Path folder;
    private final String machine;
    private final Disk disk;
    private final LongSupplier clock;
    private final Map<String, Mark> marks = new TreeMap<>();
    private final List<JournalLine> pending = new ArrayList<>();
    private final Set<JournalLine> ahead = new LinkedHashSet<>();
    private final Map<String, String> unreadable = new TreeMap<>();
    private boolean anew = true;
    private Stamp latest = new Stamp(0, 0, "");

    /** How far a file was read, and what of it was passed over. */
    private static final class Mark {
        private long read;
        private long size;
        private long millis;
        private byte[] head = {};
        private int lines;
        private int kept;
        private int damaged;
        private int ahead;
    }

    JournalFiles(Path folder, String machine, Disk disk, LongSupplier clock) {
        this.folder = folder;
        this.machine = machine;
        this.disk = disk;
        this.clock = clock;
    }

    private String ownName() {
        return machine + ".jsonl";
    }

    private Path own() {
        return folder.resolve(ownName());
    }

    @Override
    public synchronized News news() throws IOException {
        readAll();
        long now = clock.getAsLong();
        List<JournalLine> came =
                ahead.stream().filter(line -> !line.stamp().isFarAheadOf(now)).toList();
        came.forEach(this::take);
        came.forEach(ahead::remove);
        News news = new News(List.copyOf(pending), anew);
        pending.clear();
        anew = false;
        return news;
    }

    private void readAll() throws IOException {
        Map<String, BasicFileAttributes> there = files();
        boolean taken = !there.keySet().containsAll(marks.keySet())
                || marks.entrySet().stream().anyMatch(m -> isCut(m.getKey(), m.getValue(), there));
        if (taken) {
            marks.clear();
            pending.clear();
            ahead.clear();
            latest = new Stamp(0, 0, "");
            anew = true;
        }
        unreadable.clear();
        for (Map.Entry<String, BasicFileAttributes> file : there.entrySet()) {
            try {
                read(file.getKey(), file.getValue());
            } catch (IOException e) {
                if (!Files.isDirectory(folder)) {
                    throw e;
                }
                unreadable.put(file.getKey(), Refused.reason(e));
            }
        }
    }

    /** A file that lost its end, and was not written anew by its machine. */
    private boolean isCut(String name, Mark mark, Map<String, BasicFileAttributes> there) {
        BasicFileAttributes is = there.get(name);
        return is != null && is.size() < mark.read && !name.equals(ownName()) && !isCompacted(name);
    }

    private boolean isCompacted(String name) {
        try {
            return Compaction.isHeader(new String(head(folder.resolve(name)), StandardCharsets.UTF_8));
        } catch (IOException e) {
            return false;
        }
    }

    private Map<String, BasicFileAttributes> files() throws IOException {
        Map<String, BasicFileAttributes> out = new TreeMap<>();
        if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
            return out;
        }
        try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, "*.jsonl")) {
            for (Path file : files) {
                try {
                    out.put(
                            String.valueOf(file.getFileName()),
                            Files.readAttributes(file, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS));
                } catch (IOException e) {
                    if (!Files.isDirectory(folder)) {
                        throw e;
                    }
                }
            }
        } catch (DirectoryIteratorException e) {
            throw e.getCause();
        }
        return out;
    }

    @Override
    public synchronized boolean hasNews() {
        try {
            for (Map.Entry<String, BasicFileAttributes> file : files().entrySet()) {
                Mark mark = marks.get(file.getKey());
                if (mark == null || isOther(mark, file.getValue())) {
                    return true;
                }
            }
            return false;
        } catch (IOException e) {
            return false;
        }
    }

    private static boolean isOther(Mark mark, BasicFileAttributes is) {
        return is.size() != mark.size || is.lastModifiedTime().toMillis() != mark.millis;
    }

    private void read(String name, BasicFileAttributes is) throws IOException {
        Mark mark = marks.get(name);
        if (mark != null && !isOther(mark, is)) {
            return;
        }
        Path file = folder.resolve(name);
        if (!is.isRegularFile()) {
            throw new FileSystemException(file.toString(), null, Phrase.of("library.it-is-no-plain-file"));
        }
        if (is.size() > MOST_BYTES) {
            throw new FileSystemException(file.toString(), null, Phrase.of("library.it-is-too-large"));
        }
        byte[] head = head(file);
        boolean goesOn = mark != null
                && is.size() >= mark.read
                && head.length >= mark.head.length
                && Arrays.equals(mark.head, Arrays.copyOf(head, mark.head.length));
        if (mark == null || !goesOn) {
            mark = new Mark();
            marks.put(name, mark);
        }
        byte[] bytes = bytes(file, mark.read);
        mark.size = is.size();
        mark.millis = is.lastModifiedTime().toMillis();
        mark.head = head;
        mark.read += merge(mark, bytes);
    }

    private static byte[] head(Path file) throws IOException {
        try (SeekableByteChannel channel = open(file)) {
            ByteBuffer head = ByteBuffer.allocate((int) Math.min(HEAD, channel.size()));
            fill(channel, head);
            return Arrays.copyOf(head.array(), head.position());
        }
    }

    private static byte[] bytes(Path file, long from) throws IOException {
        try (SeekableByteChannel channel = open(file)) {
            ByteBuffer bytes = ByteBuffer.allocate((int) Math.max(0, channel.size() - from));
            channel.position(from);
            fill(channel, bytes);
            return Arrays.copyOf(bytes.array(), bytes.position());
        }
    }

    private static SeekableByteChannel open(Path file) throws IOException {
        return Files.newByteChannel(file, Set.of(StandardOpenOption.READ, LinkOption.NOFOLLOW_LINKS));
    }

    private static void fill(SeekableByteChannel channel, ByteBuffer bytes) throws IOException {
        int read = 0;
        while (bytes.hasRemaining() && read >= 0) {
            read = channel.read(bytes);
        }
    }

    /** Takes the lines in; the last one, when it has no end yet, is left for the next time. Gives how many bytes were taken. */
    private int merge(Mark mark, byte[] bytes) {
        int from = 0;
        for (int at = 0; at < bytes.length; at++) {
            if (bytes[at] == '\n') {
                line(mark, bytes, from, at);
                from = at + 1;
            }
        }
        if (from < bytes.length) {
            if (JournalLine.parse(bytes, from, bytes.length).isPresent()) {
                line(mark, bytes, from, bytes.length);
                from = bytes.length;
            }
        }
        return from;
    }

    private void line(Mark mark, byte[] bytes, int from, int to) {
        // bytes that are no UTF-8 become replacement characters, which the line's checksum then refuses
        Optional<JournalLine> read = JournalLine.parse(bytes, from, to);
        if (read.isEmpty()) {
            String line = new String(bytes, from, to - from, StandardCharsets.UTF_8);
            if (line.isBlank()) {
                return;
            }
            if (mark.lines == 0 && Compaction.isHeader(line)) {
                mark.kept = Compaction.keptLines(line);
                return;
            }
        }
        mark.lines++;
        if (read.isEmpty()) {
            mark.damaged++;
        } else if (read.get().stamp().isFarAheadOf(clock.getAsLong())) {
            mark.ahead++;
            ahead.add(read.get());
        } else {
            take(read.get());
        }
    }

    private void take(JournalLine line) {
        pending.add(line);
        if (line.stamp().compareTo(latest) > 0) {
            latest = line.stamp();
        }
    }

    @Override
    public synchronized void append(List<Edit> edits) throws IOException {
        disk.makeFolders(folder);
        try (Lock _ =
                Lock.take(folder.resolve(machine + ".lock"), Phrase.of("library.saving-labels"), Lock.Waiting.USUAL)) {
            // what another process of this machine appended meanwhile: its stamps must be known before the next is
            // given
            readOwn();
            List<JournalLine> lines = stamped(edits);
            StringBuilder text = new StringBuilder();
            lines.forEach(l -> text.append(l.written()).append('\n'));
            byte[] bytes = text.toString().getBytes(StandardCharsets.UTF_8);
            check(lines, bytes);
            disk.append(own(), bytes);
            readOwn();
            Mark mark = marks.get(ownName());
            if (mark != null && mark.lines > FEW_LINES + 2 * mark.kept) {
                compact();
            }
        }
    }

    private void readOwn() throws IOException {
        if (Files.isRegularFile(own(), LinkOption.NOFOLLOW_LINKS)) {
            read(ownName(), Files.readAttributes(own(), BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS));
        }
    }

    private void compact() throws IOException {
        String text = new String(Disk.read(own(), MOST_BYTES), StandardCharsets.UTF_8);
        byte[] bytes = Compaction.of(text, latest);
        disk.write(own(), o -> o.write(bytes));
        List<JournalLine> before = List.copyOf(pending);
        readOwn();
        // all of it was known already
        pending.clear();
        pending.addAll(before);
    }

    /**
     * Lines with readings of this machine's clock, each above all that is known. Where something is said of what a line ahead of its
     * time speaks of, as after the clock was set back, it is said twice: now, and once more above that line, which would
     * overrule it when its time has come.
     */
    private List<JournalLine> stamped(List<Edit> edits) {
        Map<String, Stamp> overruling = new HashMap<>();
        ahead.forEach(l -> overruling.merge(subject(l), l.stamp(), (a, b) -> a.compareTo(b) > 0 ? a : b));
        List<JournalLine> lines = new ArrayList<>();
        List<JournalLine> again = new ArrayList<>();
        Stamp at = latest;
        for (Edit edit : edits) {
            at = Stamp.next(at, clock.getAsLong(), machine);
            JournalLine line = new JournalLine(at, edit.asset(), edit.field(), edit.value(), edit.added());
            if (line.stamp().isFarAheadOf(clock.getAsLong())) {
                throw new IllegalStateException("the journal is a day ahead of this machine's clock");
            }
            lines.add(line);
            Stamp above = overruling.get(subject(line));
            if (above != null && !above.isLast()) {
                Stamp next = Stamp.next(above, 0, machine);
                overruling.put(subject(line), next);
                again.add(new JournalLine(next, edit.asset(), edit.field(), edit.value(), edit.added()));
            }
        }
        lines.addAll(again);
        return lines;
    }

    private static String subject(JournalLine line) {
        return line.asset() + "\n" + line.key();
    }

    /** Nothing is acknowledged that would not be read back: half a surrogate pair, for one, is kept by no file. */
    private static void check(List<JournalLine> lines, byte[] bytes) throws IOException {
        List<JournalLine> back = new ArrayList<>();
        for (String line : new String(bytes, StandardCharsets.UTF_8).split("\n", -1)) {
            JournalLine.parse(line).ifPresent(back::add);
        }
        if (!back.equals(lines)) {
            throw new IOException("its text holds characters that cannot be kept");
        }
    }

    @Override
    public synchronized int damagedLines() {
        return marks.values().stream().mapToInt(m -> m.damaged).sum();
    }

    @Override
    public synchronized List<Problem> problems() {
        List<Problem> out = new ArrayList<>();
        Set<String> names = new HashSet<>(marks.keySet());
        names.addAll(unreadable.keySet());
        for (String name : names.stream().sorted().toList()) {
            String file = folder.resolve(name).toString();
            String reason = unreadable.get(name);
            if (reason != null) {
                out.add(new Problem(
                        file,
                        Phrase.of("library.this-journal-of-labels-cannot", reason),
                        Phrase.of("library.labels-in-it-are-not")));
            }
            Mark mark = marks.getOrDefault(name, new Mark());
            if (mark.damaged > 0) {
                out.add(new Problem(
                        file,
                        Phrase.of("library.of-labels-damaged-and-passed", mark.damaged),
                        Phrase.of("library.the-file-is-left-as")));
            }
            if (mark.ahead > 0) {
                out.add(new Problem(
                        file,
                        Phrase.of("library.of-labels-a-time-more", mark.ahead),
                        Phrase.of("library.set-the-clocks-of-all")));
            }
        }
        return out;
    }
}
