package yondershelf;

import static com.tngtech.archunit.base.DescribedPredicate.not;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.belongToAnyOf;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAnyPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.library.dependencies.SlicesRuleDefinition;
import java.util.HashSet;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import yondershelf.format.wavefront.WavefrontReferences;

/** The house plan holds: rooms use only the rooms below them, nothing of the core knows an interface toolkit. */
class ArchitectureTest {
    private static final JavaClasses CORE = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("yondershelf");

    private static final Set<String> ROOMS = CORE.stream()
            .map(c -> c.getPackageName().split("\\."))
            .filter(name -> name.length > 1)
            .map(name -> name[1])
            .collect(Collectors.toSet());

    private static final Set<String> FLOORS = CORE.stream()
            .map(c -> c.getPackageName().split("\\."))
            .filter(name -> name.length > 2 && name[1].equals("format"))
            .map(name -> name[2])
            .collect(Collectors.toSet());

    @Test
    void coreKnowsNoInterfaceToolkit() {
        noClasses()
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "javafx..",
                        "javax.swing..",
                        "java.awt",
                        "java.awt.event..",
                        "yondershelf.app..",
                        "yondershelf.cli..")
                .check(CORE);
    }

    @Test
    void roomsHaveNoCycles() {
        SlicesRuleDefinition.slices()
                .matching("yondershelf.(**)")
                .should()
                .beFreeOfCycles()
                .check(CORE);
    }

    /** A room, and the rooms it may use. */
    @ParameterizedTest
    @CsvSource({
        "words, ''",
        "content, words",
        "disk, words",
        "work, words content",
        "references, words content",
        "format, words content disk work references",
        "geometry, words content",
        "store, words content disk work",
        "search, words content disk",
        "facts, words content references format geometry",
        "sorting, words content disk references format facts",
        "render, words content work references format geometry",
        "library, words content disk work store format sorting",
        "credits, words content disk work store format sorting library",
        "intake, words content disk work store references format facts sorting library credits",
        "mend, words content disk work store references format sorting library",
        "table, words content disk work format geometry render",
        "catalogue, words content disk work store references format search facts sorting render library"
    })
    void arrowsPointDown(String room, String below) {
        Set<String> used = new HashSet<>(Set.of(below.split(" ")));
        used.add(room);
        Set<String> above = new HashSet<>(ROOMS);
        above.removeAll(used);
        noClasses()
                .that()
                .resideInAPackage("yondershelf." + room + "..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        above.stream().map(r -> "yondershelf." + r + "..").toArray(String[]::new))
                .check(CORE);
    }

    /** A floor of {@code format}, and the floors it may use. */
    @ParameterizedTest
    @CsvSource({
        "reading, ''",
        "model, reading",
        "picture, reading",
        "gltf, reading model picture",
        "usd, reading model",
        "wavefront, reading model",
        "materialx, reading model",
        "alembic, reading",
        "assimp, reading model picture gltf"
    })
    void floorsStandOnThoseBelow(String floor, String below) {
        Set<String> used = new HashSet<>(Set.of(below.split(" ")));
        used.add(floor);
        Set<String> above = FLOORS.stream()
                .filter(f -> !used.contains(f))
                .map(f -> "yondershelf.format." + f + "..")
                .collect(Collectors.toSet());
        above.add("yondershelf.format");
        noClasses()
                .that()
                .resideInAPackage("yondershelf.format." + floor + "..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(above.toArray(String[]::new))
                .check(CORE);
    }

    /** Other rooms know a format by its type at most, and readers by what all have in common. */
    @Test
    void nobodyNamesAClassOfAFormat() {
        String[] formats = FLOORS.stream()
                .filter(f -> !f.equals("reading") && !f.equals("worker"))
                .map(f -> "yondershelf.format." + f + "..")
                .toArray(String[]::new);
        noClasses()
                .that()
                .resideOutsideOfPackage("yondershelf.format..")
                .should()
                .dependOnClassesThat(resideInAnyPackage(formats)
                        .and(not(belongToAnyOf(WavefrontReferences.class)))
                        .as("are of one format"))
                .check(CORE);
    }
}
