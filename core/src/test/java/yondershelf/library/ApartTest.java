package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Excerpt;
import yondershelf.content.Kind;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.work.Work;

/** Nodes that are assets of their own, and what is said of things and of folders around them. */
class ApartTest {
    @TempDir
    Path root;

    private Library library;
    private String set;
    private String picture;

    @BeforeEach
    void open() throws Exception {
        Files.createDirectories(root.resolve("props/jetty"));
        Files.createDirectories(root.resolve("props2"));
        Files.writeString(root.resolve("props/jetty/set.obj"), "o lamp\nv 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n");
        Files.writeString(root.resolve("props2/post.obj"), "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n");
        Files.write(
                root.resolve("props/sign.png"),
                Formats.png(yondershelf.content.Picture.ofBytes(4, 4, 1, new byte[16])));
        library = Library.open(root, "", "desk");
        library.scan(new Formats(), Work.SILENT);
        set = library.assetId("props/jetty/set.obj");
        picture = library.assetId("props/sign.png");
    }

    private Map<String, String> names() {
        Map<String, String> out = new TreeMap<>();
        library.assets().forEach(a -> out.put(a.locator().text(), a.kind().word() + " " + a.name()));
        return out;
    }

    private void say(Edit... edits) throws ProblemException {
        library.labels().edit(List.of(edits));
    }

    private String units(String id) {
        return Labels.of(library.store().asset(id).orElseThrow()).space().units();
    }

    @Test
    void theyComeAndGoWithWhatIsSaid() throws Exception {
        int before = library.assets().size();
        say(Edit.set(
                set,
                Edit.Field.APART,
                "lamp\n" + Excerpt.ofMaterial("brass") + "\n" + Excerpt.ofLight("") + "\n" + Excerpt.ofLight("bulb")));
        Map<String, String> names = names();
        assertEquals(before + 4, names.size());
        assertEquals(Kind.MODEL.word() + " lamp", names.get("props/jetty/set.obj#lamp"));
        assertEquals(Kind.MATERIAL.word() + " brass", names.get("props/jetty/set.obj#" + Excerpt.ofMaterial("brass")));
        assertEquals(
                Excerpt.kind(Excerpt.ofLight(""), Kind.MODEL).word() + " Set lights",
                names.get("props/jetty/set.obj#" + Excerpt.ofLight("")));
        assertTrue(names.getOrDefault("props/jetty/set.obj#" + Excerpt.ofLight("bulb"), "")
                .endsWith(" bulb"));
        say(Edit.set(set, Edit.Field.APART, "lamp"));
        assertEquals(before + 1, names().size());
        say(Edit.set(set, Edit.Field.APART, ""));
        assertEquals(before, names().size());
    }

    @Test
    void anAssetIsOneOfAWholeFileOrOfANode() {
        String node = Apart.id(set, "lamp");
        assertTrue(Apart.isNode(node));
        assertFalse(Apart.isNode(set));
        assertEquals(set, Apart.whole(node));
        assertEquals(set, Apart.whole(set));
        assertEquals("lamp", Apart.node(node));
        assertEquals("", Apart.node(set));
        assertEquals("#1", Apart.node(Apart.id("", "#1")), "a sign in a node's name stays in it");
        assertEquals("", Apart.whole(Apart.id("", "#1")));
        assertEquals("props.glb", Locator.of("props.glb").text());
        assertEquals("props.glb#Lantern", new Locator("props.glb", "Lantern", "", 0).text());
    }

    @Test
    void onlyModelsComeApart() throws Exception {
        int before = library.assets().size();
        say(Edit.set(picture, Edit.Field.APART, "lamp"));
        assertEquals(before, names().size());
    }

    @Test
    void theyFollowTheirFileAndGoWithIt() throws Exception {
        say(Edit.set(set, Edit.Field.APART, "lamp"), Edit.set(Apart.id(set, "lamp"), Edit.Field.NAME, "Storm lamp"));
        long since = library.store().asset(Apart.id(set, "lamp")).orElseThrow().since();
        Files.createDirectories(root.resolve("other"));
        Files.move(root.resolve("props/jetty/set.obj"), root.resolve("other/moved.obj"));
        library.scan(new Formats(), Work.SILENT);
        Asset node = library.asset(Apart.id(set, "lamp")).orElseThrow();
        assertEquals("other/moved.obj#lamp", node.locator().text());
        assertEquals("Storm lamp", library.shownName(node));
        assertEquals(since, library.store().asset(node.id()).orElseThrow().since());
        Files.delete(root.resolve("other/moved.obj"));
        library.scan(new Formats(), Work.SILENT);
        assertTrue(library.asset(Apart.id(set, "lamp")).isEmpty());
    }

    /** The nearest folder that says it counts, what the asset itself says before all, and a folder's name is not a beginning of another. */
    @Test
    void foldersSpeakOfAllBelowThem() throws Exception {
        String post = library.assetId("props2/post.obj");
        say(Edit.set(set, Edit.Field.APART, "lamp"));
        say(Edit.set(Edit.ofFolder("props"), Edit.Field.UNITS, "cm"));
        assertEquals("cm", units(set));
        assertEquals("cm", units(Apart.id(set, "lamp")));
        assertEquals("", units(post));
        say(Edit.set(Edit.ofFolder(""), Edit.Field.UNITS, "m"));
        assertEquals("cm", units(set));
        assertEquals("m", units(post));
        say(Edit.set(Edit.ofFolder("props/jetty"), Edit.Field.UNITS, "in"));
        assertEquals("in", units(set));
        assertEquals("cm", units(picture));
        say(Edit.set(set, Edit.Field.UNITS, "mm"));
        assertEquals("mm", units(set));
        assertEquals("mm", units(Apart.id(set, "lamp")), "a node is as large as its file");
        assertEquals("in", library.labels().told(Edit.ofFolder("props/jetty")).units());
        assertEquals("props/jetty", Edit.folderOf(Edit.ofFolder("props/jetty")));
    }

    @Test
    void theOppositeSaysAgainWhatWas() throws Exception {
        say(Edit.set(set, Edit.Field.NOTE, "old"), Edit.tag(set, "brass"));
        List<Edit> edits = List.of(
                Edit.set(set, Edit.Field.NOTE, "new"),
                Edit.tag(set, "brass"),
                Edit.tag(set, "wet"),
                Edit.untag(set, "brass"),
                Edit.untag(set, "dry"));
        List<Edit> opposite = library.labels().opposite(edits);
        assertEquals(
                List.of(Edit.set(set, Edit.Field.NOTE, "old"), Edit.untag(set, "wet"), Edit.tag(set, "brass")),
                opposite);
        assertTrue(library.labels().isSaid(Edit.tag(set, "brass")));
        assertFalse(library.labels().isSaid(Edit.untag(set, "brass")));
        assertTrue(library.labels().isSaid(Edit.set(set, Edit.Field.FAVOURITE, "false")), "what nobody said");
        assertFalse(library.labels().isSaid(Edit.set(set, Edit.Field.FAVOURITE, "true")));
        assertTrue(library.labels().isSaid(Edit.set(set, Edit.Field.RATING, "0")));
        assertFalse(library.labels().isSaid(Edit.set(set, Edit.Field.NOTE, "")));
        assertEquals(
                3,
                List.of(
                                edits.get(1).subject(),
                                edits.get(2).subject(),
                                edits.get(0).subject())
                        .stream()
                        .distinct()
                        .count());
        assertEquals(edits.get(1).subject(), edits.get(3).subject(), "a tag given and taken away is one thing");
    }

    /** What nobody can find again is not spoken of: its file went before anybody recorded where it was. */
    @Test
    void ofWhatWentUnseenNothingIsSaid() throws Exception {
        Files.delete(root.resolve("props2/post.obj"));
        String post = library.assetId("props2/post.obj");
        assertThrows(ProblemException.class, () -> say(Edit.set(post, Edit.Field.NOTE, "lost")));
        assertEquals(Labels.NONE, library.labels().of(post));
    }

    @Test
    void aPatternNumbersNames() {
        List<Relabel.Subject> three = List.of(
                new Relabel.Subject("a", "Lamp", "lamp", Labels.NONE),
                new Relabel.Subject("b", "Lamp", "Lamp 10", Labels.NONE),
                new Relabel.Subject("c", "Post", "post", Labels.NONE));
        Relabel named = Relabel.NOTHING.with(Edit.Field.NAME, " {name} {n} ");
        assertFalse(named.isNothing());
        Relabel.Edits edits = named.of(three, 9, 11);
        assertEquals(
                List.of("Lamp 09", "Post 11"),
                edits.edits().stream().map(Edit::value).toList(),
                "one that is called so by its file already needs no name");
        assertEquals(2, edits.changed());
        assertEquals(List.of("", ""), edits.undo().stream().map(Edit::value).toList());
    }
}
