package yondershelf.app.intake;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Command;
import yondershelf.app.model.FolderDialog;
import yondershelf.app.model.OpenPlan;
import yondershelf.app.model.Questions;
import yondershelf.app.model.Words;
import yondershelf.app.model.Workspace;
import yondershelf.app.places.PlacesView;
import yondershelf.app.window.EmptyPlace;
import yondershelf.app.window.EvidenceSide;
import yondershelf.catalogue.Source;
import yondershelf.content.Excerpt;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Space;
import yondershelf.intake.Hold;
import yondershelf.intake.Intake;
import yondershelf.intake.IntakePlan;
import yondershelf.intake.KeptPlan;
import yondershelf.intake.PlanItem;
import yondershelf.library.Library;
import yondershelf.words.Phrase;
import yondershelf.work.Job;

/** What was brought, sorted: left the list, right the chosen thing large, one act that takes it in. */
public final class IntakeView extends BorderPane {
    private final Workspace workspace;
    private final PlacesView places;
    private final Runnable addLibrary;
    private final List<Region> onlyFilled;
    private final IntakeHead head;
    private final PlanList list;
    private final PlanGrid grid;
    private final ItemView large;
    private final OpenPlan open;
    private final WishMenu wishes;
    private final FolderDialog dialog;
    private @Nullable Intake intake;
    private boolean planned;
    private List<Path> plannedOf = List.of();
    /** What was typed for archives that came; empty for those that are skipped. */
    private final Map<Path, String> passwords = new HashMap<>();

    private @Nullable Job<IntakePlan> examining;

    /** @param addLibrary asks for a folder to open as a library */
    public IntakeView(Workspace workspace, PlacesView places, Runnable addLibrary, FolderDialog dialog) {
        this.dialog = dialog;
        this.workspace = workspace;
        this.open = workspace.openPlan();
        this.places = places;
        this.addLibrary = addLibrary;
        getStyleClass().add("working-list");
        setId("intake");
        wishes = new WishMenu(
                workspace.catalogue(),
                workspace.shelf(),
                workspace.background(),
                workspace.openPlan(),
                () -> replan(workspace.intake().brought().get()),
                this::count);
        wishes.setMinWidth(Region.USE_PREF_SIZE);
        head = new IntakeHead(wishes, this::takeIn, this::letGo);
        setTop(head);
        large = new ItemView(workspace.jobs(), open, this::draw);
        PlanThumbs thumbs = new PlanThumbs(workspace.jobs(), this::draw, this::redraw);
        list = new PlanList(open, thumbs, large::show, large::rename);
        open.plan().addListener((o, before, now) -> count());
        grid = new PlanGrid(list, open);
        setCenter(new StackPane(list, grid));
        head.pictures().setOnAction(e -> showPictures(!grid.isVisible()));
        showPictures(false);
        EvidenceSide side = new EvidenceSide(large, ItemView.EDGE);
        setRight(side);
        onlyFilled = Stream.concat(head.onlyFilled().stream(), Stream.of(side)).toList();
        workspace.intake().brought().addListener((o, before, now) -> {
            passwords.clear();
            wishes.copyAgain();
            if (!now.isEmpty()) {
                replan(now);
            } else {
                open.keeping().end();
                close();
                showEmpty();
            }
        });
        head.library().setOnAction(e -> {
            if (planned && head.library().isFocused()) {
                // whoever says it here means it for the next time too
                workspace
                        .catalogue()
                        .named(String.valueOf(head.library().getValue()))
                        .ifPresent(workspace.libraries()::setTarget);
                places.forgetTarget();
                replan(workspace.intake().brought().get());
            }
        });
        head.folder().setOnAction(e -> replan(workspace.intake().brought().get()));
        workspace.onChange(() -> {
            boolean waiting = !workspace.intake().brought().get().isEmpty() && intake == null;
            if (waiting && places.usualTarget() != null) {
                replan(workspace.intake().brought().get());
            }
        });
        showEmpty();
    }

    /** What acts on what came is there only when something came. */
    private void showFilled(boolean filled) {
        onlyFilled.forEach(part -> {
            part.setVisible(filled);
            part.setManaged(filled);
        });
    }

    private void showEmpty() {
        showPictures(false);
        planned = false;
        plannedOf = List.of();
        head.heading().setText(Phrase.of("intake.intake"));
        head.take().setDisable(true);
        large.show(null);
        list.say(new EmptyPlace(Phrase.of("intake.drop-folders-files-or-packs"))
                .offer(
                        Phrase.of("intake.choose-a-folder"),
                        Phrase.of("intake.choose-a-folder-to-take"),
                        this::chooseFolder));
        showFilled(false);
    }

    private void chooseFolder() {
        dialog.ask(
                getScene().getWindow(),
                Phrase.of("intake.a-folder-to-take-in"),
                "intake",
                folder -> workspace.intake().brought().set(List.of(folder)));
    }

    /** What came has nowhere to go: a folder may be a library itself. */
    private void showHomeless(List<Path> sources) {
        showFilled(false);
        workspace
                .background()
                .quietly(
                        Phrase.of("intake.intake"),
                        work -> sources.size() == 1 && Files.isDirectory(sources.get(0)),
                        folder -> {
                            if (sources.equals(workspace.intake().brought().get())) {
                                sayHomeless(folder ? sources.get(0) : null);
                            }
                        });
    }

    /** @param only the folder that came; null when something else did */
    private void sayHomeless(@Nullable Path only) {
        EmptyPlace place = new EmptyPlace(Phrase.of("intake.no-library-is-open-yet"));
        if (only != null) {
            place.offer(
                    Phrase.of("intake.open-as-a-library", only.getFileName()),
                    Phrase.of("intake.the-folder-stays-as-it"),
                    () -> {
                        workspace.intake().brought().set(List.of());
                        workspace.view().set(Workspace.View.SHELF);
                        workspace.libraries().add(only);
                    });
        }
        place.offer(
                Phrase.of("intake.open-another-folder-as-a"), Phrase.of("intake.what-came-can-go-into"), addLibrary);
        list.say(place);
    }

    private void close() {
        if (examining != null) {
            examining.cancel();
            examining = null;
        }
        intake = null;
        open.close();
        workspace.intake().begin(null);
    }

    private @Nullable Library chosenLibrary() {
        String wanted = head.library().getValue();
        return wanted == null
                ? places.usualTarget()
                : workspace.catalogue().library(wanted).orElse(places.usualTarget());
    }

    private void replan(List<Path> sources) {
        if (sources.isEmpty()) {
            return;
        }
        List<String> names =
                workspace.catalogue().libraries().stream().map(Library::name).toList();
        if (!head.library().getItems().equals(names)) {
            head.library().getItems().setAll(names);
        }
        KeptPlan kept = open.keeping().resumed(sources).orElse(null);
        Library target = places.target() != null && !planned ? places.target() : chosenLibrary();
        target = kept == null
                ? target
                : workspace.catalogue().library(kept.library()).orElse(target);
        if (target == null) {
            showHomeless(sources);
            return;
        }
        head.library().setValue(target.name());
        if (kept != null) {
            head.folder().setText(kept.folder());
        } else if (!planned && !places.targetFolder().isEmpty()) {
            head.folder().setText(places.targetFolder());
        }
        Map<Path, String> keys = Map.copyOf(passwords);
        // the same things wished otherwise, or other things
        IntakePlan before = sources.equals(plannedOf) ? open.plan().get() : IntakePlan.EMPTY;
        plannedOf = List.copyOf(sources);
        close();
        String into = target.id();
        Intake fresh = new Intake(
                target, head.folder().getText(), workspace.catalogue().reader());
        intake = fresh;
        workspace.intake().begin(fresh);
        list.say(new EmptyPlace(Phrase.of("intake.sorting-what-came")));
        showFilled(true);
        workspace
                .jobs()
                .start(Phrase.of("intake.sorting-what-came-2"), work -> {
                    IntakePlan made =
                            fresh.plan(sources, wishes.wishes(new TreeSet<>(places.targetTags()), open, keys), work);
                    return kept == null ? made.saidAgain(before) : kept.in(made);
                })
                .result()
                .whenComplete((made, failure) -> Platform.runLater(() -> {
                    if (fresh != intake) {
                        return;
                    }
                    if (failure instanceof ProblemException e) {
                        workspace.tell(e.problem());
                        list.say(new EmptyPlace(e.problem().sentence()));
                    } else if (made != null) {
                        planned = true;
                        askForPasswords(made);
                        fill(made);
                        open.keeping().resumedNow();
                        open.keeping().begin(sources, into, head.folder().getText(), made);
                    } else {
                        // stopped by hand
                        workspace.intake().brought().set(List.of());
                    }
                }));
    }

    private void fill(IntakePlan made) {
        open.open(made);
        list.begin();
        Intake now = intake;
        if (now == null) {
            return;
        }
        // the pictures are looked at when the plan can be read already
        examining = workspace.jobs().start(Phrase.of("intake.looking-at-what-came"), work -> now.examine(made, work));
        examining
                .result()
                .whenComplete((better, failure) -> Platform.runLater(() -> {
                    if (now == intake && better != null) {
                        open.renew(better);
                    }
                }));
    }

    /** What can be done with what is chosen of the plan. */
    public List<Command> commands() {
        return List.of(
                new Command(
                        Phrase.of("intake.put-the-chosen-things-together"),
                        Phrase.of("intake.intake"),
                        "Shortcut+G",
                        list::putTogether),
                new Command(
                        Phrase.of("intake.take-the-chosen-things-or"),
                        Phrase.of("intake.intake"),
                        null,
                        list::tickChosen),
                new Command(Phrase.of("intake.name-the-chosen-thing"), Phrase.of("intake.intake"), null, large::rename),
                new Command(
                        Phrase.of("intake.show-what-came-as-pictures"),
                        Phrase.of("intake.intake"),
                        null,
                        head.pictures()::fire),
                new Command(
                        Phrase.of("intake.take-in-what-is-ticked"),
                        Phrase.of("intake.intake"),
                        null,
                        head.take()::fire),
                new Command(Phrase.of("intake.let-go-of-what-came"), Phrase.of("intake.intake"), null, this::letGo));
    }

    private void letGo() {
        workspace.intake().brought().set(List.of());
        workspace.view().set(Workspace.View.SHELF);
    }

    /** Once for each archive; whoever skips it takes what is open. */
    private void askForPasswords(IntakePlan made) {
        for (Path archive : made.locked()) {
            if (!passwords.containsKey(archive)) {
                workspace
                        .questions()
                        .ask(
                                Phrase.of("intake.is-protected-by-a-password", archive.getFileName()),
                                Questions.Typed.secret(
                                        Phrase.of("intake.open-it"), Phrase.of("intake.its-password-enter"), typed -> {
                                            passwords.put(archive, typed);
                                            replan(workspace.intake().brought().get());
                                        }),
                                new Questions.Choice(
                                        Phrase.of("intake.skip-it"),
                                        Phrase.of("intake.what-is-protected-is-not"),
                                        () -> passwords.put(archive, "")));
            }
        }
    }

    private void showPictures(boolean wanted) {
        if (wanted) {
            list.openAll();
        }
        grid.setVisible(wanted);
        list.setVisible(!wanted);
        head.pictures().setText(wanted ? Phrase.of("intake.as-a-list") : Phrase.of("intake.as-pictures"));
        (wanted ? grid : list).requestFocus();
    }

    private void redraw() {
        list.redraw();
        grid.redraw();
    }

    /** Draws something that came: it may still be packed. */
    private Picture draw(PlanItem item, String node, int edge, int samples, BooleanSupplier cancelled)
            throws ProblemException {
        Intake now = intake;
        try (Hold _ = now == null ? () -> {} : now.hold(item)) {
            Source source =
                    new Source(item.root(), item.name(), item.files(), Space.NONE, Excerpt.WHOLE.withNode(node));
            // as it is before it is made equirectangular
            Kind kind = Excerpt.kind(node, item.laidOut() == null ? item.kind() : Kind.TEXTURE);
            Picture made = workspace.catalogue().contents().previews().take(kind, source, edge, samples, cancelled);
            // a stopped one is looked at by nobody
            return made == null ? Picture.ofBytes(1, 1, 4, new byte[4]) : made;
        }
    }

    private void count() {
        IntakePlan now = open.plan().get();
        int n = (int) now.items().stream().filter(PlanItem::isTicked).count();
        int all = now.items().size();
        if (planned) {
            head.heading()
                    .setText(
                            all == n
                                    ? Phrase.of("intake.came", Words.plural(n, "thing"))
                                    : Phrase.of("intake.of", n, Words.plural(all, "thing")));
        }
        head.take().setText((wishes.isMoving() ? Phrase.of("intake.move-in") : Phrase.of("intake.take-in-2")) + n);
        head.take().setDisable(n == 0);
    }

    private void takeIn() {
        Intake now = intake;
        Library target = chosenLibrary();
        if (now == null || target == null) {
            return;
        }
        // whoever is quicker than the looking waits for it
        boolean looked = examining == null || examining.result().isDone();
        head.take().setDisable(true);
        // from here on the library keeps what is under way
        open.keeping().end();
        new TakingIn(workspace.intake(), workspace.background(), workspace.catalogue(), now, target)
                .run(open.plan().get(), wishes.isMoving(), looked, this::count);
    }
}
