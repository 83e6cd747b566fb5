/** Benchmarks with the Java Microbenchmark Harness, and the generators of what they measure on. Figures: docs/performance.md. */
@NullMarked
package yondershelf.bench;

import org.jspecify.annotations.NullMarked;
