package yondershelf.catalogue;

import java.io.IOException;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.library.Library;
import yondershelf.library.Looked;
import yondershelf.library.Moves;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** Looks through libraries, and takes in what others found out and said, so that it can be found. Safe for several threads. */
public final class Scanning {
    private final Catalogue catalogue;
    private final Libraries libraries;
    private final ShelfIndex index;

    Scanning(Catalogue catalogue, Libraries libraries, ShelfIndex index) {
        this.catalogue = catalogue;
        this.libraries = libraries;
        this.index = index;
    }

    /** Looks through one library and makes what changed findable. */
    public Looked scan(Library library, Work work) throws ProblemException {
        Looked looked;
        try (Following _ = new Following(this, () -> {})) {
            looked = library.scan(catalogue.reader(), work);
        }
        catalogue.uses().tell(library);
        follow();
        index.saveSoon(true);
        return looked;
    }

    /** Looks through some folders of a library. */
    public Looked scan(Library library, Collection<String> folders, Work work) throws ProblemException {
        Looked looked = library.scan(folders, catalogue.reader(), work);
        follow();
        return looked;
    }

    /**
     * Looks through all libraries, those that came back too; one that fails is told to the work and the rest goes on.
     *
     * @return what was found by library
     */
    public Map<Library, Looked> scanAll(Work work) {
        return scanAll(work, () -> {});
    }

    /** @param came called now and then while a look goes on and something new can be found, from some thread */
    public Map<Library, Looked> scanAll(Work work, Runnable came) {
        int done = 0;
        libraries.disconnect();
        libraries.connect(problem -> {});
        Map<Library, Looked> out = new HashMap<>();
        List<Library> all = libraries.here();
        for (Library library : all) {
            work.progress(done++, all.size(), library.name());
            try (Following _ = new Following(this, came)) {
                look(library, work).ifPresent(looked -> out.put(library, looked));
            }
            follow();
        }
        if (out.values().stream().anyMatch(l -> !l.isUnchanged())) {
            for (Library library : Moves.between(all, work)) {
                look(library, Work.SILENT);
            }
        }
        follow();
        index.saveSoon(false);
        return out;
    }

    private Optional<Looked> look(Library library, Work work) {
        try {
            return Optional.of(library.scan(catalogue.reader(), work));
        } catch (ProblemException e) {
            work.problem(e.problem());
        } catch (RuntimeException | StackOverflowError e) {
            work.problem(Problem.of(library.root(), Phrase.of("catalogue.looking-through-it-went-wrong", e)));
        }
        return Optional.empty();
    }

    /** Takes in labels others gave, and what other processes found out. True when anything changed. */
    public boolean catchUp(Work work) {
        for (Library library : libraries.here()) {
            try {
                library.catchUp();
            } catch (IOException e) {
                work.problem(Problem.of(library.root(), Phrase.of("catalogue.labels-given-elsewhere-cannot-be", e)));
            } catch (ProblemException e) {
                work.problem(e.problem());
            }
        }
        return follow();
    }

    /** Takes in what changed in the stores. True when anything did. */
    public boolean follow() {
        return index.follow(libraries.all());
    }

    /**
     * Lets go of what piles up: previews of former booths, rows of files long gone. Cheap when there is nothing to do.
     *
     * @return how many bytes of previews went
     */
    public long sweep(Work work) {
        return Sweep.run(catalogue.home().cache(), libraries.here(), work);
    }

    /** How much room previews take in a library, in bytes. */
    public static long previewRoom(Library library) throws ProblemException {
        return Sweep.room(library);
    }
}
