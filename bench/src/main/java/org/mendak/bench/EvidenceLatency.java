package org.mendak.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.mendak.core.evidence.Basis;
import org.mendak.core.evidence.Counted;
import org.mendak.core.evidence.CountedLog;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.language.Facts;
import org.mendak.core.plan.CasePlanner;
import org.mendak.core.plan.PastConditions;
import org.mendak.core.plan.Plan;
import org.mendak.core.plan.Progress;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.core.simulate.DeskSimulator;
import org.mendak.core.simulate.Habits;
import org.mendak.core.simulate.HiddenError;
import org.mendak.core.simulate.SimulatedCase;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Fitting the evidence of one known error with five fixes from two thousand cases, and planning with it. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SampleTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(value = 1, jvmArgsAppend = "-XX:ActiveProcessorCount=1")
public class EvidenceLatency {

    private static final int CASES_OF_YEARS = 10_000;

    private KnownError error;
    private Map<String, Fix> fixes;
    private List<String> keys;
    private double[] minutes;
    private List<LoggedCase> log;
    private Evidence evidence;
    private Counted years;

    /** Reads the demo's documents and makes the log. */
    @Setup
    public void read() {
        DemoDocuments documents = DemoDocuments.read();
        fixes = documents.fixes();
        error = documents.error("till-staging-full");
        keys = error.tries().stream().map(KnownError.TryItem::fix).toList();
        minutes = keys.stream().mapToDouble(k -> fixes.get(k).minutes()).toArray();
        log = cases(new Random(7));
        evidence = fit();
        years = years(new Random(3));
    }

    private static Counted years(Random random) {
        int n = 9;
        double[] shares = new double[n + 1];
        Arrays.fill(shares, 1.0 / (n + 1));
        HiddenError hidden = HiddenError.of(
                "berth-ledger-held",
                1,
                IntStream.range(0, n)
                        .mapToObj(i -> HiddenError.HiddenFix.plain("fix-" + i, 2 + i))
                        .toList(),
                shares,
                0.15,
                List.of());
        Habits habits =
                new Habits(0.15, 0.1, 0.12, 0.03, 0.04, new Habits.Slips(0.03, 0, 0), new Habits.Size(40, 60_000, 14));
        List<String> keys =
                hidden.fixes().stream().map(HiddenError.HiddenFix::key).toList();
        CountedLog<LoggedCase> log =
                new CountedLog<>(keys, List.of(), c -> c, Comparator.comparingLong(LoggedCase::number));
        for (int i = 0; i < CASES_OF_YEARS; i++) {
            SimulatedCase c = DeskSimulator.one(
                    hidden, habits, i / (double) CASES_OF_YEARS, DeskSimulator.authored(hidden), random);
            log.put(new LoggedCase(i, "5." + c.release(), "2026-03", c.attempts(), c.facts()));
        }
        return log.counted(keys.stream().map(k -> 5.0).toList(), null);
    }

    private List<LoggedCase> cases(Random random) {
        List<LoggedCase> cases = new ArrayList<>();
        for (int i = 0; i < 2_000; i++) {
            List<LoggedAttempt> tried = new ArrayList<>();
            for (String key : keys) {
                boolean worked = random.nextInt(4) == 0;
                tried.add(new LoggedAttempt(
                        key, worked ? Outcome.WORKED : Outcome.NO_CHANGE, false, false, 2 + random.nextInt(9)));
                if (worked) {
                    break;
                }
            }
            cases.add(new LoggedCase(i, "5.4", "2026-03", tried));
        }
        return cases;
    }

    /** Fitting, as it happens once after a change. */
    @Benchmark
    public Evidence fit() {
        return Evidence.of(keys, minutes, log, "5.4");
    }

    /** Fitting the newest of 10,000 cases of an error with nine fixes, some worked off the plan, as it happens after each change at a desk of years. */
    @Benchmark
    public Evidence fitOfYears() {
        return years.fit(Basis.FirstPicks.WHEN_TELLING);
    }

    /** Planning, as it happens at every look at a case. */
    @Benchmark
    public Plan plan() {
        return CasePlanner.plan(new CasePlanner.Request(
                error,
                fixes,
                Vocabulary.EMPTY,
                new Facts(Map.of()),
                Progress.NONE,
                evidence,
                List.of(),
                false,
                PastConditions.NONE));
    }
}
