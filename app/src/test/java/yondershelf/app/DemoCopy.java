package yondershelf.app;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.DirectoryStream;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Comparator;
import java.util.stream.Stream;
import yondershelf.content.ProblemException;
import yondershelf.demo.DemoLibrary;

/** The demo library, made once for all tests of one run, whatever process they are in: making it takes longer than most of them. */
final class DemoCopy {
    /** Names the folder to processes the tests start. */
    private static final String PROPERTY = "yonder.demo";

    private DemoCopy() {}

    /** The option of Java by which another process finds it. */
    static String option() throws IOException, ProblemException {
        return "-D" + PROPERTY + "=" + whole();
    }

    /** As it was made; nothing may be changed in it. */
    static Path whole() throws IOException, ProblemException {
        String named = System.getProperty(PROPERTY);
        if (named != null) {
            return Path.of(named);
        }
        // the processes of one run have one parent
        String run = ProcessHandle.current()
                .parent()
                .map(parent -> parent.pid() + "-"
                        + parent.info().startInstant().map(Object::toString).orElse(""))
                .orElse("alone");
        Path target = Files.createDirectories(Path.of("target", "demo").toAbsolutePath());
        Path folder = target.resolve(run.replace(':', '.'));
        try (FileChannel lock =
                        FileChannel.open(target.resolve("lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
                FileLock _ = lock.lock()) {
            letGo(target);
            DemoLibrary.write(Files.createDirectories(folder));
        }
        return folder;
    }

    /** What runs that are over left. */
    private static void letGo(Path target) throws IOException {
        try (DirectoryStream<Path> folders = Files.newDirectoryStream(target, Files::isDirectory)) {
            for (Path each : folders) {
                String process = String.valueOf(each.getFileName()).replaceFirst("-.*", "");
                boolean runs = process.matches("\\d{1,18}")
                        && ProcessHandle.of(Long.parseLong(process)).isPresent();
                if (!runs) {
                    delete(each);
                }
            }
        }
    }

    private static void delete(Path folder) throws IOException {
        try (Stream<Path> all = Files.walk(folder)) {
            for (Path each : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(each);
            }
        }
    }

    /** Copies it, with the times of its files. */
    static void to(Path folder) throws IOException, ProblemException {
        Path whole = whole();
        Files.walkFileTree(whole, new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes is) throws IOException {
                Files.createDirectories(folder.resolve(whole.relativize(dir).toString()));
                return FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes is) throws IOException {
                Files.copy(file, folder.resolve(whole.relativize(file).toString()), StandardCopyOption.COPY_ATTRIBUTES);
                return FileVisitResult.CONTINUE;
            }
        });
    }
}
