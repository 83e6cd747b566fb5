package yondershelf.format.wavefront;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import yondershelf.format.model.Floats;
import yondershelf.format.reading.Digits;
import yondershelf.words.Phrase;

/**
 * The statements of a stretch of a Wavefront file. What was said before it is not known while it is read: faces of which it does
 * not say the object or material stand under {@link #AS_BEFORE}.
 */
final class WavefrontPiece extends WavefrontTokens {
    /** Cannot be a name: no statement has a zero byte and nothing else. */
    static final String AS_BEFORE = "\0";

    /** A blank and three numbers of eight digits with what is between them. */
    private static final int LONGEST_CORNER = 3 * (Digits.WORD + 1) + Digits.WORD;

    final Floats positions = new Floats();
    final Floats uvs = new Floats();
    final Floats normals = new Floats();
    final Map<String, Map<String, WavefrontFaces>> faces = new LinkedHashMap<>();
    final List<String> libraries = new ArrayList<>();
    final Set<String> notShown = new TreeSet<>();

    /** As many as positions, or null while there was none. */
    @Nullable
    Floats colors;

    /** What holds at its end; the last is null when it does not say. */
    String object = AS_BEFORE;

    String material = AS_BEFORE;

    @Nullable
    Boolean flat;

    /** What is wrong and where, or null. */
    @Nullable
    String problem;

    /** True when a number counts back from the latest, of which there may be some before this piece. */
    boolean countsBack;

    private final int[] corner = new int[3];
    private @Nullable WavefrontFaces current;

    WavefrontPiece(byte[] text, int from, int end) {
        super(text, from, end);
    }

    /** Reads it all, up to what is wrong. */
    void read() {
        try {
            statements();
        } catch (IllegalArgumentException e) {
            problem = "line " + lineNumber() + ": " + e.getMessage();
        }
    }

    @Override
    void backwards() {
        countsBack = true;
    }

    private int lineNumber() {
        int line = 1;
        for (int i = 0; i < Math.min(at, text.length); i++) {
            line += text[i] == '\n' ? 1 : 0;
        }
        return line;
    }

    private void statements() {
        while (at < end) {
            blanks();
            if (at >= end) {
                return;
            }
            switch (text[at]) {
                case 'v' -> vertex();
                case 'f' -> {
                    if (isWord("f") || isWord("fo")) {
                        face();
                    }
                }
                case 'l' -> {
                    if (isWord("l")) {
                        strokes();
                    }
                }
                default -> statement();
            }
            rest();
        }
    }

    private void statement() {
        if (isWord("p")) {
            while (hasMore() && corner()) {
                here().points.add(corner[0]);
            }
        } else if (isWord("o") || isWord("g")) {
            object = line();
            current = null;
        } else if (isWord("usemtl")) {
            material = line();
            current = null;
        } else if (isWord("mtllib")) {
            libraries.add(line());
        } else if (isWord("s")) {
            String said = line();
            flat = said.equals("off") || said.equals("0");
        } else if (isWord("surf") || isWord("curv") || isWord("curv2")) {
            notShown.add(Phrase.kept("format.free-form-surface"));
        }
    }

    private WavefrontFaces here() {
        WavefrontFaces known = current;
        if (known == null) {
            known = faces.computeIfAbsent(object, o -> new LinkedHashMap<>())
                    .computeIfAbsent(material, m -> new WavefrontFaces(object, m));
            current = known;
        }
        return known;
    }

    private void vertex() {
        byte next = at + 1 < end ? text[at + 1] : 0;
        if (next == 't') {
            at += 2;
            uvs.add(number(0));
            uvs.add(number(0));
        } else if (next == 'n') {
            at += 2;
            normals.add(number(0));
            normals.add(number(0));
            normals.add(number(0));
        } else if (next == ' ' || next == '\t') {
            at++;
            position();
        }
    }

    private void position() {
        float x = number(Float.NaN);
        float y = number(Float.NaN);
        float z = number(Float.NaN);
        if (hasMore()) {
            float a = number(1);
            if (!hasMore()) {
                // a weight
                float w = a == 0 ? 1 : a;
                x /= w;
                y /= w;
                z /= w;
            } else {
                color(a, number(1), number(1));
            }
        } else if (colors != null) {
            color(1, 1, 1);
        }
        positions.add(x);
        positions.add(y);
        positions.add(z);
    }

    private void color(float r, float g, float b) {
        Floats all = colors;
        if (all == null) {
            all = new Floats();
            colors = all;
        }
        while (all.size() < positions.size()) {
            all.add(1);
        }
        all.add(r);
        all.add(g);
        all.add(b);
    }

    private void face() {
        WavefrontFaces into = here();
        int before = into.corners.size();
        int count = plainCorners(into.corners);
        if (count == 0) {
            into.corners.cut(before);
            while (hasMore() && corner()) {
                into.corners.add(corner[0], corner[1], corner[2]);
                count++;
            }
        }
        if (count < 3) {
            // what is no face: its corners are forgotten
            into.corners.cut(before);
            return;
        }
        into.counts.add(count);
        into.triangles += count - 2;
        into.shade(flat);
    }

    /**
     * The corners of a line as nearly all lines are: one blank before each, numbers of up to seven digits. Gives their count; 0,
     * and what was added is to be forgotten, when the line is another.
     */
    private int plainCorners(WavefrontCorners into) {
        // locals: this is most of the work of reading
        byte[] from = text;
        int to = at;
        int count = 0;
        while (to + LONGEST_CORNER <= end && from[to] == ' ') {
            long word = Digits.at(from, ++to);
            int digits = Digits.count(word);
            int position = Digits.value(word, digits);
            to += digits;
            int uv = 0;
            int normal = 0;
            boolean whole = digits > 0 && digits < Digits.WORD && position > 0;
            if (from[to] == '/') {
                word = Digits.at(from, ++to);
                digits = Digits.count(word);
                uv = digits == 0 ? 0 : Digits.value(word, digits);
                to += digits;
                whole &= digits < Digits.WORD && (digits == 0 || uv > 0);
                if (from[to] == '/') {
                    word = Digits.at(from, ++to);
                    digits = Digits.count(word);
                    normal = digits == 0 ? 0 : Digits.value(word, digits);
                    to += digits;
                    whole &= digits < Digits.WORD && (digits == 0 || normal > 0);
                }
            }
            if (!whole) {
                return 0;
            }
            into.add(position - 1, uv - 1, normal - 1);
            count++;
        }
        if (to + 1 >= end || from[to] != '\n' && !(from[to] == '\r' && from[to + 1] == '\n')) {
            return 0;
        }
        at = to;
        return count;
    }

    private void strokes() {
        WavefrontFaces into = here();
        int last = NONE;
        while (hasMore() && corner()) {
            if (last != NONE) {
                into.lines.add(last);
                into.lines.add(corner[0]);
            }
            last = corner[0];
        }
    }

    /** Reads {@code 1}, {@code 1/2}, {@code 1//3} or {@code 1/2/3}; negative numbers count back from the latest. */
    private boolean corner() {
        corner[0] = index(positions.size() / 3);
        corner[1] = NONE;
        corner[2] = NONE;
        if (at < end && text[at] == '/') {
            at++;
            corner[1] = at < end && text[at] == '/' ? NONE : index(uvs.size() / 2);
            if (at < end && text[at] == '/') {
                at++;
                corner[2] = index(normals.size() / 3);
            }
        }
        if (corner[0] < 0) {
            throw new IllegalArgumentException("a face without a vertex");
        }
        return true;
    }
}
