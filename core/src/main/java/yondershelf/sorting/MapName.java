package yondershelf.sorting;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Coding;
import yondershelf.content.Role;

/**
 * One way to understand a texture file's name: which set it belongs to and which role it plays, e.g.
 * {@code tarred_timber_2k_rough.png} is roughness of "tarred timber" at 2048 pixels.
 *
 * @param set the words of the set's name, lower case, separated by blanks; empty when the name is only a role
 * @param role null when no word tells one
 * @param size of its longer side in pixels, as the name says; 0 when it does not
 * @param tile UV square, 1001 and on; 0 when the name does not say
 * @param version 0 when the name does not say
 * @param variant words that tell this picture from others of the same role in the set
 * @param later true when another of the same role is used before it
 * @param letter true when only a single letter tells the role
 * @param sample true when it says that it shows the whole thing
 */
record MapName(
        String set,
        @Nullable Role role,
        Coding coding,
        int size,
        int tile,
        int version,
        String variant,
        boolean later,
        boolean letter,
        boolean sample) {
    private static final Set<String> FIRST = Set.of("t", "m", "tex", "mat");
    private static final Set<String> GREEN_UP = Set.of("gl", "ogl", "opengl");
    private static final Set<String> GREEN_DOWN = Set.of("dx", "directx");
    private static final int FIRST_TILE = 1001;
    private static final int LAST_TILE = 1999;
    private static final int ROW = 10;
    private static final int MOST_JOINED = 3;

    static MapName none() {
        return new MapName("", null, Coding.PLAIN, 0, 0, 0, "", false, false, false);
    }

    /** The likeliest way to understand a name by itself. */
    static MapName of(String fileName) {
        return readings(fileName).get(0);
    }

    /** All ways, the likeliest first; at least one. */
    static List<MapName> readings(String fileName) {
        int dot = fileName.lastIndexOf('.');
        return new Reading(dot > 0 ? fileName.substring(0, dot) : fileName).all();
    }

    MapName withSize(int other) {
        return new MapName(set, role, coding, other, tile, version, variant, later, letter, sample);
    }

    MapName withSet(String other) {
        return new MapName(other, role, coding, size, tile, version, variant, later, letter, sample);
    }

    MapName withRole(MapWords.Meaning told) {
        return new MapName(set, told.role(), told.coding(), size, tile, version, variant, told.later(), false, sample);
    }

    /** The work of taking one name apart. */
    private static final class Reading {
        private final List<String> words = new ArrayList<>();
        private final List<Boolean> blanks = new ArrayList<>();
        private final List<MapName> out = new ArrayList<>();
        private int size;
        private int tile;
        private int version;
        private String numbered = "";
        private boolean up;
        private boolean down;
        private boolean sample;

        Reading(String stem) {
            NameWords split = NameWords.of(signed(stem));
            for (int i = 0; i < split.words().size(); i++) {
                String word = NameWords.plain(split.words().get(i));
                String next = i + 1 < split.words().size() ? split.words().get(i + 1) : "";
                if (i == 0 && FIRST.contains(word) && split.words().size() > 2) {
                    // what kind of file it is
                    continue;
                }
                if (word.equals("non") && (next.equals("color") || next.equals("colour"))) {
                    i++;
                } else if (isTileStep(word, 'u') && isTileStep(next, 'v')) {
                    tile = FIRST_TILE + number(word.substring(1)) - 1 + ROW * (number(next.substring(1)) - 1);
                    i++;
                } else if (!isKnown(word)) {
                    words.add(word);
                    blanks.add(split.blanks().get(i));
                }
            }
        }

        /** A sign behind the name of an axis is no separator. */
        private static String signed(String stem) {
            String lower = stem.toLowerCase(java.util.Locale.ROOT);
            int up = lower.indexOf("y+");
            int down = lower.indexOf("y-");
            boolean last = down >= 0 && down + 2 == stem.length();
            int at = up >= 0 ? up : last ? down : -1;
            if (at < 1 || Character.isLetterOrDigit(stem.charAt(at - 1))) {
                return stem;
            }
            return stem.substring(0, at) + (up >= 0 ? "ogl" : "dx") + stem.substring(at + 2);
        }

        /** Takes in what a word tells apart from set and role; false when it tells nothing of that kind. */
        private boolean isKnown(String word) {
            int pixels = MapSize.of(word);
            if (pixels > 0) {
                size = Math.max(size, pixels);
                return true;
            }
            if (word.charAt(0) >= '0' && word.charAt(0) <= '9') {
                return word.endsWith("bit") && word.length() <= 5;
            }
            up |= GREEN_UP.contains(word);
            down |= GREEN_DOWN.contains(word);
            sample |= MapWords.isSample(word);
            if (isNumbered(word, "v")) {
                version = number(word.substring(1));
                return true;
            }
            if (isNumbered(word, "var") || isNumbered(word, "variant")) {
                numbered = word;
                return true;
            }
            return GREEN_UP.contains(word)
                    || GREEN_DOWN.contains(word)
                    || MapWords.isSilent(word)
                    || MapWords.isSample(word);
        }

        private static boolean isTileStep(String word, char axis) {
            return word.length() >= 2 && word.charAt(0) == axis && isNumbered(word, String.valueOf(axis));
        }

        private static boolean isNumbered(String word, String head) {
            if (!word.startsWith(head) || word.length() == head.length() || word.length() > head.length() + 4) {
                return false;
            }
            for (int i = head.length(); i < word.length(); i++) {
                if (word.charAt(i) < '0' || word.charAt(i) > '9') {
                    return false;
                }
            }
            return true;
        }

        private static boolean isDigit(String word) {
            char last = word.charAt(word.length() - 1);
            return last >= '0' && last <= '9';
        }

        private static int number(String digits) {
            return Integer.parseInt(digits);
        }

        List<MapName> all() {
            takeTile();
            for (int last = words.size() - 1; last >= 0; last--) {
                MapWords.Meaning letter = letterAt(last);
                if (letter != null) {
                    add(letter, words.subList(0, last), List.of());
                }
                int joined = Math.min(MOST_JOINED, last + 1);
                for (; joined > 0; joined--) {
                    MapWords.Meaning told = joinedAt(last - joined + 1, last);
                    if (told != null) {
                        add(told, words.subList(0, last - joined + 1), words.subList(last + 1, words.size()));
                        last -= joined - 1;
                        break;
                    }
                }
                int glued = joined > 0 || isDigit(words.get(last)) ? 0 : MapWords.glued(words.get(last));
                if (glued > 0) {
                    List<String> before = new ArrayList<>(words.subList(0, last));
                    before.add(words.get(last).substring(0, glued));
                    add(
                            Objects.requireNonNull(MapWords.role(words.get(last).substring(glued))),
                            before,
                            words.subList(last + 1, words.size()));
                }
            }
            if (out.isEmpty() || !words.isEmpty() && out.stream().allMatch(name -> name.letter)) {
                out.add(name(null, words, List.of()));
            }
            return out;
        }

        /** A number at the end that may be a UV square is one when a role is before it. */
        private void takeTile() {
            int last = words.size() - 1;
            if (tile == 0 && last > 0 && words.get(last).length() == 4 && isNumbered(words.get(last), "")) {
                int value = number(words.get(last));
                if (value >= FIRST_TILE && value <= LAST_TILE) {
                    tile = value;
                    words.remove(last);
                    blanks.remove(last);
                }
            }
        }

        private MapWords.@Nullable Meaning letterAt(int at) {
            boolean end = at == words.size() - 1 && at > 0 && words.get(at).length() == 1;
            return end && !blanks.get(at) ? MapWords.letter(words.get(at)) : null;
        }

        private MapWords.@Nullable Meaning joinedAt(int from, int to) {
            if (from == to) {
                return words.get(to).length() == 1 ? null : MapWords.role(words.get(to));
            }
            if (words.get(from).length() == 1) {
                return null;
            }
            return MapWords.role(words, from, to);
        }

        private void add(MapWords.Meaning told, List<String> before, List<String> after) {
            if (before.isEmpty() || after.isEmpty()) {
                out.add(name(told, before.isEmpty() ? after : before, List.of()));
                return;
            }
            List<String> both = new ArrayList<>(before);
            both.addAll(after);
            out.add(name(told, both, List.of()));
            out.add(name(told, before, after));
        }

        private MapName name(MapWords.@Nullable Meaning told, List<String> set, List<String> variant) {
            String which = String.join(" ", variant);
            if (told == null) {
                return new MapName(
                        String.join(" ", set), null, Coding.PLAIN, size, tile, version, numbered, false, false, sample);
            }
            boolean turned = told.role() == Role.NORMAL && down && !up;
            return new MapName(
                    String.join(" ", set),
                    told.role(),
                    turned ? Coding.GREEN_DOWN : told.coding(),
                    size,
                    tile,
                    version,
                    which.isEmpty() ? numbered : which,
                    told.later(),
                    told.letter(),
                    sample);
        }
    }
}
