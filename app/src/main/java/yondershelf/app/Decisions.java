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
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.FileRuns;
import yondershelf.app.model.OpenScene;
import yondershelf.app.model.Questions;
import yondershelf.app.model.Questions.Choice;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.KeptAct;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.intake.CutTake;
import yondershelf.intake.Intake;
import yondershelf.intake.KeptPlan;
import yondershelf.intake.Taken;
import yondershelf.library.Library;
import yondershelf.table.Recovery;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** Puts what only the user can decide into questions: what was left by a kill, what a save would lose, what an undo met. */
final class Decisions {
    private static final Duration KEEP_EVERY = Duration.minutes(1);
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("d MMM HH:mm", Phrase.language());

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
        choices.add(new Choice(
                Phrase.of("app.save-elsewhere"), Phrase.of("app.choose-another-file-this-one"), saveElsewhere));
        if (question.mayWrite()) {
            choices.add(new Choice(
                    Phrase.of("app.write-into-it"), Phrase.of("app.save-the-scene-into-this"), question.writeAnyway()));
        }
        choices.add(new Choice(Phrase.of("app.cancel"), Phrase.of("app.save-nothing-now"), () -> {}));
        questions.ask(question.words(), choices.toArray(Choice[]::new));
    }

    private void ask(FileRuns.Conflict conflict) {
        questions.ask(
                Phrase.of(
                        "app.taking-back-stopped",
                        conflict.what(),
                        conflict.problem().sentence()),
                new Choice(
                        Phrase.of("app.take-back-the-rest"),
                        Phrase.of("app.leave-that-file-as-it"),
                        () -> workspace.fileRuns().takeBack(conflict.what(), conflict.runs(), true)),
                new Choice(Phrase.of("app.cancel"), Phrase.of("app.change-nothing-it-stays-in"), () -> {}));
    }

    /** Asks about what killed programs left. */
    void askAboutTheLastTime() {
        workspace
                .background()
                .quietly(
                        Phrase.of("app.looking-for-unsaved-scenes"),
                        work -> workspace.openScene().left(),
                        left -> left.forEach(this::ask));
        workspace
                .background()
                .quietly(
                        Phrase.of("app.looking-for-a-plan-that"),
                        work -> workspace.openPlan().keeping().left(),
                        left -> left.ifPresent(this::ask));
        workspace
                .background()
                .quietly(
                        Phrase.of("app.looking-for-takes-that-were"),
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
                Phrase.of("app.what-came-from-was-sorted", from),
                new Choice(Phrase.of("app.continue"), Phrase.of("app.show-it-as-it-was"), () -> {
                    workspace.intake().brought().set(List.of());
                    workspace.openPlan().keeping().resume(kept);
                    workspace.intake().brought().set(kept.sources());
                    workspace.view().set(Workspace.View.INTAKE);
                }),
                new Choice(
                        Phrase.of("app.discard"),
                        Phrase.of("app.leave-everything-where-it-is"),
                        () -> workspace.openPlan().keeping().forget()),
                new Choice(Phrase.of("app.later"), Phrase.of("app.it-is-asked-again-at"), () -> {}));
    }

    private static String names(List<Path> sources) {
        return sources.stream()
                .map(p -> String.valueOf(p.getFileName()))
                .reduce((a, b) -> a + ", " + b)
                .orElse("");
    }

    private void ask(Recovery.Left left) {
        questions.ask(
                Phrase.of("app.was-not-saved-when-the", left.title(), at(left.when())),
                new Choice(
                        Phrase.of("app.open-it"),
                        Phrase.of("app.bring-it-onto-the-table"),
                        () -> workspace.openScene().recover(left)),
                new Choice(
                        Phrase.of("app.discard"),
                        Phrase.of("app.remove-this-copy-for-good"),
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
                Phrase.of("app.taking-into-was-cut-off", from, cut.library.name()),
                new Choice(
                        Phrase.of("app.finish-it"),
                        Phrase.of("app.take-everything-in-again-from"),
                        () -> workspace
                                .background()
                                .run(
                                        Phrase.of("app.taking-in", from),
                                        work -> finish(cut, work),
                                        done -> workspace.intake().tookIn(cut.library, done.came, done.act))),
                new Choice(
                        Phrase.of("app.take-it-back"),
                        Phrase.of("app.remove-what-came-of-it"),
                        () -> workspace
                                .background()
                                .run(
                                        Phrase.of("app.taking-back", from),
                                        work -> {
                                            Intake.takeBack(cut.library, cut.take, work);
                                            return true;
                                        },
                                        done -> workspace.libraries().scan())),
                new Choice(Phrase.of("app.later"), Phrase.of("app.it-is-asked-again-at"), () -> {}));
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
                Phrase.of("app.is-not-saved", workspace.table().scene().name()),
                new Choice(
                        Phrase.of("app.save-and-close"),
                        Phrase.of("app.save-the-scene-then-end"),
                        () -> workspace.openScene().save(saved -> {
                            if (saved) {
                                close.run();
                            }
                        })),
                new Choice(Phrase.of("app.close-without-saving"), Phrase.of("app.what-is-not-saved-is"), () -> {
                    workspace.openScene().letGo();
                    close.run();
                }),
                new Choice(Phrase.of("app.cancel"), Phrase.of("app.go-on-working"), () -> {}));
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
                throw Problem.of(workspace.catalogue().home().log(), Phrase.of("app.the-file-manager-could-not"))
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

    private Finished finish(Cut cut, Work work) throws ProblemException {
        Taken came = Intake.finish(cut.library, cut.take, workspace.catalogue().reader(), work);
        return new Finished(
                came, workspace.intake().label(cut.library, came, work).orElse(null));
    }

    private record Finished(Taken came, @Nullable KeptAct act) {}
}
