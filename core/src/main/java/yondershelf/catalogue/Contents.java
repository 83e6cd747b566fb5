package yondershelf.catalogue;

import com.github.benmanes.caffeine.cache.AsyncCache;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.BooleanSupplier;
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
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.words.Phrase;
import yondershelf.work.Cached;
import yondershelf.work.ProgramLog;
import yondershelf.work.Work;

/**
 * What assets hold: facts, previews, and the content itself. Content is read once for all who ask at the same time, and kept
 * as long as there is room. Safe for several threads.
 */
public final class Contents {
    private static final long MOST_BYTES = 64L << 20;

    private final Libraries libraries;
    private final Kinds kinds;
    private final PreviewStore previews;
    private final FactCache measured;
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
        this.measured = new FactCache(libraries, kinds);
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
        return known(asset).flatMap(k -> measured.kept(k.store(), asset)).map(FactCache.Known::facts);
    }

    /** Facts, measured now if need be. */
    public Facts facts(Asset asset) throws ProblemException {
        Optional<Facts> there = knownFacts(asset);
        return there.isPresent()
                ? there.get()
                : measured.of(owner(asset), asset).facts();
    }

    /**
     * Measures what is not known yet of a library's assets, on all processors.
     *
     * @return why, by path, of those that cannot be read
     * @throws ProblemException when what was found out cannot be kept
     */
    public Map<String, String> measureAll(Library library, Work work) throws ProblemException {
        return measured.all(library, work);
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
        measured.forgetFailures();
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
        String key = measured.kept(known.store(), asset).map(k -> key(k, size)).orElse(null);
        return key == null ? null : previews.load(known.library().orElse(null), key);
    }

    /** The kept final preview, if there is one for what the files hold now: they are read when nobody has yet. */
    public @Nullable Picture keptPreview(Asset asset, int size) throws ProblemException {
        Picture ready = readyPreview(asset, size);
        Library library = known(asset).flatMap(KnownLibrary::library).orElse(null);
        if (ready != null || library == null) {
            return ready;
        }
        String key = key(measured.of(library, asset), size);
        return key == null ? null : previews.load(library, key);
    }

    /** Null for an asset whose content is not known: its picture may belong to other bytes tomorrow. */
    private static @Nullable String key(FactCache.Known known, int size) {
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
        FactCache.Known known = measured.of(library, asset);
        if (!known.facts().readable()) {
            throw Problem.of(asset.path(), known.facts().reason()).raise();
        }
        String key = key(known, size);
        boolean last = samples >= finalSamples();
        Picture kept = key == null ? null : previews.load(library, key);
        if (kept != null) {
            return kept;
        }
        long failures = kinds.passingFailures();
        // what of its maps is missing stands on the card, with the facts
        Picture picture = guarded(
                asset,
                () -> kinds.of(asset.kind())
                        .preview(Source.of(library, asset), size, samples, problem -> {}, cancelled));
        // a picture that lacks a map for want of time or memory is shown, and taken again next time
        boolean whole = kinds.passingFailures() == failures;
        if (picture != null && whole && last && key != null) {
            previews.save(library, key, picture);
        }
        if (picture != null
                && whole
                && (last
                        || library.store()
                                .looks()
                                .of(asset.row(), lookKey(asset))
                                .isEmpty())) {
            keepLook(library, asset, known.facts(), picture);
        }
        return picture;
    }

    /** How many samples a final preview gets; a picture of fewer is a draft. */
    public int finalSamples() {
        return kinds.finalSamples();
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
        keep(library, asset, Signature.of(picture).with(facts.model().scene().shape()));
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
                .flatMap(k -> k.store().looks().of(asset.row(), lookKey(asset)))
                .flatMap(bytes -> Optional.ofNullable(Signature.parse(bytes)));
        if (kept.isPresent()) {
            return kept;
        }
        Picture picture = takePreview(asset, size, Booth.DRAFT_SAMPLES, cancelled);
        if (picture == null) {
            return Optional.empty();
        }
        Signature signature =
                Signature.of(picture).with(facts(asset).model().scene().shape());
        keep(owner(asset), asset, signature);
        return Optional.of(signature);
    }

    /** The same of something that has not been taken in yet. */
    public @Nullable Picture takePreview(Kind kind, Source source, int size, int samples, BooleanSupplier cancelled)
            throws ProblemException {
        return kinds.of(kind).preview(source, size, samples, problem -> {}, cancelled);
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
