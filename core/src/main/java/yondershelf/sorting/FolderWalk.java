package yondershelf.sorting;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.List;

/** Collects files; a folder that cannot be entered or vanishes costs only itself. */
final class FolderWalk extends SimpleFileVisitor<Path> {
    private final Path root;
    private final List<String> out;

    FolderWalk(Path root, List<String> out) {
        this.root = root;
        this.out = out;
    }

    @Override
    public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes attributes) {
        boolean hidden = !dir.equals(root) && String.valueOf(dir.getFileName()).startsWith(".");
        return hidden ? FileVisitResult.SKIP_SUBTREE : FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
        String name = String.valueOf(file.getFileName());
        if (attributes.isRegularFile() && !name.startsWith(".") && !name.equals("Thumbs.db")) {
            out.add(root.relativize(file).toString().replace('\\', '/'));
        }
        return FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult visitFileFailed(Path file, IOException e) {
        return FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult postVisitDirectory(Path dir, java.io.@org.jspecify.annotations.Nullable IOException e) {
        return FileVisitResult.CONTINUE;
    }
}
