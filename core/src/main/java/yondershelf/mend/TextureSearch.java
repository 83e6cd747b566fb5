package yondershelf.mend;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.FileType;
import yondershelf.library.Library;
import yondershelf.sorting.GenericName;
import yondershelf.words.Phrase;

/** Looks for a moved texture elsewhere in the library: by name first, then by whether its content fits. */
final class TextureSearch {
    private final Library library;
    private final ContentReader reader;
    private @Nullable Map<String, List<String>> byName;

    /**
     * @param score the higher, the better; below zero the content speaks against it
     * @param doubts why it may be a stranger all the same
     */
    record Candidate(String path, int score, String why, List<String> doubts) {
        Candidate(String path, int score, String why) {
            this(path, score, why, List.of());
        }
    }

    TextureSearch(Library library, ContentReader reader) {
        this.library = library;
        this.reader = reader;
    }

    /** All pictures of the library by their names; gathered when the first texture is missed. */
    private Map<String, List<String>> byName() {
        Map<String, List<String>> known = byName;
        if (known == null) {
            Map<String, List<String>> made = new HashMap<>();
            library.eachFile(path -> {
                if (FileType.byName(path).map(FileType::isPicture).orElse(false)) {
                    made.computeIfAbsent(name(path), k -> new ArrayList<>()).add(path);
                }
            });
            known = made;
            byName = made;
        }
        return known;
    }

    private static String name(String path) {
        String slashed = path.replace('\\', '/');
        return slashed.substring(slashed.lastIndexOf('/') + 1).toLowerCase(Locale.ROOT);
    }

    /**
     * The best candidate for a missing map, or null.
     *
     * @param siblings the same material's other maps, whose size a fitting picture most likely shares
     */
    @Nullable
    Candidate find(String reference, Role role, Map<Role, TextureUse> siblings, String modelPath) {
        Candidate best = null;
        List<Candidate> fitting = new ArrayList<>();
        for (String path : byName().getOrDefault(name(reference), List.of())) {
            Candidate candidate = judge(path, role, siblings, modelPath);
            if (candidate.score >= 0) {
                fitting.add(candidate);
                best = best == null || candidate.score > best.score ? candidate : best;
            }
        }
        return best == null
                ? null
                : new Candidate(best.path, best.score, best.why, doubts(best, fitting, reference, modelPath));
    }

    /** A wrong picture costs more than a question: what has rivals, a name anything could have, or another owner is only proposed. */
    private List<String> doubts(Candidate best, List<Candidate> fitting, String reference, String modelPath) {
        List<String> out = new ArrayList<>();
        List<String> rivals = fitting.stream()
                .map(Candidate::path)
                .filter(path -> !path.equals(best.path) && !isSame(path, best.path))
                .toList();
        if (!rivals.isEmpty()) {
            out.add(Phrase.kept("mend.there-are-others-of-its-name", String.join(", ", rivals)));
        }
        if (GenericName.isOne(name(reference))) {
            out.add(Phrase.kept("mend.many-things-have-pictures-called-so"));
        }
        owner(best.path, modelPath).ifPresent(other -> out.add(Phrase.kept("mend.it-belongs-to-already", other)));
        return out;
    }

    private boolean isSame(String a, String b) {
        try {
            return Files.mismatch(library.resolve(a), library.resolve(b)) < 0;
        } catch (IOException e) {
            return false;
        }
    }

    /** Another model, in another folder, that names the picture. */
    private Optional<String> owner(String picture, String modelPath) {
        for (String source : library.store().references().sources(picture)) {
            if (!folder(source).equals(folder(modelPath))) {
                return Optional.of(source);
            }
        }
        return Optional.empty();
    }

    private static String folder(String path) {
        int slash = path.lastIndexOf('/');
        return slash < 0 ? "" : path.substring(0, slash);
    }

    private Candidate judge(String path, Role role, Map<Role, TextureUse> siblings, String modelPath) {
        Path file = library.resolve(path);
        try {
            Picture picture = reader.readPicture(ImageSource.at(file));
            String size = picture.width() + " x " + picture.height();
            if (role == Role.NORMAL && !looksLikeNormals(picture)) {
                return new Candidate(path, -1, Phrase.kept("mend.it-has-the-right-name"));
            }
            int score = 10;
            String why = Phrase.kept("mend.same-name-a-sound-picture", size);
            for (TextureUse use : siblings.values()) {
                if (use.image().exists()) {
                    ContentReader.PictureSize sibling = reader.measure(use.image());
                    if (sibling.width() == picture.width() && sibling.height() == picture.height()) {
                        score += 5;
                        why = Phrase.kept("mend.same-name-and-like-the", size);
                        break;
                    }
                }
            }
            if (role == Role.NORMAL) {
                why += Phrase.kept("mend.holding-normals");
            }
            // of equals, the nearest in the tree of folders
            return new Candidate(path, score * 100 + shared(path, modelPath), why);
        } catch (ProblemException e) {
            return new Candidate(path, -1, e.problem().keptCause());
        }
    }

    /** Most of a tangent-space normal map points outwards: its mean lies near (0.5, 0.5, 1), common practice, no source. */
    private static boolean looksLikeNormals(Picture p) {
        if (p.channels() < 3) {
            return false;
        }
        double[] mean = new double[3];
        int n = 0;
        int step = Math.max(1, Math.min(p.width(), p.height()) / 64);
        for (int y = 0; y < p.height(); y += step) {
            for (int x = 0; x < p.width(); x += step) {
                for (int c = 0; c < 3; c++) {
                    mean[c] += p.value(x, y, c);
                }
                n++;
            }
        }
        return Math.abs(mean[0] / n - 0.5) < 0.12 && Math.abs(mean[1] / n - 0.5) < 0.12 && mean[2] / n > 0.7;
    }

    private static int shared(String a, String b) {
        String[] x = a.split("/");
        String[] y = b.split("/");
        int n = 0;
        while (n < Math.min(x.length, y.length) && x[n].equals(y[n])) {
            n++;
        }
        return Math.max(0, 50 + n * 5 - x.length);
    }
}
