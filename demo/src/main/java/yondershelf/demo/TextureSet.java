package yondershelf.demo;

import java.util.EnumMap;
import java.util.Map;
import yondershelf.content.Picture;
import yondershelf.content.Role;

/** A surface made into maps. */
final class TextureSet {
    private TextureSet() {}

    /** Base color, normal, roughness and height, and metallic where there is metal. Edge length in pixels. */
    static Map<Role, Picture> maps(Surfaces.Pattern pattern, int size) {
        byte[] base = new byte[size * size * 3];
        byte[] rough = new byte[size * size];
        byte[] metal = new byte[size * size];
        double[] height = new double[size * size];
        boolean anyMetal = false;
        double low = Double.MAX_VALUE;
        double high = -Double.MAX_VALUE;
        for (int y = 0; y < size; y++) {
            for (int x = 0; x < size; x++) {
                Texel t = new Texel();
                pattern.at((x + 0.5) / size, (y + 0.5) / size, t);
                int i = y * size + x;
                base[i * 3] = level(t.r);
                base[i * 3 + 1] = level(t.g);
                base[i * 3 + 2] = level(t.b);
                rough[i] = level(t.rough);
                metal[i] = level(t.metal);
                anyMetal |= t.metal > 0.01;
                height[i] = t.height;
                low = Math.min(low, t.height);
                high = Math.max(high, t.height);
            }
        }
        EnumMap<Role, Picture> maps = new EnumMap<>(Role.class);
        maps.put(Role.BASE_COLOR, Picture.ofBytes(size, size, 3, base));
        maps.put(Role.NORMAL, normals(height, size));
        maps.put(Role.ROUGHNESS, Picture.ofBytes(size, size, 1, rough));
        if (anyMetal) {
            maps.put(Role.METALLIC, Picture.ofBytes(size, size, 1, metal));
        }
        byte[] levels = new byte[size * size];
        for (int i = 0; i < levels.length; i++) {
            levels[i] = level((height[i] - low) / Math.max(high - low, 1e-9));
        }
        maps.put(Role.HEIGHT, Picture.ofBytes(size, size, 1, levels));
        return maps;
    }

    private static Picture normals(double[] height, int size) {
        byte[] out = new byte[size * size * 3];
        for (int y = 0; y < size; y++) {
            for (int x = 0; x < size; x++) {
                double dx = height[y * size + (x + 1) % size] - height[y * size + (x + size - 1) % size];
                double dy = height[(y + 1) % size * size + x] - height[(y + size - 1) % size * size + x];
                double nx = -dx * size / 2;
                double ny = dy * size / 2;
                double l = Math.sqrt(nx * nx + ny * ny + 1);
                int i = (y * size + x) * 3;
                out[i] = level(nx / l / 2 + 0.5);
                out[i + 1] = level(ny / l / 2 + 0.5);
                out[i + 2] = level(1 / l / 2 + 0.5);
            }
        }
        return Picture.ofBytes(size, size, 3, out);
    }

    static byte level(double value) {
        return (byte) (int) Math.round(Math.max(0, Math.min(1, value)) * 255);
    }
}
