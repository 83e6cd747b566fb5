package yondershelf.table;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/** Everything on the table. Immutable: each act makes a new one, which is what undo goes back to. */
public record Scene(String name, List<Placement> placements, Light light) {
    public Scene {
        placements = List.copyOf(placements);
    }

    public static Scene empty(String name) {
        return new Scene(name, List.of(), Daylight.light());
    }

    public Optional<Placement> placement(String id) {
        return placements.stream().filter(p -> p.id().equals(id)).findFirst();
    }

    public Scene with(Placement added) {
        List<Placement> more = new ArrayList<>(placements);
        more.add(added);
        return new Scene(name, more, light);
    }

    public Scene without(String id) {
        return new Scene(
                name, placements.stream().filter(p -> !p.id().equals(id)).toList(), light);
    }

    public Scene change(String id, UnaryOperator<Placement> change) {
        return new Scene(
                name,
                placements.stream()
                        .map(p -> p.id().equals(id) ? change.apply(p) : p)
                        .toList(),
                light);
    }

    public Scene lit(Light other) {
        return new Scene(name, placements, other);
    }

    public Scene named(String other) {
        return new Scene(other, placements, light);
    }

    /** An id no placement has yet. */
    public String freshId() {
        int n = placements.size() + 1;
        while (placement("p" + n).isPresent()) {
            n++;
        }
        return "p" + n;
    }

    /** A name no placement has yet: the wanted one, or that with a number. */
    public String freshName(String wanted) {
        String name = wanted;
        int n = 2;
        while (hasName(name)) {
            name = wanted + " " + n++;
        }
        return name;
    }

    private boolean hasName(String name) {
        return placements.stream().anyMatch(p -> p.name().equals(name));
    }
}
