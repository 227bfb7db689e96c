package org.mendak.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.regex.Pattern;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.language.Facts;
import org.mendak.core.plan.CasePlanner;
import org.mendak.core.plan.Plan;
import org.mendak.core.plan.Progress;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Signature;
import org.mendak.core.runbook.Vocabulary;
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
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;

/**
 * Recognition over the demo library beside a loop over one regular expression a message, which finds only what is written
 * exactly so; and fitting the evidence and planning of one known error.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SampleTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(1)
public class Latency {

    private static final String MESSAGE = "Not enough room in /var/stage/pier-3 for till-5.4.pkg: 812 MB needed";

    @Param({"clean", "wrapped", "lines200"})
    private String text;

    private String pasted;
    private Recogniser recogniser;
    private List<Pattern> expressions;
    private KnownError error;
    private Map<String, Fix> fixes;
    private List<LoggedCase> log;
    private Evidence evidence;

    static void measure() throws RunnerException {
        new Runner(new OptionsBuilder()
                        .include(Latency.class.getName())
                        .shouldFailOnError(true)
                        .build())
                .run();
    }

    /** Reads the demo's documents and makes a log of a thousand cases. */
    @Setup
    public void read() {
        Path demo = Path.of(System.getenv("MENDAK_ROOT"), "demo");
        List<KnownError> errors = new ArrayList<>();
        each(
                demo,
                DocumentKind.ERROR,
                (key, source) -> errors.add(
                        RunbookParser.parse(DocumentKind.ERROR, key, source).error()));
        fixes = new HashMap<>();
        each(
                demo,
                DocumentKind.FIX,
                (key, source) -> fixes.put(
                        key, RunbookParser.parse(DocumentKind.FIX, key, source).fix()));
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
        error = errors.stream()
                .filter(e -> e.key().equals("till-staging-full"))
                .findFirst()
                .orElseThrow();
        log = cases(new Random(7));
        evidence = fit();
    }

    private interface Document {
        void take(String key, String source);
    }

    private static void each(Path demo, DocumentKind kind, Document use) {
        try (var files = Files.list(demo.resolve(kind.folder()))) {
            for (Path f : files.sorted().toList()) {
                use.take(f.getFileName().toString().replace(".md", ""), Files.readString(f));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A template as people would write it by hand: literals quoted, every placeholder anything. */
    private static String expression(String template) {
        StringBuilder e = new StringBuilder();
        for (String part : template.split("(?=\\{)|(?<=\\})")) {
            e.append(part.startsWith("{") ? "(.+?)" : Pattern.quote(part));
        }
        return e.toString();
    }

    private List<LoggedCase> cases(Random random) {
        List<String> keys = error.tries().stream().map(KnownError.TryItem::fix).toList();
        List<LoggedCase> cases = new ArrayList<>();
        for (int i = 0; i < 1_000; i++) {
            List<LoggedAttempt> tried = new ArrayList<>();
            for (String key : keys) {
                boolean worked = random.nextInt(4) == 0;
                tried.add(new LoggedAttempt(
                        key, worked ? Outcome.WORKED : Outcome.NO_CHANGE, false, false, 2 + random.nextInt(9)));
                if (worked) {
                    break;
                }
            }
            cases.add(new LoggedCase("c" + i, "5.4", "2026-03", tried));
        }
        return cases;
    }

    private Evidence fit() {
        List<String> keys = error.tries().stream().map(KnownError.TryItem::fix).toList();
        double[] minutes =
                keys.stream().mapToDouble(k -> fixes.get(k).minutes()).toArray();
        return Evidence.of(keys, minutes, log, "5.4");
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

    /** Fitting the evidence of one error from a thousand cases. */
    @Benchmark
    public Evidence fitEvidence() {
        return fit();
    }

    /** Planning with evidence at hand. */
    @Benchmark
    public Plan plan() {
        return CasePlanner.plan(new CasePlanner.Request(
                error, fixes, Vocabulary.EMPTY, new Facts(Map.of()), Progress.NONE, evidence, List.of()));
    }
}
