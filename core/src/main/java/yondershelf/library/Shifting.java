package yondershelf.library;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.sorting.SortedItem.SortedFile;
import yondershelf.store.AssetRow;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** Files that go to other places within their library, and back. A move copies nothing: the file gets another name. */
final class Shifting {
    private Shifting() {}

    /** Notes all that is about to happen, then does it; cut off anywhere, the note tells what to take back. */
    static void shift(Library library, UndoRun kept, Map<String, String> wanted, Work work) throws ProblemException {
        try {
            List<Manifest.FileChange> acts = new ArrayList<>();
            Set<Path> named = new HashSet<>();
            for (Map.Entry<String, String> each : wanted.entrySet()) {
                acts.add(act(library, each.getKey(), each.getValue(), named));
            }
            kept.note(acts);
            library.undisturbed(() -> {
                shift(library, acts, work);
                follow(library, wanted);
            });
        } catch (IOException e) {
            throw Refused.notWritten(library.root(), e);
        }
    }

    private static void shift(Library library, List<Manifest.FileChange> acts, Work work)
            throws IOException, ProblemException {
        Disk disk = library.disk();
        Set<Path> into = new LinkedHashSet<>();
        Set<Path> outOf = new LinkedHashSet<>();
        long done = 0;
        for (Manifest.FileChange act : acts) {
            work.progress(done++, acts.size(), act.path());
            Path from = library.writing().inside(String.valueOf(act.from()));
            Path to = library.writing().inside(act.path());
            if (into.add(library.folderOf(to))) {
                disk.makeFolders(library.folderOf(to));
            }
            outOf.add(library.folderOf(from));
            disk.move(from, to);
        }
        // the new name is to be on the disk before the old one is gone
        outOf.removeAll(into);
        for (Path folder : into) {
            disk.syncFolder(folder);
        }
        for (Path folder : outOf) {
            disk.syncFolder(folder);
        }
    }

    private static Manifest.FileChange act(Library library, String from, String to, Set<Path> named)
            throws IOException, ProblemException {
        Path is = library.writing().inside(from);
        Path target = library.writing().inside(to);
        if (!Files.isRegularFile(is, LinkOption.NOFOLLOW_LINKS)) {
            throw Problem.of(is, Phrase.of("library.it-is-not-there-any-more")).raise();
        }
        if (Files.exists(target, LinkOption.NOFOLLOW_LINKS)) {
            throw Problem.of(target, Phrase.of("library.another-file-has-that-name"))
                    .raise();
        }
        List<String> missing = Disk.missingFolders(library.folderOf(target)).stream()
                .filter(named::add)
                .map(library::relative)
                .toList();
        return Manifest.FileChange.moved(from, to, state(is), missing);
    }

    private static String state(Path file) throws IOException {
        return Files.size(file) + "@" + Files.getLastModifiedTime(file).toMillis();
    }

    /** What speaks against moving a file back; null when nothing does. */
    static @Nullable Problem conflict(Library library, UndoRun kept, Manifest.FileChange change, String from)
            throws IOException, ProblemException {
        Path now = library.writing().inside(change.path());
        Path back = library.writing().inside(from);
        boolean there = Files.isRegularFile(now, LinkOption.NOFOLLOW_LINKS);
        boolean taken = Files.exists(back, LinkOption.NOFOLLOW_LINKS);
        if (there && taken && !isTwice(now, back)) {
            return new Problem(
                    back.toString(),
                    Phrase.of("library.another-file-stands-where-it"),
                    Phrase.of("library.move-that-one-away-or"));
        }
        if (!there && !taken) {
            return new Problem(
                    now.toString(),
                    Phrase.of("library.it-was-moved-or-deleted"),
                    Phrase.of("library.put-it-back-where-it"));
        }
        // what was written into it by the same act is judged for itself
        boolean changed = there
                && kept.manifest().states(change.path()).isEmpty()
                && !state(now).equals(change.after());
        return changed
                ? new Problem(
                        now.toString(),
                        Phrase.of("library.the-file-was-changed-since"),
                        Phrase.of("library.put-it-back-as-it"))
                : null;
    }

    /** A file system that was cut off may have the new name already and the old one still. */
    private static boolean isTwice(Path now, Path back) throws IOException {
        return Files.isRegularFile(back, LinkOption.NOFOLLOW_LINKS)
                && state(now).equals(state(back))
                && ContentHash.of(now).equals(ContentHash.of(back));
    }

    /** @return false when it was back already, or never went */
    static boolean back(Library library, Manifest.FileChange change, String from) throws IOException, ProblemException {
        Path now = library.writing().inside(change.path());
        Path back = library.writing().inside(from);
        boolean is = Files.isRegularFile(now, LinkOption.NOFOLLOW_LINKS);
        boolean there = is && !Files.exists(back, LinkOption.NOFOLLOW_LINKS);
        if (is && !there && isTwice(now, back)) {
            library.disk().delete(now);
        } else if (there) {
            library.disk().makeFolders(library.folderOf(back));
            library.disk().replace(now, back);
        }
        for (String folder : change.made().reversed()) {
            Undoing.removeIfEmpty(library, folder);
        }
        return there;
    }

    /** The assets that moved files name are the same ones as before, whatever else becomes of the files until they are seen again. */
    static void follow(Library library, Map<String, String> moved) throws ProblemException {
        List<AssetRow> fresh = new ArrayList<>();
        for (String from : moved.keySet()) {
            library.store().named(from).ifPresent(row -> {
                fresh.add(at(row, moved));
                library.apart().of(row.id()).forEach(node -> fresh.add(at(node, moved)));
            });
        }
        Set<String> folders = new TreeSet<>();
        moved.forEach((from, to) -> folders.addAll(List.of(folder(from), folder(to))));
        library.store().write(batch -> {
            fresh.forEach(batch::put);
            // another machine may move them on before they are seen here
            folders.forEach(batch::unsettle);
        });
        if (fresh.isEmpty()) {
            return;
        }
        // also of those nobody spoke of: another machine that sees them first at the new place must not give them other
        // ids
        library.labels()
                .recordPlaces(fresh.stream()
                        .map(AssetRow::id)
                        .filter(id -> !Apart.isNode(id))
                        .toList());
    }

    private static String folder(String path) {
        int slash = path.lastIndexOf('/');
        return slash < 0 ? "" : path.substring(0, slash);
    }

    private static AssetRow at(AssetRow row, Map<String, String> moved) {
        Asset asset = Asset.of(row);
        List<SortedFile> files = asset.files().stream()
                .map(f -> f.at(moved.getOrDefault(f.path(), f.path())))
                .toList();
        return asset.at(files, folder(files.get(0).path())).toRow(row.row(), row.since(), row.said());
    }
}
