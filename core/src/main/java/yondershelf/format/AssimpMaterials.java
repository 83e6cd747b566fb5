package yondershelf.format;

import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.lwjgl.assimp.AIColor4D;
import org.lwjgl.assimp.AIMaterial;
import org.lwjgl.assimp.AIScene;
import org.lwjgl.assimp.AIString;
import org.lwjgl.assimp.AITexture;
import org.lwjgl.assimp.Assimp;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;

/** Assimp's materials in the metallic-roughness model. */
final class AssimpMaterials {
    private final Path file;
    private final AIScene scene;
    private final Reach reach;
    private final WavefrontText wavefront;
    private final Map<String, ImageSource> images = new HashMap<>();

    AssimpMaterials(Path file, AIScene scene, Reach reach, WavefrontText wavefront) {
        this.wavefront = wavefront;
        this.reach = reach;
        this.file = file;
        this.scene = scene;
    }

    List<Material> materials() {
        List<Material> out = new ArrayList<>();
        for (int i = 0; i < scene.mNumMaterials(); i++) {
            out.add(material(AssimpReader.material(scene, i), i));
        }
        return out;
    }

    private Material material(AIMaterial in, int index) {
        EnumMap<Role, TextureUse> maps = new EnumMap<>(Role.class);
        put(maps, Role.BASE_COLOR, in, Assimp.aiTextureType_BASE_COLOR, Assimp.aiTextureType_DIFFUSE);
        put(maps, Role.NORMAL, in, Assimp.aiTextureType_NORMALS, Assimp.aiTextureType_NORMAL_CAMERA);
        // a Wavefront "bump" map is most often a normal map today: common practice, no source
        TextureUse bump = use(in, Assimp.aiTextureType_HEIGHT);
        if (bump != null) {
            maps.putIfAbsent(looksLikeNormal(bump) ? Role.NORMAL : Role.HEIGHT, bump);
        }
        put(maps, Role.HEIGHT, in, Assimp.aiTextureType_DISPLACEMENT);
        put(maps, Role.OPACITY, in, Assimp.aiTextureType_OPACITY);
        put(maps, Role.EMISSIVE, in, Assimp.aiTextureType_EMISSION_COLOR, Assimp.aiTextureType_EMISSIVE);
        put(maps, Role.OCCLUSION, in, Assimp.aiTextureType_AMBIENT_OCCLUSION, Assimp.aiTextureType_LIGHTMAP);
        TextureUse metal = use(in, Assimp.aiTextureType_METALNESS);
        TextureUse rough = use(in, Assimp.aiTextureType_DIFFUSE_ROUGHNESS);
        if (metal != null && rough != null && sameImage(metal, rough)) {
            maps.put(Role.PACKED, rough);
        } else {
            if (metal != null) {
                maps.put(Role.METALLIC, metal);
            }
            if (rough != null) {
                maps.put(Role.ROUGHNESS, rough);
            }
        }
        TextureUse opacityMap = maps.get(Role.OPACITY);
        TextureUse baseMap = maps.get(Role.BASE_COLOR);
        if (opacityMap != null && baseMap != null && sameImage(opacityMap, baseMap)) {
            maps.remove(Role.OPACITY);
        }
        float[] base = color(in, Assimp.AI_MATKEY_BASE_COLOR);
        if (base == null) {
            base = color(in, Assimp.AI_MATKEY_COLOR_DIFFUSE);
        }
        if (base == null || (maps.containsKey(Role.BASE_COLOR) && base[0] + base[1] + base[2] == 0)) {
            base = new float[] {1, 1, 1, 1};
        }
        float[] glow = color(in, Assimp.AI_MATKEY_COLOR_EMISSIVE);
        if (glow == null) {
            glow = new float[3];
        }
        if (maps.containsKey(Role.EMISSIVE) && glow[0] + glow[1] + glow[2] == 0) {
            glow = new float[] {1, 1, 1};
        }
        boolean mapped = maps.containsKey(Role.METALLIC) || maps.containsKey(Role.PACKED);
        double metallic = number(in, Assimp.AI_MATKEY_METALLIC_FACTOR, mapped ? 1 : 0);
        double opacity = number(in, Assimp.AI_MATKEY_OPACITY, 1);
        String name = text(in);
        return new Material(
                name.isEmpty() ? "material " + index : name,
                unit(base[0]),
                unit(base[1]),
                unit(base[2]),
                opacity <= 0 ? 1 : unit(opacity),
                unit(metallic),
                unit(roughness(in, maps)),
                Math.max(0, glow[0]),
                Math.max(0, glow[1]),
                Math.max(0, glow[2]),
                strength(name, maps.get(Role.NORMAL)),
                0,
                false,
                true,
                maps);
    }

    private double strength(String material, @Nullable TextureUse normals) {
        return normals == null
                ? 1
                : wavefront.strength(material, normals.image().reference());
    }

    private static boolean sameImage(TextureUse a, TextureUse b) {
        return a.image().reference().equals(b.image().reference());
    }

    private static double unit(double value) {
        return Double.isFinite(value) ? Math.max(0, Math.min(1, value)) : 1;
    }

    /** Roughness from a Blinn-Phong exponent: alpha = sqrt(2 / (n + 2)), Walter et al. 2007, section 5.2; roughness is its root. */
    private static double roughness(AIMaterial in, Map<Role, TextureUse> maps) {
        if (maps.containsKey(Role.ROUGHNESS) || maps.containsKey(Role.PACKED)) {
            return 1;
        }
        double given = number(in, Assimp.AI_MATKEY_ROUGHNESS_FACTOR, -1);
        if (given >= 0) {
            return given;
        }
        double exponent = number(in, Assimp.AI_MATKEY_SHININESS, 0);
        return exponent <= 0 ? 0.6 : Math.sqrt(Math.sqrt(2 / (exponent + 2)));
    }

    private static boolean looksLikeNormal(TextureUse use) {
        String name = use.image().reference().toLowerCase(java.util.Locale.ROOT);
        return name.matches(".*(normal|nrm|nor|_n)\\b.*|.*[_-]n\\.[a-z]+$");
    }

    private void put(Map<Role, TextureUse> maps, Role role, AIMaterial in, int... types) {
        for (int type : types) {
            TextureUse use = use(in, type);
            if (use != null) {
                maps.putIfAbsent(role, use);
                return;
            }
        }
    }

    private @Nullable TextureUse use(AIMaterial in, int type) {
        if (Assimp.aiGetMaterialTextureCount(in, type) == 0) {
            return null;
        }
        try (AIString path = AIString.calloc()) {
            int result = Assimp.aiGetMaterialTexture(in, type, 0, path, (int[]) null, null, null, null, null, null);
            if (result != Assimp.aiReturn_SUCCESS || path.dataString().isBlank()) {
                return null;
            }
            String reference = path.dataString();
            return wavefront.use(text(in), reference, images.computeIfAbsent(reference, this::image));
        }
    }

    private ImageSource image(String reference) {
        AITexture embedded = embedded(reference);
        if (embedded == null) {
            return new ImageSource(reference, reach.follow(file, reference).open(), null);
        }
        String name = embedded.mFilename().dataString();
        name = name.isEmpty() ? "embedded picture " + reference : name.replaceAll(".*[/\\\\]", "");
        if (embedded.mHeight() == 0) {
            ByteBuffer data = embedded.pcDataCompressed();
            return ImageSource.embedded(name, AssimpReader.copy(data));
        }
        int w = embedded.mWidth();
        int h = embedded.mHeight();
        byte[] rgba = new byte[w * h * 4];
        for (int i = 0; i < w * h; i++) {
            var texel = embedded.pcData().get(i);
            rgba[i * 4] = texel.r();
            rgba[i * 4 + 1] = texel.g();
            rgba[i * 4 + 2] = texel.b();
            rgba[i * 4 + 3] = texel.a();
        }
        return ImageSource.embedded(name, PngWriter.write(Picture.ofBytes(w, h, 4, rgba)));
    }

    private @Nullable AITexture embedded(String reference) {
        String plain = reference.replace('\\', '/');
        for (int i = 0; i < scene.mNumTextures(); i++) {
            AITexture texture =
                    AITexture.create(Objects.requireNonNull(scene.mTextures()).get(i));
            String name = texture.mFilename().dataString().replace('\\', '/');
            if (reference.equals("*" + i) || (!name.isEmpty() && name.equals(plain))) {
                return texture;
            }
        }
        return null;
    }

    private static float @Nullable [] color(AIMaterial in, String key) {
        try (AIColor4D c = AIColor4D.calloc()) {
            if (Assimp.aiGetMaterialColor(in, key, Assimp.aiTextureType_NONE, 0, c) != Assimp.aiReturn_SUCCESS) {
                return null;
            }
            return new float[] {c.r(), c.g(), c.b(), c.a()};
        }
    }

    private static double number(AIMaterial in, String key, double otherwise) {
        float[] value = new float[1];
        int[] max = {1};
        int result = Assimp.aiGetMaterialFloatArray(in, key, Assimp.aiTextureType_NONE, 0, value, max);
        return result == Assimp.aiReturn_SUCCESS && Float.isFinite(value[0]) ? value[0] : otherwise;
    }

    private static String text(AIMaterial in) {
        try (AIString out = AIString.calloc()) {
            int result = Assimp.aiGetMaterialString(in, Assimp.AI_MATKEY_NAME, Assimp.aiTextureType_NONE, 0, out);
            return result == Assimp.aiReturn_SUCCESS ? out.dataString() : "";
        }
    }
}
