package org.mendak.core.recognise;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Set;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.mendak.core.DemoLibrary;
import org.mendak.core.privacy.SecretFinder;
import org.mendak.core.recognise.scan.LogFindings;

/** Any text at all is answered, with places inside the text. The large share of this is {@code ./mendak bench fuzz}. */
class AnyTextTest {

    private static final Recogniser RECOGNISER = Recogniser.of(DemoLibrary.errors());

    @Provide
    Arbitrary<String> texts() {
        Arbitrary<String> words = Arbitraries.of(
                        "Not",
                        "enough",
                        "room",
                        "in",
                        "for",
                        ":",
                        "0x8F",
                        "PD-4012",
                        "137",
                        "\n",
                        "\"",
                        "{",
                        "}",
                        "  ",
                        "MB",
                        "\ud83d",
                        "\u0301",
                        "\u200b",
                        "seal",
                        "of",
                        "is",
                        "broken",
                        "08:41:09",
                        "ERROR",
                        "[1]:")
                .list()
                .ofMaxSize(60)
                .map(l -> String.join(" ", l));
        Arbitrary<String> bytes =
                Arbitraries.bytes().array(byte[].class).ofMaxSize(300).map(b -> new String(b, StandardCharsets.UTF_8));
        return Arbitraries.oneOf(words, bytes, Arbitraries.strings().ofMaxLength(300));
    }

    @Property(tries = 1_500, seed = "8")
    void isAnswered(@ForAll("texts") String text) {
        Recognition r = RECOGNISER.recognise(new Recogniser.Query(text, null, null, null));
        for (Recognition.Candidate c : r.candidates()) {
            assertThat(c.probability()).isBetween(0.0, 1.0);
            assertThat(c.reasons()).allSatisfy(reason -> {
                assertThat(reason.from()).isBetween(-1, reason.to());
                assertThat(reason.to()).isLessThanOrEqualTo(text.length());
            });
        }
        assertThat(r.codes()).allSatisfy(c -> assertThat(c.to()).isBetween(c.from() + 1, text.length()));
        assertThat(SecretFinder.mask(text, Set.of())).isNotNull();
    }

    @Property(tries = 300, seed = "9")
    void isScanned(@ForAll byte[] log) {
        int[] at = {0};
        LogFindings f = RECOGNISER
                .scan()
                .run(
                        (into, from, length) -> {
                            int n = Math.min(length, log.length - at[0]);
                            System.arraycopy(log, at[0], into, from, n);
                            at[0] += n;
                            return n == 0 ? -1 : n;
                        },
                        b -> true);
        assertThat(f.bytes()).isEqualTo(log.length);
    }
}
