package yondershelf.mend;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.ContentReader;
import yondershelf.library.Asset;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.references.PercentCode;
import yondershelf.references.Reach;
import yondershelf.sorting.Companions;
import yondershelf.sorting.FileLore;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/**
 * Assets that go to another folder of their library, with the files that only they need. What refers to a file that goes, or from
 * one that goes to one that stays, is rewritten; an asset for which that cannot be done stays.
 */
public final class Relocation {
    /**
     * What became of it.
     *
     * @param run the group of changes, for undoing it; empty when nothing was changed
     * @param assets how many went
     * @param files how many files went
     * @param rewritten how many files name others otherwise now
     * @param left why others stay
     */
    public record Moved(String run, int assets, int files, int rewritten, List<Problem> left) {
        public Moved {
            left = List.copyOf(left);
        }
    }

    private record Renaming(String from, String to) {}

    private final Library library;
    private final String folder;
    private final FileLore lore;
    private final CompositionArcs layers;
    private final List<Problem> left = new ArrayList<>();
    /** The files of each asset that goes, or of a folder, and where to; by the asset's or folder's path. */
    private final Map<String, Map<String, String>> going = new LinkedHashMap<>();

    private final Map<String, String> moved = new LinkedHashMap<>();
    private final Map<String, Set<String>> written = new HashMap<>();

    private Relocation(Library library, String folder, ContentReader reader) {
        this.library = library;
        this.folder = folder;
        this.lore = new FileLore(library.root(), reader);
        this.layers = new CompositionArcs(library);
    }

    /**
     * Moves assets; those that lie there already, or point into a file of another asset, are passed over.
     *
     * @param folder below the root, {@code /}-separated, empty for the root; made when it is not there
     * @throws ProblemException when a file cannot be moved or written; then nothing is changed
     */
    public static Moved move(Library library, List<Asset> assets, String folder, ContentReader reader, Work work)
            throws ProblemException {
        String what = Phrase.of(
                "mend.move-to",
                assets.size() == 1 ? assets.get(0).name() : assets.size() + " assets",
                folder.isEmpty() ? library.name() : folder);
        Relocation relocation = new Relocation(library, folder, reader);
        try (FileActs acts = library.writing().begin(what, "", work)) {
            Set<String> together = assets.stream().map(Asset::path).collect(Collectors.toSet());
            assets.forEach(asset -> relocation.place(asset, together));
            return relocation.run(acts, work);
        }
    }

    /**
     * Gives a folder another name or place, with everything in it.
     *
     * @param from below the root, not empty
     * @param to where it is to be, below the root
     * @throws ProblemException when it cannot be done whole; then nothing is changed
     */
    public static Moved rename(Library library, String from, String to, ContentReader reader, Work work)
            throws ProblemException {
        Relocation relocation = new Relocation(library, to, reader);
        try (FileActs acts = library.writing().begin(Phrase.of("mend.rename-to", from, to), "", work)) {
            relocation.placeAll(from, to);
            Moved moved = relocation.run(acts, work);
            if (!moved.left().isEmpty()) {
                throw moved.left().get(0).raise();
            }
            acts.removeEmptied(library.resolve(from));
            return moved;
        }
    }

    private void placeAll(String from, String to) throws ProblemException {
        if (from.isEmpty() || to.isEmpty() || (to + "/").startsWith(from + "/")) {
            throw Problem.of(from, Phrase.of("mend.it-cannot-become", to)).raise();
        }
        if (Files.exists(library.resolve(to), LinkOption.NOFOLLOW_LINKS)) {
            throw new Problem(to, Phrase.of("mend.there-is-a-folder-of"), Phrase.of("mend.take-another-name-or-move"))
                    .raise();
        }
        Map<String, String> files = new LinkedHashMap<>();
        try (var walk = Files.walk(library.resolve(from))) {
            walk.filter(f -> Files.isRegularFile(f, LinkOption.NOFOLLOW_LINKS))
                    .map(library::relative)
                    .forEach(f -> files.put(f, to + f.substring(from.length())));
        } catch (IOException | UncheckedIOException e) {
            throw Problem.of(from, Phrase.of("mend.it-cannot-be-listed")).raise(e);
        }
        going.put(from, files);
        moved.putAll(files);
    }

    private Moved run(FileActs acts, Work work) throws ProblemException {
        Map<String, List<Renaming>> rewritings = rewritings();
        if (going.isEmpty() || work.isCancelled()) {
            return new Moved("", 0, 0, 0, left);
        }
        return acts.wholly(() -> {
            acts.move(moved, work);
            for (Map.Entry<String, List<Renaming>> each : rewritings.entrySet()) {
                if (work.isCancelled()) {
                    acts.takeBackTo(0);
                    return new Moved("", 0, 0, 0, left);
                }
                String now = moved.getOrDefault(each.getKey(), each.getKey());
                acts.write(library.resolve(now), rewritten(now, each.getValue()));
            }
            return new Moved(acts.run(), going.size(), moved.size(), rewritings.size(), left);
        });
    }

    /** Files lie to each other as before: those below the asset's folder, where they lay below it. */
    private void place(Asset asset, Set<String> together) {
        if (asset.isApart()) {
            left.add(Problem.of(asset.locator().text(), Phrase.of("mend.it-is-a-part-of", asset.path())));
            return;
        }
        String from = folder(asset.path());
        if (from.equals(folder)) {
            return;
        }
        List<String> files = library.ownFiles(asset, together).stream()
                .filter(f -> from.isEmpty() || f.startsWith(from + "/"))
                .filter(f -> !moved.containsKey(f))
                .toList();
        if (!files.contains(asset.path())) {
            left.add(Problem.of(asset.path(), Phrase.of("mend.other-assets-of-its-library")));
            return;
        }
        Map<String, String> at = at(files, from, folder);
        if (at == null) {
            // where its names are taken it gets a folder of its own
            at = at(files, from, join(folder, stem(asset.path())));
        }
        if (at == null) {
            left.add(Problem.of(asset.path(), Phrase.of("mend.files-of-these-names-are")));
            return;
        }
        going.put(asset.path(), at);
        moved.putAll(at);
    }

    /** Null when a name is taken. */
    private @Nullable Map<String, String> at(List<String> files, String from, String to) {
        Map<String, String> out = new LinkedHashMap<>();
        Set<String> taken = new HashSet<>();
        moved.values().forEach(name -> taken.add(name.toLowerCase(Locale.ROOT)));
        for (String file : files) {
            String target = join(to, from.isEmpty() ? file : file.substring(from.length() + 1));
            boolean free = !Files.exists(library.resolve(target), LinkOption.NOFOLLOW_LINKS)
                    && taken.add(target.toLowerCase(Locale.ROOT));
            if (!free) {
                return null;
            }
            out.put(file, target);
        }
        return out;
    }

    /** What has to be written otherwise in which file; assets for which that cannot be done are left until the rest can go. */
    private Map<String, List<Renaming>> rewritings() {
        while (true) {
            Map<String, List<Renaming>> out = new LinkedHashMap<>();
            Map<String, Problem> stuck = new LinkedHashMap<>();
            for (Map.Entry<String, Map<String, String>> each : going.entrySet()) {
                for (String file : each.getValue().keySet()) {
                    Set<String> concerned =
                            new LinkedHashSet<>(library.store().references().sources(file));
                    concerned.addAll(layers.sources(file));
                    if (Companions.mayRefer(file)) {
                        concerned.add(file);
                    }
                    for (String source : concerned) {
                        if (!out.containsKey(source) && Files.isRegularFile(library.resolve(source))) {
                            Optional<Problem> problem = rewriting(source, out);
                            problem.ifPresent(p -> stuck.putIfAbsent(each.getKey(), p));
                        }
                    }
                }
            }
            if (stuck.isEmpty()) {
                out.values().removeIf(List::isEmpty);
                return out;
            }
            stuck.forEach((path, problem) -> {
                left.add(problem);
                Map<String, String> stays = going.remove(path);
                if (stays != null) {
                    moved.keySet().removeAll(stays.keySet());
                }
            });
        }
    }

    /** Gives what stands in the way. */
    private Optional<Problem> rewriting(String source, Map<String, List<Renaming>> out) {
        String before = folder(source);
        String after = folder(moved.getOrDefault(source, source));
        List<Renaming> renamings = new ArrayList<>();
        Set<String> targets = new LinkedHashSet<>(library.store().references().targets(source));
        targets.addAll(layers.targets(source));
        for (String target : targets) {
            String now = moved.getOrDefault(target, target);
            boolean there = moved.containsKey(target) || Files.exists(library.resolve(target));
            if (!there || relative(before, target).equals(relative(after, now))) {
                continue;
            }
            Set<String> references = written.computeIfAbsent(source, this::references);
            if (references.stream().noneMatch(r -> Reach.below(before, r).contains(target)) && isKnown(source)) {
                // text that reads like its name, in a place that names no file
                continue;
            }
            boolean named = false;
            for (String reference : references) {
                if (Reach.below(before, reference).contains(target)) {
                    Renaming renaming = new Renaming(reference, like(reference, relative(after, now)));
                    named |= renamings.contains(renaming) || names(source, reference) && renamings.add(renaming);
                }
            }
            if (!named) {
                String what = moved.containsKey(target) ? target : source;
                return Optional.of(new Problem(
                        what,
                        moved.containsKey(target)
                                ? Phrase.of("mend.needs-it-where-it-is", source)
                                : Phrase.of("mend.it-needs-and-cannot-be", target),
                        Phrase.of("mend.move-them-together-or-save", source)));
            }
        }
        out.put(source, renamings);
        return Optional.empty();
    }

    /** Of a name for pictures on several UV squares only the folder changes. */
    private static String like(String reference, String path) {
        String last = reference.replace('\\', '/');
        last = last.substring(last.lastIndexOf('/') + 1);
        return last.indexOf('<') < 0 ? path : join(folder(path), last);
    }

    /** Where the format says which places name files, these; else everything that reads like a name. */
    private Set<String> references(String source) {
        Set<String> out = new LinkedHashSet<>();
        List<ReferenceTokens.Token> tokens = tokens(source);
        if (tokens == null) {
            out.addAll(lore.references(source));
        } else {
            for (ReferenceTokens.Token token : tokens) {
                out.add(token.text());
                PercentCode.decoded(token.text()).ifPresent(out::add);
            }
        }
        out.addAll(layers.references(source));
        return out;
    }

    private boolean isKnown(String source) {
        return tokens(source) != null;
    }

    private @Nullable List<ReferenceTokens.Token> tokens(String source) {
        try {
            return ReferenceTokens.of(Files.readAllBytes(library.resolve(source)), Rewriter.type(source));
        } catch (IOException e) {
            return null;
        }
    }

    private boolean names(String source, String reference) {
        try {
            return Rewriter.names(Files.readAllBytes(library.resolve(source)), Rewriter.type(source), reference);
        } catch (IOException e) {
            return false;
        }
    }

    private byte[] rewritten(String file, List<Renaming> renamings) throws ProblemException {
        try {
            byte[] bytes = Files.readAllBytes(library.resolve(file));
            for (Renaming renaming : renamings) {
                byte[] next = Rewriter.rewrite(bytes, Rewriter.type(file), renaming.from, renaming.to);
                // a longer reference that ends like this one may have taken it along
                bytes = next == null ? bytes : next;
            }
            return bytes;
        } catch (IOException e) {
            throw Problem.of(file, Phrase.of("mend.it-cannot-be-read-any")).raise(e);
        }
    }

    private static String relative(String folder, String path) {
        return Path.of("/" + folder).relativize(Path.of("/" + path)).toString().replace('\\', '/');
    }

    private static String folder(String path) {
        int slash = path.lastIndexOf('/');
        return slash < 0 ? "" : path.substring(0, slash);
    }

    private static String join(String folder, String name) {
        return folder.isEmpty() ? name : folder + "/" + name;
    }

    private static String stem(String path) {
        String name = path.substring(path.lastIndexOf('/') + 1);
        int dot = name.lastIndexOf('.');
        return dot > 0 ? name.substring(0, dot) : name;
    }
}
