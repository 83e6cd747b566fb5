package yondershelf.format.wavefront;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import yondershelf.format.model.Floats;
import yondershelf.work.Parallel;

/**
 * The statements of a Wavefront object file (its format's specification of 1995): vertices, faces, lines, points, objects,
 * groups, materials and smoothing. Colours after positions are common practice, no source. Failures are
 * {@link IllegalArgumentException}s that say what is wrong.
 */
final class WavefrontText {
    private static final int SMALLEST_PIECE = 1 << 18;
    private static final int PIECES_PER_THREAD = 4;

    private final Floats positions;
    private final Floats uvs;
    private final Floats normals;
    private @Nullable Floats colors;
    private final Map<String, Map<String, WavefrontFaces>> faces = new LinkedHashMap<>();
    private final List<String> libraries = new ArrayList<>();
    private final Set<String> notShown = new TreeSet<>();
    private String object = "";
    private String material = "";
    private boolean flat;

    private WavefrontText(List<WavefrontPiece> pieces) {
        // room for all of them at once: most of a large file is these
        positions = new Floats(pieces.stream().mapToInt(p -> p.positions.size()).sum());
        uvs = new Floats(pieces.stream().mapToInt(p -> p.uvs.size()).sum());
        normals = new Floats(pieces.stream().mapToInt(p -> p.normals.size()).sum());
    }

    static WavefrontText read(byte[] bytes) {
        byte[] utf = unicode(bytes);
        byte[] text = utf == null ? bytes : utf;
        return read(text, Math.max(SMALLEST_PIECE, text.length / (Parallel.threads() * PIECES_PER_THREAD)));
    }

    /** @param size of the pieces that are read at the same time, in bytes and up to the end of the line */
    static WavefrontText read(byte[] text, int size) {
        List<WavefrontPiece> pieces = pieces(text, size);
        Parallel.run(
                pieces.size(),
                Parallel.threads(),
                () -> false,
                i -> pieces.get(i).read());
        if (pieces.stream().skip(1).anyMatch(piece -> piece.countsBack)) {
            // how many there are before it must be known
            WavefrontPiece all = new WavefrontPiece(text, 0, text.length);
            all.read();
            return joined(List.of(all));
        }
        return joined(pieces);
    }

    /** @param flat whether those of its faces are flat of which it was said before them */
    private record Stretch(WavefrontFaces faces, boolean flat) {}

    /** Stretches of whole lines. */
    private static List<WavefrontPiece> pieces(byte[] text, int size) {
        List<WavefrontPiece> out = new ArrayList<>();
        int from = 0;
        while (from < text.length) {
            int to = (int) Math.min(text.length, (long) from + size);
            while (to < text.length && !endsLine(text, to)) {
                to++;
            }
            out.add(new WavefrontPiece(text, from, to));
            from = to;
        }
        return out;
    }

    /** True when a line is over before a place and does not go on in the next one. */
    private static boolean endsLine(byte[] text, int at) {
        int last = at >= 2 && text[at - 2] == '\r' ? at - 3 : at - 2;
        return text[at - 1] == '\n' && !(last >= 0 && text[last] == '\\');
    }

    private static WavefrontText joined(List<WavefrontPiece> pieces) {
        WavefrontText out = new WavefrontText(pieces);
        Map<WavefrontFaces, List<Stretch>> joins = new LinkedHashMap<>();
        for (WavefrontPiece piece : pieces) {
            if (piece.problem != null) {
                throw new IllegalArgumentException(piece.problem);
            }
            out.join(piece, joins);
        }
        joins.forEach((all, stretches) -> {
            all.reserve(stretches.stream().map(Stretch::faces).toList());
            stretches.forEach(stretch -> all.addAll(stretch.faces, stretch.flat));
        });
        return out;
    }

    private void join(WavefrontPiece piece, Map<WavefrontFaces, List<Stretch>> joins) {
        Floats more = piece.colors;
        if (more != null) {
            Floats all = colors == null ? new Floats() : colors;
            while (all.size() < positions.size()) {
                all.add(1);
            }
            all.addAll(more);
            colors = all;
        }
        positions.addAll(piece.positions);
        uvs.addAll(piece.uvs);
        normals.addAll(piece.normals);
        libraries.addAll(piece.libraries);
        notShown.addAll(piece.notShown);
        for (Map<String, WavefrontFaces> byMaterial : piece.faces.values()) {
            for (WavefrontFaces part : byMaterial.values()) {
                joins.computeIfAbsent(all(part), a -> new ArrayList<>()).add(new Stretch(part, flat));
            }
        }
        object = orBefore(piece.object, object);
        material = orBefore(piece.material, material);
        Boolean said = piece.flat;
        flat = said == null ? flat : said;
    }

    /** Where the faces of a piece belong. */
    private WavefrontFaces all(WavefrontFaces more) {
        String in = orBefore(more.object, object);
        String of = orBefore(more.material, material);
        return faces.computeIfAbsent(in, o -> new LinkedHashMap<>())
                .computeIfAbsent(of, m -> new WavefrontFaces(in, m));
    }

    private static String orBefore(String said, String before) {
        return said.equals(WavefrontPiece.AS_BEFORE) ? before : said;
    }

    /** The text in UTF-8 when it is in UTF-16, which its first two bytes say; else null. */
    static byte @Nullable [] unicode(byte[] bytes) {
        Charset set = null;
        if (bytes.length >= 2 && (bytes[0] & 0xff) == 0xff && (bytes[1] & 0xff) == 0xfe) {
            set = StandardCharsets.UTF_16LE;
        } else if (bytes.length >= 2 && (bytes[0] & 0xff) == 0xfe && (bytes[1] & 0xff) == 0xff) {
            set = StandardCharsets.UTF_16BE;
        }
        return set == null ? null : new String(bytes, 2, bytes.length - 2, set).getBytes(StandardCharsets.UTF_8);
    }

    /** x, y, z per vertex, in the file's own unit. */
    Floats positions() {
        return positions;
    }

    /** u, v per vertex, rows running up. */
    Floats uvs() {
        return uvs;
    }

    Floats normals() {
        return normals;
    }

    /** r, g, b per position, or null. */
    @Nullable
    Floats colors() {
        return colors;
    }

    /** By object, then by material. */
    Map<String, Map<String, WavefrontFaces>> faces() {
        return faces;
    }

    /** Material libraries as they are written: one, or several with blanks between. */
    List<String> libraries() {
        return libraries;
    }

    Set<String> notShown() {
        return notShown;
    }
}
