package yondershelf.app.model;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Figures as people read them. */
class WordsTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "0.18 0.394 0.18 | 18.0 × 39.4 × 18.0 cm",
                "0.002 0.009 0.001 | 2.0 × 9.0 × 1.0 mm",
                "2.4 0.86 0.75 | 2.40 × 0.86 × 0.75 m",
                "1.999 1 1 | 199.9 × 100.0 × 100.0 cm",
                "31 12.5 0.4 | 31.00 × 12.50 × 0.40 m"
            })
    void sizesAreSaidInTheUnitThatFits(String metres, String said) {
        assertEquals(
                said,
                Words.size(Arrays.stream(metres.strip().split(" "))
                        .map(Double::valueOf)
                        .toList()));
    }

    @Test
    void countsBytesAndTimes() {
        assertEquals("1,726,176", Words.count(1_726_176));
        assertEquals("1 finding", Words.plural(1, "finding"));
        assertEquals("0 findings", Words.plural(0, "finding"));
        assertEquals("12,000 findings", Words.plural(12_000, "finding"));
        assertEquals("1 KB", Words.bytes(3));
        assertEquals("512 KB", Words.bytes(512 << 10));
        assertEquals("1.5 MB", Words.bytes(3 << 19));
        assertEquals("2.5 GB", Words.bytes(5L << 29));
        assertEquals("a moment", Words.seconds(0.4));
        assertEquals("12 s", Words.seconds(12.2));
        assertEquals("3 min", Words.seconds(170));
    }
}
