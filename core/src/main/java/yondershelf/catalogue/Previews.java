package yondershelf.catalogue;

import java.util.Optional;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.facts.Signature;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.words.Phrase;
import yondershelf.work.ProgramLog;

/** Pictures of assets: kept ones, and those that are taken in the booth. Safe for several threads. */
public final class Previews {
    private final Libraries libraries;
    private final Kinds kinds;
    private final PreviewStore store;
    private final AssetFacts facts;
    private final Looks looks;

    Previews(Libraries libraries, Kinds kinds, PreviewStore store, AssetFacts facts, Looks looks) {
        this.libraries = libraries;
        this.kinds = kinds;
        this.store = store;
        this.facts = facts;
        this.looks = looks;
    }

    /** The kept final preview, if there is one; of a library that is away too. Nothing is measured for it: it is quick. */
    public @Nullable Picture ready(Asset asset, int size) {
        KnownLibrary known = libraries.of(asset).orElse(null);
        if (known == null) {
            return null;
        }
        String key =
                facts.cache().kept(known.store(), asset).map(k -> key(k, size)).orElse(null);
        return key == null ? null : store.load(known.library().orElse(null), key);
    }

    /** The kept final preview, if there is one for what the files hold now: they are read when nobody has yet. */
    public @Nullable Picture kept(Asset asset, int size) throws ProblemException {
        Picture ready = ready(asset, size);
        Library library = libraries.of(asset).flatMap(KnownLibrary::library).orElse(null);
        if (ready != null || library == null) {
            return ready;
        }
        String key = key(facts.cache().of(library, asset), size);
        return key == null ? null : store.load(library, key);
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
    public @Nullable Picture take(Asset asset, int size, int samples, BooleanSupplier cancelled)
            throws ProblemException {
        Library library = libraries.owner(asset);
        FactCache.Known known = facts.cache().of(library, asset);
        if (!known.facts().readable()) {
            throw Problem.of(asset.path(), known.facts().reason()).raise();
        }
        String key = key(known, size);
        boolean last = samples >= finalSamples();
        Picture kept = key == null ? null : store.load(library, key);
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
            store.save(library, key, picture);
        }
        if (picture != null && whole && (last || looks.isUnseen(library, asset))) {
            looks.keep(
                    library,
                    asset,
                    Signature.of(picture).with(known.facts().model().scene().shape()));
        }
        return picture;
    }

    /** The same of something that has not been taken in yet. */
    public @Nullable Picture take(Kind kind, Source source, int size, int samples, BooleanSupplier cancelled)
            throws ProblemException {
        return kinds.of(kind).preview(source, size, samples, problem -> {}, cancelled);
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
        return kinds.of(asset.kind()).frame(Source.of(libraries.owner(asset), asset), number, size);
    }

    /** What an asset looks like, found out now if need be. */
    Optional<Signature> look(Asset asset, int size, BooleanSupplier cancelled) throws ProblemException {
        Optional<Signature> known = looks.known(asset);
        if (known.isPresent()) {
            return known;
        }
        Picture picture = take(asset, size, Booth.DRAFT_SAMPLES, cancelled);
        if (picture == null) {
            return Optional.empty();
        }
        Signature signature =
                Signature.of(picture).with(facts.of(asset).model().scene().shape());
        // one that was kept is given without being looked at
        looks.keep(libraries.owner(asset), asset, signature);
        return Optional.of(signature);
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
