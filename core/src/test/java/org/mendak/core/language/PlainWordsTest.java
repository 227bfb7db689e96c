package org.mendak.core.language;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What agents read instead of conditions. */
class PlainWordsTest {

    private static final Titles TITLES = new Titles() {
        @Override
        public Optional<String> titleOf(String name) {
            return Optional.ofNullable(Map.of(
                            "device.image", "Image release of the device",
                            "path", "the path",
                            "other", "Does another package update?",
                            "USB", "USB port")
                    .get(name));
        }

        @Override
        public Optional<String> sentence(String name, String value) {
            return name.equals("pkg")
                    ? Optional.of(value.equals("yes") ? "another package updates" : "no other package updates")
                    : Optional.empty();
        }

        @Override
        public Optional<String> other(String name, String value) {
            return name.equals("pkg") ? Optional.of(value.equals("yes") ? "no" : "yes") : Optional.empty();
        }
    };

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            device.image >= 7.0 and pkg != yes | the image release of the device is at least 7.0 and no other package updates
            pkg = yes or pkg = no              | another package updates or no other package updates
            other = yes                        | “Does another package update?” is yes
            length(path) > 100                 | the path has more than 100 characters
            not length(path) > 100             | the path has at most 100 characters
            count(missing_parts) > 0           | at least one of the missing parts is listed
            count(missing_parts) = 0           | none of the missing parts is listed
            count(missing_parts) >= 3          | there are at least 3 of the missing parts
            missing(wanted, seen) contains tide | what is missing of the wanted in the seen has “tide” in it
            module is none                     | no module is there
            not module is none                 | some module is there
            module is known                    | the module is known
            module is asked                    | the module was asked for
            start_type in (auto, manual, off)  | the start type is auto, manual or off
            not start_type in (auto, manual)   | the start type is neither auto nor manual
            not start_type in (auto)           | the start type is not auto
            a = 1 and (b = 2 or c = 3)         | the a is 1 and either the b is 2 or the c is 3
            not (a = 1 and b = 2)              | the a is not 1 or the b is not 2
            not (a = 1 or b < 2)               | the a is not 1 and the b is at least 2
            a = 1 and b = 2 or c = 3           | the a is 1 and the b is 2, or the c is 3
            lamp = dont-know                   | nobody knows the lamp
            USB = off                          | the USB port is off
            mode(rights) = 0750                | the rights, as a number, is 0750
            """)
    void saysConditionsAsPeopleDo(String condition, String said) {
        assertThat(PlainWords.of(Condition.parse(condition).orThrow(), TITLES)).isEqualTo(said);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            length(path) <= 5                  | the path has 17 characters, more than 5
            device.image >= 7.0 and a = 1      | the image release of the device is 6.4, less than 7.0 and the a is 2
            device.image >= 6.0 and a = 1      | the a is 2
            a = 1 or a = 3                     | the a is 2
            not a = 2                          | the a is 2
            not a > 1                          | the a is 2, more than 1
            a in (3, 4)                        | the a is 2
            path contains x                    | the path has not “x” in it
            gone is known                      | the gone is not known
            not gone is none                   | no gone is there
            a = 2                              | the a is 2
            unknown = 2                        | the unknown is 2
            """)
    void saysWhyNotWithWhatWasSeen(String condition, String said) {
        Facts facts = new Facts(
                Map.of("path", "/srv/charts/north", "device.image", "6.4", "a", "2", "gone", Facts.NOT_THERE));
        assertThat(PlainWords.whyNot(Condition.parse(condition).orThrow(), facts, TITLES))
                .isEqualTo(said);
    }

    /** No sign of the small language is left in what people read. */
    @Property(tries = 300)
    void noFormulaIsLeft(@ForAll @IntRange(min = 0, max = 4) int a, @ForAll @IntRange(min = 0, max = 4) int b) {
        String[] parts = {"x_y >= 3", "not (disk.size < 2 GB)", "missing(a_b, c_d) != q", "z_z is none", "x_y in (1, 2)"
        };
        for (String join : new String[] {" and ", " or "}) {
            String said =
                    PlainWords.of(Condition.parse(parts[a] + join + parts[b]).orThrow(), Titles.NONE);
            assertThat(said).doesNotContainPattern("[<>=_(){}]|disk\\.size|!=");
        }
    }
}
