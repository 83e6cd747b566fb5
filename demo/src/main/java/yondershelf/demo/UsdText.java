package yondershelf.demo;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Map;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;

/** USD as text, in centimetres: a mesh for each material, with preview surfaces. */
final class UsdText {
    private final StringBuilder out = new StringBuilder();
    private final Path file;
    private final String maps;

    private UsdText(Path file, String maps) {
        this.file = file;
        this.maps = maps;
    }

    /** @param maps folder of the pictures, beside the file */
    static void write(Model model, Path file, String maps) throws IOException {
        ModelFiles.write(file, new UsdText(file, maps).text(model).getBytes(StandardCharsets.UTF_8));
    }

    private String text(Model model) throws IOException {
        out.append("#usda 1.0\n(\n    defaultPrim = \"")
                .append(model.name())
                .append("\"\n    metersPerUnit = 0.01\n    upAxis = \"Y\"\n)\n\ndef Xform \"")
                .append(model.name())
                .append("\"\n{\n");
        for (Part part : model.meshes().get(0).parts()) {
            mesh(part, "/" + model.name() + "/Looks/" + name(model.materials().get(part.material())));
        }
        out.append("    def Scope \"Looks\"\n    {\n");
        for (Material material : model.materials()) {
            look(material, "/" + model.name() + "/Looks/" + name(material));
        }
        return out.append("    }\n}\n").toString();
    }

    private static String name(Material material) {
        return material.name().replace(' ', '_');
    }

    private void mesh(Part part, String look) {
        float[] n = part.normals();
        float[] t = part.uvs();
        if (n == null || t == null) {
            throw new IllegalArgumentException("a part without normals or UVs");
        }
        out.append("    def Mesh \"")
                .append(look.substring(look.lastIndexOf('/') + 1))
                .append("_faces\"\n    {\n        uniform token subdivisionScheme = \"none\"\n")
                .append("        rel material:binding = <")
                .append(look)
                .append(">\n        int[] faceVertexCounts = [");
        for (int i = 0; i < part.triangleCount(); i++) {
            out.append(i == 0 ? "3" : ", 3");
        }
        out.append("]\n        int[] faceVertexIndices = [");
        for (int i = 0; i < part.indices().length; i++) {
            out.append(i == 0 ? "" : ", ").append(part.indices()[i]);
        }
        out.append("]\n");
        tuples("point3f[] points", part.positions(), 3, 100, "");
        tuples("normal3f[] normals", n, 3, 1, " ( interpolation = \"vertex\" )");
        float[] up = t.clone();
        for (int i = 1; i < up.length; i += 2) {
            up[i] = 1 - up[i];
        }
        tuples("texCoord2f[] primvars:st", up, 2, 1, " ( interpolation = \"vertex\" )");
        out.append("    }\n");
    }

    private void tuples(String name, float[] values, int size, double scale, String about) {
        out.append("        ").append(name).append(" = [");
        for (int i = 0; i < values.length; i += size) {
            out.append(i == 0 ? "(" : ", (");
            for (int k = 0; k < size; k++) {
                out.append(k == 0 ? "" : ", ").append(String.format(Locale.ROOT, "%.5g", values[i + k] * scale));
            }
            out.append(')');
        }
        out.append(']').append(about).append('\n');
    }

    private void look(Material m, String path) throws IOException {
        StringBuilder inputs = new StringBuilder();
        StringBuilder shaders = new StringBuilder();
        for (Map.Entry<Role, TextureUse> map : m.maps().entrySet()) {
            byte[] bytes = map.getValue().image().bytes();
            if (bytes == null) {
                continue;
            }
            String shader = map.getKey().word();
            String picture = name(m) + "_" + shader.toLowerCase(Locale.ROOT) + ".png";
            ModelFiles.write(file.resolveSibling(maps).resolve(picture), bytes);
            String from = " = <" + path + "/" + shader + ".outputs:";
            inputs.append(
                    switch (map.getKey()) {
                        case BASE_COLOR -> "color3f inputs:diffuseColor.connect" + from + "rgb>\n";
                        case NORMAL -> "normal3f inputs:normal.connect" + from + "rgb>\n";
                        case ROUGHNESS -> "float inputs:roughness.connect" + from + "r>\n";
                        case PACKED ->
                            "float inputs:roughness.connect" + from + "g>\nfloat inputs:metallic.connect" + from
                                    + "b>\n";
                        default -> "";
                    });
            shaders.append("def Shader \"")
                    .append(shader)
                    .append("\" {\nuniform token info:id = \"UsdUVTexture\"\nasset inputs:file = @./")
                    .append(maps)
                    .append('/')
                    .append(picture)
                    .append("@\nfloat2 inputs:st.connect = <")
                    .append(path)
                    .append("/st.outputs:result>\n}\n");
        }
        if (inputs.isEmpty()) {
            inputs.append(String.format(
                    Locale.ROOT,
                    "color3f inputs:diffuseColor = (%.3f, %.3f, %.3f)%nfloat inputs:roughness = %.3f%n",
                    m.red(),
                    m.green(),
                    m.blue(),
                    m.roughness()));
        }
        out.append("def Material \"")
                .append(name(m))
                .append("\" {\ntoken outputs:surface.connect = <")
                .append(path)
                .append("/surface.outputs:surface>\ndef Shader \"surface\" {\n")
                .append("uniform token info:id = \"UsdPreviewSurface\"\n")
                .append(inputs)
                .append(
                        "token outputs:surface\n}\ndef Shader \"st\" {\nuniform token info:id = \"UsdPrimvarReader_float2\"\n")
                .append("string inputs:varname = \"st\"\nfloat2 outputs:result\n}\n")
                .append(shaders)
                .append("}\n");
    }
}
