package yondershelf.mend;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import yondershelf.words.Phrase;

/**
 * One fault of a library.
 *
 * @param asset id of the asset concerned
 * @param path the file concerned, below the library's root
 * @param summary what was seen, in a few words for a list
 * @param evidence what was seen, in one sentence
 * @param remedy what would fix it, or null when nothing safe is known
 */
public record Finding(
        Code code,
        Severity severity,
        String asset,
        String path,
        String summary,
        String evidence,
        @Nullable Remedy remedy) {

    /** What is wrong. */
    public enum Code {
        MATERIALS_MISSING("materials-missing"),
        TEXTURE_MISSING("texture-missing"),
        TEXTURE_BROKEN("texture-broken"),
        REFERENCE_ABSOLUTE("reference-absolute"),
        REFERENCE_OUTSIDE("reference-outside"),
        UNREADABLE("unreadable"),
        ENDING_WRONG("ending-wrong");

        private final String word;

        Code(String word) {
            this.word = word;
        }

        /** The code with a stable name. */
        public static Optional<Code> of(String word) {
            return Arrays.stream(values()).filter(c -> c.word.equals(word)).findFirst();
        }

        /** Stable name for files and scripts. */
        public String word() {
            return word;
        }

        /** For a person. */
        public String title() {
            return Phrase.name(this);
        }
    }

    /** In the language that is spoken. */
    @Override
    public String summary() {
        return said(summary);
    }

    /** In the language that is spoken. */
    @Override
    public String evidence() {
        return said(evidence);
    }

    /** Of what cannot be read a reader says why, in the middle of a sentence; here it begins one. */
    private String said(String kept) {
        String words = Phrase.said(kept);
        return code == Code.UNREADABLE && !words.isEmpty()
                ? words.substring(0, 1).toUpperCase(Phrase.language()) + words.substring(1)
                : words;
    }

    /** How bad it is. */
    public enum Severity {
        /** The asset cannot be used as it is. */
        ERROR,
        /** It works here and now, but not elsewhere or not fully. */
        WARNING;

        public String word() {
            return name().toLowerCase(java.util.Locale.ROOT);
        }
    }

    /**
     * What would fix a finding.
     *
     * @param sentence what will be done, for a person
     * @param source the file it draws on, below the library's root, or null
     * @param changes what it does to files
     * @param doubts why it is only proposed, and never applied together with others; empty for one that is beyond doubt
     */
    public record Remedy(
            String sentence,
            @Nullable String source,
            List<Change> changes,
            @Nullable List<String> doubts) {
        public Remedy {
            changes = List.copyOf(changes);
            doubts = doubts == null ? List.of() : List.copyOf(doubts);
        }

        /** One that is beyond doubt. */
        public Remedy(String sentence, @Nullable String source, List<Change> changes) {
            this(sentence, source, changes, List.of());
        }

        /** In the language that is spoken. */
        @Override
        public String sentence() {
            return Phrase.said(sentence);
        }

        /** Why it is only proposed, in one sentence; empty for one that is beyond doubt. */
        public String doubt() {
            return doubts == null ? "" : String.join("; ", Phrase.said(doubts));
        }
    }

    /** True when it has a remedy that may be applied without looking at it. */
    public boolean mendsByItself() {
        return remedy != null && remedy.doubt().isEmpty();
    }

    /**
     * A change to one file, made when the remedy is applied so that several remedies may touch one file.
     *
     * @param path the file, below the library's root
     * @param from the reference to be rewritten in it, or empty when the file is to be put there
     * @param to the new reference, or the file below the root that is copied
     */
    public record Change(String path, String from, String to) {}
}
