package org.mendak.core.evidence;

/** Where a share plausibly lies; both ends in [0, 1], {@code low} not above {@code high}. */
public record Interval(double low, double high) {

    /** The normal quantile of a two-sided 80 % interval, as the method rounds it. */
    public static final double Z_80 = 1.28;

    public Interval {
        if (!(low >= 0 && low <= high && high <= 1)) {
            throw new IllegalArgumentException("interval is " + low + ".." + high + ", must be in 0..1 and ordered");
        }
    }

    /**
     * Wilson's interval around a share.
     *
     * @param p the share, in [0, 1]
     * @param n how many observations it stands for, 0 or more; need not be whole
     * @param z normal quantile, dimensionless
     * @return [0, 1] if n is 0. O(1). Source: E. B. Wilson, "Probable Inference, the Law of Succession, and Statistical
     *     Inference", JASA 22 (1927), pp. 209-212.
     */
    public static Interval wilson(double p, double n, double z) {
        if (!(p >= 0 && p <= 1) || n < 0) {
            throw new IllegalArgumentException("share is " + p + " of " + n + ", must be 0..1 of 0 or more");
        }
        if (n == 0) {
            return new Interval(0, 1);
        }
        double zz = z * z / n;
        double centre = (p + zz / 2) / (1 + zz);
        double half = z * Math.sqrt(p * (1 - p) / n + zz / (4 * n)) / (1 + zz);
        return new Interval(Math.max(0, centre - half), Math.min(1, centre + half));
    }
}
