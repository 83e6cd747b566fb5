package yondershelf.render;

import com.github.benmanes.caffeine.cache.Cache;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.LongAdder;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.format.reading.ContentReader;
import yondershelf.references.Squares;
import yondershelf.work.Cached;
import yondershelf.work.Parallel;

/** Loads materials' pictures and keeps the latest, up to a limit of memory. Safe for use from several threads. */
public final class Shaders {
    private static final long MOST_BYTES = 48L << 20;

    private final ContentReader reader;
    private final Cache<Key, TextureImage> images = Cached.<Key, TextureImage>upTo(
                    MOST_BYTES, (key, image) -> image.weight())
            .build();

    private final LongAdder passing = new LongAdder();

    private record Key(String name, int identity, boolean colour, long changed) {}

    public Shaders(ContentReader reader) {
        this.reader = reader;
    }

    /** The material ready for rendering; pictures that cannot be read are left out and named in its problems. */
    public Shader shader(Material material) {
        EnumMap<Role, Shader.Slot> slots = new EnumMap<>(Role.class);
        List<Problem> problems = new ArrayList<>();
        // real light needs no baked occlusion, and height is not displaced
        List<Map.Entry<Role, TextureUse>> wanted = material.maps().entrySet().stream()
                .filter(m -> m.getKey() != Role.OCCLUSION && m.getKey() != Role.HEIGHT)
                .toList();
        Parallel.run(wanted.size(), Parallel.threads(), () -> false, i -> {
            Role role = wanted.get(i).getKey();
            TextureUse use = wanted.get(i).getValue();
            try {
                TextureImage image = image(use.image(), role.isColour());
                synchronized (slots) {
                    slots.put(role, Shader.Slot.of(image, use));
                }
            } catch (ProblemException e) {
                if (e.problem().passing()) {
                    passing.increment();
                }
                synchronized (slots) {
                    problems.add(e.problem());
                }
            }
        });
        return new Shader(material, slots, problems);
    }

    /** How many pictures could not be loaded so far, for want of time or memory, say: what was drawn without them is not final. */
    public long passingFailures() {
        return passing.sum();
    }

    private TextureImage image(ImageSource source, boolean colour) throws ProblemException {
        Key key = key(source, colour);
        TextureImage known = images.getIfPresent(key);
        if (known != null) {
            return known;
        }
        Picture picture = colour ? reader.readColours(source) : reader.readPicture(source);
        TextureImage made = new TextureImage(picture, colour && !isRadiance(picture, source));
        images.put(key, made);
        return made;
    }

    /** Floats of radiance formats are linear already; 16-bit pictures carry the curve like 8-bit ones. */
    private static boolean isRadiance(Picture picture, ImageSource source) {
        return picture.isFloat()
                && source.shownName().toLowerCase(java.util.Locale.ROOT).matches(".*\\.(hdr|exr)$");
    }

    private static Key key(ImageSource source, boolean colour) {
        java.nio.file.Path file = source.file();
        long changed = 0;
        if (file != null) {
            try {
                changed = java.nio.file.Files.getLastModifiedTime(file).toMillis();
            } catch (java.io.IOException e) {
                changed = -1; // missing: reading it will say so
            }
        }
        return new Key(
                source.coding().word() + " " + (Squares.areMeant(source.reference()) ? "squares " : "")
                        + source.shownName(),
                source.bytes() == null ? 0 : System.identityHashCode(source.bytes()),
                colour,
                changed);
    }
}
