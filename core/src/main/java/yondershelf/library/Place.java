package yondershelf.library;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * Where an asset that must be known again was seen last: its files, and how to tell them when they have moved.
 *
 * @param files the file that names it first; none when it moved to another library
 * @param movedTo the id of that library, or empty
 * @param became the id of the asset it turned out to be, or empty
 * @param was where the file that names it lay before, the latest last: another machine may have given it another id there
 */
record Place(List<Seen> files, String movedTo, String became, List<String> was) {
    private static final int MOST_BEFORE = 16;

    private static final ObjectMapper JSON = new ObjectMapper();

    /**
     * @param path below the root, in NFC
     * @param fingerprint empty when the file could not be read
     */
    record Seen(String path, String fingerprint) {}

    Place {
        files = List.copyOf(files);
        was = List.copyOf(was);
    }

    Place(List<Seen> files) {
        this(files, "", "", List.of());
    }

    /** The same, knowing where it was. */
    Place after(Place before) {
        List<String> all = new ArrayList<>(before.was);
        if (!before.files.isEmpty() && !before.files.get(0).path.equals(files.get(0).path)) {
            all.remove(before.files.get(0).path);
            all.add(before.files.get(0).path);
        }
        return new Place(files, movedTo, became, all.subList(Math.max(0, all.size() - MOST_BEFORE), all.size()));
    }

    /** True for a path at which it lies, or lay. */
    boolean wasAt(String path) {
        return isNamedBy(path) || was.contains(path);
    }

    boolean isNamedBy(String path) {
        return !files.isEmpty() && files.get(0).path().equals(path);
    }

    static Place movedTo(String library) {
        return new Place(List.of(), library, "", List.of());
    }

    static Place became(String id) {
        return new Place(List.of(), "", id, List.of());
    }

    /** Paths compare in Unicode's composed form: systems and sync tools change between the two. */
    static String composed(String path) {
        return Normalizer.isNormalized(path, Normalizer.Form.NFC)
                ? path
                : Normalizer.normalize(path, Normalizer.Form.NFC);
    }

    String text() {
        ObjectNode json = JSON.createObjectNode();
        ArrayNode list = json.putArray("files");
        files.forEach(f -> list.addArray().add(f.path).add(f.fingerprint));
        if (!was.isEmpty()) {
            was.forEach(json.putArray("was")::add);
        }
        if (!movedTo.isEmpty()) {
            json.put("moved", movedTo);
        }
        if (!became.isEmpty()) {
            json.put("became", became);
        }
        return json.toString();
    }

    static Optional<Place> parse(String text) {
        try {
            JsonNode json = Objects.requireNonNullElse(JSON.readTree(text), JSON.missingNode());
            List<Seen> files = new ArrayList<>();
            for (JsonNode file : json.path("files")) {
                files.add(new Seen(composed(file.path(0).asText()), file.path(1).asText()));
            }
            List<String> was = new ArrayList<>();
            json.path("was").forEach(w -> was.add(composed(w.asText())));
            String moved = json.path("moved").asText("");
            String became = json.path("became").asText("");
            return files.isEmpty() && moved.isEmpty() && became.isEmpty()
                    ? Optional.empty()
                    : Optional.of(new Place(files, moved, became, was));
        } catch (JsonProcessingException e) {
            return Optional.empty();
        }
    }
}
