package yondershelf.format.materialx;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Coding;
import yondershelf.content.ImageSource;
import yondershelf.content.MapReference;
import yondershelf.content.Material;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.format.Formats;
import yondershelf.format.Oracles;

/** Documents written for sets of maps say the same when they are read again, and are sound to MaterialX's own library. */
class MtlxWriterTest {
    private static final Formats FORMATS = new Formats();
    private static final List<Coding> PACKINGS = List.of(
            Coding.PLAIN,
            new Coding("rmo"),
            new Coding("mro"),
            new Coding("m--s"),
            new Coding("mo-s"),
            new Coding("ro"));

    private static final int SETS = 8;

    @TempDir
    Path folder;

    private static MapReference map(String file, Coding coding) {
        return new MapReference(file, coding);
    }

    /** A picture whose channels differ, so that none can be taken for another. */
    private void picture(String name) throws Exception {
        byte[] pixels = {40, 90, (byte) 200, (byte) 130, 60, 110, (byte) 220, (byte) 150};
        Path file = folder.resolve(name);
        Files.createDirectories(file.getParent());
        Files.write(file, Formats.png(Picture.ofBytes(2, 1, 4, pixels)));
    }

    private Path write(String name, Map<Role, MapReference> maps) throws Exception {
        return Files.write(folder.resolve(name + ".mtlx"), Formats.mtlx(name, maps));
    }

    private static <T> T there(Map<Role, T> maps, Role role) {
        return Objects.requireNonNull(maps.get(role), role.word());
    }

    private static Picture seen(Material material, Role role) throws Exception {
        return FORMATS.readPicture(there(material.maps(), role).image());
    }

    @Test
    void readsAsItWasWritten() throws Exception {
        for (String name : List.of("c", "n", "s", "h", "o", "e")) {
            picture("maps/" + name + ".png");
        }
        Map<Role, MapReference> maps = new EnumMap<>(Role.class);
        maps.put(Role.BASE_COLOR, map("maps/c.png", Coding.PLAIN));
        maps.put(Role.NORMAL, map("maps/n.png", Coding.GREEN_DOWN));
        maps.put(Role.ROUGHNESS, map("maps/s.png", Coding.INVERTED));
        maps.put(Role.HEIGHT, map("maps/h.png", Coding.PLAIN));
        maps.put(Role.OPACITY, map("maps/o.png", Coding.PLAIN));
        maps.put(Role.EMISSIVE, map("maps/e.png", Coding.PLAIN));
        Material read = FORMATS.readMaterials(write("Tarred timber", maps)).first();
        assertEquals("Tarred_timber", read.name());
        assertEquals(1, read.emissiveRed());
        for (Role role : List.of(Role.BASE_COLOR, Role.NORMAL, Role.ROUGHNESS, Role.OPACITY, Role.EMISSIVE)) {
            MapReference wanted = there(maps, role);
            Path file = folder.resolve(wanted.file());
            assertEquals(
                    new ImageSource(wanted.file(), file, null, false, wanted.coding()),
                    there(read.maps(), role).image(),
                    role.word());
        }
        assertEquals(1 - 90 / 255f, seen(read, Role.NORMAL).value(0, 0, 1), 0.003);
        assertEquals(40 / 255f, seen(read, Role.NORMAL).value(0, 0, 0), 0.003);
        assertEquals(1 - 40 / 255f, seen(read, Role.ROUGHNESS).value(0, 0, 0), 0.003);
    }

    /** Roughness and metal come from the channel that the order says, whatever is made of them on the way. */
    @Test
    void packedMapsInAnyOrder() throws Exception {
        picture("p.png");
        float[] stored = {40 / 255f, 90 / 255f, 200 / 255f, 130 / 255f};
        for (Coding packing : PACKINGS) {
            Material read = FORMATS.readMaterials(
                            write("packed" + PACKINGS.indexOf(packing), Map.of(Role.PACKED, map("p.png", packing))))
                    .first();
            String order = packing.isPlain() ? "orm" : packing.word();
            TextureUse both = read.maps().get(Role.PACKED);
            Role roughIn = both == null ? Role.ROUGHNESS : Role.PACKED;
            float rough = seen(read, roughIn).value(0, 0, both == null ? 0 : 1);
            int smooth = order.indexOf('s');
            assertEquals(
                    smooth >= 0 ? 1 - stored[smooth] : stored[order.indexOf('r')],
                    rough,
                    0.003,
                    "roughness of " + order);
            if (order.indexOf('m') >= 0) {
                Role metalIn = both == null ? Role.METALLIC : Role.PACKED;
                assertEquals(
                        stored[order.indexOf('m')],
                        seen(read, metalIn).value(0, 0, both == null ? 0 : 2),
                        0.003,
                        "metal of " + order);
            }
        }
    }

    private static Map<Role, MapReference> any(SplittableRandom random) {
        Map<Role, MapReference> maps = new TreeMap<>();
        for (Role role : Role.values()) {
            if (random.nextInt(2) == 0) {
                Coding coding = role == Role.PACKED
                        ? PACKINGS.get(random.nextInt(PACKINGS.size()))
                        : role == Role.NORMAL && random.nextBoolean()
                                ? Coding.GREEN_DOWN
                                : role == Role.ROUGHNESS && random.nextBoolean() ? Coding.INVERTED : Coding.PLAIN;
                maps.put(role, map("maps/" + role.word() + " & <one>.png", coding));
            }
        }
        return maps;
    }

    /** MaterialX's own library (npm @needle-tools/materialx) finds them valid and makes shaders of both surfaces; and of a bad one not. */
    @Tag("long")
    @Test
    void theLibraryOfMaterialXIsContent() throws Exception {
        Path library = Oracles.project().resolve("target/oracles/node_modules/@needle-tools/materialx");
        Oracles.need(Files.isDirectory(library) && Oracles.hasCommand("node"), "npm @needle-tools/materialx");
        SplittableRandom random = new SplittableRandom(12);
        List<String> command = new ArrayList<>(List.of("node", script(), library.toString()));
        for (int i = 0; i < SETS; i++) {
            command.add(write("set " + i, any(random)).toString());
        }
        command.add(Files.writeString(
                        folder.resolve("bad.mtlx"),
                        "<?xml version=\"1.0\"?><materialx version=\"1.38\"><standard_surface name=\"a\" type=\"surfaceshader\">"
                                + "<input name=\"base\" type=\"color3\" nodename=\"nobody\"/></standard_surface></materialx>")
                .toString());
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        assertTrue(process.waitFor(300, TimeUnit.SECONDS));
        List<String> lines = said.lines().toList();
        assertEquals(SETS + 1, lines.size(), said.substring(0, Math.min(2000, said.length())));
        for (String line : lines.subList(0, SETS)) {
            assertTrue(line.endsWith(" valid 2"), line);
        }
        assertTrue(lines.get(SETS).contains(" invalid"), lines.get(SETS));
    }

    private String script() throws Exception {
        return Files.writeString(folder.resolve("validate.mjs"), """
                import { createRequire } from 'module';
                import fs from 'fs';
                const dir = process.argv[2] + '/bin/';
                globalThis.require = createRequire(import.meta.url);
                globalThis.__filename = dir + 'JsMaterialXGenShader.js';
                globalThis.__dirname = dir;
                const load = (await import(dir + 'JsMaterialXGenShader.js')).default;
                const mx = await load({locateFile: f => dir + (f.endsWith('.data') ? f + '.txt' : f)});
                const generator = mx.EsslShaderGenerator.create ? mx.EsslShaderGenerator.create() : new mx.EsslShaderGenerator();
                const context = new mx.GenContext(generator);
                const standard = mx.loadStandardLibraries(context);
                for (const file of process.argv.slice(3)) {
                  const doc = mx.createDocument();
                  doc.importLibrary(standard);
                  await mx.readFromXmlString(doc, fs.readFileSync(file, 'utf8'), '');
                  const said = {};
                  const valid = doc.validate(said);
                  let shaders = 0;
                  for (const material of valid ? doc.getMaterialNodes() : []) {
                    shaders += generator.generate(material.getName(), material, context).getSourceCode('pixel').length > 0 ? 1 : 0;
                  }
                  console.log(file + (valid ? ' valid ' : ' invalid ' + JSON.stringify(said.message) + ' ') + shaders);
                }
                """).toString();
    }
}
