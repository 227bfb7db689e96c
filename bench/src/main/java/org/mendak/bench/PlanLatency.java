package org.mendak.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.language.Facts;
import org.mendak.core.plan.CasePlanner;
import org.mendak.core.plan.PastConditions;
import org.mendak.core.plan.Plan;
import org.mendak.core.plan.Progress;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.core.simulate.DeskSimulator;
import org.mendak.core.simulate.Habits;
import org.mendak.core.simulate.HiddenError;
import org.mendak.core.simulate.RandomErrors;
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

/** Whole plans of errors with many fixes, needs among them; exact up to 18 fixes, by the heuristic at 40. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SampleTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 4, time = 2)
@Fork(value = 1, jvmArgsAppend = "-XX:ActiveProcessorCount=1")
public class PlanLatency {

    private static final int CASES = 500;

    @Param({"5", "12", "18", "40"})
    int fixes;

    private CasePlanner.Request request;

    /** Writes an error with so many fixes, every third of which needs one of two things, and has a desk work it. */
    @Setup
    public void make() {
        Random random = new Random(31);
        HiddenError hidden = RandomErrors.draw(new RandomErrors.Kind(fixes, fixes, 0.5, false, false), random);
        StringBuilder tries = new StringBuilder();
        List<String> keys = new ArrayList<>();
        Map<String, Fix> all = new java.util.HashMap<>();
        double[] minutes = new double[fixes];
        for (int i = 0; i < fixes; i++) {
            String key = hidden.fixes().get(i).key();
            keys.add(key);
            minutes[i] = hidden.fixes().get(i).authored();
            tries.append(i + 1).append(". [Fix](../fixes/").append(key).append(".md)\n");
            all.put(key, fix(key, minutes[i], i % 3 == 0 ? "need-" + i % 2 : ""));
        }
        KnownError error = RunbookParser.parse(
                        DocumentKind.ERROR,
                        "many",
                        "---\nerror: many\ntitle: \"Many\"\nphases: [update]\n---\n\n## Recognise\n- Code: `MM-1`\n\n## Try\n"
                                + tries)
                .error();
        List<LoggedCase> log = new ArrayList<>();
        for (int c = 0; c < CASES; c++) {
            log.add(DeskSimulator.one(
                            hidden,
                            Habits.EXACT.givingUp(0.1).shuffling(0.3),
                            0,
                            DeskSimulator.authored(hidden),
                            random)
                    .logged(c));
        }
        Vocabulary vocabulary = RunbookParser.vocabulary(
                        "format: 1\nneeds:\n  need-0:\n    title: One\n    minutes: 4\n  need-1:\n    title: Other\n    minutes: 9\n")
                .vocabulary();
        request = new CasePlanner.Request(
                error,
                all,
                vocabulary,
                Facts.NONE,
                Progress.NONE,
                Evidence.of(keys, minutes, log, null),
                List.of(),
                false,
                PastConditions.NONE);
    }

    private static Fix fix(String key, double minutes, String needs) {
        return RunbookParser.parse(
                        DocumentKind.FIX,
                        key,
                        "---\nfix: " + key + "\ntitle: \"Fix\"\nminutes: " + minutes + "\nneeds: [" + needs
                                + "]\n---\n\n## Do it\nDo it.\n")
                .fix();
    }

    /** One plan, as it is made at every look at a case. */
    @Benchmark
    public Plan plan() {
        return CasePlanner.plan(request);
    }
}
