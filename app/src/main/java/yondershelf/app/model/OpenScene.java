package yondershelf.app.model;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.Environment;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.table.Scene;
import yondershelf.table.SceneFile;
import yondershelf.table.Table;
import yondershelf.work.Work;

/** The scene on the table and the file it belongs to. */
public final class OpenScene {
    private final Catalogue catalogue;
    private final Background background;
    private final Table table;
    private final ObjectProperty<@Nullable Path> file = new SimpleObjectProperty<>();

    OpenScene(Catalogue catalogue, Background background, Table table) {
        this.catalogue = catalogue;
        this.background = background;
        this.table = table;
    }

    /** Where the scene was saved or opened last; null for one never saved. */
    public ObjectProperty<@Nullable Path> file() {
        return file;
    }

    /** Where scenes go when no other place was chosen. */
    public Path folder() {
        return catalogue.home().folder().resolve("scenes");
    }

    /** Saves the scene; without a file yet, under its name in {@link #folder()}. */
    public void save() {
        Path known = file.get();
        save(known != null ? known : folder().resolve(plain(table.scene().name()) + ".glb"));
    }

    /** Saves the scene to a file, which is its own from then on. */
    public void save(Path to) {
        Scene scene = table.scene();
        background.run(
                "Saving " + to.getFileName(),
                work -> {
                    try {
                        Files.createDirectories(to.toAbsolutePath().getParent());
                    } catch (IOException e) {
                        throw Problem.of(to, "its folder cannot be made (" + e.getMessage() + ")")
                                .raise(e);
                    }
                    SceneFile.save(scene, to, catalogue.reader());
                    return to;
                },
                file::set);
    }

    private static String plain(String name) {
        String plain = name.replaceAll("[^\\p{L}\\p{N} ._-]", "").strip();
        return plain.isEmpty() ? "scene" : plain;
    }

    /** Opens a scene file in place of the present scene; undo brings that back. */
    public void open(Path from) {
        background.run(
                "Opening " + from.getFileName(),
                work -> SceneFile.open(from, catalogue.reader(), (asset, path, name) -> environment(asset, work)),
                scene -> {
                    table.act("open " + scene.name(), scene);
                    file.set(from);
                });
    }

    private @Nullable Environment environment(String asset, Work work) {
        try {
            var found = catalogue.asset(asset);
            return found.isEmpty() ? null : catalogue.environment(found.get());
        } catch (ProblemException e) {
            work.problem(e.problem());
            return null;
        }
    }
}
