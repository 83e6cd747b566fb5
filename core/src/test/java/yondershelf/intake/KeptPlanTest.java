package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import yondershelf.content.Substance;
import yondershelf.work.Work;

/** A plan that somebody worked on is gone on with by another program. */
class KeptPlanTest extends Planning {
    private static String told(IntakePlan plan) {
        return plan.items().stream()
                .map(i -> i.name() + " " + i.isTicked() + " " + i.given().substance() + " " + roles(i))
                .sorted()
                .collect(Collectors.joining("\n"));
    }

    @Test
    void itComesBackAsItWasLeft() throws Exception {
        picture("pack/slab_color.png", 1);
        picture("pack/slab_rough.png", 2);
        picture("pack/sign.png", 3);
        text("pack/bollard.obj", SQUARE + "f 1 2 3 4\n");
        Path file = folder.resolve(KeptPlan.FILE);
        List<Path> sources = List.of(folder.resolve("pack"));
        String before;
        try (Intake intake = new Intake(library, "yard", reader)) {
            IntakePlan plan = intake.plan(sources, Work.SILENT);
            plan = plan.with(named(plan, "Slab").of(Substance.METAL).named("Wet slab"))
                    .with(named(plan, "Sign").ticked(false));
            before = told(plan);
            KeptPlan.of(sources, library.id(), "yard", plan).write(file);
        }
        text("pack/late.obj", SQUARE + "f 1 2 4\n");
        KeptPlan kept = KeptPlan.read(file).orElseThrow();
        assertEquals(sources, kept.sources());
        assertEquals(library.id(), kept.library());
        try (Intake intake = new Intake(library, kept.folder(), reader)) {
            IntakePlan again = kept.in(intake.plan(kept.sources(), Work.SILENT));
            assertTrue(named(again, "Late").isTicked(), "what came since is there too");
            IntakePlan old = new IntakePlan(
                    again.items().stream().filter(i -> !i.name().equals("Late")).toList(), List.of());
            assertEquals(before, told(old));
            take(intake, again);
        }
        assertEquals("yard/pack/bollard.obj", asset("Bollard").path());
        assertEquals(
                Set.of("Wet slab", "Bollard", "Late"),
                library.assets().stream().map(library::shownName).collect(Collectors.toSet()));
    }

    @Test
    void whatIsOpenOrDamagedIsNotOffered() throws Exception {
        Path file = folder.resolve(KeptPlan.FILE);
        assertTrue(KeptPlan.read(file).isEmpty());
        KeptPlan mine = KeptPlan.of(List.of(folder), "x", "", IntakePlan.EMPTY);
        assertFalse(mine.isOpenElsewhere(), "this program's own");
        Process other = new ProcessBuilder("sleep", "60").start();
        try {
            long began = other.info().startInstant().orElseThrow().toEpochMilli();
            KeptPlan theirs = new KeptPlan(List.of(folder), "x", "", mine.wanted(), other.pid(), began);
            assertTrue(theirs.isOpenElsewhere());
            assertFalse(
                    new KeptPlan(List.of(folder), "x", "", mine.wanted(), other.pid(), began - 5000).isOpenElsewhere(),
                    "a number that came again");
        } finally {
            other.destroyForcibly().waitFor();
        }
        mine.write(file);
        byte[] whole = Files.readAllBytes(file);
        for (int end = 0; end < whole.length; end++) {
            Files.write(file, java.util.Arrays.copyOf(whole, end));
            assertTrue(KeptPlan.read(file).isEmpty(), "cut at " + end);
        }
    }
}
