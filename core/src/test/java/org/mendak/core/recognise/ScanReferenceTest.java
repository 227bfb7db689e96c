package org.mendak.core.recognise;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.mendak.core.language.Template;
import org.mendak.core.recognise.exact.ExactMatcher;
import org.mendak.core.recognise.exact.ExactTemplate;
import org.mendak.core.recognise.scan.LogFindings;
import org.mendak.core.recognise.words.PreparedText;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/** The scan's filters must lose nothing: with random messages of few words it finds what comparing everything with everything finds. */
class ScanReferenceTest {

    private static final String[] WORDS = {
        "stage",
        "quay",
        "link",
        "is",
        "not",
        "ready",
        "berth",
        "cannot",
        "reach",
        "seal",
        "broken",
        "in",
        "at",
        "m\u00f8rke",
        "\u043f\u0440\u0438\u0447\u0430\u043b",
        "fail",
        "too",
        "ledger",
        "of",
        "full"
    };
    private static final String[] HOLES = {"{%s:text}", "{%s:number}", "{%s:word}", "{%s:path}"};
    private static final String[] VALUES = {"list.dat", "12", "/srv/quay/a b", "x9", "-4", "the quay"};

    private static KnownError error(int n, String message) {
        Signature s = new Signature(
                Signature.Kind.MESSAGE, message, Template.parse(message).value(), 1);
        return KnownError.recognisedBy("e" + n, List.of(), List.of(s));
    }

    private static String message(Random random) {
        StringBuilder s = new StringBuilder();
        int parts = 3 + random.nextInt(4);
        boolean hole = true;
        for (int i = 0; i < parts; i++) {
            hole = !hole && i > 0 && random.nextInt(3) == 0;
            s.append(
                    hole
                            ? String.format(HOLES[random.nextInt(HOLES.length)], "v" + i)
                            : WORDS[random.nextInt(WORDS.length)]);
            s.append(i + 1 < parts ? random.nextInt(5) == 0 ? ": " : " " : "");
        }
        return s.toString();
    }

    private static String line(Random random, List<KnownError> errors) {
        StringBuilder s = new StringBuilder(random.nextBoolean() ? "08:41:09 stager[22] ERROR " : "");
        if (random.nextBoolean()) {
            Template t = errors.get(random.nextInt(errors.size()))
                    .signatures()
                    .get(0)
                    .template();
            Map<String, String> values = new HashMap<>();
            t.names().keySet().forEach(n -> values.put(n, VALUES[random.nextInt(VALUES.length)]));
            s.append(t.fill(values));
        } else {
            for (int i = 0; i < 6; i++) {
                s.append(WORDS[random.nextInt(WORDS.length)]).append(' ');
            }
        }
        return random.nextInt(4) == 0 ? s.toString().toUpperCase(Locale.ROOT) : s.toString();
    }

    private static boolean stands(KnownError e, String line) {
        ExactTemplate t = ExactTemplate.of(e.signatures().get(0).template());
        for (PreparedText.Leave leave : PreparedText.Leave.values()) {
            if (ExactMatcher.find(t, PreparedText.of(line, leave)) != null) {
                return true;
            }
        }
        return false;
    }

    @Property(tries = 40, seed = "20261125")
    void losesNothing(@ForAll long seed) {
        Random random = new Random(seed);
        List<KnownError> errors = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            errors.add(error(i, message(random)));
        }
        List<String> lines = new ArrayList<>();
        for (int i = 0; i < 120; i++) {
            lines.add(line(random, errors));
        }
        Set<String> slow = new TreeSet<>();
        for (int i = 0; i < lines.size(); i++) {
            for (KnownError e : errors) {
                boolean isLong = e.signatures()
                                .get(0)
                                .template()
                                .literals()
                                .codePoints()
                                .filter(Character::isLetter)
                                .count()
                        >= 8;
                if (isLong && stands(e, lines.get(i))) {
                    slow.add(e.key() + "@" + (i + 1));
                }
            }
        }
        Set<String> fast = new TreeSet<>();
        byte[] bytes = String.join("\n", lines).getBytes(StandardCharsets.UTF_8);
        int[] at = {0};
        LogFindings f = Recogniser.of(errors)
                .scan()
                .run(
                        (into, from, length) -> {
                            int n = Math.min(Math.min(length, 1_000), bytes.length - at[0]);
                            System.arraycopy(bytes, at[0], into, from, n);
                            at[0] += n;
                            return n == 0 ? -1 : n;
                        },
                        b -> true);
        f.known().forEach(k -> k.marks().forEach(m -> fast.add(k.error() + "@" + m)));
        assertThat(slow).hasSizeGreaterThan(10);
        slow.removeAll(fast);
        assertThat(slow.stream()
                        .map(m -> m + " "
                                + errors.get(Integer.parseInt(m.substring(1, m.indexOf('@'))))
                                        .signatures()
                                        .get(0)
                                        .text()
                                + " <- " + lines.get(Integer.parseInt(m.substring(m.indexOf('@') + 1)) - 1)))
                .isEmpty();
        assertThat(f.lines()).isEqualTo(lines.size());
    }
}
