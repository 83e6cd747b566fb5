package yondershelf.catalogue;

import java.util.Optional;
import yondershelf.content.BasicColour;
import yondershelf.content.ProblemException;
import yondershelf.facts.Signature;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.work.Work;

/** What assets look like, kept in their libraries' stores for as long as they are as they were seen. Safe for several threads. */
record Looks(Libraries libraries) {
    /** At the end of what {@link #keep} keeps: what is drawn or told apart otherwise is looked at again. */
    static final String LOOK = "@" + Booth.VERSION + "." + Signature.VERSION;

    private static String key(Asset asset) {
        return asset.key() + asset.told() + LOOK;
    }

    /** True when nobody has looked at it as it is now. */
    boolean isUnseen(Library library, Asset asset) {
        return library.store().looks().of(asset.row(), key(asset)).isEmpty();
    }

    /** Keeps what it looks like as it is now. */
    void keep(Library library, Asset asset, Signature signature) throws ProblemException {
        int colours = BasicColour.bits(signature.colours());
        library.store().write(batch -> batch.look(asset.row(), key(asset), colours, signature.bytes()));
    }

    /** Nobody could see it as it is now. */
    void keepUnseen(KnownLibrary library, Asset asset, Work work) {
        try {
            library.store().write(batch -> batch.look(asset.row(), key(asset), 0, new byte[0]));
        } catch (ProblemException e) {
            work.problem(e.problem());
        }
    }

    /** What an asset looks like as it is now; empty when nobody has looked at it. */
    Optional<Signature> known(Asset asset) {
        return libraries
                .of(asset)
                .flatMap(k -> k.store().looks().of(asset.row(), key(asset)))
                .flatMap(bytes -> Optional.ofNullable(Signature.parse(bytes)));
    }
}
