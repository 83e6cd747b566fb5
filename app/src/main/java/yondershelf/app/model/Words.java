package yondershelf.app.model;

import java.util.List;
import java.util.Locale;

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
            out.append(out.isEmpty() ? "" : " × ").append(String.format(Locale.ROOT, "%." + digits + "f", d * factor));
        }
        return out + " " + unit;
    }

    /** The same of one length in whole millimetres, as short as it can be said. */
    public static String extent(int millimetres) {
        if (millimetres < 10) {
            return millimetres + " mm";
        }
        return millimetres < 2000
                ? Math.round(millimetres / 10.0) + " cm"
                : String.format(Locale.ROOT, "%.1f m", millimetres / 1000.0);
    }

    /** 12,480 for people. */
    public static String count(long number) {
        return String.format(Locale.ROOT, "%,d", number);
    }

    public static String bytes(long bytes) {
        if (bytes < 1 << 20) {
            return Math.max(1, bytes >> 10) + " KB";
        }
        boolean giga = bytes >= 1L << 30;
        return String.format(Locale.ROOT, giga ? "%.1f GB" : "%.1f MB", bytes / (double) (giga ? 1L << 30 : 1L << 20));
    }

    public static String seconds(double seconds) {
        if (seconds < 1) {
            return "a moment";
        }
        return seconds < 90 ? Math.round(seconds) + " s" : Math.round(seconds / 60) + " min";
    }

    /** "1 finding", "2 findings". */
    public static String plural(long number, String one) {
        return count(number) + " " + one + (number == 1 ? "" : "s");
    }
}
