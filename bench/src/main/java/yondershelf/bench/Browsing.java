package yondershelf.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import javafx.scene.control.ScrollBar;
import javafx.scene.control.TextInputControl;
import yondershelf.app.ShelfWindow;
import yondershelf.library.Asset;

/** Somebody who looks for things for a long while, opens cards and puts some on the table; and what the program holds meanwhile. */
final class Browsing {
    private static final int PAUSE_MILLIS = 1_500;
    private static final int MOST_STANDING = 6;
    private static final String[] WORDS = {"lantern", "crate", "rope", "sea", "brass", "wood", "noon", "tide", "net", ""
    };

    private final ShelfWindow window;
    private final SplittableRandom random;
    private int acts;

    Browsing(ShelfWindow window, SplittableRandom random) {
        this.window = window;
        this.random = random;
    }

    void run(int minutes) throws Exception {
        List<Double> held = new ArrayList<>();
        for (int minute = 1; minute <= minutes; minute++) {
            long end = System.nanoTime() + 60_000_000_000L;
            while (System.nanoTime() < end) {
                WindowProbe.onFx(() -> {
                    act();
                    return true;
                });
                acts++;
                Thread.sleep(PAUSE_MILLIS);
            }
            held.add(WindowProbe.residentMegabytes());
            Figures.say("minute " + minute + ", process", held.get(minute - 1), "MB");
        }
        Figures.say("acts", acts, "");
        Figures.say("  process at most", Figures.quantile(held, 1), "MB");
        int some = Math.min(5, minutes);
        if (minutes > 12) {
            Figures.say("  median of minutes 8 to 12", Figures.median(held.subList(7, 12)), "MB");
        }
        Figures.say("  median of the last five", Figures.median(held.subList(minutes - some, minutes)), "MB");
    }

    private void act() {
        int kind = random.nextInt(100);
        if (kind < 35) {
            window.grid().chooseAt(random.nextInt(2_000), true);
        } else if (kind < 60) {
            ScrollBar bar = WindowProbe.bar(window);
            bar.setValue(random.nextDouble() * bar.getMax());
        } else if (kind < 75) {
            TextInputControl line = (TextInputControl) window.lookup("#search");
            line.setText(WORDS[random.nextInt(WORDS.length)]);
        } else if (kind < 90) {
            put();
        } else {
            window.grid().setTileSize(96 + random.nextInt(160));
        }
    }

    private void put() {
        Asset chosen = window.workspace().selected().get();
        int standing = window.workspace().table().scene().placements().size();
        if (standing >= MOST_STANDING) {
            for (int i = 0; i < MOST_STANDING; i++) {
                window.workspace().attempt(window.workspace().history()::undo);
            }
        } else if (chosen != null) {
            window.table().put(chosen);
        }
    }
}
