package yondershelf.library;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** Finds assets that were moved from one open library to another, outside the program, and lets them keep id and labels. */
public final class Moves {
    private Moves() {}

    private record Lost(Library from, String id) {}

    /**
     * Looks for what one library misses among what others have new. All of them were scanned just now.
     *
     * @return the libraries to which something moved, to be scanned again
     */
    public static Set<Library> between(List<Library> libraries, Work work) {
        Map<String, Lost> lost = new HashMap<>();
        Set<Long> sizes = new HashSet<>();
        for (Library library : libraries) {
            for (String id : library.missing()) {
                List<Place.Seen> files = library.identities().place(id).files();
                if (!files.isEmpty() && Fingerprint.size(files.get(0).fingerprint()) > 0) {
                    lost.put(files.get(0).fingerprint(), new Lost(library, id));
                    sizes.add(Fingerprint.size(files.get(0).fingerprint()));
                }
            }
        }
        Set<Library> changed = new HashSet<>();
        for (Library library : lost.isEmpty() ? List.<Library>of() : libraries) {
            Set<String> recorded = library.identities().recordedIds();
            for (Asset asset : library.assets()) {
                long size = FileState.size(FileState.split(asset.key()).get(0));
                if (asset.isApart() || !sizes.contains(size) || recorded.contains(asset.id())) {
                    continue;
                }
                try {
                    Lost found = lost.get(Fingerprint.of(library.resolve(asset.path())));
                    if (found != null && found.from != library) {
                        move(found, library, asset);
                        lost.values().remove(found);
                        changed.add(library);
                    }
                } catch (IOException e) {
                    work.problem(Problem.of(library.resolve(asset.path()), Phrase.of("library.it-cannot-be-read-any")));
                } catch (ProblemException e) {
                    work.problem(e.problem());
                }
            }
        }
        return changed;
    }

    /** The new home is told first: were the rest cut off, both know it, and the next look ends it. */
    private static void move(Lost lost, Library to, Asset asset) throws ProblemException {
        List<Edit> labels = lost.from.journal().edits(lost.id, lost.id);
        if (!labels.isEmpty()) {
            to.journal().append(labels);
        }
        Asset kept = new Asset(
                lost.id,
                0,
                asset.kind(),
                asset.name(),
                asset.folder(),
                asset.locator(),
                asset.files(),
                asset.key(),
                asset.space(),
                asset.excerpt());
        to.identities().journal().append(new ArrayList<>(to.identities().records(List.of(kept))));
        lost.from.identities().journal().append(List.of(Identities.moved(lost.id, to.id())));
    }
}
