package yondershelf.bench;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.SplittableRandom;
import yondershelf.content.ImageSource;
import yondershelf.content.Kind;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.format.Formats;
import yondershelf.format.reading.ContentReader;
import yondershelf.search.Entry;
import yondershelf.search.Key;

/** Made-up things of a given size to measure on. */
final class Subjects {
    private Subjects() {}

    /** A rippled ball of about so many triangles, wearing a base color, a normal and a packed map. */
    static Model ball(int triangles, int mapEdge) {
        int rings = (int) Math.sqrt(triangles / 4.0);
        int around = rings * 2;
        float[] p = new float[(rings + 1) * (around + 1) * 3];
        float[] uv = new float[(rings + 1) * (around + 1) * 2];
        int[] x = new int[rings * around * 6];
        int v = 0;
        for (int r = 0; r <= rings; r++) {
            double t = Math.PI * r / rings;
            for (int a = 0; a <= around; a++, v++) {
                double f = 2 * Math.PI * a / around;
                double radius = 1 + 0.05 * Math.sin(t * 23) * Math.sin(f * 17);
                p[v * 3] = (float) (radius * Math.sin(t) * Math.sin(f));
                p[v * 3 + 1] = (float) (radius * Math.cos(t));
                p[v * 3 + 2] = (float) (radius * Math.sin(t) * Math.cos(f));
                uv[v * 2] = 2f * a / around;
                uv[v * 2 + 1] = r / (float) rings;
            }
        }
        int i = 0;
        for (int r = 0; r < rings; r++) {
            for (int a = 0; a < around; a++) {
                int q = r * (around + 1) + a;
                int[] six = {q, q + around + 1, q + around + 2, q, q + around + 2, q + 1};
                for (int s : six) {
                    x[i++] = s;
                }
            }
        }
        EnumMap<Role, TextureUse> maps = new EnumMap<>(Role.class);
        maps.put(Role.BASE_COLOR, map("base", mapEdge, 90, 70));
        maps.put(Role.NORMAL, map("normal", mapEdge, 128, 6));
        maps.put(Role.PACKED, map("packed", mapEdge, 120, 60));
        Part part = new Part(p, p, uv, null, x, 0);
        return Model.of("ball", new Mesh("ball", List.of(part)), List.of(Material.ofMaps("m", maps)));
    }

    private static TextureUse map(String name, int edge, int middle, int spread) {
        SplittableRandom random = new SplittableRandom(name.hashCode());
        byte[] out = new byte[edge * edge * 3];
        for (int i = 0; i < edge * edge; i++) {
            int wave = (int) (spread * Math.sin(i * 0.01) * Math.cos(i / edge * 0.02));
            for (int c = 0; c < 3; c++) {
                int level = name.equals("normal") && c == 2 ? 250 : middle + wave + random.nextInt(6);
                out[i * 3 + c] = (byte) Math.max(0, Math.min(255, level));
            }
        }
        return TextureUse.of(ImageSource.embedded(name + ".png", Formats.png(Picture.ofBytes(edge, edge, 3, out))));
    }

    /** Index entries with a vocabulary of a few hundred words. */
    static List<Entry> entries(int count) {
        SplittableRandom random = new SplittableRandom(5);
        String[] syllables = {"ka", "lo", "mi", "ren", "tu", "sha", "vor", "lam", "pi", "del"};
        List<Entry> out = new ArrayList<>(count);
        for (int i = 0; i < count; i++) {
            StringBuilder name = new StringBuilder();
            for (int k = 0; k < 4; k++) {
                name.append(syllables[random.nextInt(10)]).append(k == 1 ? " " : "");
            }
            String folder = "pack " + random.nextInt(200) + "/" + syllables[random.nextInt(10)];
            out.add(new Entry(
                    new Key("library", i + 1),
                    Kind.values()[random.nextInt(4)],
                    name.toString(),
                    folder,
                    i + ".glb",
                    java.util.Set.of("tag" + random.nextInt(50)),
                    "",
                    0));
        }
        return out;
    }

    static Model demo(ContentReader reader, Path folder, String path) throws yondershelf.content.ProblemException {
        return reader.readModel(folder.resolve(path));
    }
}
