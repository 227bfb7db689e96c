package org.mendak.core.recognise.match;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LexiconTest {

    private static Lexicon of(String... words) {
        Lexicon l = new Lexicon();
        List.of(words).forEach(l::add);
        l.complete();
        return l;
    }

    private final Lexicon lexicon =
            of("staging", "enough", "configuration", "modem", "close", "board", "files", "room");

    @ParameterizedTest
    @CsvSource({
        "stagin,        staging",
        "enuogh,        enough",
        "confgiurtaion, configuration",
        "rnodern,       modem",
        "c1ose,         close",
        "b0ard,         board",
        "file,          files",
        "room,          room",
    })
    void knowsWhatAWordCouldHaveBeen(String read, String meant) {
        assertThat(lexicon.senses(read)).isNotEmpty();
        assertThat(lexicon.word(lexicon.senses(read).get(0).word())).isEqualTo(meant);
    }

    @Test
    void figuresAndStrangersAreNothingElse() {
        assertThat(lexicon.senses("4012")).isEmpty();
        assertThat(lexicon.senses("lighthouse")).isEmpty();
        assertThat(lexicon.senses("rom")).isEmpty();
    }

    /** Distances of the cited paper's four kinds of error. */
    @ParameterizedTest
    @CsvSource({"abcd,abcd,0", "abcd,abxd,1", "abcd,abd,1", "abcd,abxcd,1", "abcd,acbd,1", "abcd,badc,2", "abcd,wxyz,3"
    })
    void countsEdits(String a, String b, int edits) {
        assertThat(Lexicon.distance(a, b, 2)).isEqualTo(edits);
    }

    @Property(tries = 300, seed = "20261125")
    void distanceIsTheSameBothWaysAndNoneToItself(
            @ForAll @CharRange(from = 'a', to = 'c') @StringLength(max = 9) String a,
            @ForAll @CharRange(from = 'a', to = 'c') @StringLength(max = 9) String b) {
        // beyond the most it only says that it is more
        assertThat(Math.min(3, Lexicon.distance(a, b, 2))).isEqualTo(Math.min(3, Lexicon.distance(b, a, 2)));
        assertThat(Lexicon.distance(a, a, 2)).isZero();
    }
}
