package yondershelf.content;

import java.util.List;

/**
 * A node of a model's tree.
 *
 * @param local map into the parent's space
 * @param mesh index into the model's meshes, or -1
 * @param children indices into the model's nodes
 */
public record Node(String name, Transform local, int mesh, List<Integer> children) {
    public Node {
        children = List.copyOf(children);
    }
}
