package yondershelf.sorting;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A file's name without what only tells one of its kind from another.
 *
 * @param words of the name that are left, lower case, separated by blanks
 * @param size of its pictures in pixels; 0 when the name does not say
 * @param detail level of detail, 0 the finest; {@link #UNTOLD} when the name does not say
 * @param version {@link #UNTOLD} when the name does not say
 * @param ending of the file, lower case
 */
record FamilyName(String words, int size, int detail, int version, String ending) {
    static final int UNTOLD = -1;

    private static final Pattern DETAIL = Pattern.compile("(lod|level)(\\d{1,2})?");
    private static final Pattern VERSION = Pattern.compile("(?:v|ver|version)(\\d{1,4})?");
    private static final Pattern NUMBER = Pattern.compile("\\d{1,4}");

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
            String next = i + 1 < all.size() && NUMBER.matcher(all.get(i + 1)).matches() ? all.get(i + 1) : "";
            Matcher level = DETAIL.matcher(word);
            Matcher edition = VERSION.matcher(word);
            int pixels = MapSize.of(word);
            if (pixels > 0) {
                size = Math.max(size, pixels);
            } else if (level.matches() && (level.group(2) != null || word.equals("lod") && !next.isEmpty())) {
                detail = Integer.parseInt(level.group(2) != null ? level.group(2) : next);
                i += level.group(2) == null ? 1 : 0;
            } else if (edition.matches() && (edition.group(1) != null || word.length() > 1 && !next.isEmpty())) {
                version = Integer.parseInt(edition.group(1) != null ? edition.group(1) : next);
                i += edition.group(1) == null ? 1 : 0;
            } else {
                left.add(NameWords.plain(word));
            }
        }
        String ending = dot > 0 ? name.substring(dot + 1).toLowerCase(java.util.Locale.ROOT) : "";
        return new FamilyName(String.join(" ", left), size, detail, version, ending);
    }

    FamilyName withSize(int other) {
        return new FamilyName(words, other, detail, version, ending);
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
        if (!ending.equals(shown.ending)) {
            out.add(ending);
        }
        return out.isEmpty() ? "another" : String.join(" ", out);
    }
}
