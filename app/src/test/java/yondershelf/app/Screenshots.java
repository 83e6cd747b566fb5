package yondershelf.app;

import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import javafx.application.Application;
import javafx.scene.control.Button;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ToggleButton;
import javafx.scene.robot.Robot;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.TextSize;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.content.Kind;
import yondershelf.search.Condition;
import yondershelf.search.Field;
import yondershelf.search.Hits;
import yondershelf.search.Query;
import yondershelf.search.Selection;

/** Takes a picture of each main view of the window, from the demo, for the documents. */
final class Screenshots extends WindowPicture {
    private static final int SMALL_MILLIMETRES = 600;
    private static final int FIRST = 3;
    private static final int MANY = 6;

    private final @Nullable Path demo;

    /** @param target a folder */
    Screenshots(Workspace workspace, ShelfWindow window, Path target, @Nullable Path demo) {
        super(workspace, window, target);
        this.demo = demo;
    }

    /** @param args those of the program, and the folder for the pictures as {@code --screenshots} */
    public static void main(String[] args) {
        TextSize.asOutlines();
        Application.launch(Tour.class, args);
    }

    /** The program, which shows itself. */
    public static final class Tour extends ShelfApplication {
        @Override
        Optional<Locale> language() {
            return Optional.of(Locale.ENGLISH);
        }

        @Override
        boolean isPictured() {
            return true;
        }

        @Override
        void begun(Workspace workspace, ShelfWindow window, Map<String, String> named) {
            String demo = named.get("demo");
            Path target = Path.of(Objects.requireNonNull(named.get("screenshots"), "--screenshots=FOLDER"));
            new Screenshots(workspace, window, target, demo == null ? null : Path.of(demo)).take();
        }
    }

    @Override
    void take() {
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
}
