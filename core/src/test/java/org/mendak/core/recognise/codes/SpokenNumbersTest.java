package org.mendak.core.recognise.codes;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mendak.core.recognise.words.SpokenWords;

class SpokenNumbersTest {

    @ParameterizedTest
    @CsvSource({
        "twenty-four seventeen, 2417",
        "oh four forty, 0440",
        "four seventeen, 417",
        "one hundred and one, 101",
        "three thousand and seven, 3007",
        "double oh seven, 007",
        "triple oh seven, 0007",
        "eight double-oh seven, 8007",
        "ten thirty-three, 1033",
        "nine one three, 913",
        "07 11, 0711",
        "two hundred thirty four, 234",
        "forty twenty, 4020",
        "twenty-one oh four, 2104",
        "0 double five, 055",
        "zero three zero seven one, 03071"
    })
    void whatIsSaidOneBehindTheOther(String said, String written) {
        SpokenNumbers n = new SpokenNumbers();
        SpokenWords.of(said).forEach(w -> assertThat(n.take(w)).isTrue());
        assertThat(n.figures()).isEqualTo(written);
        assertThat(n.isDangling()).isFalse();
    }

    @Test
    void otherWordsAreNoNumbers() {
        SpokenNumbers n = new SpokenNumbers();
        assertThat(n.take("hundred")).isFalse();
        assertThat(n.take("and")).isFalse();
        assertThat(n.take("stage")).isFalse();
        assertThat(n.figures()).isEmpty();
        assertThat(n.take("double")).isTrue();
        assertThat(n.isDangling()).isTrue();
    }

    @Test
    void noTextMakesANumberWithoutEnd() {
        SpokenNumbers n = new SpokenNumbers();
        int taken = 0;
        while (taken < 1_000 && n.take("9999999999")) {
            taken++;
        }
        assertThat(taken).isLessThan(10);
    }
}
