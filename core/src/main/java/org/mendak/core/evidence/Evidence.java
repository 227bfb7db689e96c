package org.mendak.core.evidence;

import java.util.ArrayList;
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
    private static final double OTHER_VERSION = 0.1;
    private static final double STRONGEST = 150;
    private static final double ONE_ORDER = 0.95;

    public Evidence {
        fixes = List.copyOf(fixes);
        tallies = List.copyOf(tallies);
        variables = List.copyOf(variables);
    }

    /** Fits the evidence of one known error. Milliseconds for thousands of cases. */
    public static Evidence of(Basis basis) {
        return new Fitting(basis, Estimator.omegaFor(basis.fixes().size())).fit();
    }

    /** Fits the evidence of one known error whose author names no variables, see {@link Basis}. */
    public static Evidence of(
            List<String> fixes, double[] authoredMinutes, List<LoggedCase> log, String productVersion) {
        return of(Basis.of(fixes, authoredMinutes, log, productVersion));
    }

    /** What a case counts: half after 400 later ones, a tenth under another release. */
    static double weight(int laterCases, String loggedUnder, String now) {
        double age = Math.pow(2, -laterCases / HALF_LIFE_CASES);
        return Release.differ(loggedUnder, now) ? age * OTHER_VERSION : age;
    }

    /** The counts of a log alone, fix by fix, without asking for causes. O(cases · attempts). */
    public static List<FixTally> counts(Basis basis) {
        Fitting fitting = new Fitting(basis, 0);
        fitting.read();
        return fitting.counted();
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
        double strength = Math.min(STRONGEST, 4 + here + 0.1 * (t.tried() - here));
        return Optional.of(Interval.wilson(chance, strength, Interval.Z_80));
    }

    /**
     * The fixes that are seldom tried first and whose chance as a first step could be far above the estimate for the minutes they
     * cost: trying those first now and then would teach most. The most worthwhile first, at most so many.
     */
    public List<Integer> worthTryingFirst(int most) {
        if (!enoughToMeasure()) {
            return List.of();
        }
        return java.util.stream.IntStream.range(0, fixes.size())
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

    /** One computation of evidence. */
    private static final class Fitting {

        private static final int FEW_PICKS = 20;
        private static final double TELLING = 2;

        private final Basis basis;
        private final double omega;
        private final List<Pattern> patterns = new ArrayList<>();
        private final List<LoggedCase> teaching = new ArrayList<>();
        private final List<Double> weights = new ArrayList<>();
        private final Tallies tallies;

        Fitting(Basis basis, double omega) {
            this.basis = basis;
            this.omega = omega;
            this.tallies = new Tallies(basis.fixes());
        }

        Evidence fit() {
            read();
            CauseModel model = model(basis.variables());
            Variable pick = new Variable(FIRST_PICK, true);
            if (basis.picks() == Basis.FirstPicks.TAKEN
                    || basis.picks() == Basis.FirstPicks.WHEN_TELLING && picksTell(model)) {
                List<Variable> all = new ArrayList<>(basis.variables());
                all.add(pick);
                model = model(all);
            }
            int solved = (int) patterns.stream().filter(Pattern::solved).count();
            return new Evidence(basis.fixes(), model, credited(model), patterns.size(), solved, basis.variables());
        }

        private List<FixTally> counted() {
            return IntStream.range(0, basis.fixes().size())
                    .mapToObj(i -> tallies.tally(i, basis.minutes().get(i)))
                    .toList();
        }

        /** The same with what a bundle's success is credited to. */
        private List<FixTally> credited(CauseModel model) {
            int[] together = new int[basis.fixes().size()];
            double[] credit = new double[together.length];
            patterns.stream().filter(p -> p.ended().size() > 1).forEach(p -> {
                double[] each = model.credit(p);
                for (int b = 0; b < each.length; b++) {
                    together[p.ended().get(b)]++;
                    credit[p.ended().get(b)] += each[b];
                }
            });
            List<FixTally> counted = counted();
            return IntStream.range(0, together.length)
                    .mapToObj(i -> counted.get(i).together(together[i], credit[i]))
                    .toList();
        }

        private void read() {
            List<Pattern> all = basis.log().stream()
                    .map(c -> PatternReader.read(basis.fixes(), c))
                    .toList();
            int later = (int) all.stream().filter(p -> !p.isEmpty()).count();
            for (int c = 0; c < all.size(); c++) {
                LoggedCase logged = basis.log().get(c);
                boolean teaches = !all.get(c).isEmpty();
                later -= teaches ? 1 : 0;
                double weight = weight(later, logged.productVersion(), basis.productVersion());
                tallies.add(logged, weight);
                if (teaches) {
                    patterns.add(all.get(c));
                    teaching.add(logged);
                    weights.add(weight);
                }
            }
        }

        private CauseModel model(List<Variable> variables) {
            List<Answers> seen =
                    variables.stream().map(v -> Answers.seen(v, teaching)).toList();
            List<Pattern> knowing = new ArrayList<>(patterns.size());
            for (int c = 0; c < patterns.size(); c++) {
                LoggedCase logged = teaching.get(c);
                knowing.add(patterns.get(c)
                        .knowing(seen.stream()
                                .map(a ->
                                        a.index(logged.facts().get(a.variable().name())))
                                .toList()));
            }
            return Estimator.fit(
                    basis.fixes().size(),
                    knowing,
                    weights.stream().mapToDouble(w -> w).toArray(),
                    omega,
                    seen,
                    null);
        }

        /** Whether fixes picked off the plan ended more cases than they would have as a first step by the model. */
        private boolean picksTell(CauseModel model) {
            double held = 0;
            double expected = 0;
            double variance = 0;
            int picked = 0;
            for (int c = 0; c < patterns.size(); c++) {
                int i = basis.fixes().indexOf(teaching.get(c).facts().getOrDefault(FIRST_PICK, AS_PLANNED));
                if (i >= 0) {
                    Pattern p = patterns.get(c);
                    double chance = model.chance(i, 0);
                    picked++;
                    held += p.failed().isEmpty() && p.ended().equals(List.of(i)) ? 1 : 0;
                    expected += chance;
                    variance += chance * (1 - chance);
                }
            }
            return picked >= FEW_PICKS && held - expected > TELLING * Math.sqrt(variance);
        }
    }
}
