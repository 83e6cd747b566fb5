package yondershelf.sorting;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** A list of naming habits with the right answers, as its first lines explain. */
public final class Habits {
    private static final List<String> NAMES = List.of(
            "tarred timber",
            "slate roof",
            "wet sand",
            "brass fitting",
            "sail cloth",
            "rope coil",
            "gull feather",
            "lichen stone",
            "storm lantern glass",
            "oilskin",
            "driftwood",
            "chalk cliff",
            "kelp mat",
            "harbour brick",
            "cork float");

    /** One habit tried with names: files of one folder, and what is to be made of them. */
    public record Case(String habit, List<Set> sets) {
        public List<String> files() {
            return sets.stream().flatMap(s -> s.files.keySet().stream()).toList();
        }
    }

    /**
     * One set.
     *
     * @param files what each is: {@code ROLE[:HOW] [alt]} or {@code own}
     */
    public record Set(String name, Map<String, String> files) {
        public boolean isMaterial() {
            return files.values().stream().anyMatch(what -> !what.equals("own"));
        }
    }

    private record Part(List<String> lines, String named) {}

    private Habits() {}

    /** @param each with how many names each habit is tried */
    static List<Case> read(String resource, int each) throws IOException {
        return read(resource, each, false);
    }

    /** @param seen true when the pictures have been looked at */
    public static List<Case> read(String resource, int each, boolean seen) throws IOException {
        List<Case> out = new ArrayList<>();
        String habit = "";
        List<Part> parts = new ArrayList<>();
        List<String> lines = new ArrayList<>();
        String named = "";
        int next = 0;
        try (BufferedReader in = new BufferedReader(new InputStreamReader(
                Objects.requireNonNull(Habits.class.getResourceAsStream(resource)), StandardCharsets.UTF_8))) {
            for (String line : in.lines().filter(l -> !l.startsWith("#")).toList()) {
                if (line.equals("---") || line.startsWith("habit:")) {
                    if (!lines.isEmpty()) {
                        parts.add(new Part(List.copyOf(lines), named));
                    }
                    lines.clear();
                    named = "";
                }
                if (line.startsWith("habit:")) {
                    next = cases(habit, parts, each, next, out, seen);
                    parts.clear();
                    habit = line.substring("habit:".length()).strip();
                } else if (line.startsWith("named:")) {
                    named = line.substring("named:".length()).strip();
                } else if (line.contains(" = ")) {
                    lines.add(line);
                }
            }
        }
        parts.add(new Part(List.copyOf(lines), named));
        cases(habit, parts, each, next, out, seen);
        return out;
    }

    private static int cases(String habit, List<Part> parts, int each, int from, List<Case> out, boolean seen) {
        int next = from;
        for (int i = 0; i < each && !parts.isEmpty(); i++) {
            List<Set> sets = new ArrayList<>();
            // parts that say how they are called share a name: their numbers tell them apart
            boolean shared = parts.stream().anyMatch(p -> !p.named.isEmpty());
            for (Part part : parts) {
                String name = NAMES.get(next % NAMES.size());
                next += shared ? 0 : 1;
                Map<String, String> files = new TreeMap<>();
                for (String line : part.lines) {
                    int at = line.lastIndexOf(" = ");
                    files.put("pack/" + written(line.substring(0, at), name), told(line.substring(at + 3), seen));
                }
                sets.add(new Set(part.named.isEmpty() ? name : written(part.named, name), files));
            }
            next += shared ? 1 : 0;
            out.add(new Case(habit, sets));
        }
        return next;
    }

    /** What can be told of a file, by its name alone or by its picture too. */
    private static String told(String what, boolean seen) {
        if (what.endsWith(" seen")) {
            return seen ? what.substring(0, what.length() - " seen".length()) : "none alt";
        }
        return what.equals("?") ? "none alt" : what;
    }

    private static String written(String text, String name) {
        String pascal = List.of(name.split(" ")).stream()
                .map(w -> w.substring(0, 1).toUpperCase(Locale.ROOT) + w.substring(1))
                .collect(Collectors.joining());
        return text.replace("{snake}", name.replace(' ', '_'))
                .replace("{kebab}", name.replace(' ', '-'))
                .replace("{pascal}", pascal)
                .replace("{camel}", pascal.substring(0, 1).toLowerCase(Locale.ROOT) + pascal.substring(1))
                .replace("{upper}", name.replace(' ', '_').toUpperCase(Locale.ROOT))
                .replace("{glued}", name.replace(" ", ""))
                .replace("{space}", name);
    }
}
