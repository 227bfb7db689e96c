package org.mendak.bench.ranking;

import java.util.Locale;

/** A mean with its standard error. */
final class Mean {

    private int n;
    private double sum;
    private double squares;

    void add(double x) {
        n++;
        sum += x;
        squares += x * x;
    }

    double mean() {
        return n == 0 ? Double.NaN : sum / n;
    }

    double error() {
        double variance = n < 2 ? 0 : Math.max(0, (squares - sum * sum / n) / (n - 1));
        return Math.sqrt(variance / Math.max(1, n));
    }

    int count() {
        return n;
    }

    /** As {@code 3.4 ± 0.2}. */
    String text() {
        return n == 0 ? "–" : String.format(Locale.ROOT, "%.1f ± %.1f", mean(), error());
    }
}
