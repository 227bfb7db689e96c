package org.mendak.server.cases;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.evidence.Outcome;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** The log of attempts in the form that evidence is computed from. */
@Component
public class CaseLog {

    private final CaseStore cases;
    private final AttemptStore attempts;
    private final LibraryService library;
    private final Settings settings;

    CaseLog(CaseStore cases, AttemptStore attempts, LibraryService library, Settings settings) {
        this.cases = cases;
        this.attempts = attempts;
        this.library = library;
        this.settings = settings;
    }

    /** Every case of a known error and of its aliases, oldest first, with the attempts made under that error. */
    public List<LoggedCase> of(Tx tx, String error) {
        List<String> keys = new ArrayList<>(List.of(error));
        library.library().error(error).ifPresent(e -> keys.addAll(e.aliases()));
        Map<Long, List<AttemptRow>> byCase = new HashMap<>();
        Map<Long, CaseRow> rows = new HashMap<>();
        for (String key : keys) {
            cases.ofError(tx, key).forEach(c -> rows.put(c.number(), c));
            attempts.ofError(tx, key)
                    .forEach(a -> byCase.computeIfAbsent(a.number(), n -> new ArrayList<>())
                            .add(a));
        }
        return rows.values().stream()
                .sorted(java.util.Comparator.comparing(CaseRow::openedAt).thenComparing(CaseRow::number))
                .map(c -> logged(c, byCase.getOrDefault(c.number(), List.of())))
                .toList();
    }

    private LoggedCase logged(CaseRow c, List<AttemptRow> tried) {
        List<LoggedAttempt> log = new ArrayList<>();
        for (int i = 0; i < tried.size(); i++) {
            AttemptRow a = tried.get(i);
            if (a.outcome() != null) {
                log.add(logged(a, i + 1 < tried.size() ? tried.get(i + 1) : null));
            }
        }
        String month =
                c.openedAt().atZone(settings.zone()).toLocalDate().toString().substring(0, 7);
        return new LoggedCase(String.valueOf(c.number()), c.productVersion(), month, log);
    }

    /** Of a bundle only the last fix was retested. */
    private LoggedAttempt logged(AttemptRow a, AttemptRow next) {
        boolean bundled = a.bundle() != null && next != null && a.bundle().equals(next.bundle());
        Outcome outcome =
                bundled ? Outcome.NOT_RETESTED : Outcome.named(a.outcome()).orElseThrow();
        String fix = library.library().fix(a.fixKey()).map(f -> f.key()).orElse(a.fixKey());
        return new LoggedAttempt(
                fix, outcome, a.cameBack(), a.triedBefore(), a.minutes() == null ? Double.NaN : a.minutes());
    }

    /** Cases in the order of their numbers with their attempts and facts, for export. */
    public record Whole(CaseRow row, List<AttemptRow> attempts, Map<String, String> facts, String importKey) {}

    /** The next cases after a number, at most so many. */
    public List<Whole> page(Tx tx, long after, int most) {
        return cases.page(tx, after, most).stream()
                .map(c -> {
                    Map<String, String> facts = new java.util.TreeMap<>();
                    cases.facts(tx, c.number()).forEach(f -> facts.put(f.name(), f.value()));
                    String key = cases.importKey(tx, c.number()).orElse("mendak-" + c.number());
                    return new Whole(c, attempts.ofCase(tx, c.number()), facts, key);
                })
                .toList();
    }
}
