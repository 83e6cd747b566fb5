package yondershelf.facts;

/**
 * How different two colours look: CIEDE2000 (CIE 142-2001), with the notes on its discontinuities of Sharma, Wu and Dalal (2005).
 * A difference of 1 is just seen side by side.
 */
public final class ColourDifference {
    private static final double POW_25_7 = Math.pow(25, 7);

    private ColourDifference() {}

    /** Of two colours in CIELAB, with all parametric factors 1. */
    public static double of(double l1, double a1, double b1, double l2, double a2, double b2) {
        double mean = (Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2;
        double mean7 = Math.pow(mean, 7);
        double g = 0.5 * (1 - Math.sqrt(mean7 / (mean7 + POW_25_7)));
        double p1 = (1 + g) * a1;
        double p2 = (1 + g) * a2;
        double c1 = Math.hypot(p1, b1);
        double c2 = Math.hypot(p2, b2);
        double h1 = hue(p1, b1);
        double h2 = hue(p2, b2);

        double dl = l2 - l1;
        double dc = c2 - c1;
        double turn = h2 - h1;
        if (c1 * c2 == 0) {
            turn = 0;
        } else if (turn > 180) {
            turn -= 360;
        } else if (turn < -180) {
            turn += 360;
        }
        double dh = 2 * Math.sqrt(c1 * c2) * Math.sin(Math.toRadians(turn / 2));

        double l = (l1 + l2) / 2;
        double c = (c1 + c2) / 2;
        double h = h1 + h2;
        if (c1 * c2 != 0) {
            boolean near = Math.abs(h1 - h2) <= 180;
            h = near ? h / 2 : h < 360 ? (h + 360) / 2 : (h - 360) / 2;
        }
        double t = 1 - 0.17 * cos(h - 30) + 0.24 * cos(2 * h) + 0.32 * cos(3 * h + 6) - 0.20 * cos(4 * h - 63);
        double away = (h - 275) / 25;
        double rotation = 30 * Math.exp(-away * away);
        double c7 = Math.pow(c, 7);
        double rc = 2 * Math.sqrt(c7 / (c7 + POW_25_7));
        double light = (l - 50) * (l - 50);
        double sl = 1 + 0.015 * light / Math.sqrt(20 + light);
        double sc = 1 + 0.045 * c;
        double sh = 1 + 0.015 * c * t;
        double rt = -Math.sin(Math.toRadians(2 * rotation)) * rc;
        double x = dl / sl;
        double y = dc / sc;
        double z = dh / sh;
        return Math.sqrt(Math.max(0, x * x + y * y + z * z + rt * y * z));
    }

    private static double cos(double degrees) {
        return Math.cos(Math.toRadians(degrees));
    }

    private static double hue(double a, double b) {
        if (a == 0 && b == 0) {
            return 0;
        }
        double h = Math.toDegrees(Math.atan2(b, a));
        return h < 0 ? h + 360 : h;
    }
}
