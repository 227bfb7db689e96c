package org.mendak.bench;

import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.regex.Pattern;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * Recognition over the demo library, beside a loop over one regular expression a message, which finds only what is written
 * exactly so, reads no codes and gives no reasons.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SampleTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(1)
public class RecognitionLatency {

    private static final String MESSAGE = "Not enough room in /var/stage/pier-3 for till-5.4.pkg: 812 MB needed";

    @Param({"clean", "wrapped", "lines200"})
    private String text;

    private String pasted;
    private Recogniser recogniser;
    private List<Pattern> expressions;

    /** Reads the demo's documents. */
    @Setup
    public void read() {
        List<KnownError> errors = DemoDocuments.read().errors();
        recogniser = Recogniser.of(errors.stream().filter(e -> !e.firstAid()).toList());
        expressions = errors.stream()
                .flatMap(e -> e.signatures().stream())
                .filter(s -> s.kind() == Signature.Kind.MESSAGE)
                .map(s -> Pattern.compile(expression(s.text()), Pattern.CASE_INSENSITIVE))
                .toList();
        pasted = switch (text) {
            case "clean" -> MESSAGE;
            case "wrapped" -> "08:41:09 stager[2210] ERROR " + MESSAGE.substring(0, 28) + "\n" + MESSAGE.substring(28);
            default -> "08:40:01 stager[2210] INFO block written, queue is short\n".repeat(199) + MESSAGE;
        };
    }

    /** A template as people would write it by hand: literals quoted, every placeholder anything. */
    private static String expression(String template) {
        StringBuilder e = new StringBuilder();
        for (String part : template.split("(?=\\{)|(?<=\\})")) {
            e.append(part.startsWith("{") ? "(.+?)" : Pattern.quote(part));
        }
        return e.toString();
    }

    /** Mendak's own recognition. */
    @Benchmark
    public Recognition recognise() {
        return recogniser.recognise(new Recogniser.Query(pasted, null, null, null));
    }

    /** The named alternative. */
    @Benchmark
    public int loopOverRegularExpressions() {
        int found = 0;
        for (Pattern p : expressions) {
            found += p.matcher(pasted).find() ? 1 : 0;
        }
        return found;
    }
}
