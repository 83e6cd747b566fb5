package yondershelf.format.picture;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ImageSource;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.format.Oracles;
import yondershelf.format.PosedModelsTest;

/**
 * Every picture of two open collections has the size and, in each channel, the least, greatest and mean value that Debian's
 * oiiotool finds, or there is a sentence. Prints a table.
 */
class OutsidePictureSetsTest {
    /** Of one channel. */
    private record Stats(double least, double greatest, double mean) {}

    /** What oiiotool says of a picture's first part; no channels when it cannot read it. */
    private record Theirs(int width, int height, Map<String, Stats> channels, boolean finite) {}

    private static final Pattern SIZE = Pattern.compile("^.* : +(\\d+) x +(\\d+),.*");

    private static final int MANY = 100;
    private static final int STEP = 9;

    @TempDir
    Path folder;

    private static double[] numbers(String line) {
        String values =
                line.substring(line.indexOf(':') + 1).replaceAll("\\(.*", "").strip();
        double one = line.contains("(of 255)") ? 255 : line.contains("(of 65535)") ? 65535 : 1;
        return Arrays.stream(values.split("\\s+"))
                .mapToDouble(v -> Double.parseDouble(v) / one)
                .toArray();
    }

    /** What is said of each file, in their order. */
    private static List<Theirs> theirs(List<Path> files) throws Exception {
        List<String> command = new ArrayList<>(List.of("oiiotool", "--info", "-v", "--stats"));
        files.forEach(f -> command.add(f.toString()));
        String[] all = Oracles.run(command).split("(?m)^Reading ");
        Map<String, Theirs> read = new HashMap<>();
        for (String one : all) {
            read.put(one.lines().findFirst().orElse(""), read(one));
        }
        return files.stream()
                .map(f -> read.getOrDefault(f.toString(), new Theirs(0, 0, Map.of(), false)))
                .toList();
    }

    private static Theirs read(String out) {
        int[] size = new int[2];
        String[] names = {};
        Map<String, double[]> found = new LinkedHashMap<>();
        boolean finite = true;
        for (String line : out.lines().map(String::strip).toList()) {
            Matcher m = SIZE.matcher(line);
            if (m.matches() && size[0] == 0) {
                size = new int[] {Integer.parseInt(m.group(1)), Integer.parseInt(m.group(2))};
            } else if (line.startsWith("channel list:") && names.length == 0) {
                names = line.substring(13).strip().split(", ");
            } else if (line.startsWith("Stats NanCount") || line.startsWith("Stats InfCount")) {
                finite &= Arrays.stream(numbers(line)).allMatch(n -> n == 0);
            } else if (line.matches("Stats (Min|Max|Avg):.*")) {
                found.putIfAbsent(line.substring(6, 9), numbers(line));
            }
        }
        Map<String, Stats> channels = new LinkedHashMap<>();
        double[] none = {};
        double[] min = found.getOrDefault("Min", none);
        double[] max = found.getOrDefault("Max", none);
        double[] mean = found.getOrDefault("Avg", none);
        for (int c = 0; c < Math.min(names.length, mean.length); c++) {
            channels.put(names[c].replaceAll(" .*", ""), new Stats(min[c], max[c], mean[c]));
        }
        return new Theirs(size[0], size[1], channels, finite);
    }

    /** One channel as it stands beside its alpha, as oiiotool keeps it. */
    private static Stats ours(Picture p, int channel) {
        double least = Double.POSITIVE_INFINITY;
        double greatest = Double.NEGATIVE_INFINITY;
        double sum = 0;
        boolean alpha = p.channels() == 4 && channel < 3 || p.channels() == 2 && channel < 1;
        for (int y = 0; y < p.height(); y++) {
            for (int x = 0; x < p.width(); x++) {
                double v = p.value(x, y, channel) * (alpha ? p.value(x, y, p.channels() - 1) : 1);
                least = Math.min(least, v);
                greatest = Math.max(greatest, v);
                sum += v;
            }
        }
        return new Stats(least, greatest, sum / p.width() / p.height());
    }

    private static String compared(Theirs theirs, Picture p, boolean lossy) {
        if (p.width() != theirs.width || p.height() != theirs.height) {
            return "other: " + p.width() + " x " + p.height() + ", theirs " + theirs.width + " x " + theirs.height;
        }
        if (!theirs.finite) {
            return "equal in size, holds what is no number";
        }
        List<String> wanted = p.channels() < 3 ? List.of("Y", "A") : List.of("R", "G", "B", "A");
        for (int c = 0; c < p.channels(); c++) {
            Stats want = theirs.channels.get(wanted.get(c));
            Stats is = ours(p, c);
            if (want == null) {
                // of two channels that are no colours the first is shown as grey
                want = theirs.channels.values().iterator().next();
            }
            double range = Math.max(Math.abs(want.greatest), Math.abs(want.least)) + 1e-6;
            // decoders of WebP blend colours of a lower resolution differently
            double tolerance = lossy ? 0.004 / range : 1e-4;
            double extremes = lossy ? 0.2 / range : 1e-3;
            if (Math.abs(is.mean - want.mean) > tolerance * range
                    || Math.abs(is.least - want.least) > extremes * range
                    || Math.abs(is.greatest - want.greatest) > extremes * range) {
                return "other: " + wanted.get(c) + " " + is + ", theirs " + want;
            }
        }
        return "equal";
    }

    /** @param batch how many oiiotool is asked for at once; it stops at the first that is broken */
    private void compare(List<Path> files, int batch, Map<String, Integer> least) throws Exception {
        Map<String, Integer> table = new TreeMap<>();
        List<String> others = new ArrayList<>();
        List<Theirs> found = new ArrayList<>();
        for (int i = 0; i < files.size(); i += batch) {
            found.addAll(theirs(files.subList(i, Math.min(files.size(), i + batch))));
        }
        for (int i = 0; i < files.size(); i++) {
            Path file = files.get(i);
            Theirs theirs = found.get(i);
            String verdict;
            try {
                Picture p = new Formats().readPicture(ImageSource.at(file));
                verdict = theirs.channels.isEmpty()
                        ? "read here alone"
                        : compared(theirs, p, file.toString().endsWith("webp"));
            } catch (ProblemException e) {
                assertTrue(e.problem().cause().length() > 10, e.getMessage());
                verdict = theirs.channels.isEmpty() ? "refused by both" : "refused here";
                if (verdict.equals("refused here")) {
                    System.out.println(
                            file.getFileName() + " refused: " + e.problem().cause());
                }
            }
            table.merge(verdict.startsWith("other") ? "other" : verdict, 1, Integer::sum);
            if (verdict.startsWith("other")) {
                others.add(file.getFileName() + ": " + verdict);
            }
        }
        System.out.println(table);
        others.forEach(System.out::println);
        assertEquals(List.of(), others);
        least.forEach((verdict, count) ->
                assertTrue(table.getOrDefault(verdict, 0) >= count, verdict + " " + table.get(verdict)));
    }

    /** Files that the library of the format itself is tested with (Debian's source package openexr), damaged ones among them. */
    @Tag("long")
    @Test
    void radianceAsItsOwnLibraryReadsIt() throws Exception {
        Oracles.need(Oracles.hasCommand("oiiotool"), "oiiotool");
        Path set = Oracles.project().resolve("target/oracles/sets/openexr/src/test/OpenEXRTest");
        Oracles.need(Files.isDirectory(set), "the test files of openexr");
        try (Stream<Path> all = Files.list(set)) {
            compare(all.filter(f -> f.toString().endsWith(".exr")).sorted().toList(), 1, Map.of("equal", 20));
        }
    }

    private List<Path> unpacked(Path set, String inside) throws Exception {
        List<Path> out = new ArrayList<>();
        try (Stream<Path> all = Files.list(set.resolve(inside))) {
            for (Path file :
                    all.filter(f -> f.toString().endsWith(".js")).sorted().toList()) {
                String text = Files.readString(file);
                int from = text.indexOf("base64,") + 7;
                byte[] bytes = Base64.getDecoder().decode(text.substring(from, text.indexOf('\'', from)));
                out.add(Files.write(
                        folder.resolve(inside + " "
                                + String.valueOf(file.getFileName()).replace(".js", "")),
                        bytes));
            }
        }
        return out;
    }

    /** The pictures and models of npm's @pmndrs/assets. */
    @Tag("long")
    @Test
    void aPackOfPicturesAndModels() throws Exception {
        Path set = Oracles.project().resolve("target/oracles/node_modules/@pmndrs/assets");
        Oracles.need(Files.isDirectory(set) && Oracles.hasCommand("oiiotool"), "@pmndrs/assets and oiiotool");
        List<Path> pictures = new ArrayList<>();
        for (String inside : List.of("hdri", "textures", "normals", "matcaps")) {
            List<Path> all = unpacked(set, inside);
            // of hundreds alike some are enough
            int step = all.size() > MANY ? STEP : 1;
            for (int i = 0; i < all.size(); i += step) {
                pictures.add(all.get(i));
            }
        }
        compare(pictures, pictures.size(), Map.of("equal", 80));
        List<Path> models = unpacked(set, "models");
        for (JsonNode theirs : PosedModelsTest.measured(models)) {
            Path file = Path.of(theirs.path("file").asText());
            Model model = new Formats().readModel(file);
            assertEquals(declared(file), model.triangleCount(), file.toString());
            // three.js unpacks no Draco by itself
            for (int i = 0; i < 3 && !theirs.has("failure"); i++) {
                double[] max = {
                    model.bounds().maxX(), model.bounds().maxY(), model.bounds().maxZ()
                };
                assertEquals(theirs.path("max").path(i).asDouble(), max[i], 1e-4);
            }
        }
    }

    /** Triangles by the counts a GLB gives of its indices (glTF 2.0, 3.6.2 and 4.4). */
    private static long declared(Path file) throws Exception {
        byte[] bytes = Files.readAllBytes(file);
        int length = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).getInt(12);
        JsonNode gltf = new ObjectMapper().readTree(bytes, 20, length);
        long corners = 0;
        for (JsonNode mesh : gltf.path("meshes")) {
            for (JsonNode primitive : mesh.path("primitives")) {
                corners += gltf.path("accessors")
                        .path(primitive.path("indices").asInt())
                        .path("count")
                        .asLong();
            }
        }
        return corners / 3;
    }
}
