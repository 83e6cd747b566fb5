package yondershelf.format.picture;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.zip.CRC32;
import java.util.zip.InflaterInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ImageSource;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.content.Srgb;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.format.Formats;
import yondershelf.format.Oracles;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.SceneNotes;

/**
 * What pictures say of their colours is heeded where colours are meant for the eye. Profiles against npm sharp (libvips with
 * LittleCMS), gamma and primaries against the formulas of PNG (third edition, 13.13) and the matrix of CSS Color 4 (from memory).
 */
class ColourProfileTest {
    private static final int WIDTH = 24;

    @TempDir
    Path folder;

    private final Formats formats = new Formats();

    private JsonNode written() throws Exception {
        Path modules = Oracles.project().resolve("target/oracles/node_modules");
        Oracles.need(Files.isDirectory(modules.resolve("sharp")) && Oracles.hasCommand("node"), "npm sharp");
        Path script = Path.of(Objects.requireNonNull(ColourProfileTest.class.getResource("/outside/profiles.mjs"))
                .toURI());
        String out = Oracles.run(List.of("node", script.toString(), modules.toString(), folder.toString(), "8"));
        return new ObjectMapper()
                .readTree(out.lines().filter(l -> l.startsWith("{")).findFirst().orElse(out));
    }

    private static double farthest(Picture picture, JsonNode colours) {
        double worst = 0;
        for (int i = 0; i < colours.size(); i++) {
            double is = picture.value(i / 3 % WIDTH, i / 3 / WIDTH, i % 3) * 255;
            worst = Math.max(worst, Math.abs(is - colours.path(i).asInt()));
        }
        return worst;
    }

    /** In steps of 255. */
    @Test
    void profilesAsAnotherLibraryMeansThem() throws Exception {
        JsonNode all = written();
        for (String name : List.of("p3.png", "p3_16.png", "p3.tif", "p3.webp", "p3.jpg")) {
            ImageSource source = ImageSource.at(folder.resolve(name));
            JsonNode colours = all.path(name);
            assertEquals(WIDTH * 16 * 3, colours.size(), name);
            // decoders of JPEG may differ by a step or two themselves
            double bar = name.endsWith("jpg") ? 6 : 2.5;
            double worst = farthest(formats.readColours(source), colours);
            assertTrue(worst <= bar, name + " differs by " + worst);
            double stored = farthest(formats.readPicture(source), colours);
            assertTrue(stored > 20, name + " is stored in other numbers, which differ by " + stored);
            assertEquals(stored, farthest(formats.readColours(source.stored()), colours), name);
        }
    }

    /** The same numbers and profile as layered pictures hold them (the format's published specification: resource 1039). */
    @Test
    void profileOfLayeredPictures() throws Exception {
        JsonNode colours = written().path("p3.png");
        Picture stored = formats.readPicture(ImageSource.at(folder.resolve("p3.png")));
        byte[] icc = profileOfPng(Files.readAllBytes(folder.resolve("p3.png")));
        ByteBuffer psd = ByteBuffer.allocate(100 + icc.length + stored.width() * stored.height() * 3);
        psd.put("8BPS".getBytes(StandardCharsets.US_ASCII)).putShort((short) 1).put(new byte[6]);
        psd.putShort((short) 3).putInt(stored.height()).putInt(stored.width());
        // eight bits, red, green and blue, no palette
        psd.putShort((short) 8).putShort((short) 3).putInt(0);
        int padded = icc.length + icc.length % 2;
        psd.putInt(12 + padded).put("8BIM".getBytes(StandardCharsets.US_ASCII));
        psd.putShort((short) 1039)
                .putShort((short) 0)
                .putInt(icc.length)
                .put(icc)
                .put(new byte[icc.length % 2]);
        // no layers, not packed, one channel after the other
        psd.putInt(0).putShort((short) 0);
        for (int c = 0; c < 3; c++) {
            for (int i = 0; i < stored.width() * stored.height(); i++) {
                psd.put((byte) Math.round(stored.value(i % stored.width(), i / stored.width(), c) * 255));
            }
        }
        Path file = Files.write(folder.resolve("p3.psd"), Arrays.copyOf(psd.array(), psd.position()));
        ImageSource source = ImageSource.at(file);
        assertTrue(farthest(formats.readPicture(source), colours) > 20);
        double worst = farthest(formats.readColours(source), colours);
        assertTrue(worst <= 2.5, "differs by " + worst);
    }

    /** PNG, third edition, 11.3.2.3: a name, a zero, how it is packed, and what is packed. */
    private static byte[] profileOfPng(byte[] png) throws Exception {
        ByteBuffer in = ByteBuffer.wrap(png);
        int at = 8;
        while (!new String(png, at + 4, 4, StandardCharsets.US_ASCII).equals("iCCP")) {
            at += in.getInt(at) + 12;
        }
        int end = at + 8 + in.getInt(at);
        int from = at + 8;
        while (png[from] != 0) {
            from++;
        }
        return new InflaterInputStream(new ByteArrayInputStream(png, from + 2, end - from - 2)).readAllBytes();
    }

    /** The profile most pictures carry changes nothing, and costs nothing. */
    @Test
    void theUsualProfile() throws Exception {
        written();
        ImageSource source = ImageSource.at(folder.resolve("srgb.png"));
        byte[] file = Files.readAllBytes(folder.resolve("srgb.png"));
        assertTrue(new String(file, StandardCharsets.ISO_8859_1).contains("iCCP"));
        assertFalse(ColourChunks.tellsOthers(file, FileType.PNG));
        assertArrayEquals(
                formats.readPicture(source).bytes(), formats.readColours(source).bytes());
    }

    /** In a GLB nobody heeds a picture's profile, so it is written in sRGB; one that came from a GLB stays as it was. */
    @Test
    void glbHoldsWhatIsSeen() throws Exception {
        JsonNode colours = written().path("p3.png");
        Files.writeString(folder.resolve("m.mtl"), "newmtl a\nmap_Kd p3.png\nnorm p3.png\n");
        Path obj = Files.writeString(
                folder.resolve("m.obj"), "mtllib m.mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nvt 0 0\nusemtl a\nf 1/1 2/1 3/1\n");
        Path glb = folder.resolve("m.glb");
        Files.write(glb, Formats.glb(formats.readModel(obj), SceneNotes.none(), formats));
        Model back = formats.readModel(glb);
        ImageSource seen = image(back, Role.BASE_COLOR);
        assertTrue(seen.asStored());
        assertTrue(farthest(formats.readColours(seen), colours) <= 2.5);
        assertArrayEquals(
                formats.readPicture(ImageSource.at(folder.resolve("p3.png"))).bytes(),
                formats.readPicture(image(back, Role.NORMAL)).bytes());
    }

    private static ImageSource image(Model model, Role role) {
        return Objects.requireNonNull(model.materials().get(0).maps().get(role)).image();
    }

    private static byte[] png(byte[] grey, Object... chunks) throws Exception {
        byte[] plain = Formats.png(Picture.ofBytes(grey.length / 3, 1, 3, grey));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        int afterHeader = 8 + 12 + 13;
        out.write(plain, 0, afterHeader);
        for (int i = 0; i < chunks.length; i += 2) {
            byte[] data = (byte[]) chunks[i + 1];
            byte[] name = ((String) chunks[i]).getBytes(StandardCharsets.ISO_8859_1);
            CRC32 sum = new CRC32();
            sum.update(name);
            sum.update(data);
            out.write(ByteBuffer.allocate(12 + data.length)
                    .putInt(data.length)
                    .put(name)
                    .put(data)
                    .putInt((int) sum.getValue())
                    .array());
        }
        out.write(plain, afterHeader, plain.length - afterHeader);
        return out.toByteArray();
    }

    private static byte[] ints(int... values) {
        ByteBuffer out = ByteBuffer.allocate(values.length * 4);
        for (int value : values) {
            out.putInt(value);
        }
        return out.array();
    }

    private static final byte[] COLOUR = {(byte) 200, 40, (byte) 120};

    private Picture colours(Object... chunks) throws Exception {
        return formats.readColours(ImageSource.embedded("a.png", png(COLOUR, chunks)));
    }

    @Test
    void gammaOfPng() throws Exception {
        for (int gamma : new int[] {100_000, 55_556, 38_462}) {
            Picture seen = colours("gAMA", ints(gamma));
            for (int c = 0; c < 3; c++) {
                double light = Math.pow((COLOUR[c] & 0xff) / 255.0, 100_000.0 / gamma);
                assertEquals(Srgb.fromLinear(light), seen.value(0, 0, c), 0.6 / 255);
            }
        }
        // the power that stands for sRGB's own curve, and the words that count for more
        assertArrayEquals(COLOUR, colours("gAMA", ints(45_455)).bytes());
        assertArrayEquals(
                COLOUR, colours("sRGB", new byte[1], "gAMA", ints(100_000)).bytes());
        assertArrayEquals(COLOUR, colours("gAMA", ints(0)).bytes());
    }

    @Test
    void primariesOfPng() throws Exception {
        byte[] p3 = ints(31_270, 32_900, 68_000, 32_000, 26_500, 69_000, 15_000, 6_000);
        Picture seen = colours("gAMA", ints(100_000), "cHRM", p3);
        double[][] toSrgb = {
            {1.224940176280, -0.224940176280, 0},
            {-0.042056954709, 1.042056954709, 0},
            {-0.019637554590, -0.078636045550, 1.098273600140}
        };
        for (int c = 0; c < 3; c++) {
            double light = 0;
            for (int k = 0; k < 3; k++) {
                light += toSrgb[c][k] * (COLOUR[k] & 0xff) / 255;
            }
            assertEquals(Srgb.fromLinear(Math.max(0, light)), seen.value(0, 0, c), 1.1 / 255, "channel " + c);
        }
        assertArrayEquals(
                COLOUR,
                colours("gAMA", ints(45_455), "cHRM", ints(0, 0, 0, 0, 0, 0, 0, 0))
                        .bytes());
    }

    /** A profile nobody can read costs nothing but itself, and the facts say so. */
    @Test
    void brokenProfiles() throws Exception {
        byte[] packed = new byte[] {'x', 0, 0, 1, 2, 3};
        assertArrayEquals(COLOUR, colours("iCCP", packed).bytes());
        Path file = Files.write(folder.resolve("broken.png"), png(COLOUR, "iCCP", packed));
        Facts facts = new FactsMeter(formats).texture(file);
        assertEquals(List.of("colour profile, which is broken"), facts.remarks().notShown());
        assertEquals(
                List.of(),
                new FactsMeter(formats)
                        .texture(Files.write(file, png(COLOUR)))
                        .remarks()
                        .notShown());
    }
}
