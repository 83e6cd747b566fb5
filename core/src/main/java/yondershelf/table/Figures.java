package yondershelf.table;

import java.util.Arrays;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.Map;
import java.util.Set;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.ContentReader;

/**
 * The figures of a scene that people compare.
 *
 * @param objects placements
 * @param geometries meshes held in memory once, however often placed
 * @param triangles over all placements
 * @param mapBytes memory of all maps, four bytes a pixel
 */
public record Figures(int objects, int geometries, long triangles, long mapBytes) {
    private static final int END = 4096;

    public static Figures of(Scene scene, ContentReader reader) {
        Map<Mesh, Boolean> meshes = new IdentityHashMap<>();
        Set<String> seen = new HashSet<>();
        long triangles = 0;
        long bytes = 0;
        for (Placement placement : scene.placements()) {
            for (Mesh mesh : placement.model().meshes()) {
                if (mesh.parts().stream().anyMatch(p -> p.triangleCount() > 0)) {
                    meshes.put(mesh, true);
                }
            }
            triangles += placement.model().triangleCount();
            for (Material material : placement.model().materials()) {
                bytes += maps(material, seen, reader);
            }
            for (Material material : placement.dressed().values()) {
                bytes += maps(material, seen, reader);
            }
        }
        return new Figures(scene.placements().size(), meshes.size(), triangles, bytes);
    }

    private static long maps(Material material, Set<String> seen, ContentReader reader) {
        long bytes = 0;
        for (var use : material.maps().values()) {
            ImageSource image = use.image();
            if (seen.add(key(image)) && image.exists()) {
                try {
                    ContentReader.PictureSize size = reader.measure(image);
                    bytes += 4L * size.width() * size.height();
                } catch (ProblemException e) {
                    bytes += 0; // a broken map takes no memory; its card says so
                }
            }
        }
        return bytes;
    }

    /** The same for a picture that was loaded twice; its end tells one from another of the same name and length. */
    private static String key(ImageSource image) {
        byte[] bytes = image.bytes();
        return bytes == null
                ? image.shownName()
                : image.shownName() + " " + bytes.length + " "
                        + Arrays.hashCode(Arrays.copyOfRange(bytes, Math.max(0, bytes.length - END), bytes.length));
    }
}
