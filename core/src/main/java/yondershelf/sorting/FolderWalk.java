package yondershelf.sorting;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.List;

/** Collects files; a folder that cannot be entered or vanishes costs only itself. */
final class FolderWalk extends SimpleFileVisitor<Path> {
    private final Path root;
    private final List<String> files = new ArrayList<>();
    private final List<Sorted.Skipped> closed = new ArrayList<>();

    private FolderWalk(Path root) {
        this.root = root;
    }

    static FolderFiles below(Path root) throws IOException {
        FolderWalk walk = new FolderWalk(root);
        Files.walkFileTree(root, walk);
        return new FolderFiles(walk.files, walk.closed);
    }

    @Override
    public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes attributes) {
        boolean hidden = !dir.equals(root) && String.valueOf(dir.getFileName()).startsWith(".");
        return hidden ? FileVisitResult.SKIP_SUBTREE : FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
        String name = String.valueOf(file.getFileName());
        if (PathFilter.isHidden(name)) {
            return FileVisitResult.CONTINUE;
        }
        String reason = PathFilter.closed(file, name, attributes);
        if (reason == null) {
            files.add(relative(file));
        } else {
            closed.add(new Sorted.Skipped(relative(file), reason));
        }
        return FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult visitFileFailed(Path file, IOException e) throws IOException {
        if (file.equals(root)) {
            throw e;
        }
        tell(file, e);
        return FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult postVisitDirectory(Path dir, java.io.@org.jspecify.annotations.Nullable IOException e) {
        if (e != null) {
            tell(dir, e);
        }
        return FileVisitResult.CONTINUE;
    }

    private void tell(Path path, IOException e) {
        closed.add(new Sorted.Skipped(relative(path), PathFilter.closed(path, e)));
    }

    private String relative(Path path) {
        return FolderFiles.relative(root, path);
    }
}
