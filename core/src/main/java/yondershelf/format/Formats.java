package yondershelf.format;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import yondershelf.content.Coding;
import yondershelf.content.Excerpt;
import yondershelf.content.ImageSource;
import yondershelf.content.MaterialFile;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Remarks;
import yondershelf.content.Role;
import yondershelf.content.Space;
import yondershelf.content.Substance;
import yondershelf.words.Phrase;

/**
 * Every format that is read or written. Native parsing happens in this process: programs use the reader of
 * {@code format.worker} instead, which calls this one where that is safe.
 */
public final class Formats implements ContentReader {
    /** No file of more bytes is opened as a model or picture. */
    public static final long MOST_BYTES = 1L << 31;

    private final Reach reach;

    public Formats() {
        this(new Reach());
    }

    public Formats(Reach reach) {
        this.reach = reach;
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
        return edge(file, () -> read(file, modelType(file), excerpt));
    }

    /** The same of what no native code is needed for, which may crash; empty for the rest. What was opened to decide is not opened again. */
    public Optional<Model> readModelSafely(Path file, Excerpt excerpt) throws ProblemException {
        return edge(file, () -> {
            FileType type = modelType(file);
            if (!isGltf(type)) {
                return mayCrash(type) ? Optional.empty() : Optional.of(read(file, type, excerpt));
            }
            GltfDocument document = GltfDocument.load(file, reach);
            return needsNative(document)
                    ? Optional.empty()
                    : Optional.of(shown(GltfReader.read(document, file, excerpt), file, excerpt));
        });
    }

    private Model read(Path file, FileType type, Excerpt excerpt) throws ProblemException {
        Model whole = switch (type) {
            case GLB, GLTF -> gltf(file, excerpt);
            case OBJ -> WavefrontReader.read(file, reach);
            case USDA, USDC, USDZ -> UsdReader.read(file, type, reach);
            case ALEMBIC ->
                throw new Problem(
                                file.toString(),
                                Phrase.kept("format.it-holds-an-alembic-archive"),
                                Phrase.kept("format.export-it-as-glb-or"))
                        .raise();
            default -> AssimpReader.read(file, type, reach, excerpt.firstFrame());
        };
        return shown(whole, file, excerpt);
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

    private Model gltf(Path file, Excerpt excerpt) throws ProblemException {
        GltfDocument document = GltfDocument.load(file, reach);
        return GltfDraco.isNeeded(document) && GltfDraco.movesVertices(document)
                ? AssimpReader.read(file, FileType.GLB, reach, excerpt.firstFrame())
                : GltfReader.read(document, file, excerpt);
    }

    private static Model part(Model whole, String node) {
        return whole.below(node).orElseGet(() -> {
            List<String> notShown = new ArrayList<>(whole.remarks().keptNotShown());
            notShown.add(Phrase.kept("format.node-which-is-not-in", node));
            return whole.withRemarks(new Remarks(notShown, whole.remarks().keptAssumed()));
        });
    }

    private static boolean isGltf(FileType type) {
        return type == FileType.GLB || type == FileType.GLTF;
    }

    /** True when reading this file runs native code that may crash: to be done in the worker. */
    public boolean needsNative(Path file) throws ProblemException {
        return edge(file, () -> {
            FileType type = typeOf(file);
            return isGltf(type) ? needsNative(GltfDocument.load(file, reach)) : mayCrash(type);
        });
    }

    private static boolean needsNative(GltfDocument document) {
        return GltfDraco.isNeeded(document) || GltfMeshopt.isUsed(document);
    }

    private static boolean mayCrash(FileType type) {
        return switch (type) {
            case USDA, USDC, USDZ, ALEMBIC, OBJ -> false;
            default -> type.isModel() || isNative(type);
        };
    }

    /** True when opening this picture runs native code. */
    public static boolean needsNative(ImageSource source) {
        byte[] bytes = source.bytes();
        return bytes != null
                ? FileType.byContent(bytes).map(Formats::isNative).orElse(false)
                : FileType.byName(source.shownName()).map(Formats::isNative).orElse(false);
    }

    private static boolean isNative(FileType type) {
        return type == FileType.EXR || type == FileType.KTX2;
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
            if (isExr(source)) {
                return source.coding().apply(exr(source, 1));
            }
            byte[] bytes = Pictures.bytesOf(source);
            FileType type = Pictures.type(source, bytes);
            Picture stored = switch (type) {
                case HDR -> RadianceHdr.read(source.shownName(), bytes);
                case KTX2 -> KtxReader.read(source, bytes);
                case DDS -> DdsReader.read(source, bytes);
                default -> Pictures.read(source, bytes, type, colours);
            };
            return source.coding().apply(stored);
        });
    }

    /** What of a picture is not shown; only its beginning is looked at. */
    public static Remarks remarks(ImageSource source) throws ProblemException {
        return edge(source.shownName(), () -> {
            byte[] head = Pictures.headOf(source);
            FileType type = Pictures.type(source, head);
            if (type == FileType.DDS || type == FileType.KTX2) {
                return new Remarks(
                        type == FileType.DDS ? DdsReader.notShown(source, head) : KtxReader.notShown(source, head),
                        List.of());
            }
            try {
                ColourChunks.of(head, type);
                return Remarks.NONE;
            } catch (IOException e) {
                return new Remarks(List.of(Phrase.kept("format.colour-profile-which-is-broken")), List.of());
            }
        });
    }

    /** True for a picture whose header does not tell whether its pixels can be read: only reading it does. */
    public static boolean tellsLittle(ImageSource source) {
        byte[] bytes = source.bytes();
        FileType type = (bytes != null ? FileType.byContent(bytes) : FileType.byName(source.shownName())).orElse(null);
        return type == FileType.KTX2 || type == FileType.DDS;
    }

    /** True for a file that says it is all six faces of a cube: read, they lie in a row. */
    public static boolean isCube(ImageSource source) throws ProblemException {
        return edge(source.shownName(), () -> {
            byte[] head = Pictures.headOf(source);
            return switch (Pictures.type(source, head)) {
                case DDS -> DdsReader.isCube(source, head);
                case KTX2 -> KtxReader.isCube(source, head);
                default -> false;
            };
        });
    }

    private static boolean isExr(ImageSource source) throws ProblemException {
        return Pictures.type(source, Pictures.headOf(source)) == FileType.EXR;
    }

    private Picture exr(ImageSource source, int step) throws ProblemException {
        PictureSize size = measure(source);
        Pictures.checkSize(source, size.width(), size.height());
        return Straight.of(ExrReader.read(source, step));
    }

    /**
     * Reads a picture at a fraction of its size, where its format allows that.
     *
     * @param step so many pixels each way become one, by their mean
     */
    public Picture readReduced(ImageSource source, int step) throws ProblemException {
        return edge(
                source.shownName(),
                () -> isExr(source) ? source.coding().apply(exr(source, step)) : readPicture(source));
    }

    @Override
    public PictureSize measure(ImageSource source) throws ProblemException {
        return edge(source.shownName(), () -> {
            byte[] head = Pictures.headOf(source);
            FileType type = Pictures.type(source, head);
            return switch (type) {
                case HDR -> RadianceHdr.measure(source.shownName(), head);
                case EXR -> ExrHeaderSize.measure(source.shownName(), head);
                case KTX2 -> KtxReader.measure(source, head);
                case DDS -> DdsReader.measure(source, head);
                default -> Pictures.measure(source, type);
            };
        });
    }

    @Override
    public void verify(ImageSource source) throws ProblemException {
        edge(source.shownName(), () -> {
            FileType type = Pictures.type(source, Pictures.headOf(source));
            if (type == FileType.PNG || type == FileType.JPEG) {
                Pictures.verify(source, type);
            } else {
                readPicture(source);
            }
            return true;
        });
    }

    /** A model as one GLB file; pictures that cannot be read are left out. */
    public static byte[] glb(Model model, SceneNotes notes, ContentReader pictures) throws ProblemException {
        return GlbWriter.write(model, notes, pictures);
    }

    /** The {@code extras} of a glTF file. */
    public static SceneNotes notes(Path file, Reach reach) throws ProblemException {
        return edge(file, () -> SceneNotes.of(GltfDocument.load(file, reach)));
    }

    /** A glTF file's nodes and materials, whether it holds any triangles or not. */
    public static Model tree(Path file, Reach reach) throws ProblemException {
        return edge(file, () -> GltfReader.read(GltfDocument.load(file, reach), file, Excerpt.WHOLE));
    }

    /** What a glTF file holds that {@link #glb} would not write, in words: animations, skins, cameras... */
    public static List<String> beyondScenes(Path file, Reach reach) throws ProblemException {
        return Phrase.said(edge(file, () -> GltfForeign.of(GltfDocument.load(file, reach))));
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

    /** A map in a document of materials. */
    public record MapReference(String file, Coding coding) {}

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
