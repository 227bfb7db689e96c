package org.mendak.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class AlarmsTest {

    /** The definition in section 3 of the source: the greatest k of which the k-th largest e-value reaches K / (alpha k). */
    @Test
    void theGreatestNumberThatHoldsTogetherIsTold() {
        // one alone would need 100, two 50 each, four 25 each: so four are told, whose fourth has 25
        assertThat(Alarms.bar(List.of(60.0, 45.0, 30.0, 25.0, 9.0, 3.0, 1.0, 0.5, 0.2, 0.0), 0.1))
                .isEqualTo(25.0);
        assertThat(Alarms.bar(List.of(60.0, 45.0, 30.0, 24.0, 9.0, 3.0, 1.0, 0.5, 0.2, 0.0), 0.1))
                .isInfinite();
        assertThat(Alarms.bar(List.of(100.0, 1.0, 1.0, 1.0, 1.0, 1.0, 1.0, 1.0, 1.0, 1.0), 0.1))
                .isEqualTo(100.0);
        assertThat(Alarms.bar(List.of(), 0.1)).isInfinite();
    }

    @Property(tries = 200)
    void moreThatShowNothingRaiseTheBarAndLetNobodyIn(
            @ForAll @Size(min = 1, max = 40) List<@DoubleRange(max = 5_000) Double> evidence) {
        double bar = Alarms.bar(evidence, Alarms.FALSE_RATE);
        List<Double> more = new ArrayList<>(evidence);
        more.add(0.0);
        assertThat(Alarms.bar(more, Alarms.FALSE_RATE)).isGreaterThanOrEqualTo(bar);
        assertThat(evidence.stream().filter(x -> x >= bar).count() / (double) evidence.size())
                .isLessThanOrEqualTo(1);
    }
}
