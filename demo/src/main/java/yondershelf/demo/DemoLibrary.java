package yondershelf.demo;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Consumer;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.imageio.ImageIO;
import yondershelf.content.ImageSource;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.format.Formats;
import yondershelf.work.Parallel;

/** Writes the demo: two libraries, two packs and a scene. The same bytes every time. */
public final class DemoLibrary {
    /** Folder of the library of models, below the demo's root. */
    public static final String PROPS = "Station props";

    /** Folder of the library of materials, HDRIs and textures. */
    public static final String SURFACES = "Coast surfaces";

    /** Folder of the packs that wait to be taken in. */
    public static final String PACKS = "packs";

    private static final String DONE = ".demo-12";
    /** Where what is not whole yet lies meanwhile: whoever waits for the demo sees each library come whole. */
    private static final String MAKING = ".being made";

    private final Path root;
    private final Wardrobe wardrobe = new Wardrobe();

    private DemoLibrary(Path root) {
        this.root = root;
    }

    public static void main(String[] args) throws IOException, ProblemException {
        if (args.length < 1 || args.length > 2) {
            System.err.println("usage: DemoLibrary FOLDER [HOME]");
            System.exit(2);
        }
        write(Path.of(args[0]));
        if (args.length == 2) {
            AwayDrive.prepare(Path.of(args[0]), Path.of(args[1]));
        }
    }

    /** Writes the demo below a folder, unless it is there already. */
    public static void write(Path root) throws IOException, ProblemException {
        Path done = root.resolve(DONE);
        if (Files.exists(done)) {
            return;
        }
        new DemoLibrary(root).write();
        Diorama.write(root);
        Files.writeString(done, "the demo library is complete\n");
    }

    private void write() throws IOException, ProblemException {
        Path making = root.resolve(MAKING);
        if (Files.isDirectory(making)) {
            // of a run that was ended
            delete(making);
        }
        together(List.of(this::props, this::surfaces, this::skies, this::textures, this::packs));
        faultsOfSurfaces();
        whole(SURFACES);
        whole(PACKS);
        Files.deleteIfExists(making);
    }

    private void props() throws IOException, ProblemException {
        models();
        faultsOfProps();
        whole(PROPS);
    }

    /** Where one of the demo's folders is made; one of an earlier run is written over in its place. */
    private Path in(String folder) {
        Path at = root.resolve(folder);
        return Files.exists(at) ? at : root.resolve(MAKING).resolve(folder);
    }

    private void whole(String folder) throws IOException, ProblemException {
        Path made = in(folder);
        if (!folder.equals(PACKS)) {
            DemoLabels.write(made);
        }
        if (!made.equals(root.resolve(folder))) {
            Files.move(made, root.resolve(folder));
        }
    }

    /** Part of the writing. */
    private interface Step {
        void run() throws IOException, ProblemException;
    }

    /** Each step writes files of its own. */
    private static void together(List<Step> steps) throws IOException, ProblemException {
        List<Exception> problems = new CopyOnWriteArrayList<>();
        Parallel.run(steps.size(), Parallel.threads(), () -> false, i -> {
            try {
                steps.get(i).run();
            } catch (IOException | ProblemException e) {
                problems.add(e);
            }
        });
        for (Exception problem : problems) {
            if (problem instanceof ProblemException known) {
                throw known;
            }
            throw new IOException(problem);
        }
    }

    private Model sculpt(String name, Consumer<Sculpt> shape) {
        Sculpt sculpt = new Sculpt();
        shape.accept(sculpt);
        return sculpt.model(name, wardrobe.materials());
    }

    private void models() throws IOException, ProblemException {
        Path props = in(PROPS);
        Map<String, Consumer<Sculpt>> glb = new LinkedHashMap<>();
        glb.put("instruments/barometer_case", Instruments::barometer);
        glb.put("instruments/cup_anemometer", Instruments::anemometer);
        glb.put("instruments/wind_vane", Instruments::windVane);
        glb.put("instruments/louvred_screen", Instruments::screen);
        glb.put("instruments/station_telescope", Instruments::telescope);
        glb.put("lights/storm_lantern", Rigging::stormLantern);
        glb.put("lights/deck_lamp", Rigging::deckLamp);
        glb.put("rigging/signal_mast", Rigging::signalMast);
        glb.put("rigging/mooring_buoy", Rigging::mooringBuoy);
        glb.put("rigging/jetty_bell", Rigging::bell);
        glb.put("workshop/oilcloth_coat", Workshop::coat);
        glb.put("workshop/oil_drum", Workshop::oilDrum);
        glb.put("workshop/tool_chest", Workshop::toolChest);
        glb.put("workshop/workbench", Workshop::workbench);
        glb.put("workshop/chart_table", Workshop::chartTable);
        glb.put("rigging/glass_float", Layered::glassFloat);
        glb.put("lights/brass_lamp", Layered::brassLamp);
        glb.put("workshop/wool_blanket", Layered::blanket);
        glb.put("shore/dinghy", Shore::dinghy);
        glb.put("shore/jetty", Shore::jetty);
        glb.put("shore/station_hut", Shore::hut);
        glb.put("shore/sandbags", Shore::sandbags);
        for (Map.Entry<String, Consumer<Sculpt>> entry : glb.entrySet()) {
            String name = entry.getKey().substring(entry.getKey().indexOf('/') + 1);
            ModelFiles.glb(sculpt(name, entry.getValue()), props.resolve(entry.getKey() + ".glb"));
        }
        ModelFiles.gltf(
                sculpt("rain_gauge", Instruments::rainGauge),
                props.resolve("instruments/rain_gauge.gltf"),
                "textures",
                "textures");
        ModelFiles.obj(sculpt("rope_coil", Rigging::ropeCoil), props.resolve("rigging/rope_coil.obj"), "maps", "maps/");
        ModelFiles.obj(
                sculpt("harbour_ladder", Rigging::ladder),
                props.resolve("rigging/harbour_ladder.obj"),
                "maps",
                "maps\\");
        ModelFiles.obj(sculpt("fish_box", Workshop::fishBox), props.resolve("workshop/fish_box.obj"), "maps", "maps/");
        ModelFiles.collada(sculpt("bollard", Rigging::bollard), props.resolve("rigging/bollard.dae"), "maps");
        ModelFiles.stl(sculpt("three_leg_stool", Workshop::stool), props.resolve("workshop/three_leg_stool.stl"));
        ModelFiles.ply(sculpt("shore_stones", Rigging::pebbles), props.resolve("shore/shore_stones.ply"), 3701);
        ModelFiles.stl(sculpt("spare_oar", Shore::oar), props.resolve("shore/spare_oar.stl"));
        ModelFiles.glb(Landing.model(wardrobe.materials()), props.resolve("shore/landing_stage.glb"));
        DivingSuit.write(sculpt("diving_suit", DivingSuit::shape), props.resolve("workshop/diving_suit.glb"));
        UsdText.write(sculpt("tide_board", Shore::tideBoard), props.resolve("shore/tide_board.usda"), "boards");
        FbxText.write(sculpt("fog_horn", Instruments::fogHorn), props.resolve("instruments/fog_horn.fbx"), "maps");
        PackedFiles.threeMf(sculpt("deck_cleat", Rigging::cleat), props.resolve("rigging/deck_cleat.3mf"));
    }

    /** How different shops would name the same maps. */
    private void surfaces() throws IOException {
        Path folder = in(SURFACES);
        int habit = 0;
        for (String name : Surfaces.all().keySet()) {
            String place = name.matches(".*(timber|pine|driftwood).*")
                    ? "timber"
                    : name.matches(".*(copper|brass|zinc|iron|enamel|paint).*")
                            ? "metal and paint"
                            : name.matches(".*(cloth|weave).*") ? "cloth" : "stone";
            writeSet(folder.resolve(place), name, wardrobe.set(name), habit++ % 4);
        }
        MaterialDocuments.varnishedPine(wardrobe.set("planed pine"), folder.resolve("timber/varnished_pine.mtlx"));
    }

    private static void writeSet(Path folder, String name, Map<Role, Picture> maps, int habit) throws IOException {
        for (Map.Entry<Role, Picture> map : maps.entrySet()) {
            String role = map.getKey().word();
            String capital = role.substring(0, 1).toUpperCase(java.util.Locale.ROOT) + role.substring(1);
            String file = switch (habit) {
                case 0 -> name.replace(' ', '_') + "_" + role.toLowerCase(java.util.Locale.ROOT) + ".png";
                case 1 -> camel(name) + "_" + capital + "_512.png";
                case 2 -> name.replace(' ', '-') + "-" + shortWord(map.getKey()) + ".png";
                default -> name.replace(' ', '_') + "_1k_" + shortWord(map.getKey()) + ".png";
            };
            Path target = habit == 2 ? folder.resolve(name).resolve(file) : folder.resolve(file);
            ModelFiles.write(target, Formats.png(map.getValue()));
        }
    }

    private static String camel(String name) {
        StringBuilder out = new StringBuilder();
        for (String word : name.split(" ")) {
            out.append(word.substring(0, 1).toUpperCase(java.util.Locale.ROOT)).append(word.substring(1));
        }
        return out.toString();
    }

    private static String shortWord(Role role) {
        return switch (role) {
            case BASE_COLOR -> "albedo";
            case NORMAL -> "nrm";
            case ROUGHNESS -> "rough";
            case METALLIC -> "metal";
            case HEIGHT -> "disp";
            default -> role.word();
        };
    }

    private void skies() throws IOException {
        Path folder = in(SURFACES).resolve("skies");
        ModelFiles.write(folder.resolve("fog_dawn.exr"), Formats.exr(Skies.fogDawn()));
        ModelFiles.write(folder.resolve("clear_noon.hdr"), Formats.hdr(Skies.clearNoon()));
        ModelFiles.write(folder.resolve("storm_front.exr"), Formats.exr(Skies.stormFront()));
        ModelFiles.write(folder.resolve("overcast_harbour.hdr"), Formats.hdr(Skies.overcastHarbour()));
        ModelFiles.write(folder.resolve("lamp_lit_room.exr"), Formats.exr(Skies.lampRoom()));
        ModelFiles.write(folder.resolve("moonlit_jetty.hdr"), Formats.hdr(Skies.moonJetty()));
    }

    private void textures() throws IOException {
        Path folder = in(SURFACES).resolve("textures");
        for (Map.Entry<String, Picture> entry : LooseTextures.all().entrySet()) {
            String name = entry.getKey();
            String format = name.substring(name.lastIndexOf('.') + 1);
            ModelFiles.write(folder.resolve(name), encoded(entry.getValue(), format));
        }
        Picture chequer = LooseTextures.all().get("signal_chequer.png");
        if (chequer != null) {
            PackedFiles.ktx(chequer, folder.resolve("signal_flag.ktx2"));
        }
    }

    private static byte[] encoded(Picture picture, String format) throws IOException {
        if (format.equals("png")) {
            return Formats.png(picture);
        }
        BufferedImage image = new BufferedImage(picture.width(), picture.height(), BufferedImage.TYPE_INT_RGB);
        for (int y = 0; y < picture.height(); y++) {
            for (int x = 0; x < picture.width(); x++) {
                int rgb = 0;
                for (int c = 0; c < 3; c++) {
                    rgb = rgb << 8 | Math.round(picture.value(x, y, c) * 255);
                }
                image.setRGB(x, y, rgb);
            }
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        if (!ImageIO.write(image, format, out)) {
            throw new IOException("no writer for " + format);
        }
        return out.toByteArray();
    }

    private void packs() throws IOException, ProblemException {
        Path work = in(PACKS).resolve("unpacked");
        Path details = work.resolve("harbour_details");
        ModelFiles.glb(
                sculpt("channel_marker", s -> {
                    s.turn(0, 0, 1, 4);
                    Rigging.mooringBuoy(s);
                    s.back(1);
                }),
                details.resolve("models/channel_marker.glb"));
        ModelFiles.gltf(
                sculpt("deck_chest", Workshop::toolChest),
                details.resolve("models/deck_chest.gltf"),
                "textures",
                "textures");
        ModelFiles.obj(sculpt("net_box", Workshop::fishBox), details.resolve("models/net_box.obj"), "maps", "maps/");
        writeSet(
                details.resolve("surfaces"),
                "weathered deck",
                TextureSet.maps(Surfaces.all().getOrDefault("driftwood grey", (u, v, t) -> {}), 512),
                1);
        ModelFiles.write(
                details.resolve("readme.txt"),
                "Harbour details\n\nMade by the station workshop\nLicence: CC BY 4.0\n"
                        .getBytes(StandardCharsets.UTF_8));
        zip(work, "harbour_details", in(PACKS).resolve("harbour_details.zip"));
        Path shingle = work.resolve("shingle_study");
        writeSet(
                shingle.resolve("ground"),
                "dry shingle",
                TextureSet.maps(
                        (u, v, t) -> {
                            Surfaces.all()
                                    .getOrDefault("wet shingle", (a, b, c) -> {})
                                    .at(u, v, t);
                            t.shade(1.25);
                            t.rough = 0.9;
                        },
                        512),
                0);
        ModelFiles.write(shingle.resolve("sky/grey_noon.hdr"), Formats.hdr(Skies.overcastHarbour()));
        ModelFiles.write(shingle.resolve("masks/wrack_line.png"), Formats.png(LooseTextures.paint((u, v, t) -> {
            double k = Noise.smooth(0.1, 0.0, Math.abs(v - 0.5 - 0.1 * Noise.fractal(u, 0.4, 5, 1, 4, 4001)));
            t.color(k, k, k);
        })));
        zip(work, "shingle_study", in(PACKS).resolve("shingle_study.zip"));
        delete(work);
    }

    private static void zip(Path work, String name, Path target) throws IOException {
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(target), StandardCharsets.UTF_8)) {
            List<Path> files;
            try (var walk = Files.walk(work.resolve(name))) {
                files = walk.filter(Files::isRegularFile).sorted().toList();
            }
            for (Path file : files) {
                ZipEntry entry = new ZipEntry(work.relativize(file).toString().replace('\\', '/'));
                entry.setLastModifiedTime(FileTime.from(Instant.parse("2026-03-01T12:00:00Z")));
                out.putNextEntry(entry);
                out.write(Files.readAllBytes(file));
                out.closeEntry();
            }
        }
    }

    private static void delete(Path folder) throws IOException {
        Files.walkFileTree(folder, new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) throws IOException {
                Files.delete(file);
                return FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult postVisitDirectory(Path dir, @org.jspecify.annotations.Nullable IOException e)
                    throws IOException {
                Files.delete(dir);
                return FileVisitResult.CONTINUE;
            }
        });
    }

    /** The mess that real drives are in. */
    private void faultsOfProps() throws IOException, ProblemException {
        Path props = in(PROPS);
        // its textures were tidied away into another folder
        ModelFiles.gltf(
                sculpt("plank_crate", Workshop::crate),
                props.resolve("workshop/plank_crate.gltf"),
                "../tidied/crate maps",
                "textures");
        // a material file that names another machine's folder
        Path bench = props.resolve("workshop/low_bench.obj");
        ModelFiles.obj(
                sculpt("low_bench", s -> {
                    s.wear("driftwood grey", 0.7);
                    s.at(0, 0.40, 0).box(1.2, 0.05, 0.32, 0.008).back(1);
                    s.at(-0.46, 0, 0).box(0.07, 0.40, 0.28, 0.008).back(1);
                    s.at(0.46, 0, 0).box(0.07, 0.40, 0.28, 0.008).back(1);
                    s.at(0, 0.16, 0).box(0.9, 0.07, 0.04, 0.006).back(1);
                }),
                bench,
                "maps",
                "/old studio/station/maps/");
        byte[] whole = Files.readAllBytes(props.resolve("instruments/barometer_case.glb"));
        ModelFiles.write(props.resolve("instruments/barograph_draft.glb"), Arrays.copyOf(whole, whole.length / 3));
        ModelFiles.write(props.resolve("rigging/snatch_block.obj"), new byte[0]);
    }

    /** A picture that is not what its name says. */
    private void faultsOfSurfaces() throws IOException, ProblemException {
        Picture sign = new Formats().readPicture(ImageSource.at(in(SURFACES).resolve("textures/log_paper.jpg")));
        ModelFiles.write(in(SURFACES).resolve("textures/harbour_notice.png"), encoded(sign, "jpg"));
    }
}
