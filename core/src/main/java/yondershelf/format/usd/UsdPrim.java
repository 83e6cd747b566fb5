package yondershelf.format.usd;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** A prim of a USD scene description, as written in one file or as composed from several. Changed only while it is put together. */
final class UsdPrim {
    /** {@code def}, {@code over} or {@code class}. */
    String specifier;

    /** The schema, such as Mesh; empty when none is said. */
    String type;

    /** What this is an unchanged copy of; null once something else was said of it. */
    @Nullable
    UsdPrim origin;

    final Map<String, UsdValue> about = new LinkedHashMap<>();
    final Map<String, Property> properties = new LinkedHashMap<>();
    final Map<String, UsdPrim> children = new LinkedHashMap<>();
    final Map<String, Map<String, UsdPrim>> variants = new LinkedHashMap<>();

    UsdPrim(String specifier, String type) {
        this.specifier = specifier;
        this.type = type;
    }

    /**
     * An attribute or a relationship.
     *
     * @param targets absolute paths it is connected to or points at
     */
    record Property(UsdValue value, List<String> targets, Map<String, UsdValue> about) {
        static final Property NONE = new Property(UsdValue.Words.NONE, List.of(), Map.of());

        boolean hasValue() {
            return value != UsdValue.Words.NONE;
        }

        /** This with what a weaker one says besides. */
        Property over(Property weaker) {
            Map<String, UsdValue> all = new LinkedHashMap<>(weaker.about);
            all.putAll(about);
            return new Property(hasValue() ? value : weaker.value, targets.isEmpty() ? weaker.targets : targets, all);
        }
    }

    Property property(String name) {
        return properties.getOrDefault(name, Property.NONE);
    }

    UsdValue value(String name) {
        return property(name).value();
    }

    UsdValue about(String key) {
        return about.getOrDefault(key, UsdValue.Words.NONE);
    }

    void say(String name, Property said) {
        properties.merge(name, said, (old, more) -> more.over(old));
    }

    /** Takes over what a weaker opinion says where this one is silent. */
    void takeUnder(UsdPrim weaker) {
        origin = null;
        if (specifier.equals("over")) {
            specifier = weaker.specifier;
        }
        if (type.isEmpty()) {
            type = weaker.type;
        }
        weaker.about.forEach(about::putIfAbsent);
        weaker.properties.forEach((name, said) -> properties.merge(name, said, UsdPrim.Property::over));
        weaker.children.forEach((name, child) -> {
            UsdPrim own = children.get(name);
            if (own == null) {
                children.put(name, child);
            } else {
                own.takeUnder(child);
            }
        });
        weaker.variants.forEach((set, all) -> {
            Map<String, UsdPrim> own = variants.computeIfAbsent(set, s -> new LinkedHashMap<>());
            all.forEach((name, variant) -> {
                UsdPrim mine = own.get(name);
                if (mine == null) {
                    own.put(name, variant);
                } else {
                    mine.takeUnder(variant);
                }
            });
        });
    }

    /** A copy whose paths below one prim lead below another. Values are shared. */
    UsdPrim copy(String from, String to) {
        UsdPrim out = new UsdPrim(specifier, type);
        out.origin = origin == null ? this : origin;
        out.about.putAll(about);
        properties.forEach((name, p) -> {
            List<String> targets = new ArrayList<>();
            p.targets().forEach(t -> targets.add(moved(t, from, to)));
            out.properties.put(name, new Property(p.value(), List.copyOf(targets), p.about()));
        });
        children.forEach((name, child) -> out.children.put(name, child.copy(from, to)));
        variants.forEach((set, all) -> {
            Map<String, UsdPrim> moved = new LinkedHashMap<>();
            all.forEach((name, variant) -> moved.put(name, variant.copy(from, to)));
            out.variants.put(set, moved);
        });
        return out;
    }

    private static String moved(String path, String from, String to) {
        if (from.equals("/")) {
            return path;
        }
        boolean below = path.startsWith(from)
                && (path.length() == from.length()
                        || path.charAt(from.length()) == '/'
                        || path.charAt(from.length()) == '.');
        return below ? to + path.substring(from.length()) : path;
    }
}
