package org.mendak.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.mendak.core.plan.Hindsight.Verdict;
import org.mendak.core.plan.Hindsight.Way;

class HindsightTest {

    private static final Map<String, Double> MINUTES = Map.of("a", 4.0, "b", 6.0, "c", 10.0);

    @Test
    void aWayEndsWithTheFixThatMends() {
        assertThat(Hindsight.way(List.of("a", "b", "c"), Set.of("b"), MINUTES))
                .isEqualTo(new Way(List.of("a", "b"), 10.0, true));
        assertThat(Hindsight.way(List.of("a", "a", "b"), Set.of("b", "c"), MINUTES))
                .isEqualTo(new Way(List.of("a", "a", "b"), 14.0, true));
    }

    @Test
    void aWayThatNeverComesThereIsAllOfIt() {
        assertThat(Hindsight.way(List.of("a", "c"), Set.of("b"), MINUTES))
                .isEqualTo(new Way(List.of("a", "c"), 14.0, false));
        assertThat(Hindsight.way(List.of(), Set.of("b"), MINUTES)).isEqualTo(new Way(List.of(), 0.0, false));
    }

    @Test
    void aWayThatWasGoneIsAllOfIt() {
        Way twice = Hindsight.gone(List.of("b", "a", "b"), true, MINUTES);
        assertThat(twice).isEqualTo(new Way(List.of("b", "a", "b"), 16.0, true));
        Way laidOut = Hindsight.way(List.of("a", "b"), Set.of("b"), MINUTES);
        assertThat(Hindsight.judge(twice, laidOut)).isEqualTo(Verdict.LONGER);
        // the right one, and not done right
        assertThat(Hindsight.judge(Hindsight.gone(List.of("b"), false, MINUTES), laidOut))
                .isEqualTo(Verdict.NOT_THERE);
    }

    @Test
    void whoTriedNothingIsNotToldThatItDidNotMend() {
        Way laidOut = Hindsight.way(List.of("a", "b"), Set.of("b"), MINUTES);
        assertThat(Hindsight.judge(Hindsight.gone(List.of(), false, MINUTES), laidOut))
                .isEqualTo(Verdict.NOTHING_TRIED);
    }

    @Test
    void askingFirstIsSoonerOnlyIfItSavesMoreThanItTakes() {
        Way laidOut = Hindsight.way(List.of("a", "b"), Set.of("b"), MINUTES);
        Way told = Hindsight.way(List.of("b", "a"), Set.of("b"), MINUTES);
        assertThat(Hindsight.after(1, told)).isEqualTo(new Way(List.of("b"), 7.0, true));
        assertThat(Hindsight.isSooner(Hindsight.after(1, told), laidOut)).isTrue();
        assertThat(Hindsight.isSooner(Hindsight.after(4, told), laidOut)).isFalse();
        // the fix that mends was thrown out by the answer
        assertThat(Hindsight.isSooner(Hindsight.way(List.of("a"), Set.of("b"), MINUTES), laidOut))
                .isFalse();
        Way unknown = Hindsight.way(List.of("x", "b"), Set.of("b"), MINUTES);
        assertThat(Hindsight.after(1, unknown).minutes()).isNull();
        assertThat(Hindsight.isSooner(told, unknown)).isFalse();
    }

    @Test
    void minutesThatAreNotKnownAreNotMadeUp() {
        assertThat(Hindsight.way(List.of("a", "other", "b"), Set.of("b"), MINUTES)
                        .minutes())
                .isNull();
    }

    @Test
    void theFirstFixCannotBeBettered() {
        Way dear = Hindsight.way(List.of("c"), Set.of("c", "a"), MINUTES);
        Way cheap = Hindsight.way(List.of("a"), Set.of("c", "a"), MINUTES);
        assertThat(Hindsight.judge(dear, cheap)).isEqualTo(Verdict.AT_ONCE);
    }

    @Test
    void ordersAreJudgedByTheMinutesOfTheSameFixes() {
        Way laidOut = Hindsight.way(List.of("a", "b", "c"), Set.of("b"), MINUTES);
        assertThat(Hindsight.judge(Hindsight.way(List.of("c", "b"), Set.of("b"), MINUTES), laidOut))
                .isEqualTo(Verdict.LONGER);
        assertThat(Hindsight.judge(laidOut, laidOut)).isEqualTo(Verdict.AS_GOOD);
        assertThat(Hindsight.judge(laidOut, Hindsight.way(List.of("c"), Set.of("b"), MINUTES)))
                .isEqualTo(Verdict.AS_GOOD);
        assertThat(Hindsight.judge(Hindsight.way(List.of("c"), Set.of("b"), MINUTES), laidOut))
                .isEqualTo(Verdict.NOT_THERE);
    }

    @Test
    void howMuchLongerAWayIs() {
        Way laidOut = Hindsight.way(List.of("a", "b", "c"), Set.of("b"), MINUTES);
        assertThat(Hindsight.longerBy(Hindsight.way(List.of("c", "b"), Set.of("b"), MINUTES), laidOut))
                .isEqualTo(6.0);
        assertThat(Hindsight.longerBy(laidOut, laidOut)).isNull();
        assertThat(Hindsight.longerBy(Hindsight.way(List.of("c"), Set.of("b"), MINUTES), laidOut))
                .isNull();
        assertThat(Hindsight.longerBy(Hindsight.way(List.of("x", "b"), Set.of("b"), MINUTES), laidOut))
                .isNull();
    }

    @Test
    void withoutMinutesTheNumberOfFixesDecides() {
        Way unknown = Hindsight.way(List.of("x", "y", "b"), Set.of("b"), MINUTES);
        Way two = Hindsight.way(List.of("a", "b"), Set.of("b"), MINUTES);
        assertThat(Hindsight.judge(unknown, two)).isEqualTo(Verdict.LONGER);
        assertThat(Hindsight.judge(Hindsight.way(List.of("x", "b"), Set.of("b"), MINUTES), two))
                .isEqualTo(Verdict.AS_GOOD);
    }
}
