package org.mendak.core.evidence;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * What the log teaches about the fixes of one known error. Immutable; computed anew from the log whenever it changed.
 *
 * @param fixes the fixes' keys in the author's order; an index in everything else is a position in this list
 * @param model the fitted chances
 * @param tallies plain counts, by index
 * @param cases how many cases taught anything
 * @param solved how many of those were ended by one of these fixes
 */
public record Evidence(
        List<String> fixes, CauseModel model, List<FixTally> tallies, int cases, int solved, List<Variable> variables) {

    /** Fewer ended cases than this, and the plan is the author's order. */
    public static final int ENOUGH_TO_MEASURE = 5;

    /** Fewer cases than this, and no interval is shown. */
    public static final int ENOUGH_FOR_INTERVAL = 20;

    /** The variable that says what was tried first: {@link #AS_PLANNED}, or the key of a fix that the plan did not have first. */
    public static final String FIRST_PICK = "first-pick";

    /** The value of {@link #FIRST_PICK} where the plan was followed. */
    public static final String AS_PLANNED = "as-planned";

    private static final int SELDOM = 5;
    private static final double HALF_LIFE_CASES = 400;

    /** What a case counts by the later ones, computed once. */
    private static final double[] AGES =
            IntStream.range(0, CountedLog.WINDOW).mapToDouble(Evidence::age).toArray();

    private static final double OTHER_VERSION = 0.1;

    // how many tries an interval stands for; chosen with the errors of `bench ranking-tuning`, measured with others
    private static final double OWN = 4;
    private static final double MOST_HERE = 100;
    private static final double ELSEWHERE = 0.05;
    private static final double MOST_ELSEWHERE = 80;
    private static final double ELSEWHERE_IN_ONE_ORDER = 0.1;
    private static final double MOST_ELSEWHERE_IN_ONE_ORDER = 8;

    private static final double ONE_ORDER = 0.95;

    public Evidence {
        fixes = List.copyOf(fixes);
        tallies = List.copyOf(tallies);
        variables = List.copyOf(variables);
    }

    /** Fits the evidence of one known error from all of a log. Milliseconds for thousands of cases; {@link CountedLog} fits again for less. */
    public static Evidence of(Basis basis) {
        CountedLog<LoggedCase> log = new CountedLog<>(
                basis.fixes(), basis.variables(), c -> c, (a, b) -> a == b ? 0 : -1, Integer.MAX_VALUE);
        basis.log().forEach(log::append);
        return log.counted(basis.minutes(), basis.productVersion()).fit(basis.picks());
    }

    /** Fits the evidence of one known error whose author names no variables, see {@link Basis}. */
    public static Evidence of(
            List<String> fixes, double[] authoredMinutes, List<LoggedCase> log, String productVersion) {
        return of(Basis.of(fixes, authoredMinutes, log, productVersion));
    }

    private static double age(int laterCases) {
        return Math.pow(2, -laterCases / HALF_LIFE_CASES);
    }

    /** What a case counts: half after 400 later ones, a tenth under another release. */
    static double weight(int laterCases, boolean otherRelease) {
        double age = laterCases < AGES.length ? AGES[laterCases] : age(laterCases);
        return otherRelease ? age * OTHER_VERSION : age;
    }

    /**
     * Whether nearly every case began with the same fix, so that more cases like them narrow the intervals without removing a
     * bias.
     */
    public boolean alwaysOneOrder() {
        int first = tallies.stream().mapToInt(FixTally::triedFirst).sum();
        int most = tallies.stream().mapToInt(FixTally::triedFirst).max().orElse(0);
        return first >= ENOUGH_FOR_INTERVAL && most >= ONE_ORDER * first;
    }

    /** Whether there are too few cases to say where a chance plausibly lies. */
    public boolean isLittle() {
        return cases < ENOUGH_FOR_INTERVAL;
    }

    /** Whether there is enough to put fixes into a measured order. */
    public boolean enoughToMeasure() {
        return solved >= ENOUGH_TO_MEASURE;
    }

    /**
     * The evidence for a case of which something is known: the same counts, the chances by what the variables say.
     *
     * @param facts by name; what is no variable changes nothing
     * @param firstPick what was tried first on the case, see {@link #FIRST_PICK}
     */
    public Evidence knowing(Map<String, String> facts, String firstPick) {
        Map<String, String> all = new HashMap<>(facts);
        all.put(FIRST_PICK, firstPick);
        CauseModel known = model.knowing(all);
        return known == model ? this : new Evidence(fixes, known, tallies, cases, solved, variables);
    }

    /**
     * Where the chance of a fix plausibly lies at 80 %, or empty if there are too few cases to say.
     *
     * @param i the fix
     * @param failed what has failed before it, as bit mask
     */
    public Optional<Interval> plausible(int i, long failed) {
        return plausible(i, failed, model.chance(i, failed));
    }

    /**
     * The same around a chance that was moved by what is not known to apply.
     *
     * @param chance that the fix ends a case, in [0, 1]
     */
    public Optional<Interval> plausible(int i, long failed, double chance) {
        if (isLittle()) {
            return Optional.empty();
        }
        FixTally t = tallies.get(i);
        int here = t.triedAfter(failed);
        double strength = OWN + Math.min(MOST_HERE, here) + fromElsewhere(t.tried() - here);
        return Optional.of(Interval.wilson(chance, strength, Interval.Z_80));
    }

    /**
     * What tries in another place than the one that is asked about come to: they say it by way of the model, whose own error more of them do not
     * take away, least of all where every case was worked in the same order.
     */
    private double fromElsewhere(int tries) {
        double most = alwaysOneOrder() ? MOST_ELSEWHERE_IN_ONE_ORDER : MOST_ELSEWHERE;
        double all = (alwaysOneOrder() ? ELSEWHERE_IN_ONE_ORDER : ELSEWHERE) * tries;
        return all / (1 + all / most);
    }

    /**
     * The fixes that are seldom tried first and whose chance as a first step could be far above the estimate for the minutes they
     * cost: trying those first now and then would teach most. The most worthwhile first, at most so many.
     */
    public List<Integer> worthTryingFirst(int most) {
        if (!enoughToMeasure()) {
            return List.of();
        }
        return IntStream.range(0, fixes.size())
                .filter(i -> tallies.get(i).triedFirst() < SELDOM && hope(i) > 0)
                .boxed()
                .sorted(java.util.Comparator.comparingDouble((Integer i) -> -hope(i)))
                .limit(most)
                .toList();
    }

    /** How far the chance could be above the estimate, for each minute. */
    private double hope(int i) {
        double estimate = model.chance(i, 0);
        return plausible(i, 0)
                .map(r -> (r.high() - estimate) / tallies.get(i).minutes())
                .orElse(0.0);
    }
}
