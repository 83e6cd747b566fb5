package yondershelf.store;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Which files refer to which, and what else files told when they were read. */
public final class ReferenceTable {
    private final Connections connections;

    ReferenceTable(Connections connections) {
        this.connections = connections;
    }

    /** What a file told, when it is still in that state. */
    public Learned learned(String path, String state) {
        return connections.read(sql -> {
            Learned[] out = {Learned.nothing(state)};
            sql.each(
                    "SELECT state, mentions, type, shape, panorama FROM learned WHERE path = ? AND state = ?",
                    r -> out[0] = new Learned(r.getString(1), r.getString(2), r.getString(3), r.getInt(4), r.getInt(5)),
                    path,
                    state);
            return out[0];
        });
    }

    /** Files that refer to a file. */
    public List<String> sources(String target) {
        return connections.texts(
                "SELECT source FROM reference WHERE folder = ? AND target = ?", Store.folder(target), target);
    }

    /** Files a file refers to, whether they are there or not. */
    public List<String> targets(String source) {
        return connections.texts("SELECT target FROM reference WHERE source = ?", source);
    }

    /** Of a folder: each file in it that others refer to, with those. */
    public Map<String, List<String>> referred(String folder) {
        return connections.read(sql -> {
            Map<String, List<String>> out = new TreeMap<>();
            sql.each(
                    "SELECT target, source FROM reference WHERE folder = ?",
                    r -> out.computeIfAbsent(r.getString(1), k -> new ArrayList<>())
                            .add(r.getString(2)),
                    folder);
            return out;
        });
    }
}
