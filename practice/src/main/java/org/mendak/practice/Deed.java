package org.mendak.practice;

import java.util.List;
import java.util.Map;
import org.mendak.core.language.Condition;

/**
 * Something that can be done to a device, by typing or by hand.
 *
 * @param wording how it is typed; null if it is done by hand
 * @param hand what hands do; empty if it is typed
 * @param when where it is so; null if always. Of several deeds under the same words the first that is so counts
 * @param prints what is printed, or seen
 * @param each what is printed for each row of {@code table}; empty if nothing
 * @param asks a question that the device asks first; empty if it asks nothing
 * @param answer what must be answered, or else {@code otherwise} is printed and nothing done
 * @param sets values that are other afterwards
 * @param clears tables that are empty afterwards
 * @param drops the first values of rows that are gone afterwards, by table
 * @param seconds how long it takes
 * @param fails whether it ends as a failure
 */
record Deed(
        Wording wording,
        String hand,
        Condition when,
        String prints,
        String table,
        String each,
        String asks,
        String answer,
        String otherwise,
        Map<String, String> sets,
        List<String> clears,
        Map<String, String> drops,
        int seconds,
        boolean fails) {

    boolean isTyped() {
        return wording != null;
    }

    /** What it does to a device; what it prints. */
    String done(State state, Map<String, String> typed) {
        StringBuilder out = new StringBuilder(state.fill(prints, typed));
        for (Map<String, String> row : state.rows(table)) {
            Map<String, String> all = new java.util.HashMap<>(typed);
            all.putAll(row);
            if (!each.isEmpty()) {
                out.append(out.isEmpty() ? "" : "\n").append(state.fill(each, all));
            }
        }
        Map<String, String> values = new java.util.LinkedHashMap<>();
        sets.forEach((name, value) -> values.put(name, state.fill(value, typed)));
        values.forEach(state::set);
        clears.forEach(t -> state.table(t, List.of()));
        drops.forEach((t, first) -> state.drop(t, state.fill(first, typed)));
        return out.toString();
    }
}
