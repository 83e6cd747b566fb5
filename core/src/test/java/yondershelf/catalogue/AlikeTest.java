package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.mend.Mend;
import yondershelf.search.Facets;
import yondershelf.search.Field;
import yondershelf.search.Order;
import yondershelf.search.Query;
import yondershelf.search.QueryText;
import yondershelf.work.Work;

/** What is like something is found among what was looked at; tags are suggested for many. */
class AlikeTest {
    @TempDir
    Path folder;

    private Path root;
    private Catalogue catalogue;
    private Library library;

    @BeforeEach
    void open() throws Exception {
        root = Files.createDirectories(folder.resolve("library/rigging/sky"));
        stripes("blue_rope.png", 40, 80, 160, 9);
        stripes("blue_cord.png", 45, 86, 166, 9);
        stripes("rust_rope.png", 150, 70, 30, 9);
        stripes("blue_wall.png", 40, 80, 160, 3);
        Files.write(root.resolve("torn.png"), new byte[] {(byte) 0x89, 'P', 'N', 'G', 1, 2, 3});
        catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats());
        library = catalogue.add(folder.resolve("library"), "Rigging");
        catalogue.scanning().scan(library, Work.SILENT);
    }

    @AfterEach
    void close() {
        catalogue.close();
    }

    private void stripes(String name, int r, int g, int b, int many) throws Exception {
        byte[] p = new byte[64 * 64 * 3];
        for (int i = 0; i < 64 * 64; i++) {
            double part = 0.6 + 0.4 * Math.sin((i % 64 + i / 64) * many / 10.0);
            p[i * 3] = (byte) (r * part);
            p[i * 3 + 1] = (byte) (g * part);
            p[i * 3 + 2] = (byte) (b * part);
        }
        Files.write(root.resolve(name), Formats.png(Picture.ofBytes(64, 64, 3, p)));
    }

    private List<String> found(Query query) {
        return catalogue.shelf().page(catalogue.shelf().find(query), 0, 20).stream()
                .map(s -> s.asset().path().replaceAll(".*/|\\.png", ""))
                .toList();
    }

    private String id(String name) {
        return library.assets().stream()
                .filter(a -> a.path().endsWith(name + ".png"))
                .findFirst()
                .orElseThrow()
                .id();
    }

    @Test
    void theLikestFirst() throws Exception {
        assertEquals(5, catalogue.alike().unseen());
        // nobody looked at the others yet
        catalogue.alike().look(catalogue.shelf().asset(id("blue_rope")).orElseThrow(), Work.SILENT);
        assertEquals(List.of("blue_rope"), found(Query.EVERYTHING.withLike(id("blue_rope"))));
        catalogue.alike().look(Work.SILENT);
        assertEquals(0, catalogue.alike().unseen(), "what cannot be read is not tried again and again");
        List<String> like = found(Query.EVERYTHING.withLike(id("blue_rope")));
        assertEquals(List.of("blue_rope", "blue_cord"), like.subList(0, 2));
        Query blue = Query.EVERYTHING.withLike("#285090");
        assertTrue(
                found(blue).containsAll(List.of("blue_rope", "blue_wall")),
                found(blue).toString());
        assertTrue(!found(blue).contains("rust_rope"));
        // with other conditions too, written and read
        Query both = QueryText.parse("like:" + id("blue_rope") + " cord", word -> java.util.Optional.empty());
        assertEquals(List.of("blue_cord"), found(both));
        assertEquals(List.of(), found(both.withKinds(Set.of(Kind.MODEL))));
        assertEquals(both, QueryText.parse(QueryText.whole(both, id -> id), word -> java.util.Optional.empty()));
        // a picture that is no asset
        Path outside = Files.copy(root.resolve("rust_rope.png"), folder.resolve("photo.png"));
        assertEquals(
                "rust_rope",
                found(Query.EVERYTHING.withLike(catalogue.alike().picture(outside)))
                        .get(0));
        // one that became another picture is looked at again
        stripes("blue_cord.png", 150, 70, 30, 9);
        catalogue.scanning().scan(library, Work.SILENT);
        assertEquals(1, catalogue.alike().unseen());
        catalogue.alike().look(Work.SILENT);
        assertEquals(
                "rust_rope", found(Query.EVERYTHING.withLike(id("blue_cord"))).get(1));
    }

    /** A preview that came along with the library shows what it looks like as well as one that is taken. */
    @Test
    void whatAnotherMachineTookIsLookedAtOnce() throws Exception {
        Asset rope = catalogue.shelf().asset(id("blue_rope")).orElseThrow();
        Previews previews = catalogue.contents().previews();
        assertNotNull(previews.take(rope, Alike.EDGE, previews.finalSamples(), () -> false));
        try (Catalogue other = Catalogue.open(Home.open(folder.resolve("other home")), new Formats())) {
            other.scanning().scan(other.add(folder.resolve("library"), "Rigging"), Work.SILENT);
            int before = other.alike().unseen();
            other.alike().look(other.shelf().asset(rope.id()).orElseThrow(), Work.SILENT);
            assertEquals(before - 1, other.alike().unseen());
        }
    }

    @Test
    void tagsForMany() throws Exception {
        catalogue.labelling().edit(library, List.of(Edit.tag(id("torn"), "line/rope"), Edit.tag(id("torn"), "wall")));
        var all = catalogue.shelf().find(Query.EVERYTHING.withWords("blue"));
        List<String> suggested =
                catalogue.labelling().common(all.page(0, 10), Work.SILENT).suggested();
        assertEquals(List.of("sky", "line/rope", "wall"), suggested, "the folder of all, then known tags by names");
        // what they look like says more
        catalogue.labelling().edit(library, List.of(Edit.tag(id("torn"), "tone/blue"), Edit.tag(id("torn"), "red")));
        catalogue.alike().look(Work.SILENT);
        List<String> seen = catalogue
                .labelling()
                .common(catalogue.shelf().find(typed("-blue_wall -kind:model")).page(0, 10), Work.SILENT)
                .suggested();
        assertTrue(seen.contains("tone/blue") && !seen.contains("red"), seen.toString());
        Files.writeString(root.resolve("beam.mtl"), "newmtl Old_Wall\nKd 0.5 0.5 0.5\n");
        Files.writeString(
                root.resolve("beam.obj"), "mtllib beam.mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nusemtl Old_Wall\nf 1 2 3\n");
        catalogue.scanning().scan(library, Work.SILENT);
        var beam = catalogue.shelf().find(typed("kind:model")).page(0, 10);
        assertEquals(
                List.of("sky"), catalogue.labelling().common(beam, Work.SILENT).suggested());
        catalogue
                .contents()
                .facts()
                .of(catalogue.shelf().shown(beam.get(0)).orElseThrow().asset());
        assertEquals(
                List.of("sky", "wall"),
                catalogue.labelling().common(beam, Work.SILENT).suggested());
        assertTrue(catalogue
                .labelling()
                .relabel(all.page(0, 10), yondershelf.library.Relabel.NOTHING.tagged("sky"), count -> "tag sky")
                .isPresent());
        assertTrue(
                !catalogue
                        .labelling()
                        .common(all.page(0, 10), Work.SILENT)
                        .suggested()
                        .contains("sky"),
                "they have it already");
    }

    @Test
    void aDamagedListOfScenesStandsInNoWay() throws Exception {
        Path yard = folder.resolve("yard.glb");
        // a damaged list, and one that names no paths, is no reason why a scene cannot be saved
        for (String damaged : List.of("{\"scenes\": [", "{\"scenes\":[{\"file\":\"a\\u0000b\",\"assets\":[]}]}")) {
            Path list = catalogue.home().folder().resolve("scenes.json");
            Files.writeString(list, damaged);
            catalogue.used(yard, Set.of(id("rust_rope")));
            assertEquals(1, catalogue.uses().of(id("rust_rope")).size());
        }
    }

    /** Scenes that use something, and what is wrong, are conditions and an order. */
    @Test
    void usedAndWithProblems() throws Exception {
        Path yard = folder.resolve("yard.glb");
        catalogue.used(yard, Set.of(id("blue_rope"), id("rust_rope"), ""));
        catalogue.used(folder.resolve("shed.glb"), Set.of(id("blue_rope")));
        assertEquals(
                List.of("shed.glb", "yard.glb"),
                catalogue.uses().of(id("blue_rope")).stream()
                        .map(p -> p.getFileName().toString())
                        .toList());
        assertEquals(List.of("blue_rope", "rust_rope"), found(typed("used:yes").withOrder(Order.MOST_USED)));
        assertEquals(List.of("blue_cord", "blue_wall", "torn"), found(typed("used:no")));
        assertEquals(List.of("blue_rope"), found(typed("used>=2")));
        // saved again without one of them
        catalogue.used(yard, Set.of(id("rust_rope")));
        assertEquals(List.of("blue_rope", "rust_rope"), found(typed("used:1")));
        Mend.check(library, new Formats(), Work.SILENT);
        catalogue.scanning().follow();
        assertEquals(List.of("torn"), found(typed("findings:yes")));
        stripes("torn.png", 1, 2, 3, 4);
        catalogue.scanning().scan(library, Work.SILENT);
        Mend.check(library, new Formats(), Work.SILENT);
        catalogue.scanning().follow();
        assertEquals(List.of(), found(typed("problems:yes")));
        for (String text : List.of("used:yes", "used:no", "findings:yes", "-findings:yes")) {
            assertEquals(text, QueryText.of(typed(text), id -> id));
        }
        // a store that was lost is told again
        catalogue.forget(library);
        catalogue.scanning().scan(library, Work.SILENT);
        assertEquals(List.of("blue_rope", "rust_rope"), found(typed("used:yes")));
    }

    /** Basic colours and jobs are conditions, each offered with how many it would leave. */
    @Test
    void byColourAndJob() throws Exception {
        assertEquals(5, found(typed("colour:none")).size(), "nobody looked yet");
        catalogue.alike().look(Work.SILENT);
        catalogue.scanning().follow();
        assertEquals(List.of("blue_cord", "blue_rope", "blue_wall"), found(typed("colour:blue")));
        assertEquals(found(typed("colour:none,blue")), found(typed("-colour:brown,red,orange")));
        assertTrue(found(typed("-colour:blue")).contains("rust_rope"));
        Facets.Offer blue = catalogue.shelf().offers(Query.EVERYTHING, Field.COLOUR).stream()
                .filter(o -> o.condition().values().equals(Set.of("blue")))
                .findFirst()
                .orElseThrow();
        assertEquals(3, blue.left());
        // a picture that is of another colour now
        stripes("blue_cord.png", 150, 70, 30, 9);
        catalogue.scanning().scan(library, Work.SILENT);
        catalogue.alike().look(Work.SILENT);
        catalogue.scanning().follow();
        assertEquals(List.of("blue_rope", "blue_wall"), found(typed("colour:blue")));
        var _ = catalogue
                .labelling()
                .relabel(
                        catalogue.shelf().find(typed("rope")).page(0, 10),
                        yondershelf.library.Relabel.NOTHING.with(Edit.Field.JOB, "Harbour lamp, winter"),
                        count -> "job");
        assertEquals(List.of("blue_rope", "rust_rope"), found(typed("job:harbour")));
        assertEquals(List.of("blue_rope"), found(typed("job:\"harbour lamp\" colour:blue")));
        assertEquals(3, found(typed("job:none")).size());
        assertEquals(
                List.of(3, 2),
                catalogue.shelf().offers(Query.EVERYTHING, Field.JOB).stream()
                        .map(Facets.Offer::left)
                        .toList());
        // known again by a program started later
        catalogue.close();
        catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats());
        Shown found = catalogue
                .shelf()
                .page(catalogue.shelf().find(typed("job:harbour colour:blue")), 0, 20)
                .get(0);
        assertTrue(found.asset().path().endsWith("blue_rope.png"));
        assertEquals("Harbour lamp, winter", found.labels().job());
        assertThrows(ProblemException.class, () -> typed("colour:mauve"));
    }

    private static Query typed(String text) throws Exception {
        return QueryText.parse(text, word -> java.util.Optional.empty());
    }

    @Test
    void whatWasDoneIsTakenBackLater() throws Exception {
        var keys = catalogue.shelf().find(Query.EVERYTHING.withWords("blue")).page(0, 10);
        assertTrue(catalogue
                .labelling()
                .relabel(keys, yondershelf.library.Relabel.NOTHING.tagged("sea"), count -> "tag sea")
                .isPresent());
        catalogue.close();
        catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats());
        KeptAct kept = catalogue.history().acts().latest().orElseThrow();
        assertEquals("tag sea", kept.what());
        List<Problem> left = catalogue.history().takeBack(kept, false, Work.SILENT);
        assertEquals(List.of(), left);
        assertEquals(
                0,
                catalogue.shelf().find(Query.EVERYTHING.withTags(Set.of("sea"))).total());
        assertTrue(catalogue.history().acts().latest().isEmpty());
        catalogue.history().doAgain(kept);
        assertEquals(
                3,
                catalogue.shelf().find(Query.EVERYTHING.withTags(Set.of("sea"))).total());
        // a torn line costs itself only
        Files.writeString(folder.resolve("home/acts.jsonl"), "{\"id\":\"half", java.nio.file.StandardOpenOption.APPEND);
        assertEquals(
                "tag sea", catalogue.history().acts().latest().orElseThrow().what());
    }
}
