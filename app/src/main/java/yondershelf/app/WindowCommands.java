package yondershelf.app;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Command;
import yondershelf.app.model.Questions;
import yondershelf.app.model.Workspace;
import yondershelf.app.places.SearchMenu;
import yondershelf.catalogue.Home;
import yondershelf.words.Phrase;

/** What the window can do by name or key, besides what its table and intake can. */
final class WindowCommands {
    private final ShelfWindow window;
    private final Workspace workspace;

    WindowCommands(ShelfWindow window) {
        this.window = window;
        workspace = window.workspace();
    }

    List<Command> list() {
        List<Command> all = new ArrayList<>(List.of(
                shelf(Phrase.of("app.search"), "Shortcut+F", window.top::startSearch),
                shelf(
                        Phrase.of("app.choose-everything-that-is-found"),
                        null,
                        () -> workspace.chosen().all()),
                shelf(
                        Phrase.of("app.copy-the-files-and-paths"),
                        null,
                        () -> workspace.chosen().copy()),
                shelf(
                        Phrase.of("app.show-everything"),
                        null,
                        () -> workspace
                                .shelf()
                                .query()
                                .set(workspace.shelf().query().get().cleared())),
                views(
                        Phrase.of("app.go-to-the-shelf"),
                        "Shortcut+1",
                        () -> workspace.view().set(Workspace.View.SHELF)),
                views(
                        Phrase.of("app.go-to-intake"),
                        "Shortcut+2",
                        () -> workspace.view().set(Workspace.View.INTAKE)),
                views(
                        Phrase.of("app.go-to-mend"),
                        "Shortcut+3",
                        () -> workspace.view().set(Workspace.View.MEND)),
                views(Phrase.of("app.go-to-the-table"), "Shortcut+4", window::goToTable),
                views(Phrase.of("app.only-the-shelf"), "Shortcut+5", () -> window.halves.turn(Halves.Seen.LEFT)),
                views(Phrase.of("app.shelf-and-table"), "Shortcut+6", () -> window.halves.show(Halves.Seen.BOTH)),
                views(Phrase.of("app.only-the-table"), "Shortcut+7", window::turnToTable),
                shelf(Phrase.of("app.more-like-the-chosen-asset"), "Shortcut+Shift+L", window::moreLike),
                shelf(Phrase.of("app.copy-labels-of-the-chosen"), "Shortcut+Shift+C", window::copyLabels),
                shelf(
                        Phrase.of("app.give-the-copied-labels-to"),
                        "Shortcut+Shift+V",
                        () -> workspace.chosen().pasteLabels()),
                shelf(
                        Phrase.of("app.keep-this-search"),
                        "Shortcut+Shift+K",
                        () -> SearchMenu.keep(
                                workspace.questions(), workspace.searches(), workspace.shelf(), workspace.catalogue())),
                shelf(Phrase.of("app.move-what-is-chosen-to"), "Shortcut+M", window::moveChosen),
                table(Phrase.of("app.put-the-chosen-asset-on"), "Shortcut+Enter", window::putChosen),
                Command.step(
                        Phrase.of("app.undo"),
                        Phrase.of("app.edit"),
                        "Shortcut+Z",
                        () -> workspace.attempt(workspace.history()::undo)),
                Command.step(
                        Phrase.of("app.redo"),
                        Phrase.of("app.edit"),
                        "Shortcut+Shift+Z",
                        () -> workspace.attempt(workspace.history()::redo)),
                scene(
                        Phrase.of("app.save-the-scene"),
                        "Shortcut+S",
                        () -> workspace.openScene().save()),
                scene(Phrase.of("app.save-the-scene-elsewhere"), "Shortcut+Shift+S", window::saveSceneAs),
                scene(Phrase.of("app.open-a-scene"), "Shortcut+O", window::openScene),
                scene(
                        Phrase.of("app.begin-a-new-scene"),
                        "Shortcut+N",
                        () -> workspace.openScene().begin()),
                libraries(Phrase.of("app.open-a-folder-as-a"), "Shortcut+L", window::addLibrary),
                libraries(Phrase.of("app.take-in-what-was-copied"), "Shortcut+V", window::paste),
                libraries(Phrase.of("app.make-a-new-library"), null, window::createLibrary),
                libraries(Phrase.of("app.look-through-the-libraries-again"), "F5", workspace.libraries()::scan),
                Command.step(
                        Phrase.of("app.larger-previews"),
                        Phrase.of("app.shelf"),
                        "Shortcut+Plus",
                        () -> window.grid.setTileSize(window.grid.tileSize() + 24)),
                Command.step(
                        Phrase.of("app.smaller-previews"),
                        Phrase.of("app.shelf"),
                        "Shortcut+Minus",
                        () -> window.grid.setTileSize(window.grid.tileSize() - 24)),
                Command.step(
                        Phrase.of("app.larger-text"),
                        Phrase.of("app.views"),
                        "Shortcut+Alt+Plus",
                        () -> workspace.textSize().step(1)),
                Command.step(
                        Phrase.of("app.smaller-text"),
                        Phrase.of("app.views"),
                        "Shortcut+Alt+Minus",
                        () -> workspace.textSize().step(-1)),
                views(
                        Phrase.of("app.text-at-its-usual-size"),
                        "Shortcut+Alt+0",
                        () -> workspace.attempt(workspace.textSize()::reset)),
                shelf(
                        Phrase.of("app.true-sizes-beside-the-names"),
                        null,
                        () -> window.grid
                                .sizes()
                                .setSelected(!window.grid.sizes().isSelected())),
                edit(Phrase.of("app.show-earlier-changes-to-files"), "Shortcut+H", () -> {
                    workspace.view().set(Workspace.View.MEND);
                    window.showRuns(true);
                }),
                libraries(Phrase.of("app.allow-a-folder-outside-the"), null, window::allowFolder),
                views(Phrase.of("app.show-the-log"), null, window.decisions::showLog),
                views(Phrase.of("app.show-the-jobs"), "Shortcut+J", () -> window.jobs.toggle()),
                views(Phrase.of("app.light-surroundings"), null, () -> window.setLight(true)),
                views(Phrase.of("app.dark-surroundings"), null, () -> window.setLight(false)),
                views(
                        Phrase.of("app.surroundings-as-the-system-has"),
                        null,
                        () -> window.surroundings.want(Theme.Wanted.SYSTEM)),
                views(Phrase.of("app.guide"), "F1", window.guide::open),
                views(Phrase.of("app.keys-and-commands"), "Shortcut+K", window::openKeys)));
        for (Locale language : Phrase.LANGUAGES) {
            String name = language.getDisplayLanguage(language);
            all.add(views(Phrase.of("app.language", name), null, () -> speak(language.toLanguageTag())));
        }
        all.add(views(Phrase.of("app.language-as-system"), null, () -> speak("")));
        return all;
    }

    /** The words of what is on screen were said already. */
    private void speak(String language) {
        workspace.keep(Home.LANGUAGE, language);
        String name = language.isEmpty()
                ? Phrase.of("app.the-systems-language")
                : Locale.forLanguageTag(language).getDisplayLanguage(Phrase.language());
        workspace
                .questions()
                .ask(
                        Phrase.of("app.language-next-start", name),
                        new Questions.Choice(Phrase.of("app.close"), Phrase.of("app.go-on-working"), () -> {}));
    }

    private static Command edit(String name, @Nullable String keys, Runnable act) {
        return new Command(name, Phrase.of("app.edit"), keys, act);
    }

    private static Command libraries(String name, @Nullable String keys, Runnable act) {
        return new Command(name, Phrase.of("app.libraries"), keys, act);
    }

    private static Command scene(String name, @Nullable String keys, Runnable act) {
        return new Command(name, Phrase.of("app.scene"), keys, act);
    }

    private static Command shelf(String name, @Nullable String keys, Runnable act) {
        return new Command(name, Phrase.of("app.shelf"), keys, act);
    }

    private static Command table(String name, @Nullable String keys, Runnable act) {
        return new Command(name, Phrase.of("app.table"), keys, act);
    }

    private static Command views(String name, @Nullable String keys, Runnable act) {
        return new Command(name, Phrase.of("app.views"), keys, act);
    }
}
