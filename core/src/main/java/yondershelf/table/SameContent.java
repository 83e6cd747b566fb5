package yondershelf.table;

import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Part;

/** Whether two models taken out of one file are copies of one thing: what was done to one of them elsewhere makes them two. */
final class SameContent {
    private SameContent() {}

    static boolean of(Model one, Model other) {
        if (one == other) {
            return true;
        }
        List<Model.Placed> a = one.placed();
        List<Model.Placed> b = other.placed();
        if (a.size() != b.size() || one.nodes().size() != other.nodes().size()) {
            return false;
        }
        for (int i = 0; i < a.size(); i++) {
            if (!a.get(i).toModel().equals(b.get(i).toModel()) || !parts(one, a.get(i), other, b.get(i))) {
                return false;
            }
        }
        return true;
    }

    private static boolean parts(Model one, Model.Placed a, Model other, Model.Placed b) {
        List<Part> mine = one.meshes().get(a.mesh()).parts();
        List<Part> theirs = other.meshes().get(b.mesh()).parts();
        if (mine.size() != theirs.size()) {
            return false;
        }
        for (int i = 0; i < mine.size(); i++) {
            Part p = mine.get(i);
            Part q = theirs.get(i);
            boolean same = Arrays.equals(p.positions(), q.positions())
                    && Arrays.equals(p.indices(), q.indices())
                    && Arrays.equals(p.normals(), q.normals())
                    && Objects.equals(material(one, p), material(other, q));
            if (!same) {
                return false;
            }
        }
        return true;
    }

    private static @org.jspecify.annotations.Nullable Material material(Model of, Part part) {
        return part.material() < 0 ? null : of.materials().get(part.material());
    }
}
