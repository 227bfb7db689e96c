package org.mendak.core.evidence;

/** The logarithm of the gamma function at whole numbers. */
final class LogGamma {

    private static final int EXACT = 64;

    private LogGamma() {}

    /**
     * ln Γ(n), n from 1. Exact sums up to 64, Stirling's series beyond (error under 1e-12): M. Abramowitz, I. A. Stegun,
     * "Handbook of Mathematical Functions" (1964), 6.1.41.
     */
    static double of(int n) {
        if (n <= EXACT) {
            double sum = 0;
            for (int i = 2; i < n; i++) {
                sum += Math.log(i);
            }
            return sum;
        }
        double x = n;
        return (x - 0.5) * Math.log(x) - x + 0.5 * Math.log(2 * Math.PI) + 1 / (12 * x) - 1 / (360 * x * x * x);
    }
}
