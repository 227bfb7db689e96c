package org.mendak.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.IntConsumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.mendak.core.review.Reviewer;
import org.mendak.core.review.Shelf;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Edit;
import org.mendak.core.runbook.Editing;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Vocabulary;

/** What a pause in typing costs beside few documents and beside 20,000 known errors with 40,000 fixes, and what a change of a part costs. */
final class Writing {

    private static final int ERRORS = 20_000;
    private static final int FIXES = 40_000;
    private static final int TIMES = 300;
    private static final String[] NAMES = {
        "pier", "quay", "winch", "board", "till", "scanner", "chart", "roster", "seal", "berth", "queue", "drawer",
        "port", "line", "anchor", "lamp", "buoy", "ferry", "ticket", "gate", "mast", "hull", "tide", "rope"
    };
    private static final String[] HAPPENS = {
        "does not open",
        "is full",
        "was refused",
        "stays shut",
        "is older than",
        "could not be read",
        "lost its way",
        "is taken by"
    };

    private Writing() {}

    static void measure() {
        DemoDocuments demo = DemoDocuments.read();
        Shelf small = new Shelf(demo.fixes(), byKey(demo.errors()), Vocabulary.EMPTY);
        Random random = new Random(8);
        Map<String, Fix> fixes = new HashMap<>();
        for (int i = 0; i < FIXES; i++) {
            String text = fix(i, random);
            fixes.put(
                    "fix-" + i,
                    RunbookParser.parse(DocumentKind.FIX, "fix-" + i, text).fix());
        }
        List<String> texts =
                IntStream.range(0, ERRORS).mapToObj(i -> error(i, random)).toList();
        Map<String, KnownError> errors = new HashMap<>();
        for (int i = 0; i < ERRORS; i++) {
            errors.put(
                    "error-" + i,
                    RunbookParser.parse(DocumentKind.ERROR, "error-" + i, texts.get(i))
                            .error());
        }
        Shelf big = new Shelf(fixes, errors, Vocabulary.EMPTY);
        double first = once(i -> judge(texts.get(i), i, big));
        double[] few = times(i -> judge(texts.get(i), i, small));
        double[] many = times(i -> judge(texts.get(i), i, big));
        System.out.printf("| a pause in typing | median | 95 of 100 |%n|---|---|---|%n");
        System.out.printf(
                "| beside %d known errors | %.2f ms | %.2f ms |%n",
                demo.errors().size(), at(few, 50), at(few, 95));
        System.out.printf(
                "| beside %,d and %,d fixes | %.2f ms | %.2f ms |%n", ERRORS, FIXES, at(many, 50), at(many, 95));
        System.out.printf(
                "%.1f times as long; the first one after a change of the shelf %.0f ms.%n",
                at(many, 50) / at(few, 50), first);
        String longFix = fix(1, random)
                + IntStream.range(0, 60)
                        .mapToObj(i ->
                                "\n## Step " + i + "\n```sh\nrun " + i + "\n```\n- Expect: `ok`\n- Caution: slowly\n")
                        .collect(Collectors.joining());
        double[] edits = times(i -> Editing.apply(
                DocumentKind.FIX,
                longFix,
                List.of(new Edit.Put(List.of(2 + i % 50, 2), "text", List.of("not so fast " + i)))));
        double[] parses = times(i -> RunbookParser.parse(DocumentKind.FIX, "fix-1", longFix + i));
        System.out.printf(
                "A change of a part in %d lines: %.2f ms at the median, %.2f ms for 95 of 100; %.1f times reading the document once.%n",
                longFix.lines().count(), at(edits, 50), at(edits, 95), at(edits, 50) / at(parses, 50));
        WhatMatches.measure(big, texts);
    }

    private static void judge(String text, int i, Shelf shelf) {
        String key = "error-" + i;
        Reviewer.review(RunbookParser.parse(DocumentKind.ERROR, key, text.replace("happens", "happens now")), shelf);
    }

    private static Map<String, KnownError> byKey(List<KnownError> errors) {
        return errors.stream().collect(Collectors.toMap(KnownError::key, e -> e));
    }

    private static String pick(String[] from, Random random) {
        return from[random.nextInt(from.length)];
    }

    private static String error(int i, Random random) {
        String says = pick(NAMES, random) + " " + pick(NAMES, random) + " " + pick(HAPPENS, random);
        return "---\nerror: error-" + i + "\ntitle: \"" + says + " " + i
                + "\"\nphases: [update]\nproducts: [Purserdesk]\n---\nIt happens.\n"
                + "\n## Recognise\n- Code: `SK-" + (10_000 + i) + "`\n- Message: `" + says + " {what:word} at "
                + pick(NAMES, random)
                + " {n:number}`\n- Sample: `" + says + " x" + i + " at " + pick(NAMES, random)
                + " 7`\n\n## Try\n1. [A](../fixes/fix-"
                + 2 * i + ".md)\n2. [B](../fixes/fix-" + (2 * i + 1) + ".md)\n\n## Verify\n1. Do it again.\n";
    }

    private static String fix(int i, Random random) {
        return "---\nfix: fix-" + i + "\ntitle: \"Mend the " + pick(NAMES, random) + " " + i
                + "\"\nminutes: 4\n---\nIt helps.\n\n## Do it\n```sh\nmendctl " + pick(NAMES, random) + " " + i
                + "\n```\n- Expect: `done`\n";
    }

    static double once(IntConsumer act) {
        long begun = System.nanoTime();
        act.accept(0);
        return (System.nanoTime() - begun) / 1e6;
    }

    /** Milliseconds of each of {@value #TIMES} acts after as many that warm up, sorted. */
    static double[] times(IntConsumer act) {
        return times(TIMES, act);
    }

    /** The same of fewer acts. */
    static double[] times(int acts, IntConsumer act) {
        List<Double> all = new ArrayList<>();
        for (int i = 0; i < 2 * acts; i++) {
            int n = i;
            double ms = once(ignored -> act.accept(n * 37 % acts));
            if (i >= acts) {
                all.add(ms);
            }
        }
        double[] sorted = all.stream().mapToDouble(x -> x).toArray();
        Arrays.sort(sorted);
        return sorted;
    }

    static double at(double[] sorted, int of100) {
        return sorted[Math.min(sorted.length - 1, sorted.length * of100 / 100)];
    }
}
