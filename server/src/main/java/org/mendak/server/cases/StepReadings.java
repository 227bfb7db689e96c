package org.mendak.server.cases;

import java.util.List;
import java.util.Map;
import org.mendak.core.reading.How;
import org.mendak.core.reading.Reading;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Readings as they are kept beside what was recorded about a step: a list of {@code {clause, how, rows}}. */
@Component
class StepReadings {

    private record Kept(int clause, String how, List<Map<String, String>> rows) {}

    private final JsonMapper json;

    StepReadings(JsonMapper json) {
        this.json = json;
    }

    /**
     * As they are kept.
     *
     * @param looked whether something was looked at: then an empty list is kept, else null, so that an entry of which nothing is read costs nothing
     */
    String write(List<Reading> readings, boolean looked) {
        return readings.isEmpty() && !looked
                ? null
                : json.writeValueAsString(readings.stream()
                        .map(r -> new Kept(r.clause(), r.how().word(), r.rows()))
                        .toList());
    }

    List<Reading> read(String kept) {
        return kept == null
                ? List.of()
                : json.readValue(kept, new TypeReference<List<Kept>>() {}).stream()
                        .map(k -> new Reading(k.clause(), How.named(k.how()).orElse(How.NOT_KNOWN), k.rows()))
                        .toList();
    }
}
