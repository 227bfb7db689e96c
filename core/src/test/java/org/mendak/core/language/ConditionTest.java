package org.mendak.core.language;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ConditionTest {

    private static final Facts FACTS = new Facts(Map.of(
            "device.image",
            "7.10",
            "role",
            "till",
            "free",
            "112 MB",
            "other_packages",
            Facts.DONT_KNOW,
            "looked",
            Facts.NOT_THERE,
            "waited",
            "5 min"));

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            device.image >= 7.9                        | YES
            device.image < 7.2                         | NO
            free < 300 MB                              | YES
            free >= 1 GB                               | NO
            waited > 90 s                              | YES
            role = till                                | YES
            role = "Till"                              | YES
            role != scanner                            | YES
            role in till, scanner                      | YES
            role in (board)                            | NO
            nothing = 1                                | UNKNOWN
            not nothing = 1                            | UNKNOWN
            nothing = 1 or role = till                 | YES
            nothing = 1 and role = board               | NO
            nothing = 1 and role = till                | UNKNOWN
            nothing is known                           | UNKNOWN
            nothing is none                            | UNKNOWN
            other_packages is none                     | UNKNOWN
            looked is known                            | NO
            looked is none                             | YES
            role is none                               | NO
            looked = Manual                            | NO
            looked < 3                                 | UNKNOWN
            looked contains Man                        | NO
            count(looked) > 0                          | NO
            length(looked) > 0                         | UNKNOWN
            missing(role, looked) = till               | YES
            other_packages is known                    | NO
            other_packages is asked                    | YES
            other_packages = dont-know                 | YES
            other_packages != yes                      | YES
            other_packages > 3                         | UNKNOWN
            role > 3                                   | UNKNOWN
            device.image >= 7.0 and other_packages != yes | YES
            not (role = till and free < 300 MB)        | NO
            """)
    void evaluatesInThreeValues(String text, Truth expected) {
        assertThat(Condition.parse(text).orThrow().evaluate(FACTS)).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            device.image                | 12
            device.image >=             | 15
            role = till and             | 15
            (role = till                | 12
            role = till role = till     | 12
            role is unknown             | 8
            = 3                         | 0
            role = "till                | 7
            """)
    void saysWhereItIsWrong(String text, int offset) {
        assertThat(Condition.parse(text).mistakes())
                .singleElement()
                .extracting(Parsed.Mistake::offset)
                .isEqualTo(offset);
    }

    @Test
    void namesTheFactsItReads() {
        assertThat(Condition.parse("b = 1 and (a is known or b > 2)").orThrow().names())
                .containsExactly("b", "a");
    }

    @Test
    void refusesNestingThatWouldExhaustTheStack() {
        assertThat(Condition.parse("(".repeat(900) + "a = 1" + ")".repeat(900)).ok())
                .isFalse();
    }

    @Property(seed = "20261125")
    void parsingNeverThrows(@ForAll @StringLength(max = 200) String anything) {
        Parsed<Condition> p = Condition.parse(anything);
        assertThat(p.ok()).isEqualTo(p.mistakes().isEmpty());
    }

    /** De Morgan's laws hold in strong Kleene logic. */
    @Property(seed = "20261125")
    void deMorganHolds(@ForAll Truth a, @ForAll Truth b) {
        assertThat(a.and(b).not()).isEqualTo(a.not().or(b.not()));
        assertThat(a.or(b).not()).isEqualTo(a.not().and(b.not()));
    }
}
