package yondershelf.sorting;

import java.util.Locale;
import java.util.Set;

/** Names that tell what a picture is for but not of what: any two things may have one. */
public final class GenericName {
    private static final Set<String> ANYBODYS = Set.of(
            "texture",
            "tex",
            "map",
            "image",
            "img",
            "pic",
            "picture",
            "material",
            "mat",
            "untitled",
            "default",
            "file",
            "baked",
            "bake",
            "uv",
            "atlas",
            "model",
            "mesh",
            "t",
            "m");

    private GenericName() {}

    /** True for {@code albedo0.png}, {@code texture_01.jpg} and the like. */
    public static boolean isOne(String fileName) {
        String name = fileName.toLowerCase(Locale.ROOT).replaceFirst("\\.[^.]*$", "");
        for (String word : name.split("[^\\p{L}]+")) {
            boolean generic = word.length() < 2
                    || ANYBODYS.contains(word)
                    || MapWords.role(word) != null
                    || MapWords.isSilent(word)
                    || MapWords.isSample(word);
            if (!generic) {
                return false;
            }
        }
        return true;
    }
}
