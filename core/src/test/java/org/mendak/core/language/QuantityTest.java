package org.mendak.core.language;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Duration;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class QuantityTest {

    @ParameterizedTest
    @CsvSource({"812 MB, 1 GB", "999 B, 1 KB", "1.5 GB, 1537 MB", "300 MB, 0.3 TB"})
    void sizesCompareAcrossUnits(String less, String more) {
        BigDecimal a = Quantity.size(less).orElseThrow();
        BigDecimal b = Quantity.size(more).orElseThrow();
        assertThat(a).isLessThan(b);
    }

    @ParameterizedTest
    @CsvSource({"90 s, PT1M30S", "5 min, PT5M", "2 h, PT2H", "250 ms, PT0.25S"})
    void durationsAreReadInTheirUnits(String text, Duration expected) {
        assertThat(Quantity.duration(text)).contains(expected);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "MB", "12 parrots", "1e999999999", "٣ MB", "-"})
    void whatIsNoSizeIsNone(String text) {
        assertThat(Quantity.size(text)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"7, 7", "007, 7", "-3, -3", "2.50, 2.5"})
    void numbersAreReadExactly(String text, BigDecimal expected) {
        assertThat(Quantity.number(text).orElseThrow()).isEqualByComparingTo(expected);
    }
}
