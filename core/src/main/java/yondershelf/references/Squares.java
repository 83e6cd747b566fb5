package yondershelf.references;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.TextureUse;
import yondershelf.words.Phrase;

/**
 * Pictures that lie on several UV squares, a file for each. A reference to them holds {@code <UDIM>}, for 1001 + u + 10 v, or
 * {@code <UVTILE>}, for {@code u1_v1} and on (MaterialX 1.38, "Filename Substitutions").
 *
 * @param columns squares across, from the first, 1 or more
 * @param rows squares up, from the first, 1 or more
 * @param all those that are there
 */
public record Squares(int columns, int rows, List<Square> all) {
    private static final int FIRST = 1001;
    private static final int ROW = 10;
    private static final int MOST = 100;
    private static final String UDIM = "<UDIM>";
    private static final String UVTILE = "<UVTILE>";
    private static final Pattern STEPS = Pattern.compile("(?i)u\\d{1,2}_?v\\d{1,2}");

    /** Column and row from the first square on, rows up. */
    public record Square(int column, int row, Path file) {}

    /** How one of them is read. */
    public interface Read {
        Picture read(ImageSource source) throws ProblemException;
    }

    /** True for a reference to pictures on several squares. */
    public static boolean areMeant(String reference) {
        return reference.contains(UDIM) || reference.contains(UVTILE);
    }

    /** How many bytes the word for the squares takes that ends at a place; 0 when none does. */
    public static int tokenBefore(byte[] text, int end) {
        if (end == 0 || text[end - 1] != '>') {
            return 0;
        }
        for (String token : new String[] {UDIM, UVTILE}) {
            int start = end - token.length();
            if (start >= 0 && token.equals(new String(text, start, token.length(), StandardCharsets.ISO_8859_1))) {
                return token.length();
            }
        }
        return 0;
    }

    /** The references to the single squares, the first one first. */
    static List<String> each(String reference) {
        List<String> out = new ArrayList<>();
        for (int n = 0; n < MOST; n++) {
            out.add(one(reference, n % ROW, n / ROW));
        }
        return out;
    }

    private static String one(String reference, int column, int row) {
        return reference
                .replace(UDIM, String.valueOf(FIRST + column + ROW * row))
                .replace(UVTILE, "u" + (column + 1) + "_v" + (row + 1));
    }

    /**
     * The reference to all squares, from the name of one.
     *
     * @param path of one, whose name may hold its square's number or steps
     * @param square its number, 1001 or more
     */
    public static String reference(String path, int square) {
        String number = String.valueOf(square);
        int at = path.lastIndexOf(number);
        if (at > path.lastIndexOf('/')) {
            return path.substring(0, at) + UDIM + path.substring(at + number.length());
        }
        return STEPS.matcher(path).replaceFirst(UVTILE);
    }

    /** Those a source means that are there; none when it means a single picture. */
    public static Squares of(ImageSource source) {
        List<Square> out = new ArrayList<>();
        Path first = source.file();
        if (first != null && areMeant(source.reference())) {
            String name = name(source.reference());
            String decoded = PercentCode.decoded(name).orElse(name);
            for (int n = 0; n < MOST; n++) {
                Path file = first.resolveSibling(one(name, n % ROW, n / ROW));
                if (!Files.isRegularFile(file) && !decoded.equals(name)) {
                    file = first.resolveSibling(one(decoded, n % ROW, n / ROW));
                }
                if (Files.isRegularFile(file)) {
                    out.add(new Square(n % ROW, n / ROW, file));
                }
            }
        }
        int columns = 1 + out.stream().mapToInt(Square::column).max().orElse(0);
        int rows = 1 + out.stream().mapToInt(Square::row).max().orElse(0);
        return new Squares(columns, rows, List.copyOf(out));
    }

    private static String name(String reference) {
        return reference.substring(Math.max(reference.lastIndexOf('/'), reference.lastIndexOf('\\')) + 1);
    }

    /** A use of one picture as the same of all squares, each on its own square of UVs. Exact when the picture is not turned. */
    public static TextureUse spread(TextureUse use) {
        if (!areMeant(use.image().reference())) {
            return use;
        }
        Squares squares = of(use.image());
        double u = squares.columns;
        double v = squares.rows;
        return new TextureUse(
                use.image(),
                use.scaleU() / u,
                use.scaleV() / v,
                use.offsetU() / u,
                use.offsetV() / v + 1 - 1 / v,
                use.rotation(),
                use.wrapU(),
                use.wrapV(),
                use.set());
    }

    /**
     * All that a source means as one picture; squares nobody painted are empty.
     *
     * @throws ProblemException when one of them cannot be read, with the cause in plain words
     */
    public static Picture whole(ImageSource source, Read read) throws ProblemException {
        Squares squares = of(source);
        SquarePicture out = null;
        for (Square square : squares.all) {
            Picture picture = read.read(
                    new ImageSource(square.file.toString(), square.file, null, source.asStored(), source.coding()));
            out = out == null ? SquarePicture.of(squares, picture) : out;
            out.put(square, picture);
        }
        if (out == null) {
            throw Problem.of(source.shownName(), Phrase.kept("format.none-of-its-squares-is"))
                    .raise();
        }
        return out.picture();
    }
}
