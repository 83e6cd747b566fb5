package yondershelf.format.wavefront;

import org.jspecify.annotations.Nullable;
import yondershelf.format.model.Ints;

/**
 * The corners of faces: the numbers, from 0, of their position, UV and normal, -1 where there is none. Most files have the same
 * number for all, or none of some for all: then only positions are kept.
 */
final class WavefrontCorners {
    private static final int NONE = -1;

    private final Ints positions = new Ints();
    private final Follower uvs = new Follower();
    private final Follower normals = new Follower();

    /** Numbers that are all those of the positions, or all missing, until one is another. */
    private static final class Follower {
        private boolean missing;
        private @Nullable Ints own;

        /** @param positions those of the corners before */
        void add(int value, int position, Ints positions) {
            Ints all = own;
            if (all == null && positions.size() == 0) {
                missing = value == NONE;
            }
            if (all == null && value != (missing ? NONE : position)) {
                all = written(positions);
            }
            if (all != null) {
                all.add(value);
            }
        }

        Ints written(Ints positions) {
            Ints all = own;
            if (all == null) {
                all = new Ints();
                int[] from = positions.raw();
                for (int i = 0; i < positions.size(); i++) {
                    all.add(missing ? NONE : from[i]);
                }
                own = all;
            }
            return all;
        }
    }

    void add(int position, int uv, int normal) {
        uvs.add(uv, position, positions);
        normals.add(normal, position, positions);
        positions.add(position);
    }

    void addAll(WavefrontCorners more) {
        join(uvs, more.uvs, more.positions);
        join(normals, more.normals, more.positions);
        positions.addAll(more.positions);
    }

    private void join(Follower mine, Follower theirs, Ints theirPositions) {
        if (theirPositions.size() == 0) {
            return;
        }
        if (positions.size() == 0 && mine.own == null) {
            mine.missing = theirs.missing;
        }
        boolean alike = mine.own == null && theirs.own == null && mine.missing == theirs.missing;
        if (!alike) {
            mine.written(positions).addAll(theirs.written(theirPositions));
        }
    }

    /** Makes room for so many more. */
    void reserve(int more) {
        positions.reserve(more);
    }

    int size() {
        return positions.size();
    }

    /** Forgets all from a place on. */
    void cut(int size) {
        positions.cut(size);
        if (uvs.own != null) {
            uvs.own.cut(size);
        }
        if (normals.own != null) {
            normals.own.cut(size);
        }
    }

    /** The positions' numbers alone, not to be changed. */
    int[] positionsAlone() {
        return positions.toArray();
    }

    /** The positions' numbers, and beyond {@link #size} what may be there. */
    int[] positions() {
        return positions.raw();
    }

    /** Likewise those of UVs; null when there is none. The positions' own array when they are the same. */
    int @Nullable [] uvs() {
        return numbers(uvs);
    }

    /** Likewise those of normals. */
    int @Nullable [] normals() {
        return numbers(normals);
    }

    private int @Nullable [] numbers(Follower of) {
        return of.own != null ? of.own.raw() : of.missing ? null : positions.raw();
    }
}
