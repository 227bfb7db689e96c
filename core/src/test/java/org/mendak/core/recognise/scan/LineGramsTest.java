package org.mendak.core.recognise.scan;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;

class LineGramsTest {

    private static LineGrams of(String line) {
        byte[] bytes = ("xx" + line + "xx").getBytes(StandardCharsets.UTF_8);
        LineGrams grams = new LineGrams();
        grams.read("an other line".getBytes(StandardCharsets.UTF_8), 0, 13);
        grams.read(bytes, 2, bytes.length - 2);
        return grams;
    }

    private static int gram(String three) {
        byte[] b = three.getBytes(StandardCharsets.UTF_8);
        return LineGrams.of(b[0], b[1], b[2]);
    }

    @Property(tries = 300, seed = "11")
    void neverDeniesWhatStandsThere(
            @ForAll @StringLength(min = 3, max = 80) @CharRange(from = ' ', to = '~') String line) {
        LineGrams grams = of(line);
        for (int i = 0; i + 3 <= line.length(); i++) {
            assertThat(grams.has(gram(line.substring(i, i + 3)))).isTrue();
            assertThat(grams.has(gram(line.substring(i, i + 3).toLowerCase(java.util.Locale.ROOT))))
                    .isTrue();
        }
    }

    @Test
    void shortWordsCountAsWordsOnly() {
        LineGrams grams = of("No download of a file, is it?");
        for (String there : new String[] {"no", "of", "a", "is", "it"}) {
            assertThat(grams.has(LineGrams.ofWord(there))).as(there).isTrue();
        }
        for (String notThere : new String[] {"lo", "ow", "fi", "i", "d", "an"}) {
            assertThat(grams.has(LineGrams.ofWord(notThere))).as(notThere).isFalse();
        }
        assertThat(grams.has(gram("ad "))).isTrue();
        assertThat(grams.has(gram("zzz"))).isFalse();
    }

    @Test
    void emptyAndShortLinesHold() {
        assertThat(of("").has(gram("abc"))).isFalse();
        assertThat(of("ab").has(LineGrams.ofWord("ab"))).isTrue();
        assertThat(of("a").has(LineGrams.ofWord("a"))).isTrue();
    }
}
