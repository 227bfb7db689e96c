package org.mendak.core.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.random.RandomGenerator;
import org.mendak.core.evidence.CauseModel;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.evidence.Outcome;

/** Problems with everything that a problem can have: precedence, groups, set-ups, states, questions, careful fixes. */
final class RandomProblems {

    private RandomProblems() {}

    static OrderProblem of(RandomGenerator random, int fixes) {
        List<Move> moves = new ArrayList<>();
        List<List<Standing.Demands>> demands = new ArrayList<>();
        double[] applies = new double[fixes];
        long failed = random.nextInt(3) == 0 ? 1 : 0;
        for (int i = 0; i < fixes; i++) {
            applies[i] = random.nextInt(4) == 0 ? 0.2 + 0.6 * random.nextDouble() : 1;
        }
        if (failed == 1) {
            applies[0] = 1;
        }
        for (int i = failed == 1 ? 1 : 0; i < fixes; i++) {
            List<Integer> order = new ArrayList<>(List.of(i));
            long before = i > 0 && random.nextInt(4) == 0 ? 1L << random.nextInt(i) : 0;
            if (i + 1 < fixes && random.nextInt(5) == 0) {
                order.add(++i);
            }
            long set = order.stream().mapToLong(f -> 1L << f).sum();
            moves.add(new Move(
                    order,
                    set,
                    1 + random.nextDouble() * 30,
                    before & ~set,
                    random.nextInt(5) == 0,
                    random.nextInt(4),
                    applies[i],
                    random.nextInt(2)));
            demands.add(order.stream().map(f -> demands(random)).toList());
        }
        return new OrderProblem(
                model(random, fixes).applying(applies),
                moves,
                new double[] {6, 11},
                new double[] {2},
                Standing.of(
                        demands,
                        random.nextBoolean() ? Map.of("service", "running") : Map.of(),
                        List.of(),
                        need -> need.length()),
                failed,
                5 + random.nextDouble() * 60,
                random.nextInt(5) > 0);
    }

    private static Standing.Demands demands(RandomGenerator random) {
        String[] states = {"running", "stopped"};
        return new Standing.Demands(
                random.nextBoolean() ? Map.of() : Map.of("service", states[random.nextInt(2)]),
                random.nextInt(3) > 0 ? Map.of() : Map.of("service", states[random.nextInt(2)]),
                random.nextInt(3) > 0 ? List.of() : List.of("recovery"));
    }

    /** Fixes that need nothing and have nothing to do with each other. */
    static OrderProblem plain(RandomGenerator random, int fixes) {
        List<Move> moves = new ArrayList<>();
        for (int i = 0; i < fixes; i++) {
            moves.add(Move.of(i, 1 + random.nextDouble() * 30, 0, false, 0));
        }
        return new OrderProblem(
                model(random, fixes), moves, new double[0], new double[0], Standing.none(fixes), 0, 45, true);
    }

    static CauseModel model(RandomGenerator random, int fixes) {
        List<String> keys = new ArrayList<>();
        double[] minutes = new double[fixes];
        for (int i = 0; i < fixes; i++) {
            keys.add("f" + i);
            minutes[i] = 10;
        }
        List<LoggedCase> log = new ArrayList<>();
        for (int c = 0; c < 30; c++) {
            List<LoggedAttempt> attempts = new ArrayList<>();
            for (String key : keys) {
                boolean ended = random.nextInt(3) == 0;
                attempts.add(
                        new LoggedAttempt(key, ended ? Outcome.WORKED : Outcome.NO_CHANGE, false, false, Double.NaN));
                if (ended) {
                    break;
                }
            }
            log.add(new LoggedCase(c, null, "2026-01", attempts));
        }
        return Evidence.of(keys, minutes, log, null).model();
    }
}
