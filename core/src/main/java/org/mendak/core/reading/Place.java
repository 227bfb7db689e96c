package org.mendak.core.reading;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * One place that fits what is looked for.
 *
 * @param values what stands there, by name; never empty
 * @param spans where each value stands in the output
 * @param line the whole line, for showing beside others; at most 400 characters
 */
public record Place(Map<String, String> values, List<Span> spans, String line) {

    /** A value's place: UTF-16 units of the output from 0, end exclusive. */
    public record Span(String name, int from, int to) {}

    public Place {
        values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
        spans = List.copyOf(spans);
    }
}
