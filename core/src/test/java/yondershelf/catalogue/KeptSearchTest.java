package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.library.Library;
import yondershelf.search.Query;

/** Searches and settings that are kept in the program's own folder. */
class KeptSearchTest {
    @TempDir
    Path folder;

    @Test
    void aSearchIsKeptByNameAndFindsItsLibraryAgain() throws Exception {
        Home home = Home.open(folder.resolve("home"));
        try (Catalogue catalogue = Catalogue.open(home, new Formats())) {
            Library props = catalogue.add(Files.createDirectories(folder.resolve("props")), "Station props");
            Query query = Query.EVERYTHING.withWords("oar").in(props.id(), "shore");
            KeptSearch search = KeptSearch.of("  Oars ", query, catalogue);
            assertEquals("Oars", search.name());
            assertEquals(query, search.query(catalogue).asPlaces());
            assertEquals(List.of(), KeptSearch.all(home));
            KeptSearch other = new KeptSearch("Red", "colour:red");
            KeptSearch.keep(home, List.of(search, other));
            assertEquals(List.of(search, other), KeptSearch.all(Home.open(folder.resolve("home"))));
            assertEquals(Optional.of(other), KeptSearch.named(home, " red "));
            assertEquals(Optional.empty(), KeptSearch.named(home, "re"));
            assertThrows(ProblemException.class, () -> new KeptSearch("Lost", "library:Nowhere").query(catalogue));
            home.setSetting("searches", "{\"name\": ");
            assertEquals(List.of(), KeptSearch.all(home), "written by hand");
        }
    }

    @Test
    void theLanguageIsReadWithoutOpening() throws Exception {
        Path place = folder.resolve("home");
        Home home = Home.open(place);
        home.setSetting("language", "de");
        assertEquals(Locale.GERMAN.getLanguage(), Home.language(place).getLanguage());
        assertEquals(Locale.GERMAN.getLanguage(), home.language().getLanguage());
        home.setSetting("language", "en");
        assertEquals(Locale.ENGLISH.getLanguage(), Home.language(place).getLanguage());
    }
}
