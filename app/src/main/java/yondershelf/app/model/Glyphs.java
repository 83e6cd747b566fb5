package yondershelf.app.model;

import javafx.scene.shape.SVGPath;
import yondershelf.content.Kind;

/** Small glyphs of our own drawing, on a 12 by 12 grid. */
public final class Glyphs {
    private Glyphs() {}

    /** The glyph of a kind. */
    public static SVGPath of(Kind kind) {
        String path = switch (kind) {
            case MODEL -> "M1 11 L1 5 L6 5 L6 11 Z M7.5 11 L9.2 3 L11 11 Z";
            case MATERIAL -> "M1 8 A5 5 0 0 1 11 8 Z M0.5 9.5 L11.5 9.5 L11.5 11 L0.5 11 Z";
            case HDRI -> "M0.5 8 L11.5 8 L11.5 9.3 L0.5 9.3 Z M3 7 A3 3 0 0 1 9 7 Z M5.5 1 L6.5 1 L6.5 3 L5.5 3 Z";
            case TEXTURE ->
                "M1 2 L5 2 L5 6 L1 6 Z M6 6 L11 6 L11 11 L6 11 Z M7 2 L9 2 L9 4 L7 4 Z M2 8 L4 8 L4 10 L2 10 Z";
            case RECIPE ->
                "M2 2 L4 2 L4 4 L2 4 Z M8 3 L10 3 L10 5 L8 5 Z M4 8 L6 8 L6 10 L4 10 Z M9 8 L11 8 L11 10 L9 10 Z";
        };
        return path(path);
    }

    public static SVGPath star() {
        return path("M6 1 L7.6 4.5 L11.4 4.9 L8.5 7.4 L9.4 11.2 L6 9.2 L2.6 11.2 L3.5 7.4 L0.6 4.9 L4.4 4.5 Z");
    }

    /** Where new things go: a tray that something comes down to. */
    public static SVGPath tray() {
        return path(
                "M1 7 L2.4 7 L2.4 9.6 L9.6 9.6 L9.6 7 L11 7 L11 11 L1 11 Z M5.3 1 L6.7 1 L6.7 4.5 L8.6 4.5 L6 7.6 L3.4 4.5 L5.3 4.5 Z");
    }

    /** The program's mark: a half sun over a ledge. */
    public static SVGPath mark() {
        SVGPath mark = path(
                "M0 13 L24 13 L24 15 L0 15 Z M4 11 A8 8 0 0 1 20 11 L17.6 11 A5.6 5.6 0 0 0 6.4 11 Z M3 18 L21 18 L21 19.4 L3 19.4 Z");
        mark.getStyleClass().add("mark");
        return mark;
    }

    private static SVGPath path(String content) {
        SVGPath path = new SVGPath();
        path.setContent(content);
        path.getStyleClass().add("glyph");
        return path;
    }
}
