package org.mendak.bench.ranking;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.IntStream;
import org.mendak.core.evidence.Drift;
import org.mendak.core.evidence.FixTally;

/** How often the drift alarm goes off for nothing, and how soon it names a success that halved. */
final class Drifting {

    private static final int FIXES = 2_000;
    private static final int MONTHS = 18;
    private static final int A_MONTH = 10;
    private static final int MOST_SINCE = 120;

    private Drifting() {}

    static void measure(long seed) {
        System.out.println("\n### Drift");
        double perThousand = IntStream.range(0, FIXES)
                        .parallel()
                        .map(n -> falseAlarms(new Random(seed + n)))
                        .sum()
                * 1_000.0
                / (FIXES * (MONTHS - 2));
        System.out.printf(
                Locale.ROOT,
                "stationary fixes, %d tries a month, a new release every six months: %.1f false alarms per 1,000 fix-months%n",
                A_MONTH,
                perThousand);
        for (double before : new double[] {0.8, 0.6, 0.4}) {
            int[] since = IntStream.range(0, FIXES / 4)
                    .parallel()
                    .map(n -> untilNamed(before, new Random(seed + 100_000 + n)))
                    .sorted()
                    .toArray();
            System.out.printf(
                    Locale.ROOT,
                    "success halves from %.0f %% with a release: named after %d tries (median), %d (nine in ten), never within %d: %.1f %%%n",
                    100 * before,
                    since[since.length / 2],
                    since[since.length * 9 / 10],
                    MOST_SINCE,
                    100.0 * IntStream.of(since).filter(s -> s == MOST_SINCE).count() / since.length);
        }
    }

    private static FixTally.Try attempt(int month, String version, boolean held) {
        return new FixTally.Try(
                "c", String.format(Locale.ROOT, "%d-%02d", 2025 + month / 12, 1 + month % 12), version, true, held, 5);
    }

    private static int falseAlarms(Random random) {
        double chance = 0.2 + 0.7 * random.nextDouble();
        List<FixTally.Try> tries = new ArrayList<>();
        int alarms = 0;
        for (int month = 0; month < MONTHS; month++) {
            for (int i = 0; i < A_MONTH; i++) {
                tries.add(attempt(month, "7." + month / 6, random.nextDouble() < chance));
            }
            alarms += month >= 2 && Drift.of(tries).isPresent() ? 1 : 0;
        }
        return alarms;
    }

    private static int untilNamed(double before, Random random) {
        List<FixTally.Try> tries = new ArrayList<>();
        for (int month = 0; month < 9; month++) {
            for (int i = 0; i < A_MONTH; i++) {
                tries.add(attempt(month, "7." + month / 6, random.nextDouble() < before));
            }
        }
        for (int since = 1; since < MOST_SINCE; since++) {
            tries.add(attempt(9 + since / A_MONTH, "7.2", random.nextDouble() < before / 2));
            if (Drift.of(tries)
                    .filter(c -> c.fell() && "7.2".equals(c.release()))
                    .isPresent()) {
                return since;
            }
        }
        return MOST_SINCE;
    }
}
