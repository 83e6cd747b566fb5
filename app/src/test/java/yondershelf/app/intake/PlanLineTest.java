package yondershelf.app.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import yondershelf.content.Kind;
import yondershelf.credits.Credit;
import yondershelf.intake.Destination;
import yondershelf.intake.Given;
import yondershelf.intake.IntakePlan;
import yondershelf.intake.PlanItem;
import yondershelf.sorting.Sorted;
import yondershelf.sorting.SortedItem;

/** The plan as the lines of a tree. */
class PlanLineTest {
    private static IntakePlan plan(String... paths) {
        List<PlanItem> items = new ArrayList<>();
        for (String path : paths) {
            int slash = path.lastIndexOf('/');
            items.add(new PlanItem(
                    items.size(),
                    Kind.TEXTURE,
                    path.substring(slash + 1),
                    new Destination(Path.of("/"), "", List.of()),
                    path.substring(0, Math.max(0, slash)),
                    List.of(new SortedItem.SortedFile(path, null)),
                    null,
                    "",
                    List.of(),
                    null,
                    Credit.NONE,
                    Given.NOTHING));
        }
        return new IntakePlan(items, List.of(new Sorted.Skipped("x.txt", "a text")));
    }

    private static List<String> lines(IntakePlan plan, String... closed) {
        return PlanLine.of(plan, Set.of(closed)).stream()
                .map(line -> switch (line) {
                    case PlanLine.Folder f ->
                        "-".repeat(f.depth()) + f.name() + "/ " + f.things().size();
                    case PlanLine.Thing t ->
                        "-".repeat(t.depth())
                                + plan.item(t.number()).orElseThrow().name();
                    case PlanLine.Heading h -> h.words();
                    case PlanLine.Left l -> l.file().path();
                })
                .toList();
    }

    @Test
    void foldersPartWhereTheirPathsDo() {
        IntakePlan plan = plan("a/b/c/one", "a/b/d/two", "a/bc/three", "four", "a/b/c/five");
        List<String> open = List.of(
                "/ 1",
                "-four",
                "a/ 4",
                "-b/ 3",
                "--c/ 2",
                "---five",
                "---one",
                "--d/ 1",
                "---two",
                "-bc/ 1",
                "--three",
                "Not taken in  1",
                "x.txt");
        assertEquals(open, lines(plan));
        assertEquals(
                List.of("/ 1", "-four", "a/ 4", "-b/ 3", "-bc/ 1", "--three", "Not taken in  1", "x.txt"),
                lines(plan, "a/b"));
        assertEquals(List.of("lone/deep/ 1", "-x", "Not taken in  1", "x.txt"), lines(plan("lone/deep/x")));
    }
}
