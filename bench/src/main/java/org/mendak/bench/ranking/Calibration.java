package org.mendak.bench.ranking;

import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.mendak.core.evidence.CauseModel;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.Interval;
import org.mendak.core.plan.Orders;

/** How far shown chances lie from the true ones, and how often the shown interval holds the true one. */
final class Calibration {

    private static final class Cell {
        final Mean error = new Mean();
        final Mean covered = new Mean();
    }

    private final Map<String, Map<Integer, Cell>> cells = new TreeMap<>();

    /** Every chance that the plan shows up to where it hands over. */
    synchronized void add(String kind, int size, Method.Desk desk, CauseModel truth, Orders.Costs costs) {
        Cell cell = cells.computeIfAbsent(kind, k -> new TreeMap<>()).computeIfAbsent(size, s -> new Cell());
        Evidence e = desk.evidence().knowing(Map.of(), Evidence.AS_PLANNED);
        Orders.Policy p = Method.MENDAK_WHOLE.policy(desk, truth, costs);
        long failed = 0;
        for (int k = 0; k < p.stop(); k++) {
            int i = p.order()[k];
            double shown = e.model().chance(i, failed);
            double real = truth.chance(i, failed);
            cell.error.add(100 * Math.abs(shown - real));
            Optional<Interval> range = e.plausible(i, failed);
            range.ifPresent(r -> cell.covered.add(real >= r.low() && real <= r.high() ? 100 : 0));
            failed |= 1L << i;
        }
    }

    void print() {
        System.out.println(
                "\n### Shown chances: mean absolute error in points, and coverage of 80 % intervals in percent");
        cells.forEach((kind, sizes) -> {
            System.out.printf("%-30s", kind);
            sizes.forEach((size, c) -> System.out.printf(
                    Locale.ROOT, "  %4d: %4.1f points, %3.0f %%", size, c.error.mean(), c.covered.mean()));
            System.out.println();
        });
    }
}
