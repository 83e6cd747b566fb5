package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ProblemException;
import yondershelf.facts.Facts;
import yondershelf.format.Formats;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.mend.Finding;
import yondershelf.mend.Mend;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** What was found out by a program that spoke one language is said in the language of the next one, without being found out again. */
@SuppressWarnings("NullAway.Init")
class LanguageOfTheDayTest {
    @TempDir
    Path folder;

    @AfterEach
    void speakEnglish() {
        Phrase.speak(Locale.ENGLISH);
    }

    private void files() throws Exception {
        Path root = Files.createDirectories(folder.resolve("props"));
        Files.writeString(
                root.resolve("plate.obj"),
                "mtllib plate.mtl\nusemtl m\nv 0 0 0\nv 1 0 0\nv 1 1 0\nvt 0 0\nvt 1 0\nvt 1 1\nf 1/1 2/2 3/3\n");
        Files.writeString(root.resolve("plate.mtl"), "newmtl m\nmap_Kd lost/plate.png\nmap_Bump /far away/bump.png\n");
        Files.writeString(root.resolve("broken.glb"), "glTF and nothing else");
        Files.writeString(root.resolve("empty.obj"), "");
        Files.writeString(root.resolve("odd.fbx"), "; FBX 7.4.0 project file\nObjects: { what");
        Files.writeString(
                root.resolve("moving.gltf"),
                "{\"asset\":{\"version\":\"2.0\"},\"scenes\":[{\"nodes\":[]},{\"nodes\":[]},{\"nodes\":[]}],\"scene\":0,"
                        + "\"extensionsUsed\":[\"EXT_of_the_future\"]}");
    }

    /** Everything that is said of the library's assets. */
    private List<String> said(boolean found) throws Exception {
        List<String> out = new ArrayList<>();
        try (IsolatedReader reader = new IsolatedReader();
                Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), reader)) {
            Library library = found
                    ? catalogue.add(folder.resolve("props"), "")
                    : catalogue.library("props").orElseThrow();
            if (found) {
                catalogue.scanning().scan(library, Work.SILENT);
                catalogue.contents().facts().all(library, Work.SILENT);
                Mend.check(library, reader, Work.SILENT);
            }
            for (Asset asset : library.assets()) {
                Facts facts = catalogue.contents().facts().known(asset).orElseThrow();
                out.add(asset.path() + " " + facts.reason() + " "
                        + facts.remarks().notShown() + " " + facts.remarks().assumed());
            }
            for (Finding finding : Mend.known(library)) {
                Finding.Remedy remedy = finding.remedy();
                out.add(finding.path() + " " + finding.summary() + " " + finding.evidence() + " "
                        + (remedy == null ? "" : remedy.sentence() + remedy.doubt()));
            }
        }
        assertEquals(
                List.of(),
                out.stream().filter(line -> line.chars().anyMatch(c -> c < ' ')).toList(),
                "how it is kept is never said");
        return out.stream().sorted().toList();
    }

    private List<String> fresh(Locale language) throws Exception {
        Phrase.speak(language);
        try (var all = Files.walk(folder.resolve("home"))) {
            for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        }
        return said(true);
    }

    @Tag("long")
    @Test
    void whatWasFoundOutInOneLanguageIsSaidInAnother() throws Exception {
        files();
        Phrase.speak(Locale.GERMAN);
        List<String> german = said(true);
        Phrase.speak(Locale.ENGLISH);
        List<String> english = said(false);
        assertNotEquals(german, english);
        assertEquals(fresh(Locale.ENGLISH), english, "as if it had been found out in English");
        Phrase.speak(Locale.GERMAN);
        assertEquals(german, said(false), "and back");
    }

    @Test
    void aProblemIsSaidByWhoeverCatchesIt() throws Exception {
        files();
        Phrase.speak(Locale.GERMAN);
        ProblemException problem =
                assertThrows(ProblemException.class, () -> new Formats().readModel(folder.resolve("props/empty.obj")));
        String german = problem.problem().sentence();
        Phrase.speak(Locale.ENGLISH);
        assertNotEquals(german, problem.problem().sentence());
    }
}
