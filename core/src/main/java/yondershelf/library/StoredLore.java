package yondershelf.library;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import yondershelf.format.reading.FileType;
import yondershelf.sorting.Lore;
import yondershelf.store.Learned;
import yondershelf.store.Store;

/** Looks into a file only when it changed since somebody did. Several threads may ask of different files. */
final class StoredLore implements Lore {
    private final Store store;
    private final Lore files;
    private final Function<String, String> states;
    private final Map<String, Learned> fresh = new ConcurrentHashMap<>();

    /** @param states size and time of a file, as {@link FileState} writes them */
    StoredLore(Store store, Lore files, Function<String, String> states) {
        this.store = store;
        this.files = files;
        this.states = states;
    }

    private Learned known(String path) {
        Learned now = fresh.get(path);
        return now != null ? now : store.references().learned(path, states.apply(path));
    }

    @Override
    public Set<String> references(String path) {
        Learned known = known(path);
        String mentions = known.mentions();
        if (mentions != null) {
            return mentions.isEmpty() ? Set.of() : Set.of(mentions.split("\0"));
        }
        Set<String> found = files.references(path);
        List<String> kept = new ArrayList<>(found);
        fresh.put(
                path,
                new Learned(known.state(), String.join("\0", kept), known.type(), known.shape(), known.panorama()));
        return found;
    }

    @Override
    public Optional<FileType> type(String path) {
        Learned known = known(path);
        String type = known.type();
        if (type != null) {
            return type.isEmpty() ? Optional.empty() : Optional.of(FileType.valueOf(type));
        }
        Optional<FileType> told = files.type(path);
        String word = told.map(FileType::name).orElse("");
        fresh.put(path, new Learned(known.state(), known.mentions(), word, known.shape(), known.panorama()));
        return told;
    }

    @Override
    public int shape(String path) {
        Learned known = known(path);
        if (known.shape() >= 0) {
            return known.shape();
        }
        int shape = files.shape(path);
        fresh.put(path, new Learned(known.state(), known.mentions(), known.type(), shape, known.panorama()));
        return shape;
    }

    @Override
    public Shows shows(String path) {
        Learned known = known(path);
        if (known.panorama() >= 0 && known.panorama() < Shows.values().length) {
            return Shows.values()[known.panorama()];
        }
        Shows shows = files.shows(path);
        fresh.put(path, new Learned(known.state(), known.mentions(), known.type(), known.shape(), shows.ordinal()));
        return shows;
    }

    /** Looked at anew whenever one of their folder changes: a renderer may still be at it. */
    @Override
    public boolean areFrames(List<String> paths) {
        return files.areFrames(paths);
    }

    /** What was learned since this was asked last, to be kept. */
    Map<String, Learned> take() {
        Map<String, Learned> out = new LinkedHashMap<>(fresh);
        fresh.clear();
        return out;
    }
}
