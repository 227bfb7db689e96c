package org.mendak.bench.ranking;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.mendak.core.evidence.Surge;
import org.mendak.core.evidence.WeekProfile;

/** How often a desk is told of a surge that is none, and after how many cases of one that is. */
public final class Surging {

    private static final int WEEKS = 90;
    private static final int DESKS = 60;
    /** Before it is looked at, so many weeks are known. */
    private static final int KNOWN = 56;

    private static final long WEEK = 7 * 86_400L;
    private static final long HOUR = 3_600;
    private static final long START = 1_700_000_000L;

    private Surging() {}

    /** Desks of the demo's volume and of ten times that. */
    public static void measure() {
        System.out.println(
                "| cases a month | errors | false alarms a month | fivefold noticed after (median, nine of ten) |"
                        + " thirtyfold |\n|---|---|---|---|---|");
        for (int times : new int[] {1, 10}) {
            int desks = Math.max(8, DESKS / times);
            double[] rates = rates(times);
            double alarms = IntStream.range(0, desks)
                    .parallel()
                    .mapToDouble(n -> falseAlarms(rates, new Random(n)))
                    .average()
                    .orElse(0);
            System.out.printf(
                    Locale.ROOT,
                    "| %.0f | %d | %.2f | %s | %s |%n",
                    Arrays.stream(rates).sum() * 30 / 7,
                    rates.length,
                    alarms,
                    noticed(rates, 5),
                    noticed(rates, 30));
        }
    }

    /** Cases a week of each error: a few often, most seldom, as in the demo; a larger desk has more of them too. */
    private static double[] rates(int times) {
        int errors = times == 1 ? 50 : times == 10 ? 200 : 800;
        double[] rates = new double[errors];
        double sum = 0;
        for (int e = 0; e < errors; e++) {
            rates[e] = 1 / (e + 3.0);
            sum += rates[e];
        }
        for (int e = 0; e < errors; e++) {
            rates[e] *= 38.5 * times / sum;
        }
        return rates;
    }

    /** By day and on weekdays much comes, at night nearly nothing. */
    private static double busy(long second) {
        long hour = Math.floorMod(second - 4 * 86_400, WEEK) / HOUR;
        boolean weekend = hour / 24 >= 5;
        long h = hour % 24;
        return (h >= 6 && h < 20 ? 1.5 : 0.15) * (weekend ? 0.4 : 1.2);
    }

    private static long[] made(double week, long from, long to, Random random) {
        List<Long> all = new ArrayList<>();
        double most = week / WEEK * 1.8 / 0.86;
        double t = from;
        while (true) {
            t += -Math.log(1 - random.nextDouble()) / most;
            if (t >= to) {
                return all.stream().mapToLong(Long::longValue).toArray();
            }
            if (random.nextDouble() < busy((long) t) / 1.8) {
                all.add((long) t);
            }
        }
    }

    /** Looked at with each case; alarms a month. */
    private static double falseAlarms(double[] rates, Random random) {
        long end = START + WEEKS * WEEK;
        List<long[]> errors =
                Arrays.stream(rates).mapToObj(r -> made(r, START, end, random)).toList();
        Surge.Desk desk = desk(
                rates,
                WeekProfile.of(errors.stream().flatMapToLong(Arrays::stream).toArray()));
        int alarms = 0;
        long from = START + KNOWN * WEEK;
        for (long[] error : errors) {
            long told = 0;
            for (long s : error) {
                if (s < from) {
                    continue;
                }
                Optional<Surge> surge = Surge.of(near(error, s), s, desk);
                if (surge.isPresent()) {
                    // what goes on within the week is the same one, and so is what nobody was told that it is over
                    alarms += s - told > WEEK && surge.get().since() > told ? 1 : 0;
                    told = s;
                }
            }
        }
        return alarms / ((end - from) / (30 * 86_400.0));
    }

    private static Surge.Desk desk(double[] rates, WeekProfile week) {
        return new Surge.Desk(week, START, Arrays.stream(rates).sum() * 30 / 7, rates.length);
    }

    private static long[] near(long[] all, long now) {
        return Arrays.stream(all)
                .filter(s -> s <= now && s > now - Surge.TESTED - Surge.USUAL)
                .toArray();
    }

    private static String noticed(double[] rates, int times) {
        int[] after = IntStream.range(0, 2_000)
                .parallel()
                .map(n -> {
                    Random random = new Random(9_000 + n);
                    double rate = rates[random.nextInt(Math.min(30, rates.length))];
                    long begin = START + KNOWN * WEEK + (long) (random.nextDouble() * WEEK);
                    long[] before = made(rate, START, begin, random);
                    long[] since = made(rate * times, begin, begin + 6 * WEEK, random);
                    long[] others = made(40, START, begin, random);
                    Surge.Desk desk = desk(rates, WeekProfile.of(others));
                    long[] all = new long[before.length + since.length];
                    System.arraycopy(before, 0, all, 0, before.length);
                    System.arraycopy(since, 0, all, before.length, since.length);
                    for (int i = 0; i < since.length; i++) {
                        if (Surge.of(near(all, since[i]), since[i], desk).isPresent()) {
                            return i + 1;
                        }
                    }
                    return 1_000;
                })
                .sorted()
                .toArray();
        return after[after.length / 2] + ", " + after[after.length * 9 / 10];
    }
}
