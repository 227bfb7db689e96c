package org.mendak.server.cases;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.mendak.core.reading.OutputReader;
import org.mendak.core.reading.Place;
import org.mendak.core.runbook.Capture;
import org.mendak.server.platform.Refusal;

/** Reads what a look at the device printed, before any fix. */
final class Looks {

    private Looks() {}

    /**
     * The values that the output says, by name; refuses where nothing fits, and where several places do and nobody picked one, with the places
     * to pick from.
     */
    static Map<String, String> read(Capture c, String output, Integer row, Map<String, String> known) {
        List<Place> places = OutputReader.read(c, output, known);
        if (places.isEmpty()) {
            places = OutputReader.heard(c, output);
        }
        String titles = String.join(", ", c.titles().values());
        if (places.isEmpty()) {
            throw Refusal.invalid("The " + titles
                    + " was not found in it. Type it as the caller says it, or say that it is not there or not known;"
                    + " nothing was stored.");
        }
        if (c.every()) {
            Map<String, String> all = new LinkedHashMap<>();
            for (String name : c.names().keySet()) {
                all.put(name, places.stream().map(p -> p.values().get(name)).collect(Collectors.joining(", ")));
            }
            return all;
        }
        if (places.size() > 1 && (row == null || row < 0 || row >= places.size())) {
            throw Refusal.invalid(
                    "The " + titles + " stands in " + places.size()
                            + " places. Pick the right one; nothing was stored.",
                    Map.of("places", places.stream().map(Place::line).toList()));
        }
        return places.get(row == null ? 0 : row).values();
    }
}
