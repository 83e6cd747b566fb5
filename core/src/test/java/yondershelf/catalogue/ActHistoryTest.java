package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.library.Relabel;
import yondershelf.search.Key;
import yondershelf.search.Query;
import yondershelf.work.Work;

/** What was said of many and done to files is taken back and done again, and overrules nobody. */
class ActHistoryTest {
    @TempDir
    Path folder;

    private Catalogue catalogue;
    private Library near;

    @BeforeEach
    void open() throws Exception {
        catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats());
        near = library("near", "oar", "post", "crate");
        library("far", "buoy");
    }

    @AfterEach
    void close() {
        catalogue.close();
    }

    private Library library(String name, String... things) throws Exception {
        Path root = Files.createDirectories(folder.resolve(name));
        for (String thing : things) {
            Files.writeString(root.resolve(thing + ".obj"), "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n# " + thing);
        }
        Library library = catalogue.add(root, "");
        catalogue.scanning().scan(library, Work.SILENT);
        return library;
    }

    private Shown shown(String words) {
        return catalogue
                .shelf()
                .page(catalogue.shelf().find(Query.EVERYTHING.withWords(words)), 0, 1)
                .get(0);
    }

    private void say(String thing, Edit.Field field, String text) throws ProblemException {
        Asset asset = shown(thing).asset();
        catalogue.labelling().edit(asset, List.of(Edit.set(asset.id(), field, text)));
    }

    private void tag(String thing, String... tags) throws ProblemException {
        Asset asset = shown(thing).asset();
        for (String tag : tags) {
            catalogue.labelling().edit(asset, List.of(Edit.tag(asset.id(), tag)));
        }
    }

    private Set<String> tags(String thing) {
        return shown(thing).labels().tags();
    }

    private KeptAct relabel(Relabel wanted, String... things) throws ProblemException {
        List<Key> keys = new ArrayList<>();
        for (String thing : things) {
            keys.add(shown(thing).key());
        }
        return catalogue
                .labelling()
                .relabel(keys, wanted, n -> "say it of " + n)
                .orElseThrow();
    }

    @Test
    void aTagIsRenamedWhereverItIs() throws Exception {
        tag("oar", "wood", "long");
        tag("post", "wood/oak");
        tag("crate", "woodland");
        tag("buoy", "wood", "timber");
        assertThrows(ProblemException.class, () -> catalogue.labelling().retag("wood", "timber", false, n -> "rename"));
        assertThrows(ProblemException.class, () -> catalogue.labelling().retag("stone", "rock", true, n -> "rename"));
        assertThrows(ProblemException.class, () -> catalogue.labelling().retag("wood", "wood/x", true, n -> "rename"));
        assertThrows(ProblemException.class, () -> catalogue.labelling().retag("wood", "wood", true, n -> "rename"));
        assertEquals(Set.of("wood", "long"), tags("oar"), "what is refused changes nothing");
        assertEquals(List.of(), catalogue.history().acts().all());
        KeptAct act = catalogue
                .labelling()
                .retag("wood", "timber", true, n -> "rename of " + n)
                .orElseThrow();
        assertEquals("rename of 3", act.what());
        assertEquals(Set.of("timber", "long"), tags("oar"));
        assertEquals(Set.of("timber/oak"), tags("post"));
        assertEquals(Set.of("woodland"), tags("crate"));
        assertEquals(Set.of("timber"), tags("buoy"));
        assertEquals(List.of(), catalogue.history().takeBack(act, false, Work.SILENT));
        assertEquals(Set.of("wood", "long"), tags("oar"));
        assertEquals(Set.of("wood/oak"), tags("post"));
        assertEquals(Set.of("wood", "timber"), tags("buoy"), "the one it had of its own stays");
        catalogue.history().doAgain(act);
        assertEquals(Set.of("timber/oak"), tags("post"));
        assertTrue(catalogue
                .labelling()
                .retag("timber", "", false, n -> "take away")
                .isPresent());
        assertEquals(Set.of("long"), tags("oar"));
        assertEquals(Set.of(), tags("post"));
    }

    @Test
    void whatNothingChangesIsNoAct() throws Exception {
        say("oar", Edit.Field.AUTHOR, "The workshop");
        Relabel same = Relabel.NOTHING.with(Edit.Field.AUTHOR, "The workshop");
        assertTrue(catalogue
                .labelling()
                .relabel(List.of(shown("oar").key()), same, n -> "nothing")
                .isEmpty());
        assertEquals(List.of(), catalogue.history().acts().all());
    }

    /** What somebody else said meanwhile stays, and taking back says so before it changes anything. */
    @Test
    void whatWasSaidSinceIsNotOverruled() throws Exception {
        say("oar", Edit.Field.NOTE, "before");
        KeptAct act = relabel(Relabel.NOTHING.with(Edit.Field.NOTE, "all of them"), "oar", "post", "buoy");
        assertEquals("say it of 3", act.what());
        say("post", Edit.Field.NOTE, "mine");
        ProblemException told =
                assertThrows(ProblemException.class, () -> catalogue.history().takeBack(act, false, Work.SILENT));
        assertEquals("post.obj", told.problem().file());
        assertEquals("all of them", shown("oar").labels().note(), "nothing was taken back");
        assertFalse(catalogue.history().acts().all().get(0).undone());
        List<Problem> left = catalogue.history().takeBack(act, true, Work.SILENT);
        assertEquals(List.of("post.obj"), left.stream().map(Problem::file).toList());
        assertEquals("before", shown("oar").labels().note());
        assertEquals("mine", shown("post").labels().note());
        assertEquals("", shown("buoy").labels().note());
        assertTrue(catalogue.history().acts().all().get(0).undone());
        assertEquals(
                act.id(),
                catalogue.history().acts().latestTakenBack().orElseThrow().id());
        assertThrows(ProblemException.class, () -> catalogue.history().doAgain(act));
        assertEquals("", shown("buoy").labels().note());
        say("post", Edit.Field.NOTE, "");
        catalogue.history().doAgain(act);
        assertEquals("all of them", shown("buoy").labels().note());
        assertEquals("all of them", shown("post").labels().note());
        assertTrue(catalogue.history().acts().latestTakenBack().isEmpty());
    }

    /** Another program of this machine, opened later, takes back what the first one did. */
    @Test
    void changesToFilesAreKeptAsTheyBegin() throws Exception {
        Path post = near.resolve("post.obj");
        byte[] bytes = Files.readAllBytes(post);
        try (FileActs acts = near.writing().begin("delete the post")) {
            acts.delete(post);
        }
        catalogue.scanning().scan(near, Work.SILENT);
        KeptAct bare = catalogue.history().acts().latest().orElseThrow();
        assertEquals("delete the post", bare.what());
        assertTrue(bare.isBare());
        assertFalse(catalogue.history().isEmpty(bare));
        KeptAct act = KeptAct.of("delete", bare.runs());
        catalogue.history().acts().add(act);
        assertEquals(List.of(act), catalogue.history().acts().all(), "it stands for the group it names");
        assertFalse(catalogue.history().isEmpty(act));
        assertEquals(List.of(), catalogue.history().takeBack(act, false, Work.SILENT));
        assertArrayEquals(bytes, Files.readAllBytes(post));
        assertEquals("Post", shown("post").name(), "it was looked at again");
        assertThrows(ProblemException.class, () -> catalogue.history().doAgain(act));
        try (FileActs acts = near.writing().begin("nothing at all")) {
            assertEquals(near.id(), bare.runs().get(0).library());
            assertFalse(acts.run().isEmpty());
            assertEquals(
                    "nothing at all",
                    catalogue.history().acts().latest().orElseThrow().what());
        }
        assertTrue(catalogue.history().acts().latest().isEmpty(), "what changed nothing is no act");
    }

    /** A group whose kept bytes were let go cannot be taken back; the rest can, when somebody says so. */
    @Test
    void whatIsNotKeptAnyMoreIsTold() throws Exception {
        KeptAct act = KeptAct.of("gone", List.of(new KeptAct.Run(near.id(), "20260101-000000-none")));
        ProblemException told =
                assertThrows(ProblemException.class, () -> catalogue.history().takeBack(act, false, Work.SILENT));
        assertTrue(told.problem().cause().contains("near"), told.problem().cause());
        assertEquals(1, catalogue.history().takeBack(act, true, Work.SILENT).size());
        KeptAct elsewhere = KeptAct.of("elsewhere", List.of(new KeptAct.Run("no such library", "x")));
        assertThrows(ProblemException.class, () -> catalogue.history().takeBack(elsewhere, true, Work.SILENT));
    }

    @Test
    void onlyTheLatestAreKept() throws Exception {
        for (int i = 0; i < KeptActs.MOST + 5; i++) {
            catalogue.history().acts().add(KeptAct.of("act " + i, List.of(new KeptAct.Run("l", "r" + i))));
        }
        List<KeptAct> all = catalogue.history().acts().all();
        assertEquals(KeptActs.MOST, all.size());
        assertEquals("act 5", all.get(0).what());
        for (int i = 0; i < 5 * KeptActs.MOST; i++) {
            catalogue.history().acts().mark(all.get(7).id(), i % 2 == 0);
        }
        assertFalse(catalogue.history().acts().all().get(7).undone());
        long written = Files.readAllLines(folder.resolve("home/acts.jsonl")).size();
        assertTrue(written <= KeptActs.MOST, "written anew: " + written);
        assertEquals(all, catalogue.history().acts().all());
    }
}
