package org.mendak.core.recognise;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendak.core.DemoLibrary;
import org.mendak.core.reading.OutputReader;
import org.mendak.core.recognise.scan.ByteSource;
import org.mendak.core.recognise.scan.LogFindings;
import org.mendak.core.runbook.Capture;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

class LogScanTest {

    private static final String FULL =
            "2026-03-04 08:41:09 stager[2210] ERROR Not enough room in /var/stage/pier-3 for till-5.4.pkg: 812 MB needed";
    private final Recogniser recogniser = Recogniser.of(DemoLibrary.errors());

    /** Hands out the bytes in pieces of this size. */
    private static ByteSource source(byte[] bytes, int piece) {
        int[] at = {0};
        return (into, from, length) -> {
            int n = Math.min(Math.min(piece, length), bytes.length - at[0]);
            if (n == 0) {
                return -1;
            }
            System.arraycopy(bytes, at[0], into, from, n);
            at[0] += n;
            return n;
        };
    }

    private LogFindings scan(String log, Charset charset) {
        return recogniser.scan().run(source(log.getBytes(charset), 7_777), b -> true);
    }

    private LogFindings scan(String log) {
        return scan(log, StandardCharsets.UTF_8);
    }

    private static String quiet(int lines, Random random) {
        StringBuilder s = new StringBuilder();
        for (int i = 0; i < lines; i++) {
            s.append("2026-03-04 08:40:")
                    .append(10 + i % 50)
                    .append(" stager[2210] INFO block ")
                    .append(random.nextInt(10_000))
                    .append(" written, queue is short\n");
        }
        return s.toString();
    }

    @Test
    void aLineThatOnlyInformsIsNoFailure() {
        String known =
                "2026-03-04 08:40:01 stager[9] INFO Not enough room in /var/stage for till-5.4.pkg: 812 MB needed\n";
        String[] quiet = {known, known.replace("INFO", "[debug]"), "[notice] 0 errors, none failed\n"};
        LogFindings f = scan(String.join("", quiet).repeat(3) + "08:41:00 ERROR the gangway is not lit\n" + known);
        assertThat(f.firstFailure()).isEqualTo(10);
        assertThat(f.known())
                .singleElement()
                .satisfies(k -> assertThat(k.count()).isEqualTo(7));
        assertThat(scan(known).firstFailure()).isZero();
        assertThat(scan("INFORMATION is missing: Not enough room in /var/stage for a.pkg: 8 MB needed\n")
                        .firstFailure())
                .isEqualTo(1);
    }

    @Test
    void findsTheLineWithItsNumberAndValues() {
        LogFindings f = scan(quiet(500, new Random(1)) + FULL + "\n" + quiet(20, new Random(2)));
        assertThat(f.lines()).isEqualTo(521);
        assertThat(f.firstFailure()).isEqualTo(501);
        assertThat(f.before()).extracting(LogFindings.Excerpt::line).containsExactly(498L, 499L, 500L);
        assertThat(f.known()).singleElement().satisfies(k -> {
            assertThat(k.error()).isEqualTo("till-staging-full");
            assertThat(k.count()).isEqualTo(1);
            assertThat(k.excerpts().get(0).line()).isEqualTo(501);
            assertThat(k.excerpts().get(0).captures())
                    .isEqualTo(Map.of("stage", "/var/stage/pier-3", "package", "till-5.4.pkg", "need", "812 MB"));
        });
        assertThat(f.unknown()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"UTF-8", "UTF-16LE", "UTF-16BE", "ISO-8859-1"})
    void whateverTheEncoding(String charset) {
        LogFindings f = scan(
                quiet(300, new Random(1)) + "Brücke 4: " + FULL.substring(20) + "\r\n" + FULL + "\r\n",
                Charset.forName(charset));
        assertThat(f.lines()).isEqualTo(302);
        assertThat(f.known()).singleElement().satisfies(k -> {
            assertThat(k.count()).isEqualTo(2);
            assertThat(k.excerpts().get(0).text()).startsWith("Brücke 4:");
        });
    }

    @Test
    void coloursAreNoHindrance() {
        LogFindings f =
                scan("ok\n\u001b[31mERROR\u001b[0m Not enough \u001b[1mroom\u001b[0m in /a/b for c.pkg: 5 MB needed\n");
        assertThat(f.known()).hasSize(1);
        assertThat(f.known().get(0).excerpts().get(0).text()).doesNotContain("\u001b");
    }

    @Test
    void codesAreFoundInAnyNotation() {
        LogFindings f =
                scan("a\nupdate ended, result 0x8fa10013\nupdate ended with status -1885274093\nended with pd-4012\n");
        assertThat(f.known())
                .singleElement()
                .satisfies(k -> assertThat(k.count()).isEqualTo(3));
    }

    @Test
    void linesThatLookLikeErrorsAreGroupedByShape() {
        StringBuilder log = new StringBuilder(quiet(50, new Random(3)));
        for (int i = 0; i < 400; i++) {
            log.append("08:41:0")
                    .append(i % 10)
                    .append(" linkd[77] ERROR pier ")
                    .append(i)
                    .append(" does not answer\n");
        }
        log.append("08:42:00 linkd[77] FATAL the tide table is corrupt\n");
        LogFindings f = scan(log.toString());
        assertThat(f.known()).isEmpty();
        assertThat(f.unknown()).hasSize(2);
        LogFindings.Finding retries = f.unknown().get(0);
        assertThat(retries.count()).isEqualTo(400);
        assertThat(retries.runs()).containsExactly(new LogFindings.Run(51, 450, 400));
        assertThat(retries.marks()).hasSizeLessThanOrEqualTo(256).contains(51L);
        assertThat(retries.excerpts()).hasSize(5);
    }

    @Test
    void aLineOfMegabytesIsReadInPieces() {
        LogFindings f = scan("x".repeat(5_000_000) + "\n" + FULL + "\n");
        assertThat(f.lines()).isEqualTo(2);
        assertThat(f.known())
                .singleElement()
                .satisfies(k -> assertThat(k.firstLine()).isEqualTo(2));
    }

    @Test
    void stopsWhenTold() {
        byte[] log = quiet(200_000, new Random(4)).getBytes(StandardCharsets.UTF_8);
        long[] calls = {0};
        assertThat(recogniser.scan().run(source(log, 1 << 20), b -> ++calls[0] < 2))
                .isNull();
        assertThat(calls[0]).isEqualTo(2);
    }

    @Test
    void nothingInNothing() {
        LogFindings f = scan("");
        assertThat(f.lines()).isZero();
        assertThat(f.known()).isEmpty();
        assertThat(f.firstFailure()).isZero();
    }

    /** The filter must not lose what matching every line with every message to the letter finds. */
    @Test
    void findsEveryLineThatASlowReferenceFinds() {
        Random random = new Random(11);
        List<Signature> messages = DemoLibrary.errors().stream()
                .flatMap(e -> e.signatures().stream())
                .filter(s -> s.kind() == Signature.Kind.MESSAGE)
                .toList();
        List<String> lines = new ArrayList<>();
        for (int i = 0; i < 3_000; i++) {
            if (random.nextInt(10) == 0) {
                Signature s = messages.get(random.nextInt(messages.size()));
                Map<String, String> values = new HashMap<>();
                s.template().names().forEach((n, t) -> values.put(n, String.valueOf(random.nextInt(99_999))));
                String text = s.template().fill(values);
                lines.add(random.nextBoolean() ? text : "08:41:09 x[1] ERROR " + text.toUpperCase(Locale.ROOT));
            } else {
                lines.add(quiet(1, random).strip());
            }
        }
        Set<String> reference = new TreeSet<>();
        for (int i = 0; i < lines.size(); i++) {
            for (KnownError e : DemoLibrary.errors()) {
                for (Signature s : e.signatures()) {
                    if (s.kind() == Signature.Kind.MESSAGE
                            && !OutputReader.read(Capture.line(s.template()), lines.get(i), Map.of())
                                    .isEmpty()) {
                        reference.add(e.key() + "@" + (i + 1));
                    }
                }
            }
        }
        LogFindings f = scan(String.join("\n", lines));
        Map<String, Long> counts = new HashMap<>();
        reference.forEach(r -> counts.merge(r.substring(0, r.indexOf('@')), 1L, Long::sum));
        assertThat(reference).hasSizeGreaterThan(100);
        for (Map.Entry<String, Long> c : counts.entrySet()) {
            LogFindings.Finding found = f.known().stream()
                    .filter(k -> k.error().equals(c.getKey()))
                    .findFirst()
                    .orElseThrow(() -> new AssertionError(c.getKey() + " was not found"));
            assertThat(found.count()).as(c.getKey()).isGreaterThanOrEqualTo(c.getValue());
        }
    }
}
