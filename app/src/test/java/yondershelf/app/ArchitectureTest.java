package yondershelf.app;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.junit.jupiter.api.Assertions.assertEquals;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.Arrays;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The rooms of the window: what each may use. The window itself, which puts them together, is used by none. */
class ArchitectureTest {
    private static final String APP = "yondershelf.app";

    private static final JavaClasses CLASSES = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages(APP);

    private static final Set<String> ROOMS = CLASSES.stream()
            .map(c -> c.getPackageName())
            .filter(name -> name.startsWith(APP + "."))
            .map(name -> name.substring(APP.length() + 1))
            .collect(Collectors.toCollection(TreeSet::new));

    @Test
    void everyRoomHasItsRow() {
        assertEquals(
                new TreeSet<>(Set.of("model", "window", "places", "jobs", "shelf", "mend", "table", "intake", "guide")),
                ROOMS);
    }

    @ParameterizedTest
    @CsvSource({
        "model, ''",
        "window, model",
        "places, model window",
        "jobs, model window",
        "shelf, model window",
        "mend, model window shelf",
        "table, model",
        "intake, model window places",
        "guide, model window"
    })
    void arrowsPointDown(String room, String below) {
        Set<String> above = new TreeSet<>(ROOMS);
        above.remove(room);
        Arrays.asList(below.split(" ")).forEach(above::remove);
        String[] packages = above.stream().map(r -> APP + "." + r + "..").toArray(String[]::new);
        noClasses()
                .that()
                .resideInAPackage(APP + "." + room + "..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(packages)
                .check(CLASSES);
        noClasses()
                .that()
                .resideInAPackage(APP + "." + room + "..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage(APP)
                .check(CLASSES);
    }
}
