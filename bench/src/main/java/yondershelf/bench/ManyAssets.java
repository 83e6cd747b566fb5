package yondershelf.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import yondershelf.content.Picture;
import yondershelf.format.Formats;

/** A library of very many small textures, each one unlike the others. */
final class ManyAssets {
    private static final String[] WORDS = {
        "lamp", "buoy", "rope", "clamp", "mast", "crate", "lantern", "tide", "gauge", "winch"
    };
    private static final int PACKS = 200;

    private ManyAssets() {}

    static void make(Path folder, int count, int inAFolder) throws Exception {
        for (int i = 0; i < count; i++) {
            Path in = folder.resolve("pack " + i / inAFolder % PACKS).resolve("part " + i / inAFolder);
            if (i % inAFolder == 0) {
                Files.createDirectories(in);
            }
            byte[] pixels = new byte[64];
            pixels[0] = (byte) i;
            pixels[1] = (byte) (i >> 8);
            pixels[2] = (byte) (i >> 16);
            String name = WORDS[i % WORDS.length] + " " + WORDS[i / WORDS.length % WORDS.length] + " " + i;
            Files.write(in.resolve(name + ".png"), Formats.png(Picture.ofBytes(8, 8, 1, pixels)));
        }
    }
}
