package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.format.Formats;
import yondershelf.format.Oracles;
import yondershelf.work.Work;

/** What other programs and published lists say of the same files: find (GNU findutils), xxhsum (xxHash), the SPDX licence list. */
class OutsideTest {
    @TempDir
    Path folder;

    @Test
    void countsAndSizesAreThoseOfFind() throws Exception {
        Oracles.need(Oracles.hasCommand("find"), "find");
        SplittableRandom random = new SplittableRandom(7);
        String[] names = {"lamp", "Wäsche", "a b", "x'y", "tide\"s", "(1)", "é", "日本", "ss ß", "-dash", "#5"};
        List<Path> folders = new ArrayList<>(List.of(folder));
        for (int i = 0; i < 60; i++) {
            Path in = folders.get(random.nextInt(folders.size()));
            folders.add(Files.createDirectories(in.resolve(names[random.nextInt(names.length)] + i)));
        }
        for (int i = 0; i < 900; i++) {
            Path in = folders.get(random.nextInt(folders.size()));
            String name =
                    names[random.nextInt(names.length)] + i + (i % 3 == 0 ? ".png" : i % 3 == 1 ? ".obj" : ".txt");
            Files.write(in.resolve(name), new byte[random.nextInt(2_000)]);
        }
        Library library = Library.open(folder, "", "desk");
        library.scan(new Formats(), Work.SILENT);
        Set<String> mine = new TreeSet<>();
        library.eachFile(mine::add);
        String told = Oracles.run(List.of(
                "find", folder.toString(), "-name", ".yondershelf", "-prune", "-o", "-type", "f", "-printf", "%P\n"));
        assertEquals(new TreeSet<>(told.lines().toList()), mine);
        long[] bytes = {0};
        library.store()
                .folders()
                .each(row -> Listing.parse(row.listing()).files().values().forEach(seen -> bytes[0] += seen.size()));
        String sizes = Oracles.run(List.of(
                "find", folder.toString(), "-name", ".yondershelf", "-prune", "-o", "-type", "f", "-printf", "%s\n"));
        assertEquals(sizes.lines().mapToLong(Long::parseLong).sum(), bytes[0]);
    }

    @Test
    void hashesAreThoseOfXxhsum() throws Exception {
        Oracles.need(Oracles.hasCommand("xxhsum"), "xxhsum");
        SplittableRandom random = new SplittableRandom(3);
        for (int size : new int[] {0, 1, 3, 8, 16, 17, 128, 129, 240, 241, 1024, 70_000, 300_000}) {
            byte[] bytes = new byte[size];
            random.nextBytes(bytes);
            Path file = Files.write(folder.resolve("f" + size), bytes);
            String told = Oracles.run(List.of("xxhsum", "-H2", file.toString()));
            assertTrue(told.contains(ContentHash.of(file)), size + " bytes: " + told + ContentHash.of(file));
        }
    }

    @Test
    void licencesAreOnTheListOfSpdx() throws Exception {
        Path list = Oracles.project().resolve("target/oracles/node_modules/spdx-license-ids");
        Oracles.need(Files.exists(list), "the SPDX licence list");
        ObjectMapper json = new ObjectMapper();
        Set<String> listed = new HashSet<>();
        json.readTree(list.resolve("index.json").toFile()).forEach(id -> listed.add(id.asText()));
        assertTrue(listed.size() > 500);
        for (String id : Licences.ids()) {
            assertTrue(listed.contains(id), id);
            assertEquals(id, Licences.named(id));
            assertEquals(
                    id,
                    Licences.named(" " + id.toLowerCase(java.util.Locale.ROOT).replace('-', ' ')));
        }
        assertEquals("CC0-1.0", Licences.named("cc0"));
        assertEquals("asked the maker", Licences.named("asked the maker"));
    }
}
