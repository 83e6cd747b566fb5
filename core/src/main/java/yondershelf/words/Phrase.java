package yondershelf.words;

import java.text.Format;
import java.text.MessageFormat;
import java.util.List;
import java.util.Locale;
import java.util.ResourceBundle;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** What is said to a person, in the language that was chosen; by key out of the bundle of phrases. */
public final class Phrase {
    /** Languages the program is shipped in; the first is spoken where no other is wanted. */
    public static final List<Locale> LANGUAGES = List.of(Locale.ENGLISH, Locale.GERMAN);

    /** System property that names the language by its BCP 47 tag, also for processes this one starts. */
    public static final String PROPERTY = "yonder.language";

    private static final String BUNDLE = "yondershelf.words.phrases";

    private static final Pattern CAPITAL = Pattern.compile("[A-Z]");

    private static volatile ResourceBundle phrases = bundle(wanted(System.getProperty(PROPERTY, "")));

    private Phrase() {}

    /**
     * The language of a tag.
     *
     * @param tag BCP 47; empty, or one not shipped, means the system's language where it is shipped, else English
     */
    public static Locale wanted(String tag) {
        Locale asked = tag.isEmpty() ? Locale.getDefault() : Locale.forLanguageTag(tag);
        for (Locale locale : List.of(asked, Locale.getDefault())) {
            for (Locale one : LANGUAGES) {
                if (one.getLanguage().equals(locale.getLanguage())) {
                    return one;
                }
            }
        }
        return LANGUAGES.getFirst();
    }

    /** Speaks a language from now on; what was said before keeps its words. To be called before a window is made. */
    public static void speak(Locale language) {
        phrases = bundle(language);
        System.setProperty(PROPERTY, language.toLanguageTag());
    }

    /** All phrases of the language that is spoken, for libraries that look their words up themselves. */
    public static ResourceBundle bundle() {
        return phrases;
    }

    private static ResourceBundle bundle(Locale language) {
        // never the system's language instead of a missing one
        return ResourceBundle.getBundle(
                BUNDLE,
                language,
                ResourceBundle.Control.getNoFallbackControl(ResourceBundle.Control.FORMAT_PROPERTIES));
    }

    /** The language spoken, also for figures: decimal points, groups of digits, names of months. */
    public static Locale language() {
        Locale spoken = phrases.getLocale();
        return spoken.getLanguage().isEmpty() ? Locale.ENGLISH : spoken;
    }

    /**
     * A phrase.
     *
     * @param key its key in the bundle
     * @param arguments what its places {@code {0}}, {@code {1}}... stand for; numbers are written plain where a place names no format
     * @throws java.util.MissingResourceException when the bundle has no such phrase
     */
    public static String of(String key, @Nullable Object... arguments) {
        String pattern = phrases.getString(key);
        if (arguments.length == 0) {
            return pattern;
        }
        MessageFormat format = new MessageFormat(pattern, language());
        Format[] formats = format.getFormatsByArgumentIndex();
        @Nullable Object[] said = arguments.clone();
        for (int i = 0; i < said.length; i++) {
            if (i >= formats.length || formats[i] == null) {
                said[i] = String.valueOf(said[i]);
            }
        }
        return format.format(said);
    }

    /**
     * A phrase as it is kept, or handed on to be kept: {@link #said} says it in the language of the day. It may stand within other text, and as
     * an argument of another phrase that is kept.
     *
     * @param key as of {@link #of}
     * @param arguments likewise
     */
    public static String kept(String key, @Nullable Object... arguments) {
        return KeptPhrase.of(key, arguments);
    }

    /** Text in which phrases are kept, in the language that is spoken; other text as it is. */
    public static String said(String text) {
        return KeptPhrase.isKept(text) ? KeptPhrase.said(text) : text;
    }

    /** Each of them likewise. */
    public static List<String> said(List<String> texts) {
        return texts.stream().map(Phrase::said).toList();
    }

    /** The word on screen for a value, in the middle of a sentence: of {@code Kind.MODEL} what stands at {@code name.kind.model}. */
    public static String name(Enum<?> value) {
        return of(key(value));
    }

    /** The same to be kept. */
    public static String keptName(Enum<?> value) {
        return kept(key(value));
    }

    private static String key(Enum<?> value) {
        return "name." + dashes(value.getDeclaringClass().getSimpleName()) + "."
                + value.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    private static String dashes(String camelCase) {
        return CAPITAL.matcher(camelCase)
                .replaceAll("-$0")
                .toLowerCase(Locale.ROOT)
                .substring(1);
    }

    /**
     * So many of a thing: "1 asset", "2,400 assets".
     *
     * @param noun the thing in English, singular, as it stands behind {@code count.} in the bundle
     */
    public static String count(long number, String noun) {
        return of("count." + noun.replace(' ', '-'), number);
    }

    /** The same to be kept. */
    public static String keptCount(long number, String noun) {
        return kept("count." + noun.replace(' ', '-'), number);
    }
}
