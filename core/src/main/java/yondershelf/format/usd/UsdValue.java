package yondershelf.format.usd;

import java.util.Arrays;
import java.util.List;
import java.util.Map;

/** A value of a USD scene description, by what it is written with rather than by its type. */
sealed interface UsdValue {

    /** Numbers in the order they are written, tuples and arrays flattened. Not to be changed. */
    record Numbers(double[] all) implements UsdValue {
        @Override
        public boolean equals(Object other) {
            return other instanceof Numbers n && Arrays.equals(all, n.all);
        }

        @Override
        public int hashCode() {
            return Arrays.hashCode(all);
        }
    }

    /** Strings, tokens and truth values. */
    record Words(List<String> all) implements UsdValue {
        static final UsdValue NONE = new Words(List.of());
    }

    /** Files, prims or both. */
    record References(List<Reference> all) implements UsdValue {}

    record Dictionary(Map<String, UsdValue> all) implements UsdValue {}

    /**
     * A reference: to a file, a prim in a file, or a prim of the same file.
     *
     * @param layer the file it is written in, as {@link UsdFiles} calls it
     * @param asset as written; empty for the same file
     * @param prim absolute path; empty for the file's default prim
     */
    record Reference(String layer, String asset, String prim) {}

    default double number(double otherwise) {
        return this instanceof Numbers n && n.all.length > 0 ? n.all[0] : otherwise;
    }

    default String word(String otherwise) {
        return this instanceof Words w && !w.all.isEmpty() ? w.all.get(0) : otherwise;
    }

    /** All numbers; none when it is something else. */
    default double[] numbers() {
        return this instanceof Numbers n ? n.all : new double[0];
    }

    default List<String> words() {
        return this instanceof Words w ? w.all : List.of();
    }

    default List<Reference> references() {
        return this instanceof References r ? r.all : List.of();
    }

    /** The value of a key of a dictionary, else nothing. */
    default UsdValue get(String key) {
        return this instanceof Dictionary d ? d.all.getOrDefault(key, Words.NONE) : Words.NONE;
    }
}
