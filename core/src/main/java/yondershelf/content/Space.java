package yondershelf.content;

/**
 * What somebody says of a model file that does not say it itself: how long a unit is, and which way is up. Empty texts where
 * nothing was said.
 *
 * @param units a word for a unit of length, "millimetres"
 * @param up "+Y" or "+Z"
 */
public record Space(String units, String up) {
    public static final Space NONE = new Space("", "");

    public boolean isNone() {
        return units.isEmpty() && up.isEmpty();
    }

    /** This, and where it says nothing, the other. */
    public Space or(Space other) {
        return new Space(units.isEmpty() ? other.units : units, up.isEmpty() ? other.up : up);
    }

    /** Different for what is measured and drawn differently; empty for {@link #NONE}. */
    public String mark() {
        return isNone() ? "" : "|" + units + up;
    }
}
