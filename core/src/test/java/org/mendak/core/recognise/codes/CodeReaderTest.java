package org.mendak.core.recognise.codes;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Locale;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class CodeReaderTest {

    private static List<CodeHit> read(String text) {
        return CodeReader.read(text, k -> false);
    }

    @Property(tries = 500, seed = "20261125")
    void everyNotationOfA32BitResultHasTheSameKey(@ForAll @IntRange(min = Integer.MIN_VALUE, max = -0x10000) int code) {
        String hex = String.format("%08X", code);
        String key = CodeReader.keyOfSignature("0x" + hex);
        // eight figures without a letter are read as hex only if the first is that of a common failure
        if (hex.charAt(0) == '8' || hex.matches(".*[A-F].*")) {
            assertThat(read("code " + hex)).as(hex).anyMatch(h -> h.key().equals(key));
        }
        for (String written : List.of(
                "0x" + hex,
                "0X" + hex.toLowerCase(Locale.ROOT),
                "error " + Integer.toUnsignedString(code),
                "status " + code,
                "(" + code + ")")) {
            assertThat(read(written)).as(written).anyMatch(h -> h.key().equals(key));
        }
    }

    @Property(tries = 300, seed = "20261125")
    void aHitIsWhereItSaysItIs(@ForAll @IntRange(min = 10, max = 9_999) int n, @ForAll @IntRange(max = 40) int before) {
        String text =
                "x ".repeat(before) + "failed with QX-" + n + ", then error 0x8FA1" + String.format("%04X", n) + ".";
        List<CodeHit> hits = read(text);
        assertThat(hits).hasSizeGreaterThanOrEqualTo(2);
        for (CodeHit h : hits) {
            assertThat(text.substring(h.from(), h.to())).isEqualTo(h.raw());
        }
    }

    @ParameterizedTest
    @CsvSource({
        "it ended with PD-4012,         PD-4012",
        "E_STAGE_FULL was raised,       E_STAGE_FULL",
        "ERR_NO_SEAT: none left,        ERR_NO_SEAT",
    })
    void readsSymbolsInAnyCase(String text, String canonical) {
        assertThat(read(text)).extracting(CodeHit::canonical).contains(canonical);
    }

    @Test
    void aMinusSignMakesFiguresANumber() {
        assertThat(read("status -80000000").get(0).kind()).isEqualTo(CodeHit.Kind.DECIMAL);
        assertThat(read("code 80070005").get(0).kind()).isEqualTo(CodeHit.Kind.HEX);
    }

    @Test
    void aKnownCodeIsReadHoweverItIsTyped() {
        String key = CodeReader.keyOfSignature("PD-4012");
        assertThat(CodeReader.read("it ended with pd-4012 today", key::equals))
                .extracting(CodeHit::key)
                .containsExactly(key);
        assertThat(read("it ended with pd-4012 today")).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "812 MB needed",
                "retry 3 of 3",
                "08:41:09 stager[2210]",
                "/var/PD-4012/till.pkg",
                "version 7.10.3",
                "the cafe had a bad face",
                "on 2026-03-04",
            })
    void aBareNumberOrAPartOfAPathIsNoCode(String text) {
        assertThat(read(text)).isEmpty();
    }

    @Test
    void leadingZerosAreKeptAsTypedAndComparedWithout() {
        CodeHit typed = read("error 0042").get(0);
        assertThat(typed.raw()).isEqualTo("0042");
        assertThat(typed.key()).isEqualTo(read("error 42").get(0).key());
    }

    @Test
    void anExitStatusAbove128NamesItsSignal() {
        CodeHit hit = read("the process exited with status 137").get(0);
        assertThat(hit.kind()).isEqualTo(CodeHit.Kind.EXIT);
        assertThat(hit.explained()).contains("KILL");
    }

    @Test
    void aTextFullOfCodesIsReadToAnEnd() {
        assertThat(read("PD-4012 ".repeat(100_000))).hasSizeLessThanOrEqualTo(200);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            write failed: ENOSPC                 | ENOSPC       | no space left
            failed with errno 28                 | ENOSPC       | ENOSPC (28)
            os error 13                          | EACCES       | permission denied
            killed by signal 9                   | exit 137     | 128 + 9
            it got SIGSEGV                       | exit 139     | SEGV
            HTTP/1.1 503 Service Unavailable     | HTTP 503     | service unavailable
            http status 404                      | HTTP 404     | not found
            SQLSTATE[08001] lost                 | SQLSTATE 08001 | connection exception
            sqlstate: 23505                      | SQLSTATE 23505 | integrity constraint
            code 30015-11                        | 30015-11     | groups
            result 0x80070005                    | 0x80070005   | access denied
            status 0xC0000135                    | 0xC0000135   | library that it needs
            result 0xD0000022                    | 0xD0000022   | 0xC0000022
            """)
    void readsWhatOpenSpecificationsDefine(String text, String canonical, String explained) {
        assertThat(read(text)).as(text).anySatisfy(h -> {
            assertThat(h.canonical()).isEqualTo(canonical);
            assertThat(h.explained()).contains(explained);
        });
    }

    @Test
    void aNumberIsAStatusOnlyBesideAWordThatSaysSo() {
        assertThat(read("404 boats, 503 piers, signal at 9, 28 seals")).isEmpty();
    }

    @Test
    void aKnownCodeMayLoseItsDash() {
        String key = CodeReader.keyOfSignature("PD-4012");
        assertThat(CodeReader.read("it said pd 4012 again", key::equals))
                .singleElement()
                .satisfies(h -> {
                    assertThat(h.raw()).isEqualTo("pd 4012");
                    assertThat(h.key()).isEqualTo(key);
                });
    }
}
