package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** THIRD-PARTY.md names every library that is shipped, with its version. */
class ThirdPartyTest {
    private static final Pattern JAR =
            Pattern.compile("(.+?)-(\\d[\\w.]*?)(-linux|-win|-mac|-mac-aarch64|-natives-[a-z0-9-]+)?\\.jar");
    private static final Pattern TEST_ONLY = Pattern.compile(
            "junit.*|opentest4j|apiguardian.*|mockito.*|byte-buddy.*|objenesis|testfx.*|hamcrest.*|archunit.*|surefire.*|assertj-core|org.osgi.core|openjfx-monocle|demo|core|cli");

    @Test
    void everyShippedLibraryIsListed() throws Exception {
        Path here = Path.of("").toAbsolutePath();
        Path list = Files.exists(here.resolve("THIRD-PARTY.md"))
                ? here
                : java.util.Objects.requireNonNull(here.getParent());
        List<String> lines = Files.readAllLines(list.resolve("THIRD-PARTY.md"));
        List<String> missing = new ArrayList<>();
        for (String entry : System.getProperty("java.class.path").split(java.io.File.pathSeparator)) {
            Matcher jar = JAR.matcher(String.valueOf(Path.of(entry).getFileName()));
            if (!jar.matches() || TEST_ONLY.matcher(jar.group(1)).matches()) {
                continue;
            }
            boolean listed = lines.stream()
                    .anyMatch(l -> l.matches("\\|.*\\b" + Pattern.quote(jar.group(1)) + "\\b.*\\| "
                            + Pattern.quote(jar.group(2)) + " \\|.*"));
            if (!listed) {
                missing.add(jar.group(1) + " " + jar.group(2));
            }
        }
        assertEquals(List.of(), missing);
    }
}
