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

/** FBX 7.4 as text, in centimetres, its materials in properties that begin with a word of the workshop's own. */
final class FbxText {
    private static final String WORD = "Workshop";

    private final Model model;
    private final Path file;
    private final StringBuilder objects = new StringBuilder();
    private final StringBuilder connections = new StringBuilder("C: \"OO\",2,0\nC: \"OO\",1,2\n");
    private int next = 100;

    private FbxText(Model model, Path file) {
        this.model = model;
        this.file = file;
    }

    /** @param maps folder of the pictures, beside the file */
    static void write(Model model, Path file, String maps) throws IOException {
        ModelFiles.write(file, new FbxText(model, file).text(maps).getBytes(StandardCharsets.UTF_8));
    }

    private String text(String maps) throws IOException {
        geometry();
        objects.append("Model: 2, \"Model::").append(model.name()).append("\", \"Mesh\" { Version: 232\n}\n");
        for (Part part : model.meshes().get(0).parts()) {
            material(model.materials().get(part.material()), maps);
        }
        return "; FBX 7.4.0 project file\nFBXHeaderExtension:  { FBXHeaderVersion: 1003\n FBXVersion: 7400\n}\n"
                + "GlobalSettings:  { Version: 1000\n Properties70:  {\n"
                + "  P: \"UpAxis\", \"int\", \"Integer\", \"\",1\n  P: \"UpAxisSign\", \"int\", \"Integer\", \"\",1\n"
                + "  P: \"FrontAxis\", \"int\", \"Integer\", \"\",2\n  P: \"FrontAxisSign\", \"int\", \"Integer\", \"\",1\n"
                + "  P: \"CoordAxis\", \"int\", \"Integer\", \"\",0\n  P: \"CoordAxisSign\", \"int\", \"Integer\", \"\",1\n"
                + "  P: \"UnitScaleFactor\", \"double\", \"Number\", \"\",1\n }\n}\nObjects:  {\n" + objects
                + "}\nConnections:  {\n" + connections + "}\n";
    }

    private void geometry() {
        StringBuilder positions = new StringBuilder();
        StringBuilder normals = new StringBuilder();
        StringBuilder uvs = new StringBuilder();
        StringBuilder faces = new StringBuilder();
        StringBuilder corners = new StringBuilder();
        StringBuilder worn = new StringBuilder();
        int offset = 0;
        int count = 0;
        int number = 0;
        for (Part part : model.meshes().get(0).parts()) {
            float[] n = part.normals();
            float[] t = part.uvs();
            if (n == null || t == null) {
                throw new IllegalArgumentException("a part without normals or UVs");
            }
            for (int i = 0; i < part.vertexCount(); i++) {
                for (int k = 0; k < 3; k++) {
                    add(positions, "%.4f", part.positions()[i * 3 + k] * 100);
                }
                add(uvs, "%.5f", t[i * 2]);
                add(uvs, "%.5f", 1 - t[i * 2 + 1]);
            }
            int[] indices = part.indices();
            for (int i = 0; i < indices.length; i++) {
                int vertex = indices[i] + offset;
                comma(faces).append(i % 3 == 2 ? ~vertex : vertex);
                comma(corners).append(vertex);
                for (int k = 0; k < 3; k++) {
                    add(normals, "%.4f", n[indices[i] * 3 + k]);
                }
                if (i % 3 == 0) {
                    comma(worn).append(number);
                }
            }
            offset += part.vertexCount();
            count += indices.length;
            number++;
        }
        objects.append("Geometry: 1, \"Geometry::\", \"Mesh\" {\n");
        array("Vertices", offset * 3, positions);
        array("PolygonVertexIndex", count, faces);
        objects.append("GeometryVersion: 124\nLayerElementNormal: 0 { Version: 101\n Name: \"\"\n")
                .append(" MappingInformationType: \"ByPolygonVertex\"\n ReferenceInformationType: \"Direct\"\n");
        array("Normals", count * 3, normals);
        objects.append("}\nLayerElementUV: 0 { Version: 101\n Name: \"map\"\n")
                .append(" MappingInformationType: \"ByPolygonVertex\"\n ReferenceInformationType: \"IndexToDirect\"\n");
        array("UV", offset * 2, uvs);
        array("UVIndex", count, corners);
        objects.append("}\nLayerElementMaterial: 0 { Version: 101\n Name: \"\"\n")
                .append(" MappingInformationType: \"ByPolygon\"\n ReferenceInformationType: \"IndexToDirect\"\n");
        array("Materials", count / 3, worn);
        objects.append("}\nLayer: 0 { Version: 100\n");
        for (String element : new String[] {"Normal", "UV", "Material"}) {
            objects.append(" LayerElement:  { Type: \"LayerElement")
                    .append(element)
                    .append("\"\n  TypedIndex: 0\n }\n");
        }
        objects.append("}\n}\n");
    }

    private static StringBuilder comma(StringBuilder out) {
        return out.isEmpty() ? out : out.append(',');
    }

    private static void add(StringBuilder out, String form, double value) {
        comma(out).append(String.format(Locale.ROOT, form, value));
    }

    private void array(String name, int count, StringBuilder values) {
        objects.append(name)
                .append(": *")
                .append(count)
                .append(" { a: ")
                .append(values)
                .append("\n}\n");
    }

    private void material(Material m, String maps) throws IOException {
        int id = next++;
        objects.append(String.format(
                Locale.ROOT,
                "Material: %d, \"Material::%s\", \"\" { Version: 102%n ShadingModel: \"unknown\"%n Properties70:  {%n"
                        + "  P: \"%s\", \"Compound\", \"\", \"\"%n"
                        + "  P: \"%s|baseColor\", \"Color\", \"\", \"A\",%.4f,%.4f,%.4f%n"
                        + "  P: \"%s|metalness\", \"Number\", \"\", \"A\",%.3f%n"
                        + "  P: \"%s|roughness\", \"Number\", \"\", \"A\",%.3f%n }%n}%n",
                id,
                m.name(),
                WORD,
                WORD,
                m.red(),
                m.green(),
                m.blue(),
                WORD,
                m.metallic(),
                WORD,
                m.roughness()));
        connections.append("C: \"OO\",").append(id).append(",2\n");
        for (Map.Entry<Role, TextureUse> map : m.maps().entrySet()) {
            byte[] bytes = map.getValue().image().bytes();
            if (bytes == null) {
                continue;
            }
            String picture = model.name() + "_" + m.name().replace(' ', '_') + "_"
                    + map.getKey().word().toLowerCase(Locale.ROOT) + ".png";
            ModelFiles.write(file.resolveSibling(maps).resolve(picture), bytes);
            int texture = next++;
            objects.append("Texture: ")
                    .append(texture)
                    .append(
                            ", \"Texture::map\", \"\" { Type: \"TextureVideoClip\"\n Version: 202\n RelativeFilename: \"")
                    .append(maps)
                    .append('/')
                    .append(picture)
                    .append("\"\n FileName: \"")
                    .append(picture)
                    .append("\"\n}\n");
            for (String property : switch (map.getKey()) {
                case BASE_COLOR -> new String[] {"baseColor"};
                case NORMAL -> new String[] {"normalMap"};
                case PACKED -> new String[] {"metalness", "roughness"};
                case ROUGHNESS -> new String[] {"roughness"};
                default -> new String[0];
            }) {
                connections.append(
                        String.format(Locale.ROOT, "C: \"OP\",%d,%d,\"%s|%s\"%n", texture, id, WORD, property));
            }
        }
    }
}
