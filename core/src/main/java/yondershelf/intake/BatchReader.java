package yondershelf.intake;

import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReferenceArray;
import java.util.stream.IntStream;
import yondershelf.content.ImageSource;
import yondershelf.content.Kind;
import yondershelf.content.Model;
import yondershelf.content.ProblemException;
import yondershelf.credits.Credit;
import yondershelf.credits.Credits;
import yondershelf.facts.Panorama;
import yondershelf.format.reading.ContentReader;
import yondershelf.sorting.SortedItem;
import yondershelf.sorting.Sorter;
import yondershelf.words.Phrase;
import yondershelf.work.Parallel;
import yondershelf.work.Work;

/** Reads what a plan wants to take in, several at a time. One that breaks its reader, takes too long or eats memory costs itself only. */
final class BatchReader {
    /** Larger ones are not read several at a time. */
    private static final long LARGE = 16L << 20;

    private static final String EIGHT_BITS = Phrase.of("intake.it-shows-the-world-all");

    private final Brought brought;
    private final ContentReader reader;
    private final Work work;
    private final NameStyle names;
    private final Object large = new Object();
    private final OtherFormats formats = new OtherFormats();

    /** @param names how things are called */
    BatchReader(Brought brought, ContentReader reader, Work work, NameStyle names) {
        this.brought = brought;
        this.reader = reader;
        this.work = work;
        this.names = names;
    }

    /** What was not looked at when it was cancelled stays as it was. */
    IntakePlan at(IntakePlan plan) {
        List<PlanItem> items = plan.items();
        AtomicReferenceArray<PlanItem> out = new AtomicReferenceArray<>(items.toArray(PlanItem[]::new));
        AtomicInteger done = new AtomicInteger();
        Thread caller = Thread.currentThread();
        Parallel.run(items.size(), Parallel.threads(), work::isCancelled, i -> {
            PlanItem item = items.get(i);
            if (item.isWanted()) {
                out.set(i, at(item));
            }
            int so = done.incrementAndGet();
            // others may not be told by several threads
            if (Thread.currentThread() == caller) {
                work.progress(so, items.size(), item.name());
            }
        });
        return formats.told(
                plan.with(IntStream.range(0, items.size()).mapToObj(out::get).toList()));
    }

    private PlanItem at(PlanItem item) {
        long size =
                item.files().stream().mapToLong(f -> brought.size(item.at(f))).sum();
        if (size < LARGE) {
            return read(item);
        }
        synchronized (large) {
            return read(item);
        }
    }

    private PlanItem read(PlanItem item) {
        try (Hold _ = brought.hold(item)) {
            SortedItem.SortedFile main = item.main();
            Credit own = Credits.ofFile(item.at(main));
            if (Examination.isOf(item)) {
                return sized(Examination.of(item, reader)).credited(own);
            }
            if (item.kind() == Kind.MODEL) {
                Model model = reader.readModel(item.at(main));
                formats.saw(item, model);
                return item.withPieces(Pieces.of(model)).credited(own);
            } else if (item.kind() == Kind.MATERIAL) {
                reader.readMaterials(item.at(main));
            } else {
                reader.verify(ImageSource.at(item.at(main)));
            }
            return (isPanorama(item) ? item.noting(EIGHT_BITS) : item).credited(own);
        } catch (ProblemException e) {
            return item.unwanted(
                    Phrase.of("intake.it-cannot-be-read", e.problem().cause()));
        }
    }

    /** Asked of pictures twice as wide as high. */
    private boolean isPanorama(PlanItem item) throws ProblemException {
        ImageSource source = ImageSource.at(item.at(item.main()));
        if (item.kind() != Kind.TEXTURE) {
            return false;
        }
        ContentReader.PictureSize size = reader.measure(source);
        return size.width() == 2 * size.height()
                && Panorama.of(reader.readPicture(source)).isAllAround();
    }

    /** With the size of its largest map before its name, where that is the style and no name told it. */
    private PlanItem sized(PlanItem item) throws ProblemException {
        if (!names.sizeFirst() || item.files().stream().anyMatch(f -> Sorter.size(f.path()) > 0)) {
            return item;
        }
        int most = 0;
        for (SortedItem.SortedFile file : item.files()) {
            if (file.isUsed()) {
                ContentReader.PictureSize size = reader.measure(ImageSource.at(item.at(file)));
                most = Math.max(most, Math.max(size.width(), size.height()));
            }
        }
        return item.styled(names.sized(item.name(), most));
    }
}
