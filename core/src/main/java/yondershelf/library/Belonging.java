package yondershelf.library;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import yondershelf.format.reading.FileType;
import yondershelf.sorting.SortedItem;
import yondershelf.store.AssetRow;
import yondershelf.store.Store;

/** Which asset a file belongs to, and which files belong to an asset alone. */
record Belonging(Store store, Identities identities) {

    /** The id of the asset that a file below the root belongs to. */
    String assetId(String path) {
        Optional<AssetRow> named = store.named(path);
        if (named.isPresent()) {
            return named.get().id();
        }
        Set<String> models = new StoredCompanions(store, new SeenFiles(store, Map.of())::found).models(path);
        for (String model : models) {
            Optional<AssetRow> asset = store.named(model);
            if (asset.isPresent()) {
                return asset.get().id();
            }
        }
        int slash = path.lastIndexOf('/');
        String wanted = Place.composed(path);
        return store.assetsIn(slash < 0 ? "" : path.substring(0, slash)).stream()
                .map(Asset::of)
                .filter(a -> a.files().stream()
                        .anyMatch(f -> Place.composed(f.path()).equals(wanted)))
                .findFirst()
                .map(Asset::id)
                .orElseGet(() -> identities.derived(path));
    }

    /**
     * The files of an asset that no other one needs, the one that names it last: they go when it is deleted or moved.
     *
     * @param together paths of the assets that go with it: what they need counts for nothing
     */
    List<String> ownFiles(Asset asset, Set<String> together) {
        List<String> out = new ArrayList<>();
        for (SortedItem.SortedFile file : asset.files()) {
            // written in whatever case, it is needed
            StoredCompanions companions = new StoredCompanions(
                    store,
                    f -> f.equalsIgnoreCase(file.path())
                            ? file.path()
                            : store.named(f).isPresent() || !isModel(f) ? f : null);
            Set<String> users = companions.models(file.path());
            boolean others = users.stream().anyMatch(model -> !model.equals(asset.path()) && !together.contains(model));
            if (!others) {
                out.add(0, file.path());
            }
        }
        return out;
    }

    private static boolean isModel(String path) {
        return FileType.byName(path).map(FileType::hasCompanions).orElse(false);
    }
}
