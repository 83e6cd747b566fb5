package yondershelf.words;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;

import java.util.Locale;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** What was kept in one language is said in another; what a file's name makes up harms nothing. */
class KeptPhraseTest {
    @AfterEach
    void speakEnglish() {
        Phrase.speak(Locale.ENGLISH);
    }

    @Test
    void keptOnceItIsSaidInTheLanguageOfTheDay() {
        String kept = Phrase.kept("mend.is-missing", "oak, " + Phrase.kept("count.map", 2400));
        Phrase.speak(Locale.ENGLISH);
        assertEquals(Phrase.of("mend.is-missing", "oak, " + Phrase.count(2400, "map")), Phrase.said(kept));
        String english = Phrase.said(kept);
        Phrase.speak(Locale.GERMAN);
        assertEquals(Phrase.of("mend.is-missing", "oak, " + Phrase.count(2400, "map")), Phrase.said(kept));
        assertFalse(english.equals(Phrase.said(kept)), english);
    }

    @Test
    void itStandsWithinOtherText() {
        String kept = "wood: " + Phrase.kept("mend.is-missing", "oak") + " (maps/a.png)";
        assertEquals("wood: " + Phrase.of("mend.is-missing", "oak") + " (maps/a.png)", Phrase.said(kept));
        assertEquals("nothing kept", Phrase.said("nothing kept"));
    }

    @Test
    void aPhraseOfAnotherVersionSaysWhatItWasAbout() {
        assertEquals("oak, 3", Phrase.said(Phrase.kept("later.unknown", "oak", 3)));
        assertEquals("later.unknown", Phrase.said(Phrase.kept("later.unknown")));
    }

    /** Names in files may hold anything: all of a name that is no control character of ours is said, and what stands around it too. */
    @Property(tries = 2000)
    void whateverANameHolds(@ForAll String name) {
        String odd = name.replace('a', '\u0001').replace('b', '\u0002').replace('c', '\u0003');
        String said = Phrase.said("before " + Phrase.kept("later.unknown", odd, "behind") + " after");
        assertEquals(true, said.startsWith("before ") && said.endsWith(", behind after"), said);
        assertEquals(true, said.chars().noneMatch(c -> c > 0 && c <= 3), "nothing of how it is kept is seen");
    }
}
