package yondershelf;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import yondershelf.words.Phrase;

/** What a problem advises is an instruction: no question, and its full stop is set where it is shown, once. */
class AdviceTest {
    /** A problem that is made, to the end of the statement. */
    private static final Pattern PROBLEM = Pattern.compile("new Problem\\([^;]*");

    private static final Pattern KEY = Pattern.compile("Phrase\\.(?:of|kept)\\(\\s*\"([^\"]+)\"");

    @AfterEach
    void asBefore() {
        Phrase.speak(Locale.ENGLISH);
    }

    @Test
    void adviceSaysWhatToDo() throws Exception {
        List<String> wrong = new ArrayList<>();
        int seen = 0;
        for (String module : List.of("core", "app", "cli")) {
            try (Stream<Path> all = Files.walk(Path.of("..", module, "src/main/java"))) {
                for (Path file : all.filter(p -> p.toString().endsWith(".java")).toList()) {
                    for (String key : advice(Files.readString(file))) {
                        seen++;
                        String said = Phrase.of(key);
                        if (said.matches("(Is|Are|Does|Do|Has|Have|Can) (?!it |anew).*") || said.matches(".*[.?!]")) {
                            wrong.add(file.getFileName() + ": " + said);
                        }
                        Phrase.speak(Locale.GERMAN);
                        if (Phrase.of(key).matches(".*[.?!]")) {
                            wrong.add(file.getFileName() + ": " + Phrase.of(key));
                        }
                        Phrase.speak(Locale.ENGLISH);
                    }
                }
            }
        }
        assertTrue(seen > 50, "advice was found: " + seen);
        assertEquals(List.of(), wrong);
    }

    /** Keys of what begins with a capital: causes do not. */
    private static List<String> advice(String source) {
        List<String> out = new ArrayList<>();
        Matcher problem = PROBLEM.matcher(source);
        while (problem.find()) {
            Matcher key = KEY.matcher(problem.group());
            while (key.find()) {
                if (Character.isUpperCase(Phrase.of(key.group(1)).charAt(0))) {
                    out.add(key.group(1));
                }
            }
        }
        return out;
    }
}
