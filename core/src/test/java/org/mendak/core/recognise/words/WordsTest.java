package org.mendak.core.recognise.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WordsTest {

    @Test
    void foldsAccentsWideFormsAndCase() {
        assertThat(Words.of("Brücke ＦＵＬＬ naïve E_STAGE")).containsExactly("brucke", "full", "naive", "e", "stage");
    }

    @Test
    void scriptsWithoutBlanksAreReadSignBySign() {
        assertThat(Words.of("空間不足")).hasSize(4);
        assertThat(Words.of("нет места")).containsExactly("нет", "места");
    }

    @ParameterizedTest
    @CsvSource({"files,file", "directories,directory", "failed,failing", "writes,writing", "class,class"})
    void endingsOfOneWordHaveOneStem(String a, String b) {
        assertThat(Words.stem(a)).isEqualTo(Words.stem(b));
    }

    @Property(tries = 400, seed = "20261125")
    void wordsStandWhereTheySayInOrder(@ForAll @StringLength(max = 200) String text) {
        List<Words.Word> words = new ArrayList<>();
        Words.read(text, 0, text.length(), words);
        int end = 0;
        for (Words.Word w : words) {
            assertThat(w.from()).isGreaterThanOrEqualTo(end);
            assertThat(w.to()).isBetween(w.from() + 1, text.length());
            assertThat(w.text()).isNotEmpty();
            end = w.to();
        }
    }
}
