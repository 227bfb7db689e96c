package org.mendak.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.mendak.bench.load.Load;
import org.mendak.bench.load.Soak;
import org.mendak.bench.ranking.Ranking;
import org.mendak.bench.ranking.Surging;
import org.mendak.bench.recognition.Accuracy;
import org.mendak.bench.recognition.CircumstancesFit;
import org.mendak.bench.recognition.Failures;
import org.mendak.bench.recognition.Fitting;
import org.mendak.bench.recognition.Fuzzing;
import org.mendak.bench.recognition.Grouping;
import org.mendak.bench.recognition.Learning;
import org.mendak.bench.recognition.Questions;
import org.mendak.bench.recognition.Scanning;
import org.mendak.bench.recognition.Spoken;
import org.openjdk.jmh.profile.GCProfiler;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.options.OptionsBuilder;

/** {@code ./mendak bench}: all measurements, or the one that is named. */
public final class Bench {

    private static final List<String> ALL = List.of(
            "weight",
            "startup",
            "calls",
            "latency",
            "recognition",
            "spoken",
            "learning",
            "shapes",
            "scan",
            "failures",
            "fuzz",
            "quoting",
            "writing",
            "doubling",
            "crowd",
            "ranking",
            "surges",
            "reaction",
            "find");

    private Bench() {}

    public static void main(String[] args) throws Exception {
        Locale.setDefault(Locale.ROOT);
        App app = new App(
                Path.of(System.getenv("MENDAK_ROOT")),
                Path.of(System.getenv("MENDAK_APP")),
                System.getenv("MENDAK_JAVA"));
        Path corpus = Path.of(System.getenv("MENDAK_ROOT"), "bench", "target", "corpus");
        Files.createDirectories(corpus);
        List<String> wanted = args.length == 0 || args[0].equals("all") ? ALL : List.of(args[0]);
        for (String one : wanted) {
            System.out.println("\n## " + one);
            switch (one) {
                case "weight" -> Weight.measure(app);
                case "startup" -> StartUp.measure(app);
                case "calls" -> Calls.measure(app);
                case "reaction" -> Reaction.measure(app);
                case "how-tos" ->
                    Grouping.howTos(corpus, args.length > 1 ? Integer.parseInt(args[1]) : 0, args.length < 3);
                case "find" -> Finding.measure(app);
                case "load" ->
                    Load.measure(
                            app,
                            corpus.resolveSibling("desks"),
                            List.of(args).subList(Math.min(1, args.length), args.length));
                case "soak" ->
                    Soak.measure(
                            app,
                            corpus.resolveSibling("desks"),
                            args.length > 1 ? args[1] : "100000-20000",
                            args.length > 2 ? Integer.parseInt(args[2]) : 20);
                case "ranking" -> Ranking.measure();
                case "drift" -> Ranking.drift();
                case "surges" -> Surging.measure();
                case "ranking-tuning" -> Ranking.tune();
                case "quoting" -> Quoting.measure();
                case "writing" -> Writing.measure();
                case "doubling" -> Doubling.measure();
                case "crowd" -> Crowd.measure(app);
                case "recognition" -> Accuracy.measure(corpus);
                case "apart" -> Accuracy.apart(args.length > 1 ? Path.of(args[1]) : null);
                case "spoken" ->
                    Spoken.measure(
                            DemoDocuments.read().errors().stream()
                                    .filter(e -> !e.firstAid())
                                    .toList(),
                            DemoDocuments.products());
                case "shapes" -> Grouping.measure(corpus, args.length > 1 ? Path.of(args[1]) : null);
                case "shapes-fitting" -> Grouping.fit(corpus);
                case "circumstances" -> CircumstancesFit.measure(args.length > 1 ? Path.of(args[1]) : null);
                case "questions" -> Questions.measure(args.length > 1 ? Path.of(args[1]) : null);
                case "learning" -> Learning.measure(corpus, args.length > 1 ? Path.of(args[1]) : null);
                case "fitting" -> Fitting.run(corpus, args.length > 1 ? Path.of(args[1]) : null);
                case "failures" ->
                    Failures.measure(
                            corpus,
                            DemoDocuments.read().errors().stream()
                                    .filter(e -> !e.firstAid())
                                    .toList());
                case "fuzz" -> Fuzzing.run(corpus);
                case "scan" -> Scanning.measure(corpus);
                case "plans" ->
                    new Runner(new OptionsBuilder()
                                    .include("PlanLatency|EvidenceLatency")
                                    .addProfiler(GCProfiler.class)
                                    .shouldFailOnError(true)
                                    .build())
                            .run();
                case "latency" ->
                    new Runner(new OptionsBuilder()
                                    .include("org.mendak.bench.*Latency")
                                    .shouldFailOnError(true)
                                    .build())
                            .run();
                default -> throw new IllegalArgumentException("\"" + one + "\" is not one of " + ALL);
            }
        }
    }
}
