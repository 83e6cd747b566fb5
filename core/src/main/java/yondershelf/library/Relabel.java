package yondershelf.library;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * What is to be said of many assets in one act.
 *
 * @param texts the new text of each field that is said; an empty one takes away what was said. A name may be a pattern:
 *     {@code {name}} stands for the name there is, {@code {n}} for a number from 1 up, as long as the last one
 * @param add tags that all of them get
 * @param remove tags none of them keeps
 */
public record Relabel(Map<Edit.Field, String> texts, Set<String> add, Set<String> remove) {
    public static final Relabel NOTHING = new Relabel(Map.of(), Set.of(), Set.of());

    private static final String NAME = "{name}";
    private static final String NUMBER = "{n}";

    public Relabel {
        texts = Map.copyOf(texts);
        add = Set.copyOf(add);
        remove = Set.copyOf(remove);
    }

    public Relabel with(Edit.Field field, String text) {
        Map<Edit.Field, String> out = new EnumMap<>(Edit.Field.class);
        out.putAll(texts);
        out.put(field, field == Edit.Field.LICENCE ? Licences.named(text) : text.strip());
        return new Relabel(out, add, remove);
    }

    /** A tag as it is kept, of what somebody typed: no blanks around steps, no empty first or last one. */
    public static String tag(String typed) {
        return typed.strip().replaceAll("^/+|/+$", "").replaceAll("\\s*/\\s*", "/");
    }

    public Relabel tagged(String tag) {
        Set<String> out = new TreeSet<>(add);
        out.add(tag(tag));
        return new Relabel(texts, out, remove);
    }

    public Relabel untagged(String tag) {
        Set<String> out = new TreeSet<>(remove);
        out.add(tag.strip());
        return new Relabel(texts, add, out);
    }

    public boolean isNothing() {
        return texts.isEmpty() && add.isEmpty() && remove.isEmpty();
    }

    /**
     * An asset to be labelled.
     *
     * @param name as it is shown
     * @param own the name its file gives it
     */
    public record Subject(String id, String name, String own, Labels labels) {}

    /**
     * Edits that say it, and those that say again what was before. What is so already is in neither.
     *
     * @param changed how many assets become other than they are
     */
    public record Edits(List<Edit> edits, List<Edit> undo, int changed) {
        public Edits {
            edits = List.copyOf(edits);
            undo = List.copyOf(undo);
        }
    }

    /**
     * Of some assets, in the order their numbers are to go.
     *
     * @param from the number of the first of them, 1 or more
     * @param last the highest number there will be
     */
    public Edits of(List<Subject> subjects, int from, int last) {
        List<Edit> edits = new ArrayList<>();
        List<Edit> undo = new ArrayList<>();
        int changed = 0;
        int number = from;
        for (Subject subject : subjects) {
            int before = edits.size();
            for (Map.Entry<Edit.Field, String> text : texts.entrySet()) {
                String now = text(subject.labels, text.getKey());
                String then = text.getKey() == Edit.Field.NAME
                        ? name(text.getValue(), subject, number, last)
                        : text.getValue();
                if (!now.equals(then)) {
                    edits.add(Edit.set(subject.id, text.getKey(), then));
                    undo.add(Edit.set(subject.id, text.getKey(), now));
                }
            }
            for (String tag : add) {
                if (!subject.labels.tags().contains(tag)) {
                    edits.add(Edit.tag(subject.id, tag));
                    undo.add(Edit.untag(subject.id, tag));
                }
            }
            for (String tag : remove) {
                if (subject.labels.tags().contains(tag)) {
                    edits.add(Edit.untag(subject.id, tag));
                    undo.add(Edit.tag(subject.id, tag));
                }
            }
            changed += edits.size() > before ? 1 : 0;
            number++;
        }
        return new Edits(edits, undo, changed);
    }

    private static String name(String pattern, Subject subject, int number, int last) {
        String digits = String.valueOf(number);
        String zeros = "0".repeat(Math.max(0, String.valueOf(last).length() - digits.length()));
        String name = pattern.replace(NUMBER, zeros + digits)
                .replace(NAME, subject.name)
                .strip();
        return name.equals(subject.own) ? "" : name;
    }

    /** What a field of some labels says. */
    public static String text(Labels said, Edit.Field field) {
        return switch (field) {
            case NAME -> said.name();
            case NOTE -> said.note();
            case AUTHOR -> said.author();
            case LICENCE -> said.licence();
            case VERSION -> said.version();
            case JOB -> said.job();
            case FAVOURITE -> String.valueOf(said.favourite());
            case RATING -> String.valueOf(said.rating());
            case UNITS -> said.space().units();
            case UP -> said.space().up();
            case EXCERPT -> said.excerpt().text();
            case APART -> String.join("\n", said.apart());
        };
    }
}
