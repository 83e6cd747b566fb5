package yondershelf.intake;

import java.util.List;
import yondershelf.sorting.SortedItem.SortedFile;

/** Says in a sentence why something was sorted as it was. */
final class Why {
    private Why() {}

    static String of(PlanItem item) {
        if (item.given().edited()) {
            return "as you said";
        }
        long squares = item.files().stream().filter(item::isSquare).count();
        long kept = item.files().stream().filter(f -> !f.variant().isEmpty()).count() - squares;
        String rest = (squares == 0 ? "" : ", on several UV squares")
                + (kept == 0 ? "" : ", " + kept + (kept == 1 ? " other is" : " others are") + " kept with it");
        return switch (item.kind()) {
            case MATERIAL -> (item.isSet() ? set(item) : "a file says what it is made of") + rest;
            case HDRI ->
                item.laidOut() != null
                        ? "it shows the world as " + item.laidOut().title()
                        : "twice as wide as high, in a format that holds light" + rest;
            case MODEL -> {
                long needed = item.files().size() - 1 - kept;
                yield (needed == 0
                                ? "a file that stands for itself"
                                : "it names " + needed + (needed == 1 ? " file" : " files") + " that came with it")
                        + rest;
            }
            default -> "a picture whose name tells of no set" + rest;
        };
    }

    private static String set(PlanItem item) {
        List<String> roles = item.files().stream()
                .filter(SortedFile::isUsed)
                .map(f -> f.role() == null ? "" : f.role().title())
                .toList();
        return "maps of one name: " + String.join(", ", roles);
    }
}
