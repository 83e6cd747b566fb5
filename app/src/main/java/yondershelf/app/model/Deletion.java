package yondershelf.app.model;

import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.work.Work;

/**
 * One deleting of an asset, which may be taken back and done again. What goes is found out the first time only: just taken
 * back, the asset's files are there before anybody has seen that they are.
 */
final class Deletion {
    private final Asset asset;
    private volatile @Nullable Library library;
    private volatile List<String> files = List.of();
    private volatile List<FileRuns.Run> runs = List.of();

    Deletion(Asset asset) {
        this.asset = asset;
    }

    /** The changes of the latest time; empty when none was made. */
    List<FileRuns.Run> runs() {
        return runs;
    }

    /** Deletes, one at a time and not on the interface thread. */
    void run(String what, Catalogue catalogue, Work work) throws ProblemException {
        Library there = library;
        if (there == null) {
            there = catalogue
                    .libraryOf(asset.id())
                    .orElseThrow(() ->
                            Problem.of(asset.path(), "its library is away").raise());
            files = there.ownFiles(asset);
            library = there;
        }
        try (FileActs acts = there.begin(what, "", work)) {
            for (String file : files) {
                acts.delete(there.resolve(file));
            }
            runs = List.of(new FileRuns.Run(there, acts.run()));
        }
    }
}
