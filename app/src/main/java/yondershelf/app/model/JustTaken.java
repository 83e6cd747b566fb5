package yondershelf.app.model;

import java.util.Optional;
import yondershelf.catalogue.Home;
import yondershelf.content.ProblemException;
import yondershelf.search.Query;

/**
 * What was taken in last, as a place one can go to.
 *
 * @param library its id
 * @param since when that began, in seconds since 1970
 */
public record JustTaken(String library, long since) {
    private static final String SETTING = "last-intake";

    /** What is looked for there. */
    public Query query() {
        return Query.EVERYTHING.in(library, null).withSince(since);
    }

    void keep(Home home) throws ProblemException {
        home.setSetting(SETTING, library + " " + since);
    }

    /** Of the last time the program ran too. */
    static Optional<JustTaken> of(Home home) {
        String[] parts = home.setting(SETTING, "").split(" ", -1);
        return parts.length == 2 && parts[1].matches("[0-9]{1,12}")
                ? Optional.of(new JustTaken(parts[0], Long.parseLong(parts[1])))
                : Optional.empty();
    }
}
