package org.mendak.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;

class SurgeTest {

    private static final long DAY = 86_400;
    private static final long NOW = 20_000 * DAY;
    private static final long BEGUN = NOW - 400 * DAY;
    private static final WeekProfile EVEN = WeekProfile.of(new long[0]);
    private static final Surge.Desk DESK = desk(165, 50);

    private static Surge.Desk desk(double callsAMonth, int kinds) {
        return new Surge.Desk(EVEN, BEGUN, callsAMonth, kinds);
    }

    /** Once every ten days, and then so many in the last hours. */
    private static long[] usual(int lately) {
        return LongStream.concat(
                        LongStream.rangeClosed(1, 18).map(n -> NOW - (19 - n) * 10 * DAY),
                        LongStream.range(0, lately).map(n -> NOW - (lately - n) * 1_800L))
                .toArray();
    }

    @Test
    void whatComesFarMoreOftenThanUsualIsASurgeFromItsFirstCaseOn() {
        Surge s = Surge.of(usual(4), NOW, DESK).orElseThrow();
        assertThat(s.count()).isEqualTo(4);
        assertThat(s.since()).isEqualTo(NOW - 4 * 1_800);
        assertThat(s.usual()).isLessThan(0.05);
        assertThat(Surge.of(usual(3), NOW, DESK)).isEmpty();
        assertThat(Surge.of(new long[0], NOW, DESK)).isEmpty();
    }

    @Test
    void itIsOverWhenNothingComesForAWhile() {
        long[] seconds = usual(5);
        assertThat(Surge.of(seconds, NOW, DESK)).isPresent();
        assertThat(Surge.of(seconds, NOW + DAY - 3_600, DESK)).isPresent();
        assertThat(Surge.of(seconds, NOW + DAY, DESK)).isEmpty();
    }

    @Test
    void whatOftenComesIsNoSurgeForComing() {
        long[] often =
                LongStream.range(0, 200).map(n -> NOW - (200 - n) * 20 * 3_600).toArray();
        assertThat(Surge.of(often, NOW, DESK)).isEmpty();
    }

    @Test
    void aLargerDeskIsToldOfHigherOnesOnly() {
        double anHour = 0.01;
        assertThat(desk(165, 50).height(anHour)).isLessThan(desk(1_650, 500).height(anHour));
        assertThat(desk(1_650, 500).height(anHour) - desk(165, 50).height(anHour))
                .isCloseTo(1.2 * Math.log(10), within(1e-9));
        assertThat(desk(0, 1).height(anHour)).isEqualTo(5.55);
    }

    @Test
    void whatComesOftenHasToRiseHigher() {
        double mean = 165 / 720.0 / 50;
        assertThat(DESK.height(mean)).isCloseTo(5.55, within(1e-9));
        assertThat(DESK.height(mean * Math.E)).isCloseTo(6.05, within(1e-9));
        assertThat(DESK.height(mean / Math.E)).isCloseTo(5.05, within(1e-9));
    }

    @Test
    void threeOfWhatWasNeverMetBeforeAreNoSurge() {
        Surge.Desk small = desk(165, 3);
        assertThat(Surge.of(usual(3), NOW, small)).isEmpty();
        long[] never = LongStream.range(0, 4).map(n -> NOW - (4 - n) * 1_800L).toArray();
        assertThat(Surge.of(LongStream.of(never).limit(3).toArray(), NOW, small))
                .isEmpty();
        assertThat(Surge.of(never, NOW, small)).isPresent();
    }

    /** Twice in three days where once in ten is usual: fivefold and more, and in a week too few to tell. */
    @Test
    void whatIsSeldomHasTwoWeeksToBeNoticed() {
        long[] seldom = LongStream.concat(
                        LongStream.rangeClosed(1, 18).map(n -> NOW - (19 - n) * 20 * DAY - 13 * DAY),
                        LongStream.range(0, 7).map(n -> NOW - (7 - n) * 40 * 3_600L))
                .toArray();
        assertThat(Surge.of(seldom, NOW, DESK))
                .hasValueSatisfying(s -> assertThat(s.count()).isEqualTo(7));
    }

    /** Calls by day alone: a night counts for little, a week is as long as any. */
    @Test
    void theWeekIsAsTheDeskWorks() {
        long monday = 4 * DAY;
        long[] byDay = LongStream.range(0, 7 * 50)
                .flatMap(d -> LongStream.range(8, 18).map(h -> monday + d * DAY + h * 3_600))
                .toArray();
        WeekProfile week = WeekProfile.of(byDay);
        assertThat(week.between(monday, monday + 7 * DAY)).isCloseTo(168, within(1e-6));
        assertThat(week.between(monday, monday + 7 * 3_600)).isLessThan(2);
        assertThat(week.between(monday + 9 * 3_600, monday + 10 * 3_600)).isGreaterThan(2);
        assertThat(week.between(monday, monday)).isZero();
    }
}
