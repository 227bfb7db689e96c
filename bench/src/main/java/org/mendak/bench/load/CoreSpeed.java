package org.mendak.bench.load;

/** How fast one core is just now: virtual machines are not the same from one minute to the next, and figures of two runs are not either. */
final class CoreSpeed {

    private static final int STEPS = 200_000_000;
    private static final int TIMES = 3;

    private CoreSpeed() {}

    /** Prints how many million steps of a fixed computation one core does in a second; it takes about two. */
    static void print(String when) {
        double best = 0;
        for (int t = 0; t < TIMES; t++) {
            long begun = System.nanoTime();
            long x = 88_172_645_463_325_252L;
            for (int i = 0; i < STEPS; i++) {
                // G. Marsaglia, "Xorshift RNGs", Journal of Statistical Software 8 (2003)
                x ^= x << 13;
                x ^= x >>> 7;
                x ^= x << 17;
            }
            if (x == 0) {
                throw new IllegalStateException("xorshift never comes to 0");
            }
            best = Math.max(best, STEPS / ((System.nanoTime() - begun) / 1e3));
        }
        System.out.printf("one core %s: %.0f million steps a second%n", when, best);
    }
}
