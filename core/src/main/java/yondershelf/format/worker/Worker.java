package yondershelf.format.worker;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.File;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import yondershelf.words.Phrase;

/** One child process and the pipes to it. Used by one thread at a time. */
final class Worker implements AutoCloseable {
    private static final int START_SECONDS = 30;

    private final Process process;
    private final DataInputStream in;
    private final DataOutputStream out;
    private final Limits limits;

    private Worker(Process process, Limits limits) {
        this.process = process;
        this.limits = limits;
        this.in = new DataInputStream(new BufferedInputStream(process.getInputStream(), 1 << 16));
        this.out = new DataOutputStream(new BufferedOutputStream(process.getOutputStream()));
    }

    /** @param log folder for what the virtual machine says of crashes */
    static Worker start(Limits limits, Path log) throws IOException {
        return start(limits, log, WorkerMain.class);
    }

    /** @param program gets this process's id and the seconds it may use, and says that it is ready */
    static Worker start(Limits limits, Path log, Class<?> program) throws IOException {
        ProcessBuilder builder = new ProcessBuilder(command(limits, log, program))
                .directory(log.toFile())
                .redirectError(ProcessBuilder.Redirect.DISCARD);
        // libraries in C take names for what the surroundings say they are
        builder.environment().put("LC_ALL", "C.UTF-8");
        Process process = builder.start();
        Worker worker = new Worker(process, limits);
        try (Deadline deadline = worker.deadline(START_SECONDS * 1000L)) {
            if (worker.in.readByte() != WorkerMain.READY) {
                throw new IOException("the reading process did not start");
            }
            deadline.check();
        } catch (IOException e) {
            worker.close();
            throw e;
        }
        return worker;
    }

    /** Memory is limited with the shell's address-space limit where there is one, and by the child's heap everywhere. */
    private static List<String> command(Limits limits, Path log, Class<?> program) {
        List<String> java = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx" + limits.heapMegabytes() + "m",
                "-XX:CompressedClassSpaceSize=64m",
                "-XX:ReservedCodeCacheSize=64m",
                "-XX:+UseSerialGC",
                "-XX:TieredStopAtLevel=1",
                "--enable-native-access=ALL-UNNAMED",
                "--sun-misc-unsafe-memory-access=allow",
                // what the virtual machine says of a crash belongs with the log, not wherever the user stands
                "-XX:ErrorFile=" + log.resolve("reader-%p.log"),
                "-XX:-CreateCoredumpOnCrash",
                "-Djava.awt.headless=true",
                "-D" + Phrase.PROPERTY + "=" + Phrase.language().toLanguageTag(),
                "-cp",
                absolute(System.getProperty("java.class.path")),
                program.getName(),
                String.valueOf(ProcessHandle.current().pid()),
                String.valueOf(limits.seconds())));
        if (!System.getProperty("os.name").toLowerCase(Locale.ROOT).contains("linux")) {
            return java;
        }
        List<String> limited = new ArrayList<>(List.of(
                "/bin/sh",
                "-c",
                "ulimit -c 0; ulimit -v " + limits.addressMegabytes() * 1024L + " && exec \"$@\"",
                "sh"));
        limited.addAll(java);
        return limited;
    }

    /** The child stands in another folder than this process. */
    private static String absolute(String classPath) {
        return Arrays.stream(classPath.split(File.pathSeparator))
                .map(entry -> entry.endsWith("*")
                        ? new File(entry.substring(0, entry.length() - 1)).getAbsolutePath() + File.separator + "*"
                        : new File(entry).getAbsolutePath())
                .collect(Collectors.joining(File.pathSeparator));
    }

    DataInputStream in() {
        return in;
    }

    DataOutputStream out() {
        return out;
    }

    /** True when the child ended itself because one file had used its processor time. */
    boolean ranOutOfTime() {
        try {
            return process.waitFor(1, TimeUnit.SECONDS) && process.exitValue() == Guard.ENDED;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    /** True when it was started for what a file may use by now; how much a large one may does not matter to it. */
    boolean suits(Limits now) {
        return limits.seconds() == now.seconds()
                && limits.heapMegabytes() == now.heapMegabytes()
                && limits.addressMegabytes() == now.addressMegabytes();
    }

    boolean isAlive() {
        return process.isAlive();
    }

    /** Kills the process when the time is up before the returned object is closed. */
    Deadline deadline(long millis) {
        return new Deadline(process, millis);
    }

    @Override
    public void close() {
        process.destroyForcibly();
    }

    /** A watchdog over one exchange with the child. */
    static final class Deadline implements AutoCloseable {
        private final Thread watchdog;
        private volatile boolean expired;

        Deadline(Process process, long millis) {
            watchdog = Thread.ofVirtual().start(() -> {
                try {
                    if (!process.waitFor(millis, TimeUnit.MILLISECONDS)) {
                        expired = true;
                        process.destroyForcibly();
                    }
                } catch (InterruptedException e) {
                    // closed in time
                    return;
                }
            });
        }

        boolean expired() {
            return expired;
        }

        void check() throws IOException {
            if (expired) {
                throw new IOException("the time is up");
            }
        }

        @Override
        public void close() {
            watchdog.interrupt();
        }
    }
}
