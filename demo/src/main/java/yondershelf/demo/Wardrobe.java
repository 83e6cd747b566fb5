package yondershelf.demo;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.format.Formats;
import yondershelf.work.Parallel;

/** The materials that the demo's models wear, with their maps as encoded pictures. */
final class Wardrobe {
    static final int SIZE = 512;

    private final Map<String, Map<Role, Picture>> sets = new ConcurrentHashMap<>();
    private final Map<String, Map<Role, byte[]>> encoded = new ConcurrentHashMap<>();
    private final Map<String, Material> materials = new HashMap<>();

    Wardrobe() {
        List<Map.Entry<String, Surfaces.Pattern>> patterns =
                new ArrayList<>(Surfaces.all().entrySet());
        Parallel.run(patterns.size(), Parallel.threads(), () -> false, i -> {
            Map<Role, Picture> maps = TextureSet.maps(patterns.get(i).getValue(), SIZE);
            sets.put(patterns.get(i).getKey(), maps);
            encoded.put(patterns.get(i).getKey(), encode(maps));
        });
        encoded.forEach((name, maps) -> {
            EnumMap<Role, TextureUse> uses = new EnumMap<>(Role.class);
            maps.forEach((role, bytes) -> uses.put(
                    role,
                    TextureUse.of(ImageSource.embedded(name.replace(' ', '_') + "_" + role.word() + ".png", bytes))));
            materials.put(name, Material.ofMaps(name, uses));
        });
        materials.put("dial", picture("dial", LooseTextures.paint(LooseTextures::dial)));
        materials.put(
                "chart",
                picture(
                        "chart",
                        LooseTextures.all()
                                .getOrDefault("chart_soundings.jpg", LooseTextures.paint(LooseTextures::dial))));
        materials.put("signal red", Material.plain("signal red", 0.55, 0.035, 0.03, 0, 0.8));
        materials.put("signal blue", Material.plain("signal blue", 0.03, 0.09, 0.28, 0, 0.8));
        materials.put(
                "lamp glass",
                Material.plain("lamp glass", 0.85, 0.9, 0.88, 0, 0.05).withOpacity(0.16));
        materials.put(
                "glass tube",
                Material.plain("glass tube", 0.9, 0.93, 0.92, 0, 0.04).withOpacity(0.3));
        Layered.materials(materials);
        materials.put("flame", Material.plain("flame", 0.9, 0.6, 0.3, 0, 0.6).withEmission(9, 4.2, 1.1));
    }

    private static Material picture(String name, Picture picture) {
        EnumMap<Role, TextureUse> uses = new EnumMap<>(Role.class);
        uses.put(Role.BASE_COLOR, TextureUse.of(ImageSource.embedded(name + ".png", Formats.png(picture))));
        return Material.ofMaps(name, uses);
    }

    private static Map<Role, byte[]> encode(Map<Role, Picture> maps) {
        EnumMap<Role, byte[]> out = new EnumMap<>(Role.class);
        Picture rough = maps.get(Role.ROUGHNESS);
        Picture metal = maps.get(Role.METALLIC);
        Picture base = maps.get(Role.BASE_COLOR);
        Picture normal = maps.get(Role.NORMAL);
        if (rough == null || base == null || normal == null) {
            throw new IllegalStateException("a surface without its maps");
        }
        byte[] packed = new byte[SIZE * SIZE * 3];
        for (int i = 0; i < SIZE * SIZE; i++) {
            packed[i * 3] = (byte) 255;
            packed[i * 3 + 1] = rough.bytes()[i];
            packed[i * 3 + 2] = metal == null ? 0 : metal.bytes()[i];
        }
        out.put(Role.BASE_COLOR, Formats.png(base));
        out.put(Role.NORMAL, Formats.png(normal));
        out.put(Role.PACKED, Formats.png(Picture.ofBytes(SIZE, SIZE, 3, packed)));
        return out;
    }

    Map<String, Material> materials() {
        return materials;
    }

    /** The separate maps of a surface. */
    Map<Role, Picture> set(String name) {
        return sets.getOrDefault(name, Map.of());
    }
}
