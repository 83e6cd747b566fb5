package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import yondershelf.content.ProblemException;

/** Each thing a drive refuses is told in words of its own, and never by the name of a temporary file. */
class RefusedTest {
    @Test
    void eachCauseHasItsOwnWords() {
        Set<String> words = new HashSet<>();
        for (IOException e : List.of(
                new AccessDeniedException("/t/.tmp1"),
                new NoSuchFileException("/t/.tmp1"),
                new FileAlreadyExistsException("/t/.tmp1"),
                new FileSystemException("/t/.tmp1"),
                new FileSystemException("/t/.tmp1", null, "No space left on device"),
                new IOException("the line broke"))) {
            String reason = Refused.reason(e);
            assertFalse(reason.isBlank(), e.toString());
            assertFalse(reason.contains(".tmp1"), reason);
            assertTrue(words.add(reason), reason);
        }
        assertTrue(words.contains("No space left on device"), "what the system says is told");
        assertTrue(words.contains("the line broke"));
        assertEquals(Refused.reason(new FileSystemException("/t/.tmp1")), Refused.reason(new IOException()));
    }

    @Test
    void theFileAndTheCauseAreTold() {
        IOException cause = new AccessDeniedException("/t/.tmp1");
        ProblemException told = Refused.notWritten(Path.of("shelf", "lamp.obj"), cause);
        assertSame(cause, told.getCause());
        assertEquals(Path.of("shelf", "lamp.obj").toString(), told.problem().file());
        String another = Refused.notWritten(Path.of("x"), new NoSuchFileException("y"))
                .problem()
                .cause();
        assertFalse(told.problem().cause().equals(another), "each cause is told");
        String full = Refused.notWritten(Path.of("x"), new FileSystemException("y", null, "No space left on device"))
                .problem()
                .cause();
        assertTrue(full.contains("No space left on device"), full);
    }
}
