package yondershelf.format.usd;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.usd.UsdValue.Reference;
import yondershelf.words.Phrase;

/**
 * A USD scene composed from its layers: what is said of a prim itself, then inherits, variants, references, payloads and
 * specializes, the earlier the stronger (the published strength ordering of composition arcs).
 */
final class UsdStage {
    private static final int DEEPEST = 100;
    private static final int MOST_PRIMS = 1_000_000;

    private final UsdFiles files;
    private final UsdPrim root;
    private final List<String> missing = new ArrayList<>();
    private int prims;

    UsdStage(UsdFiles files) throws ProblemException {
        this.files = files;
        UsdPrim layer = files.layer(files.root());
        this.root = layer.copy("/", "/");
        composeChildren(root, "", 0);
    }

    /** The nameless prim above all others; its metadata are the scene's. */
    UsdPrim root() {
        return root;
    }

    UsdFiles files() {
        return files;
    }

    /** Files that are referred to and not there. */
    List<String> missing() {
        return missing;
    }

    /** The prim at an absolute path, or null. */
    @Nullable
    UsdPrim at(String path) {
        return at(root, path);
    }

    private static @Nullable UsdPrim at(UsdPrim from, String path) {
        UsdPrim prim = from;
        for (String name : path.split("/")) {
            if (!name.isEmpty() && prim != null) {
                prim = prim.children.get(name);
            }
        }
        return prim;
    }

    private void composeChildren(UsdPrim prim, String path, int depth) throws ProblemException {
        if (depth > DEEPEST) {
            throw Problem.of(files.root(), Phrase.kept("format.prims-are-nested-too-deeply"))
                    .raise();
        }
        for (Map.Entry<String, UsdPrim> child : prim.children.entrySet()) {
            if (++prims > MOST_PRIMS) {
                throw Problem.of(files.root(), Phrase.kept("format.there-are-more-than-a"))
                        .raise();
            }
            String at = path + "/" + child.getKey();
            compose(child.getValue(), at, new HashSet<>());
            composeChildren(child.getValue(), at, depth + 1);
        }
    }

    private void compose(UsdPrim prim, String path, Set<Reference> seen) throws ProblemException {
        boolean more = true;
        while (more) {
            more = follow(prim, "inherits", path, seen);
            more |= choose(prim);
            more |= follow(prim, "references", path, seen);
            more |= follow(prim, "payload", path, seen);
            more |= follow(prim, "specializes", path, seen);
        }
    }

    /** Takes over what the chosen variants say; true when there were some. */
    private static boolean choose(UsdPrim prim) {
        if (prim.variants.isEmpty()) {
            return false;
        }
        Map<String, Map<String, UsdPrim>> sets = new java.util.LinkedHashMap<>(prim.variants);
        prim.variants.clear();
        sets.forEach((set, all) -> {
            String chosen = prim.about("variants").get(set).word("");
            UsdPrim variant = all.get(chosen);
            if (variant != null) {
                prim.takeUnder(variant.copy("/", "/"));
            }
        });
        return true;
    }

    /** Takes over what is referred to; true when something was. */
    private boolean follow(UsdPrim prim, String arc, String path, Set<Reference> seen) throws ProblemException {
        UsdValue said = prim.about.remove(arc);
        if (said == null) {
            return false;
        }
        boolean found = false;
        for (Reference reference : said.references()) {
            if (!seen.add(reference)) {
                continue;
            }
            String layer = files.find(reference);
            if (layer == null) {
                missing.add(reference.asset());
                continue;
            }
            UsdPrim all = files.layer(layer);
            String from =
                    reference.prim().isEmpty() ? "/" + all.about("defaultPrim").word("") : reference.prim();
            UsdPrim target = from.equals("/") ? null : at(all, from);
            if (target == null) {
                missing.add(reference.asset() + "<" + from + ">");
                continue;
            }
            UsdPrim copy = target.copy(from, path);
            if (copy.specifier.equals("class")) {
                copy.specifier = "over";
            }
            prim.takeUnder(copy);
            found = true;
        }
        return found;
    }
}
