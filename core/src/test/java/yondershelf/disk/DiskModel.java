package yondershelf.disk;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** What a disk holds for sure, and what it may hold, while calls are made. */
public final class DiskModel implements Disk.Watcher {
    private final Path root;
    private int numbers;
    /** Names as programs see them, and as they would be found if no folder was synced since. */
    private Map<Path, Integer> names = new HashMap<>();

    private Map<Path, Integer> safeNames = new HashMap<>();
    private final Map<Integer, byte[]> safeBytes = new HashMap<>();
    private final List<Map<Path, byte[]>> afterEach = new ArrayList<>();

    /** @param root what lies below it is on the disk for sure */
    public DiskModel(Path root) throws IOException {
        this.root = root;
        try (var walk = Files.walk(root)) {
            for (Path path : walk.filter(Files::isRegularFile).toList()) {
                names.put(path, ++numbers);
                safeBytes.put(numbers, Files.readAllBytes(path));
            }
        }
        safeNames = new HashMap<>(names);
    }

    @Override
    public void did(Disk.Operation act, Path path, @Nullable Path to) {
        switch (act) {
            case WRITE -> names.computeIfAbsent(path, k -> ++numbers);
            case SYNC -> safeBytes.put(number(path), bytes(path));
            case MOVE -> names.put(Objects.requireNonNull(to), removed(path));
            case DELETE -> names.remove(path);
            case SYNC_FOLDER -> {
                safeNames.keySet().removeIf(p -> path.equals(p.getParent()));
                names.forEach((p, n) -> {
                    if (path.equals(p.getParent())) {
                        safeNames.put(p, n);
                    }
                });
            }
            case MAKE_FOLDER -> {}
        }
        afterEach.add(found(safeNames));
        afterEach.add(found(names));
    }

    /** What would be found after a power cut at each call: with no name that was not synced, then with all of them. */
    public List<Map<Path, byte[]>> afterEach() {
        return List.copyOf(afterEach);
    }

    /** What would be found after a power cut now, whatever it leaves of what was not synced. */
    Map<Path, byte[]> safe() {
        return found(safeNames);
    }

    private int number(Path path) {
        return names.computeIfAbsent(path, k -> ++numbers);
    }

    private int removed(Path path) {
        Integer number = names.remove(path);
        return number == null ? ++numbers : number;
    }

    private static byte[] bytes(Path path) {
        try {
            return Files.readAllBytes(path);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Bytes never synced are not there: the worst that may happen to them. */
    private Map<Path, byte[]> found(Map<Path, Integer> where) {
        Map<Path, byte[]> out = new HashMap<>();
        where.forEach((path, number) -> out.put(root.relativize(path), safeBytes.getOrDefault(number, new byte[0])));
        return out;
    }
}
