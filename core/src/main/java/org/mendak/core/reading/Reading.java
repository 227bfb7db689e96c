package org.mendak.core.reading;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What came of looking for what one clause of a step captures, or of choosing a row.
 *
 * @param clause the clause's place among the step's captures, from 0; {@link #CHOICE} for the row that is chosen
 * @param rows the values, by name: one row, of a list as many as there are; empty where there is no value
 */
public record Reading(int clause, How how, List<Map<String, String>> rows) {

    /** Stands for the step's Choose clause. */
    public static final int CHOICE = -1;

    public Reading {
        rows = rows.stream()
                .map(r -> Collections.unmodifiableMap(new LinkedHashMap<>(r)))
                .toList();
    }
}
