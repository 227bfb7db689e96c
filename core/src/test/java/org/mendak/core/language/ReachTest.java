package org.mendak.core.language;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Conditions that can only come out one way. */
class ReachTest {

    private static Reach.Sense sense(String condition) {
        return Reach.of(Condition.parse(condition).value(), Map.of("role", List.of("till", "server")));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "v >= 7 and v < 6",
                "free < 300 MB and free > 2 GB",
                "a = yes and a = no",
                "a = yes and not a = yes",
                "role = wheelhouse",
                "role != till and role != server and role != dont-know",
                "wait > 2 h and wait < 90 minutes",
                "a is known and not a is asked",
                "n > 5 and n <= 5"
            })
    void someNeverHold(String condition) {
        assertThat(sense(condition)).isEqualTo(Reach.Sense.NEVER);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"a = yes or a != yes", "v >= 7 or v < 7 or v = dont-know", "role in till, server, dont-know"})
    void someAlwaysHold(String condition) {
        assertThat(sense(condition)).isEqualTo(Reach.Sense.ALWAYS);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "v > 7.0 and v < 7.0.1",
                "n > 5 and n < 6",
                "free < 2 GB and free > 1.9 GB",
                "role = till",
                "length(path) > 5 and length(path) < 3",
                "a contains b and not a contains b",
                "a = 1 and b = 2 and c = 3 and d = 4 and e = 5 and f = 6 and g = 7 and a = 2",
                "a is asked"
            })
    void whatMayComeOutBothWaysOrIsTooMuchToTryIsLeftAlone(String condition) {
        assertThat(sense(condition)).isEqualTo(Reach.Sense.EITHER);
    }
}
