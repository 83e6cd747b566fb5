package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import yondershelf.content.Picture;
import yondershelf.format.Formats;
import yondershelf.sorting.Habits;
import yondershelf.sorting.SortedItem.SortedFile;
import yondershelf.work.Work;

/** Where names do not tell what a map is, its picture may: naming habits, made as pictures from one known height, are planned and looked at. */
class PicturesTellTest extends Planning {
    private static final int SIDE = 128;

    private final double[] height = height();

    private static double[] height() {
        SplittableRandom random = new SplittableRandom(11);
        double[] grid = random.doubles(16 * 16).toArray();
        double[] out = new double[SIDE * SIDE];
        for (int i = 0; i < out.length; i++) {
            double u = i % SIDE * 16.0 / SIDE;
            double v = i / SIDE * 16.0 / SIDE;
            double a = 0.5 - 0.5 * Math.cos(Math.PI * (u - (int) u));
            double b = 0.5 - 0.5 * Math.cos(Math.PI * (v - (int) v));
            int x = (int) u;
            int y = (int) v;
            double top = grid[y * 16 + x] * (1 - a) + grid[y * 16 + (x + 1) % 16] * a;
            int below = (y + 1) % 16 * 16;
            double under = grid[below + x] * (1 - a) + grid[below + (x + 1) % 16] * a;
            out[i] = top * (1 - b) + under * b;
        }
        return out;
    }

    private double at(int x, int y) {
        return height[Math.floorMod(y, SIDE) * SIDE + Math.floorMod(x, SIDE)];
    }

    /** @param what as the list has it: a role, or none */
    private byte[] map(String what, int seed) {
        SplittableRandom random = new SplittableRandom(seed);
        byte[] out = new byte[SIDE * SIDE * 3];
        for (int i = 0; i < SIDE * SIDE; i++) {
            int x = i % SIDE;
            int y = i / SIDE;
            double nx = -(at(x + 1, y) - at(x - 1, y)) * 4;
            double ny = (at(x, y + 1) - at(x, y - 1)) * 4;
            double length = Math.sqrt(nx * nx + ny * ny + 1);
            double grain = random.nextDouble();
            double[] c = switch (what) {
                case "normal" -> new double[] {0.5 + nx / length / 2, 0.5 + ny / length / 2, 0.5 + 0.5 / length};
                case "baseColor" ->
                    new double[] {0.3 + 0.3 * at(x, y) + 0.1 * grain, 0.25 + 0.2 * grain, 0.1 + 0.1 * at(x, y)};
                case "height" -> new double[] {at(x, y), at(x, y), at(x, y)};
                default -> new double[] {0.4 + 0.3 * grain, 0.4 + 0.3 * grain, 0.4 + 0.3 * grain};
            };
            for (int k = 0; k < 3; k++) {
                out[i * 3 + k] = (byte) Math.round(255 * Math.clamp(c[k], 0, 1));
            }
        }
        return Formats.png(Picture.ofBytes(SIDE, SIDE, 3, out));
    }

    private static String told(SortedFile file) {
        return (file.role() == null ? "none" : file.role().word())
                + (file.coding().isPlain() ? "" : ":" + file.coding().word())
                + (file.variant().isEmpty() ? "" : " alt");
    }

    @Test
    void picturesTellWhatNamesDoNot() throws Exception {
        int tried = 0;
        List<String> wrong = new ArrayList<>();
        List<Habits.Case> byName = Habits.read("/naming/heldback.txt", 1, false);
        List<Habits.Case> looked = Habits.read("/naming/heldback.txt", 1, true);
        for (int i = 0; i < looked.size(); i++) {
            Habits.Set set = looked.get(i).sets().get(0);
            if (set.files().equals(byName.get(i).sets().get(0).files())
                    && !set.files().containsValue("none alt")) {
                continue;
            }
            String pack = "pack" + i;
            for (Map.Entry<String, String> file : set.files().entrySet()) {
                file(
                        pack + "/" + file.getKey(),
                        map(
                                file.getValue().replaceAll("[: ].*", ""),
                                file.getKey().hashCode()));
            }
            try (Intake intake = new Intake(library, "", reader)) {
                IntakePlan plan = intake.plan(List.of(folder.resolve(pack)), Work.SILENT);
                IntakePlan seen = plan.renewed(intake.examine(plan, Work.SILENT));
                Map<String, String> told = new TreeMap<>();
                seen.items().forEach(item -> item.files().forEach(f -> told.put(f.path(), told(f))));
                Map<String, String> wanted = new TreeMap<>(set.files());
                tried++;
                if (!told.equals(wanted)) {
                    wrong.add(looked.get(i).habit() + ": " + wanted + " came out as " + told);
                }
            }
        }
        System.out.println("told by pictures: " + (tried - wrong.size()) + " of " + tried + " " + wrong);
        assertTrue(tried >= 10, "tried " + tried);
        assertTrue(wrong.size() <= 0.1 * tried, wrong.toString());
    }
}
