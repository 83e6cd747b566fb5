package yondershelf.format;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import yondershelf.content.Excerpt;
import yondershelf.content.ImageSource;
import yondershelf.content.MapReference;
import yondershelf.content.MaterialFile;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Remarks;
import yondershelf.content.Role;
import yondershelf.content.Space;
import yondershelf.content.Substance;
import yondershelf.format.alembic.AlembicFormat;
import yondershelf.format.assimp.AssimpFormat;
import yondershelf.format.gltf.GlbWriter;
import yondershelf.format.gltf.GltfFormat;
import yondershelf.format.materialx.MtlxReader;
import yondershelf.format.materialx.MtlxWriter;
import yondershelf.format.model.LengthUnit;
import yondershelf.format.model.ToldSpace;
import yondershelf.format.picture.ExrWriter;
import yondershelf.format.picture.PictureFormats;
import yondershelf.format.picture.PngWriter;
import yondershelf.format.picture.RadianceHdr;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.ModelFormat;
import yondershelf.format.reading.PictureFormat;
import yondershelf.format.reading.Reading;
import yondershelf.format.reading.SceneNotes;
import yondershelf.format.usd.UsdFormat;
import yondershelf.format.wavefront.WavefrontFormat;
import yondershelf.references.Reach;
import yondershelf.references.Squares;
import yondershelf.words.Phrase;

/**
 * Every format that is read or written. Native parsing happens in this process: programs use the reader of
 * {@code format.worker} instead, which calls this one where that is safe.
 */
public final class Formats implements ContentReader {
    /** No file of more bytes is opened as a model or picture. */
    public static final long MOST_BYTES = 1L << 31;

    private static final AssimpFormat ASSIMP = new AssimpFormat();

    /** All families of models. One that is added is named here. */
    private static final Map<FileType, ModelFormat> MODELS = byType(
            List.of(new GltfFormat(ASSIMP), new WavefrontFormat(), new UsdFormat(), new AlembicFormat(), ASSIMP));

    private final Reach reach;

    public Formats() {
        this(new Reach());
    }

    public Formats(Reach reach) {
        this.reach = reach;
    }

    private static Map<FileType, ModelFormat> byType(List<ModelFormat> formats) {
        Map<FileType, ModelFormat> out = new EnumMap<>(FileType.class);
        formats.forEach(format -> format.types().forEach(type -> out.put(type, format)));
        return out;
    }

    @Override
    public Reach reach() {
        return reach;
    }

    private interface Read<T> {
        T now() throws ProblemException;
    }

    /** The edge: whatever a file holds becomes that file's problem, and nothing else gets past here. */
    private static <T> T edge(Object file, Read<T> read) throws ProblemException {
        try {
            return read.now();
        } catch (OutOfMemoryError e) {
            throw Reading.problem(file, e).raise(e);
        } catch (StackOverflowError e) {
            throw Problem.of(file, Phrase.kept("format.the-file-is-broken-it")).raise(e);
        } catch (RuntimeException | LinkageError e) {
            throw Problem.of(file, Phrase.kept("format.the-file-is-broken", Reading.firstLine(e)))
                    .raise(e);
        }
    }

    @Override
    public Model readModel(Path file, Excerpt excerpt) throws ProblemException {
        return edge(file, () -> shown(open(file).read(excerpt), file, excerpt));
    }

    /** The same of what no native code is needed for, which may crash; empty for the rest. What was opened to decide is not opened again. */
    public Optional<Model> readModelSafely(Path file, Excerpt excerpt) throws ProblemException {
        return edge(file, () -> {
            ModelFormat.Opened opened = open(file);
            return opened.isNative() ? Optional.empty() : Optional.of(shown(opened.read(excerpt), file, excerpt));
        });
    }

    private ModelFormat.Opened open(Path file) throws ProblemException {
        FileType type = modelType(file);
        return Objects.requireNonNull(MODELS.get(type)).open(file, type, reach);
    }

    private static Model shown(Model whole, Path file, Excerpt excerpt) throws ProblemException {
        Model model = excerpt.node().isEmpty() ? whole : part(whole, excerpt.node());
        if (!model.isVisible()) {
            throw Problem.of(file, Phrase.kept("format.there-are-no-triangles-lines"))
                    .raise();
        }
        return model;
    }

    /** A model that was read with assumptions, in the space somebody told instead. */
    public static Model inSpace(Model model, Space told) {
        return ToldSpace.of(model, told);
    }

    /** The words for units of length that may be told. */
    public static List<String> unitsOfLength() {
        return Arrays.stream(LengthUnit.values()).map(LengthUnit::title).toList();
    }

    private static Model part(Model whole, String node) {
        return whole.below(node).orElseGet(() -> {
            List<String> notShown = new ArrayList<>(whole.remarks().keptNotShown());
            notShown.add(Phrase.kept("format.node-which-is-not-in", node));
            return whole.withRemarks(new Remarks(notShown, whole.remarks().keptAssumed()));
        });
    }

    /** True when reading this file runs native code that may crash: to be done in the worker. */
    public boolean needsNative(Path file) throws ProblemException {
        return edge(file, () -> {
            FileType type = typeOf(file);
            ModelFormat model = MODELS.get(type);
            return model != null
                    ? model.open(file, type, reach).isNative()
                    : PictureFormats.of(type).map(PictureFormat::isNative).orElse(false);
        });
    }

    /** True when opening this picture runs native code. */
    public static boolean needsNative(ImageSource source) {
        return PictureFormats.guess(source).map(PictureFormat::isNative).orElse(false);
    }

    private static FileType typeOf(Path file) throws ProblemException {
        try {
            Reading.requirePlain(file);
            long size = Files.size(file);
            if (size == 0) {
                throw Problem.of(file, Phrase.kept("format.the-file-is-empty")).raise();
            }
            if (size > MOST_BYTES) {
                throw Problem.of(file, Phrase.kept("format.it-is-larger-than-2"))
                        .raise();
            }
            return FileType.of(file)
                    .orElseThrow(() -> Problem.of(file, Phrase.kept("format.its-format-is-not-known"))
                            .raise());
        } catch (IOException e) {
            throw Reading.problem(file, e).raise(e);
        }
    }

    private static FileType modelType(Path file) throws ProblemException {
        FileType type = typeOf(file);
        if (!type.isModel()) {
            throw new Problem(
                            file.toString(),
                            Phrase.kept(
                                    "format.the-file-is-really-data",
                                    type.extension().toUpperCase(java.util.Locale.ROOT)),
                            Phrase.kept("format.give-it-the-ending", type.extension()))
                    .raise();
        }
        return type;
    }

    @Override
    public MaterialFile readMaterials(Path file) throws ProblemException {
        return edge(file, () -> MtlxReader.read(file, reach));
    }

    @Override
    public Picture readPicture(ImageSource source) throws ProblemException {
        return picture(source, false);
    }

    @Override
    public Picture readColours(ImageSource source) throws ProblemException {
        return picture(source, !source.asStored());
    }

    private Picture picture(ImageSource source, boolean colours) throws ProblemException {
        if (Squares.areMeant(source.reference())) {
            return Squares.whole(source, one -> picture(one, colours));
        }
        return edge(source.shownName(), () -> {
            PictureFormats.Opened opened = PictureFormats.open(source);
            return source.coding().apply(opened.format().read(source, opened.type(), colours));
        });
    }

    /** What of a picture is not shown; only its beginning is looked at. */
    public static Remarks remarks(ImageSource source) throws ProblemException {
        return edge(source.shownName(), () -> {
            PictureFormats.Opened opened = PictureFormats.open(source);
            return opened.format().remarks(source, opened.type(), opened.head());
        });
    }

    /** True for a picture whose header does not tell whether its pixels can be read: only reading it does. */
    public static boolean tellsLittle(ImageSource source) {
        return PictureFormats.guess(source).map(PictureFormat::tellsLittle).orElse(false);
    }

    /** True for a file that says it is all six faces of a cube: read, they lie in a row. */
    public static boolean isCube(ImageSource source) throws ProblemException {
        return edge(source.shownName(), () -> {
            PictureFormats.Opened opened = PictureFormats.open(source);
            return opened.format().isCube(source, opened.head());
        });
    }

    /**
     * Reads a picture at a fraction of its size, where its format allows that.
     *
     * @param step so many pixels each way become one, by their mean
     */
    public Picture readReduced(ImageSource source, int step) throws ProblemException {
        if (Squares.areMeant(source.reference())) {
            return readPicture(source);
        }
        return edge(source.shownName(), () -> {
            PictureFormats.Opened opened = PictureFormats.open(source);
            return source.coding().apply(opened.format().readReduced(source, opened.type(), step));
        });
    }

    @Override
    public PictureSize measure(ImageSource source) throws ProblemException {
        return edge(source.shownName(), () -> {
            PictureFormats.Opened opened = PictureFormats.open(source);
            return opened.format().measure(source, opened.type(), opened.head());
        });
    }

    @Override
    public void verify(ImageSource source) throws ProblemException {
        edge(source.shownName(), () -> {
            PictureFormats.Opened opened = PictureFormats.open(source);
            opened.format().verify(source, opened.type());
            return true;
        });
    }

    /** A model as one GLB file; pictures that cannot be read are left out. */
    public static byte[] glb(Model model, SceneNotes notes, ContentReader pictures) throws ProblemException {
        return GlbWriter.write(model, notes, pictures);
    }

    /** The {@code extras} of a glTF file. */
    public static SceneNotes notes(Path file, Reach reach) throws ProblemException {
        return edge(file, () -> GltfFormat.notes(file, reach));
    }

    /** A glTF file's nodes and materials, whether it holds any triangles or not. */
    public static Model tree(Path file, Reach reach) throws ProblemException {
        return edge(file, () -> GltfFormat.tree(file, reach));
    }

    /** What a glTF file holds that {@link #glb} would not write, in words: animations, skins, cameras... */
    public static List<String> beyondScenes(Path file, Reach reach) throws ProblemException {
        return Phrase.said(edge(file, () -> GltfFormat.beyondScenes(file, reach)));
    }

    /**
     * Materials made of maps as a MaterialX document, for standard surface and glTF PBR.
     *
     * @param references the pictures' files by role, relative to the document and {@code /}-separated, with how each is read
     */
    public static byte[] mtlx(String name, Map<Role, MapReference> references) {
        return mtlx(name, references, Substance.GENERAL);
    }

    /**
     * The same, with what no map says as something of that substance has it.
     *
     * @param references as above
     */
    public static byte[] mtlx(String name, Map<Role, MapReference> references, Substance substance) {
        return MtlxWriter.write(name, references, substance);
    }

    /** A picture as PNG with eight bits a channel; values 0 to 1 are stored as they are. */
    public static byte[] png(Picture picture) {
        return PngWriter.write(picture);
    }

    /** Linear RGB as a Radiance picture. */
    public static byte[] hdr(Picture picture) {
        return RadianceHdr.write(picture);
    }

    /** Linear RGB as an OpenEXR picture of half floats. */
    public static byte[] exr(Picture picture) {
        return ExrWriter.write(picture);
    }

    /** A reading failure in plain words. */
    public static Problem problem(Object file, Throwable e) {
        return Reading.problem(file, e);
    }
}
