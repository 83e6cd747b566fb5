package yondershelf.format.materialx;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Material;
import yondershelf.content.MaterialFile;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Remarks;
import yondershelf.format.reading.Reading;
import yondershelf.format.reading.XmlText;
import yondershelf.references.Reach;
import yondershelf.words.Phrase;

/** Documents of MaterialX to materials: each surface material, or where there is none each surface shader. */
public final class MtlxReader {
    private static final int DEEPEST = 200;
    private static final long MOST_BYTES = 64 << 20;

    private MtlxReader() {}

    public static MaterialFile read(Path file, Reach reach) throws ProblemException {
        MtlxElement root = parse(file);
        List<Material> materials = new ArrayList<>();
        Set<String> notShown = new TreeSet<>();
        List<MtlxElement> surfaces = root.children().stream()
                .filter(e -> e.category().equals("surfacematerial"))
                .toList();
        for (MtlxElement surface : surfaces) {
            MtlxElement input = surface.input("surfaceshader");
            MtlxElement shader = input == null ? null : root.child(input.get("nodename"));
            add(shader, surface.name(), root, file, reach, materials, notShown);
            MtlxElement moved = surface.input("displacementshader");
            if (moved != null) {
                notShown.add("displacement");
            }
        }
        for (MtlxElement shader : root.children()) {
            if (surfaces.isEmpty() && shader.get("type").equals("surfaceshader")) {
                add(shader, shader.name(), root, file, reach, materials, notShown);
            }
        }
        if (materials.isEmpty()) {
            throw new Problem(
                            file.toString(),
                            notShown.isEmpty()
                                    ? Phrase.kept("format.there-is-no-material-in")
                                    : Phrase.kept("format.there-is-no-material-in-it", String.join(", ", notShown)),
                            Phrase.kept("format.export-it-as-standard-surface"))
                    .raise();
        }
        if (materials.size() > 1) {
            int more = materials.size() - 1;
            notShown.add(
                    more == 1
                            ? Phrase.kept("format.1-further-material")
                            : Phrase.kept("format.further-materials", more));
        }
        return new MaterialFile(materials, new Remarks(List.copyOf(notShown), List.of()));
    }

    private static void add(
            @Nullable MtlxElement shader,
            String name,
            MtlxElement root,
            Path file,
            Reach reach,
            List<Material> into,
            Set<String> notShown) {
        if (shader == null) {
            return;
        }
        MtlxGraph graph = new MtlxGraph(root, file, reach);
        Material material = MtlxSurfaces.material(shader, name, graph);
        if (material == null) {
            notShown.add(Phrase.kept("format.a-surface", shader.category()));
        } else {
            into.add(material);
            notShown.addAll(graph.notShown());
        }
    }

    private static MtlxElement parse(Path file) throws ProblemException {
        Deque<MtlxElement> open = new ArrayDeque<>();
        open.push(new MtlxElement("", Map.of()));
        try {
            Reading.requirePlain(file);
            if (Files.size(file) > MOST_BYTES) {
                throw Problem.of(file, Phrase.kept("format.it-is-larger-than-64"))
                        .raise();
            }
            try (InputStream in = Files.newInputStream(file)) {
                XMLStreamReader reader = XmlText.reader(in);
                while (reader.hasNext()) {
                    int event = reader.next();
                    if (event == XMLStreamConstants.START_ELEMENT) {
                        start(reader, open);
                    } else if (event == XMLStreamConstants.END_ELEMENT) {
                        open.pop();
                    }
                    if (open.size() > DEEPEST) {
                        throw Problem.of(file, Phrase.kept("format.the-file-is-broken-it"))
                                .raise();
                    }
                }
            }
        } catch (IOException e) {
            throw Reading.problem(file, e).raise(e);
        } catch (XMLStreamException e) {
            throw Problem.of(file, Phrase.kept("format.the-file-is-broken", Reading.firstLine(e)))
                    .raise(e);
        }
        MtlxElement root = open.element().children().get(0);
        if (!root.category().equals("materialx")) {
            throw Problem.of(file, Phrase.kept("format.it-is-xml-but-not")).raise();
        }
        return root;
    }

    private static void start(XMLStreamReader reader, Deque<MtlxElement> open) {
        Map<String, String> attributes = new HashMap<>();
        for (int i = 0; i < reader.getAttributeCount(); i++) {
            attributes.put(reader.getAttributeLocalName(i), reader.getAttributeValue(i));
        }
        MtlxElement element = new MtlxElement(reader.getLocalName(), attributes);
        open.element().add(element);
        open.push(element);
    }
}
