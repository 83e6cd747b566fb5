package yondershelf.app.model;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;

import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.application.Platform;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import yondershelf.app.Toolkit;
import yondershelf.content.Problem;
import yondershelf.work.Jobs;

/** Long and short work leaves the interface thread and comes back to it, in turn where that matters. */
class BackgroundTest {
    private final Jobs jobs = new Jobs();
    private final List<Problem> told = new CopyOnWriteArrayList<>();
    private final List<String> happened = new CopyOnWriteArrayList<>();
    private final Background background = new Background(jobs, told::add);

    @BeforeAll
    static void start() throws Exception {
        Toolkit.start();
    }

    @AfterEach
    void close() {
        jobs.close();
    }

    private void note(String what) {
        happened.add(what + (Platform.isFxApplicationThread() ? " there" : " behind"));
    }

    @Test
    void aResultComesBackWhereViewsAreChanged() throws Exception {
        background.run(
                "counting",
                work -> {
                    note("counted");
                    return 7;
                },
                seven -> note("got " + seven));
        await("the result", () -> happened.size() == 2);
        assertEquals(List.of("counted behind", "got 7 there"), happened);
        assertTrue(told.isEmpty());
    }

    @Test
    void aFailureIsToldOnce() throws Exception {
        background.run(
                "reading",
                work -> {
                    throw Problem.of("tide table.obj", "the file is cut short").raise();
                },
                nothing -> note("never"));
        await("the problem", () -> !told.isEmpty());
        assertEquals(1, told.size());
        assertTrue(told.get(0).sentence().contains("tide table.obj"));
        assertTrue(happened.isEmpty());
    }

    /** An act on files, its undo and the act again, asked for in one breath, happen one after the other. */
    @Test
    void whatIsAskedForInTurnDoesNotMeet() throws Exception {
        AtomicInteger within = new AtomicInteger();
        AtomicInteger most = new AtomicInteger();
        Toolkit.run(() -> {
            for (int i = 0; i < 12; i++) {
                int number = i;
                background.inTurn(
                        "act " + i,
                        work -> {
                            most.accumulateAndGet(within.incrementAndGet(), Math::max);
                            pause();
                            within.decrementAndGet();
                            happened.add("act " + number);
                            if (number == 5) {
                                throw Problem.of("act 5", "it cannot be done").raise();
                            }
                            return true;
                        },
                        done -> {},
                        () -> happened.add("act 5 failed"));
            }
        });
        await("all of them", () -> happened.size() == 13);
        assertEquals(1, most.get());
        assertEquals(
                List.of("act 0", "act 1", "act 2", "act 3", "act 4", "act 5"),
                happened.stream().filter(h -> !h.contains("failed")).limit(6).toList());
        assertEquals(
                "act 11",
                happened.stream().filter(h -> !h.contains("failed")).toList().get(11));
        assertEquals(1, told.size());
    }

    private static void pause() {
        try {
            Thread.sleep(10);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Test
    void shortWorkKeepsItsOrderAndIsFinishedBeforeTheEnd() throws Exception {
        SerialExecutor inOrder = new SerialExecutor(told::add);
        CountDownLatch gate = new CountDownLatch(1);
        for (int i = 0; i < 30; i++) {
            int number = i;
            inOrder.run(
                    "label " + i,
                    () -> {
                        gate.await();
                        happened.add("saved " + number);
                        if (number == 3) {
                            throw new IllegalStateException("odd");
                        }
                        return number;
                    },
                    n -> {});
        }
        gate.countDown();
        inOrder.close();
        assertEquals(30, happened.size(), "closing waits for what was typed");
        for (int i = 0; i < 30; i++) {
            assertEquals("saved " + i, happened.get(i));
        }
        await("the odd one was told", () -> told.size() == 1);
        assertTrue(told.get(0).sentence().contains("label 3"));
    }
}
