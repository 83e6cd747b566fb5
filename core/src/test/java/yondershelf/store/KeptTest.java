package yondershelf.store;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ProblemException;

/** What a store was told is what it tells: against plain maps, after every change, and when it lost its file. */
class KeptTest {
    private static final int KEPT = 1_300;

    @TempDir
    Path folder;

    private static AssetRow row(String id, String path, String key, String said) {
        int slash = path.lastIndexOf('/');
        return new AssetRow(
                0,
                id,
                path.endsWith(".hdr") ? "hdri" : "model",
                path.substring(slash + 1),
                slash < 0 ? "" : path.substring(0, slash),
                path,
                path + "\0",
                key,
                7,
                said);
    }

    private static AssetRow numbered(int row, AssetRow a) {
        return new AssetRow(
                row, a.id(), a.kind(), a.name(), a.folder(), a.path(), a.files(), a.key(), a.since(), a.said());
    }

    private static AssetRow lamp(int i) {
        return row("id" + i, "pack " + i % 7 + "/lamp " + i + ".glb", "k" + i, "");
    }

    private static Store filled(Store store, int count) throws ProblemException {
        store.write(batch -> {
            for (int i = 0; i < count; i++) {
                batch.put(lamp(i));
            }
        });
        return store;
    }

    /** Thousands of changes of a few things, against plain maps. */
    @Test
    void whatWasToldIsWhatItTells() throws Exception {
        SplittableRandom random = new SplittableRandom(5);
        Map<String, AssetRow> assets = new TreeMap<>();
        Map<String, Integer> rows = new HashMap<>();
        Map<String, String> facts = new HashMap<>();
        Map<String, List<String>> verdicts = new HashMap<>();
        Map<String, Set<String>> references = new TreeMap<>();
        long generation = 0;
        try (Store store = Store.open(folder.resolve("a.db"))) {
            for (int step = 0; step < 400; step++) {
                String id = "id" + random.nextInt(12) + (random.nextInt(4) == 0 ? "#part" : "");
                String path = "f" + random.nextInt(3) + "/" + id + (random.nextBoolean() ? ".glb" : ".hdr");
                String key = "k" + random.nextInt(2);
                AssetRow there = assets.get(id);
                int act = random.nextInt(7);
                Set<String> before = new TreeSet<>(ids(store.since(generation).put()));
                assertEquals(Set.of(), before, "all that changed was told");
                generation = store.generation();
                boolean changes = false;
                switch (act) {
                    case 0, 1 -> {
                        AssetRow put = row(id, path, key, random.nextBoolean() ? "said" : "");
                        store.write(batch -> batch.put(put));
                        assets.put(id, put);
                        changes = true;
                    }
                    case 2 -> {
                        if (there != null) {
                            int gone = Objects.requireNonNull(rows.remove(id));
                            store.write(batch -> batch.remove(gone));
                            assets.remove(id);
                            assertEquals(List.of(gone), store.since(generation).gone());
                        }
                    }
                    case 3 -> {
                        store.write(batch -> batch.facts(id, key, "hash", "facts of " + key, "m"));
                        facts.put(id, key);
                        changes = there != null;
                    }
                    case 4 -> {
                        List<String> found = random.nextBoolean() ? List.of() : List.of("one", "two");
                        boolean was = !verdicts.getOrDefault(id, List.of("", "")).stream()
                                .skip(1)
                                .toList()
                                .isEmpty();
                        store.write(batch -> batch.judge(id, key, found));
                        List<String> kept = new ArrayList<>(List.of(key));
                        kept.addAll(found);
                        changes = there != null && was == found.isEmpty() && verdicts.containsKey(id)
                                || there != null && !verdicts.containsKey(id) && !found.isEmpty();
                        verdicts.put(id, kept);
                    }
                    case 5 -> {
                        String said = "said " + random.nextInt(2);
                        store.write(batch -> batch.said(id, said));
                        if (there != null) {
                            changes = !there.said().equals(said);
                            assets.put(id, row(id, there.path(), there.key(), said));
                        }
                    }
                    default -> {
                        Set<String> targets = Set.of("f1/a.png", "f2/" + random.nextInt(3) + ".png");
                        store.write(batch -> batch.references(path, targets));
                        references.put(path, targets);
                    }
                }
                store.assets(assets.keySet()).forEach((k, a) -> rows.put(k, a.row()));
                if (act != 2) {
                    assertEquals(
                            changes ? Set.of(id) : Set.of(), new TreeSet<>(idsOf(store, generation)), "act " + act);
                }
                assertEquals(assets.size(), store.assetCount());
                assertEquals(assets.containsKey(id), store.asset(id).isPresent());
                AssetRow now = assets.get(id);
                if (now != null) {
                    int number = Objects.requireNonNull(rows.get(id));
                    AssetRow expected = numbered(number, now);
                    assertEquals(expected, store.asset(id).orElseThrow());
                    assertEquals(List.of(expected), store.assets(List.of(number, 1_000_000)));
                    assertTrue(store.named(now.path()).isPresent());
                }
                agree(store, assets, facts, verdicts, references, key);
                generation = store.generation();
            }
            assertTrue(store.isSound());
        }
    }

    private static List<String> ids(List<Findable> put) {
        return put.stream().map(Findable::path).toList();
    }

    private static List<String> idsOf(Store store, long generation) {
        List<Integer> rows =
                store.since(generation).put().stream().map(Findable::row).toList();
        return store.assets(rows).stream().map(AssetRow::id).toList();
    }

    private static void agree(
            Store store,
            Map<String, AssetRow> assets,
            Map<String, String> facts,
            Map<String, List<String>> verdicts,
            Map<String, Set<String>> references,
            String key) {
        Collection<AssetRow> all = assets.values();
        Set<String> unmeasured = new TreeSet<>();
        Set<String> unjudged = new TreeSet<>();
        Set<String> foundToo = new TreeSet<>();
        int findings = 0;
        Map<String, Integer> kinds = new TreeMap<>();
        for (AssetRow a : all) {
            kinds.merge(a.kind(), 1, Integer::sum);
            if (!a.key().equals(facts.get(a.id())) || !a.said().isEmpty()) {
                unmeasured.add(a.id());
            }
            List<String> verdict = verdicts.getOrDefault(a.id(), List.of(""));
            boolean current = verdict.get(0).equals(a.key());
            if (!current) {
                unjudged.add(a.id());
                foundToo.add(a.id());
            } else if (verdict.size() > 1) {
                foundToo.add(a.id());
                findings++;
            }
        }
        assertEquals(kinds, store.kinds());
        assertEquals(
                unmeasured,
                new TreeSet<>(
                        store.facts().unmeasured().stream().map(AssetRow::id).toList()));
        assertEquals(unjudged, named(store, store.verdicts().unjudged(false)));
        assertEquals(foundToo, named(store, store.verdicts().unjudged(true)));
        assertEquals(findings, store.verdicts().findings().size());
        assertEquals(all.stream().anyMatch(a -> a.id().contains("#")), store.hasParts());
        Map<String, Set<String>> referred = new TreeMap<>();
        references.forEach((source, targets) -> targets.stream()
                .filter(t -> t.startsWith("f1/"))
                .forEach(t -> referred.computeIfAbsent(t, k -> new TreeSet<>()).add(source)));
        Map<String, Set<String>> told = new TreeMap<>();
        store.references().referred("f1").forEach((target, sources) -> told.put(target, new TreeSet<>(sources)));
        assertEquals(referred, told);
        references.forEach((source, targets) ->
                assertEquals(targets, Set.copyOf(store.references().targets(source))));
        assertEquals(
                referred.getOrDefault("f1/a.png", Set.of()),
                Set.copyOf(store.references().sources("f1/a.png")));
        facts.forEach((id, state) -> {
            assertArrayEquals(
                    new String[] {"hash", "facts of " + state},
                    store.facts().of(id, state).orElseThrow());
            assertEquals(state.equals(key), store.facts().of(id, key).isPresent());
        });
        assertEquals(
                all.stream()
                        .filter(a -> a.folder().equals("f1"))
                        .map(AssetRow::id)
                        .collect(java.util.stream.Collectors.toSet()),
                store.assetsIn("f1").stream().map(AssetRow::id).collect(java.util.stream.Collectors.toSet()));
        assertEquals(
                assets.keySet().stream()
                        .filter(id -> id.startsWith("id1") && id.length() > 3)
                        .toList()
                        .size(),
                store.below("id1").size());
    }

    private static Set<String> named(Store store, List<Integer> rows) {
        return new TreeSet<>(store.assets(rows).stream().map(AssetRow::id).toList());
    }

    /** More than a part of each: all of them, each once, in their order. */
    @Test
    void manyAreToldInParts() throws Exception {
        try (Store store = filled(Store.open(folder.resolve("a.db")), KEPT)) {
            List<AssetRow> told = new ArrayList<>();
            store.eachAsset(told::add);
            assertEquals(KEPT, told.size());
            assertEquals(KEPT, told.stream().map(AssetRow::id).distinct().count());
            List<String> order =
                    told.stream().map(a -> a.folder() + " " + a.name()).toList();
            assertEquals(order.stream().sorted().toList(), order);
            store.write(batch -> {
                batch.folder(new FolderRow("", 3, "root"));
                for (int i = 0; i < KEPT; i++) {
                    batch.folder(new FolderRow("folder " + i, i, "listing " + i));
                }
            });
            List<FolderRow> folders = new ArrayList<>();
            store.folders().each(folders::add);
            assertEquals(KEPT + 1, folders.size());
            assertEquals("root", folders.get(0).listing());
            assertEquals(
                    KEPT + 1, folders.stream().map(FolderRow::path).distinct().count());
            assertEquals("listing 7", store.folders().listing("folder 7"));
            assertEquals("", store.folders().listing("nowhere"));
            assertEquals(7L, store.folders().signatures().get("folder 7"));
            store.write(batch -> {
                batch.unsettle("folder 7");
                batch.unsettle("new");
                batch.removeFolder("folder 8");
                batch.skipped("folder 9", Map.of("folder 9/x", "why"));
            });
            assertNotEquals(7L, store.folders().signatures().get("folder 7"));
            assertEquals("listing 7", store.folders().listing("folder 7"));
            assertEquals(1L, store.folders().signatures().get("new"));
            assertFalse(store.folders().signatures().containsKey("folder 8"));
            assertEquals(Map.of("folder 9/x", "why"), store.folders().skipped());
            store.write(batch -> batch.removeFolder("folder 9"));
            assertEquals(Map.of(), store.folders().skipped());
            assertEquals(List.of("nobody"), store.unknown(List.of("id5", "nobody")));
        }
    }

    @Test
    void whatFilesToldAndAssetsLookLike() throws Exception {
        try (Store store = filled(Store.inMemory(), 4)) {
            Learned learned = new Learned("10@3", "a.png", "glb", 2000, 1);
            store.write(batch -> batch.learned("pack/a.glb", learned));
            assertEquals(learned, store.references().learned("pack/a.glb", "10@3"));
            assertEquals(
                    Learned.nothing("11@3"), store.references().learned("pack/a.glb", "11@3"), "it is another one now");
            store.write(batch -> batch.forget("pack/a.glb"));
            assertEquals(Learned.nothing("10@3"), store.references().learned("pack/a.glb", "10@3"));

            List<Integer> rows = List.of(1, 2, 3, 4);
            assertEquals(rows, store.looks().unseen(" v1").stream().sorted().toList());
            long before = store.generation();
            store.write(batch -> batch.look(2, "k1 v1", 5, new byte[] {1, 2}));
            assertEquals(
                    List.of(2),
                    store.since(before).put().stream().map(Findable::row).toList());
            assertEquals(5, store.since(before).put().get(0).colours());
            assertEquals(
                    List.of(1, 3, 4),
                    store.looks().unseen(" v1").stream().sorted().toList());
            assertEquals(rows, store.looks().unseen(" v2").stream().sorted().toList(), "looked at by other rules");
            assertArrayEquals(new byte[] {1, 2}, store.looks().of(2, "k1 v1").orElseThrow());
            assertEquals(Optional.empty(), store.looks().of(2, "k2 v1"));
            assertEquals(Map.of(2, 5), store.looks().colours(rows));
            Map<Integer, byte[]> looks = new HashMap<>();
            long next = store.looks().each(0, looks::put);
            assertEquals(Set.of(2), looks.keySet());
            looks.clear();
            long now = store.generation();
            store.write(batch -> batch.look(3, "k2 v1", 0, new byte[] {3}));
            assertEquals(now, store.generation(), "of the colours nothing was known, and nothing is");
            assertTrue(store.looks().each(next, looks::put) > next);
            assertEquals(Set.of(3), looks.keySet());
            store.write(batch -> batch.used("id1", 3));
            assertEquals(3, store.since(now).put().get(0).scenes());
            long used = store.generation();
            store.write(batch -> batch.used("nobody", 3));
            assertEquals(used, store.generation());
            store.write(batch -> batch.facts("id0", "k0", "h", "{\"readable\":false}", "m"));
            assertEquals(List.of("id0"), store.facts().unreadable());
        }
    }

    /** What is gone leaves nothing behind; what is there stays. */
    @Test
    void tidyingLetsGoOfWhatIsGone() throws Exception {
        try (Store store = filled(Store.inMemory(), 3)) {
            store.write(batch -> {
                batch.folder(new FolderRow("pack 0", 1, ""));
                batch.learned("pack 0/a.glb", new Learned("s", "m", "t", 1, 1));
                batch.learned("gone/a.glb", new Learned("s", "m", "t", 1, 1));
                batch.references("pack 0/a.glb", List.of("pack 0/a.png"));
                batch.references("gone/a.glb", List.of("gone/a.png"));
                batch.facts("id0", "k0", "h", "f", "m");
                batch.facts("nobody", "k0", "h", "f", "m");
                batch.judge("id0", "k0", List.of("one"));
                batch.judge("nobody", "k0", List.of("one"));
                batch.look(1, "k v", 1, new byte[] {1});
                batch.look(99, "k v", 1, new byte[] {1});
            });
            store.write(Batch::tidy);
            assertEquals("m", store.references().learned("pack 0/a.glb", "s").mentions());
            assertNull(store.references().learned("gone/a.glb", "s").mentions());
            assertEquals(List.of("pack 0/a.png"), store.references().targets("pack 0/a.glb"));
            assertEquals(List.of(), store.references().targets("gone/a.glb"));
            assertTrue(store.facts().of("id0", "k0").isPresent());
            assertFalse(store.facts().of("nobody", "k0").isPresent());
            assertEquals(1, store.verdicts().findings().size());
            assertEquals(Set.of(1), store.looks().colours(List.of(1, 99)).keySet());
            store.write(Batch::forgetVerdicts);
            assertEquals(List.of(), store.verdicts().findings());
            assertEquals(3, store.verdicts().unjudged(false).size());
            long before = store.generation();
            store.write(batch -> batch.meta("note", "kept"));
            assertEquals(Optional.of("kept"), store.meta("note"));
            assertEquals(before, store.generation(), "a note is no change of assets");
            store.clear();
            assertEquals(Optional.empty(), store.meta("note"));
            assertEquals(0, store.assetCount());
            assertEquals(List.of(1, 2, 3), store.since(before).gone());
            assertEquals(List.of(), store.since(0).gone(), "who knows nothing misses nothing");
            filled(store, 1);
            assertEquals(4, store.asset("id0").orElseThrow().row(), "a number is never given again");
        }
    }

    /** What fails within a change leaves nothing of it. */
    @Test
    void aChangeIsWholeOrNone() throws Exception {
        try (Store store = filled(Store.open(folder.resolve("a.db")), 2)) {
            assertThrows(
                    IllegalStateException.class,
                    () -> store.write(batch -> {
                        batch.put(lamp(9));
                        batch.meta("note", "half");
                        throw new IllegalStateException("in the midst");
                    }));
            assertEquals(2, store.assetCount());
            assertEquals(Optional.empty(), store.meta("note"));
            store.write(batch -> batch.put(lamp(9)));
            assertEquals(3, store.assetCount());
            assertEquals(0, store.epoch());
            assertEquals(folder.resolve("a.db"), store.file());
            assertNull(Store.inMemory().file());
        }
    }

    /** Taken away, damaged or of another version under the running program: made anew, which is told; not when it is sound. */
    @Test
    void aLostStoreIsMadeAnew() throws Exception {
        Path file = folder.resolve("deep/er/a.db");
        try (Store store = filled(Store.open(file), 3)) {
            Store.delete(file);
            assertFalse(Files.exists(file));
            store.folders().signatures();
            assertEquals(1, store.epoch());
            assertEquals(0, store.assetCount());
            filled(store, 2);
        }
        try (Store store = Store.open(file)) {
            assertEquals(2, store.assetCount(), "what was kept since is there");
            assertEquals(0, store.epoch());
        }
        byte[] bytes = Files.readAllBytes(file);
        java.util.Arrays.fill(bytes, 100, bytes.length, (byte) 7);
        Files.write(file, bytes);
        try (Store store = Store.open(file)) {
            store.write(batch -> batch.put(lamp(1)));
            assertEquals(1, store.assetCount());
            assertTrue(store.isSound());
        }
        try (Connections connections = Connections.open(file)) {
            connections.write(sql -> sql.plain("PRAGMA user_version = 1"));
        }
        try (Store store = Store.open(file)) {
            assertEquals(0, store.assetCount(), "of another version");
        }
        Path blocked = Files.writeString(folder.resolve("no folder"), "a file");
        ProblemException refused = assertThrows(ProblemException.class, () -> Store.open(blocked.resolve("a.db")));
        assertFalse(refused.problem().cause().isEmpty());
    }
}
