package org.mendak.core.recognise.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class SpokenWordsTest {

    @Test
    void contractionsAreWrittenOut() {
        assertThat(SpokenWords.of("It couldn't, can't and won't; cannot; the desk's"))
                .containsExactly("it", "could", "not", "can", "not", "and", "will", "not", "can", "not", "the", "desk");
        assertThat(SpokenWords.of("isn\u2019t doesnt havent"))
                .containsExactly("is", "not", "does", "not", "have", "not");
        assertThat(SpokenWords.of("")).isEmpty();
    }

    @Test
    void eachKnowsItsWord() {
        String text = "it isn't there";
        List<Words.Word> words = new ArrayList<>();
        Words.read(text, 0, text.length(), words);
        SpokenWords.Text spoken = SpokenWords.of(text, words);
        assertThat(spoken.words()).containsExactly("it", "is", "not", "there");
        assertThat(spoken.places()).containsExactly(0, 1, 1, 3);
    }

    @Test
    void wordsOfTheSameGroupAreAlike() {
        WordForms a = WordForms.of(SpokenWords.of("folder missing"), null);
        WordForms b = WordForms.of(SpokenWords.of("the directory is not there"), null);
        assertThat(a.alike(0, b, 1)).isEqualTo(0.75f);
        assertThat(a.alike(1, b, 4)).isEqualTo(0.75f);
        assertThat(a.alike(0, b, 0)).isZero();
    }

    @Test
    void piecesFindAMisspeltWord() {
        WordForms a = WordForms.of(List.of("configuration"), null);
        WordForms b = WordForms.of(List.of("configeration", "consideration", "cat"), null);
        assertThat(a.alike(0, b, 0)).isGreaterThan(0.6f).isLessThan(1);
        assertThat(a.alike(0, b, 0)).isGreaterThan(a.alike(0, b, 1));
        assertThat(a.alike(0, b, 2)).isZero();
    }

    @Test
    void theCoefficientIsDices() {
        // "abcdefgh" and "abcdefxy" share 6 of 9 pieces of two letters and 5 of 8 of three: 2 · 11 / (17 + 17)
        WordForms a = WordForms.of(List.of("abcdefgh"), null);
        WordForms b = WordForms.of(List.of("abcdefxy"), null);
        assertThat(a.alike(0, b, 0)).isEqualTo(2f * 11 / 34);
    }
}
