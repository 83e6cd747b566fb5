package yondershelf.app;

import javafx.application.Application;
import yondershelf.app.model.TextSize;

/** Starts the application; a class of its own because the toolkit asks for that on the class path. */
public final class Main {
    private Main() {}

    public static void main(String[] args) {
        TextSize.asOutlines();
        Application.launch(ShelfApplication.class, args);
    }
}
