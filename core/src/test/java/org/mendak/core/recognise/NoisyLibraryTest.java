package org.mendak.core.recognise;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.mendak.core.DemoLibrary;
import org.mendak.core.language.ValueType;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/** Every message of the demo library, with other values and with what screens and logs do to texts. */
class NoisyLibraryTest {

    private record Message(String error, Signature signature) {}

    private final Recogniser recogniser = Recogniser.of(DemoLibrary.errors());

    @Provide
    Arbitrary<Message> messages() {
        return Arbitraries.of(DemoLibrary.errors().stream()
                .flatMap(e -> e.signatures().stream()
                        .filter(s -> s.kind() == Signature.Kind.MESSAGE)
                        .map(s -> new Message(e.key(), s)))
                .toList());
    }

    private static String value(ValueType type, Random random) {
        int n = 1 + random.nextInt(9_000);
        return switch (type) {
            case PATH -> "/srv/area" + n + "/inner";
            case FILE -> "pack-" + n + ".bin";
            case SIZE -> n + " MB";
            case DURATION -> n + " s";
            case NUMBER -> String.valueOf(n);
            case VERSION -> "4." + n % 10;
            case HOST -> "board-" + n;
            default -> "word" + n;
        };
    }

    private static String noise(String text, Random random) {
        String out = text;
        if (random.nextBoolean()) {
            out = out.replace(" ", random.nextBoolean() ? "  " : "\t");
        }
        if (random.nextInt(3) == 0) {
            int at = 1 + random.nextInt(out.length() - 1);
            out = out.substring(0, at) + "\n" + out.substring(at);
        }
        if (random.nextBoolean()) {
            out = "2026-03-04 08:41:09.120 unit[" + (100 + random.nextInt(900)) + "] ERROR " + out;
        }
        return random.nextInt(4) == 0 ? "starting up\n" + out + "\nleaving" : out;
    }

    @Property(tries = 600, seed = "20261125")
    void isRecognisedFirstWithTheValuesThatStandInIt(@ForAll("messages") Message m, @ForAll long seed) {
        Random random = new Random(seed);
        Map<String, String> values = new HashMap<>();
        m.signature().template().names().forEach((name, type) -> values.put(name, value(type, random)));
        String text = noise(m.signature().template().fill(values), random);
        Recognition r = recogniser.recognise(new Recogniser.Query(text, null, null, null));
        assertThat(r.candidates()).as(text).isNotEmpty();
        assertThat(r.candidates().get(0).error()).as(text).isEqualTo(m.error());
        if (!text.contains("\n")) {
            r.candidates()
                    .get(0)
                    .captures()
                    .forEach((name, seen) -> assertThat(seen.replaceAll("\\s+", " "))
                            .as(name + " in " + text)
                            .isEqualTo(values.get(name)));
        }
    }

    @Property(tries = 200, seed = "20261125")
    void upperCasedItIsStillRecognised(@ForAll("messages") Message m, @ForAll long seed) {
        Random random = new Random(seed);
        Map<String, String> values = new HashMap<>();
        m.signature().template().names().forEach((name, type) -> values.put(name, value(type, random)));
        String text = m.signature().template().fill(values).toUpperCase(Locale.ROOT);
        List<Recognition.Candidate> found = recogniser
                .recognise(new Recogniser.Query(text, null, null, null))
                .candidates();
        assertThat(found).as(text).isNotEmpty();
        assertThat(found.get(0).error()).isEqualTo(m.error());
    }

    @Property(tries = 200, seed = "20261125")
    void placesOfAllReasonsLieInTheTextAndProbabilitiesFall(@ForAll("messages") Message m, @ForAll long seed) {
        Random random = new Random(seed);
        String text = noise(m.signature().text() + " PD-4012 error 137", random);
        Recognition r = recogniser.recognise(new Recogniser.Query(text, null, null, null));
        double last = 1;
        for (Recognition.Candidate c : r.candidates()) {
            assertThat(c.probability()).isBetween(0.0, last);
            last = c.probability();
            for (Recognition.Reason reason : c.reasons()) {
                if (reason.from() >= 0) {
                    assertThat(reason.to()).isBetween(reason.from(), text.length());
                }
            }
        }
        for (KnownError e : DemoLibrary.errors()) {
            assertThat(r.candidates().stream().filter(c -> c.error().equals(e.key())))
                    .hasSizeLessThanOrEqualTo(1);
        }
    }
}
