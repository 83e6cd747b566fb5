package yondershelf.app;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.util.Duration;
import yondershelf.app.model.FileRuns;
import yondershelf.app.model.OpenScene;
import yondershelf.app.model.Questions;
import yondershelf.app.model.Questions.Choice;
import yondershelf.app.model.Workspace;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.intake.CutTake;
import yondershelf.intake.Intake;
import yondershelf.intake.KeptPlan;
import yondershelf.intake.Taken;
import yondershelf.library.Library;
import yondershelf.table.Recovery;
import yondershelf.work.Work;

/** Puts what only the user can decide into questions: what was left by a kill, what a save would lose, what an undo met. */
final class Decisions {
    private static final Duration KEEP_EVERY = Duration.minutes(1);
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("d MMM HH:mm", java.util.Locale.ENGLISH);

    private final Workspace workspace;
    private final Questions questions;
    private final Runnable saveElsewhere;
    private final Timeline keeper;

    /** @param saveElsewhere asks for a file and saves the scene there */
    Decisions(Workspace workspace, Runnable saveElsewhere) {
        this.workspace = workspace;
        this.questions = workspace.questions();
        this.saveElsewhere = saveElsewhere;
        workspace.openScene().question().addListener((o, before, now) -> {
            if (now != null) {
                workspace.openScene().question().set(null);
                ask(now);
            }
        });
        workspace.fileRuns().conflict().addListener((o, before, now) -> {
            if (now != null) {
                workspace.fileRuns().conflict().set(null);
                ask(now);
            }
        });
        keeper =
                new Timeline(new KeyFrame(KEEP_EVERY, e -> workspace.openScene().keep()));
        keeper.setCycleCount(Timeline.INDEFINITE);
        keeper.play();
    }

    private void ask(OpenScene.SaveQuestion question) {
        List<Choice> choices = new ArrayList<>();
        choices.add(new Choice("Save elsewhere", "Choose another file; this one stays as it is", saveElsewhere));
        if (question.mayWrite()) {
            choices.add(
                    new Choice("Write into it", "Save the scene into this file all the same", question.writeAnyway()));
        }
        choices.add(new Choice("Cancel", "Save nothing now", () -> {}));
        questions.ask(question.words(), choices.toArray(Choice[]::new));
    }

    private void ask(FileRuns.Conflict conflict) {
        questions.ask(
                "Taking back \"" + conflict.what() + "\" stopped. "
                        + conflict.problem().sentence(),
                new Choice(
                        "Take back the rest",
                        "Leave that file as it is and give all others their old bytes",
                        () -> workspace.fileRuns().takeBack(conflict.what(), conflict.runs(), true)),
                new Choice("Cancel", "Change nothing; it stays in the list of earlier changes under mend", () -> {}));
    }

    /** Asks about what killed programs left. */
    void askAboutTheLastTime() {
        workspace
                .background()
                .quietly(
                        "Looking for unsaved scenes",
                        work -> workspace.openScene().left(),
                        left -> left.forEach(this::ask));
        workspace
                .background()
                .quietly(
                        "Looking for a plan that was left",
                        work -> workspace.openPlan().keeping().left(),
                        left -> left.ifPresent(this::ask));
        workspace
                .background()
                .quietly(
                        "Looking for takes that were cut off",
                        work -> {
                            List<Cut> cuts = new ArrayList<>();
                            for (Library library : workspace.catalogue().libraries()) {
                                for (CutTake cut : Intake.cutOff(library)) {
                                    cuts.add(new Cut(library, cut));
                                }
                            }
                            return cuts;
                        },
                        cuts -> cuts.forEach(this::ask));
    }

    private record Cut(Library library, CutTake take) {}

    private void ask(KeptPlan kept) {
        String from = names(kept.sources());
        questions.ask(
                "What came from " + from + " was sorted, but not taken in.",
                new Choice("Continue", "Show it as it was left", () -> {
                    workspace.brought().set(List.of());
                    workspace.openPlan().keeping().resume(kept);
                    workspace.brought().set(kept.sources());
                    workspace.view().set(Workspace.View.INTAKE);
                }),
                new Choice(
                        "Discard",
                        "Leave everything where it is",
                        () -> workspace.openPlan().keeping().forget()),
                new Choice("Later", "It is asked again at the next start", () -> {}));
    }

    private static String names(List<Path> sources) {
        return sources.stream()
                .map(p -> String.valueOf(p.getFileName()))
                .reduce((a, b) -> a + ", " + b)
                .orElse("");
    }

    private void ask(Recovery.Left left) {
        questions.ask(
                "\"" + left.title() + "\" was not saved when the program ended" + at(left.when()) + ".",
                new Choice(
                        "Open it",
                        "Bring it onto the table; it is not saved until you do",
                        () -> workspace.openScene().recover(left)),
                new Choice(
                        "Discard",
                        "Remove this copy for good",
                        () -> workspace.openScene().forget(left)));
    }

    private static String at(String when) {
        try {
            return ", " + WHEN.format(Instant.parse(when).atZone(ZoneId.systemDefault()));
        } catch (DateTimeParseException e) {
            return "";
        }
    }

    private void ask(Cut cut) {
        String from = names(cut.take.sources());
        questions.ask(
                "Taking " + from + " into " + cut.library.name() + " was cut off.",
                new Choice(
                        "Finish it",
                        "Take everything in again from where it was brought",
                        () -> workspace
                                .background()
                                .run(
                                        "Taking in " + from,
                                        work -> finish(cut, work),
                                        taken -> workspace.tookIn(cut.library, taken))),
                new Choice(
                        "Take it back",
                        "Remove what came of it",
                        () -> workspace
                                .background()
                                .run(
                                        "Taking back " + from,
                                        work -> {
                                            Intake.takeBack(cut.library, cut.take, work);
                                            return true;
                                        },
                                        done -> workspace.scan())),
                new Choice("Later", "It is asked again at the next start", () -> {}));
    }

    /**
     * One question, when closing would lose something.
     *
     * @param close ends the program
     * @return true when it may end at once
     */
    boolean mayClose(Runnable close) {
        if (!workspace.openScene().wouldLose()) {
            workspace.openScene().letGo();
            return true;
        }
        questions.ask(
                "\"" + workspace.table().scene().name() + "\" is not saved.",
                new Choice(
                        "Save and close",
                        "Save the scene, then end",
                        () -> workspace.openScene().save(saved -> {
                            if (saved) {
                                close.run();
                            }
                        })),
                new Choice("Close without saving", "What is not saved is lost", () -> {
                    workspace.openScene().letGo();
                    close.run();
                }),
                new Choice("Cancel", "Go on working", () -> {}));
        return false;
    }

    /** Opens the folder of the log in the system's file manager. */
    void showLog() {
        try {
            Path log = workspace.catalogue().home().log();
            new ProcessBuilder(opener(), log.toString()).start();
        } catch (ProblemException e) {
            workspace.tell(e.problem());
        } catch (IOException e) {
            workspace.attempt(() -> {
                throw Problem.of(
                                workspace.catalogue().home().log(),
                                "the file manager could not be started; the log is in this folder")
                        .raise(e);
            });
        }
    }

    private static String opener() {
        String os = System.getProperty("os.name").toLowerCase(java.util.Locale.ROOT);
        return os.contains("win") ? "explorer" : os.contains("mac") ? "open" : "xdg-open";
    }

    void stop() {
        keeper.stop();
    }

    private Taken finish(Cut cut, Work work) throws ProblemException {
        Taken came = Intake.finish(cut.library, cut.take, workspace.catalogue().reader(), work);
        workspace.label(cut.library, came, work);
        return came;
    }
}
