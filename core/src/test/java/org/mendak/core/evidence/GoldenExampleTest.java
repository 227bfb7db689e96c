package org.mendak.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class GoldenExampleTest {

    private final CauseModel model = GoldenExample.model();

    @Test
    void sharesOfCausesAreThoseOfTheMethod() {
        double[] expected = {0.2039, 0.2877, 0.4651, 0.0433};
        for (int k = 0; k < 4; k++) {
            assertThat(model.share(k)).isCloseTo(expected[k], within(1e-3));
        }
        // 249 of rounds that do not leap, and come to rest twenty times less exactly
        assertThat(model.rounds()).isLessThan(249 / 4);
    }

    @Test
    void effectsOfFixesAreThoseOfTheMethod() {
        double[][] expected = {
            {0.8051, 0.1969, 0.2273, 0.0100}, {0.2676, 0.8199, 0.2055, 0.0100}, {0.3613, 0.2633, 0.8407, 0.0101}
        };
        for (int i = 0; i < 3; i++) {
            for (int k = 0; k < 4; k++) {
                assertThat(model.effect(i, k)).isCloseTo(expected[i][k], within(1e-3));
            }
        }
    }

    @Test
    void chancesOfAllFailingAreThoseOfTheMethodByTableAndOneByOne() {
        double[] expected = {1.0000, 0.6731, 0.6136, 0.3987, 0.4591, 0.2953, 0.2349, 0.1368};
        double[] table = model.table();
        for (int s = 0; s < 8; s++) {
            assertThat(table[s]).isCloseTo(expected[s], within(1e-3));
            assertThat(model.allFail(s)).isCloseTo(table[s], within(1e-12));
        }
        assertThat(model.chance(0, 0)).isCloseTo(0.3269, within(1e-3));
        assertThat(model.chance(1, 0)).isCloseTo(0.3864, within(1e-3));
        assertThat(model.chance(2, 0)).isCloseTo(0.5409, within(1e-3));
    }
}
