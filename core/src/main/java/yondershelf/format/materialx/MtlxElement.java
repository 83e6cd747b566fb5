package yondershelf.format.materialx;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** An element of a MaterialX document: its category, its attributes and what is in it. */
final class MtlxElement {
    /** Fewer are looked through as quickly. */
    private static final int FEW = 16;

    private final String category;
    private final Map<String, String> attributes;
    private final List<MtlxElement> children = new ArrayList<>();
    /** The first child of each name; null until somebody asks for one, and something was added since. */
    private @Nullable Map<String, MtlxElement> named;

    MtlxElement(String category, Map<String, String> attributes) {
        this.category = category;
        this.attributes = attributes;
    }

    String category() {
        return category;
    }

    List<MtlxElement> children() {
        return children;
    }

    void add(MtlxElement child) {
        children.add(child);
        named = null;
    }

    /** An attribute; empty when it is not there. */
    String get(String attribute) {
        return attributes.getOrDefault(attribute, "");
    }

    String name() {
        return get("name");
    }

    /** The child of a name, or null. A document may have many thousands, each of which is asked for by others. */
    @Nullable
    MtlxElement child(String name) {
        if (children.size() < FEW) {
            return children.stream()
                    .filter(c -> c.name().equals(name))
                    .findFirst()
                    .orElse(null);
        }
        Map<String, MtlxElement> known = named;
        if (known == null) {
            known = new HashMap<>();
            for (MtlxElement child : children) {
                known.putIfAbsent(child.name(), child);
            }
            named = known;
        }
        return known.get(name);
    }

    /** An input of a node, or null where its default counts. */
    @Nullable
    MtlxElement input(String name) {
        MtlxElement first = child(name);
        if (first == null || first.category.equals("input")) {
            return first;
        }
        for (MtlxElement child : children) {
            if (child.name().equals(name) && child.category.equals("input")) {
                return child;
            }
        }
        return null;
    }

    /** The first child of a category, or null. */
    @Nullable
    MtlxElement first(String wanted) {
        for (MtlxElement child : children) {
            if (child.category.equals(wanted)) {
                return child;
            }
        }
        return null;
    }
}
