package yondershelf.mend;

import com.fasterxml.jackson.annotation.JsonAutoDetect.Visibility;
import com.fasterxml.jackson.annotation.PropertyAccessor;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Kind;
import yondershelf.content.Material;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.FileType;
import yondershelf.library.Asset;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.references.Reach;
import yondershelf.sorting.SortedItem;
import yondershelf.store.AssetRow;
import yondershelf.store.Store;
import yondershelf.words.Phrase;
import yondershelf.work.ProgramLog;
import yondershelf.work.Work;

/** Checks a scanned library for faults and applies remedies. */
public final class Mend {
    /** Verdicts by other rules do not count. */
    private static final String RULES = "3";

    /** Findings as they are kept, not as they are said. */
    private static final ObjectMapper JSON = JsonMapper.builder()
            .visibility(PropertyAccessor.GETTER, Visibility.NONE)
            .visibility(PropertyAccessor.FIELD, Visibility.ANY)
            .build();

    private static final int KEEP_EVERY = 50;

    private final Library library;
    private final ContentReader reader;
    private final List<Finding> findings = new ArrayList<>();
    private final Map<Path, Optional<ProblemException>> verified = new HashMap<>();

    private Mend(Library library, ContentReader reader) {
        this.library = library;
        this.reader = reader;
    }

    /**
     * All faults found, by path. The library must have been looked through. Only what changed since the last check is looked
     * at, and what was found at fault: its remedy may have turned up meanwhile.
     */
    public static List<Finding> check(Library library, ContentReader reader, Work work) throws ProblemException {
        return new Mend(library, reader).check(work);
    }

    /**
     * Applies remedies as one group of changes: all of them, or none when one fails or the work is cancelled.
     *
     * @return the group's run, for undoing it with {@link FileActs#undo}; empty when it was cancelled and nothing was changed
     */
    public static Optional<String> apply(Library library, List<Finding> findings, Work work) throws ProblemException {
        String what = Phrase.of("mend.mend", Phrase.count(findings.size(), "finding"));
        try (FileActs acts = library.writing().begin(what, "", work)) {
            return acts.wholly(() -> {
                int done = 0;
                for (Finding finding : findings) {
                    if (work.isCancelled()) {
                        acts.takeBackTo(0);
                        return Optional.<String>empty();
                    }
                    work.progress(done++, findings.size(), finding.path());
                    Finding.Remedy remedy = finding.remedy();
                    if (remedy != null) {
                        for (Finding.Change change : remedy.changes()) {
                            make(library, acts, change);
                        }
                    }
                }
                return Optional.of(acts.run());
            });
        }
    }

    private static void make(Library library, FileActs acts, Finding.Change change) throws ProblemException {
        Path target = library.resolve(change.path());
        if (change.from().isEmpty()) {
            acts.copyIn(library.resolve(change.to()), target);
            return;
        }
        byte[] before;
        try {
            before = Files.readAllBytes(target);
        } catch (IOException e) {
            throw Problem.of(change.path(), Phrase.kept("mend.it-cannot-be-read-any"))
                    .raise(e);
        }
        FileType type = Rewriter.type(change.path());
        byte[] bytes = Rewriter.rewrite(before, type, change.from(), change.to());
        if (bytes == null && Rewriter.names(before, type, change.to())) {
            // two models share this file, and the other one's remedy mended it
            return;
        }
        if (bytes == null) {
            throw Problem.of(change.path(), Phrase.kept("mend.it-does-not-name-any", change.from()))
                    .raise();
        }
        acts.write(target, bytes);
    }

    private List<Finding> check(Work work) throws ProblemException {
        Store store = library.store();
        if (!store.meta("rules").equals(Optional.of(RULES))) {
            store.write(batch -> {
                batch.forgetVerdicts();
                batch.meta("rules", RULES);
            });
        }
        List<Integer> rows = store.verdicts().unjudged(true);
        TextureSearch search = new TextureSearch(library, reader);
        List<Verdict> fresh = new ArrayList<>();
        int done = 0;
        for (int row : rows) {
            if (work.isCancelled()) {
                break;
            }
            for (AssetRow found : store.assets(List.of(row))) {
                Asset asset = Asset.of(found);
                work.progress(done++, rows.size(), asset.name());
                fresh.add(new Verdict(asset, judge(asset, search)));
            }
            if (fresh.size() >= KEEP_EVERY) {
                keep(store, fresh);
            }
        }
        keep(store, fresh);
        work.progress(done, done, "");
        return known(library);
    }

    /** What the latest check found, without looking at any file. */
    public static List<Finding> known(Library library) {
        List<Finding> out = new ArrayList<>();
        for (String lines : library.store().verdicts().findings()) {
            for (String line : lines.split("\n")) {
                parse(line).ifPresent(out::add);
            }
        }
        out.sort((a, b) -> a.path().compareTo(b.path()));
        return List.copyOf(out);
    }

    /** Empty for one from another version: its asset is looked at again, as all with findings are. */
    private static Optional<Finding> parse(String line) {
        try {
            return Optional.of(JSON.readValue(line, Finding.class));
        } catch (JsonProcessingException e) {
            return Optional.empty();
        }
    }

    private record Verdict(Asset asset, List<Finding> findings) {}

    /** What has been judged is not judged again, also when the rest is cut off. */
    private static void keep(Store store, List<Verdict> fresh) throws ProblemException {
        Map<Asset, List<String>> lines = new LinkedHashMap<>();
        for (Verdict verdict : fresh) {
            List<String> texts = new ArrayList<>();
            for (Finding finding : verdict.findings) {
                try {
                    texts.add(JSON.writeValueAsString(finding));
                } catch (JsonProcessingException e) {
                    throw Problem.of(finding.path(), Phrase.kept("mend.its-finding-cannot-be-kept"))
                            .raise(e);
                }
            }
            lines.put(verdict.asset, texts);
        }
        store.write(batch -> lines.forEach((asset, texts) -> batch.judge(asset.id(), asset.key(), texts)));
        fresh.clear();
    }

    private List<Finding> judge(Asset asset, TextureSearch search) {
        findings.clear();
        try {
            check(asset, search);
        } catch (RuntimeException | OutOfMemoryError | StackOverflowError e) {
            ProgramLog.note("checking " + asset.path(), e);
            unreadable(
                    asset,
                    asset.path(),
                    Phrase.kept("mend.it-cannot-be-checked", e.getClass().getSimpleName()));
        }
        return List.copyOf(findings);
    }

    private void check(Asset asset, TextureSearch search) {
        if (asset.isApart()) {
            // its file's own asset says what is wrong with it
            return;
        }
        checkEndings(asset);
        Path main = library.resolve(asset.path());
        if (asset.kind() == Kind.MODEL) {
            findings.addAll(MaterialLibraries.check(library, asset));
            checkMaps(asset, () -> reader.readModel(main).materials(), search);
        } else if (Rewriter.type(asset.path()) == FileType.MATERIALX) {
            checkMaps(asset, () -> reader.readMaterials(main).materials(), search);
        } else {
            checkPictures(asset);
        }
    }

    private void checkEndings(Asset asset) {
        for (SortedItem.SortedFile file : asset.files()) {
            Path path = library.resolve(file.path());
            Optional<FileType> named = FileType.byName(file.path());
            try {
                Optional<FileType> real = Files.size(path) > 0 ? FileType.of(path) : Optional.empty();
                // ".usd" is an ending for both of its forms
                boolean either = real.filter(type -> type == FileType.USDC).isPresent()
                        && file.path().toLowerCase(Locale.ROOT).endsWith(".usd");
                if (named.isPresent() && real.isPresent() && named.get() != real.get() && !either) {
                    String ending = real.get().extension();
                    String seen = Phrase.kept(
                            "mend.the-ending-says-the-bytes",
                            named.get().extension().toUpperCase(Locale.ROOT),
                            ending.toUpperCase(Locale.ROOT));
                    findings.add(new Finding(
                            Finding.Code.ENDING_WRONG,
                            Finding.Severity.WARNING,
                            asset.id(),
                            file.path(),
                            seen,
                            seen,
                            null));
                }
            } catch (IOException e) {
                unreadable(asset, file.path(), Phrase.kept("mend.it-is-not-there-any"));
            }
        }
    }

    private void unreadable(Asset asset, String path, String reason) {
        findings.add(
                new Finding(Finding.Code.UNREADABLE, Finding.Severity.ERROR, asset.id(), path, reason, reason, null));
    }

    private void checkPictures(Asset asset) {
        for (SortedItem.SortedFile file : asset.files()) {
            try {
                verify(ImageSource.at(library.resolve(file.path())));
            } catch (ProblemException e) {
                unreadable(asset, file.path(), e.problem().keptCause());
            }
        }
    }

    /** Many models share a picture; its file is looked at once. */
    private void verify(ImageSource image) throws ProblemException {
        Path file = image.file();
        if (file == null || image.bytes() != null) {
            reader.verify(image);
            return;
        }
        Optional<ProblemException> known = verified.get(file);
        if (known == null) {
            try {
                reader.verify(image);
                known = Optional.empty();
            } catch (ProblemException e) {
                known = Optional.of(e);
            }
            verified.put(file, known);
        }
        if (known.isPresent()) {
            throw known.get();
        }
    }

    private interface Dressed {
        List<Material> materials() throws ProblemException;
    }

    private void checkMaps(Asset asset, Dressed dressed, TextureSearch search) {
        List<Material> materials;
        try {
            materials = dressed.materials();
        } catch (ProblemException e) {
            unreadable(asset, asset.path(), e.problem().keptCause());
            return;
        }
        Map<String, Boolean> seen = new HashMap<>();
        for (Material material : materials) {
            for (Map.Entry<Role, TextureUse> map : material.maps().entrySet()) {
                ImageSource image = map.getValue().image();
                if (seen.putIfAbsent(image.reference(), true) == null) {
                    checkMap(asset, material, map.getKey(), image, search);
                }
            }
        }
    }

    private void checkMap(Asset asset, Material material, Role role, ImageSource image, TextureSearch search) {
        String where = material.name() + ", " + Phrase.keptName(role);
        if (!image.exists()) {
            TextureSearch.Candidate found = search.find(image.reference(), role, material.maps(), asset.path());
            Reach.Target target = reader.reach().follow(library.resolve(asset.path()), image.reference());
            boolean outside = target.verdict() == Reach.Verdict.OUTSIDE || target.verdict() == Reach.Verdict.NETWORK;
            String evidence = where + ": " + image.reference()
                    + (outside
                            ? ": " + reader.reach().refusal(library.resolve(asset.path()), image.reference())
                            : Phrase.kept("mend.is-not-where-the-model"));
            if (outside) {
                findings.add(new Finding(
                        Finding.Code.REFERENCE_OUTSIDE,
                        Finding.Severity.ERROR,
                        asset.id(),
                        asset.path(),
                        Phrase.kept("mend.lies-outside", where),
                        evidence,
                        found == null ? null : remedy(asset, image, found)));
                return;
            }
            findings.add(new Finding(
                    Finding.Code.TEXTURE_MISSING,
                    Finding.Severity.ERROR,
                    asset.id(),
                    asset.path(),
                    Phrase.kept("mend.is-missing", where),
                    evidence,
                    found == null ? null : remedy(asset, image, found)));
            return;
        }
        Path file = image.file();
        if (file != null && isAbsolute(image.reference())) {
            TextureSearch.Candidate found = search.find(image.reference(), role, material.maps(), asset.path());
            findings.add(new Finding(
                    Finding.Code.REFERENCE_ABSOLUTE,
                    Finding.Severity.WARNING,
                    asset.id(),
                    asset.path(),
                    Phrase.kept("mend.has-an-absolute-path", where),
                    Phrase.kept("mend.the-model-names-by-its", where, image.reference()),
                    found == null ? null : remedy(asset, image, found)));
            return;
        }
        try {
            verify(image);
        } catch (ProblemException e) {
            findings.add(new Finding(
                    Finding.Code.TEXTURE_BROKEN,
                    Finding.Severity.ERROR,
                    asset.id(),
                    asset.path(),
                    Phrase.kept("mend.cannot-be-read", where),
                    where + ": " + image.reference() + ": " + e.problem().keptCause(),
                    null));
        }
    }

    private static boolean isAbsolute(String reference) {
        return reference.startsWith("/") || reference.startsWith("file:") || reference.matches("[A-Za-z]:[/\\\\].*");
    }

    /** The reference rewritten where the format allows it, else a copy of the picture where the model looks. */
    private Finding.@Nullable Remedy remedy(Asset asset, ImageSource image, TextureSearch.Candidate found) {
        String relative = relative(asset.path(), found.path());
        try {
            List<Finding.Change> changes = new ArrayList<>();
            for (SortedItem.SortedFile file : asset.files()) {
                FileType type = Rewriter.type(file.path());
                boolean materials = file.path().toLowerCase(Locale.ROOT).endsWith(".mtl");
                boolean own = file.path().equals(asset.path()) && type != FileType.OBJ;
                if (materials || own) {
                    byte[] bytes = Files.readAllBytes(library.resolve(file.path()));
                    if (Rewriter.rewrite(bytes, type, image.reference(), relative) != null) {
                        changes.add(new Finding.Change(file.path(), image.reference(), relative));
                    }
                }
            }
            if (!changes.isEmpty()) {
                return new Finding.Remedy(
                        Phrase.kept("mend.point-the-model-at", found.path(), found.why()),
                        found.path(),
                        changes,
                        found.doubts());
            }
            Path wanted = image.file();
            if (wanted != null && wanted.startsWith(library.root()) && !Files.exists(wanted)) {
                String target = library.relative(wanted);
                return new Finding.Remedy(
                        Phrase.kept("mend.copy-to-where-the-model", found.path(), target, found.why()),
                        found.path(),
                        List.of(new Finding.Change(target, "", found.path())),
                        found.doubts());
            }
        } catch (IOException e) {
            // the model was read a moment ago; without its bytes there is nothing safe to offer
            return null;
        }
        return null;
    }

    /** The way from a model's folder to a file, both below the root. */
    static String relative(String model, String file) {
        Path from = Path.of(model).getParent();
        Path to = Path.of(file);
        Path way = from == null ? to : from.relativize(to);
        return way.toString().replace('\\', '/');
    }
}
