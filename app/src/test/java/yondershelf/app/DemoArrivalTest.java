package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.run;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.format.Formats;
import yondershelf.table.Scene;
import yondershelf.table.SceneFile;

/** What another process makes comes while the window is there, each library when it is whole; that it never comes is told. */
@SuppressWarnings("NullAway.Init")
class DemoArrivalTest {
    @TempDir
    Path folder;

    private Workspace workspace;
    private Path demo;
    private Process maker;

    @BeforeAll
    static void start() throws Exception {
        Toolkit.start();
    }

    @BeforeEach
    void open() throws Exception {
        demo = Files.createDirectories(folder.resolve("demo"));
        workspace = new Workspace(Catalogue.open(Home.open(folder.resolve("home")), new Formats()));
        maker = new ProcessBuilder("sleep", "300").start();
    }

    @AfterEach
    void close() throws Exception {
        maker.destroyForcibly().waitFor();
        workspace.close();
    }

    private DemoArrival arrival() throws Exception {
        DemoArrival arrival = new DemoArrival(demo, String.valueOf(maker.pid()));
        arrival.add(workspace.catalogue());
        run(() -> arrival.follow(workspace));
        return arrival;
    }

    /** As a maker does: put together elsewhere, then moved. */
    private void library(String name) throws Exception {
        Path made = Files.createDirectories(folder.resolve("being made").resolve(name));
        Files.writeString(made.resolve("buoy.obj"), "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n");
        Files.move(made, demo.resolve(name));
    }

    private List<String> known() {
        return workspace.catalogue().known().stream().map(KnownLibrary::name).toList();
    }

    @Test
    void whatIsMadeComesAsItIsWhole() throws Exception {
        DemoArrival arrival = arrival();
        assertEquals(List.of(), known());
        library("Station props");
        await(
                "the first library, looked through",
                () -> known().equals(List.of("Station props"))
                        && workspace.shelf().counts().get().total() == 1);
        library("Coast surfaces");
        await("the second", () -> known().equals(List.of("Station props", "Coast surfaces")));
        assertNull(Toolkit.onFx(() -> workspace.openScene().file().get()));
        Files.createDirectories(demo.resolve("scenes"));
        SceneFile.save(Scene.empty("Station yard"), arrival.scene(), new Formats());
        await(
                "the scene",
                () -> arrival.scene().equals(workspace.openScene().file().get()));
        assertNull(Toolkit.onFx(() -> workspace.problem().get()));
    }

    /** A library may be there between the look for those that are and the wait for those that are not. */
    @Test
    void whatComesInBetweenIsNotMissed() throws Exception {
        DemoArrival arrival = new DemoArrival(demo, String.valueOf(maker.pid()));
        arrival.add(workspace.catalogue());
        library("Station props");
        run(() -> arrival.follow(workspace));
        await(
                "it is opened and looked through",
                () -> known().equals(List.of("Station props"))
                        && workspace.shelf().counts().get().total() == 1);
    }

    @Test
    void thatTheMakerEndedTooEarlyIsTold() throws Exception {
        library("Station props");
        var _ = arrival();
        assertEquals(List.of("Station props"), known());
        maker.destroyForcibly().waitFor();
        await("told", () -> workspace.problem().get() != null);
        assertTrue(Toolkit.onFx(() -> String.valueOf(workspace.problem().get())).contains("not made whole"));
    }

    /** Whoever opened or made a scene meanwhile goes on with that. */
    @Test
    void aSceneThatWasBegunMeanwhileStays() throws Exception {
        DemoArrival arrival = arrival();
        run(() -> workspace.table().act("begin", Scene.empty("mine")));
        library("Station props");
        library("Coast surfaces");
        Files.createDirectories(demo.resolve("scenes"));
        SceneFile.save(Scene.empty("Station yard"), arrival.scene(), new Formats());
        await(
                "the demo's job is over",
                () -> known().size() == 2 && workspace.jobs().list().stream().allMatch(j -> j.isOver()));
        assertEquals("mine", Toolkit.onFx(() -> workspace.table().scene().name()));
    }
}
