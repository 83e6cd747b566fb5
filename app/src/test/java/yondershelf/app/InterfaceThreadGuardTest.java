package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.onFx;

import java.util.List;
import org.junit.jupiter.api.Test;

/** The guard of the window's tests is no good when it catches nothing. */
class InterfaceThreadGuardTest extends OneWindow {
    @Test
    void whatTheWindowAsksADiskForIsCaughtWithItsStack() throws Exception {
        InterfaceThreadGuard.caught();
        onFx(() -> on.workspace.openScene().left());
        List<AssertionError> caught = InterfaceThreadGuard.caught();
        assertTrue(
                caught.stream()
                        .allMatch(e -> List.of(e.getStackTrace()).toString().contains("OpenScene.left")),
                "each says where");
        assertTrue(
                caught.stream().anyMatch(e -> String.valueOf(e.getMessage()).contains("java/nio/file/Files")),
                "it asks for a folder");
    }

    @Test
    void elsewhereItIsNobodysBusiness() throws Exception {
        InterfaceThreadGuard.caught();
        on.workspace.openScene().left();
        // and tests look where they like
        onFx(() -> on.workspace.catalogue().shelf().labels(on.named("Storm lantern")));
        assertEquals(List.of(), InterfaceThreadGuard.caught());
    }
}
