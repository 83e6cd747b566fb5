package yondershelf.catalogue;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.github.benmanes.caffeine.cache.AsyncCache;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.io.IOException;
import java.time.Duration;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import yondershelf.content.BasicColour;
import yondershelf.content.Environment;
import yondershelf.content.Kind;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Texture;
import yondershelf.facts.Facts;
import yondershelf.facts.Signature;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.ContentHash;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.sorting.SortedItem;
import yondershelf.store.Batch;
import yondershelf.store.Store;
import yondershelf.words.Phrase;
import yondershelf.work.Cached;
import yondershelf.work.Parallel;
import yondershelf.work.ProgramLog;
import yondershelf.work.Work;

/**
 * What assets hold: facts, previews, and the content itself. Content is read once for all who ask at the same time, and kept
 * as long as there is room. Safe for several threads.
 */
public final class Contents {
    private static final ObjectMapper JSON = new ObjectMapper();
    /** In the facts of what cannot be read. */
    private static final String UNREADABLE = "\"readable\":false";

    private static final long MOST_BYTES = 64L << 20;
    private static final int MOST_FAILING = 10_000;
    private static final Duration AGAIN = Duration.ofMinutes(10);

    private final Libraries libraries;
    private final Kinds kinds;
    private final PreviewStore previews;
    /** What could not be read for reasons of the moment: not tried again at each glance. */
    private final Cache<String, Known> failing = Caffeine.newBuilder()
            .maximumSize(MOST_FAILING)
            .expireAfterWrite(AGAIN)
            .build();

    private final AsyncCache<Loading, Object> loaded;

    /** The content of an asset as its files are now. */
    private record Loading(Asset asset, String key) {
        @Override
        public boolean equals(Object o) {
            return o instanceof Loading other && asset.id().equals(other.asset.id()) && key.equals(other.key);
        }

        @Override
        public int hashCode() {
            return asset.id().hashCode() * 31 + key.hashCode();
        }
    }

    /** @param content hash over the asset's files; null when they could not all be read, which is never kept */
    private record Known(@Nullable String content, Facts facts) {}

    Contents(Libraries libraries, Kinds kinds, PreviewStore previews) {
        this(
                libraries,
                kinds,
                previews,
                Math.min(MOST_BYTES, Runtime.getRuntime().maxMemory() / 4));
    }

    /** @param most bytes of content that are kept, about */
    Contents(Libraries libraries, Kinds kinds, PreviewStore previews, long most) {
        this.libraries = libraries;
        this.kinds = kinds;
        this.previews = previews;
        this.loaded = Cached.<Loading, Object>upTo(
                        most, (l, content) -> kinds.of(l.asset.kind()).weight(content))
                .buildAsync();
    }

    private Optional<KnownLibrary> known(Asset asset) {
        for (KnownLibrary library : libraries.all()) {
            if (library.store().asset(asset.id()).isPresent()) {
                return Optional.of(library);
            }
        }
        return Optional.empty();
    }

    private Library owner(Asset asset) throws ProblemException {
        KnownLibrary known = known(asset)
                .orElseThrow(() -> Problem.of(asset.path(), Phrase.of("catalogue.it-is-not-there-any"))
                        .raise());
        return known.library()
                .orElseThrow(() -> new Problem(
                                asset.path(),
                                Phrase.of("catalogue.its-library-is-away-2", known.name()),
                                Phrase.of("catalogue.connect-its-drive-it-comes"))
                        .raise());
    }

    /** Facts if they are known already. */
    public Optional<Facts> knownFacts(Asset asset) {
        return known(asset).flatMap(k -> kept(k.store(), asset)).map(Known::facts);
    }

    /** Facts, measured now if need be. */
    public Facts facts(Asset asset) throws ProblemException {
        Optional<Facts> there = knownFacts(asset);
        return there.isPresent() ? there.get() : measured(owner(asset), asset).facts();
    }

    private static Optional<Known> kept(Store store, Asset asset) {
        return store.facts(asset.id(), asset.state()).flatMap(row -> {
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

    private Known measured(Library library, Asset asset) throws ProblemException {
        Optional<Known> kept = kept(library.store(), asset);
        if (kept.isPresent()) {
            return kept.get();
        }
        Known fresh = measuredNow(library, asset);
        Consumer<Batch> keeping = keeping(asset, fresh);
        if (keeping != null) {
            library.store().write(keeping);
        }
        return fresh;
    }

    private Known measuredNow(Library library, Asset asset) {
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
            throw Problem.of(asset.path(), Phrase.of("catalogue.its-facts-cannot-be-kept"))
                    .raise(e);
        }
    }

    /**
     * Measures what is not known yet of many assets of a library, on all processors.
     *
     * @return why, by id, of those that cannot be read
     * @throws ProblemException when what was found out cannot be kept
     */
    public Map<String, String> measureAll(Library library, List<Asset> assets, Work work) throws ProblemException {
        Map<String, String> states = new HashMap<>();
        Map<String, String> unreadable = new ConcurrentHashMap<>();
        assets.forEach(a -> states.put(a.id(), a.state()));
        Set<String> known = new HashSet<>();
        library.store().eachFact(UNREADABLE, (id, key, facts) -> {
            Facts kept = facts.isEmpty() ? null : parsed(facts);
            boolean doubtful = !facts.isEmpty() && (kept == null || !facts.contains("\"passing\""));
            if (key.equals(states.get(id)) && !doubtful) {
                known.add(id);
                if (kept != null && !kept.readable()) {
                    unreadable.put(id, kept.reason());
                }
            }
        });
        List<Asset> left = assets.stream().filter(a -> !known.contains(a.id())).toList();
        try (FactKeeping keeping = new FactKeeping(library.store())) {
            AtomicInteger done = new AtomicInteger();
            Parallel.run(left.size(), Parallel.threads(), work::isCancelled, i -> {
                Asset asset = left.get(i);
                work.progress(done.getAndIncrement(), left.size(), asset.name());
                Known fresh = measuredNow(library, asset);
                try {
                    keeping.add(keeping(asset, fresh));
                } catch (ProblemException e) {
                    work.problem(e.problem());
                }
                if (!fresh.facts.readable()) {
                    unreadable.put(asset.id(), fresh.facts.reason());
                }
            });
        }
        return unreadable;
    }

    private static @Nullable Facts parsed(String text) {
        try {
            return JSON.readValue(text, Facts.class);
        } catch (JsonProcessingException e) {
            // from another version: measured again
            return null;
        }
    }

    /** Reading has an edge of its own; what a strange model does to measuring is that model's trouble too. */
    private Facts measure(Library library, Asset asset) {
        try {
            return kinds.of(asset.kind()).measure(Source.of(library, asset, asset.name()));
        } catch (RuntimeException | OutOfMemoryError | StackOverflowError e) {
            ProgramLog.note("measuring " + asset.path(), e);
            Problem problem = Problem.of(
                    asset.path(),
                    Phrase.of("catalogue.it-cannot-be-measured", e.getClass().getSimpleName()));
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

    public Model model(Asset asset) throws ProblemException {
        return (Model) read(asset);
    }

    public Material material(Asset asset) throws ProblemException {
        return (Material) read(asset);
    }

    public Environment environment(Asset asset) throws ProblemException {
        return (Environment) read(asset);
    }

    public Texture texture(Asset asset) throws ProblemException {
        return (Texture) read(asset);
    }

    private Object read(Asset asset) throws ProblemException {
        return kinds.of(asset.kind()).read(Source.of(owner(asset), asset));
    }

    /** Starts reading in the background. */
    public interface Starter {
        CompletableFuture<Object> start(Reading reading);
    }

    /** Reads one thing. */
    public interface Reading {
        Object read() throws ProblemException;
    }

    /** The content of an asset: what is there, what is being read already, or what is read now. */
    public CompletableFuture<Object> loaded(Asset asset, Starter starter) {
        return loaded.get(
                        new Loading(asset, asset.state()),
                        (key, executor) -> starter.start(() -> read(asset))
                                .handle((content, failure) -> content != null ? content : new Failed(failure)))
                .thenCompose(content -> content instanceof Failed failed
                        ? CompletableFuture.failedFuture(failed.reason)
                        : CompletableFuture.completedFuture(content));
    }

    /** Kept like content: while something is carried it is asked for at every movement. */
    private record Failed(Throwable reason) {}

    /** Tries again what could not be read. */
    public void forgetFailures() {
        failing.invalidateAll();
        loaded.synchronous().asMap().values().removeIf(Failed.class::isInstance);
    }

    /** How many bytes of content are kept now, about. */
    long keptBytes() {
        loaded.synchronous().cleanUp();
        return loaded.synchronous()
                .policy()
                .eviction()
                .map(e -> e.weightedSize().orElse(0))
                .orElse(0L);
    }

    /** Lets all content go. */
    public void forget() {
        loaded.synchronous().invalidateAll();
    }

    /** The kept final preview, if there is one; of a library that is away too. Nothing is measured for it: it is quick. */
    public @Nullable Picture readyPreview(Asset asset, int size) {
        KnownLibrary known = known(asset).orElse(null);
        if (known == null) {
            return null;
        }
        String key = kept(known.store(), asset).map(k -> key(k, size)).orElse(null);
        return key == null ? null : previews.load(known.library().orElse(null), key);
    }

    /** The kept final preview, if there is one for what the files hold now: they are read when nobody has yet. */
    public @Nullable Picture keptPreview(Asset asset, int size) throws ProblemException {
        Picture ready = readyPreview(asset, size);
        Library library = known(asset).flatMap(KnownLibrary::library).orElse(null);
        if (ready != null || library == null) {
            return ready;
        }
        String key = key(measured(library, asset), size);
        return key == null ? null : previews.load(library, key);
    }

    /** Null for an asset whose content is not known: its picture may belong to other bytes tomorrow. */
    private static @Nullable String key(Known known, int size) {
        return known.content() == null ? null : known.content() + "-" + Booth.VERSION + "-" + size;
    }

    /**
     * Takes a preview in the booth, unless a final one was kept: sRGB with transparency.
     *
     * @return null when cancelled
     * @throws ProblemException when the asset cannot be read
     */
    public @Nullable Picture takePreview(Asset asset, int size, int samples, BooleanSupplier cancelled)
            throws ProblemException {
        Library library = owner(asset);
        Known known = measured(library, asset);
        if (!known.facts().readable()) {
            throw Problem.of(asset.path(), known.facts().reason()).raise();
        }
        String key = key(known, size);
        boolean last = samples >= Booth.FINAL_SAMPLES;
        Picture kept = key == null ? null : previews.load(library, key);
        if (kept != null) {
            return kept;
        }
        long failures = kinds.passingFailures();
        Picture picture = guarded(
                asset, () -> kinds.of(asset.kind()).preview(Source.of(library, asset), size, samples, cancelled));
        // a picture that lacks a map for want of time or memory is shown, and taken again next time
        boolean whole = kinds.passingFailures() == failures;
        if (picture != null && whole && last && key != null) {
            previews.save(library, key, picture);
        }
        if (picture != null
                && whole
                && (last || library.store().look(asset.row(), lookKey(asset)).isEmpty())) {
            keepLook(library, asset, known.facts(), picture);
        }
        return picture;
    }

    /** How many pictures an asset shows one after the other; 1 for what stands still. Nothing is read for it. */
    public int frames(Asset asset) {
        return kinds.of(asset.kind()).frames(asset.files());
    }

    /**
     * One of those pictures, from 0, as its preview shows it. Not kept: it is read for as long as somebody looks.
     *
     * @throws ProblemException when it cannot be read
     */
    public @Nullable Picture frame(Asset asset, int number, int size) throws ProblemException {
        return kinds.of(asset.kind()).frame(Source.of(owner(asset), asset), number, size);
    }

    /** At the end of what {@link #keepLook} keeps: what is drawn or told apart otherwise is looked at again. */
    static final String LOOK = "@" + Booth.VERSION + "." + Signature.VERSION;

    private static String lookKey(Asset asset) {
        return asset.key() + asset.told() + LOOK;
    }

    private static void keepLook(Library library, Asset asset, Facts facts, Picture picture) throws ProblemException {
        keep(library, asset, Signature.of(picture).with(facts.scene().shape()));
    }

    private static void keep(Library library, Asset asset, Signature signature) throws ProblemException {
        int colours = BasicColour.bits(signature.colours());
        library.store().write(batch -> batch.look(asset.row(), lookKey(asset), colours, signature.bytes()));
    }

    /** Nobody could see it as it is now. */
    void keepUnseen(KnownLibrary library, Asset asset, Work work) {
        try {
            library.store().write(batch -> batch.look(asset.row(), lookKey(asset), 0, new byte[0]));
        } catch (ProblemException e) {
            work.problem(e.problem());
        }
    }

    /** What an asset looks like, found out now if need be. */
    Optional<Signature> look(Asset asset, int size, BooleanSupplier cancelled) throws ProblemException {
        Optional<Signature> kept = known(asset)
                .flatMap(k -> k.store().look(asset.row(), lookKey(asset)))
                .flatMap(bytes -> Optional.ofNullable(Signature.parse(bytes)));
        if (kept.isPresent()) {
            return kept;
        }
        Picture picture = takePreview(asset, size, Booth.DRAFT_SAMPLES, cancelled);
        if (picture == null) {
            return Optional.empty();
        }
        Signature signature = Signature.of(picture).with(facts(asset).scene().shape());
        keep(owner(asset), asset, signature);
        return Optional.of(signature);
    }

    /** The same of something that has not been taken in yet. */
    public @Nullable Picture takePreview(Kind kind, Source source, int size, int samples, BooleanSupplier cancelled)
            throws ProblemException {
        return kinds.of(kind).preview(source, size, samples, cancelled);
    }

    /** True for things that can be turned on the stage of the booth. */
    public boolean turns(Kind kind) {
        return kinds.of(kind).turns();
    }

    /** An asset on the stage of the booth, to be turned; empty for one that does not turn. */
    public Optional<Booth.Stage> stage(Asset asset, Object content) {
        return kinds.of(asset.kind()).stage(content);
    }

    private interface Drawing {
        @Nullable
        Picture draw() throws ProblemException;
    }

    /** What a strange asset does to drawing is that asset's trouble. */
    private static @Nullable Picture guarded(Asset asset, Drawing drawing) throws ProblemException {
        try {
            return drawing.draw();
        } catch (RuntimeException | OutOfMemoryError | StackOverflowError e) {
            ProgramLog.note("preview of " + asset.path(), e);
            throw Problem.of(
                            asset.path(),
                            Phrase.of(
                                    "catalogue.its-preview-cannot-be-drawn",
                                    e.getClass().getSimpleName()))
                    .raise(e);
        }
    }
}
