package yondershelf.work;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.Scheduler;
import java.time.Duration;
import java.util.function.ToLongBiFunction;

/**
 * What can be made again at need is kept while it is of use: up to a limit of memory, and no longer than a few minutes after its
 * last use, so that what a program holds follows what is done with it now and not what was done an hour ago.
 */
public final class Cached {
    private static final Duration OF_USE = Duration.ofMinutes(3);

    private Cached() {}

    /**
     * A cache to be built.
     *
     * @param bytes that are kept at most, about; what is heavier by itself is not kept
     * @param weight of one entry in bytes
     */
    public static <K, V> Caffeine<K, V> upTo(long bytes, ToLongBiFunction<K, V> weight) {
        return Caffeine.newBuilder()
                .maximumWeight(bytes)
                .weigher((K key, V value) -> (int) Math.min(Integer.MAX_VALUE, weight.applyAsLong(key, value)))
                .expireAfterAccess(OF_USE)
                .scheduler(Scheduler.systemScheduler());
    }
}
