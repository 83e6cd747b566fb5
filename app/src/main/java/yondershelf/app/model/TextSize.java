package yondershelf.app.model;

import java.util.function.BiConsumer;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.beans.property.ReadOnlyDoubleWrapper;
import yondershelf.catalogue.Home;

/** The one size of text all others follow, 80 to 200 % of the usual; kept as a setting. */
public final class TextSize {
    /** Of body text at 100 %, in pixels. */
    private static final double USUAL = 13;

    private static final int LEAST = 80;
    private static final int MOST = 200;
    private static final int STEP = 10;
    private static final String SETTING = "text-size";

    private final BiConsumer<String, String> keep;
    private final ReadOnlyDoubleWrapper factor = new ReadOnlyDoubleWrapper(1);

    /** @param keep keeps a setting, by its name */
    TextSize(Home home, BiConsumer<String, String> keep) {
        this.keep = keep;
        try {
            factor.set(within(Integer.parseInt(home.setting(SETTING, "100"))) / 100.0);
        } catch (NumberFormatException e) {
            // somebody wrote something else: the usual size
            factor.set(1);
        }
    }

    /**
     * Text is drawn as outlines, in shades of grey: the toolkit puts its ready-made letters on whole pixels, unevenly, or fringes them with
     * colour. To be called before the toolkit starts.
     */
    public static void asOutlines() {
        // larger than this many pixels the toolkit draws outlines
        if (System.getProperty("prism.fontSizeLimit") == null) {
            System.setProperty("prism.fontSizeLimit", "1");
        }
    }

    private static int within(int percent) {
        return Math.max(LEAST, Math.min(MOST, percent));
    }

    /** How much larger than usual, 0.8 to 2. */
    public ReadOnlyDoubleProperty factor() {
        return factor.getReadOnlyProperty();
    }

    /** Of body text, in pixels. */
    public double pixels() {
        return USUAL * factor.get();
    }

    /**
     * A step larger or smaller, as far as there is one.
     *
     * @param steps how many, smaller when below zero
     */
    public void step(int steps) {
        int percent = within((int) Math.round(factor.get() * 100) + steps * STEP);
        factor.set(percent / 100.0);
        keep.accept(SETTING, String.valueOf(percent));
    }

    /** The usual size again. */
    public void reset() {
        factor.set(1);
        keep.accept(SETTING, "100");
    }
}
