package yondershelf.table;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.content.Transform;
import yondershelf.work.History;

/** The scene on the table as it is changed, and the names in it. */
class TableTest {
    @TempDir
    Path folder;

    private static Placement block(String id, String name, Map<PartRef, Material> worn) {
        return new Placement(id, name, "", SceneTest.block("block", 1, 1, 1), Transform.IDENTITY, worn);
    }

    private static Scene with(Placement... placements) {
        Scene scene = Scene.empty("heap");
        for (Placement placement : placements) {
            scene = scene.with(placement);
        }
        return scene;
    }

    @Test
    void actsAreTakenBackAndDoneAgainWithWhatIsBesideThem() throws Exception {
        History history = new History();
        Table table = new Table(history);
        List<String> told = new ArrayList<>();
        table.onChange(() -> told.add(table.scene().name()));
        Scene before = table.scene();
        Scene first = Scene.empty("first");
        Scene second = Scene.empty("second");
        table.act("first", first);
        table.act("second", second, () -> told.add("redone"), () -> told.add("undone"));
        assertSame(second, table.scene());
        history.undo();
        assertSame(first, table.scene());
        history.undo();
        assertSame(before, table.scene());
        history.redo();
        history.redo();
        assertSame(second, table.scene());
        assertEquals(
                List.of("first", "second", "redone", "first", "undone", before.name(), "first", "second", "redone"),
                told);
        Scene completed = Scene.empty("completed");
        table.amend(completed);
        assertSame(completed, table.scene());
        assertEquals("completed", told.get(told.size() - 1));
        history.undo();
        assertSame(first, table.scene(), "what only completed a scene is no act");
    }

    @Test
    void namesAndNumbersAreFresh() {
        Scene scene = with(block("p1", "Crate", Map.of()), block("p3", "Crate 2", Map.of()));
        assertEquals("Crate 3", scene.freshName("Crate"));
        assertEquals("Oar", scene.freshName("Oar"));
        assertEquals("p4", scene.freshId());
        assertEquals("p2", scene.without("p1").freshId());
        assertEquals("Crate 2", scene.placement("p3").orElseThrow().name());
        assertEquals(2, scene.placements().size());
        assertEquals(
                List.of("p3"),
                scene.without("p1").placements().stream().map(Placement::id).toList());
    }

    private static Material wearing(Path picture) {
        EnumMap<Role, TextureUse> maps = new EnumMap<>(Role.class);
        maps.put(Role.BASE_COLOR, TextureUse.of(ImageSource.at(picture)));
        return Material.ofMaps("worn", maps);
    }

    /** Only pictures of folders that are not there count as away: one that is missing where its folder is, is missing. */
    @Test
    void picturesOfLibrariesThatAreAwayAreTold() throws Exception {
        Path here = Files.createDirectories(folder.resolve("here"));
        Path away = folder.resolve("away");
        Files.write(here.resolve("there.png"), new byte[] {1});
        Scene scene = with(
                block("p1", "a", Map.of(new PartRef(0, 0), wearing(away.resolve("oak.png")))),
                block("p2", "b", Map.of(new PartRef(0, 0), wearing(here.resolve("lost.png")))),
                block("p3", "c", Map.of(new PartRef(0, 0), wearing(here.resolve("there.png")))),
                block("p4", "d", Map.of(new PartRef(0, 0), wearing(folder.resolve("elsewhere/x.png")))),
                block("p5", "e", Map.of(new PartRef(0, 0), wearing(away.resolve("oak.png")))));
        assertEquals(
                List.of(ImageSource.at(away.resolve("oak.png")).shownName()),
                SceneFile.picturesAway(scene, List.of(here, away)));
        assertEquals(List.of(), SceneFile.picturesAway(scene, List.of(here)));
        Files.createDirectories(away);
        assertEquals(List.of(), SceneFile.picturesAway(scene, List.of(here, away)));
    }
}
