package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** The worked example of docs/evidence.md: three fixes A, B, C and forty cases. */
public final class GoldenExample {

    public static final List<String> FIXES = List.of("A", "B", "C");
    public static final double[] MINUTES = {5, 10, 30};

    private GoldenExample() {}

    /** The log: a capital with + ended the case, with - it failed. */
    public static List<LoggedCase> log() {
        List<LoggedCase> log = new ArrayList<>();
        add(log, 12, "A+");
        add(log, 9, "A- B+");
        add(log, 6, "A- B- C+");
        add(log, 3, "A- B- C-");
        add(log, 4, "A- B-");
        add(log, 2, "A-");
        add(log, 3, "C+");
        add(log, 1, "C- B+");
        return log;
    }

    /** A case from its short form, without version and minutes. */
    static LoggedCase parse(long number, String attempts) {
        return new LoggedCase(
                number,
                null,
                "2026-01",
                Arrays.stream(attempts.split(" "))
                        .map(a -> new LoggedAttempt(
                                a.substring(0, 1),
                                switch (a.charAt(1)) {
                                    case '+' -> Outcome.WORKED;
                                    case '-' -> Outcome.NO_CHANGE;
                                    case '?' -> Outcome.NOT_RETESTED;
                                    case 'x' -> Outcome.COULD_NOT_APPLY;
                                    default -> throw new IllegalArgumentException(a);
                                },
                                false,
                                false,
                                Double.NaN))
                        .toList());
    }

    private static void add(List<LoggedCase> log, int times, String attempts) {
        for (int i = 0; i < times; i++) {
            log.add(parse(log.size(), attempts));
        }
    }

    /** The model with no weights and omega fixed at 0.15. */
    public static CauseModel model() {
        List<Pattern> patterns =
                log().stream().map(c -> PatternReader.read(FIXES, c)).toList();
        double[] weights = new double[patterns.size()];
        Arrays.fill(weights, 1);
        return Estimator.fit(3, patterns, weights, 0.15);
    }
}
