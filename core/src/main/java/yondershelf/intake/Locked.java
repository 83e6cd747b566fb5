package yondershelf.intake;

import java.io.IOException;
import yondershelf.words.Phrase;

/** An archive, or something in it, is protected by a password nobody gave, or by another one. */
final class Locked extends IOException {
    private static final long serialVersionUID = 1L;

    /** For what stays packed, where no password was given and where a wrong one was. */
    static final String NONE = Phrase.of("intake.it-is-protected-by-a-password");

    static final String WRONG = Phrase.of("intake.it-is-protected-by-another");

    Locked(String reason) {
        super(reason);
    }
}
