package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.format.Oracles;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.search.Query;
import yondershelf.work.Work;

/** Several libraries: made, named, sorted, hidden, away and back, and what others do to them meanwhile. */
class LibrariesTest {
    @TempDir
    Path folder;

    private Catalogue catalogue;
    private Library props;
    private Library skies;

    @BeforeEach
    void open() throws Exception {
        catalogue = Catalogue.open(home(), new Formats());
        props = catalogue.create(folder.resolve("drive/Props"), "");
        skies = catalogue.create(folder.resolve("Skies"), "Skies over the coast");
        picture(props.resolve("Textures/rope.png"), 1);
        picture(props.resolve("Textures/tar.png"), 2);
        picture(skies.resolve("Textures/dawn.png"), 3);
        catalogue.scanning().scanAll(Work.SILENT);
    }

    @AfterEach
    void close() {
        catalogue.close();
    }

    private Home home() throws Exception {
        return Home.open(folder.resolve("home"));
    }

    private static void picture(Path file, int shade) throws Exception {
        Files.createDirectories(file.getParent());
        Files.write(file, Formats.png(Picture.ofBytes(2, 2, 1, new byte[] {1, 2, 3, (byte) shade})));
    }

    private List<String> names() {
        return catalogue.known().stream().map(KnownLibrary::name).toList();
    }

    private KnownLibrary known(String name) {
        return catalogue.named(name).orElseThrow();
    }

    private int found(Query query) {
        return catalogue.shelf().find(query).total();
    }

    @Test
    void aNewLibraryHasFoldersToBeginWithAndTouchesNothing() throws Exception {
        try (Stream<Path> list = Files.list(skies.root())) {
            assertEquals(
                    Set.of(".yondershelf", "HDRIs", "Materials", "Models", "Textures"),
                    Set.copyOf(list.map(f -> f.getFileName().toString()).toList()));
        }
        assertEquals("Skies over the coast", skies.name());
        Path used = Files.createDirectory(folder.resolve("used"));
        picture(used.resolve("a.png"), 4);
        assertThrows(ProblemException.class, () -> catalogue.create(used, ""));
        try (Stream<Path> list = Files.list(used)) {
            assertEquals(1, list.count());
        }
    }

    /** What is shown first is shown as it most likely is: a library is away when it was looked for, not before. */
    @Test
    void noneIsAwayBeforeItWasLookedFor() throws Exception {
        catalogue.close();
        Files.move(folder.resolve("drive/Props"), folder.resolve("unplugged"));
        try (Catalogue later = Catalogue.openKept(home(), new Formats())) {
            assertEquals(List.of(), later.away());
            assertEquals(
                    List.of(false, false, false),
                    later.shelf().page(later.shelf().find(Query.EVERYTHING), 0, 3).stream()
                            .map(Shown::away)
                            .toList());
            later.connect();
            assertEquals(
                    List.of("Props"),
                    later.away().stream().map(KnownLibrary::name).toList());
            assertEquals(
                    2,
                    later.shelf().page(later.shelf().find(Query.EVERYTHING), 0, 3).stream()
                            .filter(Shown::away)
                            .count());
        }
    }

    @Test
    void namesOrderAndHidingAreKept() throws Exception {
        assertEquals(List.of("Props", "Skies over the coast"), names());
        catalogue.move(known("Props"), 1);
        catalogue.rename(known("Skies over the coast"), "Skies");
        catalogue.hide(known("Props"), true);
        assertEquals(List.of("Skies", "Props"), names());
        assertEquals(1, found(Query.EVERYTHING));
        assertEquals(2, found(Query.EVERYTHING.in(props.id(), null)), "asked for by name it can be looked at");
        assertEquals(1, catalogue.shelf().counts().total());
        assertThrows(ProblemException.class, () -> catalogue.rename(known("Skies"), "  "));
        Catalogue later = Catalogue.open(home(), new Formats());
        assertEquals(
                List.of("Skies", "Props"),
                later.known().stream().map(KnownLibrary::name).toList());
        assertEquals(1, later.shelf().find(Query.EVERYTHING).total());
        later.close();
        assertTrue(Files.readString(skies.own().resolve("library.json")).contains("\"Skies\""));
        catalogue.hide(known("Props"), false);
        assertEquals(3, found(Query.EVERYTHING));
    }

    @Test
    void newThingsGoToTheTarget() throws Exception {
        assertEquals(props, catalogue.target().orElseThrow());
        catalogue.setTarget(skies);
        assertEquals(skies, catalogue.target().orElseThrow());
        assertEquals(
                "Skies over the coast",
                Catalogue.open(home(), new Formats()).target().orElseThrow().name());
    }

    @Test
    void removingDeletesNoFile() throws Exception {
        Asset rope = catalogue.shelf().asset(props.assetId("Textures/rope.png")).orElseThrow();
        catalogue.labelling().edit(rope, List.of(Edit.tag(rope.id(), "hemp")));
        catalogue.close(props.root());
        assertEquals(1, found(Query.EVERYTHING));
        assertTrue(Files.exists(props.resolve("Textures/rope.png")));
        Library again = catalogue.add(props.root(), "");
        catalogue.scanning().scan(again, Work.SILENT);
        assertEquals(1, found(Query.EVERYTHING.withTags(Set.of("hemp"))));
    }

    /** The drive is pulled out under the running program, and turns up elsewhere. */
    @Test
    void aLibraryThatIsAwayIsBrowsedAndComesBackElsewhere() throws Exception {
        Asset rope = catalogue.shelf().asset(props.assetId("Textures/rope.png")).orElseThrow();
        catalogue.labelling().edit(rope, List.of(Edit.tag(rope.id(), "hemp")));
        assertNotNull(catalogue.contents().previews().take(rope, 32, Booth.FINAL_SAMPLES, () -> false));
        Path mount = Files.createDirectories(folder.resolve("mounts/DRIVE1"));
        Files.move(folder.resolve("drive/Props"), folder.resolve("unplugged"));
        assertTrue(catalogue.connect());
        assertTrue(known("Props").isAway());

        for (Catalogue one : List.of(catalogue, Catalogue.open(home(), new Formats()))) {
            Shown shown = one.shelf()
                    .page(one.shelf().find(Query.EVERYTHING.withWords("rope")), 0, 1)
                    .get(0);
            assertTrue(shown.away());
            assertEquals(Set.of("hemp"), shown.labels().tags());
            assertNotNull(one.contents().previews().ready(shown.asset(), 32));
            ProblemException e = assertThrows(
                    ProblemException.class,
                    () -> one.labelling()
                            .edit(shown.asset(), List.of(Edit.tag(shown.asset().id(), "x"))));
            assertTrue(e.problem().cause().contains("away"), e.problem().sentence());
            assertThrows(
                    ProblemException.class, () -> one.rename(one.named("Props").orElseThrow(), "Other"));
            assertEquals(3, one.shelf().find(Query.EVERYTHING).total());
        }
        catalogue.scanning().scanAll(Work.SILENT);
        assertEquals(3, found(Query.EVERYTHING), "a look at the others forgets nothing of it");

        Files.move(folder.resolve("unplugged"), mount.resolve("Props"));
        catalogue.lookForDrivesAt(() -> List.of(folder.resolve("mounts"), mount));
        assertTrue(catalogue.connect());
        assertFalse(known("Props").isAway());
        assertEquals(mount.resolve("Props"), known("Props").root());
        assertTrue(catalogue.scanning().scanAll(Work.SILENT).values().stream().allMatch(l -> l.isUnchanged()));
        Shown back = catalogue.shelf().shown(rope.id()).orElseThrow();
        assertFalse(back.away());
        catalogue.labelling().edit(back.asset(), List.of(Edit.tag(rope.id(), "back")));
        assertEquals(mount.resolve("Props"), home().libraries().get(0).path(), "the place is remembered");
    }

    /** Two programs on one home: what one finds out or is told, the other shows without looking itself. */
    @Test
    void twoProgramsFollowEachOther() throws Exception {
        Catalogue other = Catalogue.open(home(), new Formats());
        assertEquals(3, other.shelf().find(Query.EVERYTHING).total());
        picture(props.resolve("Textures/net.png"), 9);
        catalogue.scanning().scan(props, Work.SILENT);
        Asset net = catalogue.shelf().asset(props.assetId("Textures/net.png")).orElseThrow();
        catalogue.labelling().edit(net, List.of(Edit.tag(net.id(), "knotted")));
        assertTrue(other.scanning().follow());
        assertEquals(
                1,
                other.shelf().find(Query.EVERYTHING.withTags(Set.of("knotted"))).total());
        Files.delete(props.resolve("Textures/net.png"));
        other.scanning().scanAll(Work.SILENT);
        assertTrue(catalogue.scanning().follow());
        assertEquals(3, found(Query.EVERYTHING));
        assertEquals(
                catalogue.shelf().find(Query.EVERYTHING).page(0, 9),
                other.shelf().find(Query.EVERYTHING).page(0, 9));
        other.close();
    }

    private interface Check {
        boolean holds() throws Exception;
    }

    /** Looks as the window does: when something is heard. Gives up after half a minute. */
    private void seen(String what, Check check) throws Exception {
        CountDownLatch done = new CountDownLatch(1);
        long start = System.nanoTime();
        for (int i = 0; i < 600; i++) {
            if (check.holds()) {
                done.countDown();
                break;
            }
            Thread.sleep(50);
        }
        assertTrue(done.await(0, TimeUnit.SECONDS), what + " was not seen");
        System.out.printf("%s: seen after %.2f s%n", what, (System.nanoTime() - start) / 1e9);
    }

    @Test
    void whatOthersDoIsSeen() throws Exception {
        List<Exception> failures = new java.util.concurrent.CopyOnWriteArrayList<>();
        Watching.Listener listener = new Watching.Listener() {
            @Override
            public void changed(Library library, Set<String> folders) {
                try {
                    if (folders.isEmpty()) {
                        catalogue.scanning().scan(library, Work.SILENT);
                    } else {
                        catalogue.scanning().scan(library, folders, Work.SILENT);
                    }
                } catch (ProblemException e) {
                    failures.add(e);
                }
            }

            @Override
            public void connected() {}

            @Override
            public void followed() {}
        };
        try (Watching watching = new Watching(catalogue, listener)) {
            assertNotNull(watching);
            // once it listens, a first change is heard whatever the system needs for that
            picture(props.resolve("Textures/first.png"), 20);
            seen("a first file", () -> found(Query.EVERYTHING.withWords("first")) == 1);
            picture(props.resolve("Textures/added.png"), 21);
            seen("a file added", () -> found(Query.EVERYTHING.withWords("added")) == 1);
            Files.move(props.resolve("Textures/added.png"), props.resolve("Textures/renamed.png"));
            seen(
                    "a file renamed",
                    () -> found(Query.EVERYTHING.withWords("renamed")) == 1
                            && found(Query.EVERYTHING.withWords("added")) == 0);
            Files.createDirectories(props.resolve("Textures/deep/er"));
            Files.move(props.resolve("Textures/renamed.png"), props.resolve("Textures/deep/er/renamed.png"));
            seen("a file moved", () -> found(Query.EVERYTHING.in(props.id(), "Textures/deep")) == 1);
            String key = catalogue
                    .shelf()
                    .asset(props.assetId("Textures/tar.png"))
                    .orElseThrow()
                    .key();
            Files.write(props.resolve("Textures/tar.png"), Formats.png(Picture.ofBytes(4, 4, 1, new byte[16])));
            seen(
                    "a file changed",
                    () -> !catalogue
                            .shelf()
                            .asset(props.assetId("Textures/tar.png"))
                            .orElseThrow()
                            .key()
                            .equals(key));
            for (int i = 0; i < 40; i++) {
                picture(props.resolve("burst/b" + i % 8 + "/p" + i + ".png"), 30 + i);
            }
            seen("a burst of folders", () -> found(Query.EVERYTHING.in(props.id(), "burst")) == 40);
            Files.delete(props.resolve("Textures/rope.png"));
            seen("a file removed", () -> found(Query.EVERYTHING.withWords("rope")) == 0);
            Library elsewhere = Library.open(props.root(), "", "laptop");
            elsewhere.scan(new Formats(), Work.SILENT);
            elsewhere.labels().edit(List.of(Edit.tag(elsewhere.assetId("Textures/tar.png"), "from the laptop")));
            seen("a label", () -> found(Query.EVERYTHING.withTags(Set.of("from the laptop"))) == 1);
            Files.move(folder.resolve("drive"), folder.resolve("pulled"));
            seen("a drive pulled out", () -> known("Props").isAway());
            Files.move(folder.resolve("pulled"), folder.resolve("drive"));
            seen("a drive put back", () -> !known("Props").isAway());
        }
        assertEquals(
                List.of(),
                failures.stream()
                        .map(Exception::getMessage)
                        .filter(m -> !m.contains("away") && !m.contains("not there"))
                        .toList());
    }

    /** The system gives out only so many listeners: without one, a library is looked at every few seconds, and that is said once. */
    @Tag("alone")
    @Test
    void withoutAListenerItIsLookedAt() throws Exception {
        Oracles.need(System.getProperty("os.name").contains("Linux"), "inotify");
        List<java.nio.file.WatchService> taken = new ArrayList<>();
        AtomicInteger deaf = new AtomicInteger();
        try {
            boolean more = true;
            while (more && taken.size() < 5_000) {
                try {
                    taken.add(java.nio.file.FileSystems.getDefault().newWatchService());
                } catch (java.io.IOException full) {
                    more = false;
                }
            }
            Oracles.need(!more, "a limit of listeners");
            try (Watching watching = new Watching(catalogue, new Watching.Listener() {
                @Override
                public void changed(Library library, Set<String> folders) {
                    try {
                        catalogue.scanning().scan(library, Work.SILENT);
                    } catch (ProblemException e) {
                        throw new IllegalStateException(e);
                    }
                }

                @Override
                public void connected() {}

                @Override
                public void followed() {}

                @Override
                public void deaf(Library library) {
                    deaf.incrementAndGet();
                }
            })) {
                assertNotNull(watching);
                seen("that nothing is heard", () -> deaf.get() > 0);
                for (int i = 0; i < 5; i++) {
                    int n = i;
                    picture(props.resolve("Textures/unheard" + n + ".png"), 60 + n);
                    seen("a file nobody told of", () -> found(Query.EVERYTHING.withWords("unheard" + n)) == 1);
                }
                assertEquals(catalogue.libraries().size(), deaf.get(), "said once for each library");
            }
        } finally {
            for (var each : taken) {
                each.close();
            }
        }
    }

    /** Cut short, what is being read would seem to be broken, and what is being begun would never be ended. */
    @Test
    void closingLetsALookUnderWayComeToItsEnd() throws Exception {
        CountDownLatch entered = new CountDownLatch(1);
        CountDownLatch release = new CountDownLatch(1);
        AtomicBoolean cut = new AtomicBoolean();
        Watching watching = new Watching(catalogue, new Watching.Listener() {
            @Override
            public void changed(Library library, Set<String> folders) {
                entered.countDown();
                try {
                    release.await();
                } catch (InterruptedException e) {
                    cut.set(true);
                }
            }

            @Override
            public void connected() {}

            @Override
            public void followed() {}
        });
        assertTrue(entered.await(100, TimeUnit.SECONDS));
        Thread closing = new Thread(watching::close);
        closing.start();
        while (closing.getState() != Thread.State.TIMED_WAITING && closing.isAlive()) {
            Thread.onSpinWait();
        }
        release.countDown();
        closing.join();
        assertFalse(cut.get());
    }
}
