package yondershelf.format.assimp;

import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.lwjgl.assimp.AIColor4D;
import org.lwjgl.assimp.AIMaterial;
import org.lwjgl.assimp.AIMesh;
import org.lwjgl.assimp.AIScene;
import org.lwjgl.assimp.AIString;
import org.lwjgl.assimp.AITexture;
import org.lwjgl.assimp.AIUVTransform;
import org.lwjgl.assimp.Assimp;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.content.Wrap;
import yondershelf.format.model.OlderShading;
import yondershelf.format.picture.PngWriter;
import yondershelf.references.Reach;
import yondershelf.words.Phrase;

/** Assimp's materials in the metallic-roughness model. */
final class AssimpMaterials {
    /** Roles that exporters give names of their own. */
    private static final List<Role> OWN = List.of(
            Role.BASE_COLOR,
            Role.NORMAL,
            Role.ROUGHNESS,
            Role.METALLIC,
            Role.OCCLUSION,
            Role.EMISSIVE,
            Role.OPACITY,
            Role.TRANSMISSION,
            Role.CLEARCOAT,
            Role.CLEARCOAT_ROUGHNESS);

    private static final double PLAIN_ROUGHNESS = 0.6;

    private final Path file;
    private final AIScene scene;
    private final Reach reach;
    private final boolean twoSets;
    private final Set<String> notShown = new TreeSet<>();
    private final Map<String, ImageSource> images = new HashMap<>();

    AssimpMaterials(Path file, AIScene scene, Reach reach) {
        this.reach = reach;
        this.file = file;
        this.scene = scene;
        boolean two = false;
        for (int i = 0; i < scene.mNumMeshes(); i++) {
            AIMesh mesh = AIMesh.create(Objects.requireNonNull(scene.mMeshes()).get(i));
            two |= mesh.mTextureCoords(1) != null;
        }
        this.twoSets = two;
    }

    /** What the materials have and is not shown, in words. */
    Set<String> notShown() {
        return notShown;
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
        TextureUse bump = use(in, Assimp.aiTextureType_HEIGHT);
        if (bump != null) {
            maps.putIfAbsent(OlderShading.isNormalMap(bump.image().reference()) ? Role.NORMAL : Role.HEIGHT, bump);
        }
        put(maps, Role.HEIGHT, in, Assimp.aiTextureType_DISPLACEMENT);
        put(maps, Role.OPACITY, in, Assimp.aiTextureType_OPACITY);
        put(maps, Role.EMISSIVE, in, Assimp.aiTextureType_EMISSION_COLOR, Assimp.aiTextureType_EMISSIVE);
        put(maps, Role.OCCLUSION, in, Assimp.aiTextureType_AMBIENT_OCCLUSION, Assimp.aiTextureType_LIGHTMAP);
        AssimpProperties own = new AssimpProperties(in);
        for (Role role : OWN) {
            String reference = own.map(role);
            if (reference != null && own.isPhysical()) {
                maps.putIfAbsent(role, TextureUse.of(images.computeIfAbsent(reference, this::image)));
            }
        }
        TextureUse metal = maps.getOrDefault(Role.METALLIC, use(in, Assimp.aiTextureType_METALNESS));
        TextureUse rough = maps.getOrDefault(Role.ROUGHNESS, use(in, Assimp.aiTextureType_DIFFUSE_ROUGHNESS));
        if (metal != null && rough != null && sameImage(metal, rough)) {
            maps.remove(Role.METALLIC);
            maps.remove(Role.ROUGHNESS);
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
        if (own.isGlossy()) {
            notShown.add(Phrase.kept("format.map-of-specular-and-glossiness"));
        }
        double[] said = own.glow();
        float[] glow = said == null
                ? color(in, Assimp.AI_MATKEY_COLOR_EMISSIVE)
                : new float[] {(float) said[0], (float) said[1], (float) said[2]};
        if (glow == null) {
            glow = new float[3];
        }
        if (maps.containsKey(Role.EMISSIVE) && glow[0] + glow[1] + glow[2] == 0) {
            glow = new float[] {1, 1, 1};
        }
        if (own.isPhysical()) {
            return physical(in, index, own, maps);
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
                1,
                0,
                false,
                true,
                maps);
    }

    /** By the exporter's own properties; where there is a map, it stands for the value. */
    private static Material physical(AIMaterial in, int index, AssimpProperties own, Map<Role, TextureUse> maps) {
        String name = text(in);
        double[] white = {1, 1, 1};
        double[] base = maps.containsKey(Role.BASE_COLOR) ? white : own.base();
        double[] glow = maps.containsKey(Role.EMISSIVE) ? white : own.glow();
        base = base == null ? white : base;
        glow = glow == null ? new double[3] : glow;
        boolean packed = maps.containsKey(Role.PACKED);
        boolean metalMap = packed || maps.containsKey(Role.METALLIC);
        boolean roughMap = packed || maps.containsKey(Role.ROUGHNESS);
        return new Material(
                name.isEmpty() ? "material " + index : name,
                unit(base[0]),
                unit(base[1]),
                unit(base[2]),
                1,
                metalMap ? 1 : unit(own.metalness()),
                roughMap ? 1 : unit(own.roughness(0.5)),
                Math.max(0, glow[0]),
                Math.max(0, glow[1]),
                Math.max(0, glow[2]),
                maps.containsKey(Role.NORMAL) ? own.normalScale(1) : 1,
                0,
                false,
                true,
                maps,
                own.layers());
    }

    private static boolean sameImage(TextureUse a, TextureUse b) {
        return a.image().reference().equals(b.image().reference());
    }

    private static double unit(double value) {
        return Double.isFinite(value) ? Math.max(0, Math.min(1, value)) : 1;
    }

    private static double roughness(AIMaterial in, Map<Role, TextureUse> maps) {
        if (maps.containsKey(Role.ROUGHNESS) || maps.containsKey(Role.PACKED)) {
            return 1;
        }
        double given = number(in, Assimp.AI_MATKEY_ROUGHNESS_FACTOR, -1);
        if (given >= 0) {
            return given;
        }
        double exponent = number(in, Assimp.AI_MATKEY_SHININESS, 0);
        return OlderShading.roughness(exponent, PLAIN_ROUGHNESS);
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
            int[] set = {0};
            int[] modes = {Assimp.aiTextureMapMode_Wrap, Assimp.aiTextureMapMode_Wrap};
            int result = Assimp.aiGetMaterialTexture(in, type, 0, path, null, set, null, null, modes, null);
            if (result != Assimp.aiReturn_SUCCESS || path.dataString().isBlank()) {
                return null;
            }
            String reference = path.dataString();
            return placed(in, type, images.computeIfAbsent(reference, this::image), set[0], modes);
        }
    }

    /** On the set of UVs, moved and scaled, with the edges the file says; a turn is not known to be meant the same by all. */
    private TextureUse placed(AIMaterial in, int type, ImageSource image, int set, int[] modes) {
        double[] p = {0, 0, 1, 1};
        try (AIUVTransform said = AIUVTransform.calloc()) {
            if (Assimp.aiGetMaterialUVTransform(in, Assimp._AI_MATKEY_UVTRANSFORM_BASE, type, 0, said)
                    == Assimp.aiReturn_SUCCESS) {
                p = new double[] {
                    said.mTranslation().x(),
                    said.mTranslation().y(),
                    said.mScaling().x(),
                    said.mScaling().y()
                };
            }
        }
        // v runs up there
        return new TextureUse(
                image,
                p[2],
                p[3],
                p[0],
                1 - p[3] - p[1],
                0,
                wrap(modes[0]),
                wrap(modes[1]),
                set == 1 && twoSets ? 1 : 0);
    }

    private static Wrap wrap(int mode) {
        return switch (mode) {
            case Assimp.aiTextureMapMode_Clamp, Assimp.aiTextureMapMode_Decal -> Wrap.CLAMP;
            case Assimp.aiTextureMapMode_Mirror -> Wrap.MIRROR;
            default -> Wrap.REPEAT;
        };
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
