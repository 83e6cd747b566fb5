package yondershelf.format.reading;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The file formats known here, told by extension and checked by their first bytes. */
public enum FileType {
    GLB(Group.MODEL, "glb"),
    GLTF(Group.MODEL, "gltf"),
    OBJ(Group.MODEL, "obj"),
    FBX(Group.MODEL, "fbx"),
    COLLADA(Group.MODEL, "dae"),
    STL(Group.MODEL, "stl"),
    PLY(Group.MODEL, "ply"),
    THREE_MF(Group.MODEL, "3mf"),
    THREE_DS(Group.MODEL, "3ds"),
    USDA(Group.MODEL, "usda", "usd"),
    USDZ(Group.MODEL, "usdz"),
    USDC(Group.MODEL, "usdc"),
    ALEMBIC(Group.MODEL, "abc"),
    MATERIALX(Group.MATERIAL, "mtlx"),
    PNG(Group.PICTURE, "png"),
    JPEG(Group.PICTURE, "jpg", "jpeg"),
    TIFF(Group.PICTURE, "tif", "tiff"),
    TGA(Group.PICTURE, "tga"),
    WEBP(Group.PICTURE, "webp"),
    PSD(Group.PICTURE, "psd"),
    BMP(Group.PICTURE, "bmp"),
    KTX2(Group.PICTURE, "ktx2"),
    DDS(Group.PICTURE, "dds"),
    HDR(Group.RADIANCE, "hdr"),
    EXR(Group.RADIANCE, "exr"),
    ZIP(Group.ARCHIVE, "zip"),
    SEVEN_ZIP(Group.ARCHIVE, "7z"),
    /** As it is, or in gzip, bzip2 or xz. */
    TAR(Group.ARCHIVE, "tar", "tgz", "tbz", "tbz2", "txz", "gz", "bz2", "xz"),
    RAR(Group.ARCHIVE, "rar");

    /** What a format can hold. */
    public enum Group {
        MODEL,
        MATERIAL,
        PICTURE,
        RADIANCE,
        ARCHIVE
    }

    private static final int HEAD = 64;

    private final Group group;
    private final List<String> extensions;

    FileType(Group group, String... extensions) {
        this.group = group;
        this.extensions = List.of(extensions);
    }

    public Group group() {
        return group;
    }

    /** The usual extension, without the dot. */
    public String extension() {
        return extensions.get(0);
    }

    public boolean isModel() {
        return group == Group.MODEL;
    }

    /** True for what is an asset together with the files it names: models and files of materials. */
    public boolean hasCompanions() {
        return group == Group.MODEL || group == Group.MATERIAL;
    }

    public boolean isPicture() {
        return group == Group.PICTURE || group == Group.RADIANCE;
    }

    private boolean isPacked() {
        return this == THREE_MF || this == USDZ;
    }

    /** By the name's extension alone. */
    public static Optional<FileType> byName(String fileName) {
        int dot = fileName.lastIndexOf('.');
        if (dot < 0) {
            return Optional.empty();
        }
        String extension = fileName.substring(dot + 1).toLowerCase(Locale.ROOT);
        return Arrays.stream(values())
                .filter(type -> type.extensions.contains(extension))
                .findFirst();
    }

    private record Signature(String start, FileType type) {}

    /** As their specifications and the PRONOM registry give them. */
    private static final List<Signature> SIGNATURES = List.of(
            new Signature("glTF", GLB),
            new Signature("\u0089PNG\r\n", PNG),
            new Signature("\u00ff\u00d8\u00ff", JPEG),
            new Signature("II*\0", TIFF),
            new Signature("MM\0*", TIFF),
            new Signature("8BPS", PSD),
            new Signature("\u00abKTX 20\u00bb\r\n", KTX2),
            new Signature("DDS |\0\0\0", DDS),
            new Signature("#?RADIANCE", HDR),
            new Signature("#?RGBE", HDR),
            new Signature("v/1\u0001", EXR),
            new Signature("Kaydara FBX Binary", FBX),
            new Signature("ply\n", PLY),
            new Signature("ply\r", PLY),
            new Signature("#usda", USDA),
            new Signature("PXR-USDC", USDC),
            new Signature("Ogawa", ALEMBIC),
            new Signature("PK\u0003\u0004", ZIP),
            new Signature("7z\u00bc\u00af'\u001c", SEVEN_ZIP),
            new Signature("Rar!\u001a\u0007", RAR));

    /** By the first bytes; formats without a signature (OBJ, TGA, ASCII STL...) are not told. */
    public static Optional<FileType> byContent(byte[] head) {
        String text = new String(head, 0, Math.min(head.length, HEAD), StandardCharsets.ISO_8859_1);
        if (text.startsWith("RIFF") && text.startsWith("WEBP", 8)) {
            return Optional.of(WEBP);
        }
        if (text.startsWith("BM") && head.length > 14 && (head[6] | head[7] | head[8] | head[9]) == 0) {
            return Optional.of(BMP);
        }
        return SIGNATURES.stream()
                .filter(known -> text.startsWith(known.start))
                .map(Signature::type)
                .findFirst();
    }

    /** The type of a file: by content where it has a signature, else by name. A 3MF or USDZ file is a ZIP by content. */
    public static Optional<FileType> of(Path file) throws IOException {
        Optional<FileType> named = byName(String.valueOf(file.getFileName()));
        Reading.requirePlain(file);
        byte[] head;
        try (InputStream in = Files.newInputStream(file)) {
            head = in.readNBytes(HEAD);
        }
        Optional<FileType> told = byContent(head);
        if (told.isPresent()
                && told.get() == ZIP
                && named.map(FileType::isPacked).orElse(false)) {
            return named;
        }
        return told.isPresent() ? told : named;
    }
}
