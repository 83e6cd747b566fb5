package yondershelf.format.model;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import yondershelf.content.Bounds;
import yondershelf.content.Transform;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.Reading;
import yondershelf.format.reading.XmlText;

/**
 * The unit of model files whose native reader does not tell it. Where a file does not say, the usual one of its format is taken
 * (common practice, no source) unless the thing would be of an impossible size.
 *
 * @param assumed true when the file does not say
 */
public record ModelUnits(LengthUnit unit, boolean assumed) {
    private static final int HEAD_LINES = 60;
    private static final Pattern COMMENT =
            Pattern.compile("#.*?\\bunits?\\b(?:\\s+(?:are|is|in))?\\s*[:=]?\\s*([A-Za-z]+)", Pattern.CASE_INSENSITIVE);

    /** @param box around the vertices in the file's own unit */
    public static ModelUnits of(Path file, FileType type, Bounds box) {
        Optional<LengthUnit> said = switch (type) {
            case THREE_MF -> said3mf(file);
            case OBJ -> saidObj(file);
            default -> Optional.empty();
        };
        if (said.isPresent()) {
            return new ModelUnits(said.get(), false);
        }
        double longest = Math.max(box.sizeX(), Math.max(box.sizeY(), box.sizeZ()));
        return new ModelUnits(EverydaySizes.likely(Reading.baseName(file), longest, candidates(type)), true);
    }

    /**
     * From this unit and the upright of the format to metres, +Y up. 3MF has +Z up (core specification, 2.3), STL too (common
     * practice, no source).
     *
     * @param assumptions is told what the file does not say
     */
    public Transform toMetres(FileType type, List<String> assumptions) {
        if (assumed) {
            assumptions.add(unit.title());
        }
        if (type == FileType.STL) {
            assumptions.add("+Z up");
        } else if (type == FileType.OBJ || type == FileType.PLY) {
            assumptions.add("+Y up");
        }
        Transform scale = Transform.scale(unit.metres());
        boolean zUp = type == FileType.STL || type == FileType.THREE_MF;
        return zUp ? Transform.rotation(1, 0, 0, -Math.PI / 2).after(scale) : scale;
    }

    private static List<LengthUnit> candidates(FileType type) {
        return type == FileType.STL
                ? List.of(LengthUnit.MILLIMETRE, LengthUnit.METRE, LengthUnit.CENTIMETRE, LengthUnit.INCH)
                : List.of(LengthUnit.METRE, LengthUnit.CENTIMETRE, LengthUnit.MILLIMETRE);
    }

    /** Exporters write it as a comment near the top: "# Units: cm", "# File units = centimeters". */
    private static Optional<LengthUnit> saidObj(Path file) {
        try (BufferedReader lines =
                new BufferedReader(new InputStreamReader(Files.newInputStream(file), StandardCharsets.ISO_8859_1))) {
            for (int i = 0; i < HEAD_LINES; i++) {
                String line = lines.readLine();
                if (line == null) {
                    break;
                }
                Matcher said = COMMENT.matcher(line);
                if (said.find()) {
                    return LengthUnit.of(said.group(1));
                }
            }
        } catch (IOException e) {
            return Optional.empty();
        }
        return Optional.empty();
    }

    /** The attribute of the model element: 3MF Core Specification 3.4, millimetres when it is left out. */
    private static Optional<LengthUnit> said3mf(Path file) {
        try (ZipFile zip = new ZipFile(file.toFile())) {
            Optional<? extends ZipEntry> part =
                    zip.stream().filter(e -> e.getName().endsWith(".model")).findFirst();
            if (part.isEmpty()) {
                return Optional.of(LengthUnit.MILLIMETRE);
            }
            try (InputStream in = zip.getInputStream(part.get())) {
                return Optional.of(attribute(in).flatMap(LengthUnit::of).orElse(LengthUnit.MILLIMETRE));
            }
        } catch (IOException | XMLStreamException e) {
            // it is the reader that says what is wrong with the file
            return Optional.of(LengthUnit.MILLIMETRE);
        }
    }

    private static Optional<String> attribute(InputStream in) throws IOException, XMLStreamException {
        XMLStreamReader reader = XmlText.reader(in);
        while (reader.hasNext()) {
            if (reader.next() == XMLStreamConstants.START_ELEMENT) {
                return Optional.ofNullable(reader.getAttributeValue(null, "unit"));
            }
        }
        return Optional.empty();
    }
}
