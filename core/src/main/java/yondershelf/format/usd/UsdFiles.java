package yondershelf.format.usd;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Enumeration;
import java.util.HashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.Reading;
import yondershelf.references.Reach;
import yondershelf.words.Phrase;

/**
 * The files a USD scene is made of: layers and pictures beside each other, within reach, or inside one package (USDZ: a ZIP
 * without compression whose first entry is the layer that counts). Layers are called by their path or their entry's name.
 */
final class UsdFiles {
    private static final long MOST_BYTES = 1L << 30;
    private static final int HEAD = 8;
    private static final String CRATE = "PXR-USDC";

    private final Path file;
    private final Reach reach;
    private final @Nullable Map<String, byte[]> entries;
    private final Map<String, UsdPrim> layers = new HashMap<>();
    private final String root;

    UsdFiles(Path file, Reach reach, boolean packed) throws ProblemException {
        this.file = file;
        this.reach = reach;
        if (packed) {
            Map<String, byte[]> all = new HashMap<>();
            this.root = unpack(file, all);
            this.entries = all;
        } else {
            this.root = file.toString();
            this.entries = null;
        }
    }

    private static String unpack(Path file, Map<String, byte[]> into) throws ProblemException {
        String first = null;
        long whole = 0;
        try (ZipFile zip = new ZipFile(file.toFile())) {
            for (Enumeration<? extends ZipEntry> all = zip.entries(); all.hasMoreElements(); ) {
                ZipEntry entry = all.nextElement();
                if (entry.isDirectory()) {
                    continue;
                }
                first = first == null && isLayer(entry.getName()) ? entry.getName() : first;
                try (InputStream in = zip.getInputStream(entry)) {
                    byte[] bytes = in.readNBytes((int) Math.min(Integer.MAX_VALUE - HEAD, MOST_BYTES - whole + 1));
                    whole += bytes.length;
                    if (whole > MOST_BYTES) {
                        throw Problem.of(file, Phrase.kept("format.what-is-packed-in-it"))
                                .raise();
                    }
                    into.put(entry.getName(), bytes);
                }
            }
        } catch (IOException e) {
            throw Reading.problem(file, e).raise(e);
        }
        if (first == null) {
            throw Problem.of(file, Phrase.kept("format.there-is-no-scene-in")).raise();
        }
        return first;
    }

    private static boolean isLayer(String name) {
        String lower = name.toLowerCase(java.util.Locale.ROOT);
        return lower.endsWith(".usda") || lower.endsWith(".usd") || lower.endsWith(".usdc");
    }

    /** The layer everything begins with. */
    String root() {
        return root;
    }

    /**
     * A layer, its sublayers taken under it.
     *
     * @throws ProblemException when it cannot be read; what to export instead when it is in binary form
     */
    UsdPrim layer(String name) throws ProblemException {
        UsdPrim known = layers.get(name);
        if (known != null) {
            return known;
        }
        UsdPrim read = UsdText.read(text(name), name, file);
        layers.put(name, read);
        for (UsdValue.Reference sub : read.about("subLayers").references()) {
            String found = find(sub);
            if (found != null && !layers.containsKey(found)) {
                read.takeUnder(layer(found));
            }
        }
        return read;
    }

    private byte[] text(String name) throws ProblemException {
        byte[] bytes = bytes(name);
        if (bytes.length >= HEAD
                && new String(bytes, 0, HEAD, java.nio.charset.StandardCharsets.ISO_8859_1).equals(CRATE)) {
            throw binary(file);
        }
        if (!UsdText.isOne(bytes)) {
            throw Problem.of(file, Phrase.kept("format.a-layer-of-it-does")).raise();
        }
        return bytes;
    }

    /** What is said of USD in its binary form. */
    static ProblemException binary(Path file) {
        return new Problem(
                        file.toString(),
                        Phrase.kept("format.it-holds-usd-in-its"),
                        Phrase.kept("format.export-it-as-usda-text"))
                .raise();
    }

    private byte[] bytes(String name) throws ProblemException {
        try {
            if (entries != null) {
                byte[] bytes = entries.get(name);
                if (bytes == null) {
                    throw Problem.of(file, Phrase.kept("format.is-not-in-the-package", name))
                            .raise();
                }
                return bytes;
            }
            return Reading.bytes(Path.of(name));
        } catch (IOException e) {
            throw Reading.problem(name, e).raise(e);
        }
    }

    /** The layer meant by a reference, or null when there is none within reach. */
    @Nullable
    String find(UsdValue.Reference reference) {
        if (reference.asset().isEmpty()) {
            return reference.layer();
        }
        if (entries != null) {
            return entry(reference);
        }
        Path found = reach.follow(Path.of(reference.layer()), reference.asset()).open();
        return found != null && Files.isRegularFile(found) ? found.toString() : null;
    }

    private @Nullable String entry(UsdValue.Reference reference) {
        int slash = reference.layer().lastIndexOf('/');
        String folder = slash < 0 ? "" : reference.layer().substring(0, slash);
        for (String path : Reach.below(folder, reference.asset())) {
            if (entries != null && entries.containsKey(path)) {
                return path;
            }
        }
        return null;
    }

    /** Where a picture is to be found; it may be missing. */
    ImageSource picture(UsdValue.Reference reference) {
        if (entries != null) {
            String entry = entry(reference);
            byte[] bytes = entry == null ? null : entries.get(entry);
            return new ImageSource(entry == null ? reference.asset() : entry, null, bytes);
        }
        return new ImageSource(
                reference.asset(),
                reach.follow(Path.of(reference.layer()), reference.asset()).open(),
                null);
    }
}
