package org.mendak.server.heard;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.mendak.core.recognise.Prior;

class MetErrorsTest {

    @Test
    void countsOverTheAverageWithOneCaseAddedToBoth() {
        Prior p =
                MetErrors.prior(List.of(new HeardStore.Met("often", "Till", 8), new HeardStore.Met("seldom", null, 2)));
        assertThat(p.ratio("often", null, null)).isCloseTo(9 / 6.0, within(1e-9));
        assertThat(p.ratio("seldom", null, null)).isCloseTo(3 / 6.0, within(1e-9));
        assertThat(p.ratio("never", null, null)).isCloseTo(1 / 6.0, within(1e-9));
    }

    @Test
    void aProductSpeaksForItselfOnceItHasEnoughCases() {
        Prior p = MetErrors.prior(List.of(
                new HeardStore.Met("a", "Till", 40),
                new HeardStore.Met("b", "Till", 10),
                new HeardStore.Met("b", "Scanner", 5)));
        assertThat(p.ratio("b", "till", null)).isLessThan(1);
        assertThat(p.ratio("b", "scanner", null)).isCloseTo(16 / 28.5, within(1e-9));
    }

    @Test
    void withoutCasesAllAreAlike() {
        assertThat(MetErrors.prior(List.of()).ratio("any", "Till", null)).isEqualTo(1);
    }
}
