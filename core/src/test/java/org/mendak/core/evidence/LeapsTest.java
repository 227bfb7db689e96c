package org.mendak.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class LeapsTest {

    private static final double STILL = 1e-9;

    /** Each round goes a part of the way to these numbers, the likelier the nearer. */
    private static Leaps.Round nearer(double[] x, double[] end, double[] part) {
        double likely = 0;
        double moved = 0;
        for (int i = 0; i < x.length; i++) {
            double rest = end[i] - x[i];
            likely -= rest * rest;
            moved = Math.max(moved, Math.abs(part[i] * rest));
            x[i] += part[i] * rest;
        }
        return new Leaps.Round(likely, moved);
    }

    @Test
    void whereRoundsAreSlowTheyLeap() {
        double[] x = {0.9};
        int rounds = new Leaps(
                        new double[][] {x}, STILL, 1_000, () -> nearer(x, new double[] {0.4}, new double[] {0.01}))
                .untilStill(null);
        assertThat(x[0]).isCloseTo(0.4, within(1e-7));
        // ln(0.005 / 1e-9) / -ln(0.99) = 1,535 without a leap
        assertThat(rounds).isLessThan(20);
    }

    @Test
    void noPlaceThatIsGoneOnFromIsLessLikelyThanTheOneBefore() {
        double[] x = {0.9, 0.2, 0.6};
        List<Double> heard = new ArrayList<>();
        new Leaps(
                        new double[][] {x},
                        STILL,
                        1_000,
                        () -> nearer(x, new double[] {0.1, 0.5, 0.3}, new double[] {0.02, 0.3, 0.9}))
                .untilStill(heard::add);
        assertThat(x[0]).isCloseTo(0.1, within(1e-6));
        assertThat(heard).isSorted().hasSizeGreaterThan(4);
    }

    @Test
    void afterTheMostRoundsItEndsWhereverItIs() {
        double[] x = {0.9};
        int rounds = new Leaps(new double[][] {x}, 0, 7, () -> nearer(x, new double[] {1e-3}, new double[] {1e-6}))
                .untilStill(null);
        assertThat(rounds).isBetween(7, 8);
        assertThat(x[0]).isBetween(1e-3, 0.9);
    }
}
