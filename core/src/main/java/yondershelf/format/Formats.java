package yondershelf.format;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import yondershelf.content.ImageSource;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;

/**
 * Every format that is read or written. Native parsing happens in this process: programs use the reader of
 * {@code format.worker} instead, which calls this one where that is safe.
 */
public final class Formats implements ContentReader {
    /** No file of more bytes is opened as a model or picture. */
    public static final long MOST_BYTES = 1L << 31;

    @Override
    public Model readModel(Path file) throws ProblemException {
        FileType type = modelType(file);
        Model model;
        try {
            model = isGltf(type) ? gltf(file) : AssimpReader.read(file, type);
        } catch (OutOfMemoryError e) {
            throw Reading.problem(file, e).raise(e);
        } catch (RuntimeException e) {
            throw Problem.of(file, "the file is broken (" + Reading.firstLine(e) + ")")
                    .raise(e);
        }
        if (model.triangleCount() == 0) {
            throw Problem.of(file, "there are no triangles in it").raise();
        }
        return model;
    }

    private static Model gltf(Path file) throws ProblemException {
        GltfDocument document = GltfDocument.load(file);
        return GltfReader.needsDraco(document)
                ? AssimpReader.read(file, FileType.GLB)
                : GltfReader.read(document, file);
    }

    private static boolean isGltf(FileType type) {
        return type == FileType.GLB || type == FileType.GLTF;
    }

    /** True when reading this file runs native code that may crash: to be done in the worker. */
    public static boolean needsNative(Path file) throws ProblemException {
        FileType type = typeOf(file);
        if (isGltf(type)) {
            return GltfReader.needsDraco(GltfDocument.load(file));
        }
        return type.isModel() || type == FileType.EXR;
    }

    /** True when opening this picture runs native code. */
    public static boolean needsNative(ImageSource source) {
        byte[] bytes = source.bytes();
        return bytes != null
                ? FileType.byContent(bytes).orElse(FileType.PNG) == FileType.EXR
                : FileType.byName(source.shownName()).orElse(FileType.PNG) == FileType.EXR;
    }

    private static FileType typeOf(Path file) throws ProblemException {
        try {
            long size = Files.size(file);
            if (size == 0) {
                throw Problem.of(file, "the file is empty").raise();
            }
            if (size > MOST_BYTES) {
                throw Problem.of(file, "it is larger than 2 GiB, which is not read")
                        .raise();
            }
            return FileType.of(file)
                    .orElseThrow(() ->
                            Problem.of(file, "its format is not known here").raise());
        } catch (IOException e) {
            throw Reading.problem(file, e).raise(e);
        }
    }

    private static FileType modelType(Path file) throws ProblemException {
        FileType type = typeOf(file);
        if (!type.isModel()) {
            throw new Problem(
                            file.toString(),
                            "the file is really " + type.extension().toUpperCase(java.util.Locale.ROOT)
                                    + " data, not a model",
                            "Give it the ending ." + type.extension())
                    .raise();
        }
        return type;
    }

    @Override
    public Picture readPicture(ImageSource source) throws ProblemException {
        byte[] bytes = Pictures.bytesOf(source);
        FileType type = Pictures.type(source, bytes);
        return switch (type) {
            case HDR -> RadianceHdr.read(source.shownName(), bytes);
            case EXR -> {
                PictureSize size = ExrHeaderSize.measure(source.shownName(), bytes);
                Pictures.checkSize(source, size.width(), size.height());
                yield ExrReader.read(source.shownName(), bytes);
            }
            default -> Pictures.read(source, bytes, type);
        };
    }

    @Override
    public PictureSize measure(ImageSource source) throws ProblemException {
        byte[] head = Pictures.headOf(source);
        FileType type = Pictures.type(source, head);
        return switch (type) {
            case HDR -> RadianceHdr.measure(source.shownName(), head);
            case EXR -> ExrHeaderSize.measure(source.shownName(), head);
            default -> Pictures.measure(source, type);
        };
    }

    @Override
    public void verify(ImageSource source) throws ProblemException {
        FileType type = Pictures.type(source, Pictures.headOf(source));
        if (type == FileType.PNG || type == FileType.JPEG) {
            Pictures.verify(source, type);
        } else {
            readPicture(source);
        }
    }

    /** A model as one GLB file; pictures that cannot be read are left out. */
    public static byte[] glb(Model model, SceneNotes notes, ContentReader pictures) throws ProblemException {
        return GlbWriter.write(model, notes, pictures);
    }

    /** The {@code extras} of a glTF file. */
    public static SceneNotes notes(Path file) throws ProblemException {
        return SceneNotes.of(GltfDocument.load(file));
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

    /** The file that a reference inside a model file means, or null when it is no path. */
    public static @org.jspecify.annotations.Nullable Path resolve(Path model, String reference) {
        return Reading.resolve(model, reference);
    }

    /** A reading failure in plain words. */
    public static Problem problem(Object file, Throwable e) {
        return Reading.problem(file, e);
    }
}
