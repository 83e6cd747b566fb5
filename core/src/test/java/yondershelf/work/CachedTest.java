package yondershelf.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.github.benmanes.caffeine.cache.Cache;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;

class CachedTest {
    private final AtomicLong now = new AtomicLong();

    private Cache<String, byte[]> upTo(long bytes) {
        return Cached.<String, byte[]>upTo(bytes, (name, content) -> content.length)
                .executor(Runnable::run)
                .ticker(now::get)
                .build();
    }

    @Test
    void goesWhenNobodyUsedItForMinutes() {
        Cache<String, byte[]> cache = upTo(1_000);
        cache.put("lamp", new byte[10]);
        cache.put("buoy", new byte[10]);
        for (int minute = 0; minute < 5; minute++) {
            now.addAndGet(Duration.ofMinutes(1).toNanos());
            assertNotNull(cache.getIfPresent("lamp"), "used each minute");
        }
        cache.cleanUp();
        assertNull(cache.getIfPresent("buoy"), "not used for five minutes");
        assertEquals(1, cache.estimatedSize(), "and no longer held");
    }

    @Test
    void neverHoldsMoreThanItMay() {
        Cache<String, byte[]> cache = upTo(1_000);
        for (int i = 0; i < 100; i++) {
            cache.put("asset " + i, new byte[90]);
            long held = cache.asMap().values().stream().mapToLong(b -> b.length).sum();
            assertTrue(held <= 1_000, i + ": " + held);
        }
        cache.put("too heavy by itself", new byte[1_001]);
        assertNull(cache.getIfPresent("too heavy by itself"));
    }
}
