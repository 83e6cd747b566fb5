package yondershelf.app;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.extension.BeforeEachCallback;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ExtensionContext.Namespace;
import org.junit.jupiter.api.extension.TestExecutionExceptionHandler;

/** Tests of the one window, which is opened once for all of them; each test leaves it as it found it. */
@SuppressWarnings("NullAway.Init")
@ExtendWith(OneWindow.Opening.class)
abstract class OneWindow {
    protected WindowDriver on;

    @AfterEach
    void takeBack() throws Exception {
        on.takeEverythingBack();
    }

    /** Opens the window before the first test that needs it; it is closed after the last test of all. */
    static final class Opening implements BeforeEachCallback, TestExecutionExceptionHandler {
        @Override
        public void beforeEach(ExtensionContext context) {
            OneWindow test = (OneWindow) context.getRequiredTestInstance();
            test.on = context.getRoot()
                    .getStore(Namespace.create(OneWindow.class))
                    .getOrComputeIfAbsent(WindowDriver.class, key -> open(), WindowDriver.class);
        }

        /** Tells how things stood when a test failed: elsewhere nobody can look. */
        @Override
        public void handleTestExecutionException(ExtensionContext context, Throwable failure) throws Throwable {
            OneWindow test = (OneWindow) context.getRequiredTestInstance();
            failure.addSuppressed(new IllegalStateException(test.on.state()));
            throw failure;
        }

        private static WindowDriver open() {
            try {
                Path target = Files.createDirectories(Path.of("target"));
                return new WindowDriver(Files.createTempDirectory(target, "window"));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            } catch (Exception e) {
                throw new IllegalStateException("the window did not open", e);
            }
        }
    }
}
