package yondershelf.content;

import java.util.List;

/** Parts that move together. */
public record Mesh(String name, List<Part> parts) {
    public Mesh {
        parts = List.copyOf(parts);
    }

    public Bounds bounds() {
        Bounds bounds = Bounds.EMPTY;
        for (Part part : parts) {
            bounds = bounds.union(Bounds.of(part.positions()));
        }
        return bounds;
    }
}
