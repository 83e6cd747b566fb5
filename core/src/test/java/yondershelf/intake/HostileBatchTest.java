package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Proxy;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.format.worker.Limits;
import yondershelf.library.Library;
import yondershelf.work.Work;

/** Fifty files of which five crash their reader, three hang it and two eat its memory: the others are taken in. */
class HostileBatchTest {
    private static final int TRIANGLES = 600_000;

    @TempDir
    Path folder;

    private static String triangle(int height) {
        return "ply\nformat ascii 1.0\nelement vertex 3\nproperty float x\nproperty float y\nproperty float z\n"
                + "element face 1\nproperty list uchar int vertex_indices\nend_header\n0 0 0\n1 0 0\n0 " + height
                + " 0\n3 0 1 2\n";
    }

    /** More than a child of the batch may hold. */
    private static String huge() {
        return triangle(1).replace("face 1", "face " + TRIANGLES) + "3 0 1 2\n".repeat(TRIANGLES - 1);
    }

    private Path pack() throws IOException {
        Path pack = Files.createDirectory(folder.resolve("pack"));
        for (int i = 0; i < 40; i++) {
            Files.writeString(pack.resolve("prop" + i + ".ply"), triangle(1 + i));
        }
        for (int i = 0; i < 5; i++) {
            Files.writeString(pack.resolve("crash" + i + ".ply"), triangle(50 + i));
        }
        for (int i = 0; i < 3; i++) {
            Files.writeString(pack.resolve("hang" + i + ".ply"), triangle(60 + i));
        }
        for (int i = 0; i < 2; i++) {
            Files.writeString(pack.resolve("eat" + i + ".ply"), huge() + i);
        }
        return pack;
    }

    private static Set<ProcessHandle> children() {
        return ProcessHandle.current().children().collect(Collectors.toSet());
    }

    private static void signal(String signal, ProcessHandle to) {
        try {
            new ProcessBuilder("kill", signal, String.valueOf(to.pid())).start().waitFor();
        } catch (IOException e) {
            throw new AssertionError(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /**
     * A reader whose child processes get the signal of a real crash, or are stopped, just before they read certain files; one
     * reading at a time, so that nothing else is hit.
     */
    private static ContentReader hostile(IsolatedReader reader, Path harmless, Set<ProcessHandle> others) {
        return (ContentReader) Proxy.newProxyInstance(
                ContentReader.class.getClassLoader(),
                new Class<?>[] {ContentReader.class},
                (proxy, method, arguments) -> {
                    synchronized (reader) {
                        String name = arguments != null && arguments[0] instanceof Path file
                                ? String.valueOf(file.getFileName())
                                : "";
                        boolean crash = name.startsWith("crash");
                        if (crash || name.startsWith("hang")) {
                            // there is a child, and it waits for the file
                            reader.readModel(harmless);
                            Set<ProcessHandle> mine = children();
                            mine.removeAll(others);
                            mine.forEach(child -> signal("-STOP", child));
                            if (crash) {
                                // what a stopped process was sent is delivered when it goes on, with the file before it
                                Thread.ofVirtual()
                                        .start(() -> mine.forEach(child -> {
                                            signal("-SEGV", child);
                                            signal("-CONT", child);
                                        }));
                            }
                        }
                        return invoke(method, reader, arguments);
                    }
                });
    }

    private static @Nullable Object invoke(Method method, Object on, Object @Nullable [] arguments) throws Throwable {
        try {
            return method.invoke(on, arguments);
        } catch (InvocationTargetException e) {
            throw e.getCause();
        }
    }

    @Tag("long")
    @Test
    @EnabledOnOs(OS.LINUX)
    void fortyOfFiftyComeAndTenAreNamed() throws Exception {
        Path pack = pack();
        Path harmless = Files.writeString(folder.resolve("harmless.ply"), triangle(1));
        Library library = Library.open(Files.createDirectory(folder.resolve("library")), "", "desk");
        Set<ProcessHandle> others = children();
        Set<ProcessHandle> started;
        try (IsolatedReader isolated = new IsolatedReader(new Limits(8, 24, 3000), folder)) {
            ContentReader reader = hostile(isolated, harmless, others);
            library.scan(isolated, Work.SILENT);
            try (Intake intake = new Intake(library, "", reader)) {
                IntakePlan plan = intake.examine(intake.plan(List.of(pack), Work.SILENT), Work.SILENT);
                List<PlanItem> wanted =
                        plan.items().stream().filter(PlanItem::isWanted).toList();
                Map<String, Integer> causes = new TreeMap<>();
                List<String> told = new ArrayList<>();
                for (PlanItem item : plan.items()) {
                    String kind = item.files().get(0).path().replaceAll("\\d.*", "");
                    if (!item.isWanted()) {
                        causes.merge(kind, 1, Integer::sum);
                        told.add(kind + " " + item.reason());
                    }
                }
                assertEquals(Map.of("crash", 5, "hang", 3, "eat", 2), causes, told.toString());
                assertTrue(
                        told.stream()
                                .allMatch(t -> t.startsWith("hang")
                                        ? t.contains("longer than 8 seconds")
                                        : t.startsWith("crash")
                                                ? t.contains("broke the reader")
                                                : t.contains("memory")),
                        told.toString());
                assertEquals(40, wanted.size());
                assertEquals(40, intake.take(wanted, Work.SILENT).assets());
                assertEquals(40, library.scan(isolated, Work.SILENT).assets());
            }
            started = children();
            started.removeAll(others);
        }
        for (ProcessHandle child : started) {
            child.onExit().get(10, java.util.concurrent.TimeUnit.SECONDS);
        }
    }
}
