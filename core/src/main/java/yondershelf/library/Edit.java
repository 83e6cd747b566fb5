package yondershelf.library;

/**
 * One change of a label.
 *
 * @param asset the asset's id
 * @param field name, note, author, licence, version, favourite or tag
 * @param value the new text; for a tag, the tag
 * @param added for a tag: true to add it, false to take it away; else true
 */
public record Edit(String asset, String field, String value, boolean added) {

    /** The fields with a text each. */
    public enum Field {
        NAME,
        NOTE,
        AUTHOR,
        LICENCE,
        VERSION,
        FAVOURITE;

        String word() {
            return name().toLowerCase(java.util.Locale.ROOT);
        }
    }

    public static Edit set(String asset, Field field, String value) {
        return new Edit(asset, field.word(), value, true);
    }

    public static Edit tag(String asset, String tag) {
        return new Edit(asset, "tag", tag, true);
    }

    public static Edit untag(String asset, String tag) {
        return new Edit(asset, "tag", tag, false);
    }

    boolean isTag() {
        return field.equals("tag");
    }
}
