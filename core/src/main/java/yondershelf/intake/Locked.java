package yondershelf.intake;

import java.io.IOException;

/** An archive, or something in it, is protected by a password nobody gave, or by another one. */
final class Locked extends IOException {
    private static final long serialVersionUID = 1L;

    /** For what stays packed, where no password was given and where a wrong one was. */
    static final String NONE = "it is protected by a password";

    static final String WRONG = "it is protected by another password than the one that was given";

    Locked(String reason) {
        super(reason);
    }
}
