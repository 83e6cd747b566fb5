package yondershelf.format.gltf;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.Rounds;
import yondershelf.content.ImageSource;
import yondershelf.content.Layers;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.content.Wrap;
import yondershelf.format.Formats;
import yondershelf.format.reading.SceneNotes;

/** Materials of glTF 2.0 (3.9) by hand-written documents, and what is written as read back. */
class GltfMaterialsTest {
    @TempDir
    Path folder;

    private final Formats formats = new Formats();

    private static String uri(String mime, byte[] bytes) {
        return "\"data:" + mime + ";base64," + Base64.getEncoder().encodeToString(bytes) + "\"";
    }

    private static byte[] dot(int grey) {
        return Formats.png(Picture.ofBytes(1, 1, 1, new byte[] {(byte) grey}));
    }

    /** One triangle with two sets of UVs and three one-pixel pictures; single quotes stand for double ones. */
    private Model read(String material) throws Exception {
        ByteBuffer data = ByteBuffer.allocate(36 + 24 + 24).order(ByteOrder.LITTLE_ENDIAN);
        for (float f :
                new float[] {0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 1, 0.5f, 0.5f, 0.75f, 0.5f, 0.5f, 0.75f}) {
            data.putFloat(f);
        }
        String json = "{'asset':{'version':'2.0'},'meshes':[{'primitives':[{'material':0,'attributes':{'POSITION':0,"
                + "'TEXCOORD_0':1,'TEXCOORD_1':2}}]}],'nodes':[{'mesh':0}],'accessors':["
                + "{'bufferView':0,'componentType':5126,'count':3,'type':'VEC3'},"
                + "{'bufferView':0,'byteOffset':36,'componentType':5126,'count':3,'type':'VEC2'},"
                + "{'bufferView':0,'byteOffset':60,'componentType':5126,'count':3,'type':'VEC2'}],"
                + "'bufferViews':[{'buffer':0,'byteLength':84}],'textures':[{'source':0},{'source':1},{'source':2}],";
        json = (json + "'materials':[" + material + "],").replace('\'', '"')
                + "\"buffers\":[{\"byteLength\":84,\"uri\":" + uri("application/octet-stream", data.array()) + "}],"
                + "\"images\":[{\"uri\":" + uri("image/png", dot(10)) + "},{\"uri\":" + uri("image/png", dot(20))
                + "},{\"uri\":" + uri("image/png", dot(30)) + "}]}";
        return formats.readModel(Files.writeString(folder.resolve("wet shingle.gltf"), json));
    }

    private double shown(Material material, Role role) throws Exception {
        TextureUse use = material.maps().get(role);
        assertNotNull(use, role.word());
        return Math.round(formats.readPicture(use.image()).value(0, 0, 0) * 255);
    }

    /** What a material is that says nothing: the defaults of the specification's schema (5.19, 5.22). */
    @Test
    void anEmptyMaterial() throws Exception {
        Material m = read("{}").materials().get(0);
        assertArrayEquals(
                new double[] {1, 1, 1, 1, 1, 1},
                new double[] {m.red(), m.green(), m.blue(), m.opacity(), m.metallic(), m.roughness()});
        assertArrayEquals(
                new double[] {0, 0, 0, 0},
                new double[] {m.emissiveRed(), m.emissiveGreen(), m.emissiveBlue(), m.alphaCutoff()});
        assertFalse(m.doubleSided());
        assertFalse(m.alphaFromBaseColor());
        assertTrue(m.maps().isEmpty());
    }

    /** 3.9.4: with OPAQUE the alpha is ignored; MASK cuts at 0.5 unless told otherwise; BLEND takes it as it is. */
    @Test
    void alphaModes() throws Exception {
        String half = "'pbrMetallicRoughness':{'baseColorFactor':[1,1,1,0.25]}";
        Material opaque = read("{" + half + "}").materials().get(0);
        assertEquals(1, opaque.opacity());
        Material mask = read("{'alphaMode':'MASK'," + half + "}").materials().get(0);
        assertEquals(0.5, mask.alphaCutoff());
        Material told =
                read("{'alphaMode':'MASK','alphaCutoff':0.2}").materials().get(0);
        assertEquals(0.2, told.alphaCutoff());
        Material blend = read("{'alphaMode':'BLEND'," + half + "}").materials().get(0);
        assertEquals(0.25, blend.opacity());
        assertEquals(0, blend.alphaCutoff());
        assertTrue(blend.alphaFromBaseColor());
    }

    /** KHR_materials_emissive_strength multiplies; KHR_texture_transform moves one use and not the picture. */
    @Test
    void extensions() throws Exception {
        Material m = read("{'emissiveFactor':[1,0.5,0],'extensions':{'KHR_materials_emissive_strength':{"
                        + "'emissiveStrength':40}},'emissiveTexture':{'index':1},'normalTexture':{'index':2,'scale':0.5},"
                        + "'pbrMetallicRoughness':{'baseColorTexture':{'index':1,'extensions':{'KHR_texture_transform':{"
                        + "'offset':[0.25,0.5],'rotation':1.5,'scale':[2,3]}}}}}")
                .materials()
                .get(0);
        assertArrayEquals(
                new double[] {40, 20, 0}, new double[] {m.emissiveRed(), m.emissiveGreen(), m.emissiveBlue()});
        TextureUse base = m.maps().get(Role.BASE_COLOR);
        assertNotNull(base);
        assertEquals(new TextureUse(base.image(), 2, 3, 0.25, 0.5, 1.5), base);
        TextureUse glow = m.maps().get(Role.EMISSIVE);
        assertNotNull(glow);
        assertTrue(glow.isPlain());
        assertEquals(0.5, m.normalScale());
        assertEquals(20, shown(m, Role.BASE_COLOR));
        assertEquals(20, shown(m, Role.EMISSIVE));
        assertEquals(30, shown(m, Role.NORMAL));
    }

    /** 3.9.2: texCoord names the set of UVs. A part has the first two its material's maps lie on. */
    @Test
    void setsOfUvs() throws Exception {
        Model second = read("{'pbrMetallicRoughness':{'baseColorTexture':{'index':0,'texCoord':1}},"
                + "'normalTexture':{'index':1,'texCoord':1}}");
        assertArrayEquals(
                new float[] {0.5f, 0.5f, 0.75f, 0.5f, 0.5f, 0.75f},
                second.meshes().get(0).parts().get(0).uvs());
        assertEquals(
                Set.of(Role.BASE_COLOR, Role.NORMAL),
                second.materials().get(0).maps().keySet());

        Model mixed = read(
                "{'pbrMetallicRoughness':{'baseColorTexture':{'index':0}},'occlusionTexture':{'index':1,'texCoord':1}}");
        assertArrayEquals(
                new float[] {0, 0, 1, 0, 0, 1},
                mixed.meshes().get(0).parts().get(0).uvs());
        assertArrayEquals(
                new float[] {0.5f, 0.5f, 0.75f, 0.5f, 0.5f, 0.75f},
                mixed.meshes().get(0).parts().get(0).secondUvs());
        Map<Role, TextureUse> maps = mixed.materials().get(0).maps();
        assertEquals(0, Objects.requireNonNull(maps.get(Role.BASE_COLOR)).set());
        assertEquals(1, Objects.requireNonNull(maps.get(Role.OCCLUSION)).set());

        Model moved = read("{'pbrMetallicRoughness':{'baseColorTexture':{'index':0,'texCoord':0,'extensions':{"
                + "'KHR_texture_transform':{'texCoord':1}}}}}");
        assertArrayEquals(
                new float[] {0.5f, 0.5f, 0.75f, 0.5f, 0.5f, 0.75f},
                moved.meshes().get(0).parts().get(0).uvs());
    }

    /** Any material of factors and of maps that glTF has itself comes back as it was. */
    @Test
    void anyMaterialComesBack() throws Exception {
        SplittableRandom r = new SplittableRandom(3);
        for (int round = 0; round < Rounds.of(60); round++) {
            EnumMap<Role, TextureUse> maps = new EnumMap<>(Role.class);
            for (Role role : List.of(Role.BASE_COLOR, Role.PACKED, Role.NORMAL, Role.OCCLUSION, Role.EMISSIVE)) {
                if (r.nextBoolean()) {
                    ImageSource dot = ImageSource.embedded(role.word(), dot(40 * role.ordinal()));
                    maps.put(
                            role,
                            r.nextBoolean()
                                    ? TextureUse.of(dot)
                                    : new TextureUse(dot, 1 + r.nextInt(4), 2, r.nextInt(4) / 4.0, 0.5, 0.25)
                                            .withWrap(Wrap.values()[r.nextInt(3)], Wrap.values()[r.nextInt(3)]));
                }
            }
            int alpha = r.nextInt(3);
            boolean glows = r.nextBoolean();
            Material before = new Material(
                    "material " + round,
                    part(r),
                    part(r),
                    part(r),
                    alpha == 0 ? 1 : part(r),
                    part(r),
                    part(r),
                    glows ? 8 * part(r) : 0,
                    glows ? 8 * part(r) : 0,
                    glows ? 4 : 0,
                    maps.containsKey(Role.NORMAL) ? part(r) : 1,
                    alpha == 1 ? 0.5 : 0,
                    alpha > 0,
                    r.nextBoolean(),
                    maps,
                    layers(r));
            Material after = copied(before);
            assertSame(before, after);
        }
    }

    private static Layers layers(SplittableRandom r) {
        Layers.Volume volume = new Layers.Volume(
                part(r), r.nextBoolean() ? part(r) : Double.POSITIVE_INFINITY, part(r), part(r), part(r));
        return new Layers(
                1 + part(r),
                r.nextBoolean() ? null : new Layers.Specular(part(r), part(r), part(r), 2 * part(r)),
                r.nextBoolean() ? null : new Layers.Transmission(part(r), r.nextBoolean() ? null : volume),
                r.nextBoolean() ? null : new Layers.Clearcoat(part(r), part(r)),
                r.nextBoolean() ? null : new Layers.Sheen(part(r), part(r), part(r), part(r)),
                r.nextBoolean() ? null : new Layers.Anisotropy(part(r), part(r)),
                r.nextBoolean() ? null : new Layers.Iridescence(part(r), 1 + part(r), 100 * part(r), 400),
                r.nextBoolean());
    }

    /** The defaults of the extensions, and what stands in them; a layer of strength 0 is none. */
    @Test
    void layersAsTheirTextsSay() throws Exception {
        Layers all = read("{'extensions':{'KHR_materials_ior':{'ior':1.33},'KHR_materials_specular':{},"
                        + "'KHR_materials_transmission':{'transmissionFactor':0.9},'KHR_materials_volume':{'thicknessFactor':0.1},"
                        + "'KHR_materials_clearcoat':{'clearcoatFactor':0.5},'KHR_materials_sheen':{'sheenColorFactor':[1,0,0]},"
                        + "'KHR_materials_anisotropy':{'anisotropyStrength':0.5},"
                        + "'KHR_materials_iridescence':{'iridescenceFactor':1},'KHR_materials_unlit':{}}}")
                .materials()
                .get(0)
                .layers();
        Layers.Volume clear = new Layers.Volume(0.1, Double.POSITIVE_INFINITY, 1, 1, 1);
        assertEquals(
                new Layers(
                        1.33,
                        new Layers.Specular(1, 1, 1, 1),
                        new Layers.Transmission(0.9, clear),
                        new Layers.Clearcoat(0.5, 0),
                        new Layers.Sheen(1, 0, 0, 0),
                        new Layers.Anisotropy(0.5, 0),
                        new Layers.Iridescence(1, 1.3, 100, 400),
                        true),
                all);
        Layers none =
                read("{'extensions':{'KHR_materials_transmission':{},'KHR_materials_volume':{'thicknessFactor':1},"
                                + "'KHR_materials_clearcoat':{},'KHR_materials_sheen':{},'KHR_materials_anisotropy':{},"
                                + "'KHR_materials_iridescence':{}}}")
                        .materials()
                        .get(0)
                        .layers();
        assertTrue(none.isNone());
        Material mapped =
                read("{'extensions':{'KHR_materials_clearcoat':{'clearcoatFactor':1,'clearcoatTexture':{'index':0},"
                                + "'clearcoatNormalTexture':{'index':1,'texCoord':1}}}}")
                        .materials()
                        .get(0);
        assertEquals(
                Set.of(Role.CLEARCOAT, Role.CLEARCOAT_NORMAL), mapped.maps().keySet());
        assertEquals(mapped.layers(), copied(mapped).layers());
        assertEquals(mapped.maps().keySet(), copied(mapped).maps().keySet());
    }

    private static double part(SplittableRandom r) {
        return (1 + r.nextInt(15)) / 16.0;
    }

    private Material copied(Material material) throws Exception {
        Part part = new Part(GltfTest.TRIANGLE, null, new float[6], null, new int[] {0, 1, 2}, 0);
        Model model = Model.of("one", new Mesh("m", List.of(part)), List.of(material));
        Path file = folder.resolve("one.glb");
        Files.write(file, Formats.glb(model, SceneNotes.none(), formats));
        return formats.readModel(file).materials().get(0);
    }

    private void assertSame(Material before, Material after) throws Exception {
        assertEquals(before.maps().keySet(), after.maps().keySet());
        EnumMap<Role, TextureUse> plain = new EnumMap<>(Role.class);
        for (Role role : before.maps().keySet()) {
            assertEquals(shown(before, role), shown(after, role));
            TextureUse use = after.maps().get(role);
            TextureUse was = before.maps().get(role);
            assertNotNull(use);
            assertNotNull(was);
            plain.put(role, use.withImage(was.image()));
        }
        Material same = after.withMaps(plain)
                .withEmission(
                        rounded(after.emissiveRed()), rounded(after.emissiveGreen()), rounded(after.emissiveBlue()));
        assertEquals(before, same);
    }

    private static double rounded(double value) {
        return Math.rint(value * 1024) / 1024;
    }

    private static byte[] plain(int size, int... rgb) {
        byte[] out = new byte[size * size * rgb.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = (byte) rgb[i % rgb.length];
        }
        return Formats.png(Picture.ofBytes(size, size, rgb.length, out));
    }

    private static Material of(Map<Role, byte[]> embedded) {
        java.util.EnumMap<Role, TextureUse> maps = new java.util.EnumMap<>(Role.class);
        embedded.forEach((role, bytes) ->
                maps.put(role, TextureUse.of(yondershelf.content.ImageSource.embedded(role.word() + ".png", bytes))));
        return Material.ofMaps("worn", maps);
    }

    private Model written(List<Material> materials, boolean flat) throws Exception {
        List<yondershelf.content.Part> parts = new java.util.ArrayList<>();
        for (int i = 0; i < materials.size(); i++) {
            float[] p = {0, 0, 0, 1, 0, 0, 1, 1, -1, 1, 1, 1};
            float[] n = {0, 0, 1, 0, 0, 1, 0, 0, 1, 0, 0, 1};
            float[] uv = {0, 0, 1, 0, 1, 1, 0, 1};
            float[] tint = {1, 1, 1, 0.25f, 1, 1, 1, 0.5f, 1, 1, 1, 1, 1, 1, 1, 0};
            float[] tangents = {0, 1, 0, -1, 0, 1, 0, -1, 0, 1, 0, -1, 0, 1, 0, -1};
            yondershelf.content.Part part =
                    new yondershelf.content.Part(p, flat ? null : n, uv, tint, new int[] {0, 1, 2, 1, 0, 3}, i);
            parts.add(flat ? part : part.withTangents(tangents));
        }
        Model model = Model.of("m", new yondershelf.content.Mesh("m", parts), materials);
        Path file = folder.resolve("written.glb");
        Files.write(file, Formats.glb(model, SceneNotes.none(), formats));
        return formats.readModel(file);
    }

    /** Two materials that both embed a "roughness.png" and a "metallic.png" keep each its own. */
    @Test
    void picturesOfOneNameStayApart() throws Exception {
        Model read = written(
                List.of(
                        of(Map.of(Role.ROUGHNESS, plain(2, 40), Role.METALLIC, plain(2, 10))),
                        of(Map.of(Role.ROUGHNESS, plain(2, 200), Role.METALLIC, plain(2, 90))),
                        of(Map.of(Role.ROUGHNESS, plain(2, 40), Role.METALLIC, plain(2, 10)))),
                false);
        double[] rough = new double[3];
        for (int i = 0; i < 3; i++) {
            TextureUse use = java.util.Objects.requireNonNull(
                    read.materials().get(i).maps().get(Role.PACKED));
            rough[i] = Math.round(formats.readPicture(use.image()).value(0, 0, 1) * 255);
        }
        assertArrayEquals(new double[] {40, 200, 40}, rough);
    }

    @Test
    void aBrokenOpacityMapCostsTheOpacityOnly() throws Exception {
        Model read = written(
                List.of(of(Map.of(Role.BASE_COLOR, plain(2, 200, 100, 50), Role.OPACITY, new byte[] {1, 2, 3}))),
                false);
        assertEquals(200, shown(read.materials().get(0), Role.BASE_COLOR));
    }

    /** Flat parts stay flat under a normal map; alpha of vertices and the file's own tangents come through. */
    @Test
    void whatVerticesCarryIsKept() throws Exception {
        Material bumped = of(Map.of(Role.NORMAL, plain(2, 128, 128, 255)));
        var flat = written(List.of(bumped), true).meshes().get(0).parts().get(0);
        float[] n = java.util.Objects.requireNonNull(flat.normals());
        assertEquals(6, flat.vertexCount());
        assertEquals(n[2], -n[11], 1e-6, "each face has its own normal");
        var kept = written(List.of(bumped), false).meshes().get(0).parts().get(0);
        assertArrayEquals(new float[] {0.25f, 0.5f, 1, 0}, new float[] {
            java.util.Objects.requireNonNull(kept.colors())[3], kept.colors()[7], kept.colors()[11], kept.colors()[15]
        });
        assertArrayEquals(
                new float[] {0, 1, 0, -1},
                java.util.Arrays.copyOf(java.util.Objects.requireNonNull(kept.tangents()), 4),
                1e-6f);
        Path file = folder.resolve("again.glb");
        Model again = Model.of("m", new yondershelf.content.Mesh("m", List.of(kept)), List.of(bumped));
        Files.write(file, Formats.glb(again, SceneNotes.none(), formats));
        assertArrayEquals(
                kept.tangents(),
                formats.readModel(file).meshes().get(0).parts().get(0).tangents());
    }

    /**
     * KHR_materials_pbrSpecularGlossiness, worked by hand from its published conversion: what reflects 0.04 is no metal and keeps its
     * colour; what reflects everything and scatters nothing is metal of that colour.
     */
    @Test
    void specularAndGlossinessAreConverted() throws Exception {
        double[][] cases = {
            {0.5, 0.3, 0.1, 0.04, 0.04, 0.04, 0.7},
            {0, 0, 0, 1, 0.75, 0.35, 0.9}
        };
        for (double[] c : cases) {
            String json = String.format(
                    java.util.Locale.ROOT,
                    "{'materials':[{'extensions':{'KHR_materials_pbrSpecularGlossiness':{'diffuseFactor':[%s,%s,%s,1],"
                            + "'specularFactor':[%s,%s,%s],'glossinessFactor':%s}}}],'nodes':[{'mesh':0}],"
                            + "'meshes':[{'primitives':[{'attributes':{'POSITION':0},'material':0}]}]}",
                    c[0],
                    c[1],
                    c[2],
                    c[3],
                    c[4],
                    c[5],
                    c[6]);
            Path file = new MadeGltf(json).floats("VEC3", 3, GltfTest.TRIANGLE).write(folder.resolve("older.gltf"));
            Material read = formats.readModel(file).materials().get(0);
            boolean metal = c[3] > 0.5;
            assertEquals(metal ? 1 : 0, read.metallic(), 0.01);
            assertEquals(metal ? 1 : 0.5, read.red(), 0.01);
            assertEquals(metal ? 0.75 : 0.3, read.green(), 0.01);
            assertEquals(metal ? 0.35 : 0.1, read.blue(), 0.01);
            assertEquals(1 - c[6], read.roughness(), 1e-9);
        }
    }
}
