package org.mendak.core.simulate;

import java.util.Arrays;
import java.util.List;
import org.mendak.core.evidence.CauseModel;
import org.mendak.core.plan.Orders;

/**
 * The truth about one known error that the desk does not see.
 *
 * @param often how often it occurs, relative to the others; above 0
 * @param fixes its fixes in the author's order
 * @param shares of the causes: one for each fix, then "nothing here helps"; any scale, none negative
 * @param effects the chance that a fix ends a case, by fix and cause; in [0, 1]
 * @param facts what goes with the causes
 */
public record HiddenError(
        String key, double often, List<HiddenFix> fixes, double[] shares, double[][] effects, List<HiddenFact> facts) {

    /**
     * The truth about one fix.
     *
     * @param minutes median of the minutes it takes, above 0
     * @param authored the minutes that its author wrote
     * @param after which fixes must have been tried before it, as a bit mask
     * @param setUps which set-ups it needs, as a bit mask
     * @param breaksWith the product release since which it works less, from 0; {@link #NEVER} if it always works alike
     * @param afterBreak by how much its effects are multiplied since
     */
    public record HiddenFix(
            String key, double minutes, double authored, long after, long setUps, int breaksWith, double afterBreak) {

        /** Of a fix that no release breaks. */
        public static final int NEVER = Integer.MAX_VALUE;

        /** A fix that needs nothing and that no release breaks, its author's minutes being right. */
        public static HiddenFix plain(String key, double minutes) {
            return new HiddenFix(key, minutes, minutes, 0, 0, NEVER, 1);
        }
    }

    private static final double OWN_EFFECT = 0.85;

    public HiddenError {
        fixes = List.copyOf(fixes);
        facts = List.copyOf(facts);
        if (fixes.isEmpty() || !(often > 0) || shares.length != fixes.size() + 1 || effects.length != fixes.size()) {
            throw new IllegalArgumentException(key + ": needs fixes, a share of each and of none, and often above 0");
        }
    }

    /**
     * An error each of whose fixes ends most cases of its own cause and few of the others'.
     *
     * @param overlap the chance that a fix ends a case of another one's cause, in [0, 1]
     */
    public static HiddenError of(
            String key, double often, List<HiddenFix> fixes, double[] shares, double overlap, List<HiddenFact> facts) {
        double[][] effects = new double[fixes.size()][shares.length];
        for (int i = 0; i < effects.length; i++) {
            Arrays.fill(effects[i], overlap);
            effects[i][i] = OWN_EFFECT;
            effects[i][fixes.size()] = 0;
        }
        return new HiddenError(key, often, fixes, shares, effects, facts);
    }

    /** The chance that a fix ends a case of this cause under a product release. */
    double effect(int fix, int cause, int release) {
        HiddenFix f = fixes.get(fix);
        return effects[fix][cause] * (release >= f.breaksWith() ? f.afterBreak() : 1);
    }

    /** The true chances under a product release. */
    public CauseModel truth(int release) {
        double sum = Arrays.stream(shares).sum();
        double[][] e = new double[fixes.size()][shares.length];
        for (int i = 0; i < e.length; i++) {
            for (int k = 0; k < shares.length; k++) {
                e[i][k] = effect(i, k, release);
            }
        }
        return CauseModel.given(Arrays.stream(shares).map(s -> s / sum).toArray(), e);
    }

    /** What the fixes truly cost on average, so that expected minutes of any order can be asked for. */
    public Orders.Costs costs(double[] setUpMinutes, double handOver) {
        return new Orders.Costs(
                fixes.stream()
                        .mapToDouble(f -> f.minutes() * DeskSimulator.MEAN_OVER_MEDIAN)
                        .toArray(),
                fixes.stream().mapToLong(HiddenFix::after).toArray(),
                fixes.stream().mapToLong(HiddenFix::setUps).toArray(),
                setUpMinutes,
                handOver);
    }
}
