package yondershelf.app;

import java.util.Locale;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.application.ColorScheme;
import javafx.application.Platform;
import javafx.beans.InvalidationListener;
import javafx.beans.WeakInvalidationListener;
import javafx.scene.Scene;
import yondershelf.app.model.Workspace;

/** Dark surroundings or light ones, by somebody's choice or as the system has them, also when it changes its mind. */
final class Theme {
    private static final String SETTING = "theme";

    /** What was asked for. */
    enum Wanted {
        DARK,
        LIGHT,
        SYSTEM
    }

    private final Workspace workspace;
    private final Consumer<Boolean> show;
    private final InvalidationListener followed = o -> follow();
    private Supplier<ColorScheme> system = Platform.getPreferences()::getColorScheme;
    private Wanted wanted = Wanted.SYSTEM;
    private boolean light;

    /** @param show shows light surroundings, or dark ones */
    Theme(Workspace workspace, Consumer<Boolean> show) {
        this.workspace = workspace;
        this.show = show;
        String kept = workspace.catalogue().home().setting(SETTING, "system");
        for (Wanted one : Wanted.values()) {
            if (one.name().toLowerCase(Locale.ROOT).equals(kept)) {
                wanted = one;
            }
        }
    }

    /** What the system has comes from the scene's own preferences, which follow it. */
    void follow(Scene scene) {
        scene.getPreferences().colorSchemeProperty().addListener(new WeakInvalidationListener(followed));
        system = scene.getPreferences()::getColorScheme;
        follow();
    }

    boolean isLight() {
        return light;
    }

    /** As they were left. */
    void restore() {
        apply();
    }

    void want(Wanted other) {
        wanted = other;
        apply();
        workspace.keep(SETTING, other.name().toLowerCase(Locale.ROOT));
    }

    /** The system may have changed; told by the toolkit on the interface thread. */
    private void follow() {
        if (wanted == Wanted.SYSTEM) {
            apply();
        }
    }

    private void apply() {
        light = wanted == Wanted.LIGHT || wanted == Wanted.SYSTEM && system.get() == ColorScheme.LIGHT;
        show.accept(light);
    }
}
