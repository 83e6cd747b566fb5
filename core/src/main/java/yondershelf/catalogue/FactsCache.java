package yondershelf.catalogue;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import yondershelf.disk.Disk;
import yondershelf.facts.Facts;
import yondershelf.library.Asset;

/** Facts already measured, by asset and by the state of its files. A cache: losing it costs time only. */
final class FactsCache {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final int FORMAT = 2;

    /** @param content hash over the asset's files; null when they could not all be read, which is never kept */
    record Known(String key, @Nullable String content, Facts facts) {}

    private record Stored(int format, Map<String, Known> assets) {}

    private final Path file;
    private final ConcurrentHashMap<String, Known> known = new ConcurrentHashMap<>();
    private volatile boolean changed;

    FactsCache(Path file) {
        this.file = file;
        if (!Files.exists(file)) {
            return;
        }
        try {
            Stored stored = JSON.readValue(Files.readAllBytes(file), new TypeReference<Stored>() {});
            if (stored.format == FORMAT) {
                known.putAll(stored.assets);
            }
        } catch (IOException e) {
            // damaged or from another version: measured again
            known.clear();
        }
    }

    @Nullable
    Known get(Asset asset) {
        Known found = known.get(asset.id());
        return found != null && found.key.equals(asset.key()) ? found : null;
    }

    void put(Asset asset, Known fresh) {
        known.put(asset.id(), fresh);
        changed = true;
    }

    synchronized void save() throws IOException {
        if (!changed) {
            return;
        }
        changed = false;
        Files.createDirectories(file.getParent());
        Disk.REAL.writeLazily(file, JSON.writeValueAsBytes(new Stored(FORMAT, new HashMap<>(known))));
    }
}
