package org.mendak.core.simulate;

import java.util.List;

/**
 * A fact whose value goes with the cause.
 *
 * @param chances by cause and value; each row sums to 1
 */
public record HiddenFact(String name, List<String> values, double[][] chances) {
    public HiddenFact {
        values = List.copyOf(values);
        for (double[] row : chances) {
            if (row.length != values.size()) {
                throw new IllegalArgumentException(name + " has " + row.length + " chances for " + values.size());
            }
        }
    }
}
