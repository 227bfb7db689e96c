package org.mendak.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EvidenceTest {

    private static final List<String> FIXES = GoldenExample.FIXES;

    private static LoggedAttempt attempt(
            String fix, Outcome outcome, boolean cameBack, boolean before, double minutes) {
        return new LoggedAttempt(fix, outcome, cameBack, before, minutes);
    }

    private static Pattern pattern(LoggedAttempt... attempts) {
        return PatternReader.read(FIXES, new LoggedCase(1, null, "2026-01", List.of(attempts)));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            A- B+     | 0   | 1
            A- B- C-  | 0,1,2 | ''
            A? B+     | ''  | 0,1
            A? B-     | 0,1 | ''
            A- B?     | 0   | ''
            Ax B+     | ''  | 1
            Ax        | ''  | ''
            Z- B+     | ''  | 1
            A- Z+ B+  | 0   | ''
            A- A+     | ''  | 0
            """)
    void readsPatternsByTheCreditRules(String attempts, String failed, String ended) {
        Pattern p = PatternReader.read(FIXES, GoldenExample.parse(1, attempts));
        assertThat(join(p.failed())).isEqualTo(failed);
        assertThat(join(p.ended())).isEqualTo(ended);
    }

    private static String join(List<Integer> list) {
        return String.join(",", list.stream().map(String::valueOf).toList());
    }

    @Test
    void aSuccessThatCameBackCountsAsNoChange() {
        Pattern p =
                pattern(attempt("A", Outcome.WORKED, true, false, 5), attempt("B", Outcome.WORKED, false, false, 5));
        assertThat(p.failed()).containsExactly(0);
        assertThat(p.ended()).containsExactly(1);
    }

    @Test
    void whatWasTriedBeforeCountsLess() {
        assertThat(pattern(attempt("A", Outcome.NO_CHANGE, false, true, Double.NaN))
                        .shares())
                .containsExactly(0.3);
    }

    @Test
    void anotherErrorMeansThatThisOneIsGone() {
        assertThat(pattern(attempt("A", Outcome.DIFFERENT_ERROR, false, false, 3))
                        .ended())
                .containsExactly(0);
        assertThat(pattern(attempt("A", Outcome.MADE_WORSE, false, false, 3)).failed())
                .containsExactly(0);
    }

    @Test
    void weightsHalveAfterFourHundredCasesAndFallToATenthUnderAnotherRelease() {
        assertThat(Evidence.weight(0, Release.differ(null, "5.4"))).isEqualTo(1);
        assertThat(Evidence.weight(400, Release.differ("5.4.1", "5.4"))).isCloseTo(0.5, within(1e-12));
        assertThat(Evidence.weight(0, Release.differ("5.3", "5.4"))).isCloseTo(0.1, within(1e-12));
        assertThat(Evidence.weight(400, Release.differ("5.3", "5.4"))).isCloseTo(0.05, within(1e-12));
        assertThat(Evidence.weight(0, Release.differ("7", "7.0"))).isEqualTo(1);
        assertThat(Evidence.weight(0, Release.differ("spring", "autumn"))).isCloseTo(0.1, within(1e-12));
    }

    @Test
    void minutesBlendTheAuthorsEstimateWithWhatWasMeasured() {
        List<LoggedCase> log = new ArrayList<>();
        for (double m : new double[] {4, 6, 400}) {
            log.add(new LoggedCase(1, null, "2026-01", List.of(attempt("A", Outcome.NO_CHANGE, false, false, m))));
        }
        double[] w = {Evidence.weight(2, false), Evidence.weight(1, false), 1};
        double expected = (w[0] * 4 + w[1] * 6 + w[2] * 48 + 3 * 5) / (w[0] + w[1] + w[2] + 3); // 400 is cut at 8 · 6
        assertThat(Evidence.of(FIXES, GoldenExample.MINUTES, log, null)
                        .tallies()
                        .get(0)
                        .minutes())
                .isCloseTo(expected, within(1e-9));
    }

    @Test
    void countsTriesAndWhatWentBefore() {
        Evidence e = Evidence.of(FIXES, GoldenExample.MINUTES, GoldenExample.log(), null);
        FixTally b = e.tallies().get(1);
        assertThat(b.tried()).isEqualTo(23);
        assertThat(b.held()).isEqualTo(10);
        assertThat(b.triedFirst()).isZero();
        assertThat(b.triedAfter(0b001)).isEqualTo(22);
        assertThat(b.triedAfter(0b100)).isEqualTo(1);
        assertThat(b.months()).containsExactly(new FixTally.Month("2026-01", 23, 10));
        assertThat(e.cases()).isEqualTo(40);
        assertThat(e.solved()).isEqualTo(31);
    }

    @Test
    void saysNothingUnderFiveEndedAndNoIntervalUnderTwenty() {
        List<LoggedCase> log = GoldenExample.log();
        assertThat(Evidence.of(FIXES, GoldenExample.MINUTES, log.subList(0, 4), null)
                        .enoughToMeasure())
                .isFalse();
        Evidence five = Evidence.of(FIXES, GoldenExample.MINUTES, log.subList(0, 5), null);
        assertThat(five.enoughToMeasure()).isTrue();
        assertThat(five.plausible(0, 0)).isEmpty();
        assertThat(Evidence.of(FIXES, GoldenExample.MINUTES, log, null).plausible(0, 0))
                .isPresent();
    }

    /** Wilson 1927: 10 of 20 at z = 1.96 lies within 0.2993 and 0.7007. */
    @Test
    void wilsonGivesHisNumbers() {
        Interval i = Interval.wilson(0.5, 20, 1.96);
        assertThat(i.low()).isCloseTo(0.2993, within(1e-4));
        assertThat(i.high()).isCloseTo(0.7007, within(1e-4));
        assertThat(Interval.wilson(0.5, 0, 1.28)).isEqualTo(new Interval(0, 1));
    }

    /** A companion that is always bundled with a good fix and never helps alone must not borrow its success. */
    @Test
    void aUselessCompanionOfAGoodFixStaysLow() {
        List<LoggedCase> log = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            log.add(GoldenExample.parse(i, i % 3 == 0 ? "A? B+" : i % 3 == 1 ? "B+" : "A- B+"));
        }
        Evidence e = Evidence.of(FIXES, GoldenExample.MINUTES, log, null);
        assertThat(e.model().chance(1, 0)).isGreaterThan(0.7);
        assertThat(e.model().chance(0, 0)).isLessThan(0.2);
    }

    @Property(tries = 40, seed = "20261125")
    void chancesAreNumbersBetweenZeroAndOneWhateverTheLog(
            @ForAll @Size(max = 30) List<@Size(max = 5) List<@IntRange(max = 26) Integer>> cases) {
        List<LoggedCase> log = new ArrayList<>();
        for (List<Integer> c : cases) {
            log.add(new LoggedCase(
                    1,
                    null,
                    "2026-01",
                    c.stream()
                            .map(a -> attempt(FIXES.get(a % 3), Outcome.values()[a / 3], false, false, Double.NaN))
                            .toList()));
        }
        Evidence e = Evidence.of(FIXES, GoldenExample.MINUTES, log, null);
        double[] g = e.model().table();
        for (int s = 0; s < 8; s++) {
            assertThat(g[s]).isBetween(0.0, 1.0 + 1e-12);
            for (int i = 0; i < 3; i++) {
                assertThat(e.model().chance(i, s)).isBetween(0.0, 1.0);
            }
        }
    }

    /** Without weights the order in which cases came does not matter. */
    @Test
    void shufflingTheLogChangesNothing() {
        List<Pattern> patterns = new ArrayList<>(GoldenExample.log().stream()
                .map(c -> PatternReader.read(FIXES, c))
                .toList());
        double[] ones = new double[patterns.size()];
        java.util.Arrays.fill(ones, 1);
        Collections.shuffle(patterns, new Random(5));
        CauseModel shuffled = Estimator.fit(3, patterns, ones, 0.15);
        double[] expected = GoldenExample.model().table();
        assertThat(shuffled.table()).usingComparatorWithPrecision(1e-9).containsExactly(expected);
    }
}
