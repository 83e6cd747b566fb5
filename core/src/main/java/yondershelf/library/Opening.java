package yondershelf.library;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.LongSupplier;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.disk.Lock;
import yondershelf.store.Store;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** Opens libraries: new ones, known ones that may be away, and copies of others. */
final class Opening {
    private static final Pattern MACHINE = Pattern.compile("[A-Za-z0-9-]{1,64}");
    private static final long DEBRIS_MILLIS = 60L * 60 * 1000;

    private Opening() {}

    static Library open(Path folder, String name, @Nullable String known, String machine, Disk disk, LongSupplier clock)
            throws ProblemException {
        return open(folder, name, known, machine, disk, clock, id -> Store.inMemory());
    }

    static Library open(
            Path folder,
            String name,
            @Nullable String known,
            String machine,
            Disk disk,
            LongSupplier clock,
            Stores stores)
            throws ProblemException {
        if (!MACHINE.matcher(machine).matches()) {
            throw new IllegalArgumentException("machine id " + machine);
        }
        Path root = folder.toAbsolutePath().normalize();
        if (!Files.isDirectory(root)) {
            throw new Problem(
                            root.toString(),
                            Phrase.of("library.there-is-no-such-folder"),
                            Phrase.of("library.connect-its-drive-then-try"))
                    .raise();
        }
        try {
            Optional<Description> there = Description.read(ownOf(root), disk);
            if (there.isEmpty() && known != null) {
                throw away(root);
            }
            boolean other = there.isPresent() && known != null && !known.isEmpty();
            if (other && !there.get().id().equals(known)) {
                throw new Problem(
                                root.toString(),
                                Phrase.of(
                                        "library.another-library-stands-there-now",
                                        there.get().name()),
                                Phrase.of("library.open-it-as-a-library"))
                        .raise();
            }
            Description description = there.isPresent() ? there.get() : create(root, name, disk);
            Library library = new Library(
                    root,
                    description,
                    machine,
                    disk,
                    clock,
                    stores.of(description.id()),
                    stores.records(description.id()));
            tidy(library);
            return library;
        } catch (IOException e) {
            throw new Problem(
                            root.toString(),
                            Phrase.of("library.the-library-cannot-be-opened", Refused.reason(e)),
                            Phrase.of("library.change-the-permissions-of-the"))
                    .raise(e);
        }
    }

    static ProblemException away(Path root) {
        return new Problem(
                        root.toString(),
                        Phrase.of("library.the-library-is-away-its"),
                        Phrase.of("library.connect-its-drive-or-sign"))
                .raise();
    }

    /** The program's own folder is a real one: a link could lead its writing anywhere. */
    static Path ownOf(Path root) throws IOException {
        Path own = root.resolve(Library.OWN);
        if (Files.exists(own, LinkOption.NOFOLLOW_LINKS) && !Files.isDirectory(own, LinkOption.NOFOLLOW_LINKS)) {
            throw new FileSystemException(own.toString(), null, Phrase.of("library.is-not-a-folder-but", Library.OWN));
        }
        for (String part : List.of("journal", "places", "undo", "running", "tmp", "previews")) {
            if (Files.isSymbolicLink(own.resolve(part))) {
                throw new FileSystemException(own.toString(), null, Phrase.of("library.is-a-link", Library.OWN, part));
            }
        }
        return own;
    }

    /** Two processes may find the folder bare at once: only one of them makes it a library. */
    private static Description create(Path root, String name, Disk disk) throws IOException, ProblemException {
        Path own = root.resolve(Library.OWN);
        disk.makeFolders(own);
        try (Lock _ = Lock.take(own.resolve("lock"), Phrase.of("library.making-the-library"), Lock.Waiting.USUAL)) {
            Optional<Description> made = Description.read(own, disk);
            if (made.isPresent()) {
                return made.get();
            }
            Description fresh = Description.fresh(name.isBlank() ? fileName(root) : name);
            fresh.write(own, disk);
            return fresh;
        }
    }

    /** Sweeps what killed processes left. A library that cannot be written, or is being written to, is left for another time. */
    private static void tidy(Library library) {
        if (library.isNewer()) {
            return;
        }
        try (Lock _ = Lock.take(library.own().resolve("lock"), "tidying", Lock.Waiting.NOT)) {
            library.description().secure(library.own(), library.disk());
            Disk.sweep(library.own().resolve("tmp"), 0);
            Disk.sweep(library.own().resolve("running"), 0);
            Disk.sweep(library.own(), DEBRIS_MILLIS);
            library.tell(Unfinished.settle(library));
        } catch (IOException e) {
            // read-only, or somebody is at work there: nothing that had to be done now
            return;
        }
    }

    /**
     * Gives a library that was copied with all its own data an id of its own, and its assets too; labels stay. Whenever it is
     * cut off, the labels are those of before.
     */
    static void renew(Library library, Description fresh) throws ProblemException {
        List<Edit> labels = new ArrayList<>();
        List<Edit> records = new ArrayList<>();
        Set<String> ids = new HashSet<>(library.journal().assets());
        ids.addAll(library.identities().recordedIds());
        for (String before : ids) {
            String now = UUID.nameUUIDFromBytes((fresh.id() + before).getBytes(StandardCharsets.UTF_8))
                    .toString();
            labels.addAll(library.journal().edits(before, now));
            records.addAll(library.identities().journal().edits(before, now));
            records.add(Identities.moved(before, fresh.id()));
        }
        try (Lock _ = library.writing().lock(Phrase.of("library.giving-the-copy-an-id"), Work.SILENT)) {
            if (!records.isEmpty()) {
                library.journal().append(labels);
                library.identities().journal().append(records);
            }
            fresh.write(library.own(), library.disk());
        } catch (IOException e) {
            throw Refused.notWritten(library.own(), e);
        }
    }

    private static String fileName(Path path) {
        Path last = path.getFileName();
        return last == null ? path.toString() : last.toString();
    }
}
