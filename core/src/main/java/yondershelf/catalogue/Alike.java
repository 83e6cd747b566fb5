package yondershelf.catalogue;

import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.facts.Lab;
import yondershelf.facts.Signature;
import yondershelf.library.Asset;
import yondershelf.search.Hits;
import yondershelf.search.Query;
import yondershelf.sorting.SortedItem;
import yondershelf.store.AssetRow;
import yondershelf.work.Parallel;
import yondershelf.work.Work;

/** What looks like an asset, like a picture, or has a colour; and looking at what nobody has looked at yet. Safe for several threads. */
public final class Alike {
    /** So many are shown, and nothing that is further away. */
    private static final int MOST = 1_000;

    private static final int LIMIT = 120_000;
    /** Beyond this nobody would call a colour the same, in hundredths of a CIEDE2000 difference. */
    private static final int COLOUR_LIMIT = 1_300;

    static final int EDGE = 96;

    private final Catalogue catalogue;
    private final Likeness likeness = new Likeness();

    Alike(Catalogue catalogue) {
        this.catalogue = catalogue;
    }

    /**
     * What a picture that is no asset looks like, for {@link Query#withLike}.
     *
     * @throws ProblemException when it cannot be read
     */
    public String picture(Path file) throws ProblemException {
        Path at = file.toAbsolutePath().normalize();
        Path folder = Objects.requireNonNullElse(at.getParent(), at);
        String name = String.valueOf(at.getFileName());
        Source source = new Source(folder, name, List.of(new SortedItem.SortedFile(name, null)));
        Picture picture = catalogue.contents().previews().take(Kind.TEXTURE, source, EDGE, 1, () -> false);
        return text(Signature.of(Objects.requireNonNull(picture)));
    }

    private static String text(Signature signature) {
        return Query.LOOK + Base64.getUrlEncoder().withoutPadding().encodeToString(signature.bytes());
    }

    /**
     * @param like as {@link Query#like} has it
     * @param among of all kinds
     * @param kinds only these are found, all when empty
     */
    Hits find(String like, Hits among, Set<Kind> kinds) {
        List<KnownLibrary> libraries = catalogue.known();
        if (like.matches("#[0-9a-fA-F]{6}")) {
            int rgb = Integer.parseInt(like.substring(1), 16);
            float[] lab = new float[3];
            Lab.of(rgb >> 16, rgb >> 8 & 0xff, rgb & 0xff, lab);
            Likeness.Measure measure = (many, at) -> (int) Math.min(1e6, 100 * Signature.distance(lab, many, at));
            return among.inOrder(likeness.nearest(libraries, among.rows(), measure, MOST, COLOUR_LIMIT), kinds);
        }
        Signature wanted = signature(like);
        return wanted == null
                ? among.inOrder(List.of(), kinds)
                : among.inOrder(likeness.nearest(libraries, among.rows(), wanted::distance, MOST, LIMIT), kinds);
    }

    private @Nullable Signature signature(String like) {
        try {
            if (like.startsWith(Query.LOOK)) {
                return Signature.parse(Base64.getUrlDecoder().decode(like.substring(Query.LOOK.length())));
            }
            Optional<Asset> asset = catalogue.shelf().asset(like);
            return asset.isPresent()
                    ? catalogue
                            .contents()
                            .previews()
                            .look(asset.get(), EDGE, () -> false)
                            .orElse(null)
                    : null;
        } catch (IllegalArgumentException | ProblemException e) {
            // what cannot be read looks like nothing
            return null;
        }
    }

    /** How many assets nobody has looked at yet. */
    public int unseen() {
        return catalogue.known().stream()
                .mapToInt(library -> library.store().looks().unseen(Looks.LOOK).size())
                .sum();
    }

    /** Looks at one asset, so that {@link Query#withLike} with its id answers at once. */
    public void look(Asset asset, Work work) throws ProblemException {
        var _ = catalogue.contents().previews().look(asset, EDGE, work::isCancelled);
    }

    /** Looks at assets of which it is not known yet what they look like; goes on where it was cut off. */
    public void look(Work work) {
        for (KnownLibrary library : catalogue.known()) {
            if (library.isAway()) {
                continue;
            }
            List<Integer> rows = library.store().looks().unseen(Looks.LOOK);
            AtomicInteger done = new AtomicInteger();
            Parallel.run(rows.size(), Parallel.threads(), work::isCancelled, i -> {
                look(library, rows.get(i), work);
                int so = done.incrementAndGet();
                if (so % 16 == 0) {
                    work.progress(so, rows.size(), library.name());
                }
            });
        }
    }

    private void look(KnownLibrary library, int row, Work work) {
        Contents contents = catalogue.contents();
        for (AssetRow found : library.store().assets(List.of(row))) {
            try {
                var _ = contents.previews().look(Asset.of(found), EDGE, work::isCancelled);
            } catch (ProblemException e) {
                // why is told where the asset is shown and checked; it is not tried again as long as it is so
                contents.looks().keepUnseen(library, Asset.of(found), work);
            }
        }
    }
}
