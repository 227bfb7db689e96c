package org.mendak.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EffectTest {

    /** By hand: B(s1+1,f1+1) · B(s2+1,f2+1) / B(s1+s2+1,f1+f2+1), with B(a,b) = (a-1)!(b-1)!/(a+b-1)!. */
    @ParameterizedTest
    @CsvSource({"0, 1, 1, 1, 1.5", "1, 1, 1, 1, 0.75", "0, 2, 2, 2, 3.3333333", "2, 4, 2, 4, 0.7", "0, 0, 3, 5, 1"})
    void theFactorIsThatOfTwoSharesOverOne(int heldBefore, int before, int heldSince, int since, double factor) {
        assertThat(new Effect(heldBefore, before, heldSince, since).factor()).isCloseTo(factor, within(1e-6));
    }

    @ParameterizedTest
    @CsvSource({
        "7, 7, 0, 40, TOO_FEW",
        "20, 40, 22, 40, NO_DIFFERENCE",
        "10, 40, 32, 40, BETTER",
        "32, 40, 10, 40, WORSE",
        "24, 32, 8, 8, NO_DIFFERENCE"
    })
    void onlyWhatChanceDoesNotExplainIsADifference(int h1, int n1, int h2, int n2, Effect.Verdict verdict) {
        assertThat(new Effect(h1, n1, h2, n2).verdict()).isEqualTo(verdict);
    }

    /** Where nothing has changed a difference is seldom told: the factor exceeds 10 with a chance of at most 1 in 10 (Ville). */
    @Test
    void whatHasNotChangedIsSeldomToldToHave() {
        Random random = new Random(4);
        int told = 0;
        int of = 4_000;
        for (int i = 0; i < of; i++) {
            double share = random.nextDouble();
            int before = 8 + random.nextInt(60);
            int since = 8 + random.nextInt(60);
            Effect e = new Effect(drawn(random, share, before), before, drawn(random, share, since), since);
            if (e.verdict() == Effect.Verdict.BETTER || e.verdict() == Effect.Verdict.WORSE) {
                told++;
            }
        }
        assertThat(told / (double) of).isLessThan(0.01);
    }

    private static int drawn(Random random, double share, int of) {
        return (int) random.doubles(of).filter(d -> d < share).count();
    }

    @Test
    void whatCannotBeIsRefused() {
        assertThatThrownBy(() -> new Effect(3, 2, 0, 0)).hasMessageContaining("3 of 2");
        assertThatThrownBy(() -> new Effect(0, 0, -1, 2)).hasMessageContaining("-1 of 2");
    }
}
