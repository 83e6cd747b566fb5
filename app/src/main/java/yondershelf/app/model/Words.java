package yondershelf.app.model;

import java.util.List;
import yondershelf.words.Phrase;

/** Figures in words for the screen. */
public final class Words {
    private Words() {}

    /** A length in metres as a person would say it: mm below 1 cm, cm below 2 m, else m. */
    public static String size(List<Double> metres) {
        double most = metres.stream().mapToDouble(d -> d).max().orElse(0);
        double factor = most < 0.01 ? 1000 : most < 2 ? 100 : 1;
        String unit = factor == 1000 ? "mm" : factor == 100 ? "cm" : "m";
        int digits = factor == 1 ? 2 : 1;
        StringBuilder out = new StringBuilder();
        for (double d : metres) {
            out.append(out.isEmpty() ? "" : " × ")
                    .append(String.format(Phrase.language(), "%." + digits + "f", d * factor));
        }
        return out + " " + unit;
    }

    /** The same of one length in whole millimetres, as short as it can be said. */
    public static String extent(int millimetres) {
        if (millimetres < 10) {
            return Phrase.of("model.mm", millimetres);
        }
        return millimetres < 2000
                ? Phrase.of("model.cm", Math.round(millimetres / 10.0))
                : String.format(Phrase.language(), "%.1f m", millimetres / 1000.0);
    }

    /** 12,480 for people. */
    public static String count(long number) {
        return String.format(Phrase.language(), "%,d", number);
    }

    public static String bytes(long bytes) {
        if (bytes < 1 << 20) {
            return Math.max(1, bytes >> 10) + " KB";
        }
        boolean giga = bytes >= 1L << 30;
        return String.format(
                Phrase.language(), giga ? "%.1f GB" : "%.1f MB", bytes / (double) (giga ? 1L << 30 : 1L << 20));
    }

    public static String seconds(double seconds) {
        if (seconds < 1) {
            return Phrase.of("model.a-moment");
        }
        return seconds < 90 ? Math.round(seconds) + " s" : Phrase.of("model.min", Math.round(seconds / 60));
    }

    /** "1 finding", "2 findings". */
    public static String plural(long number, String one) {
        return Phrase.count(number, one);
    }
}
