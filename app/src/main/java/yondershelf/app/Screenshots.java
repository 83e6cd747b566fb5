package yondershelf.app;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.scene.control.Button;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ToggleButton;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import javafx.scene.robot.Robot;
import javafx.stage.Window;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.catalogue.Shown;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.search.Condition;
import yondershelf.search.Field;
import yondershelf.search.Hits;
import yondershelf.search.Query;
import yondershelf.search.Selection;
import yondershelf.words.Phrase;

/** Takes pictures of the window's views from the demo, for the documents and for machines without a display. */
final class Screenshots {
    private static final int LONGEST_SECONDS = 240;
    private static final int SMALL_MILLIMETRES = 600;
    private static final int FIRST = 3;
    private static final int MANY = 6;
    private static final int FINE_SAMPLES = 24;

    private final Workspace workspace;
    private final ShelfWindow window;
    private final Path target;
    private final @Nullable Path demo;
    private final Deque<Step> steps = new ArrayDeque<>();
    private long waitingSince;

    Screenshots(Workspace workspace, ShelfWindow window, Path target, @Nullable Path demo) {
        this.workspace = workspace;
        this.window = window;
        this.target = target;
        this.demo = demo;
    }

    /** One picture of the window when all previews in view are there, then the end. */
    void one() {
        parkPointer();
        settled(() -> choose("Storm lantern"));
        fine(() -> save(target));
        next();
    }

    /** A picture of each main view. */
    void start() {
        parkPointer();
        settled(() -> {
            if (workspace.table().scene().placements().isEmpty()) {
                // without the demo's scene
                put("Workbench", 0.5, 0.72);
            }
        });
        settled(() -> window.table().picture().frame());
        fine(() -> save(target.resolve("shelf.png")));
        settled(() -> choose("Storm lantern"));
        fine(() -> save(target.resolve("card.png")));
        settled(() -> {
            workspace.selected().set(null);
            workspace.shelf().query().set(Query.EVERYTHING.withKinds(Set.of(Kind.MATERIAL)));
        });
        fine(() -> save(target.resolve("materials.png")));
        settled(() -> menu("#filters", true));
        fine(() -> capture(target.resolve("filters.png")));
        settled(() -> {
            menu("#filters", false);
            away();
        });
        fine(() -> save(target.resolve("away.png")));
        settled(() -> workspace
                .shelf()
                .query()
                .set(Query.EVERYTHING
                        .with(Condition.any(Field.KIND, Set.of(Kind.MODEL.word())))
                        .with(Condition.between(Field.SIZE, 0, SMALL_MILLIMETRES))));
        settled(() -> {
            Hits hits = workspace.shelf().hits().get();
            if (hits.total() > FIRST + MANY) {
                workspace
                        .chosen()
                        .selection()
                        .set(Selection.only(hits.at(FIRST)).to(hits, FIRST + MANY, false));
            }
        });
        fine(() -> save(target.resolve("many.png")));
        settled(() -> {
            workspace.chosen().selection().set(Selection.NONE);
            workspace.shelf().query().set(Query.EVERYTHING);
            workspace.view().set(Workspace.View.MEND);
        });
        fine(() -> save(target.resolve("mend.png")));
        settled(() -> workspace.faults().mendAll());
        settled(() -> {
            window.showRuns(true);
            window.mayClose(() -> {});
        });
        fine(() -> save(target.resolve("changes.png")));
        settled(() -> {
            var asked = workspace.questions().current().get();
            if (asked != null) {
                workspace.questions().answer(asked.choices().get(asked.choices().size() - 1));
            }
            window.showRuns(false);
            workspace.attempt(workspace.history()::undo);
        });
        Path packs = demo;
        if (packs != null) {
            settled(() -> window.bring(List.of(packs.resolve("packs/harbour_details.zip"))));
            settled(() -> {
                // the set of maps, whose roles can be told
                if (window.lookup("#plan") instanceof ListView<?> plan) {
                    for (int i = 0; i < plan.getItems().size() && window.lookup("#intake .map-use") == null; i++) {
                        plan.getSelectionModel().clearAndSelect(i);
                    }
                }
            });
            fine(() -> save(target.resolve("intake.png")));
            settled(() -> {
                if (window.lookup("#plan-as-pictures") instanceof Button pictures) {
                    pictures.fire();
                }
            });
            fine(() -> save(target.resolve("intake-pictures.png")));
            settled(() -> workspace.intake().brought().set(List.of()));
        }
        settled(() -> {
            workspace.view().set(Workspace.View.SHELF);
            window.keys().open();
        });
        fine(() -> save(target.resolve("keys.png")));
        settled(() -> {
            window.keys().close();
            if (window.lookup("#table") != null && window.lookup("#objects-toggle") instanceof ToggleButton objects) {
                objects.fire();
            }
            window.halves().show(Halves.Seen.TABLE);
            window.table().picture().requestFocus();
        });
        settled(() -> {
            window.table().picture().frame();
            workspace.table().scene().placements().stream()
                    .filter(p -> p.name().equals("Workbench"))
                    .findFirst()
                    .ifPresent(p -> window.table().picture().choose(p.id()));
        });
        fine(() -> save(target.resolve("table.png")));
        settled(() -> {
            window.halves().show(Halves.Seen.BOTH);
            window.table().picture().choose(null);
            if (window.lookup("#objects-toggle") instanceof ToggleButton objects) {
                objects.fire();
            }
            window.guide().open();
        });
        fine(() -> save(target.resolve("guide.png")));
        settled(() -> {
            window.guide().close();
            window.grid().requestFocus();
            window.table().picture().frame();
            window.setLight(true);
        });
        fine(() -> save(target.resolve("shelf-light.png")));
        settled(() -> window.setLight(false));
        next();
    }

    /** A pointer resting on a thing would light it up. */
    private static void parkPointer() {
        new Robot().mouseMove(0, 0);
    }

    /** One step, run when the jobs are done and the table's picture has at least so many samples. */
    private record Step(int samples, Runnable act) {}

    private void settled(Runnable step) {
        steps.add(new Step(0, step));
    }

    private void fine(Runnable step) {
        steps.add(new Step(FINE_SAMPLES, step));
    }

    /** Runs the next step once nothing is under way any more and the table is fine enough. */
    private void next() {
        waitingSince = System.nanoTime();
        poll();
    }

    private void poll() {
        PauseTransition pause = new PauseTransition(Duration.millis(400));
        pause.setOnFinished(e -> {
            Step step = steps.peek();
            int samples = step == null ? 0 : step.samples;
            boolean busy = workspace.jobs().list().stream().anyMatch(j -> !j.isOver())
                    || isLooking()
                    || window.table().picture().samples() < samples;
            boolean late = System.nanoTime() - waitingSince > LONGEST_SECONDS * 1_000_000_000L;
            if (busy && !late) {
                poll();
                return;
            }
            steps.poll();
            if (step == null) {
                Platform.exit();
                return;
            }
            step.act.run();
            next();
        });
        pause.play();
    }

    /** True while something on the screen only says that it is being looked for: no picture is taken of that. */
    static boolean isLooking() {
        String looking = Phrase.of("app.looking");
        return Window.getWindows().stream()
                .filter(w -> w.isShowing() && w.getScene() != null)
                .flatMap(w -> w.getScene().getRoot().lookupAll(".label").stream())
                .anyMatch(n -> n instanceof Labeled label && looking.equals(label.getText()));
    }

    private Optional<Asset> named(String name) {
        Catalogue catalogue = workspace.catalogue();
        return catalogue.shelf().page(catalogue.shelf().find(Query.EVERYTHING.withWords(name)), 0, 40).stream()
                .filter(s -> s.name().equals(name) && !s.away())
                .map(Shown::asset)
                .findFirst();
    }

    private void choose(String name) {
        named(name).ifPresent(a -> window.grid().choose(a, true));
    }

    /** Looks only at the library that is away, if there is one. */
    private void away() {
        workspace.shelf().known().get().stream()
                .filter(KnownLibrary::isAway)
                .findFirst()
                .ifPresent(l -> workspace.shelf().query().set(Query.EVERYTHING.in(l.id(), null)));
    }

    private void menu(String id, boolean open) {
        if (window.lookup(id) instanceof MenuButton menu) {
            if (open) {
                menu.show();
            } else {
                menu.hide();
            }
        }
    }

    /** What the screen shows where the window is: menus are windows of their own. */
    private void capture(Path file) {
        var at = window.getScene().getWindow();
        double x = at.getX() + window.getScene().getX();
        double y = at.getY() + window.getScene().getY();
        write(new Robot().getScreenCapture(null, x, y, window.getWidth(), window.getHeight(), false), file);
    }

    private void put(String name, double x, double y) {
        var picture = window.table().picture();
        named(name).ifPresent(a -> picture.drop(a, x * picture.getWidth(), y * picture.getHeight()));
    }

    private void save(Path file) {
        write(window.getScene().snapshot(null), file);
    }

    private void write(WritableImage image, Path file) {
        PixelReader pixels = image.getPixelReader();
        int w = (int) image.getWidth();
        int h = (int) image.getHeight();
        byte[] out = new byte[w * h * 3];
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                int argb = pixels.getArgb(x, y);
                int i = (y * w + x) * 3;
                out[i] = (byte) (argb >> 16);
                out[i + 1] = (byte) (argb >> 8);
                out[i + 2] = (byte) argb;
            }
        }
        try {
            Path parent = file.toAbsolutePath().getParent();
            if (parent != null) {
                Files.createDirectories(parent);
            }
            Files.write(file, Formats.png(Picture.ofBytes(w, h, 3, out)));
        } catch (IOException e) {
            workspace.tell(Problem.of(file, Phrase.of("app.the-picture-could-not-be", e.getMessage())));
            System.err.println(file + ": " + e.getMessage());
        }
    }
}
