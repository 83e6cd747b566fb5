package yondershelf.catalogue;

import java.nio.file.Path;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import yondershelf.library.Library;
import yondershelf.store.Store;

/** A library this machine knows, there or away: what is known of it can be looked at in either case. */
public final class KnownLibrary {
    private final String id;
    private final Store store;
    private volatile Path root;
    private volatile String name;
    private volatile boolean hidden;
    private volatile @Nullable Library library;
    /** False until it was looked for: nobody knows yet whether it is away. */
    private volatile boolean sought;

    KnownLibrary(Home.Known known, Store store) {
        this.id = known.id();
        this.root = known.path();
        this.name = known.name();
        this.hidden = known.hidden();
        this.store = store;
    }

    public String id() {
        return id;
    }

    /** Where it is, or was seen last. */
    public Path root() {
        return root;
    }

    public String name() {
        return name;
    }

    /** True when its assets are not to be shown. */
    public boolean isHidden() {
        return hidden;
    }

    /** True when its folder was looked for and cannot be reached now. */
    public boolean isAway() {
        return library == null && sought;
    }

    /** The library itself; empty while it is away. */
    public Optional<Library> library() {
        return Optional.ofNullable(library);
    }

    /** True when somebody on this machine looked through it once. */
    public boolean isLookedThrough() {
        return store.meta("looked").isPresent();
    }

    Store store() {
        return store;
    }

    void came(Library here) {
        root = here.root();
        name = here.name();
        library = here;
    }

    void left() {
        sought = true;
        library = null;
    }

    void sought() {
        sought = true;
    }

    void called(String other) {
        name = other;
    }

    void hide(boolean now) {
        hidden = now;
    }

    @Override
    public String toString() {
        return name + (isAway() ? ", away" : "");
    }
}
