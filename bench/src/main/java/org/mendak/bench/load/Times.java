package org.mendak.bench.load;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** How long calls took, by what they were; several at once may add. */
final class Times {

    private final Map<String, List<Double>> ms = Collections.synchronizedMap(new TreeMap<>());

    void add(String call, long nanos) {
        List<Double> of = ms.computeIfAbsent(call, k -> Collections.synchronizedList(new ArrayList<>()));
        of.add(nanos / 1e6);
    }

    void print(String title) {
        System.out.println("\n" + title);
        System.out.printf("%-34s %7s %9s %9s %9s %9s%n", "call", "calls", "p50 ms", "p95 ms", "p99 ms", "most ms");
        ms.forEach((call, all) -> {
            double[] sorted = all.stream().mapToDouble(d -> d).sorted().toArray();
            System.out.printf(
                    "%-34s %7d %9.1f %9.1f %9.1f %9.1f%n",
                    call, sorted.length, at(sorted, 0.5), at(sorted, 0.95), at(sorted, 0.99), at(sorted, 1));
        });
    }

    private static double at(double[] sorted, double share) {
        return sorted[(int) Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
    }
}
