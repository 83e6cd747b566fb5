package yondershelf.facts;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import yondershelf.content.Bounds;
import yondershelf.content.Excerpt;
import yondershelf.content.ImageSource;
import yondershelf.content.Kind;
import yondershelf.content.Material;
import yondershelf.content.MaterialFile;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Remarks;
import yondershelf.content.Role;
import yondershelf.content.Space;
import yondershelf.content.Staging;
import yondershelf.content.TextureUse;
import yondershelf.format.Formats;
import yondershelf.format.reading.ContentReader;
import yondershelf.geometry.MainBody;
import yondershelf.words.Phrase;

/** Measures facts from files. */
public final class FactsMeter {
    private static final int MOST_NODES = 400;
    private static final int MOST_NAMES = 100;

    private final ContentReader reader;

    public FactsMeter(ContentReader reader) {
        this.reader = reader;
    }

    /** Facts of a model file. */
    public Facts model(Path file, List<Path> files) {
        return model(file, Space.NONE, Excerpt.WHOLE, files);
    }

    /** The same of what is meant of it, with what was told of a file that does not say it. */
    public Facts model(Path file, Space space, Excerpt excerpt, List<Path> files) {
        long bytes = bytes(files);
        try {
            return of(Formats.inSpace(reader.readModel(file, excerpt), space), file, bytes);
        } catch (ProblemException e) {
            return Facts.unreadable(Kind.MODEL, e.problem(), bytes);
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
                    ? Phrase.kept("facts.all-its-vertices-lie-in")
                    : Phrase.kept("facts.its-size-is-no-finite");
            return Facts.unreadable(Kind.MODEL, size, bytes);
        }
        Bounds seen = MainBody.of(model);
        String apart = seen.radius() < b.radius() * 0.5
                ? Phrase.kept("facts.its-pieces-lie-m", String.format(Locale.ROOT, "%.4g", 2 * b.radius()))
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
                false,
                bytes,
                model.remarks(),
                materials,
                new Facts.ModelFacts(
                        List.of(b.sizeX(), b.sizeY(), b.sizeZ()), model.triangleCount(), vertices, parts, scene(model)),
                Facts.PictureFacts.NONE);
    }

    private static Facts.SceneFacts scene(Model model) {
        return new Facts.SceneFacts(
                model.nodes().size(),
                model.staging().lights().stream().map(Staging.Light::name).toList(),
                model.staging().viewpoints().stream()
                        .map(Staging.Viewpoint::name)
                        .toList(),
                model.staging().scenes(),
                model.staging().animations(),
                names(model),
                ShapeHistogram.text(model));
    }

    private static Facts material(
            boolean readable, String reason, long bytes, Remarks remarks, List<Facts.MaterialFacts> materials) {
        return new Facts(
                Kind.MATERIAL,
                readable,
                reason,
                false,
                bytes,
                remarks,
                materials,
                Facts.ModelFacts.NONE,
                Facts.PictureFacts.NONE);
    }

    /** Of nodes with something to see, those near the root first, each name once. */
    private static List<String> names(Model model) {
        if (model.nodes().size() < 2) {
            return List.of();
        }
        int count = model.nodes().size();
        Set<Integer> seen = new LinkedHashSet<>();
        List<Integer> ahead = new ArrayList<>();
        List<Integer> level = model.roots();
        while (!level.isEmpty() && seen.size() < MOST_NODES) {
            List<Integer> here = level.stream()
                    .filter(n -> n >= 0 && n < count && seen.add(n))
                    .toList();
            ahead.addAll(here);
            level = here.stream()
                    .flatMap(n -> model.nodes().get(n).children().stream())
                    .toList();
        }
        return ahead.stream()
                .map(i -> model.nodes().get(i).name())
                .filter(name -> !name.isBlank())
                .distinct()
                .filter(name -> model.below(name).filter(Model::isVisible).isPresent())
                .limit(MOST_NAMES)
                .toList();
    }

    private List<Facts.MapFacts> maps(Material material, Path file) {
        List<Facts.MapFacts> out = new ArrayList<>();
        for (Map.Entry<Role, TextureUse> map : material.maps().entrySet()) {
            ImageSource image = map.getValue().image();
            String refusal = image.exists() ? "" : reader.reach().refusal(file, image.reference());
            out.add(
                    refusal.isEmpty() || image.bytes() != null
                            ? map(map.getKey(), image)
                            : new Facts.MapFacts(map.getKey(), image.shownName(), 0, 0, refusal, false));
        }
        return out;
    }

    private Facts.MapFacts map(Role role, ImageSource image) {
        if (!image.exists()) {
            return new Facts.MapFacts(role, image.shownName(), 0, 0, Phrase.kept("facts.the-file-is-missing"), false);
        }
        try {
            ContentReader.PictureSize size = reader.measure(image);
            if (Formats.tellsLittle(image)) {
                reader.verify(image);
            }
            return new Facts.MapFacts(role, image.shownName(), size.width(), size.height(), null, false);
        } catch (ProblemException e) {
            return new Facts.MapFacts(
                    role,
                    image.shownName(),
                    0,
                    0,
                    e.problem().keptCause(),
                    e.problem().passing());
        }
    }

    /**
     * Facts of a texture set.
     *
     * @param files all of it, those that are not used too
     */
    public Facts material(String name, Map<Role, ImageSource> maps, List<Path> files) {
        List<Facts.MapFacts> measured = new ArrayList<>();
        new EnumMap<>(maps).forEach((role, image) -> measured.add(map(role, image)));
        boolean any = measured.stream().anyMatch(m -> m.problem() == null);
        String reason = any || measured.isEmpty()
                ? ""
                : measured.get(0).path() + ": " + measured.get(0).keptProblem();
        return material(any, reason, bytes(files), Remarks.NONE, List.of(new Facts.MaterialFacts(name, measured)));
    }

    /**
     * Facts of a file of materials.
     *
     * @param files of the asset, its pictures too
     */
    public Facts materials(Path file, List<Path> files) {
        return told(files, () -> {
            MaterialFile read = reader.readMaterials(file);
            return new Told(file, read.materials(), read.remarks());
        });
    }

    /**
     * Facts of one of the materials of a model file.
     *
     * @param files all that belong to it
     */
    public Facts materialIn(Path file, String name, List<Path> files) {
        return told(files, () -> new Told(file, List.of(reader.readMaterial(file, name)), Remarks.NONE));
    }

    private record Told(Path file, List<Material> materials, Remarks remarks) {}

    private interface Telling {
        Told now() throws ProblemException;
    }

    private Facts told(List<Path> files, Telling telling) {
        long bytes = bytes(files);
        try {
            Told told = telling.now();
            List<Facts.MaterialFacts> materials = new ArrayList<>();
            for (Material material : told.materials) {
                materials.add(new Facts.MaterialFacts(material.name(), maps(material, told.file)));
            }
            return material(true, "", bytes, told.remarks, materials);
        } catch (ProblemException e) {
            return Facts.unreadable(Kind.MATERIAL, e.problem(), bytes);
        }
    }

    /** Facts of an HDRI; reads the whole picture for its dynamic range. */
    public Facts hdri(Path file) {
        long bytes = bytes(List.of(file));
        try {
            Picture picture = reader.readPicture(ImageSource.at(file));
            double stops = DynamicRange.stops(picture);
            ContentReader.PictureSize size = reader.measure(ImageSource.at(file));
            String reduced = picture.width() < size.width()
                    ? Phrase.kept("facts.shown-at-x-whole-it", picture.width(), picture.height())
                    : "";
            Panorama panorama = Panorama.of(picture);
            String doubt = panorama.isOne() ? "" : Phrase.kept("facts.it-may-show-no-surroundings", panorama.reason());
            String note = reduced.isEmpty() || doubt.isEmpty() ? reduced + doubt : reduced + "; " + doubt;
            Remarks taken = panorama.isOne()
                    ? new Remarks(List.of(), List.of(Phrase.kept("facts.surroundings-because", panorama.reason())))
                    : Remarks.NONE;
            return picture(Kind.HDRI, size, stops, note, bytes, taken);
        } catch (ProblemException e) {
            return Facts.unreadable(Kind.HDRI, e.problem(), bytes);
        }
    }

    /** Reads or makes a picture. */
    public interface Making {
        Picture now() throws ProblemException;
    }

    /** Facts of surroundings that are no picture in a file. */
    public Facts surroundings(Making making, List<Path> files) {
        long bytes = bytes(files);
        try {
            Picture made = making.now();
            return picture(
                    Kind.HDRI,
                    new ContentReader.PictureSize(made.width(), made.height()),
                    DynamicRange.stops(made),
                    "",
                    bytes,
                    Remarks.NONE);
        } catch (ProblemException e) {
            return Facts.unreadable(Kind.HDRI, e.problem(), bytes);
        }
    }

    /** Facts of a loose texture. */
    public Facts texture(Path file) {
        long bytes = bytes(List.of(file));
        try {
            ContentReader.PictureSize size = reader.measure(ImageSource.at(file));
            Remarks remarks = Formats.remarks(ImageSource.at(file));
            String note = "";
            if (Panorama.isShaped(size.width(), size.height())) {
                Panorama panorama = Panorama.of(reader.readColours(ImageSource.at(file)));
                if (panorama.isOne()) {
                    note = Phrase.kept("facts.panorama-not-enough-range-for");
                    remarks = new Remarks(
                            remarks.keptNotShown(), List.of(Phrase.kept("facts.panorama-because", panorama.reason())));
                }
            }
            return picture(Kind.TEXTURE, size, Double.NaN, note, bytes, remarks);
        } catch (ProblemException e) {
            return Facts.unreadable(Kind.TEXTURE, e.problem(), bytes);
        }
    }

    private static Facts picture(
            Kind kind, ContentReader.PictureSize size, double stops, String note, long bytes, Remarks remarks) {
        return new Facts(
                kind,
                true,
                note,
                false,
                bytes,
                remarks,
                List.of(),
                Facts.ModelFacts.NONE,
                new Facts.PictureFacts(size.width(), size.height(), stops));
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
