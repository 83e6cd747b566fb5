package yondershelf;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.library.dependencies.SlicesRuleDefinition;
import org.junit.jupiter.api.Test;

/** The house plan holds: rooms use only the rooms below them, nothing of the core knows an interface toolkit. */
class ArchitectureTest {
    private static final JavaClasses CORE = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("yondershelf");

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

    @Test
    void arrowsPointDown() {
        below(
                "content",
                "format",
                "geometry",
                "facts",
                "library",
                "search",
                "sorting",
                "intake",
                "mend",
                "render",
                "table",
                "work",
                "catalogue");
        below(
                "work",
                "format",
                "geometry",
                "facts",
                "library",
                "search",
                "sorting",
                "intake",
                "mend",
                "render",
                "table",
                "catalogue");
        below(
                "format",
                "geometry",
                "facts",
                "library",
                "search",
                "sorting",
                "intake",
                "mend",
                "render",
                "table",
                "catalogue");
        below("geometry", "facts", "library", "search", "sorting", "intake", "mend", "render", "table", "catalogue");
        below("render", "facts", "library", "search", "sorting", "intake", "mend", "table", "catalogue");
        below("sorting", "facts", "library", "search", "intake", "mend", "render", "table", "catalogue");
        below("facts", "library", "search", "sorting", "intake", "mend", "render", "table", "catalogue");
        below("search", "library", "intake", "mend", "render", "table", "catalogue", "facts");
        below("library", "intake", "mend", "render", "table", "catalogue", "facts", "search");
        below("intake", "mend", "render", "table", "catalogue");
        below("mend", "intake", "render", "table", "catalogue");
        below("table", "library", "intake", "mend", "catalogue", "search", "facts");
    }

    private static void below(String room, String... above) {
        for (String other : above) {
            noClasses()
                    .that()
                    .resideInAPackage("yondershelf." + room + "..")
                    .should()
                    .dependOnClassesThat()
                    .resideInAPackage("yondershelf." + other + "..")
                    .check(CORE);
        }
    }
}
