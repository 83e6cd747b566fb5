package yondershelf.format.model;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Remarks;
import yondershelf.content.Space;
import yondershelf.content.Transform;

/** Takes a model that was read with assumptions to the space somebody told instead. What the file says itself stays. */
public final class ToldSpace {
    static final String Y_UP = "+Y";
    static final String Z_UP = "+Z";
    private static final String UP = " up";

    private ToldSpace() {}

    public static Model of(Model model, Space told) {
        Transform change = Transform.IDENTITY;
        List<String> left = new ArrayList<>();
        for (String assumed : model.remarks().keptAssumed()) {
            Optional<LengthUnit> was = LengthUnit.of(assumed);
            Optional<LengthUnit> is = LengthUnit.of(told.units());
            if (was.isPresent() && is.isPresent()) {
                change = Transform.scale(is.get().metres() / was.get().metres()).after(change);
            } else if (assumed.endsWith(UP) && !told.up().isEmpty()) {
                change =
                        turned(assumed.startsWith(Z_UP), told.up().equals(Z_UP)).after(change);
            } else {
                left.add(assumed);
            }
        }
        if (left.size() == model.remarks().keptAssumed().size()) {
            return model;
        }
        List<Node> nodes = new ArrayList<>(model.nodes());
        for (int root : model.roots()) {
            Node node = nodes.get(root);
            nodes.set(root, new Node(node.name(), change.after(node.local()), node.mesh(), node.children()));
        }
        return new Model(
                model.name(),
                model.meshes(),
                nodes,
                model.roots(),
                model.materials(),
                new Remarks(model.remarks().keptNotShown(), left),
                model.staging().after(change));
    }

    /** From upright by one axis to upright by the other. */
    private static Transform turned(boolean wasZ, boolean isZ) {
        if (wasZ == isZ) {
            return Transform.IDENTITY;
        }
        return Transform.rotation(1, 0, 0, isZ ? -Math.PI / 2 : Math.PI / 2);
    }
}
