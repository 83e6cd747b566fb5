package yondershelf.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Transform;
import yondershelf.facts.FactsMeter;
import yondershelf.format.Formats;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.FileType;
import yondershelf.intake.Intake;
import yondershelf.library.Edit;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.library.UndoRun;
import yondershelf.search.Query;
import yondershelf.table.Placement;
import yondershelf.table.Recovery;
import yondershelf.table.Scene;
import yondershelf.table.SceneFile;
import yondershelf.work.Work;

/** Everything the program reads: models, pictures, archives, scenes, and what it wrote itself. */
final class Targets {
    private final Path folder;
    private final ContentReader reader;
    private final Path library;
    private final Path home;

    private Targets(Path folder, ContentReader reader) {
        this.folder = folder;
        this.reader = reader;
        this.library = folder.resolve("library");
        this.home = folder.resolve("home");
    }

    private interface Way {
        void read(Path sample, byte[] damaged) throws Exception;
    }

    private record Named(String name, java.util.function.Predicate<Path> takes, Way way) implements Target {
        @Override
        public boolean takes(Path file) {
            return takes.test(file);
        }

        @Override
        public void read(Path sample, byte[] damaged) throws Exception {
            way.read(sample, damaged);
        }
    }

    /**
     * @param folder where everything happens
     * @param demo the demo library, from which the program's own files are made
     */
    static List<Target> of(Path folder, Path demo, ContentReader reader) throws IOException, ProblemException {
        Targets targets = new Targets(folder, reader);
        targets.makeOwn(demo);
        List<Target> out = new ArrayList<>();
        for (FileType type : FileType.values()) {
            if (type.isModel()) {
                out.add(new Named("model " + type.extension(), f -> is(f, type), targets::model));
            } else if (type.hasCompanions()) {
                out.add(new Named("material " + type.extension(), f -> is(f, type), targets::materials));
            } else if (type.isPicture()) {
                out.add(new Named("picture " + type.extension(), f -> is(f, type), targets::picture));
            }
        }
        out.add(new Named("archive", f -> is(f, FileType.ZIP), targets::archive));
        out.add(new Named("scene", f -> f.getFileName().toString().equals("scene.glb"), targets::scene));
        out.add(new Named("journal", f -> f.toString().contains("own/journal"), targets::journal));
        out.add(new Named("places", f -> f.toString().contains("own/places"), targets::places));
        out.add(new Named("manifest", f -> f.getFileName().toString().equals("manifest.jsonl"), targets::manifest));
        out.add(new Named("description", f -> f.getFileName().toString().equals("library.json"), targets::description));
        out.add(new Named("note of a take", f -> f.toString().contains("own/running"), targets::note));
        out.add(new Named("home", f -> f.getFileName().toString().equals("home.json"), targets::home));
        out.add(new Named("store", f -> f.toString().endsWith("own/store.db"), targets::store));
        out.add(new Named("index", f -> f.toString().endsWith("own/index.bin"), targets::index));
        out.add(new Named("recovery note", f -> f.toString().contains("own/recovery"), targets::recovery));
        return out;
    }

    private static boolean is(Path file, FileType type) {
        return FileType.byName(String.valueOf(file.getFileName()))
                        .filter(type::equals)
                        .isPresent()
                && !file.toString().contains("/own/");
    }

    /** Sound files of our own, made by using the program. */
    private void makeOwn(Path demo) throws IOException, ProblemException {
        Path own = Files.createDirectories(folder.resolve("own"));
        Path made = Files.createDirectories(folder.resolve("made"));
        Library first = Library.open(made, "Made", "desk");
        Files.write(made.resolve("a.bin"), new byte[] {1, 2, 3});
        Path png;
        try (Stream<Path> walk = Files.walk(demo)) {
            png = walk.filter(f -> f.toString().endsWith(".png"))
                    .sorted()
                    .findFirst()
                    .orElseThrow();
        }
        Files.copy(png, made.resolve("a.png"));
        first.scan(reader, Work.SILENT);
        String id = first.assetId("a.png");
        for (int i = 0; i < 20; i++) {
            first.labels().edit(List.of(Edit.tag(id, "tag" + i), Edit.set(id, Edit.Field.NOTE, "note " + i)));
        }
        try (FileActs acts = first.writing().begin("change things")) {
            for (int i = 0; i < 4; i++) {
                acts.write(made.resolve("a.bin"), new byte[] {(byte) i});
                acts.write(made.resolve("new/b" + i), new byte[] {1});
            }
        }
        copy(first.own().resolve("journal/desk.jsonl"), own.resolve("journal/desk.jsonl"));
        copy(first.own().resolve("places/desk.jsonl"), own.resolve("places/desk.jsonl"));
        copy(first.own().resolve("library.json"), own.resolve("library.json"));
        String run = FileActs.runs(first).get(0).run();
        copy(first.own().resolve("undo/" + run + "/manifest.jsonl"), own.resolve("manifest.jsonl"));
        Files.createDirectories(own.resolve("running"));
        Files.writeString(
                own.resolve("running/take"),
                "{\"take\":\"\",\"sources\":[\"" + demo.toString().replace("\\", "/")
                        + "\"],\"wanted\":[\"model a.glb\"]}");
        Path state = folder.resolve("state");
        try (Catalogue catalogue = Catalogue.open(Home.open(state), reader)) {
            catalogue.add(made, "");
            catalogue.scanning().scanAll(Work.SILENT);
        }
        copy(state.resolve("cache/catalogue/" + first.id() + ".db"), own.resolve("store.db"));
        copy(state.resolve("cache/index.bin"), own.resolve("index.bin"));
        copy(state.resolve("home.json"), own.resolve("home.json"));
        makeSmall(Files.createDirectories(folder.resolve("small")));
        Scene scene = scene(demo);
        Recovery recovery = new Recovery(state.resolve("recovery"));
        recovery.keep(scene, null, reader);
        try (Stream<Path> list = Files.list(state.resolve("recovery"))) {
            for (Path file : list.toList()) {
                if (file.toString().endsWith(".json")) {
                    copy(file, own.resolve("recovery/note.json"));
                }
            }
        }
        SceneFile.save(scene, own.resolve("scene.glb"), reader);
    }

    /** Formats of which the demo has large files only. */
    private static final String STAGE = """
            #usda 1.0
            ( metersPerUnit = 1 )
            class "_kind" { float3 xformOp:scale = (1, 2, 1) }
            def Xform "A" ( inherits = </_kind> variants = { string v = "one" } references = </B> )
            {
                float3 xformOp:rotateXYZ = (10, 20, 30)
                uniform token[] xformOpOrder = ["xformOp:rotateXYZ", "xformOp:scale"]
                variantSet "v" = { "one" { token visibility = "inherited" } }
            }
            def Mesh "B"
            {
                int[] faceVertexCounts = [5, 3]
                int[] faceVertexIndices = [0, 1, 4, 2, 3, 0, 1, 2]
                point3f[] points = [(0, 0, 0), (2, -2, 0), (0, 2, 0), (-2, -2, 0), (1, 0, 0)]
                texCoord2f[] primvars:st = [(0, 0), (1, 0)] ( interpolation = "faceVarying" )
                int[] primvars:st:indices = [0, 1, 0, 1, 0, 1, 0, 1]
                rel material:binding = </M>
                def GeomSubset "S" { int[] indices = [1]
                    rel material:binding = </M> }
            }
            def Material "M"
            {
                token outputs:surface.connect = </M/P.outputs:surface>
                def Shader "P" { uniform token info:id = "UsdPreviewSurface"
                    color3f inputs:diffuseColor.connect = </M/T.outputs:rgb> }
                def Shader "T" { uniform token info:id = "UsdUVTexture"
                    asset inputs:file = @maps/a.png@ }
            }
            def PointInstancer "I"
            {
                rel prototypes = [ </B> ]
                int[] protoIndices = [0, 0]
                point3f[] positions = [(0, 0, 0), (5, 0, 0)]
            }
            def RectLight "L" { color3f inputs:color = (1, 1, 0) }
            """;

    private static void makeSmall(Path small) throws IOException {
        int w = 24;
        int h = 12;
        float[] light = new float[w * h * 3];
        for (int i = 0; i < light.length; i++) {
            light[i] = i % 37 * 0.3f;
        }
        Picture radiance = Picture.ofFloats(w, h, 3, light);
        Files.write(small.resolve("sky.exr"), Formats.exr(radiance));
        Files.write(small.resolve("sky.hdr"), Formats.hdr(radiance));
        Files.writeString(small.resolve("stage.usda"), STAGE);
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(small.resolve("pack.zip")))) {
            for (String name : new String[] {"pack/a.png", "pack/deep/b.png", "pack/l\u00e4mp.obj", "pack/lamp.mtl"}) {
                out.putNextEntry(new ZipEntry(name));
                out.write(
                        name.endsWith("png")
                                ? Formats.png(Picture.ofBytes(8, 8, 1, new byte[64]))
                                : "v 0 0 0\n".repeat(50).getBytes(StandardCharsets.UTF_8));
                out.closeEntry();
            }
        }
    }

    /** A small model of the demo, twice, one of them dressed. */
    private Scene scene(Path demo) throws IOException, ProblemException {
        List<Path> files;
        try (Stream<Path> walk = Files.walk(demo)) {
            files = walk.filter(f -> f.toString().endsWith(".stl")).sorted().toList();
        }
        Model model = reader.readModel(files.get(0));
        Placement one = new Placement("p1", "One", "asset", model, Transform.IDENTITY, Map.of());
        Placement two = new Placement("p2", "Two", "asset", model, Transform.translation(1, 0, 0), Map.of());
        return Scene.empty("Sample").with(one).with(two.dressAll(Material.plain("tar", 0, 0, 0, 0, 1)));
    }

    private static void copy(Path from, Path to) throws IOException {
        Files.createDirectories(to.getParent());
        Files.copy(from, to);
    }

    private Path put(Path sample, byte[] damaged) throws IOException {
        Path place = Files.createDirectories(folder.resolve("read"));
        String name = String.valueOf(sample.getFileName());
        return Files.write(place.resolve("damaged" + name.substring(Math.max(0, name.lastIndexOf('.')))), damaged);
    }

    private void model(Path sample, byte[] damaged) throws IOException, ProblemException {
        Path file = put(sample, damaged);
        Model model = reader.readModel(file);
        new FactsMeter(reader).of(model, file, damaged.length);
    }

    private void materials(Path sample, byte[] damaged) throws IOException, ProblemException {
        reader.readMaterials(put(sample, damaged));
    }

    private void picture(Path sample, byte[] damaged) throws IOException, ProblemException {
        ImageSource image = ImageSource.at(put(sample, damaged));
        reader.measure(image);
        reader.verify(image);
        reader.readPicture(image);
    }

    private void archive(Path sample, byte[] damaged) throws IOException, ProblemException {
        Path file = put(sample, damaged);
        Library target = fresh();
        try (Intake intake = new Intake(target, "", reader)) {
            intake.plan(List.of(file), Work.SILENT);
        }
    }

    private void scene(Path sample, byte[] damaged) throws IOException, ProblemException {
        SceneFile.open(put(sample, damaged), reader, (asset, path, name) -> null);
    }

    private Library fresh() throws IOException, ProblemException {
        if (Files.exists(library)) {
            Mutations.removeAll(library);
        }
        Files.createDirectories(library);
        return Library.open(library, "Fresh", "desk");
    }

    private void own(String path, byte[] damaged) throws IOException, ProblemException {
        Path there = fresh().own().resolve(path);
        Files.createDirectories(there.getParent());
        Files.write(there, damaged);
        Library again = Library.open(library, "", "desk");
        again.scan(reader, Work.SILENT);
        again.labels().edit(List.of(Edit.tag("x", "still works")));
        if (!again.labels().of("x").tags().contains("still works")) {
            throw new IllegalStateException("an acknowledged edit is not there");
        }
        if (!Library.open(library, "", "desk").labels().of("x").tags().contains("still works")) {
            throw new IllegalStateException("an acknowledged edit is not read back");
        }
        for (UndoRun.Summary run : FileActs.runs(again)) {
            undo(again, run.run());
        }
        Intake.cutOff(again);
    }

    private static void undo(Library library, String run) {
        try {
            FileActs.undo(library, run, true, Work.SILENT);
        } catch (ProblemException refused) {
            // said so, and nothing was touched
            return;
        }
    }

    private void journal(Path sample, byte[] damaged) throws IOException, ProblemException {
        own("journal/other.jsonl", damaged);
        own("journal/desk.jsonl", damaged);
    }

    private void places(Path sample, byte[] damaged) throws IOException, ProblemException {
        own("places/desk.jsonl", damaged);
    }

    private void manifest(Path sample, byte[] damaged) throws IOException, ProblemException {
        own("undo/run1/manifest.jsonl", damaged);
    }

    private void note(Path sample, byte[] damaged) throws IOException, ProblemException {
        own("running/run1", damaged);
    }

    private void description(Path sample, byte[] damaged) throws IOException, ProblemException {
        Path file = fresh().own().resolve("library.json");
        Files.write(file, damaged);
        Library.open(library, "", "desk").scan(reader, Work.SILENT);
    }

    private void home(Path sample, byte[] damaged) throws IOException, ProblemException {
        Files.createDirectories(home);
        Files.write(home.resolve("home.json"), damaged);
        try (Catalogue catalogue = Catalogue.open(Home.open(home), reader)) {
            catalogue.scanning().scanAll(Work.SILENT);
        }
    }

    /** What is kept of a library on this machine is made anew, and tells the same as before. */
    private void store(Path sample, byte[] damaged) throws IOException, ProblemException {
        kept("catalogue/" + Library.open(library, "", "desk").id() + ".db", damaged);
    }

    private void index(Path sample, byte[] damaged) throws IOException, ProblemException {
        kept("index.bin", damaged);
    }

    private void kept(String file, byte[] damaged) throws IOException, ProblemException {
        Files.deleteIfExists(home.resolve("home.json"));
        Files.deleteIfExists(home.resolve("home.second.json"));
        try (Catalogue first = Catalogue.open(Home.open(home), reader)) {
            first.add(library, "");
            first.scanning().scanAll(Work.SILENT);
        }
        Files.write(home.resolve("cache").resolve(file), damaged);
        try (Catalogue catalogue = Catalogue.open(Home.open(home), reader)) {
            catalogue.scanning().scanAll(Work.SILENT);
            int there = catalogue.libraries().get(0).assets().size();
            int found = catalogue.shelf().find(Query.EVERYTHING).total();
            if (there != found) {
                throw new IllegalStateException(found + " of " + there + " are found");
            }
        }
    }

    private void recovery(Path sample, byte[] damaged) throws IOException, ProblemException {
        Path state = Files.createDirectories(home.resolve("recovery"));
        Files.write(state.resolve("n.json"), damaged);
        Files.write(state.resolve("n.glb"), damaged);
        new Recovery(state).left();
    }
}
