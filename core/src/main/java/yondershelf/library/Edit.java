package yondershelf.library;

import org.jspecify.annotations.Nullable;

/**
 * One change of a label.
 *
 * @param asset the asset's id, or what {@link #ofFolder} gives for all below a folder
 * @param field name, note, author, licence, version, job, favourite, rating, units, up, excerpt, apart or tag
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
        /** What it was made or got for: a job's name. */
        JOB,
        FAVOURITE,
        /** How good it is, 1 to 5; 0 or nothing when nobody said. */
        RATING,
        /** Length of a unit in a model file that does not say it. */
        UNITS,
        /** Which way is up in a model file that does not say it. */
        UP,
        /** What of a model file is meant, as {@link yondershelf.content.Excerpt#text} says it. */
        EXCERPT,
        /** Names of nodes of a model file that are assets of their own, one a line. */
        APART;

        String word() {
            return name().toLowerCase(java.util.Locale.ROOT);
        }
    }

    private static final String FOLDER = "folder:";

    /** Stands where an asset's id would for all assets below a folder; empty for the whole library. Of units and up only. */
    public static String ofFolder(String folder) {
        return FOLDER + folder;
    }

    /** The folder that is spoken of; null for an asset. */
    static @Nullable String folderOf(String subject) {
        return subject.startsWith(FOLDER) ? subject.substring(FOLDER.length()) : null;
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

    /** What it speaks of: a field of an asset, or one tag. */
    public String subject() {
        return asset + "\n" + field + (isTag() ? "\n" + value : "");
    }

    /** True when a text of its field says what this one does: what nobody said of some fields is a word of its own. */
    boolean says(String text) {
        return plain(value).equals(plain(text));
    }

    private String plain(String text) {
        if (!text.isEmpty()) {
            return text;
        }
        return field.equals(Field.FAVOURITE.word()) ? "false" : field.equals(Field.RATING.word()) ? "0" : "";
    }

    boolean isTag() {
        return field.equals("tag");
    }
}
