package yondershelf;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** What a problem advises is an instruction: no question, and its full stop is set where it is shown, once. */
class AdviceTest {
    /** The last text of a problem that is made with three: file, cause, advice. */
    private static final Pattern ADVICE =
            Pattern.compile("new Problem\\((?:[^;]*?),\\s*\"([A-Z][^\"]*)\"\\s*\\)(?=[\\s.;,)])", Pattern.DOTALL);

    @Test
    void adviceSaysWhatToDo() throws Exception {
        List<String> wrong = new ArrayList<>();
        int seen = 0;
        for (String module : List.of("core", "app", "cli")) {
            try (Stream<Path> all = Files.walk(Path.of("..", module, "src/main/java"))) {
                for (Path file : all.filter(p -> p.toString().endsWith(".java")).toList()) {
                    Matcher advice = ADVICE.matcher(Files.readString(file));
                    while (advice.find()) {
                        seen++;
                        String said = advice.group(1);
                        if (said.matches("(Is|Are|Does|Do|Has|Have|Can) (?!it |anew).*") || said.matches(".*[.?!]")) {
                            wrong.add(file.getFileName() + ": " + said);
                        }
                    }
                }
            }
        }
        assertTrue(seen > 50, "advice was found: " + seen);
        assertEquals(List.of(), wrong);
    }
}
