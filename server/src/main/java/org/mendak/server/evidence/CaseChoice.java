package org.mendak.server.evidence;

import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Who;

/**
 * Which cases evidence is told of; what is null or empty is not asked for.
 *
 * @param from the first day, in the desk's zone
 * @param to the last day, in the desk's zone
 * @param agents who worked them; any of these
 * @param facts by name
 */
record CaseChoice(String product, LocalDate from, LocalDate to, List<Who> agents, Map<String, String> facts) {

    /** All cases. */
    static final CaseChoice EVERYTHING = new CaseChoice(null, null, null, List.of(), Map.of());

    private static final int MOST_AGENTS = 50;
    private static final int MOST_FACTS = 10;

    CaseChoice {
        agents = List.copyOf(agents);
        facts = Map.copyOf(facts);
    }

    /** Reads {@code product}, {@code from}, {@code to}, {@code agent} (several) and {@code fact.name}. */
    static CaseChoice of(Map<String, List<String>> query) {
        Map<String, String> facts = new HashMap<>();
        query.forEach((name, values) -> {
            if (name.startsWith("fact.") && !values.get(0).isBlank()) {
                facts.put(name.substring(5), values.get(0));
            }
        });
        List<Who> agents = query.getOrDefault("agent", List.of()).stream()
                .filter(a -> !a.isBlank())
                .map(CaseChoice::person)
                .toList();
        if (agents.size() > MOST_AGENTS || facts.size() > MOST_FACTS) {
            throw Refusal.badRequest("at most " + MOST_AGENTS + " agents and " + MOST_FACTS + " facts can be chosen");
        }
        return new CaseChoice(one(query, "product"), day(query, "from"), day(query, "to"), agents, facts);
    }

    private static Who person(String number) {
        if (!number.matches("\\d{1,18}")) {
            throw Refusal.badRequest("agent is \"" + number + "\", must be the number of a person");
        }
        return new Who(Long.parseLong(number));
    }

    private static String one(Map<String, List<String>> query, String name) {
        return query.getOrDefault(name, List.of()).stream()
                .filter(v -> !v.isBlank())
                .findFirst()
                .orElse(null);
    }

    private static LocalDate day(Map<String, List<String>> query, String name) {
        String day = one(query, name);
        try {
            return day == null ? null : LocalDate.parse(day);
        } catch (DateTimeParseException e) {
            throw Refusal.badRequest(name + " is \"" + day + "\", must be a day such as 2026-03-14");
        }
    }

    /** Whether all cases are meant. */
    boolean isEverything() {
        return product == null && from == null && to == null && agents.isEmpty() && facts.isEmpty();
    }

    boolean keeps(CaseLog.Entry c, ZoneId zone) {
        LocalDate opened = c.openedAt().atZone(zone).toLocalDate();
        return (product == null || product.equalsIgnoreCase(c.product()))
                && (from == null || !opened.isBefore(from))
                && (to == null || !opened.isAfter(to))
                && (agents.isEmpty() || agents.contains(c.agent()))
                && facts.entrySet().stream()
                        .allMatch(f ->
                                f.getValue().equalsIgnoreCase(c.logged().facts().get(f.getKey())));
    }
}
