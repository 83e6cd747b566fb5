package yondershelf.content;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** Parts that move together. Immutable; its box is found once, as finding it walks over all vertices. */
public final class Mesh {
    private final String name;
    private final List<Part> parts;
    private volatile @Nullable Bounds bounds;

    public Mesh(String name, List<Part> parts) {
        this.name = name;
        this.parts = List.copyOf(parts);
    }

    public String name() {
        return name;
    }

    public List<Part> parts() {
        return parts;
    }

    /** The box around all vertices, unused ones too. */
    public Bounds bounds() {
        Bounds known = bounds;
        if (known == null) {
            known = measure();
            bounds = known;
        }
        return known;
    }

    private Bounds measure() {
        Bounds out = Bounds.EMPTY;
        for (Part part : parts) {
            out = out.union(Bounds.of(part.positions()));
        }
        return out;
    }
}
