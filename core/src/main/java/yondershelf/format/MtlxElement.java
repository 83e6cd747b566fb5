package yondershelf.format;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** An element of a MaterialX document: its category, its attributes and what is in it. */
record MtlxElement(String category, Map<String, String> attributes, List<MtlxElement> children) {

    /** An attribute; empty when it is not there. */
    String get(String attribute) {
        return attributes.getOrDefault(attribute, "");
    }

    String name() {
        return get("name");
    }

    /** The child of a name, or null. */
    @Nullable
    MtlxElement child(String name) {
        for (MtlxElement child : children) {
            if (child.name().equals(name)) {
                return child;
            }
        }
        return null;
    }

    /** An input of a node, or null where its default counts. */
    @Nullable
    MtlxElement input(String name) {
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
