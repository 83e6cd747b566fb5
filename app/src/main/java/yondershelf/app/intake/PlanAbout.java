package yondershelf.app.intake;

import yondershelf.app.model.Words;
import yondershelf.intake.PlanItem;
import yondershelf.words.Phrase;

/**
 * What is said of a thing that came in a few words, and how it looks.
 *
 * @param look a style class
 * @param whole for a tooltip
 */
record PlanAbout(String words, String look, String whole) {
    static PlanAbout of(PlanItem item) {
        boolean seen = !item.notes().isEmpty();
        String words =
                !item.reason().isEmpty() ? item.reason() : seen ? item.notes().get(0) : said(item);
        boolean fine = item.reason().isEmpty() || item.laidOut() != null;
        String look = item.isTwin() || fine && seen ? "caution" : fine ? "faint" : "trouble";
        return new PlanAbout(words, look, seen ? String.join("\n", item.notes()) : words);
    }

    /** Kind, files and tags. */
    private static String said(PlanItem item) {
        String files =
                item.files().size() == 1 ? "" : ", " + Words.plural(item.files().size(), "file");
        String apart = item.given().apart().isEmpty()
                ? ""
                : Phrase.of("intake.apart", item.given().apart().size());
        String tags = item.given().tags().isEmpty()
                ? ""
                : "  ·  " + String.join(", ", item.given().tags());
        return item.kind().title() + files + apart + tags;
    }
}
