package yondershelf.intake;

import java.util.List;
import yondershelf.sorting.SortedItem.SortedFile;
import yondershelf.words.Phrase;

/** Says in a sentence why something was sorted as it was. */
final class Why {
    private Why() {}

    static String of(PlanItem item) {
        if (item.given().edited()) {
            return Phrase.of("intake.as-you-said");
        }
        long squares = item.files().stream().filter(item::isSquare).count();
        long kept = item.files().stream().filter(f -> !f.variant().isEmpty()).count() - squares;
        String rest = (squares == 0 ? "" : Phrase.of("intake.on-several-uv-squares"))
                + (kept == 0 ? "" : Phrase.of("intake.kept-with-it", kept));
        return switch (item.kind()) {
            case MATERIAL -> (item.isSet() ? set(item) : Phrase.of("intake.a-file-says-what-it")) + rest;
            case HDRI ->
                item.laidOut() != null
                        ? Phrase.of(
                                "intake.it-shows-the-world-as", item.laidOut().title())
                        : Phrase.of("intake.twice-as-wide-as-high", rest);
            case MODEL -> {
                long needed = item.files().size() - 1 - kept;
                yield (needed == 0
                                ? Phrase.of("intake.a-file-that-stands-for")
                                : Phrase.of("intake.it-names-that-came-with", needed))
                        + rest;
            }
            default -> Phrase.of("intake.a-picture-whose-name-tells", rest);
        };
    }

    private static String set(PlanItem item) {
        List<String> roles = item.files().stream()
                .filter(SortedFile::isUsed)
                .map(f -> f.role() == null ? "" : f.role().title())
                .toList();
        return Phrase.of("intake.maps-of-one-name", String.join(", ", roles));
    }
}
