package yondershelf.intake;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Coding;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.disk.Disk;
import yondershelf.sorting.SortedItem.SortedFile;
import yondershelf.sorting.Sorter;
import yondershelf.words.Phrase;

/**
 * What somebody said words in the names of maps mean, by whose packs they were in: said once, it holds for the next pack.
 *
 * @param said the latest last
 */
public record Habits(List<Said> said) {
    public static final Habits NONE = new Habits(List.of());

    /** Where they are kept, in the folder of the program's own state. */
    public static final String FILE = "naming-habits.json";

    private static final ObjectMapper JSON = new ObjectMapper();
    private static final long MOST_BYTES = 4L << 20;
    private static final int MOST = 5_000;

    /**
     * One word.
     *
     * @param author whose packs write so; empty when that was not known
     * @param word lower case
     * @param role null when such maps are not to be used
     */
    public record Said(String author, String word, @Nullable Role role, Coding coding) {}

    public Habits {
        said = List.copyOf(said);
    }

    /** What a word means in packs of an author: as said of that author's, else as said when nobody knew whose they were. */
    Optional<Said> of(String author, String word) {
        Said found = null;
        for (Said each : said) {
            boolean own = each.author.equals(author);
            if (each.word.equals(word)
                    && (own || each.author.isEmpty() && (found == null || !found.author.equals(author)))) {
                found = each;
            }
        }
        return Optional.ofNullable(found);
    }

    /** With what a person said by changing a thing of a plan. */
    public Habits learned(PlanItem before, PlanItem after) {
        List<Said> out = new ArrayList<>(said);
        for (SortedFile file : after.files()) {
            SortedFile was = before.files().stream()
                    .filter(f -> f.path().equals(file.path()))
                    .findFirst()
                    .orElse(null);
            boolean told = was == null || !was.equals(file);
            // one that only made room for another was not spoken of
            boolean yielded = was != null && was.isUsed() && !file.isUsed() && isTaken(before, after, was);
            Optional<String> word = told && !yielded && after.isSet() ? ownWord(file, after) : Optional.empty();
            word.ifPresent(w -> {
                String author = after.credit().author();
                out.removeIf(s -> s.author.equals(author) && s.word.equals(w));
                out.add(new Said(author, w, file.isUsed() ? file.role() : null, file.coding()));
            });
        }
        return new Habits(out.subList(Math.max(0, out.size() - MOST), out.size()));
    }

    private static boolean isTaken(PlanItem before, PlanItem after, SortedFile was) {
        return after.files().stream()
                .anyMatch(f -> f.isUsed()
                        && f.role() == was.role()
                        && before.files().stream().noneMatch(f::equals));
    }

    /** The one word of a map's name that no other of its set has. */
    private static Optional<String> ownWord(SortedFile file, PlanItem set) {
        List<String> words = new ArrayList<>(Sorter.words(file.path()));
        for (SortedFile other : set.files()) {
            if (!other.path().equals(file.path())) {
                words.removeAll(Sorter.words(other.path()));
            }
        }
        words.removeIf(w -> w.chars().noneMatch(Character::isLetter));
        return words.size() == 1 ? Optional.of(words.get(0)) : Optional.empty();
    }

    /** What the file says; nothing when there is none, or it is damaged. */
    public static Habits read(Path file) {
        List<Said> out = new ArrayList<>();
        try {
            if (Files.isRegularFile(file)) {
                JsonNode all = JSON.readTree(Disk.read(file, MOST_BYTES));
                for (JsonNode each : all == null ? List.<JsonNode>of() : all) {
                    out.add(new Said(
                            each.path("author").asText(""),
                            each.path("word").asText(""),
                            Role.of(each.path("role").asText("")).orElse(null),
                            new Coding(each.path("as").asText(""))));
                }
            }
        } catch (JsonProcessingException e) {
            // a proposal less: names are understood without it
            return NONE;
        } catch (IOException e) {
            return NONE;
        }
        return new Habits(out);
    }

    /** @throws ProblemException when the file cannot be written */
    public void write(Path file) throws ProblemException {
        ArrayNode all = JSON.createArrayNode();
        for (Said each : said) {
            Role role = each.role;
            all.addObject()
                    .put("author", each.author)
                    .put("word", each.word)
                    .put("role", role == null ? "" : role.word())
                    .put("as", each.coding.word());
        }
        try {
            byte[] bytes = JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(all);
            Disk.REAL.write(file, out -> out.write(bytes));
        } catch (IOException e) {
            throw Problem.of(file, Phrase.of("intake.what-was-said-of-names", e.getMessage()))
                    .raise(e);
        }
    }
}
