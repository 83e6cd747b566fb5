package yondershelf.app.shelf;

import yondershelf.app.model.Filing;
import yondershelf.app.model.Questions;
import yondershelf.app.model.Words;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.library.Asset;
import yondershelf.words.Phrase;

/** Asks where an asset, or all that is chosen, is to be moved: the way of the keys for what a drag onto a folder does. */
public final class FolderQuestion {
    private FolderQuestion() {}

    /** @param asset the one that is meant, or stands for all that are chosen */
    public static void ask(Workspace workspace, Asset asset) {
        workspace.shelf().withShown(asset, shown -> ask(workspace, asset, shown.library()));
    }

    private static void ask(Workspace workspace, Asset asset, String id) {
        boolean many = workspace.chosen().isMany();
        for (KnownLibrary library : workspace.shelf().known().get()) {
            if (library.id().equals(id)) {
                String what =
                        many ? Words.plural(workspace.chosen().selection().get().size(), "asset") : asset.name();
                workspace
                        .questions()
                        .ask(
                                Phrase.of("shelf.move-to-which-folder-of", what, library.name()),
                                new Questions.Typed(
                                        Phrase.of("shelf.move-there"),
                                        Phrase.of("shelf.made-when-it-is-not"),
                                        start(workspace, asset),
                                        typed -> workspace.filing().move(asset, many, library, Filing.path(typed))),
                                new Questions.Choice(
                                        Phrase.of("shelf.cancel"), Phrase.of("shelf.change-nothing"), () -> {}));
                return;
            }
        }
    }

    /** Where one looks now may be meant; else where it lies. */
    private static String start(Workspace workspace, Asset asset) {
        String looked = workspace.shelf().query().get().folder();
        return looked == null || looked.isEmpty() ? asset.folder() : looked;
    }
}
