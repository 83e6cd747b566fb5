package yondershelf.bench;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import yondershelf.content.Picture;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.mend.Relocation;
import yondershelf.work.Work;

/** A thousand models moved to another folder, half of them sharing pictures with models that stay, and moved back. */
final class MoveScale {
    private static final int MODELS = 2_000;
    private static final int MOVED = 1_000;

    private MoveScale() {}

    /** @param args an empty folder to work in */
    public static void main(String[] args) throws Exception {
        Path root = Files.createDirectories(Path.of(args[0]));
        Formats formats = new Formats();
        byte[] png = Formats.png(Picture.ofBytes(8, 8, 3, new byte[192]));
        for (int i = 0; i < MODELS; i++) {
            Path folder = Files.createDirectories(root.resolve("pack " + i / 50));
            // of those that will go, every second one shares its picture with one that stays
            String picture = i % 2 == 0 ? "shared/wood " + i % MOVED + ".png" : "own " + i + ".png";
            Path at = i % 2 == 0 ? root.resolve(picture) : folder.resolve(picture);
            Files.createDirectories(at.getParent());
            Files.write(at, png);
            String from = i % 2 == 0 ? "../" + picture : picture;
            Files.writeString(
                    folder.resolve("thing " + i + ".obj"),
                    "mtllib thing " + i
                            + ".mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nvt 0 0\nvt 1 0\nvt 0 1\nusemtl w\nf 1/1 2/2 3/3\n");
            Files.writeString(folder.resolve("thing " + i + ".mtl"), "newmtl w\nmap_Kd " + from + "\n");
        }
        Library library = Library.open(root, "", "desk");
        formats.reach().set(List.of(root), List.of());
        library.scan(formats, Work.SILENT);
        List<Asset> going = new ArrayList<>();
        for (Asset asset : library.assets()) {
            if (asset.path().matches("pack \\d+/thing \\d{1,3}\\.obj")) {
                going.add(asset);
            }
        }
        Map<String, Integer> before = state(root);
        for (int round = 0; round < 3; round++) {
            long begun = System.nanoTime();
            Relocation.Moved moved = Relocation.move(library, going, "yard/moved", formats, Work.SILENT);
            double seconds = (System.nanoTime() - begun) / 1e9;
            library.scan(formats, Work.SILENT);
            double scanned = (System.nanoTime() - begun) / 1e9;
            begun = System.nanoTime();
            FileActs.undo(library, moved.run());
            double back = (System.nanoTime() - begun) / 1e9;
            library.scan(formats, Work.SILENT);
            System.out.printf(
                    "%d assets, %d files moved, %d files rewritten: %.2f s, seen again after %.2f s; taken back in %.2f s; %s%n",
                    moved.assets(),
                    moved.files(),
                    moved.rewritten(),
                    seconds,
                    scanned,
                    back,
                    state(root).equals(before) ? "byte for byte as before" : "NOT as before");
        }
    }

    private static Map<String, Integer> state(Path root) throws Exception {
        Map<String, Integer> out = new TreeMap<>();
        try (var walk = Files.walk(root)) {
            for (Path file : walk.filter(Files::isRegularFile)
                    .filter(f -> !f.toString().contains(".yondershelf"))
                    .toList()) {
                byte[] name = root.relativize(file).toString().getBytes(StandardCharsets.UTF_8);
                out.put(
                        root.relativize(file).toString(),
                        31 * Arrays.hashCode(Files.readAllBytes(file))
                                + Arrays.hashCode(name)
                                + Files.getLastModifiedTime(file).hashCode());
            }
        }
        return out;
    }
}
