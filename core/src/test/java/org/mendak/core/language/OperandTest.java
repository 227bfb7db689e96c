package org.mendak.core.language;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OperandTest {

    private static final Facts FACTS = new Facts(Map.of(
            "path", "/var/stage/pier-3",
            "required", "fonts; layout, seal",
            "present", "Layout",
            "perms", "-rw-r-----",
            "asked", Facts.DONT_KNOW));

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            length(path) > 16                          | YES
            length(path) <= 16                         | NO
            count(required) = 3                        | YES
            count(missing(required, present)) = 2      | YES
            missing(required, present) = "fonts, seal" | YES
            missing(present, required) = ""            | YES
            missing(required, present) contains seal   | YES
            missing(required, nothing) = ""            | UNKNOWN
            length(asked) > 1                          | UNKNOWN
            mode(perms) = 0640                         | YES
            mode(perms) = 644                          | NO
            mode(path) = 644                           | UNKNOWN
            path contains "STAGE/pier"                 | YES
            path contains quay                         | NO
            asked contains quay                        | UNKNOWN
            count(required) in 2, 3                    | YES
            """)
    void functionsOfFacts(String text, Truth expected) {
        assertThat(Condition.parse(text).orThrow().evaluate(FACTS)).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            size(path) > 3            | 0  | "size" is no function
            length(path, present) > 3 | 0  | length takes 1 of them, not 2
            missing(path) = ""        | 0  | missing takes 2 of them, not 1
            length(path > 3           | 12 | a closing parenthesis is missing
            length(path) is known     | 16 | only a fact is known, none or asked
            length() > 3              | 7  | ")" is not a fact's name
            """)
    void mistakesSayWhereAndWhat(String text, int offset, String message) {
        Parsed<Condition> p = Condition.parse(text);
        assertThat(p.ok()).isFalse();
        assertThat(p.mistakes().get(0).message()).isEqualTo(message);
        assertThat(p.mistakes().get(0).offset()).isEqualTo(offset);
    }

    /** The examples of chmod and ls in POSIX, and what programs add to them. */
    @ParameterizedTest
    @CsvSource({
        "-rwxr-x---, 0750",
        "drwxrwxrwt, 1777",
        "-rwsr-xr-x, 4755",
        "-rwSr--r--, 4644",
        "-rwxr-sr-x, 2755",
        "rw-r--r--, 0644",
        "-rw-r--r--+, 0644",
        "644, 0644",
        "0755, 0755",
        "lrwxrwxrwx, 0777"
    })
    void readsFileModes(String text, String octal) {
        assertThat(FileMode.octal(text)).contains(octal);
    }

    @ParameterizedTest
    @CsvSource({"rwx", "-rwxrwxrwy", "888", "12345", "'-rw-r--r-- 1 purser'", "-xwrxwrxwr"})
    void nothingElseIsAFileMode(String text) {
        assertThat(FileMode.octal(text)).isEmpty();
    }

    @Test
    void namesOfAllFactsAreCollected() {
        assertThat(Condition.parse("count(missing(a, b)) > 1 and c contains x")
                        .orThrow()
                        .names())
                .containsExactly("a", "b", "c");
    }
}
