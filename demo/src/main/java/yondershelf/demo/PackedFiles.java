package yondershelf.demo;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.Locale;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.lwjgl.PointerBuffer;
import org.lwjgl.system.MemoryUtil;
import org.lwjgl.util.ktx.KTX;
import org.lwjgl.util.ktx.ktxTexture;
import org.lwjgl.util.ktx.ktxTexture2;
import org.lwjgl.util.ktx.ktxTextureCreateInfo;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Picture;

/** Files that other programs have packed: a print in inches (3MF core specification) and a texture ready for a game (KTX 2.0). */
final class PackedFiles {
    private static final double INCH = 0.0254;
    /** VK_FORMAT_R8G8B8A8_SRGB. */
    private static final int SRGB_RGBA = 43;

    private static final String RELATION = """
            <?xml version="1.0" encoding="UTF-8"?>
            <Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rel0" \
            Target="/3D/3dmodel.model" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>
            """;
    private static final String TYPES = """
            <?xml version="1.0" encoding="UTF-8"?>
            <Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" \
            ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="model" \
            ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>
            """;

    private PackedFiles() {}

    /** 3MF in inches, +Z up. */
    static void threeMf(Model model, Path file) throws IOException {
        StringBuilder vertices = new StringBuilder();
        StringBuilder triangles = new StringBuilder();
        int offset = 0;
        for (Part part : model.meshes().get(0).parts()) {
            float[] p = part.positions();
            for (int i = 0; i < p.length; i += 3) {
                vertices.append(String.format(
                        Locale.ROOT,
                        "<vertex x=\"%.6f\" y=\"%.6f\" z=\"%.6f\"/>\n",
                        p[i] / INCH,
                        -p[i + 2] / INCH,
                        p[i + 1] / INCH));
            }
            int[] x = part.indices();
            for (int i = 0; i < x.length; i += 3) {
                triangles.append(String.format(
                        Locale.ROOT,
                        "<triangle v1=\"%d\" v2=\"%d\" v3=\"%d\"/>\n",
                        x[i] + offset,
                        x[i + 1] + offset,
                        x[i + 2] + offset));
            }
            offset += part.vertexCount();
        }
        String body = "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<model unit=\"inch\" xml:lang=\"en-US\""
                + " xmlns=\"http://schemas.microsoft.com/3dmanufacturing/core/2015/02\">\n<resources><object id=\"1\""
                + " type=\"model\"><mesh><vertices>\n" + vertices + "</vertices><triangles>\n" + triangles
                + "</triangles></mesh></object></resources>\n<build><item objectid=\"1\"/></build></model>\n";
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            entry(zip, "[Content_Types].xml", TYPES);
            entry(zip, "_rels/.rels", RELATION);
            entry(zip, "3D/3dmodel.model", body);
        }
        ModelFiles.write(file, out.toByteArray());
    }

    private static void entry(ZipOutputStream zip, String name, String text) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        // the same bytes every time
        entry.setLastModifiedTime(FileTime.fromMillis(1_000_000_000_000L));
        zip.putNextEntry(entry);
        zip.write(text.getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
    }

    /** KTX 2.0 with plain texels. */
    static void ktx(Picture picture, Path file) throws IOException {
        Files.createDirectories(file.getParent());
        int texels = picture.width() * picture.height();
        ktxTextureCreateInfo info = ktxTextureCreateInfo.calloc();
        ByteBuffer source = MemoryUtil.memAlloc(texels * 4);
        PointerBuffer made = MemoryUtil.memAllocPointer(1);
        try {
            for (int i = 0; i < texels; i++) {
                for (int c = 0; c < 3; c++) {
                    source.put((byte) Math.round(picture.value(i % picture.width(), i / picture.width(), c) * 255));
                }
                source.put((byte) 255);
            }
            source.flip();
            info.vkFormat(SRGB_RGBA)
                    .baseWidth(picture.width())
                    .baseHeight(picture.height())
                    .baseDepth(1)
                    .numDimensions(2)
                    .numLevels(1)
                    .numLayers(1)
                    .numFaces(1);
            check(file, KTX.ktxTexture2_Create(info, KTX.KTX_TEXTURE_CREATE_ALLOC_STORAGE, made));
            ktxTexture2 texture = ktxTexture2.create(made.get(0));
            ktxTexture any = ktxTexture.create(texture.address());
            check(file, KTX.ktxTexture_SetImageFromMemory(any, 0, 0, 0, source));
            check(file, KTX.ktxWriteToNamedFile(any, file.toString()));
            KTX.ktxTexture2_Destroy(texture);
        } finally {
            MemoryUtil.memFree(source);
            MemoryUtil.memFree(made);
            info.free();
        }
    }

    private static void check(Path file, int code) throws IOException {
        if (code != KTX.KTX_SUCCESS) {
            throw new IOException(file + " could not be written (" + code + ")");
        }
    }
}
