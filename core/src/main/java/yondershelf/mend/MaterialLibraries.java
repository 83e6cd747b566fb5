package yondershelf.mend;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import yondershelf.format.reading.FileType;
import yondershelf.format.wavefront.WavefrontReferences;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.references.PercentCode;
import yondershelf.words.Phrase;

/** Libraries of materials that an OBJ file names and that are not there: without them it has no materials at all. */
final class MaterialLibraries {
    private static final long MOST_BYTES = 512L << 20;

    private MaterialLibraries() {}

    static List<Finding> check(Library library, Asset asset) {
        Path file = library.resolve(asset.path());
        if (FileType.byName(asset.path()).filter(t -> t == FileType.OBJ).isEmpty()) {
            return List.of();
        }
        List<Finding> out = new ArrayList<>();
        try {
            if (Files.size(file) > MOST_BYTES) {
                return List.of();
            }
            int covered = 0;
            for (WavefrontReferences.Named named : WavefrontReferences.libraries(Files.readAllBytes(file))) {
                if (named.from() < covered || isThere(file, named.text())) {
                    // a line that is one name is not several as well
                    covered = Math.max(covered, isThere(file, named.text()) ? named.to() : covered);
                    continue;
                }
                if (named.isWhole() && named.text().indexOf(' ') >= 0) {
                    continue;
                }
                out.add(finding(asset, file, named.text()));
            }
        } catch (IOException e) {
            // reading the model says what is wrong with it
            return List.of();
        }
        return out;
    }

    private static boolean isThere(Path file, String name) {
        return Files.isRegularFile(file.resolveSibling(name.replace('\\', '/')))
                || PercentCode.decoded(name)
                        .filter(n -> Files.isRegularFile(file.resolveSibling(n)))
                        .isPresent();
    }

    private static Finding finding(Asset asset, Path file, String name) throws IOException {
        Optional<String> alike = otherCase(file, name);
        return new Finding(
                Finding.Code.MATERIALS_MISSING,
                Finding.Severity.ERROR,
                asset.id(),
                asset.path(),
                Phrase.kept("mend.its-materials-are-missing", name),
                alike.isPresent()
                        ? Phrase.kept("mend.the-file-of-its-materials-is-written", name, alike.get())
                        : Phrase.kept("mend.the-file-of-its-materials-is-not", name),
                alike.map(other -> new Finding.Remedy(
                                Phrase.kept("mend.name-it-as-it-is-written", other),
                                other,
                                List.of(new Finding.Change(asset.path(), name, other))))
                        .orElse(null));
    }

    /** The one file beside the model that is called so but for capitals. */
    private static Optional<String> otherCase(Path file, String name) throws IOException {
        Path folder = file.getParent();
        if (folder == null || name.indexOf('/') >= 0 || name.indexOf('\\') >= 0) {
            return Optional.empty();
        }
        List<String> found = new ArrayList<>();
        try (DirectoryStream<Path> all = Files.newDirectoryStream(folder)) {
            for (Path each : all) {
                String here = String.valueOf(each.getFileName());
                if (here.equalsIgnoreCase(name) && Files.isRegularFile(each, LinkOption.NOFOLLOW_LINKS)) {
                    found.add(here);
                }
            }
        }
        return found.size() == 1 ? Optional.of(found.get(0)) : Optional.empty();
    }
}
