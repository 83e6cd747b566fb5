package yondershelf.references;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import yondershelf.words.Phrase;

/**
 * Decides which file a reference inside another file means, and whether it may be followed. Within the library a file belongs
 * to, or for a loose file within the folder of its pack, any plain file may be meant; elsewhere only what lies in a folder the
 * user allowed. Other machines are never asked for anything. Safe for several threads.
 */
public final class Reach {
    private static final Pattern DRIVE_OR_RELATIVE = Pattern.compile("[A-Za-z]:/.*|\\.{1,2}/.*");
    private static final Pattern SCHEME = Pattern.compile("(?i)[a-z][a-z0-9+.-]+://.*");
    private static final Pattern DRIVE = Pattern.compile("/?[A-Za-z]:.*");

    private static final boolean HAS_DRIVES = File.separatorChar == '\\';

    private volatile List<Path> roots = List.of();
    private volatile List<Path> allowed = List.of();

    /** What a reference means. */
    public enum Verdict {
        /** It leads to a place it may lead to, whether a file is there or not. */
        WITHIN,
        /** It leads to a place outside, on this machine. */
        OUTSIDE,
        /** It leads to another machine. */
        NETWORK,
        /** It is no path, or that of another system's drive. */
        NOWHERE
    }

    /**
     * A reference followed.
     *
     * @param file what it means, when it may be followed, or lies outside; else null
     */
    public record Target(Verdict verdict, @Nullable Path file) {
        /** The file, when it may be opened. */
        public @Nullable Path open() {
            return verdict == Verdict.WITHIN ? file : null;
        }
    }

    /**
     * @param libraries the roots of the libraries that are open
     * @param folders what the user allowed besides
     */
    public void set(List<Path> libraries, List<Path> folders) {
        roots = List.copyOf(libraries);
        allowed = List.copyOf(folders);
    }

    /** The roots of the libraries that are open. */
    public List<Path> roots() {
        return roots;
    }

    /** What the user allowed besides. */
    public List<Path> allowed() {
        return allowed;
    }

    /** Follows a reference as the file writes it; separators may be of either kind. */
    public Target follow(Path from, String reference) {
        if (Squares.areMeant(reference)) {
            return firstSquare(from, Squares.each(reference));
        }
        String text = reference.strip();
        Target target = judge(from, text);
        // "%20" and the like are meant where no file is called just that
        if (target.open() != null && Files.exists(target.open())) {
            return target;
        }
        return PercentCode.decoded(text).map(meant -> judge(from, meant)).orElse(target);
    }

    /** Of pictures on several UV squares the first that is there. */
    private Target firstSquare(Path from, List<String> squares) {
        Target first = follow(from, squares.get(0));
        if (first.verdict == Verdict.WITHIN) {
            for (String square : squares) {
                Path there = follow(from, square).open();
                if (there != null && Files.isRegularFile(there)) {
                    return new Target(Verdict.WITHIN, there);
                }
            }
        }
        return first;
    }

    private Target judge(Path from, String text) {
        Plain plain = plain(text);
        if (plain.verdict != Verdict.WITHIN) {
            return new Target(plain.verdict, null);
        }
        String path = plain.path;
        try {
            Path base = from.toAbsolutePath().normalize();
            // on systems where a backslash is a letter like any other, a file may really be called that
            Path literal = path.equals(text) ? null : sibling(base, text);
            Path file = literal != null && Files.isRegularFile(literal) ? literal : sibling(base, path);
            return new Target(mayOpen(base, file) ? Verdict.WITHIN : Verdict.OUTSIDE, file);
        } catch (InvalidPathException e) {
            return new Target(Verdict.NOWHERE, null);
        }
    }

    /** A reference as a path with plain separators; the verdict is {@code WITHIN} for any path of this system. */
    private record Plain(Verdict verdict, String path) {}

    private static Plain plain(String text) {
        if (text.isEmpty() || text.indexOf('\0') >= 0) {
            return new Plain(Verdict.NOWHERE, "");
        }
        String path = text.replace('\\', '/');
        if (path.toLowerCase(Locale.ROOT).startsWith("file:")) {
            path = path.substring("file:".length());
            if (path.startsWith("//")) {
                String rest = path.substring(2);
                boolean here = rest.startsWith("/") || rest.startsWith("localhost/");
                if (!here && DRIVE_OR_RELATIVE.matcher(rest).matches()) {
                    path = rest;
                } else if (!here) {
                    return new Plain(Verdict.NETWORK, "");
                } else {
                    path = rest.substring(rest.indexOf('/'));
                }
            }
        }
        if (path.startsWith("//") || SCHEME.matcher(path).matches()) {
            return new Plain(Verdict.NETWORK, "");
        }
        if (!DRIVE.matcher(path).matches()) {
            return new Plain(Verdict.WITHIN, path);
        }
        // where drives have letters it is a path like any other, and leads where it may or not
        String plain = path.startsWith("/") ? path.substring(1) : path;
        return HAS_DRIVES && DRIVE_OR_RELATIVE.matcher(plain).matches()
                ? new Plain(Verdict.WITHIN, plain)
                : new Plain(Verdict.NOWHERE, "");
    }

    /**
     * The paths below a root that a reference may mean, best first, without looking at the disk: as it is written, and with
     * "%20" and the like decoded. None when it leads elsewhere.
     *
     * @param folder of the file that holds the reference, below the root, {@code /}-separated
     */
    public static List<String> below(String folder, String reference) {
        if (Squares.areMeant(reference)) {
            return Squares.each(reference).stream()
                    .flatMap(square -> below(folder, square).stream())
                    .toList();
        }
        String text = reference.strip();
        List<String> out = new ArrayList<>();
        addBelow(folder, text, out);
        PercentCode.decoded(text).ifPresent(meant -> addBelow(folder, meant, out));
        return out;
    }

    private static void addBelow(String folder, String text, List<String> out) {
        Plain plain = plain(text);
        boolean absolute =
                plain.path.startsWith("/") || DRIVE.matcher(plain.path).matches();
        if (plain.verdict != Verdict.WITHIN || absolute) {
            return;
        }
        List<String> steps = new ArrayList<>(folder.isEmpty() ? List.of() : List.of(folder.split("/")));
        for (String step : plain.path.split("/")) {
            if (step.equals("..")) {
                if (steps.isEmpty()) {
                    return;
                }
                steps.remove(steps.size() - 1);
            } else if (!step.isEmpty() && !step.equals(".")) {
                steps.add(step);
            }
        }
        String path = String.join("/", steps);
        if (!path.isEmpty() && !out.contains(path)) {
            out.add(path);
        }
    }

    private static Path sibling(Path base, String path) {
        return base.resolveSibling(path).normalize();
    }

    /** True when a file may be opened on behalf of another one: links on the way count for where they lead. */
    public boolean mayOpen(Path from, Path file) {
        Path base = from.toAbsolutePath().normalize();
        Path target = file.toAbsolutePath().normalize();
        List<Path> within = new ArrayList<>(allowed);
        within.add(home(base));
        for (Path root : within) {
            if (target.startsWith(root) && !leavesByLink(root, target)) {
                return true;
            }
        }
        return false;
    }

    private static boolean leavesByLink(Path root, Path target) {
        try {
            Path there = target;
            while (there != null && !Files.exists(there)) {
                there = there.getParent();
            }
            return there == null
                    || there.startsWith(root) && !there.toRealPath().startsWith(root.toRealPath());
        } catch (IOException e) {
            return true;
        }
    }

    /** The library a file belongs to, or the folder of its pack: one above its own, because textures often lie beside models. */
    private Path home(Path file) {
        for (Path root : roots) {
            if (file.startsWith(root)) {
                return root;
            }
        }
        Path folder = file.getParent();
        if (folder == null) {
            return file;
        }
        Path above = folder.getParent();
        return above == null || isCommon(above) ? folder : above;
    }

    /** Folders that hold many people's or many packs' things are nobody's pack. */
    private static boolean isCommon(Path folder) {
        Path user = Path.of(System.getProperty("user.home")).toAbsolutePath().normalize();
        Path temporary =
                Path.of(System.getProperty("java.io.tmpdir")).toAbsolutePath().normalize();
        return folder.getParent() == null || user.startsWith(folder) || temporary.startsWith(folder);
    }

    /** Why a reference is not followed, in plain words; empty when it may be, whether its file is there or not. */
    public String refusal(Path from, String reference) {
        return switch (follow(from, reference).verdict()) {
            case WITHIN -> "";
            case OUTSIDE -> Phrase.kept("format.it-lies-outside-the-library");
            case NETWORK -> Phrase.kept("format.it-lies-on-another-machine");
            case NOWHERE -> Phrase.kept("format.its-path-belongs-to-another");
        };
    }
}
