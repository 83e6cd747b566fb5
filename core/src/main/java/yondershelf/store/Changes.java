package yondershelf.store;

import java.util.List;

/**
 * What became of assets since a moment.
 *
 * @param generation the moment these changes lead to
 * @param put new and changed ones
 * @param gone numbers of those that are there no more
 */
public record Changes(long generation, List<Findable> put, List<Integer> gone) {
    public Changes {
        put = List.copyOf(put);
        gone = List.copyOf(gone);
    }

    public boolean isEmpty() {
        return put.isEmpty() && gone.isEmpty();
    }
}
