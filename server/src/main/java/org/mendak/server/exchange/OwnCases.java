package org.mendak.server.exchange;

import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.format.DateTimeParseException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.mendak.server.cases.CaseIntake;
import org.mendak.server.platform.Tx;

/** Knows again what this desk exported itself: that is here already, perhaps worked on since, and is left as it is. */
final class OwnCases {

    /** Exports before the fifth schema named no desk. */
    private static final Pattern UNNAMED = Pattern.compile("mendak-(\\d{1,18})");

    private final CaseIntake cases;
    private final String desk;
    private final Pattern named;

    OwnCases(CaseIntake cases, String desk) {
        this.cases = cases;
        this.desk = desk;
        this.named = Pattern.compile("mendak-" + Pattern.quote(desk) + "-(\\d{1,18})");
    }

    /**
     * The keys of those cases that are this desk's.
     *
     * @param first the first row of each case
     */
    Set<String> of(Tx tx, List<CaseCsv.Row> first) {
        Set<String> there =
                cases.there(tx, first.stream().map(r -> r.get("case")).toList());
        Map<String, Long> numbers = new HashMap<>();
        for (CaseCsv.Row row : first) {
            String key = row.get("case");
            Matcher m = named.matcher(key);
            if (!there.contains(key) && (m.matches() || (m = UNNAMED.matcher(key)).matches())) {
                numbers.put(key, Long.parseLong(m.group(1)));
            }
        }
        Map<Long, Instant> opened = numbers.isEmpty() ? Map.of() : cases.opened(tx, numbers.values());
        // a number can come again after an older backup was restored, a moment does not
        return first.stream()
                .filter(row -> there.contains(row.get("case"))
                        ? row.get("exported_by").equals(desk)
                        : numbers.containsKey(row.get("case"))
                                && opened.containsKey(numbers.get(row.get("case")))
                                && opened.get(numbers.get(row.get("case"))).equals(opened(row)))
                .map(row -> row.get("case"))
                .collect(Collectors.toSet());
    }

    private static Instant opened(CaseCsv.Row row) {
        try {
            return OffsetDateTime.parse(row.get("opened_at")).toInstant();
        } catch (DateTimeParseException e) {
            return null;
        }
    }
}
