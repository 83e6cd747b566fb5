package yondershelf.sorting;

import java.util.ArrayList;
import java.util.List;

/**
 * A file's name without what only tells one of its kind from another.
 *
 * @param words of the name that are left, lower case, separated by blanks
 * @param size of its pictures in pixels; 0 when the name does not say
 * @param detail level of detail, 0 the finest; {@link #UNTOLD} when the name does not say
 * @param version {@link #UNTOLD} when the name does not say
 * @param tile UV square of a picture, 1001 and on; 0 when the name does not say
 * @param ending of the file, lower case
 */
record FamilyName(String words, int size, int detail, int version, int tile, String ending) {
    static final int UNTOLD = -1;
    private static final int MOST_DIGITS = 4;

    static FamilyName of(String path) {
        String name = Sorter.name(path);
        int dot = name.lastIndexOf('.');
        List<String> all = NameWords.of(dot > 0 ? name.substring(0, dot) : name).words();
        List<String> left = new ArrayList<>();
        int size = 0;
        int detail = UNTOLD;
        int version = UNTOLD;
        for (int i = 0; i < all.size(); i++) {
            String word = all.get(i);
            String next = i + 1 < all.size() && number(all.get(i + 1), 0) != UNTOLD ? all.get(i + 1) : "";
            int letters = letters(word);
            int told = number(word, letters);
            int pixels = letters > 0 ? 0 : MapSize.of(word);
            if (pixels > 0) {
                size = Math.max(size, pixels);
            } else if (isDetail(word, letters) && (told != UNTOLD || letters == 3 && !next.isEmpty())) {
                detail = told != UNTOLD ? told : number(next, 0);
                i += told != UNTOLD ? 0 : 1;
            } else if (isVersion(word, letters) && (told != UNTOLD || letters > 1 && !next.isEmpty())) {
                version = told != UNTOLD ? told : number(next, 0);
                i += told != UNTOLD ? 0 : 1;
            } else {
                left.add(word);
            }
        }
        String ending = dot > 0 ? name.substring(dot + 1).toLowerCase(java.util.Locale.ROOT) : "";
        return new FamilyName(String.join(" ", left), size, detail, version, 0, ending);
    }

    /** Most names are spared a second look: a square is told by a number from 1001 on, or as {@code u1_v1}. */
    private static boolean mayBeTile(String name) {
        for (int i = 0; i + 1 < name.length(); i++) {
            char c = name.charAt(i);
            char next = name.charAt(i + 1);
            boolean digit = next >= '0' && next <= '9';
            if (digit && (c == 'u' || c == 'U' || c == '1' && i + MOST_DIGITS <= name.length())) {
                return true;
            }
        }
        return false;
    }

    FamilyName withSize(int other) {
        return new FamilyName(words, other, detail, version, tile, ending);
    }

    FamilyName withDetail(int other) {
        return new FamilyName(words, size, other, version, tile, ending);
    }

    /** The name of a picture, which may be one of several squares. */
    static FamilyName ofPicture(String path) {
        FamilyName name = of(path);
        if (!mayBeTile(Sorter.name(path))) {
            return name;
        }
        MapName map = MapName.of(Sorter.name(path));
        String set = map.set() + (map.role() == null ? "" : " " + map.role().word());
        return map.tile() == 0
                ? name
                : new FamilyName(set, name.size, name.detail, name.version, map.tile(), name.ending);
    }

    /** What tells it from the one that is shown, for people: {@code level 1}, {@code v2}, {@code 1k}, {@code exr}. */
    String unlike(FamilyName shown) {
        List<String> out = new ArrayList<>();
        if (detail != shown.detail) {
            out.add("level " + Math.max(0, detail));
        }
        if (version != shown.version) {
            out.add(version == UNTOLD ? "unnumbered" : "v" + version);
        }
        if (size != shown.size) {
            out.add(size == 0 ? "unsized" : size >= 1024 ? size / 1024 + "k" : String.valueOf(size));
        }
        if (tile != shown.tile) {
            out.add(tile == 0 ? "all" : String.valueOf(tile));
        }
        if (!ending.equals(shown.ending)) {
            out.add(ending);
        }
        return out.isEmpty() ? "another" : String.join(" ", out);
    }

    private static int letters(String word) {
        int at = 0;
        while (at < word.length() && word.charAt(at) >= 'a' && word.charAt(at) <= 'z') {
            at++;
        }
        return at;
    }

    private static boolean isDetail(String word, int letters) {
        return letters == 3 && word.startsWith("lod") || letters == 5 && word.startsWith("level");
    }

    private static boolean isVersion(String word, int letters) {
        return letters == 1 && word.startsWith("v")
                || letters == 3 && word.startsWith("ver")
                || letters == 7 && word.startsWith("version");
    }

    /** Up to four digits from there to the word's end; {@link #UNTOLD} for anything else. */
    private static int number(String word, int from) {
        int digits = word.length() - from;
        if (digits < 1 || digits > MOST_DIGITS) {
            return UNTOLD;
        }
        int value = 0;
        for (int i = from; i < word.length(); i++) {
            char c = word.charAt(i);
            if (c < '0' || c > '9') {
                return UNTOLD;
            }
            value = value * 10 + c - '0';
        }
        return value;
    }
}
