package yondershelf.search;

import java.util.List;
import org.roaringbitmap.RoaringBitmap;
import yondershelf.content.BasicColour;
import yondershelf.content.Kind;

/** Leaves in a set of documents those of which a condition holds. */
record Conditions(Documents documents, Folders folders, Tags tags) {

    void keep(long[] in, Condition condition) {
        switch (condition.field()) {
            case KIND -> keepKinds(in, condition);
            case FOLDER, LIBRARY -> keepPlaces(in, condition);
            case TAG -> keepTags(in, condition);
            case AUTHOR, LICENCE, JOB -> keepTexts(in, condition);
            case COLOUR -> keepColours(in, condition);
            default -> keepNumbers(in, condition);
        }
    }

    private void keepKinds(long[] in, Condition condition) {
        boolean[] wanted = new boolean[Kind.values().length];
        condition.values().forEach(word -> Kind.of(word).ifPresent(kind -> wanted[kind.ordinal()] = true));
        each(in, doc -> wanted[documents.kind(doc)] != condition.not());
    }

    private void keepPlaces(long[] in, Condition condition) {
        boolean[] wanted = new boolean[folders.size()];
        for (String value : condition.values()) {
            if (condition.field() == Field.FOLDER) {
                for (int library = 0; library < documents.libraries().size(); library++) {
                    mark(wanted, folders.below(library, value));
                }
            } else {
                mark(wanted, folders.below(documents.knownLibrary(value), ""));
            }
        }
        each(in, doc -> wanted[documents.folder(doc)] != condition.not());
    }

    private static void mark(boolean[] wanted, boolean[] more) {
        for (int i = 0; i < more.length; i++) {
            wanted[i] |= more[i];
        }
    }

    private void keepTags(long[] in, Condition condition) {
        long[] any = new long[in.length];
        for (String tag : condition.values()) {
            RoaringBitmap carrying = tags.of(tag);
            if (carrying != null) {
                carrying.forEach((org.roaringbitmap.IntConsumer) d -> any[d >>> 6] |= 1L << d);
            }
        }
        boolean none = condition.values().contains(Condition.NOTHING);
        each(in, doc -> {
            boolean holds = Bits.has(any, doc) || none && documents.firstTag(doc) == documents.endOfTags(doc);
            return holds != condition.not();
        });
    }

    private void keepTexts(long[] in, Condition condition) {
        TraitColumns traits = documents.traits();
        List<String> texts = traits.texts();
        boolean[] holds = new boolean[texts.size()];
        for (int i = 0; i < holds.length; i++) {
            String text = Folding.fold(texts.get(i));
            for (String value : condition.values()) {
                holds[i] |= value.equals(Condition.NOTHING)
                        ? text.isEmpty()
                        : !text.isEmpty() && text.contains(Folding.fold(value));
            }
        }
        each(in, doc -> holds[traits.text(condition.field(), doc)] != condition.not());
    }

    private void keepColours(long[] in, Condition condition) {
        int wanted = 0;
        for (String word : condition.values()) {
            wanted |= BasicColour.of(word).map(BasicColour::bit).orElse(0);
        }
        int any = wanted;
        boolean none = condition.values().contains(Condition.NOTHING);
        TraitColumns traits = documents.traits();
        each(in, doc -> {
            int colours = traits.colours(doc);
            return ((colours & any) != 0 || none && colours == 0) != condition.not();
        });
    }

    private void keepNumbers(long[] in, Condition condition) {
        TraitColumns traits = documents.traits();
        Field field = condition.field();
        each(in, doc -> {
            long value = field == Field.SINCE ? documents.since(doc) : traits.number(field, doc);
            boolean holds = value != Traits.UNKNOWN && value >= condition.from() && value <= condition.to();
            return holds != condition.not();
        });
    }

    private interface Holds {
        boolean of(int doc);
    }

    private static void each(long[] in, Holds holds) {
        for (int w = 0; w < in.length; w++) {
            long word = in[w];
            for (long left = word; left != 0; left &= left - 1) {
                int doc = (w << 6) + Long.numberOfTrailingZeros(left);
                if (!holds.of(doc)) {
                    word &= ~(1L << doc);
                }
            }
            in[w] = word;
        }
    }
}
