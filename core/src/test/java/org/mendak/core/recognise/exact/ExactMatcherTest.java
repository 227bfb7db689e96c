package org.mendak.core.recognise.exact;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mendak.core.language.Template;
import org.mendak.core.recognise.words.PreparedText;

class ExactMatcherTest {

    private static Map<String, String> values(String template, String text) {
        ExactTemplate t = ExactTemplate.of(Template.parse(template).value());
        ExactMatcher.Match m = ExactMatcher.find(t, PreparedText.of(text, PreparedText.Leave.PREFIX));
        return m == null ? null : m.values();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "cannot open {f:file} | cannot open list.dat | list.dat",
                "cannot open {f:file} | CANNOT  OPEN  'list.dat'. | list.dat",
                "cannot open {f:file} | I cannot open list.dat, sorry | list.dat",
                "{f:word} is sealed | list.dat is sealed | list.dat",
                "{f:text} is sealed | \"list.dat\" is sealed | list.dat",
                "{f:text} is sealed | all is well%list.dat is sealed | list.dat",
                "{f:text} is sealed | stager: sync: list.dat is sealed | list.dat",
                "need {f:size} more | need 812 MB more | 812 MB",
                "waited {f:duration} | waited 30 seconds | 30 seconds",
                "code {f:hex} at the quay | code 0xBEEF at the quay | 0xBEEF",
                "from {f:text} to the end | from here to there to the end | here to there"
            })
    void captures(String template, String text, String value) {
        assertThat(values(template, text.replace('%', '\n'))).containsEntry("f", value);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "code {f:number} | code red",
                "cannot open {f:file} | cannot open",
                "open {f:word} | reopen list",
                "link lost | linkage lost"
            })
    void findsNothingWhereNothingStands(String template, String text) {
        assertThat(values(template, text)).isNull();
    }

    /** The next line only looks as if the window had cut it: it is as long, but it is indented. */
    @Test
    void anIndentedLineIsNoContinuation() {
        String text = "address already taken 127.0.0.1:34639\n    at Quay.open (ledger.js:19008:16)";
        assertThat(text.indexOf('\n')).isEqualTo(text.length() - text.indexOf('\n') - 1);
        assertThat(values("address already taken {a:host}", text)).containsEntry("a", "127.0.0.1:34639");
    }

    @Test
    void aLineCutByTheWindowGoesOn() {
        String text = "address already taken 127.0\n.0.1:34639 by another quay.";
        assertThat(values("address already taken {a:host} by another quay", text))
                .containsEntry("a", "127.0.0.1:34639");
    }

    @Test
    void nothingButAValueMatchesNothing() {
        assertThat(values("{a:text}", "anything")).isNull();
    }

    @Test
    void workIsBounded() {
        String hostile = "a b ".repeat(20_000);
        assertThat(values("a {x:text} b {y:text} a {z:text} b {w:text} never", hostile))
                .isNull();
    }
}
