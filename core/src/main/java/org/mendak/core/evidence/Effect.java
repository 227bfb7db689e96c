package org.mendak.core.evidence;

import java.util.Locale;

/**
 * Whether something succeeds more or less often since it was changed, by more than chance.
 *
 * <p>The Bayes factor of "two shares" over "one share", each share uniform beforehand. Source: R. E. Kass, A. E. Raftery, "Bayes
 * Factors", JASA 90 (1995), pp. 773-795 (above 10: "strong").
 *
 * @param heldBefore successes before the change, 0 to {@code triedBefore}
 * @param heldSince successes since, 0 to {@code triedSince}
 */
public record Effect(int heldBefore, int triedBefore, int heldSince, int triedSince) {

    /** Fewer tries than this on either side tell nothing. */
    public static final int LEAST = 8;

    /** The least factor at which one speaks of a difference. */
    public static final double STRONG = 10;

    /** What can be said. */
    public enum Verdict {
        TOO_FEW,
        NO_DIFFERENCE,
        BETTER,
        WORSE;

        /** As it is written: too-few, no-difference, better, worse. */
        public String word() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }

    public Effect {
        if (heldBefore < 0 || heldBefore > triedBefore || heldSince < 0 || heldSince > triedSince) {
            throw new IllegalArgumentException("successes must be 0 to tries, not " + heldBefore + " of " + triedBefore
                    + " and " + heldSince + " of " + triedSince);
        }
    }

    /** How much better two shares explain the tries than one; above 0, without an upper end. O(1). */
    public double factor() {
        return Math.exp(logFactor());
    }

    double logFactor() {
        return logBeta(heldBefore, triedBefore)
                + logBeta(heldSince, triedSince)
                - logBeta(heldBefore + heldSince, triedBefore + triedSince);
    }

    /** What can be said of it. */
    public Verdict verdict() {
        if (triedBefore < LEAST || triedSince < LEAST) {
            return Verdict.TOO_FEW;
        }
        if (factor() <= STRONG) {
            return Verdict.NO_DIFFERENCE;
        }
        return heldSince * (double) triedBefore > heldBefore * (double) triedSince ? Verdict.BETTER : Verdict.WORSE;
    }

    /** Log of the beta function at one success and one failure more than there were. */
    private static double logBeta(int held, int tried) {
        return LogGamma.of(held + 1) + LogGamma.of(tried - held + 1) - LogGamma.of(tried + 2);
    }
}
