package yondershelf.facts;

import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Kind;
import yondershelf.content.Problem;
import yondershelf.content.Remarks;
import yondershelf.content.Role;
import yondershelf.words.Phrase;

/**
 * What was measured of one asset.
 *
 * @param readable false when the asset could not be read; then {@code reason} says why
 * @param reason why it could not be read, or what of it is not shown in full; may be empty
 * @param passing true when it could not be read for want of time or memory, or another reason of the moment
 * @param bytes size of all files together
 * @param remarks what of it is not shown, and what had to be assumed
 * @param materials of a model, or the one that it is
 * @param model of a model's surface; {@link ModelFacts#NONE} for other kinds
 * @param picture of HDRIs and textures; {@link PictureFacts#NONE} for other kinds
 */
public record Facts(
        Kind kind,
        boolean readable,
        String reason,
        boolean passing,
        long bytes,
        Remarks remarks,
        List<MaterialFacts> materials,
        ModelFacts model,
        PictureFacts picture) {

    /**
     * What a model holds.
     *
     * @param sizeMetres width, height and depth; empty for none
     */
    public record ModelFacts(List<Double> sizeMetres, long triangles, long vertices, int parts, SceneFacts scene) {
        public static final ModelFacts NONE = new ModelFacts(List.of(), 0, 0, 0, SceneFacts.NONE);

        public ModelFacts {
            sizeMetres = List.copyOf(sizeMetres);
        }
    }

    /**
     * What a picture holds.
     *
     * @param width pixels across
     * @param height pixels down
     * @param stops dynamic range of an HDRI in stops, else NaN; see {@link DynamicRange}
     */
    public record PictureFacts(int width, int height, double stops) {
        public static final PictureFacts NONE = new PictureFacts(0, 0, Double.NaN);
    }

    /**
     * What a model's file holds of a scene.
     *
     * @param nodes of its tree
     * @param lights their names
     * @param cameras their names
     * @param scenes in the file, of which one is shown
     * @param animations in the file
     * @param names of nodes an asset may point at
     * @param shape of a model, as {@link Signature#with(String)} takes it; empty for one without surface
     */
    public record SceneFacts(
            int nodes,
            List<String> lights,
            List<String> cameras,
            int scenes,
            int animations,
            List<String> names,
            String shape) {
        public static final SceneFacts NONE = new SceneFacts(0, List.of(), List.of(), 0, 0, List.of(), "");

        public SceneFacts {
            lights = List.copyOf(lights);
            cameras = List.copyOf(cameras);
            names = List.copyOf(names);
        }
    }

    /** In the language that is spoken. */
    @Override
    public String reason() {
        return Phrase.said(reason);
    }

    /** The maps of one material. */
    public record MaterialFacts(String name, List<MapFacts> maps) {
        public MaterialFacts {
            maps = List.copyOf(maps);
        }
    }

    /**
     * One map.
     *
     * @param path the file, or the name of an embedded picture
     * @param width 0 when the picture is missing or unreadable
     * @param problem why the map cannot be used, or null
     * @param passing true when that is a reason of the moment
     */
    public record MapFacts(
            Role role,
            String path,
            int width,
            int height,
            @Nullable String problem,
            boolean passing) {
        /** In the language that is spoken. */
        @Override
        public @Nullable String problem() {
            return problem == null ? null : Phrase.said(problem);
        }

        /** As it is handed on and kept. */
        @Nullable
        String keptProblem() {
            return problem;
        }
    }

    public Facts {
        materials = List.copyOf(materials);
    }

    /** True when any of it may be otherwise at the next try, though no byte changes: then it is no verdict to be kept. */
    public boolean ofTheMoment() {
        return passing || materials.stream().flatMap(m -> m.maps().stream()).anyMatch(MapFacts::passing);
    }

    /** Facts of an asset that cannot be read. */
    public static Facts unreadable(Kind kind, Problem problem, long bytes) {
        return unreadable(kind, problem.keptCause(), bytes, problem.passing());
    }

    /** The same for a reason that lies in the bytes. */
    public static Facts unreadable(Kind kind, String reason, long bytes) {
        return unreadable(kind, reason, bytes, false);
    }

    private static Facts unreadable(Kind kind, String reason, long bytes, boolean passing) {
        return new Facts(
                kind, false, reason, passing, bytes, Remarks.NONE, List.of(), ModelFacts.NONE, PictureFacts.NONE);
    }

    /** Maps over all materials. */
    public int mapCount() {
        return materials.stream().mapToInt(m -> m.maps().size()).sum();
    }

    /** Maps that are missing or broken. */
    public long brokenMaps() {
        return materials.stream()
                .flatMap(m -> m.maps().stream())
                .filter(m -> m.problem() != null)
                .count();
    }

    /** The widest map's edge in pixels; 0 without maps. */
    public int largestMap() {
        return materials.stream()
                .flatMap(m -> m.maps().stream())
                .mapToInt(m -> Math.max(m.width(), m.height()))
                .max()
                .orElse(0);
    }
}
