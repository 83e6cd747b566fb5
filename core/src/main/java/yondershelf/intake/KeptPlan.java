package yondershelf.intake;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.words.Phrase;

/**
 * A plan that is not taken in yet, kept so that it outlives the program that shows it.
 *
 * @param sources what had been brought: absolute
 * @param library its id
 * @param folder below the library's root, where things are to go
 * @param wanted all things of it, as {@link PlanText} says them
 * @param program the process that shows it
 * @param began when that process began, in milliseconds since 1970; numbers of processes come again
 */
public record KeptPlan(List<Path> sources, String library, String folder, JsonNode wanted, long program, long began) {
    public static final String FILE = "intake-plan.json";
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final long MOST_BYTES = 256L << 20;

    public KeptPlan {
        sources = List.copyOf(sources);
    }

    /** A plan this program shows. */
    public static KeptPlan of(List<Path> sources, String library, String folder, IntakePlan plan) {
        ProcessHandle here = ProcessHandle.current();
        return new KeptPlan(sources, library, folder, PlanText.of(plan.items()), here.pid(), began(here));
    }

    private static long began(ProcessHandle process) {
        return process.info().startInstant().map(Instant::toEpochMilli).orElse(0L);
    }

    /** True while the program that wrote it, another one, still runs. */
    public boolean isOpenElsewhere() {
        return ProcessHandle.of(program)
                .filter(p -> p.isAlive() && p.pid() != ProcessHandle.current().pid() && began(p) == began)
                .isPresent();
    }

    /** The same things in a plan of what had been brought, as it is by now; what is new since then is in it too. */
    public IntakePlan in(IntakePlan fresh) {
        return PlanText.again(wanted, fresh);
    }

    /**
     * Writes it in place of what was kept before.
     *
     * @throws ProblemException when it cannot be written
     */
    public void write(Path file) throws ProblemException {
        ObjectNode json = JSON.createObjectNode()
                .put("library", library)
                .put("folder", folder)
                .put("program", program)
                .put("began", began);
        sources.forEach(s -> json.withArray("sources").add(s.toString()));
        json.set("wanted", wanted);
        try {
            byte[] bytes = JSON.writeValueAsBytes(json);
            Disk.REAL.write(file, out -> out.write(bytes));
        } catch (IOException e) {
            throw Problem.of(file, Phrase.of("intake.the-plan-of-what-came", e.getMessage()))
                    .raise(e);
        }
    }

    /** What is kept; empty when there is nothing, or nothing that can be understood. */
    public static Optional<KeptPlan> read(Path file) {
        try {
            JsonNode json = Files.isRegularFile(file) ? JSON.readTree(Disk.read(file, MOST_BYTES)) : null;
            List<Path> sources = new ArrayList<>();
            if (json != null) {
                json.path("sources").forEach(s -> sources.add(Path.of(s.asText())));
            }
            return json == null || sources.isEmpty()
                    ? Optional.empty()
                    : Optional.of(new KeptPlan(
                            sources,
                            json.path("library").asText(),
                            json.path("folder").asText(),
                            json.path("wanted"),
                            json.path("program").asLong(),
                            json.path("began").asLong()));
        } catch (JsonProcessingException | InvalidPathException e) {
            // damaged: what came is planned anew when it is brought again
            return Optional.empty();
        } catch (IOException e) {
            // nothing is lost that lies in the library or where it came from
            return Optional.empty();
        }
    }
}
