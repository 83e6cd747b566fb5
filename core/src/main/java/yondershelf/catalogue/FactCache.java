package yondershelf.catalogue;

import com.fasterxml.jackson.annotation.JsonAutoDetect.Visibility;
import com.fasterxml.jackson.annotation.PropertyAccessor;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.facts.Facts;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.ContentHash;
import yondershelf.library.Library;
import yondershelf.sorting.SortedItem;
import yondershelf.store.AssetRow;
import yondershelf.store.Batch;
import yondershelf.store.Store;
import yondershelf.words.Phrase;
import yondershelf.work.Parallel;
import yondershelf.work.ProgramLog;
import yondershelf.work.Work;

/** Facts as they are kept for the state an asset's files are in, measured where they are not. Safe for several threads. */
final class FactCache {
    /** Facts as they are kept, not as they are said. */
    private static final ObjectMapper JSON = JsonMapper.builder()
            .visibility(PropertyAccessor.GETTER, Visibility.NONE)
            .visibility(PropertyAccessor.FIELD, Visibility.ANY)
            .build();

    private static final int MOST_FAILING = 10_000;
    private static final Duration AGAIN = Duration.ofMinutes(10);

    private final Libraries libraries;
    private final Kinds kinds;
    /** What could not be read for reasons of the moment: not tried again at each glance. */
    private final Cache<String, Known> failing = Caffeine.newBuilder()
            .maximumSize(MOST_FAILING)
            .expireAfterWrite(AGAIN)
            .build();

    /** @param content hash over the asset's files; null when they could not all be read, which is never kept */
    record Known(@Nullable String content, Facts facts) {}

    FactCache(Libraries libraries, Kinds kinds) {
        this.libraries = libraries;
        this.kinds = kinds;
    }

    Optional<Known> kept(Store store, Asset asset) {
        return store.facts().of(asset.id(), asset.state()).flatMap(row -> {
            try {
                Facts facts = JSON.readValue(row[1], Facts.class);
                // kept by a version that did not tell verdicts on bytes from those of the moment
                boolean doubtful = !facts.readable() && !row[1].contains("\"passing\"");
                return doubtful ? Optional.empty() : Optional.of(new Known(row[0], facts));
            } catch (JsonProcessingException e) {
                // from another version: measured again
                return Optional.empty();
            }
        });
    }

    Known of(Library library, Asset asset) throws ProblemException {
        Optional<Known> kept = kept(library.store(), asset);
        if (kept.isPresent()) {
            return kept.get();
        }
        Known fresh = now(library, asset);
        Consumer<Batch> keeping = keeping(asset, fresh);
        if (keeping != null) {
            library.store().write(keeping);
        }
        return fresh;
    }

    private Known now(Library library, Asset asset) {
        String moment = asset.id() + " " + asset.state() + " " + libraries.readerLimits();
        Known failed = failing.getIfPresent(moment);
        if (failed != null) {
            return failed;
        }
        String content = contentHash(library, asset);
        Known fresh = new Known(content, measure(library, asset));
        if (content != null && fresh.facts.ofTheMoment()) {
            failing.put(moment, fresh);
        }
        return fresh;
    }

    /** Of a drive that is away, a file that is forbidden, or a failure of the moment nothing is remembered: null. */
    private static @Nullable Consumer<Batch> keeping(Asset asset, Known fresh) throws ProblemException {
        String content = fresh.content;
        if (content == null || fresh.facts.ofTheMoment()) {
            return null;
        }
        try {
            String text = JSON.writeValueAsString(fresh.facts);
            String measures = Measures.of(fresh.facts);
            return batch -> batch.facts(asset.id(), asset.state(), content, text, measures);
        } catch (JsonProcessingException e) {
            throw Problem.of(asset.path(), Phrase.kept("catalogue.its-facts-cannot-be-kept"))
                    .raise(e);
        }
    }

    /** As {@link AssetFacts#all} says. */
    Map<String, String> all(Library library, Work work) throws ProblemException {
        Store store = library.store();
        Map<String, String> unreadable = new ConcurrentHashMap<>();
        Set<String> doubtful = new HashSet<>();
        for (String id : store.facts().unreadable()) {
            AssetRow row = store.asset(id).orElse(null);
            Known known = row == null ? null : kept(store, Asset.of(row)).orElse(null);
            if (row != null && known == null) {
                doubtful.add(row.id());
            } else if (row != null && known != null && !known.facts.readable()) {
                unreadable.put(row.path(), known.facts.reason());
            }
        }
        List<Asset> left = new ArrayList<>();
        for (AssetRow row : store.facts().unmeasured()) {
            Asset asset = Asset.of(row);
            // what was told of one is part of its state, which the store does not compare
            if (row.said().isEmpty() || kept(store, asset).isEmpty()) {
                left.add(asset);
            }
        }
        doubtful.forEach(id ->
                store.asset(id).map(Asset::of).filter(a -> !left.contains(a)).ifPresent(left::add));
        AtomicInteger done = new AtomicInteger();
        try (FactKeeping keeping = new FactKeeping(store)) {
            Parallel.run(left.size(), Parallel.threads(), work::isCancelled, i -> {
                Asset asset = left.get(i);
                work.progress(done.getAndIncrement(), left.size(), asset.name());
                Known fresh = now(library, asset);
                try {
                    keeping.add(keeping(asset, fresh));
                } catch (ProblemException e) {
                    work.problem(e.problem());
                }
                if (!fresh.facts.readable()) {
                    unreadable.put(asset.path(), fresh.facts.reason());
                }
            });
        }
        return unreadable;
    }

    /** Reading has an edge of its own; what a strange model does to measuring is that model's trouble too. */
    private Facts measure(Library library, Asset asset) {
        try {
            return kinds.of(asset.kind()).measure(Source.of(library, asset, asset.name()));
        } catch (RuntimeException | OutOfMemoryError | StackOverflowError e) {
            ProgramLog.note("measuring " + asset.path(), e);
            Problem problem = Problem.of(
                    asset.path(),
                    Phrase.kept("catalogue.it-cannot-be-measured", e.getClass().getSimpleName()));
            return Facts.unreadable(asset.kind(), e instanceof OutOfMemoryError ? problem.ofTheMoment() : problem, 0);
        }
    }

    /** Over the bytes of all its files; null when one of them cannot be read now. */
    private static @Nullable String contentHash(Library library, Asset asset) {
        StringBuilder all = new StringBuilder();
        for (SortedItem.SortedFile file : asset.files()) {
            try {
                all.append(ContentHash.of(library.resolve(file.path()), Formats.MOST_BYTES));
            } catch (IOException e) {
                return null;
            }
        }
        return ContentHash.ofText(all + asset.told());
    }

    /** Tries again what could not be read. */
    void forgetFailures() {
        failing.invalidateAll();
    }
}
