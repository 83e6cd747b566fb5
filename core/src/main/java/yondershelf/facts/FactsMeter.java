package yondershelf.facts;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import yondershelf.content.Bounds;
import yondershelf.content.ImageSource;
import yondershelf.content.Kind;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Remarks;
import yondershelf.content.Role;
import yondershelf.content.Space;
import yondershelf.content.TextureUse;
import yondershelf.format.ContentReader;
import yondershelf.format.Formats;
import yondershelf.geometry.MainBody;

/** Measures facts from files. */
public final class FactsMeter {
    private final ContentReader reader;

    public FactsMeter(ContentReader reader) {
        this.reader = reader;
    }

    /** Facts of a model file. */
    public Facts model(Path file, List<Path> files) {
        return model(file, Space.NONE, files);
    }

    /** The same, with what was told of a file that does not say it. */
    public Facts model(Path file, Space space, List<Path> files) {
        long bytes = bytes(files);
        try {
            return of(Formats.inSpace(reader.readModel(file), space), file, bytes);
        } catch (ProblemException e) {
            return Facts.unreadable(Kind.MODEL, e.problem().cause(), bytes);
        }
    }

    /**
     * Facts of a model already read.
     *
     * @param file the model's, from which its references lead
     */
    public Facts of(Model model, Path file, long bytes) {
        Bounds b = model.bounds();
        if (!MainBody.isFinite(b)) {
            String size = b.isEmpty() || b.radius() == 0
                    ? "all its vertices lie in one point"
                    : "its size is no finite number";
            return Facts.unreadable(Kind.MODEL, size, bytes);
        }
        Bounds seen = MainBody.of(model);
        String apart = seen.radius() < b.radius() * 0.5
                ? String.format(
                        Locale.ROOT,
                        "its pieces lie %.4g m apart: the preview shows the largest group of them",
                        2 * b.radius())
                : "";
        long vertices = 0;
        int parts = 0;
        for (Model.Placed placed : model.placed()) {
            Mesh mesh = model.meshes().get(placed.mesh());
            for (Part part : mesh.parts()) {
                vertices += part.vertexCount();
                parts++;
            }
        }
        List<Facts.MaterialFacts> materials = new ArrayList<>();
        for (Material material : model.materials()) {
            materials.add(new Facts.MaterialFacts(material.name(), maps(material, file)));
        }
        return new Facts(
                Kind.MODEL,
                true,
                apart,
                List.of(b.sizeX(), b.sizeY(), b.sizeZ()),
                model.triangleCount(),
                vertices,
                parts,
                materials,
                0,
                0,
                Double.NaN,
                bytes,
                model.remarks());
    }

    private List<Facts.MapFacts> maps(Material material, Path file) {
        List<Facts.MapFacts> out = new ArrayList<>();
        for (Map.Entry<Role, TextureUse> map : material.maps().entrySet()) {
            ImageSource image = map.getValue().image();
            String refusal = image.exists() ? "" : reader.reach().refusal(file, image.reference());
            out.add(
                    refusal.isEmpty() || image.bytes() != null
                            ? map(map.getKey(), image)
                            : new Facts.MapFacts(map.getKey(), image.shownName(), 0, 0, refusal));
        }
        return out;
    }

    private Facts.MapFacts map(Role role, ImageSource image) {
        if (!image.exists()) {
            return new Facts.MapFacts(role, image.shownName(), 0, 0, "the file is missing");
        }
        try {
            ContentReader.PictureSize size = reader.measure(image);
            return new Facts.MapFacts(role, image.shownName(), size.width(), size.height(), null);
        } catch (ProblemException e) {
            return new Facts.MapFacts(role, image.shownName(), 0, 0, e.problem().cause());
        }
    }

    /** Facts of a texture set. */
    public Facts material(String name, Map<Role, Path> maps) {
        List<Facts.MapFacts> measured = new ArrayList<>();
        new EnumMap<>(maps).forEach((role, file) -> measured.add(map(role, ImageSource.at(file))));
        boolean any = measured.stream().anyMatch(m -> m.problem() == null);
        String reason = any || measured.isEmpty()
                ? ""
                : measured.get(0).path() + ": " + measured.get(0).problem();
        return new Facts(
                Kind.MATERIAL,
                any,
                reason,
                List.of(),
                0,
                0,
                0,
                List.of(new Facts.MaterialFacts(name, measured)),
                0,
                0,
                Double.NaN,
                bytes(List.copyOf(maps.values())),
                Remarks.NONE);
    }

    /** Facts of an HDRI; reads the whole picture for its dynamic range. */
    public Facts hdri(Path file) {
        long bytes = bytes(List.of(file));
        try {
            Picture picture = reader.readPicture(ImageSource.at(file));
            double stops = DynamicRange.stops(picture);
            ContentReader.PictureSize size = reader.measure(ImageSource.at(file));
            String reduced = picture.width() < size.width()
                    ? "shown at " + picture.width() + " x " + picture.height()
                            + ": whole it needs more memory than one file may use"
                    : "";
            Panorama panorama = Panorama.of(picture);
            String doubt = panorama.isOne() ? "" : "it may show no surroundings: " + panorama.reason();
            String note = reduced.isEmpty() || doubt.isEmpty() ? reduced + doubt : reduced + "; " + doubt;
            Remarks taken = panorama.isOne()
                    ? new Remarks(List.of(), List.of("surroundings, because " + panorama.reason()))
                    : Remarks.NONE;
            return picture(Kind.HDRI, size, stops, note, bytes, taken);
        } catch (ProblemException e) {
            return Facts.unreadable(Kind.HDRI, e.problem().cause(), bytes);
        }
    }

    /** Facts of a loose texture. */
    public Facts texture(Path file) {
        long bytes = bytes(List.of(file));
        try {
            ContentReader.PictureSize size = reader.measure(ImageSource.at(file));
            return picture(Kind.TEXTURE, size, Double.NaN, "", bytes, Remarks.NONE);
        } catch (ProblemException e) {
            return Facts.unreadable(Kind.TEXTURE, e.problem().cause(), bytes);
        }
    }

    private static Facts picture(
            Kind kind, ContentReader.PictureSize size, double stops, String note, long bytes, Remarks remarks) {
        return new Facts(
                kind, true, note, List.of(), 0, 0, 0, List.of(), size.width(), size.height(), stops, bytes, remarks);
    }

    private static long bytes(List<Path> files) {
        long sum = 0;
        for (Path file : files) {
            try {
                sum += Files.size(file);
            } catch (IOException e) {
                sum += 0; // reading it tells why
            }
        }
        return sum;
    }
}
