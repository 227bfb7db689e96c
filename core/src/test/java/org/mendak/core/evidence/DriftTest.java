package org.mendak.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DriftTest {

    private static FixTally.Slice attempt(String month, String version, boolean held) {
        return new FixTally.Slice(version, month, 1, held ? 1 : 0);
    }

    private static List<FixTally.Slice> tries(double before, double since, int each, String newVersion) {
        List<FixTally.Slice> tries = new ArrayList<>();
        for (int i = 0; i < 2 * each; i++) {
            boolean late = i >= each;
            double share = late ? since : before;
            boolean held = Math.floor((i % each + 1) * share) > Math.floor(i % each * share);
            tries.add(attempt(late ? "2026-09" : "2026-0" + (1 + i * 8 / each), late ? newVersion : "7.9.3", held));
        }
        return tries;
    }

    @Test
    void namesTheReleaseWithWhichAFixBeganToFail() {
        Drift.Change c = Drift.of(tries(0.8, 0.3, 30, "7.10.1")).orElseThrow();
        assertThat(c.release()).isEqualTo("7.10");
        assertThat(c.month()).isEqualTo("2026-09");
        assertThat(c.fell()).isTrue();
        assertThat(c.heldBefore()).isEqualTo(24);
        assertThat(c.triedBefore()).isEqualTo(30);
        assertThat(c.heldSince()).isEqualTo(9);
        assertThat(c.triedSince()).isEqualTo(30);
        assertThat(c.factor()).isGreaterThan(Drift.ALARM);
        assertThat(c.since("7.10.2", "2026-08")).isTrue();
        assertThat(c.since("7.9.9", "2026-09")).isFalse();
        assertThat(c.since(null, "2026-09")).isFalse();
    }

    @Test
    void thousandsOfTriesStayWithinNumbers() {
        Drift.Change c = Drift.of(tries(1, 0, 20_000, "7.10.1")).orElseThrow();
        assertThat(c.factor()).isEqualTo(Drift.MOST, org.assertj.core.api.Assertions.within(1.0));
        assertThat(c.release()).isEqualTo("7.10");
    }

    @Test
    void namesTheMonthWhereNoReleaseGoesWithIt() {
        Drift.Change c = Drift.of(tries(0.8, 0.3, 30, null)).orElseThrow();
        assertThat(c.release()).isNull();
        assertThat(c.month()).isEqualTo("2026-09");
        assertThat(c.since(null, "2026-10")).isTrue();
        assertThat(c.since("7.10.1", "2026-08")).isFalse();
    }

    /** A slice of many tries says what as many slices of one try say. */
    @Test
    void triesThatAreCountedTogetherSayTheSame() {
        List<FixTally.Slice> each = tries(0.8, 0.3, 30, "7.10.1");
        java.util.Map<List<String>, int[]> sums = new java.util.LinkedHashMap<>();
        each.forEach(t -> {
            int[] sum = sums.computeIfAbsent(List.of(t.version(), t.month()), k -> new int[2]);
            sum[0] += t.tried();
            sum[1] += t.held();
        });
        List<FixTally.Slice> together = new ArrayList<>();
        sums.forEach((of, n) -> together.add(new FixTally.Slice(of.get(0), of.get(1), n[0], n[1])));
        assertThat(together).hasSizeLessThan(each.size());
        assertThat(Drift.test(together)).isEqualTo(Drift.test(each));
    }

    @Test
    void saysAlsoWhenAFixHasBecomeBetter() {
        assertThat(Drift.of(tries(0.2, 0.8, 30, "8.0")).orElseThrow().fell()).isFalse();
    }

    @ParameterizedTest
    @CsvSource({"0.8, 0.8, 40", "0.8, 0.7, 20", "0.8, 0.0, 7", "0.5, 0.5, 200"})
    void isSilentWithoutAChangeOrWithTooLittleToTell(double before, double since, int each) {
        assertThat(Drift.of(tries(before, since, each, "8.0"))).isEmpty();
    }

    @Test
    void emptyAndShortListsHaveNoChange() {
        assertThat(Drift.of(List.of())).isEmpty();
        assertThat(Drift.of(List.of(attempt("2026-01", null, true)))).isEmpty();
    }

    /** Bayes factors near 1 in the mean under no change: looking again every month raises few alarms. */
    @Test
    void looksThatFindNothingStaySilentNearlyAlways() {
        Random random = new Random(8);
        int alarms = 0;
        int looks = 0;
        for (int fix = 0; fix < 60; fix++) {
            List<FixTally.Slice> tries = new ArrayList<>();
            for (int month = 1; month <= 12; month++) {
                for (int i = 0; i < 8; i++) {
                    tries.add(attempt(String.format("2026-%02d", month), "7." + month / 4, random.nextDouble() < 0.6));
                }
                alarms += Drift.of(tries).isPresent() ? 1 : 0;
                looks++;
            }
        }
        assertThat(looks).isEqualTo(720);
        assertThat(alarms).isLessThan(15);
    }

    /** ln 10! and ln 99! as tabled by M. Abramowitz, I. A. Stegun 1964 (table 6.3, table 6.4). */
    @Test
    void logGammaIsThatOfTheTables() {
        assertThat(LogGamma.of(11)).isCloseTo(Math.log(3_628_800), within(1e-12));
        assertThat(LogGamma.of(100)).isCloseTo(359.134205369575, within(1e-9));
        assertThat(LogGamma.of(65) - LogGamma.of(64)).isCloseTo(Math.log(64), within(1e-10));
    }

    @Test
    void releasesComeInTheOrderOfTheirNumbers() {
        List<String> releases = new ArrayList<>(List.of("7.10", "7.9", "spring.0", "10.0", "7.9.1", "autumn.0"));
        releases.sort(Release.ORDER);
        assertThat(releases).containsExactly("autumn.0", "spring.0", "7.9", "7.9.1", "7.10", "10.0");
        assertThat(Optional.of(Release.of("7.09.3"))).contains("7.9");
    }
}
