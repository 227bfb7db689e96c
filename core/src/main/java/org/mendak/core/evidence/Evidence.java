package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What the log teaches about the fixes of one known error. Immutable; computed anew from the log whenever it changed.
 *
 * @param fixes the fixes' keys in the author's order; an index in everything else is a position in this list
 * @param model the fitted chances
 * @param tallies plain counts, by index
 * @param cases how many cases taught anything
 * @param solved how many of those were ended by one of these fixes
 */
public record Evidence(List<String> fixes, CauseModel model, List<FixTally> tallies, int cases, int solved) {

    /** Fewer ended cases than this, and the plan is the author's order. */
    public static final int ENOUGH_TO_MEASURE = 5;

    /** Fewer cases than this, and no interval is shown. */
    public static final int ENOUGH_FOR_INTERVAL = 20;

    private static final double HALF_LIFE_CASES = 400;
    private static final double OTHER_VERSION = 0.1;
    private static final double STRONGEST = 150;

    public Evidence {
        fixes = List.copyOf(fixes);
        tallies = List.copyOf(tallies);
    }

    /**
     * Fits the evidence of one known error.
     *
     * @param fixes the fixes' keys in the author's order, at most {@link CauseModel#MOST_FIXES}, none twice
     * @param authoredMinutes the author's minutes for each
     * @param log every case of this error, oldest first; what teaches nothing is passed over and ages nothing
     * @param productVersion the version of the case at hand, whose kind of cases counts in full; null if unknown
     */
    public static Evidence of(
            List<String> fixes, double[] authoredMinutes, List<LoggedCase> log, String productVersion) {
        return of(fixes, authoredMinutes, log, productVersion, Estimator.omegaFor(fixes.size()));
    }

    static Evidence of(List<String> fixes, double[] authored, List<LoggedCase> log, String version, double omega) {
        if (fixes.size() > CauseModel.MOST_FIXES || authored.length != fixes.size()) {
            throw new IllegalArgumentException(
                    fixes.size() + " fixes with " + authored.length + " times; at most " + CauseModel.MOST_FIXES);
        }
        List<Pattern> all = log.stream().map(c -> PatternReader.read(fixes, c)).toList();
        int later = (int) all.stream().filter(p -> !p.isEmpty()).count();
        Tallies tallies = new Tallies(fixes);
        List<Pattern> patterns = new ArrayList<>();
        List<Double> weights = new ArrayList<>();
        for (int c = 0; c < log.size(); c++) {
            boolean teaches = !all.get(c).isEmpty();
            later -= teaches ? 1 : 0;
            double weight = weight(later, log.get(c).productVersion(), version);
            tallies.add(log.get(c), weight);
            if (teaches) {
                patterns.add(all.get(c));
                weights.add(weight);
            }
        }
        CauseModel model = Estimator.fit(
                fixes.size(), patterns, weights.stream().mapToDouble(w -> w).toArray(), omega);
        List<FixTally> counted = new ArrayList<>();
        for (int i = 0; i < fixes.size(); i++) {
            counted.add(tallies.tally(i, authored[i]));
        }
        int solved = (int) patterns.stream().filter(Pattern::solved).count();
        return new Evidence(fixes, model, counted, patterns.size(), solved);
    }

    /** What a case counts: half after 400 later ones, a tenth under another release. */
    static double weight(int laterCases, String loggedUnder, String now) {
        double age = Math.pow(2, -laterCases / HALF_LIFE_CASES);
        return otherRelease(loggedUnder, now) ? age * OTHER_VERSION : age;
    }

    private static boolean otherRelease(String a, String b) {
        return a != null && b != null && !release(a).equals(release(b));
    }

    /** The first two parts; what is no version is compared whole. */
    private static String release(String version) {
        String[] parts = version.strip().toLowerCase(java.util.Locale.ROOT).split("\\.", 3);
        return parts.length < 2 ? parts[0] + ".0" : parts[0] + "." + parts[1].replaceFirst("^0+(?=\\d)", "");
    }

    /** Whether there is enough to put fixes into a measured order. */
    public boolean enoughToMeasure() {
        return solved >= ENOUGH_TO_MEASURE;
    }

    /**
     * Where the chance of a fix plausibly lies at 80 %, or empty if there are too few cases to say.
     *
     * @param i the fix
     * @param failed what has failed before it, as bit mask
     */
    public Optional<Interval> plausible(int i, long failed) {
        if (cases < ENOUGH_FOR_INTERVAL) {
            return Optional.empty();
        }
        FixTally t = tallies.get(i);
        int here = t.triedAfter(failed);
        double strength = Math.min(STRONGEST, 4 + here + 0.1 * (t.tried() - here));
        return Optional.of(Interval.wilson(model.chance(i, failed), strength, Interval.Z_80));
    }
}
