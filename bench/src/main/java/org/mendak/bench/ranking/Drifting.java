package org.mendak.bench.ranking;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.IntStream;
import org.mendak.core.evidence.Alarms;
import org.mendak.core.evidence.Drift;
import org.mendak.core.evidence.FixTally;

/** How often the drift alarm goes off for nothing, and how soon it names a success that halved. */
final class Drifting {

    private static final int FIXES = 2_000;
    private static final int MONTHS = 18;
    private static final int A_MONTH = 10;
    private static final int MOST_SINCE = 120;
    private static final int BREAKS = 12;

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
        controlled(seed);
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

    /** Whole desks, looked at once a month: of what is told, how much is false, and how much of what broke is told within half a year. */
    private static void controlled(long seed) {
        int desks = 200;
        int fixes = 150;
        int broken = 2;
        int[] sums = new int[6];
        IntStream.range(0, desks).forEach(n -> {
            Random random = new Random(seed + 500_000 + n);
            List<List<FixTally.Slice>> all = new ArrayList<>();
            double[] chances = new double[fixes];
            for (int f = 0; f < fixes; f++) {
                all.add(new ArrayList<>());
                chances[f] = f < broken ? 0.6 + 0.3 * random.nextDouble() : 0.2 + 0.7 * random.nextDouble();
            }
            boolean[] named = new boolean[broken];
            for (int month = 0; month < MONTHS; month++) {
                for (int f = 0; f < fixes; f++) {
                    boolean broke = f < broken && month >= BREAKS;
                    for (int i = 0; i < A_MONTH; i++) {
                        all.get(f)
                                .add(attempt(
                                        month, "7." + month / 6, random.nextDouble() < chances[f] * (broke ? 0.3 : 1)));
                    }
                }
                if (month < 2) {
                    continue;
                }
                List<Drift.Tested> tested = all.stream().map(Drift::test).toList();
                double bar =
                        Alarms.bar(tested.stream().map(Drift.Tested::evidence).toList(), Alarms.FALSE_RATE);
                for (int f = 0; f < fixes; f++) {
                    boolean wrong = f >= broken || month < BREAKS;
                    boolean told = tested.get(f).above(bar).isPresent();
                    sums[0] += told ? 1 : 0;
                    sums[1] += told && wrong ? 1 : 0;
                    sums[2] += tested.get(f).change().isPresent() ? 1 : 0;
                    sums[3] += tested.get(f).change().isPresent() && wrong ? 1 : 0;
                    if (told && !wrong && month < BREAKS + 6) {
                        named[f] = true;
                    }
                }
            }
            for (boolean b : named) {
                sums[4] += b ? 1 : 0;
                sums[5]++;
            }
        });
        System.out.printf(
                Locale.ROOT,
                "%d desks of %d fixes, two of which fall to three tenths: of the alarms told %.1f %% are false (each fix by itself: %.1f %%),"
                        + " %.2f false a desk and month; named within half a year: %.0f %%%n",
                desks,
                fixes,
                100.0 * sums[1] / sums[0],
                100.0 * sums[3] / sums[2],
                sums[1] / (double) desks / (MONTHS - 2),
                100.0 * sums[4] / sums[5]);
    }

    private static FixTally.Slice attempt(int month, String version, boolean held) {
        String opened = String.format(Locale.ROOT, "%d-%02d", 2025 + month / 12, 1 + month % 12);
        return new FixTally.Slice(version, opened, 1, held ? 1 : 0);
    }

    private static int falseAlarms(Random random) {
        double chance = 0.2 + 0.7 * random.nextDouble();
        List<FixTally.Slice> tries = new ArrayList<>();
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
        List<FixTally.Slice> tries = new ArrayList<>();
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
