package yondershelf.app;

import javafx.application.Application;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;
import javafx.stage.StageStyle;

/** A program of its own with a narrow window at the right edge of the screen, which tells of the files let go over it. */
public final class OtherProgram extends Application {
    static final int X = 1_290;
    static final int Y = 200;
    static final int WIDE = 100;
    static final int HIGH = 200;

    @Override
    public void start(Stage stage) {
        StackPane root = new StackPane(new Label("another"));
        root.setOnDragOver(e -> {
            if (e.getDragboard().hasFiles()) {
                e.acceptTransferModes(TransferMode.COPY);
            }
            e.consume();
        });
        root.setOnDragDropped(e -> {
            e.getDragboard().getFiles().forEach(file -> System.out.println("got " + file));
            e.setDropCompleted(true);
            e.consume();
        });
        stage.initStyle(StageStyle.UNDECORATED);
        stage.setX(X);
        stage.setY(Y);
        stage.setScene(new Scene(root, WIDE, HIGH));
        // where no window manager runs a new window takes the keys
        stage.focusedProperty().addListener((o, was, is) -> {
            if (is) {
                System.out.println("ready");
            }
        });
        stage.show();
    }

    public static void main(String[] args) {
        launch(args);
    }
}
