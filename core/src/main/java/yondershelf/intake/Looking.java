package yondershelf.intake;

import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReferenceArray;
import java.util.stream.IntStream;
import yondershelf.content.ImageSource;
import yondershelf.content.Kind;
import yondershelf.content.ProblemException;
import yondershelf.credits.Credit;
import yondershelf.credits.Credits;
import yondershelf.format.ContentReader;
import yondershelf.sorting.SortedItem;
import yondershelf.work.Parallel;
import yondershelf.work.Work;

/** Reads what a plan wants to take in, several at a time. One that breaks its reader, takes too long or eats memory costs itself only. */
final class Looking {
    /** Larger ones are not read several at a time. */
    private static final long LARGE = 16L << 20;

    private final Brought brought;
    private final ContentReader reader;
    private final Work work;
    private final Object large = new Object();

    Looking(Brought brought, ContentReader reader, Work work) {
        this.brought = brought;
        this.reader = reader;
        this.work = work;
    }

    /** What was not looked at when it was cancelled stays as it was. */
    IntakePlan at(IntakePlan plan) {
        List<IntakePlan.Item> items = plan.items();
        AtomicReferenceArray<IntakePlan.Item> out = new AtomicReferenceArray<>(items.toArray(IntakePlan.Item[]::new));
        AtomicInteger done = new AtomicInteger();
        Thread caller = Thread.currentThread();
        Parallel.run(items.size(), Parallel.threads(), work::isCancelled, i -> {
            IntakePlan.Item item = items.get(i);
            if (item.isWanted()) {
                out.set(i, at(item));
            }
            int so = done.incrementAndGet();
            // others may not be told by several threads
            if (Thread.currentThread() == caller) {
                work.progress(so, items.size(), item.name());
            }
        });
        return new IntakePlan(
                IntStream.range(0, items.size()).mapToObj(out::get).toList(), plan.skipped());
    }

    private IntakePlan.Item at(IntakePlan.Item item) {
        long size = item.files().stream()
                .mapToLong(f -> brought.size(item.root().resolve(f.path())))
                .sum();
        if (size < LARGE) {
            return read(item);
        }
        synchronized (large) {
            return read(item);
        }
    }

    private IntakePlan.Item read(IntakePlan.Item item) {
        try (Hold _ = brought.hold(item)) {
            SortedItem.SortedFile main = item.files().get(0);
            Credit own = Credits.ofFile(item.root().resolve(main.path()));
            if (Examination.isOf(item)) {
                return Examination.of(item, reader).credited(own);
            }
            if (item.kind() == Kind.MODEL) {
                reader.readModel(item.root().resolve(main.path()));
            } else if (item.kind() == Kind.MATERIAL) {
                reader.readMaterials(item.root().resolve(main.path()));
            } else {
                reader.verify(ImageSource.at(item.root().resolve(main.path())));
            }
            return item.credited(own);
        } catch (ProblemException e) {
            return item.unwanted("it cannot be read: " + e.problem().cause());
        }
    }
}
