package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import yondershelf.content.Coding;
import yondershelf.content.Excerpt;
import yondershelf.content.Kind;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Role;
import yondershelf.credits.Credit;
import yondershelf.sorting.SortedItem.SortedFile;

/** What becomes of a plan when things are put together, taken apart, wished otherwise, or found to be one model in two formats. */
class PlanRulesTest {
    private static final Path PACK = Path.of("/pack");

    private static PlanItem item(int number, Kind kind, String... paths) {
        return in(new Destination(PACK, "new"), number, kind, paths);
    }

    private static PlanItem in(Destination placing, int number, Kind kind, String... paths) {
        return new PlanItem(
                number,
                kind,
                "Thing " + number,
                placing,
                "new",
                Arrays.stream(paths).map(p -> new SortedFile(p, null)).toList(),
                null,
                "",
                List.of(),
                null,
                Credit.NONE,
                Given.NOTHING);
    }

    private static IntakePlan plan(PlanItem... items) {
        return new IntakePlan(List.of(items), List.of());
    }

    private static String text(IntakePlan plan) {
        StringBuilder out = new StringBuilder();
        for (PlanItem item : plan.items()) {
            out.append(out.isEmpty() ? "" : "; ").append(item.kind().word());
            item.files()
                    .forEach(f -> out.append(' ')
                            .append(f.path())
                            .append(f.role() == null ? "" : "=" + f.role().word())
                            .append(f.variant().isEmpty() ? "" : "(" + f.variant() + ")"));
        }
        return out.toString();
    }

    @Test
    void picturesPutTogetherBecomeAMaterial() {
        IntakePlan plan = plan(
                item(1, Kind.TEXTURE, "a.png"),
                item(2, Kind.TEXTURE, "a_normal.png"),
                item(3, Kind.TEXTURE, "b_normal.png"),
                item(4, Kind.TEXTURE, "odd.png"),
                in(new Destination(PACK, "other"), 5, Kind.TEXTURE, "c.png"));
        assertEquals(
                "material a.png=baseColor a_normal.png=normal b_normal.png=normal(not used) odd.png(kept); texture c.png",
                text(plan.merged(1, List.of(2, 3, 4, 5))));
        assertSame(plan, plan.merged(9, List.of(1)), "nothing to put them to");
        assertSame(plan, plan.merged(1, List.of(5)), "from elsewhere");
        assertSame(plan, plan.merged(1, List.of(1)));
    }

    @Test
    void aFileTakenApartIsAThingOfItsOwn() {
        IntakePlan plan = plan(item(1, Kind.MODEL, "a.obj", "a.png", "a.mtl", "b.obj"), item(2, Kind.TEXTURE, "x.png"));
        assertEquals("model a.obj a.mtl b.obj; texture a.png; texture x.png", text(plan.split(1, "a.png")));
        assertEquals("model a.obj a.png a.mtl; model b.obj; texture x.png", text(plan.split(1, "b.obj")));
        assertEquals(3, plan.split(1, "b.obj").items().get(1).number());
        assertSame(plan, plan.split(1, "a.mtl"), "no thing of its own");
        assertSame(plan, plan.split(1, "a.obj"), "it names the whole");
        assertSame(plan, plan.split(1, "no.png"));
        assertSame(plan, plan.split(2, "x.png"), "it is alone already");
        assertSame(plan, plan.split(7, "a.png"));
    }

    /** What somebody said of a plan holds when the same files are wished otherwise. */
    @Test
    void whatWasSaidIsSaidAgain() {
        PlanItem material =
                item(1, Kind.TEXTURE, "a.png", "b.png").as(Kind.MATERIAL).named("Oak");
        PlanItem left = item(2, Kind.TEXTURE, "c.png").ticked(false);
        IntakePlan before = plan(material, left);
        IntakePlan fresh = plan(
                item(1, Kind.TEXTURE, "a.png"),
                item(2, Kind.TEXTURE, "b.png", "d.png"),
                item(3, Kind.TEXTURE, "c.png"),
                item(4, Kind.TEXTURE, "e.png"));
        IntakePlan again = fresh.saidAgain(before);
        assertEquals("texture d.png; texture c.png; texture e.png; material a.png=baseColor b.png", text(again));
        assertEquals(
                List.of(false, true),
                again.items().subList(1, 3).stream().map(PlanItem::isTicked).toList());
        assertEquals("Oak", again.items().get(3).name());
        assertEquals(4, again.items().stream().map(PlanItem::number).distinct().count());
        // of files that came no more nothing is said
        assertEquals("texture a.png", text(plan(item(1, Kind.TEXTURE, "a.png")).saidAgain(before)));
    }

    private static Model model(int triangles, double... size) {
        float x = (float) size[0];
        float y = (float) size[1];
        float z = (float) size[2];
        float[] positions = {0, 0, 0, x, 0, 0, 0, y, 0, 0, 0, z};
        int[] indices = new int[triangles * 3];
        for (int i = 0; i < triangles; i++) {
            indices[i * 3] = i % 2;
            indices[i * 3 + 1] = 2;
            indices[i * 3 + 2] = 3;
        }
        return Model.of(
                "m",
                new Mesh("m", List.of(new Part(positions, null, null, null, indices, 0))),
                List.of(Material.plain("p", 0.5, 0.5, 0.5, 0, 0.5)));
    }

    /** One model in two formats: as many triangles within a hundredth, sides in proportion within a fiftieth, whichever way is up. */
    @ParameterizedTest
    @CsvSource({
        "a.obj, a.glb, 200, 200, 1, 2, 3, true",
        "a.obj, a.glb, 200, 200, 3, 1, 2, true",
        "a.obj, a.glb, 200, 200, 300, 100, 200, true",
        "a.obj, a.glb, 200, 202, 1, 2, 3, true",
        "a.obj, a.glb, 200, 203, 1, 2, 3, false",
        "a.obj, a.glb, 200, 200, 1.05, 2, 3, true",
        "a.obj, a.glb, 200, 200, 1.07, 2, 3, false",
        "a.obj, a.glb, 200, 200, 1, 2.08, 3, false",
        "a.obj, a.obj, 200, 200, 1, 2, 3, false",
        "a.obj, b.glb, 200, 200, 1, 2, 3, false"
    })
    void oneModelInTwoFormats(
            String one, String other, int triangles, int others, double x, double y, double z, boolean same) {
        OtherFormats formats = new OtherFormats();
        PlanItem first = item(1, Kind.MODEL, one);
        PlanItem second = item(2, Kind.MODEL, other);
        formats.saw(first, model(triangles, 1, 2, 3));
        formats.saw(second, model(others, x, y, z));
        formats.saw(item(3, Kind.MODEL, "empty.obj"), new Model("e", List.of(), List.of(), List.of(), List.of()));
        IntakePlan told = formats.told(plan(first, second, item(3, Kind.MODEL, "empty.obj")));
        assertEquals(!same, told.items().get(0).isWanted(), "what keeps more is taken");
        assertTrue(told.items().get(1).isWanted());
        assertTrue(told.items().get(2).isWanted());
        assertEquals(same, told.items().get(0).isTwin());
        if (same) {
            assertTrue(
                    told.items().get(0).reason().contains("a.glb"),
                    told.items().get(0).reason());
        }
    }

    /** The document of a set of maps lies beside them, under a name nothing has. */
    @Test
    void theDocumentOfASetIsCalledAfterIt() {
        PlanItem set = item(1, Kind.MATERIAL, "a.png").named("Oak: dark/old");
        assertEquals("new/Oak_ dark_old.mtlx", SetDocument.path(set, "new", p -> false));
        Set<String> taken = Set.of("new/Oak_ dark_old.mtlx", "new/Oak_ dark_old 2.mtlx");
        assertEquals("new/Oak_ dark_old 3.mtlx", SetDocument.path(set, "new", taken::contains));
    }

    @Test
    void piecesAreCalledAfterWhatTheyAre() {
        assertEquals("lamp", new Given.Piece("lamp", 3).name());
        assertEquals(Kind.MODEL, new Given.Piece("lamp", 3).kind());
        assertEquals("brass", new Given.Piece(Excerpt.ofMaterial("brass"), 3).name());
        assertEquals(Kind.MATERIAL, new Given.Piece(Excerpt.ofMaterial("brass"), 3).kind());
        Given given = Given.NOTHING.withTags(new TreeSet<>(Set.of("wet")));
        assertEquals(Set.of("wet"), given.tags());
        assertFalse(given.withTick(false).ticked());
        assertTrue(given.byHand().edited());
    }

    /** Which way green points is told with the role. */
    @Test
    void mapsThatAreToldKeepTheirCoding() {
        PlanItem set = item(1, Kind.TEXTURE, "a.png", "b.png").as(Kind.MATERIAL);
        PlanItem down = set.withMap("b.png", Role.NORMAL, Coding.GREEN_DOWN);
        assertEquals(Coding.GREEN_DOWN, down.files().get(1).coding());
        assertEquals("material a.png=baseColor b.png=normal", text(plan(down)));
    }
}
