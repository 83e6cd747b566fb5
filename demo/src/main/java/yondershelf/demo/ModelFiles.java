package yondershelf.demo;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Map;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.format.Formats;
import yondershelf.format.reading.SceneNotes;

/** Writes the demo's models in the formats packs come in. One mesh at the origin each. */
final class ModelFiles {
    private ModelFiles() {}

    static void glb(Model model, Path file) throws IOException, ProblemException {
        write(file, Formats.glb(model, SceneNotes.none(), new Formats()));
    }

    /** glTF with its buffer and textures beside it; textures go to the given folder, named after the model. */
    static void gltf(Model model, Path file, String textureFolder, String referenced)
            throws IOException, ProblemException {
        Model bare = model.withMaterials(
                model.materials().stream().map(m -> m.withMaps(Map.of())).toList());
        ByteBuffer glb = ByteBuffer.wrap(Formats.glb(bare, SceneNotes.none(), new Formats()))
                .order(ByteOrder.LITTLE_ENDIAN);
        int jsonLength = glb.getInt(12);
        ObjectNode json = (ObjectNode) new ObjectMapper().readTree(glb.array(), 20, jsonLength);
        byte[] binary = new byte[json.path("buffers").get(0).path("byteLength").asInt()];
        glb.get(20 + jsonLength + 8, binary);
        String name = base(file);
        write(file.resolveSibling(name + ".bin"), binary);
        ((ObjectNode) json.path("buffers").get(0)).put("uri", name + ".bin");
        ArrayNode images = json.putArray("images");
        ArrayNode textures = json.putArray("textures");
        for (int i = 0; i < model.materials().size(); i++) {
            Material material = model.materials().get(i);
            JsonNode target = json.path("materials").get(i);
            for (Map.Entry<Role, TextureUse> map : material.maps().entrySet()) {
                byte[] bytes = map.getValue().image().bytes();
                if (bytes == null || !(target instanceof ObjectNode out)) {
                    continue;
                }
                String picture = name + "_" + map.getKey().word().toLowerCase(Locale.ROOT)
                        + (model.materials().size() > 1 ? "_" + material.name().replace(' ', '_') : "") + ".png";
                write(file.resolveSibling(textureFolder).resolve(picture), bytes);
                images.addObject().put("uri", referenced + "/" + picture);
                textures.addObject().put("source", images.size() - 1);
                ObjectNode pbr = (ObjectNode) out.path("pbrMetallicRoughness");
                ObjectNode info = switch (map.getKey()) {
                    case BASE_COLOR -> pbr.putObject("baseColorTexture");
                    case PACKED -> pbr.putObject("metallicRoughnessTexture");
                    case NORMAL -> out.putObject("normalTexture");
                    default -> out.putObject("occlusionTexture");
                };
                info.put("index", textures.size() - 1);
            }
        }
        write(file, new ObjectMapper().writerWithDefaultPrettyPrinter().writeValueAsBytes(json));
    }

    /** Wavefront OBJ with a material file; pictures go to {@code pictures}, references begin with {@code referenced}. */
    static void obj(Model model, Path file, String pictures, String referenced) throws IOException {
        String name = base(file);
        StringBuilder out = new StringBuilder("mtllib " + name + ".mtl\no " + name + "\n");
        StringBuilder mtl = new StringBuilder();
        int offset = 1;
        for (Part part : model.meshes().get(0).parts()) {
            Material material = model.materials().get(part.material());
            String worn = material.name().replace(' ', '_');
            material(material, worn, mtl, file, pictures, referenced);
            float[] p = part.positions();
            float[] n = part.normals();
            float[] t = part.uvs();
            if (n == null || t == null) {
                throw new IllegalArgumentException("a part without normals or UVs");
            }
            for (int i = 0; i < part.vertexCount(); i++) {
                line(out, "v", p[i * 3], p[i * 3 + 1], p[i * 3 + 2]);
            }
            for (int i = 0; i < part.vertexCount(); i++) {
                out.append(String.format(Locale.ROOT, "vt %.5f %.5f%n", t[i * 2], 1 - t[i * 2 + 1]));
            }
            for (int i = 0; i < part.vertexCount(); i++) {
                line(out, "vn", n[i * 3], n[i * 3 + 1], n[i * 3 + 2]);
            }
            out.append("usemtl ").append(worn).append('\n');
            int[] x = part.indices();
            for (int i = 0; i < x.length; i += 3) {
                out.append('f');
                for (int k = 0; k < 3; k++) {
                    int v = x[i + k] + offset;
                    out.append(' ').append(v).append('/').append(v).append('/').append(v);
                }
                out.append('\n');
            }
            offset += part.vertexCount();
        }
        write(file, out.toString().replace("\r\n", "\n").getBytes(StandardCharsets.UTF_8));
        write(file.resolveSibling(name + ".mtl"), mtl.toString().getBytes(StandardCharsets.UTF_8));
    }

    private static void material(
            Material m, String worn, StringBuilder mtl, Path file, String pictures, String referenced)
            throws IOException {
        mtl.append("newmtl ").append(worn).append('\n');
        line(mtl, "Kd", (float) m.red(), (float) m.green(), (float) m.blue());
        mtl.append("Pr 0.7\nPm 0\n");
        for (Map.Entry<Role, TextureUse> map : m.maps().entrySet()) {
            byte[] bytes = map.getValue().image().bytes();
            String key = map.getKey() == Role.BASE_COLOR ? "map_Kd" : map.getKey() == Role.NORMAL ? "norm" : "";
            if (bytes == null || key.isEmpty()) {
                continue;
            }
            String picture = worn + "_" + map.getKey().word().toLowerCase(Locale.ROOT) + ".png";
            write(file.resolveSibling(pictures).resolve(picture), bytes);
            mtl.append(key).append(' ').append(referenced).append(picture).append('\n');
        }
        mtl.append('\n');
    }

    private static void line(StringBuilder out, String key, float x, float y, float z) {
        out.append(String.format(Locale.ROOT, "%s %.5f %.5f %.5f\n", key, x, y, z));
    }

    /** Binary STL in millimetres, +Z up, as printing programs write it. */
    static void stl(Model model, Path file) throws IOException {
        int count = (int) model.triangleCount();
        ByteBuffer out = ByteBuffer.allocate(84 + count * 50).order(ByteOrder.LITTLE_ENDIAN);
        out.position(80);
        out.putInt(count);
        for (Part part : model.meshes().get(0).parts()) {
            float[] p = part.positions();
            for (int i = 0; i < part.indices().length; i += 3) {
                out.putFloat(0).putFloat(0).putFloat(0);
                for (int k = 0; k < 3; k++) {
                    int v = part.indices()[i + k] * 3;
                    out.putFloat(p[v] * 1000).putFloat(-p[v + 2] * 1000).putFloat(p[v + 1] * 1000);
                }
                out.putShort((short) 0);
            }
        }
        write(file, out.array());
    }

    /** Binary PLY with a colour at each vertex, as scanners write it. */
    static void ply(Model model, Path file, int seed) throws IOException {
        Part part = model.meshes().get(0).parts().get(0);
        String head = "ply\nformat binary_little_endian 1.0\nelement vertex " + part.vertexCount()
                + "\nproperty float x\nproperty float y\nproperty float z\nproperty float nx\nproperty float ny\n"
                + "property float nz\nproperty uchar red\nproperty uchar green\nproperty uchar blue\nelement face "
                + part.triangleCount() + "\nproperty list uchar int vertex_indices\nend_header\n";
        ByteBuffer out = ByteBuffer.allocate(part.vertexCount() * 27 + part.triangleCount() * 13)
                .order(ByteOrder.LITTLE_ENDIAN);
        float[] n = part.normals();
        if (n == null) {
            throw new IllegalArgumentException("a part without normals");
        }
        for (int i = 0; i < part.vertexCount(); i++) {
            double tone = 0;
            for (int k = 0; k < 3; k++) {
                out.putFloat(part.positions()[i * 3 + k]);
                tone += part.positions()[i * 3 + k] * (k + 2.3);
            }
            for (int k = 0; k < 3; k++) {
                out.putFloat(n[i * 3 + k]);
            }
            double k = 0.75 + 0.25 * Noise.fractal(tone - Math.floor(tone), n[i * 3] * 0.5 + 0.5, 12, 12, 3, seed);
            double moss = Noise.smooth(0.5, 0.95, n[i * 3 + 1]) * 0.7;
            out.put((byte) (k * Noise.mix(142, 112, moss)));
            out.put((byte) (k * Noise.mix(136, 128, moss)));
            out.put((byte) (k * Noise.mix(128, 74, moss)));
        }
        for (int i = 0; i < part.indices().length; i += 3) {
            out.put((byte) 3);
            out.putInt(part.indices()[i]).putInt(part.indices()[i + 1]).putInt(part.indices()[i + 2]);
        }
        ByteArrayOutputStream whole = new ByteArrayOutputStream();
        whole.writeBytes(head.getBytes(StandardCharsets.US_ASCII));
        whole.writeBytes(out.array());
        write(file, whole.toByteArray());
    }

    /** COLLADA 1.4.1 in centimetres. */
    static void collada(Model model, Path file, String pictures) throws IOException {
        StringBuilder images = new StringBuilder();
        StringBuilder effects = new StringBuilder();
        StringBuilder materials = new StringBuilder();
        StringBuilder bindings = new StringBuilder();
        StringBuilder geometry = new StringBuilder();
        StringBuilder triangles = new StringBuilder();
        StringBuilder positions = new StringBuilder();
        StringBuilder normals = new StringBuilder();
        StringBuilder uvs = new StringBuilder();
        int offset = 0;
        for (Part part : model.meshes().get(0).parts()) {
            Material m = model.materials().get(part.material());
            String id = m.name().replace(' ', '_');
            TextureUse base = m.maps().get(Role.BASE_COLOR);
            byte[] bytes = base == null ? null : base.image().bytes();
            String look = String.format(Locale.ROOT, "<color>%.3f %.3f %.3f 1</color>", m.red(), m.green(), m.blue());
            String newparams = "";
            if (bytes != null) {
                String picture = base(file) + "_" + id + "_diffuse.png";
                write(file.resolveSibling(pictures).resolve(picture), bytes);
                images.append("<image id=\"")
                        .append(id)
                        .append("-image\"><init_from>")
                        .append(pictures)
                        .append('/')
                        .append(picture)
                        .append("</init_from></image>\n");
                newparams = "<newparam sid=\"s\"><surface type=\"2D\"><init_from>" + id
                        + "-image</init_from></surface></newparam><newparam sid=\"t\"><sampler2D><source>s</source>"
                        + "</sampler2D></newparam>";
                look = "<texture texture=\"t\" texcoord=\"UV\"/>";
            }
            effects.append("<effect id=\"")
                    .append(id)
                    .append("-effect\"><profile_COMMON>")
                    .append(newparams)
                    .append("<technique sid=\"common\"><lambert><diffuse>")
                    .append(look)
                    .append("</diffuse></lambert></technique></profile_COMMON></effect>\n");
            materials
                    .append("<material id=\"")
                    .append(id)
                    .append("\" name=\"")
                    .append(m.name())
                    .append("\"><instance_effect url=\"#")
                    .append(id)
                    .append("-effect\"/></material>\n");
            bindings.append("<instance_material symbol=\"")
                    .append(id)
                    .append("\" target=\"#")
                    .append(id)
                    .append("\"><bind_vertex_input semantic=\"UV\" input_semantic=\"TEXCOORD\" input_set=\"0\"/>")
                    .append("</instance_material>");
            numbers(positions, part.positions(), 100, 3);
            float[] n = part.normals();
            float[] t = part.uvs();
            if (n == null || t == null) {
                throw new IllegalArgumentException("a part without normals or UVs");
            }
            numbers(normals, n, 1, 3);
            for (int i = 0; i < t.length; i += 2) {
                uvs.append(String.format(Locale.ROOT, "%.5f %.5f ", t[i], 1 - t[i + 1]));
            }
            triangles
                    .append("<triangles material=\"")
                    .append(id)
                    .append("\" count=\"")
                    .append(part.triangleCount())
                    .append("\"><input semantic=\"VERTEX\" source=\"#v\" offset=\"0\"/>")
                    .append("<input semantic=\"NORMAL\" source=\"#n\" offset=\"0\"/>")
                    .append("<input semantic=\"TEXCOORD\" source=\"#t\" offset=\"0\" set=\"0\"/><p>");
            for (int index : part.indices()) {
                triangles.append(index + offset).append(' ');
            }
            triangles.append("</p></triangles>\n");
            offset += part.vertexCount();
        }
        source(geometry, "p", positions, offset, "XYZ");
        source(geometry, "n", normals, offset, "XYZ");
        source(geometry, "t", uvs, offset, "ST");
        String out = "<?xml version=\"1.0\" encoding=\"utf-8\"?>\n"
                + "<COLLADA xmlns=\"http://www.collada.org/2005/11/COLLADASchema\" version=\"1.4.1\">\n"
                + "<asset><unit name=\"centimeter\" meter=\"0.01\"/><up_axis>Y_UP</up_axis></asset>\n"
                + "<library_images>\n" + images + "</library_images>\n<library_effects>\n" + effects
                + "</library_effects>\n<library_materials>\n" + materials
                + "</library_materials>\n<library_geometries><geometry id=\"g\"><mesh>\n" + geometry
                + "<vertices id=\"v\"><input semantic=\"POSITION\" source=\"#p\"/></vertices>\n" + triangles
                + "</mesh></geometry></library_geometries>\n<library_visual_scenes><visual_scene id=\"scene\"><node id=\""
                + base(file) + "\"><instance_geometry url=\"#g\"><bind_material><technique_common>" + bindings
                + "</technique_common></bind_material></instance_geometry></node></visual_scene></library_visual_scenes>\n"
                + "<scene><instance_visual_scene url=\"#scene\"/></scene>\n</COLLADA>\n";
        write(file, out.getBytes(StandardCharsets.UTF_8));
    }

    private static void numbers(StringBuilder out, float[] values, double scale, int each) {
        for (int i = 0; i < values.length / each * each; i++) {
            out.append(String.format(Locale.ROOT, "%.4f ", values[i] * scale));
        }
    }

    private static void source(StringBuilder out, String id, StringBuilder values, int count, String params) {
        int stride = params.length();
        out.append("<source id=\"")
                .append(id)
                .append("\"><float_array id=\"")
                .append(id)
                .append("-a\" count=\"")
                .append(count * stride)
                .append("\">")
                .append(values)
                .append("</float_array><technique_common><accessor source=\"#")
                .append(id)
                .append("-a\" count=\"")
                .append(count)
                .append("\" stride=\"")
                .append(stride)
                .append("\">");
        for (String c : params.split("")) {
            out.append("<param name=\"").append(c).append("\" type=\"float\"/>");
        }
        out.append("</accessor></technique_common></source>\n");
    }

    private static String base(Path file) {
        String name = String.valueOf(file.getFileName());
        return name.substring(0, name.lastIndexOf('.'));
    }

    static void write(Path file, byte[] bytes) throws IOException {
        Files.createDirectories(file.getParent());
        Files.write(file, bytes);
    }
}
