package yondershelf.format.materialx;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import yondershelf.content.Coding;
import yondershelf.content.MapReference;
import yondershelf.content.Role;
import yondershelf.content.Substance;

/**
 * A material made of maps as a MaterialX document (specification 1.38): one graph of pictures, and two surfaces that use it, standard
 * surface and glTF PBR. A height is an output of the graph that nothing uses: how high it is nobody said.
 */
public final class MtlxWriter {
    /**
     * Where a role goes.
     *
     * @param type of the input, which is also that of the graph's output
     * @param standard its name in standard surface, or empty
     * @param gltf its name in glTF PBR, or empty
     */
    private record Input(String type, String standard, String gltf) {}

    private static final Map<Role, Input> INPUTS = new EnumMap<>(Role.class);

    static {
        INPUTS.put(Role.BASE_COLOR, new Input("color3", "base_color", "base_color"));
        INPUTS.put(Role.ROUGHNESS, new Input("float", "specular_roughness", "roughness"));
        INPUTS.put(Role.METALLIC, new Input("float", "metalness", "metallic"));
        INPUTS.put(Role.OCCLUSION, new Input("float", "", "occlusion"));
        INPUTS.put(Role.NORMAL, new Input("vector3", "normal", "normal"));
        INPUTS.put(Role.HEIGHT, new Input("float", "", ""));
        INPUTS.put(Role.OPACITY, new Input("float", "opacity", "alpha"));
        INPUTS.put(Role.EMISSIVE, new Input("color3", "emission_color", "emissive"));
        INPUTS.put(Role.SPECULAR, new Input("float", "specular", "specular"));
        INPUTS.put(Role.SPECULAR_COLOR, new Input("color3", "specular_color", "specular_color"));
        INPUTS.put(Role.TRANSMISSION, new Input("float", "transmission", "transmission"));
        INPUTS.put(Role.THICKNESS, new Input("float", "", "thickness"));
        INPUTS.put(Role.CLEARCOAT, new Input("float", "coat", "clearcoat"));
        INPUTS.put(Role.CLEARCOAT_ROUGHNESS, new Input("float", "coat_roughness", "clearcoat_roughness"));
        INPUTS.put(Role.CLEARCOAT_NORMAL, new Input("vector3", "coat_normal", "clearcoat_normal"));
        INPUTS.put(Role.SHEEN_COLOR, new Input("color3", "sheen_color", "sheen_color"));
        INPUTS.put(Role.SHEEN_ROUGHNESS, new Input("float", "sheen_roughness", "sheen_roughness"));
    }

    private final XMLStreamWriter out;
    private final String graph;
    private final Substance substance;
    /** Outputs of the graph: their types by name, which is the role's. */
    private final Map<Role, String> outputs = new TreeMap<>();

    private int depth;

    private MtlxWriter(XMLStreamWriter out, String graph, Substance substance) {
        this.substance = substance;
        this.out = out;
        this.graph = graph;
    }

    public static byte[] write(String name, Map<Role, MapReference> maps, Substance substance) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try {
            XMLStreamWriter xml =
                    XMLOutputFactory.newFactory().createXMLStreamWriter(bytes, StandardCharsets.UTF_8.name());
            String plain = identifier(name);
            new MtlxWriter(xml, "maps_of_" + plain, substance).document(plain, new EnumMap<>(maps));
            xml.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException("writing to memory failed", e);
        }
        return bytes.toByteArray();
    }

    /** Names are letters, digits and underscores (specification, "MaterialX names"), no digit first. */
    private static String identifier(String name) {
        String out = name.replaceAll("[^A-Za-z0-9]+", "_").replaceAll("^_+|_+$", "");
        return out.isEmpty() || Character.isDigit(out.charAt(0)) ? "material_" + out : out;
    }

    private void document(String name, EnumMap<Role, MapReference> maps) throws XMLStreamException {
        out.writeStartDocument("UTF-8", "1.0");
        open("materialx", "version", "1.38", "colorspace", "lin_rec709");
        open("nodegraph", "name", graph);
        for (Map.Entry<Role, MapReference> map : maps.entrySet()) {
            if (map.getKey() == Role.PACKED) {
                packed(map.getValue());
            } else if (INPUTS.containsKey(map.getKey())) {
                single(map.getKey(), map.getValue());
            }
        }
        for (Map.Entry<Role, String> output : outputs.entrySet()) {
            Role role = output.getKey();
            empty("output", "name", word(role) + "_out", "type", input(role).type, "nodename", output.getValue());
        }
        close();
        surface("standard_surface", "standard_" + name, true);
        surface("gltf_pbr", "gltf_" + name, false);
        material(name, "standard_" + name);
        material(name + "_gltf", "gltf_" + name);
        close();
        out.writeEndDocument();
    }

    private static Input input(Role role) {
        return INPUTS.getOrDefault(role, new Input("float", "", ""));
    }

    /** A role's word as names here are written. */
    private static String word(Role role) {
        return role.name().toLowerCase(Locale.ROOT);
    }

    private void single(Role role, MapReference map) throws XMLStreamException {
        String word = word(role);
        String type = input(role).type;
        String coding = map.coding().word();
        if (role == Role.NORMAL || role == Role.CLEARCOAT_NORMAL) {
            picture(word + "_map", "vector3", map.file(), false);
            String upright = word + "_map";
            if (map.coding().equals(Coding.GREEN_DOWN)) {
                upright = turned(word);
            }
            node("normalmap", word, "vector3", "in", "vector3", upright);
        } else if (coding.equals(Coding.INVERTED.word())) {
            picture(word + "_map", type, map.file(), role.isColour());
            node("invert", word, type, "in", type, word + "_map");
        } else {
            picture(word, type, map.file(), role.isColour());
        }
        outputs.put(role, word);
    }

    /** Green the other way round. */
    private String turned(String word) throws XMLStreamException {
        String map = word + "_map";
        channel(map, word + "_x", 0, "vector3");
        channel(map, word + "_down", 1, "vector3");
        channel(map, word + "_z", 2, "vector3");
        node("invert", word + "_y", "float", "in", "float", word + "_down");
        open("combine3", "name", word + "_up", "type", "vector3");
        empty("input", "name", "in1", "type", "float", "nodename", word + "_x");
        empty("input", "name", "in2", "type", "float", "nodename", word + "_y");
        empty("input", "name", "in3", "type", "float", "nodename", word + "_z");
        close();
        return word + "_up";
    }

    private void packed(MapReference map) throws XMLStreamException {
        String order = map.coding().isPlain() ? "orm" : map.coding().word();
        String type = order.length() > 3 ? "vector4" : "vector3";
        picture("packed_map", type, map.file(), false);
        Map<Character, Role> roles = new LinkedHashMap<>();
        roles.put('o', Role.OCCLUSION);
        roles.put('r', Role.ROUGHNESS);
        roles.put('m', Role.METALLIC);
        roles.put('s', Role.ROUGHNESS);
        for (int i = 0; i < order.length(); i++) {
            Role role = roles.get(order.charAt(i));
            if (role == null || outputs.containsKey(role)) {
                continue;
            }
            boolean smooth = order.charAt(i) == 's';
            channel("packed_map", word(role) + (smooth ? "_smooth" : ""), i, type);
            if (smooth) {
                node("invert", word(role), "float", "in", "float", word(role) + "_smooth");
            }
            outputs.put(role, word(role));
        }
    }

    private void channel(String from, String name, int index, String type) throws XMLStreamException {
        open("extract", "name", name, "type", "float");
        empty("input", "name", "in", "type", type, "nodename", from);
        empty("input", "name", "index", "type", "integer", "value", String.valueOf(index));
        close();
    }

    private void picture(String name, String type, String file, boolean colour) throws XMLStreamException {
        open("image", "name", name, "type", type);
        if (colour) {
            empty("input", "name", "file", "type", "filename", "value", file, "colorspace", "srgb_texture");
        } else {
            empty("input", "name", "file", "type", "filename", "value", file);
        }
        close();
    }

    private void node(String category, String name, String type, String input, String inputType, String from)
            throws XMLStreamException {
        open(category, "name", name, "type", type);
        empty("input", "name", input, "type", inputType, "nodename", from);
        close();
    }

    private void surface(String category, String name, boolean standard) throws XMLStreamException {
        open(category, "name", name, "type", "surfaceshader");
        for (Role role : outputs.keySet()) {
            Input into = input(role);
            String input = standard ? into.standard : into.gltf;
            if (input.isEmpty()) {
                continue;
            }
            if (standard && role == Role.OPACITY) {
                // a colour there
                empty("input", "name", input, "type", "color3", "nodename", "opacity_of_standard");
            } else {
                empty("input", "name", input, "type", into.type, "nodegraph", graph, "output", word(role) + "_out");
            }
        }
        if (outputs.containsKey(Role.EMISSIVE) && standard) {
            value("emission", "float", "1");
        }
        if (outputs.containsKey(Role.SHEEN_COLOR) && standard) {
            value("sheen", "float", "1");
        }
        constants(standard);
        if (outputs.containsKey(Role.OPACITY) && !standard) {
            value("alpha_mode", "integer", "2");
        }
        close();
        if (outputs.containsKey(Role.OPACITY) && standard) {
            open("convert", "name", "opacity_of_standard", "type", "color3");
            empty("input", "name", "in", "type", "float", "nodegraph", graph, "output", "opacity_out");
            close();
        }
    }

    /** What no map says, as the preset has it. */
    private void constants(boolean standard) throws XMLStreamException {
        boolean metal = substance == Substance.METAL;
        if (!outputs.containsKey(Role.METALLIC) && (metal || !standard)) {
            value(standard ? "metalness" : "metallic", "float", metal ? "1" : "0");
        }
        String roughness = standard ? "specular_roughness" : "roughness";
        if (substance == Substance.CLOTH) {
            if (!outputs.containsKey(Role.ROUGHNESS)) {
                value(roughness, "float", "0.9");
            }
            if (!outputs.containsKey(Role.SHEEN_COLOR)) {
                value("sheen_color", "color3", "0.4, 0.4, 0.4");
                if (standard) {
                    value("sheen", "float", "1");
                }
            }
            if (!outputs.containsKey(Role.SHEEN_ROUGHNESS)) {
                value("sheen_roughness", "float", "0.5");
            }
        }
        if (substance == Substance.GLASS) {
            if (!outputs.containsKey(Role.ROUGHNESS)) {
                value(roughness, "float", "0");
            }
            if (!outputs.containsKey(Role.TRANSMISSION)) {
                value("transmission", "float", "1");
            }
            // crown glass
            value(standard ? "specular_IOR" : "ior", "float", "1.52");
        }
    }

    private void value(String name, String type, String value) throws XMLStreamException {
        empty("input", "name", name, "type", type, "value", value);
    }

    private void material(String name, String shader) throws XMLStreamException {
        open("surfacematerial", "name", name, "type", "material");
        empty("input", "name", "surfaceshader", "type", "surfaceshader", "nodename", shader);
        close();
    }

    private void open(String element, String... attributes) throws XMLStreamException {
        line();
        out.writeStartElement(element);
        attributes(attributes);
        depth++;
    }

    private void empty(String element, String... attributes) throws XMLStreamException {
        line();
        out.writeEmptyElement(element);
        attributes(attributes);
    }

    private void attributes(String... attributes) throws XMLStreamException {
        for (int i = 0; i + 1 < attributes.length; i += 2) {
            out.writeAttribute(attributes[i], attributes[i + 1]);
        }
    }

    private void close() throws XMLStreamException {
        depth--;
        line();
        out.writeEndElement();
    }

    private void line() throws XMLStreamException {
        out.writeCharacters("\n" + "  ".repeat(depth));
    }
}
