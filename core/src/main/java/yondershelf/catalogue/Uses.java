package yondershelf.catalogue;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.disk.Lock;
import yondershelf.library.Library;
import yondershelf.words.Phrase;
import yondershelf.work.ProgramLog;

/**
 * Which scenes use which assets, as they were saved on this machine: {@code scenes.json} in the program's own folder. How many use an
 * asset stands in its store too, to be found by. Safe for several threads.
 */
public final class Uses {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final long MOST_BYTES = 256L << 20;
    /** The oldest are forgotten beyond so many. */
    private static final int MOST_SCENES = 2_000;

    private static final String NUMBER = "scenes";

    private final Path file;
    private final Path lock;

    Uses(Path folder) {
        this.file = folder.resolve("scenes.json");
        this.lock = folder.resolve("scenes.lock");
    }

    /** What a scene uses, the latest saved last. A damaged list is set aside: it fills again with each scene that is saved. */
    private Map<String, Set<String>> read() throws IOException {
        Map<String, Set<String>> out = new LinkedHashMap<>();
        if (!Files.isRegularFile(file)) {
            return out;
        }
        JsonNode all;
        try {
            all = JSON.readTree(Disk.read(file, MOST_BYTES));
        } catch (JsonProcessingException e) {
            ProgramLog.note("which scenes use what", e);
            Files.move(file, Disk.free(file, "damaged"));
            return out;
        }
        for (JsonNode scene : all.path("scenes")) {
            Set<String> assets = new LinkedHashSet<>();
            scene.path("assets").forEach(a -> assets.add(a.asText()));
            path(scene.path("file").asText()).ifPresent(p -> out.put(p.toString(), assets));
        }
        return out;
    }

    private static Optional<Path> path(String text) {
        try {
            return Optional.of(Path.of(text));
        } catch (InvalidPathException e) {
            return Optional.empty();
        }
    }

    private void write(Map<String, Set<String>> scenes) throws IOException {
        ObjectNode all = JSON.createObjectNode();
        ArrayNode list = all.putArray("scenes");
        scenes.forEach((scene, assets) -> {
            ArrayNode of = list.addObject().put("file", scene).putArray("assets");
            assets.forEach(of::add);
        });
        byte[] bytes = JSON.writeValueAsBytes(all);
        Disk.REAL.write(file, out -> out.write(bytes));
    }

    /** The scenes that use an asset, those saved last first; also such whose file is gone by now. */
    public List<Path> of(String asset) throws ProblemException {
        try (Lock _ = Lock.take(lock, Phrase.of("catalogue.reading-which-scenes-use-what"), Lock.Waiting.USUAL)) {
            List<Path> out = new ArrayList<>();
            read().forEach((scene, assets) -> {
                if (assets.contains(asset)) {
                    out.add(0, Path.of(scene));
                }
            });
            return out;
        } catch (IOException e) {
            throw unreadable(e);
        }
    }

    private ProblemException unreadable(IOException e) {
        return Problem.of(file, Phrase.of("catalogue.which-scenes-use-what-cannot", e.getMessage()))
                .raise(e);
    }

    /** A scene was saved that uses these, and nothing else any more. */
    void note(Path scene, Set<String> assets, List<KnownLibrary> libraries) throws ProblemException {
        try (Lock _ = Lock.take(lock, Phrase.of("catalogue.keeping-which-scenes-use-what"), Lock.Waiting.USUAL)) {
            Map<String, Set<String>> all = read();
            Set<String> concerned = new LinkedHashSet<>(assets);
            Set<String> before = all.remove(scene.toAbsolutePath().normalize().toString());
            if (before != null) {
                concerned.addAll(before);
            }
            Set<String> used = new LinkedHashSet<>(assets);
            used.remove("");
            all.put(scene.toAbsolutePath().normalize().toString(), used);
            while (all.size() > MOST_SCENES) {
                String oldest = all.keySet().iterator().next();
                concerned.addAll(all.getOrDefault(oldest, Set.of()));
                all.remove(oldest);
            }
            write(all);
            Map<String, Integer> counts = counts(all);
            for (KnownLibrary library : libraries) {
                List<String> here = concerned.stream()
                        .filter(id -> library.store().asset(id).isPresent())
                        .toList();
                if (!here.isEmpty()) {
                    library.store().write(batch -> here.forEach(id -> batch.used(id, counts.getOrDefault(id, 0))));
                }
            }
        } catch (IOException e) {
            throw unreadable(e);
        }
    }

    private static Map<String, Integer> counts(Map<String, Set<String>> scenes) {
        Map<String, Integer> out = new HashMap<>();
        scenes.values().forEach(assets -> assets.forEach(id -> out.merge(id, 1, Integer::sum)));
        return out;
    }

    /** A store that was made anew knows nothing of scenes: it is told. */
    void tell(Library library) throws ProblemException {
        if (library.store().meta(NUMBER).isPresent() || !Files.isRegularFile(file)) {
            return;
        }
        try (Lock _ = Lock.take(lock, Phrase.of("catalogue.reading-which-scenes-use-what"), Lock.Waiting.USUAL)) {
            Map<String, Integer> counts = counts(read());
            counts.keySet().removeIf(id -> library.store().asset(id).isEmpty());
            library.store().write(batch -> {
                counts.forEach(batch::used);
                batch.meta(NUMBER, "told");
            });
        } catch (IOException e) {
            throw unreadable(e);
        }
    }
}
