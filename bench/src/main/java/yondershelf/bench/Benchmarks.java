package yondershelf.bench;

import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.TimeValue;

/** Runs all benchmarks, or those whose name contains the first argument. */
public final class Benchmarks {
    private Benchmarks() {}

    public static void main(String[] args) throws RunnerException {
        String wanted = args.length == 0 ? "yondershelf" : args[0];
        new Runner(new OptionsBuilder()
                        .include(".*" + wanted + ".*")
                        .forks(1)
                        .warmupIterations(4)
                        .measurementIterations(9)
                        .timeout(TimeValue.minutes(5))
                        .jvmArgs(
                                "-Xmx3g", "--enable-native-access=ALL-UNNAMED", "--sun-misc-unsafe-memory-access=allow")
                        .build())
                .run();
        RenderBenchmark.bars().forEach(bar -> System.out.println("bar: " + bar));
    }
}
