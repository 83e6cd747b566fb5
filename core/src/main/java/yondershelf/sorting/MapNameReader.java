package yondershelf.sorting;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Coding;
import yondershelf.content.Role;

/** The work of taking one name apart. */
final class MapNameReader {
    private static final Set<String> FIRST = Set.of("t", "m", "tex", "mat");
    private static final Set<String> GREEN_UP = Set.of("gl", "ogl", "opengl");
    private static final Set<String> GREEN_DOWN = Set.of("dx", "directx");
    private static final int FIRST_TILE = 1001;
    private static final int LAST_TILE = 1999;
    private static final int ROW = 10;
    private static final int MOST_JOINED = 3;

    /** As tables write them. */
    private final List<String> words = new ArrayList<>();
    /** The same, as the name has them. */
    private final List<String> shown = new ArrayList<>();

    private final List<Boolean> blanks = new ArrayList<>();
    private final List<MapName> out = new ArrayList<>();
    private int size;
    private int tile;
    private boolean inner;
    private int version;
    private String numbered = "";
    private boolean up;
    private boolean down;
    private boolean sample;
    private final boolean bracket;
    private final boolean squares;

    /** @param squares true to take a number before the role, too, for a UV square */
    MapNameReader(String stem, boolean squares) {
        this.squares = squares;
        bracket = stem.endsWith(")");
        NameWords split = NameWords.of(signed(stem));
        for (int i = 0; i < split.words().size(); i++) {
            String word = NameWords.plain(split.words().get(i));
            String next = i + 1 < split.words().size() ? split.words().get(i + 1) : "";
            if (i == 0 && FIRST.contains(word) && split.words().size() > 2) {
                // what kind of file it is
                continue;
            }
            if (word.equals("non") && (next.equals("color") || next.equals("colour"))
                    || MapWords.isMap(word) && MapWords.isOf(next)) {
                i++;
            } else if (isTileStep(word, 'u') && isTileStep(next, 'v')) {
                tile = FIRST_TILE + number(word.substring(1)) - 1 + ROW * (number(next.substring(1)) - 1);
                i++;
            } else if (!isKnown(word)) {
                words.add(word);
                shown.add(split.words().get(i));
                blanks.add(split.blanks().get(i));
            }
        }
    }

    /** A sign behind the name of an axis is no separator. */
    private static String signed(String stem) {
        String lower = stem.toLowerCase(Locale.ROOT);
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
        takeCopy();
        takeInnerTile();
        for (int last = words.size() - 1; last >= 0; last--) {
            MapWords.Meaning letter = letterAt(last);
            if (letter != null) {
                add(letter, shown.subList(0, last), List.of());
            }
            int joined = Math.min(MOST_JOINED, last + 1);
            for (; joined > 0; joined--) {
                MapWords.Meaning told = joinedAt(last - joined + 1, last);
                if (told != null) {
                    add(told, shown.subList(0, last - joined + 1), behind(last + 1));
                    last -= joined - 1;
                    break;
                }
            }
            int glued = joined > 0 || isDigit(words.get(last)) ? 0 : MapWords.glued(words.get(last));
            if (glued > 0) {
                List<String> before = new ArrayList<>(shown.subList(0, last));
                boolean same = shown.get(last).length() == words.get(last).length();
                before.add((same ? shown : words).get(last).substring(0, glued));
                add(Objects.requireNonNull(MapWords.role(words.get(last).substring(glued))), before, behind(last + 1));
            }
        }
        if (out.isEmpty() || !words.isEmpty() && out.stream().allMatch(MapName::letter)) {
            out.add(name(null, shown, List.of()));
        }
        return out;
    }

    /** What stands behind a role, without words that say nothing there. */
    private List<String> behind(int from) {
        List<String> left = new ArrayList<>();
        for (int i = from; i < words.size(); i++) {
            if (!MapWords.isSilentBehind(words.get(i))) {
                left.add(shown.get(i));
            }
        }
        return left;
    }

    private void remove(int at) {
        words.remove(at);
        shown.remove(at);
        blanks.remove(at);
    }

    private boolean isTile(int at) {
        if (words.get(at).length() != 4 || !isNumbered(words.get(at), "")) {
            return false;
        }
        int value = number(words.get(at));
        return value >= FIRST_TILE && value <= LAST_TILE;
    }

    /** A number at the end that may be a UV square is one when a role is before it. */
    private void takeTile() {
        int last = words.size() - 1;
        if (tile == 0 && last > 0 && isTile(last)) {
            tile = number(words.get(last));
            remove(last);
        }
    }

    /** One before the role may be one too. */
    private void takeInnerTile() {
        for (int i = 0; squares && tile == 0 && words.size() > 1 && i < words.size() - 1; i++) {
            if (isTile(i)) {
                tile = number(words.get(i));
                inner = true;
                remove(i);
            }
        }
    }

    /** "rough (1).png" is how a second download of a file is called. */
    private void takeCopy() {
        int last = words.size() - 1;
        boolean copy = bracket && last > 0 && words.get(last).length() <= 2 && isNumbered(words.get(last), "");
        for (int i = last - 1; copy && i >= 0; i--) {
            if (joinedAt(i, last - 1) != null) {
                numbered = words.get(last);
                remove(last);
                return;
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
        Coding coding = told == null ? Coding.PLAIN : told.coding();
        return new MapName(
                String.join(" ", set),
                told == null ? null : told.role(),
                told != null && told.role() == Role.NORMAL && down && !up ? Coding.GREEN_DOWN : coding,
                size,
                tile,
                version,
                which.isEmpty() ? numbered : which,
                told != null && told.later(),
                told != null && told.letter(),
                sample,
                inner,
                shown);
    }
}
