package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Excerpt;
import yondershelf.content.Kind;
import yondershelf.content.Material;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.mend.Mend;
import yondershelf.render.Booth;
import yondershelf.search.Query;
import yondershelf.work.Work;

/** Several things of one file, each an asset of its own that points into it. */
class NodesApartTest {
    private static final String TWO = """
            o Post
            v 0 0 0
            v 1 0 0
            v 1 1 0
            v 0 1 0
            f 1 2 3
            f 1 3 4
            o Lantern
            v 0 5 0
            v 1 5 0
            v 1 6 0
            f 5 6 7
            """;

    @TempDir
    Path folder;

    private List<String> names(Catalogue catalogue) {
        return new TreeSet<>(catalogue.shelf().page(catalogue.shelf().find(Query.EVERYTHING), 0, 100).stream()
                        .map(s -> s.name() + " " + s.asset().locator().text())
                        .toList())
                .stream().toList();
    }

    private static Asset at(Library library, String locator) {
        return library.assets().stream()
                .filter(a -> a.locator().text().equals(locator))
                .findFirst()
                .orElseThrow();
    }

    private void apart(Catalogue catalogue, Library library, String nodes) throws ProblemException {
        Asset whole =
                library.assets().stream().filter(a -> !a.isApart()).findFirst().orElseThrow();
        catalogue.labelling().edit(whole, List.of(Edit.set(whole.id(), Edit.Field.APART, nodes)));
    }

    @Test
    void theyComeAndGoWithWhatIsSaid() throws Exception {
        Path root = Files.createDirectory(folder.resolve("library"));
        Files.writeString(Files.createDirectory(root.resolve("yard")).resolve("two.obj"), TWO);
        try (Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats())) {
            Library library = catalogue.add(root, "");
            catalogue.scanning().scan(library, Work.SILENT);
            assertEquals(List.of("Two yard/two.obj"), names(catalogue));
            apart(catalogue, library, "Lantern\nPost");
            assertEquals(
                    List.of("Lantern yard/two.obj#Lantern", "Post yard/two.obj#Post", "Two yard/two.obj"),
                    names(catalogue));
            Asset lantern = at(library, "yard/two.obj#Lantern");
            assertEquals(1, catalogue.contents().facts().of(lantern).model().triangles());
            assertEquals(
                    2,
                    catalogue
                            .contents()
                            .facts()
                            .of(at(library, "yard/two.obj#Post"))
                            .model()
                            .triangles());
            assertEquals(1, catalogue.contents().model(lantern).triangleCount());
            // no file but the program's own was written
            try (var files = Files.list(root.resolve("yard"))) {
                assertEquals(1, files.count());
            }
            // labels of their own, and what was told of the file counts for them too
            catalogue.labelling().edit(lantern, List.of(Edit.tag(lantern.id(), "light")));
            Asset whole = at(library, "yard/two.obj");
            catalogue.labelling().edit(whole, List.of(Edit.set(whole.id(), Edit.Field.UNITS, "millimetres")));
            assertEquals(
                    List.of("light"),
                    List.copyOf(catalogue.shelf().labels(lantern).tags()));
            assertEquals(
                    "millimetres", at(library, "yard/two.obj#Lantern").space().units());
            assertEquals(List.of(), List.copyOf(library.labels().of(whole.id()).tags()));
            apart(catalogue, library, "Lantern");
            assertEquals(List.of("Lantern yard/two.obj#Lantern", "Two yard/two.obj"), names(catalogue));
            // one finding for a file, however many assets point into it
            Files.writeString(root.resolve("yard/two.obj"), "mtllib away.mtl\n" + TWO);
            catalogue.scanning().scan(library, Work.SILENT);
            assertEquals(2, names(catalogue).size());
            long findings = Mend.check(library, new Formats(), Work.SILENT).stream()
                    .filter(f -> f.path().endsWith("two.obj"))
                    .count();
            assertTrue(findings <= 1, findings + " findings");
        }
    }

    /** The file moves, changes, and goes; the library is read on another machine. */
    @Test
    void theyFollowTheirFile() throws Exception {
        Path root = Files.createDirectory(folder.resolve("library"));
        Files.writeString(root.resolve("two.obj"), TWO);
        String id;
        try (Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats())) {
            Library library = catalogue.add(root, "");
            catalogue.scanning().scan(library, Work.SILENT);
            apart(catalogue, library, "Lantern");
            Asset lantern = at(library, "two.obj#Lantern");
            id = lantern.id();
            catalogue.labelling().edit(lantern, List.of(Edit.set(id, Edit.Field.NAME, "Storm lantern")));
            Files.createDirectory(root.resolve("kept"));
            Files.move(root.resolve("two.obj"), root.resolve("kept/three.obj"));
            catalogue.scanning().scan(library, Work.SILENT);
            assertEquals(List.of("Storm lantern kept/three.obj#Lantern", "Three kept/three.obj"), names(catalogue));
            assertEquals(id, at(library, "kept/three.obj#Lantern").id());
            catalogue.remember(java.util.Set.of(id));
        }
        try (Catalogue other = Catalogue.open(Home.open(folder.resolve("other")), new Formats())) {
            Library library = other.add(root, "");
            other.scanning().scan(library, Work.SILENT);
            assertEquals(List.of("Storm lantern kept/three.obj#Lantern", "Three kept/three.obj"), names(other));
            assertEquals(id, at(library, "kept/three.obj#Lantern").id());
            Files.delete(root.resolve("kept/three.obj"));
            other.scanning().scan(library, Work.SILENT);
            assertEquals(List.of(), names(other));
            assertFalse(library.assets().iterator().hasNext());
        }
    }

    /** Lights of a file become surroundings: each, all together, and a picture the file names. */
    @Test
    void lightsOfAFile() throws Exception {
        Path root = Files.createDirectory(folder.resolve("library"));
        Files.writeString(root.resolve("yard.usda"), """
                #usda 1.0
                ( upAxis = "Y"
                  metersPerUnit = 1 )
                def Mesh "M" {
                    int[] faceVertexCounts = [3]
                    int[] faceVertexIndices = [0, 1, 2]
                    point3f[] points = [(-1, 0, -1), (1, 0, -1), (0, 0, 1)]
                }
                def SphereLight "Lamp" {
                    double3 xformOp:translate = (0, 4, 0)
                    uniform token[] xformOpOrder = ["xformOp:translate"]
                }
                def DomeLight "Sky" { asset inputs:texture:file = @sky.hdr@ }
                """);
        try (Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats())) {
            Library library = catalogue.add(root, "");
            catalogue.scanning().scan(library, Work.SILENT);
            apart(catalogue, library, Excerpt.ofLight("Lamp") + "\n" + Excerpt.ofLight("Sky"));
            assertEquals(
                    List.of("Lamp yard.usda#light:Lamp", "Sky yard.usda#light:Sky", "Yard yard.usda"),
                    names(catalogue));
            Asset lamp = at(library, "yard.usda#light:Lamp");
            assertEquals(Kind.HDRI, lamp.kind());
            assertTrue(catalogue.contents().facts().of(lamp).readable());
            Picture radiance = catalogue.contents().environment(lamp).radiance();
            float above = radiance.value(10, 0, 0);
            assertTrue(above > 50, "bright above: " + above);
            assertEquals(0, radiance.value(10, radiance.height() - 1, 0));
            // the picture of the other is not there
            assertFalse(catalogue
                    .contents()
                    .facts()
                    .of(at(library, "yard.usda#light:Sky"))
                    .readable());
            // nor is all of them together while one cannot be had
            apart(catalogue, library, Excerpt.ofLight(""));
            Asset all = at(library, "yard.usda#light:");
            assertEquals(List.of("Yard lights yard.usda#light:", "Yard yard.usda"), names(catalogue));
            assertFalse(catalogue.contents().facts().of(all).readable());
            assertThrows(ProblemException.class, () -> catalogue.contents().environment(all));
        }
    }

    /** Materials of a file too: each is found, shown on the swatch form and laid on other things. */
    @Test
    void materialsOfAFile() throws Exception {
        Path root = Files.createDirectory(folder.resolve("library"));
        Files.writeString(root.resolve("paint.mtl"), "newmtl Red lead\nKd 0.8 0.1 0.1\nnewmtl Zinc\nKd 0.5 0.5 0.6\n");
        Files.writeString(
                root.resolve("two.obj"),
                "mtllib paint.mtl\n"
                        + TWO.replace("o Lantern", "o Lantern\nusemtl Zinc")
                                .replace("o Post", "o Post\nusemtl Red lead"));
        try (Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats())) {
            Library library = catalogue.add(root, "");
            catalogue.scanning().scan(library, Work.SILENT);
            apart(catalogue, library, "Lantern\n" + Excerpt.ofMaterial("Red lead") + "\n" + Excerpt.ofMaterial("Gone"));
            assertEquals(
                    List.of(
                            "Gone two.obj#material:Gone",
                            "Lantern two.obj#Lantern",
                            "Red lead two.obj#material:Red lead",
                            "Two two.obj"),
                    names(catalogue));
            Asset red = at(library, "two.obj#material:Red lead");
            assertEquals(Kind.MATERIAL, red.kind());
            Material material = catalogue.contents().material(red);
            assertEquals("Red lead", material.name());
            assertTrue(material.red() > 3 * material.green());
            assertEquals(1, catalogue.contents().facts().of(red).materials().size());
            Picture seen = Objects.requireNonNull(
                    catalogue.contents().previews().take(red, 32, Booth.DRAFT_SAMPLES, () -> false));
            assertTrue(seen.value(16, 16, 0) > 2 * seen.value(16, 16, 1), "it is red");
            assertTrue(assertThrows(
                            ProblemException.class,
                            () -> catalogue.contents().material(at(library, "two.obj#material:Gone")))
                    .problem()
                    .cause()
                    .contains("is not in it"));
        }
    }
}
