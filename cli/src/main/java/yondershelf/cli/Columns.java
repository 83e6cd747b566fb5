package yondershelf.cli;

import java.util.ArrayList;
import java.util.List;
import yondershelf.content.Visible;

/** Rows of texts in columns, as wide as the widest of each; the last is as wide as it is. */
final class Columns {
    private static final int MOST = 48;

    private Columns() {}

    /** @param rows of equally many texts each */
    static List<String> of(List<String[]> rows) {
        List<String> out = new ArrayList<>();
        if (rows.isEmpty()) {
            return out;
        }
        int[] widths = new int[rows.get(0).length];
        for (String[] row : rows) {
            for (int i = 0; i < row.length; i++) {
                widths[i] = Math.max(widths[i], Math.min(MOST, width(row[i])));
            }
        }
        for (String[] row : rows) {
            StringBuilder line = new StringBuilder();
            for (int i = 0; i < row.length; i++) {
                line.append(row[i]);
                if (i < row.length - 1) {
                    line.append(" ".repeat(Math.max(0, widths[i] - width(row[i])) + 2));
                }
            }
            out.add(line.toString().stripTrailing());
        }
        return out;
    }

    private static int width(String text) {
        String shown = Visible.text(text);
        return shown.codePointCount(0, shown.length());
    }
}
