package yondershelf.library;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.zip.CRC32;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;

/** The labels of a library: all machines' journals merged, and this machine's own to append to. Safe for several threads. */
final class Journal {
    private static final ObjectMapper JSON = new ObjectMapper();

    private record Value(Stamp stamp, String text, boolean present) {}

    private final Path folder;
    private final String machine;
    /** By asset, then by field; a tag's field is {@code tag:} and the tag. */
    private final Map<String, Map<String, Value>> state = new HashMap<>();

    private Stamp latest = new Stamp(0, 0, "");
    private int ignoredLines;

    Journal(Path folder, String machine) {
        this.folder = folder;
        this.machine = machine;
    }

    /** Reads every machine's journal again. Broken lines are passed over and counted; when reading fails, all stays as it was. */
    synchronized void load() throws IOException {
        List<byte[]> journals = new ArrayList<>();
        if (Files.isDirectory(folder)) {
            try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, "*.jsonl")) {
                for (Path file : files) {
                    journals.add(Files.readAllBytes(file));
                }
            } catch (DirectoryIteratorException e) {
                throw e.getCause();
            }
        }
        state.clear();
        ignoredLines = 0;
        for (byte[] journal : journals) {
            // bytes that are no UTF-8 become replacement characters, which the line's checksum then refuses
            new String(journal, StandardCharsets.UTF_8)
                    .lines()
                    .filter(l -> !l.isBlank())
                    .forEach(this::merge);
        }
    }

    synchronized int ignoredLines() {
        return ignoredLines;
    }

    private void merge(String line) {
        try {
            JsonNode node = JSON.readTree(line);
            Stamp stamp = Stamp.parse(node.path("t").asText());
            String asset = node.path("a").asText();
            String field = node.path("f").asText();
            String text = node.path("v").asText();
            boolean present = node.path("p").asBoolean(true);
            if (!node.path("c").asText().equals(check(stamp.text(), asset, field, text, present))) {
                ignoredLines++;
                return;
            }
            apply(asset, field, new Value(stamp, text, present));
        } catch (IOException | IllegalArgumentException e) {
            ignoredLines++;
        }
    }

    private void apply(String asset, String field, Value value) {
        String key = field.equals("tag") ? "tag:" + value.text : field;
        state.computeIfAbsent(asset, k -> new HashMap<>())
                .merge(key, value, (a, b) -> a.stamp.compareTo(b.stamp) >= 0 ? a : b);
        if (value.stamp.compareTo(latest) > 0) {
            latest = value.stamp;
        }
    }

    private static String check(String stamp, String asset, String field, String text, boolean present) {
        CRC32 crc = new CRC32();
        crc.update(
                (stamp + "\0" + asset + "\0" + field + "\0" + text + "\0" + present).getBytes(StandardCharsets.UTF_8));
        return String.format("%08x", crc.getValue());
    }

    /** Appends edits in one group commit: when this returns, they are on the disk. */
    synchronized void append(List<Edit> edits) throws ProblemException {
        StringBuilder lines = new StringBuilder();
        List<Runnable> changes = new ArrayList<>();
        Stamp clock = latest;
        for (Edit edit : edits) {
            clock = Stamp.next(clock, System.currentTimeMillis(), machine);
            Stamp stamp = clock;
            ObjectNode node = JSON.createObjectNode();
            node.put("t", stamp.text()).put("a", edit.asset()).put("f", edit.field());
            node.put("v", edit.value());
            if (!edit.added()) {
                node.put("p", false);
            }
            node.put("c", check(stamp.text(), edit.asset(), edit.field(), edit.value(), edit.added()));
            lines.append(node).append('\n');
            changes.add(() -> apply(edit.asset(), edit.field(), new Value(stamp, edit.value(), edit.added())));
        }
        Path file = folder.resolve(machine + ".jsonl");
        try {
            Files.createDirectories(folder);
            write(file, lines.toString().getBytes(StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new Problem(
                            file.toString(),
                            "the label could not be saved (" + e.getMessage() + ")",
                            "Is the library writable and the drive not full")
                    .raise(e);
        }
        changes.forEach(Runnable::run);
    }

    private static void write(Path file, byte[] bytes) throws IOException {
        try (FileChannel channel = FileChannel.open(
                        file, StandardOpenOption.CREATE, StandardOpenOption.READ, StandardOpenOption.WRITE);
                FileLock lock = channel.lock()) {
            long end = channel.size();
            ByteBuffer out = ByteBuffer.allocate(bytes.length + 1);
            if (end > 0 && lock.isValid()) {
                ByteBuffer last = ByteBuffer.allocate(1);
                channel.read(last, end - 1);
                if (last.get(0) != '\n') {
                    // a torn last line of an earlier crash: ours begin on a line of their own
                    out.put((byte) '\n');
                }
            }
            out.put(bytes).flip();
            channel.position(end);
            while (out.hasRemaining()) {
                channel.write(out);
            }
            channel.force(true);
        }
    }

    synchronized Labels labels(String asset) {
        Map<String, Value> fields = state.get(asset);
        if (fields == null) {
            return Labels.NONE;
        }
        Map<String, String> texts = new HashMap<>();
        TreeSet<String> tags = new TreeSet<>();
        fields.forEach((key, value) -> {
            if (!key.startsWith("tag:")) {
                texts.put(key, value.text);
            } else if (value.present) {
                tags.add(value.text);
            }
        });
        return Labels.of(texts, tags);
    }
}
