package yondershelf.bench;

import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.search.Hits;
import yondershelf.search.Index;
import yondershelf.search.Query;

/** Searching, and saving labels. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
public class CatalogueBenchmark {
    @Param({"10000", "100000"})
    private int assets = 10_000;

    private Index index = Index.of(List.of());
    private int number;

    @Setup
    public void prepare() {
        index = Index.of(Subjects.entries(assets));
    }

    @Benchmark
    public Hits threeLetters() {
        return index.find(Query.EVERYTHING.withWords("lam"));
    }

    /** A thousand label edits in one group commit, synced to the disk. */
    @Benchmark
    public Library thousandEdits() throws Exception {
        Library library = Library.open(Files.createTempDirectory("yonder-bench"), "", "bench");
        List<Edit> edits = new ArrayList<>();
        for (int i = 0; i < 1000; i++) {
            edits.add(Edit.tag("asset" + i, "tag" + number++));
        }
        library.labels().edit(edits);
        return library;
    }
}
