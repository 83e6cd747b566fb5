package yondershelf.library;

import java.util.List;
import java.util.Locale;

/** Identifiers of licences that assets come under, as the SPDX licence list (version 3) writes them. */
public final class Licences {
    private static final List<String> IDS = List.of(
            "CC0-1.0",
            "CC-BY-3.0",
            "CC-BY-4.0",
            "CC-BY-SA-3.0",
            "CC-BY-SA-4.0",
            "CC-BY-ND-4.0",
            "CC-BY-NC-3.0",
            "CC-BY-NC-4.0",
            "CC-BY-NC-SA-4.0",
            "CC-BY-NC-ND-4.0",
            "Apache-2.0",
            "BSD-3-Clause",
            "MIT",
            "OFL-1.1",
            "Unlicense");

    private Licences() {}

    public static List<String> ids() {
        return IDS;
    }

    /** The identifier that is meant by what somebody typed; what means none stays as it was typed. */
    public static String named(String typed) {
        String wanted = plain(typed);
        for (String id : IDS) {
            if (plain(id).equals(wanted)) {
                return id;
            }
        }
        return wanted.equals("cc0") ? "CC0-1.0" : typed.strip();
    }

    private static String plain(String text) {
        return text.strip().toLowerCase(Locale.ROOT).replace(' ', '-').replace('_', '-');
    }
}
