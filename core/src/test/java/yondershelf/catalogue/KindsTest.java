package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Coding;
import yondershelf.content.Environment;
import yondershelf.content.Kind;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.Role;
import yondershelf.content.Texture;
import yondershelf.format.Formats;
import yondershelf.render.Booth;
import yondershelf.render.Shaders;
import yondershelf.sorting.SortedItem;

/** What can be done with things of each kind. */
class KindsTest {
    private static final Formats READER = new Formats();

    @TempDir
    Path folder;

    private Kinds kinds;

    @BeforeEach
    void open() throws Exception {
        kinds = new Kinds(READER, new Booth(new Shaders(READER), 1));
        Files.writeString(
                folder.resolve("post.obj"),
                "mtllib post.mtl\nusemtl m\nv 0 0 0\nv 1 0 0\nv 0 1 0\nvt 0 0\nf 1/1 2/1 3/1\n");
        Files.writeString(folder.resolve("post.mtl"), "newmtl m\nmap_Kd lost.png\n");
        picture("oak_color.png", 200, 90, 20);
        picture("oak_rough.png", 120, 120, 120);
        picture("oak_off.png", 5, 5, 5);
        float[] light = new float[8 * 4 * 3];
        Arrays.fill(light, 0.5f);
        Files.write(folder.resolve("bay.hdr"), Formats.hdr(Picture.ofFloats(8, 4, 3, light)));
        for (int i = 1; i <= 3; i++) {
            picture("smoke_" + i + ".png", 60 * i, 10, 10);
        }
    }

    private void picture(String name, int r, int g, int b) throws Exception {
        byte[] bytes = new byte[8 * 8 * 3];
        for (int i = 0; i < bytes.length; i++) {
            bytes[i] = (byte) (i % 3 == 0 ? r : i % 3 == 1 ? g : b);
        }
        Files.write(folder.resolve(name), Formats.png(Picture.ofBytes(8, 8, 3, bytes)));
    }

    private Source source(SortedItem.SortedFile... files) {
        return new Source(folder, "thing", List.of(files));
    }

    private static SortedItem.SortedFile file(String name) {
        return new SortedItem.SortedFile(name, null);
    }

    private Source oak() {
        return source(
                new SortedItem.SortedFile("oak_color.png", Role.BASE_COLOR),
                new SortedItem.SortedFile("oak_rough.png", Role.ROUGHNESS),
                new SortedItem.SortedFile("oak_off.png", Role.ROUGHNESS, Coding.PLAIN, "another"));
    }

    private Picture preview(Kind kind, Source source, List<Problem> told) throws Exception {
        return Objects.requireNonNull(kinds.of(kind).preview(source, 32, 1, told::add, () -> false));
    }

    @Test
    void modelsTurnAndWeighWhatTheyHold() throws Exception {
        KindWork work = kinds.of(Kind.MODEL);
        Source post = source(file("post.obj"), file("post.mtl"));
        Model model = assertInstanceOf(Model.class, work.read(post));
        assertTrue(work.turns());
        assertTrue(work.stage(model).isPresent());
        assertFalse(work.stage("something else").isPresent());
        assertEquals(1, work.frames(post.files()));
        List<Problem> told = new ArrayList<>();
        assertEquals(32, preview(Kind.MODEL, post, told).width());
        assertEquals(1, told.size(), "the map that is missing: " + told);
        long alone = work.weight(model);
        StringBuilder many = new StringBuilder();
        for (int i = 0; i < 3_000; i++) {
            many.append("v ").append(i).append(" 0 0\nv 1 0 ").append(i).append("\nv 0 1 0\nf -1 -2 -3\n");
        }
        Files.writeString(folder.resolve("many.obj"), many);
        long heavy = work.weight(work.read(source(file("many.obj"))));
        // of each triangle three corners of three floats and three indices at least
        assertTrue(heavy - alone >= 3_000 * 12 * 4 - 1_000, alone + " and " + heavy);
    }

    @Test
    void setsOfMapsAreMaterials() throws Exception {
        KindWork work = kinds.of(Kind.MATERIAL);
        Material oak = assertInstanceOf(Material.class, work.read(oak()));
        assertEquals(
                java.util.Set.of(Role.BASE_COLOR, Role.ROUGHNESS), oak.maps().keySet());
        assertEquals(
                folder.resolve("oak_rough.png").toString(),
                Objects.requireNonNull(oak.maps().get(Role.ROUGHNESS)).image().shownName());
        assertTrue(work.turns());
        assertTrue(work.stage(oak).isPresent());
        assertEquals(2, work.measure(oak()).mapCount());
        List<Problem> told = new ArrayList<>();
        assertNotNull(preview(Kind.MATERIAL, oak(), told));
        assertEquals(List.of(), told);
        Files.write(
                folder.resolve("told.mtlx"),
                Formats.mtlx(
                        "told",
                        java.util.Map.of(
                                Role.BASE_COLOR, new yondershelf.content.MapReference("oak_color.png", Coding.PLAIN))));
        Source file = source(file("told.mtlx"), file("oak_color.png"));
        Material told2 = assertInstanceOf(Material.class, work.read(file));
        assertEquals("thing", told2.name());
        assertEquals(java.util.Set.of(Role.BASE_COLOR), told2.maps().keySet());
        assertEquals(1, work.measure(file).materials().get(0).maps().size());
    }

    @Test
    void surroundingsAndPictures() throws Exception {
        KindWork hdri = kinds.of(Kind.HDRI);
        Source bay = source(file("bay.hdr"));
        Environment environment = assertInstanceOf(Environment.class, hdri.read(bay));
        assertFalse(hdri.turns());
        assertEquals(8 * 4 * 3 * 4, hdri.weight(environment));
        assertEquals(0, hdri.weight("something else"));
        assertNotNull(preview(Kind.HDRI, bay, new ArrayList<>()));
        KindWork texture = kinds.of(Kind.TEXTURE);
        Source smoke = source(
                file("smoke_1.png"),
                new SortedItem.SortedFile("smoke_2.png", null, Coding.PLAIN, "frame 2"),
                new SortedItem.SortedFile("smoke_3.png", null, Coding.PLAIN, "frame 3"));
        assertEquals(3, texture.frames(smoke.files()));
        Picture first = Objects.requireNonNull(texture.frame(smoke, 0, 8));
        Picture last = Objects.requireNonNull(texture.frame(smoke, 2, 8));
        assertNotEquals(first.value(4, 4, 0), last.value(4, 4, 0));
        Texture read = assertInstanceOf(Texture.class, texture.read(smoke));
        assertEquals(8 * 8 * read.picture().channels(), texture.weight(read));
        assertFalse(texture.turns());
        KindWork recipe = kinds.of(Kind.RECIPE);
        assertFalse(recipe.measure(bay).readable());
        assertFalse(recipe.turns());
        assertEquals(1, recipe.frames(bay.files()));
    }
}
