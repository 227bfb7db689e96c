package org.mendak.core.language;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** Commands read out over the phone. */
class SpellingTest {

    @Test
    void everyCharacterHasAName() {
        assertThat(Spelling.said("tA-7/_")).isEqualTo("tango, capital Alfa, dash, seven, slash, underscore");
        assertThat(Spelling.said("µ")).isEqualTo("micro sign");
        for (char c = ' '; c < 127; c++) {
            assertThat(Spelling.said(String.valueOf(c))).isNotBlank().doesNotContain("unnamed");
        }
    }

    @Test
    void theNamesAreThoseOfTheRadioRegulations() {
        assertThat(Spelling.said("abcdefghijklmnopqrstuvwxyz"))
                .isEqualTo(
                        "alfa, bravo, charlie, delta, echo, foxtrot, golf, hotel, india, juliett, kilo, lima, mike, november,"
                                + " oscar, papa, quebec, romeo, sierra, tango, uniform, victor, whiskey, x-ray, yankee, zulu");
    }

    @Test
    void chunksAreShortAndBreakBehindSigns() {
        List<Spelling.Chunk> chunks = Spelling.chunks("tillctl area /var/stage/till-5.4 --free\ntillctl stop");
        assertThat(chunks)
                .extracting(Spelling.Chunk::text)
                .startsWith("tillctl", "area", "/var/", "stage/", "till-5.4", "--free");
        assertThat(chunks.get(0).spaceAfter()).isTrue();
        assertThat(chunks.get(2).spaceAfter()).isFalse();
        assertThat(chunks)
                .filteredOn(Spelling.Chunk::endsLine)
                .extracting(Spelling.Chunk::text)
                .containsExactly("--free", "stop");
    }

    @Test
    void noSingleCharacterIsLeftOver() {
        assertThat(Spelling.chunks("rosterctl"))
                .extracting(Spelling.Chunk::text)
                .containsExactly("roste", "rctl");
        assertThat(Spelling.chunks("abcdefgh")).hasSize(1);
        assertThat(Spelling.chunks("abcdefg/x"))
                .extracting(Spelling.Chunk::text)
                .containsExactly("abcde", "fg/x");
    }

    @Test
    void chunksPutTogetherAreTheText() {
        Random random = new Random(5);
        for (int n = 0; n < 500; n++) {
            String line = random.ints(1 + random.nextInt(60), 33, 127)
                    .mapToObj(c -> random.nextInt(6) == 0 ? " " : String.valueOf((char) c))
                    .collect(Collectors.joining())
                    .strip()
                    .replaceAll(" +", " ");
            if (line.isEmpty()) {
                continue;
            }
            String again = Spelling.chunks(line).stream()
                    .map(c -> c.text() + (c.spaceAfter() ? " " : ""))
                    .collect(Collectors.joining());
            assertThat(again).isEqualTo(line);
            assertThat(Spelling.chunks(line)).allMatch(c -> c.text().length() <= 9);
        }
    }

    @Test
    void whatIsReadBackIsComparedByWhatIsHeard() {
        assertThat(Spelling.heardSame("SL-0042 B", "sl0042b")).isTrue();
        assertThat(Spelling.heardSame("SL-0042", "SL-42")).isFalse();
        assertThat(Spelling.heardSame("", "")).isFalse();
        assertThat(Spelling.differsAt("SL-0042", "sl 0052")).isEqualTo(5);
        assertThat(Spelling.differsAt("SL-0042", "sl-0042")).isZero();
        assertThat(Spelling.differsAt("SL-0042", "sl-00421")).isEqualTo(7);
    }
}
