package yondershelf.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.library.MachineRecords;
import yondershelf.library.Stores;
import yondershelf.store.Store;
import yondershelf.work.Work;

/** Looks, labels and moves without end in a library others use too, telling each label once it is acknowledged. Run to be killed. */
final class StormWorker {
    private final Library library;
    private final SplittableRandom random;

    private StormWorker(Library library, long seed) {
        this.library = library;
        this.random = new SplittableRandom(seed);
    }

    /** What a machine keeps lies in a folder of its own, which its processes share. */
    static Stores stores(Path folder) {
        return new Stores() {
            @Override
            public Store of(String id) throws ProblemException {
                return Store.open(folder.resolve(id + ".db"));
            }

            @Override
            public MachineRecords records(String id) {
                return MachineRecords.in(folder.resolve("runs"));
            }
        };
    }

    /** @param args the library, the machine's folder, the machine's id, a seed, a word that no other worker has */
    public static void main(String[] args) throws Exception {
        Library library = Library.open(Path.of(args[0]), "", args[2], stores(Path.of(args[1])));
        StormWorker worker = new StormWorker(library, Long.parseLong(args[3]));
        library.scan(new Formats(), Work.SILENT);
        for (int i = 0; ; i++) {
            worker.tryTo(args[4] + "-" + i);
        }
    }

    /** What is refused, as when somebody moved the file meanwhile, need not be there. */
    private void tryTo(String word) {
        try {
            act(word);
        } catch (ProblemException refused) {
            Thread.onSpinWait();
        }
    }

    private void act(String word) throws ProblemException {
        List<Asset> assets = library.assets();
        Asset asset = assets.get(random.nextInt(assets.size()));
        String name = asset.path().substring(asset.path().lastIndexOf('/') + 1);
        switch (random.nextInt(5)) {
            case 0 -> library.scan(new Formats(), Work.SILENT);
            case 1 -> {
                String to = "d" + random.nextInt(4) + "/" + name;
                if (Files.exists(library.resolve(asset.path())) && !Files.exists(library.resolve(to))) {
                    try (FileActs acts = library.writing().begin("move")) {
                        acts.move(Map.of(asset.path(), to), Work.SILENT);
                    }
                }
            }
            default -> {
                library.labels().edit(List.of(Edit.tag(asset.id(), word)));
                System.out.println(name + " " + word);
            }
        }
    }
}
