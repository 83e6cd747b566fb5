package yondershelf.sorting;

import java.util.Set;

/** Words that tell one thing from another of its name, and never a map from another of its set: sides, colours, states. */
public final class Distinctions {
    private static final Set<String> SIDES = Set.of(
            "left", "right", "front", "back", "rear", "side", "top", "bottom", "upper", "lower", "inner", "outer", "l",
            "r");
    private static final Set<String> COLOURS = Set.of(
            "red",
            "green",
            "blue",
            "yellow",
            "orange",
            "white",
            "black",
            "grey",
            "gray",
            "brown",
            "pink",
            "purple",
            "violet",
            "cyan",
            "turquoise",
            "beige",
            "gold",
            "silver");
    private static final Set<String> STATES = Set.of(
            "dark", "light", "rusty", "clean", "dirty", "worn", "old", "new", "open", "closed", "on", "off", "small",
            "medium", "large", "big", "wet", "dry", "day", "night", "summer", "winter", "broken");

    private Distinctions() {}

    public static boolean isOne(String word) {
        return SIDES.contains(word) || COLOURS.contains(word) || STATES.contains(word);
    }
}
