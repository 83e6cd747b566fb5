package yondershelf.app.model;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/**
 * One deleting of assets, which may be taken back and done again. What goes is found out the first time only: just taken
 * back, the assets' files are there before anybody has seen that they are.
 */
final class Deletion {
    private final List<Asset> assets;
    private volatile @Nullable Map<Library, Set<String>> files;

    Deletion(List<Asset> assets) {
        this.assets = List.copyOf(assets);
    }

    /** Deletes, one at a time and not on the interface thread. */
    void run(String what, Catalogue catalogue, List<FileRuns.Run> made, Work work) throws ProblemException {
        Map<Library, Set<String>> known = files;
        Map<Library, Set<String>> all = known == null ? found(catalogue) : known;
        files = all;
        long done = 0;
        for (Map.Entry<Library, Set<String>> each : all.entrySet()) {
            Library library = each.getKey();
            try (FileActs acts = library.writing().begin(what, "", work)) {
                long before = done;
                acts.wholly(() -> {
                    long now = before;
                    for (String file : each.getValue()) {
                        work.progress(now++, files(all), file);
                        acts.delete(library.resolve(file));
                    }
                    return true;
                });
                done += each.getValue().size();
                made.add(new FileRuns.Run(library, acts.run()));
            }
        }
    }

    private static long files(Map<Library, Set<String>> all) {
        return all.values().stream().mapToInt(Set::size).sum();
    }

    /** Files by library, those that name their assets last. */
    private Map<Library, Set<String>> found(Catalogue catalogue) throws ProblemException {
        Map<Library, Set<String>> out = new LinkedHashMap<>();
        Set<String> together = assets.stream().map(Asset::path).collect(Collectors.toSet());
        for (Asset asset : assets) {
            Library library = catalogue
                    .shelf()
                    .libraryOf(asset.id())
                    .orElseThrow(() -> Problem.of(asset.path(), Phrase.of("model.its-library-is-away"))
                            .raise());
            out.computeIfAbsent(library, l -> new LinkedHashSet<>()).addAll(library.ownFiles(asset, together));
        }
        return out;
    }
}
