package yondershelf.app.model;

import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.mend.Relocation;
import yondershelf.words.Phrase;
import yondershelf.work.History;

/** Assets put into other folders of their library, and folders made, renamed and deleted; each of it can be taken back. */
public final class Filing {
    private final Workspace workspace;
    private final FileRuns fileRuns;
    private final History history;

    Filing(Workspace workspace, FileRuns fileRuns, History history) {
        this.workspace = workspace;
        this.fileRuns = fileRuns;
        this.history = history;
    }

    /** A path below a root as it is kept, of what somebody typed. */
    public static String path(String typed) {
        return typed.strip().replace('\\', '/').replaceAll("\\s*/\\s*", "/").replaceAll("^/+|/+$", "");
    }

    /** The name of a folder for a sentence: the library's own at its root. */
    private static String said(KnownLibrary library, String folder) {
        return folder.isEmpty() ? library.name() : folder;
    }

    /** Moves an asset, or all that is chosen when it is one of several. */
    public void move(Asset asset, boolean many, KnownLibrary to, String folder) {
        if (many) {
            workspace.chosen().assets(assets -> move(assets, to, folder));
        } else {
            move(List.of(asset), to, folder);
        }
    }

    private void move(List<Asset> assets, KnownLibrary to, String folder) {
        library(to, library -> {
            String what = Phrase.of(
                    "model.move-to",
                    assets.size() == 1 ? assets.get(0).name() : Phrase.of("model.assets", assets.size()),
                    said(to, folder));
            fileRuns.perform(Phrase.of("model.moving-to", said(to, folder)), what, (made, work) -> {
                // where they lie now: they may have been moved since
                List<Asset> mine = assets.stream()
                        .flatMap(a -> library.asset(a.id()).stream())
                        .toList();
                if (mine.size() < assets.size()) {
                    work.problem(new Problem(
                            to.name(),
                            Phrase.of(
                                    "model.of-another-library-stayed-there",
                                    Words.plural(assets.size() - mine.size(), "asset")),
                            Phrase.of("model.take-in-its-files-instead")));
                }
                Relocation.Moved moved = Relocation.move(
                        library, mine, folder, workspace.catalogue().reader(), work);
                moved.left().forEach(work::problem);
                if (!moved.run().isEmpty()) {
                    made.add(new FileRuns.Run(library, moved.run()));
                }
            });
        });
    }

    /** Makes a folder, below another one or the root. */
    public void make(KnownLibrary in, String folder) {
        library(
                in,
                library -> set(
                        library,
                        folder,
                        true,
                        () -> history.remember(
                                Phrase.of("model.make-the-folder", folder),
                                () -> set(library, folder, true, () -> {}),
                                () -> set(library, folder, false, () -> {}))));
    }

    /** @param then called when it is done */
    private void set(Library library, String folder, boolean there, Runnable then) {
        workspace
                .background()
                .run(
                        (there ? Phrase.of("model.making") : Phrase.of("model.removing")) + folder,
                        work -> {
                            library.writing().setFolder(folder, there);
                            return true;
                        },
                        done -> {
                            workspace.emptyFolders().set(library.id(), folder, there);
                            then.run();
                        });
    }

    /** Gives a folder another name or place, with all that is in it. */
    public void rename(KnownLibrary in, String folder, String to) {
        library(
                in,
                library -> fileRuns.perform(
                        Phrase.of("model.renaming", folder),
                        Phrase.of("model.rename-to", folder, to),
                        (made, work) -> made.add(new FileRuns.Run(
                                library,
                                Relocation.rename(
                                                library,
                                                folder,
                                                to,
                                                workspace.catalogue().reader(),
                                                work)
                                        .run()))));
    }

    /** Deletes a folder with all that is in it; its files are kept until the undo store is emptied. */
    public void delete(KnownLibrary in, String folder) {
        library(
                in,
                library -> fileRuns.perform(
                        Phrase.of("model.deleting", folder),
                        Phrase.of("model.delete-the-folder", folder),
                        (made, work) -> {
                            try (FileActs acts =
                                    library.writing().begin(Phrase.of("model.delete-the-folder", folder), "", work)) {
                                acts.wholly(() -> {
                                    acts.deleteFolder(library.resolve(folder), work);
                                    return true;
                                });
                                made.add(new FileRuns.Run(library, acts.run()));
                            }
                        }));
    }

    private interface OnLibrary {
        void run(Library library) throws ProblemException;
    }

    private void library(KnownLibrary known, OnLibrary act) {
        @Nullable Library there = known.library().orElse(null);
        workspace.attempt(() -> {
            if (there == null) {
                throw new Problem(
                                known.name(),
                                Phrase.of("model.it-is-not-there-now"),
                                Phrase.of("model.connect-its-drive-then-try"))
                        .raise();
            }
            act.run(there);
        });
    }
}
