package yondershelf.catalogue;

import com.github.benmanes.caffeine.cache.AsyncCache;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import yondershelf.content.Environment;
import yondershelf.content.Kind;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.ProblemException;
import yondershelf.content.Texture;
import yondershelf.library.Asset;
import yondershelf.render.Booth;
import yondershelf.work.Cached;

/**
 * What assets hold, read once for all who ask at the same time, and kept as long as there is room; beside it what was measured of them
 * and what they look like. Safe for several threads.
 */
public final class Contents {
    private static final long MOST_BYTES = 64L << 20;

    private final Libraries libraries;
    private final Kinds kinds;
    private final AssetFacts facts;
    private final Looks looks;
    private final Previews previews;
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

    Contents(Libraries libraries, Kinds kinds, PreviewStore kept) {
        this(libraries, kinds, kept, Math.min(MOST_BYTES, Runtime.getRuntime().maxMemory() / 4));
    }

    /** @param most bytes of content that are kept, about */
    Contents(Libraries libraries, Kinds kinds, PreviewStore kept, long most) {
        this.libraries = libraries;
        this.kinds = kinds;
        this.facts = new AssetFacts(libraries, kinds);
        this.looks = new Looks(libraries);
        this.previews = new Previews(libraries, kinds, kept, facts, looks);
        this.loaded = Cached.<Loading, Object>upTo(
                        most, (l, content) -> kinds.of(l.asset.kind()).weight(content))
                .buildAsync();
    }

    /** What was measured of assets. */
    public AssetFacts facts() {
        return facts;
    }

    /** Pictures of assets. */
    public Previews previews() {
        return previews;
    }

    Looks looks() {
        return looks;
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
        return kinds.of(asset.kind()).read(Source.of(libraries.owner(asset), asset));
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
        facts.cache().forgetFailures();
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

    /** True for things that can be turned on the stage of the booth. */
    public boolean turns(Kind kind) {
        return kinds.of(kind).turns();
    }

    /** An asset on the stage of the booth, to be turned; empty for one that does not turn. */
    public Optional<Booth.Stage> stage(Asset asset, Object content) {
        return kinds.of(asset.kind()).stage(content);
    }
}
