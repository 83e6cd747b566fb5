package yondershelf.format.materialx;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Layers;
import yondershelf.content.Material;
import yondershelf.content.MaterialFile;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.content.Wrap;
import yondershelf.format.Formats;

/** Materials by the MaterialX Specification (1.38, 1.39) and the definitions of its standard library; defaults from memory of both. */
class MaterialXTest {
    @TempDir
    Path folder;

    private MaterialFile read(String inside) throws Exception {
        return new Formats()
                .readMaterials(Files.writeString(
                        folder.resolve("m.mtlx"),
                        "<?xml version=\"1.0\"?>\n<materialx version=\"1.38\" colorspace=\"lin_rec709\" fileprefix=\"maps/\">"
                                + inside + "</materialx>"));
    }

    private static void colour(Material m, double r, double g, double b) {
        assertArrayEquals(new double[] {r, g, b}, new double[] {m.red(), m.green(), m.blue()}, 1e-4);
    }

    private static TextureUse map(Material m, Role role) {
        return Objects.requireNonNull(m.maps().get(role), role.word());
    }

    /** A standard surface with what it says, and the definition's defaults for the rest. */
    @Test
    void standardSurface() throws Exception {
        Material m = read("""
                <standard_surface name="S" type="surfaceshader">
                  <input name="base" type="float" value="0.5"/>
                  <input name="base_color" type="color3" value="0.4, 0.6, 0.8"/>
                  <input name="coat" type="float" value="0.25"/>
                  <input name="sheen" type="float" value="0.5"/>
                  <input name="sheen_color" type="color3" value="1, 0.5, 0"/>
                  <input name="thin_film_thickness" type="float" value="420"/>
                  <input name="emission" type="float" value="3"/>
                  <input name="emission_color" type="color3" value="0, 1, 0" colorspace="lin_rec709"/>
                  <input name="subsurface" type="float" value="0.1"/>
                  <input name="opacity" type="color3" value="0.75, 0.75, 0.75"/>
                </standard_surface>
                <surfacematerial name="Kelp" type="material">
                  <input name="surfaceshader" type="surfaceshader" nodename="S"/>
                </surfacematerial>
                """).first();
        assertEquals("Kelp", m.name());
        colour(m, 0.2, 0.3, 0.4);
        assertEquals(0.2, m.roughness());
        assertEquals(0, m.metallic());
        assertEquals(0.75, m.opacity());
        assertEquals(3, m.emissiveGreen());
        Layers layers = m.layers();
        assertEquals(1.5, layers.ior());
        assertNull(layers.specular(), "full and white is what there is without it");
        assertEquals(new Layers.Clearcoat(0.25, 0.1), layers.clearcoat());
        assertEquals(new Layers.Sheen(0.5, 0.25, 0, 0.3), layers.sheen());
        assertEquals(new Layers.Iridescence(1, 1.5, 420, 420), layers.iridescence());
    }

    /** Pictures by way of a node graph, tiled, in the folder the document names; a node that is not known is named. */
    @Test
    void pictures() throws Exception {
        MaterialFile file = read("""
                <nodegraph name="G">
                  <input name="look" type="filename" value="rust colour.png" colorspace="srgb_texture"/>
                  <tiledimage name="c" type="color3">
                    <input name="file" type="filename" interfacename="look"/>
                    <input name="uvtiling" type="vector2" value="3, 2"/>
                    <input name="uvoffset" type="vector2" value="0.25, 0.5"/>
                  </tiledimage>
                  <constant name="dim" type="float"><input name="value" type="float" value="0.5"/></constant>
                  <multiply name="darker" type="color3">
                    <input name="in1" type="color3" nodename="c"/>
                    <input name="in2" type="float" nodename="dim"/>
                  </multiply>
                  <image name="orm" type="color3">
                    <input name="file" type="filename" value="rust_orm.png"/>
                    <input name="uaddressmode" type="string" value="mirror"/>
                  </image>
                  <separate3 name="parts" type="multioutput"><input name="in" type="color3" nodename="orm"/></separate3>
                  <image name="bumps" type="vector3"><input name="file" type="filename" value="rust_normal.png"/></image>
                  <normalmap name="n" type="vector3">
                    <input name="in" type="vector3" nodename="bumps"/>
                    <input name="scale" type="float" value="0.5"/>
                  </normalmap>
                  <hsvadjust name="odd" type="color3"><input name="in" type="color3" nodename="darker"/></hsvadjust>
                  <output name="colour" type="color3" nodename="odd"/>
                  <output name="rough" type="float" nodename="parts" output="outg"/>
                  <output name="metal" type="float" nodename="parts" output="outb"/>
                  <output name="normal" type="vector3" nodename="n"/>
                </nodegraph>
                <gltf_pbr name="S" type="surfaceshader">
                  <input name="base_color" type="color3" nodegraph="G" output="colour"/>
                  <input name="roughness" type="float" nodegraph="G" output="rough"/>
                  <input name="metallic" type="float" nodegraph="G" output="metal"/>
                  <input name="normal" type="vector3" nodegraph="G" output="normal"/>
                </gltf_pbr>
                <surfacematerial name="Rust" type="material">
                  <input name="surfaceshader" type="surfaceshader" nodename="S"/>
                </surfacematerial>
                """);
        Material m = file.first();
        assertEquals(Set.of(Role.BASE_COLOR, Role.PACKED, Role.NORMAL), m.maps().keySet());
        colour(m, 0.5, 0.5, 0.5);
        assertEquals(0.5, m.normalScale());
        TextureUse look = map(m, Role.BASE_COLOR);
        assertEquals(folder.resolve("maps/rust colour.png"), look.image().file());
        assertEquals(Wrap.MIRROR, map(m, Role.PACKED).wrapU());
        // s' = 3 s - 0.25 and t' = 2 t - 0.5, rows running up; here at u 0.2, v 0.3 with rows running down
        at(look, 0.2, 0.3, 3 * 0.2 - 0.25, 1 - (2 * 0.7 - 0.5));
        assertEquals(List.of("a node hsvadjust"), file.remarks().notShown());
    }

    /** Where a picture is looked up: the formula of KHR_texture_transform. */
    private static void at(TextureUse use, double u, double v, double wantU, double wantV) {
        double c = Math.cos(use.rotation());
        double s = Math.sin(use.rotation());
        double x = u * use.scaleU();
        double y = v * use.scaleV();
        assertEquals(wantU, x * c + y * s + use.offsetU(), 1e-9);
        assertEquals(wantV, y * c - x * s + use.offsetV(), 1e-9);
    }

    /** place2d in its graph's order: less the pivot, divided by the scale, turned clockwise, less the offset, and the pivot again. */
    @Test
    void placed() throws Exception {
        Material m = read("""
                <texcoord name="uv" type="vector2"><input name="index" type="integer" value="1"/></texcoord>
                <place2d name="p" type="vector2">
                  <input name="texcoord" type="vector2" nodename="uv"/>
                  <input name="pivot" type="vector2" value="0.5, 0.5"/>
                  <input name="scale" type="vector2" value="0.25, 0.25"/>
                  <input name="rotate" type="float" value="30"/>
                  <input name="offset" type="vector2" value="0.1, 0.2"/>
                </place2d>
                <image name="c" type="color3">
                  <input name="file" type="filename" value="a.png"/>
                  <input name="texcoord" type="vector2" nodename="p"/>
                </image>
                <open_pbr_surface name="S" type="surfaceshader">
                  <input name="base_color" type="color3" nodename="c"/>
                </open_pbr_surface>
                """).first();
        TextureUse use = map(m, Role.BASE_COLOR);
        assertEquals(1, use.set());
        double u = 0.7;
        double v = 0.1;
        double s = (u - 0.5) / 0.25;
        double t = (1 - v - 0.5) / 0.25;
        double a = Math.toRadians(30);
        double wantS = Math.cos(a) * s + Math.sin(a) * t - 0.1 + 0.5;
        double wantT = -Math.sin(a) * s + Math.cos(a) * t - 0.2 + 0.5;
        at(use, u, v, wantS, 1 - wantT);
    }

    /** OpenPBR: weights and its own defaults; micrometres of film; a depth of glass makes it solid. */
    @Test
    void openPbr() throws Exception {
        Material m = read("""
                <open_pbr_surface name="S" type="surfaceshader">
                  <input name="transmission_weight" type="float" value="1"/>
                  <input name="transmission_depth" type="float" value="0.02"/>
                  <input name="transmission_color" type="color3" value="0.5, 0.9, 0.8"/>
                  <input name="thin_film_weight" type="float" value="0.5"/>
                  <input name="fuzz_weight" type="float" value="0.5"/>
                </open_pbr_surface>
                """).first();
        assertEquals(0.3, m.roughness());
        Layers.Transmission glass = Objects.requireNonNull(m.layers().transmission());
        Layers.Volume inside = Objects.requireNonNull(glass.volume());
        assertEquals(0.02, inside.distance());
        assertEquals(0.9, inside.green());
        assertEquals(new Layers.Iridescence(0.5, 1.4, 500, 500), m.layers().iridescence());
        assertEquals(new Layers.Sheen(0.5, 0.5, 0.5, 0.5), m.layers().sheen());
    }

    /** Values in other spaces: sRGB by IEC 61966-2-1, and ACEScg, whose white is the same white (its rows add up to 1). */
    @Test
    void spaces() throws Exception {
        String surface =
                "<gltf_pbr name=\"S\" type=\"surfaceshader\"><input name=\"base_color\" type=\"color3\" value=\"%s\""
                        + " colorspace=\"%s\"/></gltf_pbr>";
        colour(read(surface.formatted("0.5, 1, 0", "srgb_texture")).first(), 0.21404, 1, 0);
        colour(read(surface.formatted("1, 1, 1", "acescg")).first(), 1, 1, 1);
        assertEquals(
                List.of("colours in the space g22_ap1"),
                read(surface.formatted("1, 1, 1", "g22_ap1")).remarks().notShown());
    }

    @Test
    void severalAndNone() throws Exception {
        MaterialFile two =
                read("<gltf_pbr name=\"A\" type=\"surfaceshader\"/><gltf_pbr name=\"B\" type=\"surfaceshader\"/>");
        assertEquals(2, two.materials().size());
        assertEquals("A", two.first().name());
        assertEquals(List.of("1 further material"), two.remarks().notShown());
        ProblemException none =
                assertThrows(ProblemException.class, () -> read("<folded_mirror name=\"A\" type=\"surfaceshader\"/>"));
        assertTrue(none.problem().cause().contains("folded_mirror"), none.getMessage());
        assertThrows(ProblemException.class, () -> read("<gltf_pbr name=\"A\">"));
        // a graph that leads back to itself comes to an end
        MaterialFile circle = read("""
                <multiply name="a" type="color3"><input name="in1" nodename="a"/><input name="in2" nodename="a"/></multiply>
                <gltf_pbr name="S" type="surfaceshader"><input name="base_color" type="color3" nodename="a"/></gltf_pbr>
                """);
        colour(circle.first(), 1, 1, 1);
    }
}
