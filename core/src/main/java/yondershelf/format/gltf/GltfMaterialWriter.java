package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.content.Wrap;
import yondershelf.format.picture.ColourChunks;
import yondershelf.format.picture.Pictures;
import yondershelf.format.picture.PngWriter;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.FileType;
import yondershelf.references.Squares;

/** Materials to glTF 2.0 (3.9): separate metallic and roughness maps are packed, opacity joins the base color. */
final class GltfMaterialWriter {
    private final ObjectNode root;
    private final GlbWriter.ViewSink sink;
    private final ContentReader pictures;
    private final Map<String, Integer> textures = new HashMap<>();
    private final Map<String, Integer> images = new HashMap<>();
    private final Map<String, Integer> samplers = new HashMap<>();
    private final TreeSet<String> extensions = new TreeSet<>();

    GltfMaterialWriter(ObjectNode root, GlbWriter.ViewSink sink, ContentReader pictures) {
        this.root = root;
        this.sink = sink;
        this.pictures = pictures;
    }

    void write(List<Material> materials) throws ProblemException {
        if (materials.isEmpty()) {
            return;
        }
        ArrayNode array = root.putArray("materials");
        for (Material material : materials) {
            write(material, array.addObject());
        }
        if (!extensions.isEmpty()) {
            ArrayNode used = root.putArray("extensionsUsed");
            extensions.forEach(used::add);
        }
    }

    private void write(Material m, ObjectNode out) throws ProblemException {
        out.put("name", m.name());
        boolean hasOpacityMap = m.maps().containsKey(Role.OPACITY);
        ObjectNode pbr = out.putObject("pbrMetallicRoughness");
        pbr.putArray("baseColorFactor")
                .add(m.red())
                .add(m.green())
                .add(m.blue())
                .add(m.opacity());
        pbr.put("metallicFactor", m.metallic());
        pbr.put("roughnessFactor", m.roughness());
        TextureUse base = m.maps().get(Role.BASE_COLOR);
        if (hasOpacityMap) {
            Encoded joined = withOpacity(base, m.maps().get(Role.OPACITY));
            // an opacity map that cannot be read costs the opacity only
            texture(
                    pbr,
                    "baseColorTexture",
                    joined != null ? joined : encoded(base, Role.BASE_COLOR),
                    joined != null ? use(m, Role.OPACITY) : base);
        } else {
            texture(pbr, "baseColorTexture", encoded(base, Role.BASE_COLOR), base);
        }
        TextureUse packed = m.maps().get(Role.PACKED);
        if (packed != null) {
            texture(pbr, "metallicRoughnessTexture", encoded(packed, Role.PACKED), packed);
        } else if (m.maps().containsKey(Role.ROUGHNESS) || m.maps().containsKey(Role.METALLIC)) {
            TextureUse rough = m.maps().get(Role.ROUGHNESS);
            TextureUse metal = m.maps().get(Role.METALLIC);
            texture(pbr, "metallicRoughnessTexture", packed(rough, metal), rough != null ? rough : metal);
        }
        TextureUse normal = m.maps().get(Role.NORMAL);
        ObjectNode normalInfo = texture(out, "normalTexture", encoded(normal, Role.NORMAL), normal);
        if (normalInfo != null && m.normalScale() != 1) {
            normalInfo.put("scale", m.normalScale());
        }
        texture(
                out,
                "occlusionTexture",
                encoded(m.maps().get(Role.OCCLUSION), Role.OCCLUSION),
                m.maps().get(Role.OCCLUSION));
        texture(
                out,
                "emissiveTexture",
                encoded(m.maps().get(Role.EMISSIVE), Role.EMISSIVE),
                m.maps().get(Role.EMISSIVE));
        writeEmission(m, out);
        for (Map.Entry<String, ObjectNode> layer : GltfLayers.write(m.layers()).entrySet()) {
            extensions.add(layer.getKey());
            out.withObject("/extensions").set(layer.getKey(), layer.getValue());
        }
        for (Map.Entry<Role, TextureUse> map : m.maps().entrySet()) {
            GltfLayers.Place place = GltfLayers.place(map.getKey());
            JsonNode layer = place == null ? null : out.path("extensions").get(place.extension());
            if (place != null && layer instanceof ObjectNode object) {
                texture(object, place.name(), encoded(map.getValue(), map.getKey()), map.getValue());
            }
        }
        if (m.alphaCutoff() > 0) {
            out.put("alphaMode", "MASK").put("alphaCutoff", m.alphaCutoff());
        } else if (m.opacity() < 1 || hasOpacityMap || m.alphaFromBaseColor()) {
            out.put("alphaMode", "BLEND");
        }
        if (m.doubleSided()) {
            out.put("doubleSided", true);
        }
    }

    private static @Nullable TextureUse use(Material m, Role role) {
        return m.maps().get(role);
    }

    private void writeEmission(Material m, ObjectNode out) {
        double strongest = Math.max(m.emissiveRed(), Math.max(m.emissiveGreen(), m.emissiveBlue()));
        if (strongest <= 0) {
            return;
        }
        double divide = Math.max(1, strongest);
        out.putArray("emissiveFactor")
                .add(m.emissiveRed() / divide)
                .add(m.emissiveGreen() / divide)
                .add(m.emissiveBlue() / divide);
        if (divide > 1) {
            extensions.add("KHR_materials_emissive_strength");
            out.withObject("/extensions")
                    .putObject("KHR_materials_emissive_strength")
                    .put("emissiveStrength", divide);
        }
    }

    /**
     * @param key the same for the same bytes only, or the same files joined in the same way
     * @param name for people
     */
    private record Encoded(String key, String name, String mime, byte[] bytes) {}

    private @Nullable ObjectNode texture(
            ObjectNode parent, String name, @Nullable Encoded picture, @Nullable TextureUse use) {
        if (picture == null || use == null) {
            return null;
        }
        String key = picture.key + "\0" + use.wrapU() + use.wrapV();
        Integer known = textures.get(key);
        int index;
        if (known != null) {
            index = known;
        } else {
            ArrayNode all = root.withArray("textures");
            all.addObject().put("sampler", sampler(use)).put("source", image(picture));
            index = all.size() - 1;
            textures.put(key, index);
        }
        ObjectNode info = parent.putObject(name);
        info.put("index", index);
        if (use.set() > 0) {
            info.put("texCoord", use.set());
        }
        if (!use.isPlain()) {
            extensions.add("KHR_texture_transform");
            ObjectNode change = info.putObject("extensions").putObject("KHR_texture_transform");
            change.putArray("offset").add(use.offsetU()).add(use.offsetV());
            change.putArray("scale").add(use.scaleU()).add(use.scaleV());
            change.put("rotation", use.rotation());
        }
        return info;
    }

    private int image(Encoded picture) {
        return images.computeIfAbsent(picture.key, key -> {
            ArrayNode all = root.withArray("images");
            all.addObject()
                    .put("name", picture.name)
                    .put("mimeType", picture.mime)
                    .put("bufferView", sink.add(picture.bytes, 0));
            return all.size() - 1;
        });
    }

    private int sampler(TextureUse use) {
        return samplers.computeIfAbsent(use.wrapU() + " " + use.wrapV(), key -> {
            ArrayNode all = root.withArray("samplers");
            ObjectNode sampler = all.addObject().put("magFilter", 9729).put("minFilter", 9987);
            if (use.wrapU() != Wrap.REPEAT) {
                sampler.put("wrapS", mode(use.wrapU()));
            }
            if (use.wrapV() != Wrap.REPEAT) {
                sampler.put("wrapT", mode(use.wrapV()));
            }
            return all.size() - 1;
        });
    }

    private static int mode(Wrap wrap) {
        return wrap == Wrap.CLAMP ? GltfMaterialReader.CLAMP_TO_EDGE : GltfMaterialReader.MIRRORED_REPEAT;
    }

    /** A missing or broken picture is left out: the scene is still worth having, and mend reports the fault. */
    private Optional<Picture> picture(@Nullable TextureUse use, Role role) {
        if (use == null || !use.image().exists()) {
            return Optional.empty();
        }
        try {
            return Optional.of(role.isColour() ? pictures.readColours(use.image()) : pictures.readPicture(use.image()));
        } catch (ProblemException e) {
            return Optional.empty();
        }
    }

    /** As it is when that can be; what a picture says of its colours is not heeded there, so they are made sRGB before. */
    private @Nullable Encoded encoded(@Nullable TextureUse use, Role role) throws ProblemException {
        if (use == null || !use.image().exists()) {
            return null;
        }
        ImageSource image = use.image();
        byte[] bytes = Pictures.bytesOf(image);
        FileType type = FileType.byContent(bytes).orElse(null);
        String key = digest(bytes);
        String title = title(use);
        boolean others = role.isColour() && !image.asStored() && ColourChunks.tellsOthers(bytes, type);
        boolean changed = !image.coding().isPlain() || Squares.areMeant(image.reference());
        if ((type == FileType.PNG || type == FileType.JPEG) && !others && !changed) {
            return new Encoded(key, title, type == FileType.PNG ? "image/png" : "image/jpeg", bytes);
        }
        Optional<Picture> picture = picture(use, role);
        return picture.isPresent()
                ? new Encoded(
                        (others ? "colours " : "")
                                + (Squares.areMeant(image.reference()) ? "squares " : "")
                                + image.coding().word()
                                + key,
                        title,
                        "image/png",
                        PngWriter.write(picture.get()))
                : null;
    }

    private @Nullable Encoded packed(@Nullable TextureUse rough, @Nullable TextureUse metal) {
        Picture r = picture(rough, Role.ROUGHNESS).orElse(null);
        Picture m = picture(metal, Role.METALLIC).orElse(null);
        Picture size = r != null ? r : m;
        if (size == null) {
            return null;
        }
        int w = size.width();
        int h = size.height();
        byte[] out = new byte[w * h * 3];
        for (int i = 0; i < w * h; i++) {
            out[i * 3] = (byte) 255;
            out[i * 3 + 1] = r == null ? (byte) 255 : at(r, i % w, i / w, w, h, 0);
            out[i * 3 + 2] = m == null ? (byte) 255 : at(m, i % w, i / w, w, h, 0);
        }
        String key = "packed " + identity(rough) + " " + identity(metal);
        return new Encoded(
                key, title(rough != null ? rough : metal), "image/png", PngWriter.write(Picture.ofBytes(w, h, 3, out)));
    }

    private @Nullable Encoded withOpacity(@Nullable TextureUse base, @Nullable TextureUse opacity) {
        Picture alpha = picture(opacity, Role.OPACITY).orElse(null);
        Picture colour = picture(base, Role.BASE_COLOR).orElse(null);
        if (alpha == null) {
            return null;
        }
        int w = colour != null ? colour.width() : alpha.width();
        int h = colour != null ? colour.height() : alpha.height();
        byte[] out = new byte[w * h * 4];
        for (int i = 0; i < w * h; i++) {
            for (int c = 0; c < 3; c++) {
                out[i * 4 + c] =
                        colour == null ? (byte) 255 : at(colour, i % w, i / w, w, h, colour.channels() >= 3 ? c : 0);
            }
            out[i * 4 + 3] = at(alpha, i % w, i / w, w, h, 0);
        }
        String key = "color " + identity(base) + " opacity " + identity(opacity);
        return new Encoded(
                key, title(base != null ? base : opacity), "image/png", PngWriter.write(Picture.ofBytes(w, h, 4, out)));
    }

    /** What a picture is, not what it is called: two models may both embed a "roughness.png". */
    private static String identity(@Nullable TextureUse use) {
        if (use == null) {
            return "none";
        }
        byte[] bytes = use.image().bytes();
        return use.image().coding().word()
                + (bytes != null ? digest(bytes) : use.image().shownName());
    }

    private static String digest(byte[] bytes) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        }
    }

    private static String title(@Nullable TextureUse use) {
        return use == null ? "" : use.image().shownName().replace('\\', '/').replaceAll("(?s).*/", "");
    }

    private static byte at(Picture p, int x, int y, int w, int h, int channel) {
        float value = p.value(x * p.width() / w, y * p.height() / h, channel);
        return (byte) Math.round(Math.max(0, Math.min(1, value)) * 255);
    }
}
