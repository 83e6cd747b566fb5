package yondershelf.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import yondershelf.content.Picture;
import yondershelf.format.Formats;

/**
 * Runs the commands one uses most on a small library of its own, so that what Java finds out about their classes and methods can be
 * kept for quick starts. Its one argument is an empty folder.
 */
final class Rehearsal {
    private static final int MODELS = 150;
    private static final int SETS = 150;
    private static final int IN_A_FOLDER = 30;

    private Rehearsal() {}

    public static void main(String[] args) throws IOException {
        System.setProperty("java.awt.headless", "true");
        Path folder = Path.of(args[0]);
        Path library = folder.resolve("library");
        write(library);
        String home = folder.resolve("home").toString();
        PrintWriter nowhere = new PrintWriter(Writer.nullWriter());
        String[][] commands = {
            {"library", "add", library.toString()},
            {"scan", library.toString()},
            {"scan", library.toString()},
            {"find", "lam"},
            {"find", "kind:model", "size<50cm", "lamp"},
            {"facts", library.resolve("part 0/lamp_1.obj").toString()},
            {"find", "lam"}
        };
        for (String[] command : commands) {
            String[] all = java.util.Arrays.copyOf(command, command.length + 2);
            all[command.length] = "--home";
            all[command.length + 1] = home;
            Main.run(nowhere, nowhere, all);
        }
        System.exit(0);
    }

    private static void write(Path library) throws IOException {
        for (int i = 0; i < MODELS; i++) {
            Path in = Files.createDirectories(library.resolve("part " + i / IN_A_FOLDER));
            Files.writeString(
                    in.resolve("lamp_" + i + ".obj"),
                    "mtllib lamp_" + i + ".mtl\nusemtl a\nv 0 0 0\nv 1 0 0\nv 1 1 " + i + "\nv 0 1 0\nf 1 2 3 4\n");
            Files.writeString(in.resolve("lamp_" + i + ".mtl"), "newmtl a\nKd 0.5 0.4 0.3\n");
        }
        for (int i = 0; i < SETS; i++) {
            Path in = Files.createDirectories(library.resolve("surfaces " + i / IN_A_FOLDER));
            for (String map : new String[] {"basecolor", "normal", "roughness"}) {
                byte[] pixels = new byte[8 * 8 * 3];
                pixels[0] = (byte) i;
                Files.write(
                        in.resolve("surface_" + i + "_" + map + ".png"), Formats.png(Picture.ofBytes(8, 8, 3, pixels)));
            }
        }
    }
}
