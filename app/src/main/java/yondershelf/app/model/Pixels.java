package yondershelf.app.model;

import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.stage.Window;

/** How many pixels of the screen one of the layout has where something is seen: 1, 1.25, 2... */
public final class Pixels {
    private Pixels() {}

    /** Of the screen the node's window is on; 1 while it is on none. */
    public static double of(Node node) {
        Window on = node.getScene() == null ? null : node.getScene().getWindow();
        return on == null ? 1 : on.getOutputScaleX();
    }

    /** The same as it changes, when the window goes to another screen. */
    public static ObservableValue<? extends Number> observed(Node node) {
        return node.sceneProperty().flatMap(Scene::windowProperty).flatMap(Window::outputScaleXProperty);
    }
}
