package org.mendak.core.recognise.codes;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mendak.core.recognise.words.Words;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

class SaidCodesTest {

    private static KnownError error(String key, String... codes) {
        return KnownError.recognisedBy(
                key,
                List.of(),
                Arrays.stream(codes)
                        .map(c -> new Signature(Signature.Kind.CODE, c, null, 1))
                        .toList());
    }

    private final SaidCodes codes = new SaidCodes(List.of(
            error("seal", "BL-0440"),
            error("peer", "BL-0417"),
            error("way", "WB-0207", "0x8FC000CF"),
            error("store", "PD-1021"),
            error("group", "0-3071"),
            error("memory", "exit 96"),
            error("gate", "QS-0207")));

    private List<SaidCodes.Said> read(String text) {
        List<Words.Word> words = new ArrayList<>();
        Words.read(text, 0, text.length(), words);
        return codes.read(text, words);
    }

    @ParameterizedTest
    @CsvSource({
        "'BL oh four forty, seal stuff', seal, BL oh four forty",
        "'b l four seventeen', peer, b l four seventeen",
        "'bravo lima 440', seal, bravo lima 440",
        "'double u bee two oh seven', way, double u bee two oh seven",
        "'it ended with exit ninety-six', memory, exit ninety-six",
        "'pd ten twenty-one', store, pd ten twenty-one"
    })
    void withItsLetters(String text, String error, String where) {
        assertThat(read(text)).singleElement().satisfies(s -> {
            assertThat(s.error().key()).isEqualTo(error);
            assertThat(s.letters()).isTrue();
            assertThat(text.substring(s.hit().from(), s.hit().to())).isEqualTo(where);
        });
    }

    @ParameterizedTest
    @CsvSource({"'1021', store", "'it shows 10 21 on the till', store", "'03071', group", "'3071 it says', group"})
    void withoutItsLetters(String text, String error) {
        assertThat(read(text)).singleElement().satisfies(s -> {
            assertThat(s.error().key()).isEqualTo(error);
            assertThat(s.letters()).isFalse();
        });
    }

    @Test
    void aNumberThatSeveralHaveSaysLess() {
        assertThat(read("207")).extracting(s -> s.error().key()).containsExactlyInAnyOrder("way", "gate");
        assertThat(read("207").get(0).strength()).isLessThan(read("1021").get(0).strength());
    }

    @ParameterizedTest
    @CsvSource({
        "'207 MB are free'",
        "'after 207 seconds'",
        "'version 207'",
        "'12.207'",
        "'/srv/207/list'",
        "'at 10:21'",
        "'207 of 300 tickets'",
        "'one of them'",
        "'a thing or two'",
        "''"
    })
    void whatCountsIsNoCode(String text) {
        assertThat(read(text)).isEmpty();
    }

    @Test
    void aTextFullOfNumbersIsBounded() {
        assertThat(read("207 ".repeat(5_000))).hasSizeLessThan(100);
    }
}
