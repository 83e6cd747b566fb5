package yondershelf.sorting.evidence;

import java.util.List;
import java.util.Optional;
import yondershelf.content.Coding;
import yondershelf.content.Role;

/** The maps of one set as their names tell them, with what can be seen of them. */
public record Maps(List<Map> all) {
    /**
     * @param path as it is told of
     * @param sample of its picture
     */
    public record Map(String path, Role role, Coding coding, Sample sample) {}

    public Maps {
        all = List.copyOf(all);
    }

    Optional<Map> of(Role role) {
        return all.stream().filter(m -> m.role() == role).findFirst();
    }
}
