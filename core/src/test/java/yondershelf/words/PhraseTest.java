package yondershelf.words;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.text.MessageFormat;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.MissingResourceException;
import java.util.Objects;
import java.util.Properties;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import yondershelf.content.Kind;

/** Phrases are said in the language that is spoken, and each language has all of them. */
class PhraseTest {
    private static final Pattern PLACE = Pattern.compile("\\{\\d");
    private static final Pattern FIGURE = Pattern.compile("%[+.\\d]*[a-z]");

    private static Properties bundle(String name) throws IOException {
        Properties out = new Properties();
        try (InputStream in = Objects.requireNonNull(Phrase.class.getResourceAsStream(name))) {
            out.load(new java.io.InputStreamReader(in, StandardCharsets.UTF_8));
        }
        return out;
    }

    private static Set<String> all(Pattern pattern, String phrase) {
        Set<String> out = new TreeSet<>();
        pattern.matcher(phrase).results().map(MatchResult::group).forEach(out::add);
        return out;
    }

    @AfterEach
    void asBefore() {
        Phrase.speak(Locale.ENGLISH);
    }

    @Test
    void everyPhraseIsThereInEveryLanguageWithTheSamePlaces() throws IOException {
        Properties english = bundle("phrases.properties");
        for (Locale language : Phrase.LANGUAGES) {
            if (language.equals(Locale.ENGLISH)) {
                continue;
            }
            Properties other = bundle("phrases_" + language.getLanguage() + ".properties");
            assertEquals(english.stringPropertyNames(), other.stringPropertyNames());
            List<String> wrong = new ArrayList<>();
            for (String key : english.stringPropertyNames()) {
                String mine = english.getProperty(key);
                String theirs = other.getProperty(key);
                if (theirs.isBlank()
                        || !all(PLACE, mine).equals(all(PLACE, theirs))
                        || !all(FIGURE, mine).equals(all(FIGURE, theirs))
                        || mine.endsWith(".") != theirs.endsWith(".")
                        || mine.startsWith(" ") != theirs.startsWith(" ")) {
                    wrong.add(key + ": " + mine + " | " + theirs);
                }
            }
            assertEquals(List.of(), wrong);
        }
    }

    /** As {@link MessageFormat} reads them: a lone apostrophe would swallow what follows it. */
    @Test
    void phrasesWithPlacesFillEachOfThem() throws IOException {
        for (String file : List.of("phrases.properties", "phrases_de.properties")) {
            Properties phrases = bundle(file);
            for (String key : phrases.stringPropertyNames()) {
                String phrase = phrases.getProperty(key);
                int places = all(PLACE, phrase).size();
                if (places > 0 && !phrase.contains("{name}")) {
                    Object[] arguments = new Object[places];
                    for (int i = 0; i < places; i++) {
                        arguments[i] = 7000 + i;
                    }
                    String said = new MessageFormat(phrase, Locale.ROOT).format(arguments);
                    assertTrue(!said.contains("{"), key + ": " + said);
                }
            }
        }
    }

    @Test
    void oneAndManyAndFiguresFollowTheLanguage() {
        Phrase.speak(Locale.ENGLISH);
        assertEquals("1 asset", Phrase.count(1, "asset"));
        assertEquals("0 assets", Phrase.count(0, "asset"));
        assertEquals("2,400 assets", Phrase.count(2400, "asset"));
        assertEquals("Materials", Kind.MATERIAL.plural());
        Phrase.speak(Locale.GERMAN);
        assertEquals("1 Modell", Phrase.count(1, "model"));
        assertEquals("2.400 Modelle", Phrase.count(2400, "model"));
        assertEquals("Materialien", Kind.MATERIAL.plural());
    }

    /** What a person types and what stands in files does not change with the language. */
    @Test
    void wordsOfFilesStayAsTheyAre() {
        Phrase.speak(Locale.GERMAN);
        assertEquals("material", Kind.MATERIAL.word());
        assertEquals(Kind.MATERIAL, Kind.of("materials").orElseThrow());
    }

    @Test
    void numbersStandPlainWhereNoFormatIsNamed() {
        Phrase.speak(Locale.GERMAN);
        assertTrue(Phrase.of("format.bits-a-pixel", 4096).startsWith("4096"));
    }

    @Test
    void aLanguageThatIsNotShippedMeansTheSystemsElseEnglish() {
        Locale before = Locale.getDefault();
        try {
            Locale.setDefault(Locale.ITALIAN);
            assertEquals(Locale.ENGLISH, Phrase.wanted("fr"));
            assertEquals(Locale.ENGLISH, Phrase.wanted(""));
            assertEquals(Locale.GERMAN, Phrase.wanted("de-AT"));
            Locale.setDefault(Locale.GERMANY);
            assertEquals(Locale.GERMAN, Phrase.wanted(""));
            assertEquals(Locale.ENGLISH, Phrase.wanted("en"));
            Phrase.speak(Locale.ENGLISH);
            assertEquals("Undo", Phrase.of("app.undo"));
        } finally {
            Locale.setDefault(before);
        }
    }

    @Test
    void aPhraseThatIsNotThereIsAnError() {
        assertThrows(MissingResourceException.class, () -> Phrase.of("app.no-such-phrase"));
    }
}
