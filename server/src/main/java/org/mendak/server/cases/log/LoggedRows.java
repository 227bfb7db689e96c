package org.mendak.server.cases.log;

import java.time.YearMonth;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.runbook.Fix;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.CaseRow;
import org.mendak.server.library.Library;

/** Reads rows as the log that evidence is computed from; knows no database. */
public final class LoggedRows {

    private final Library library;
    private final ZoneId zone;

    /** Whether what is known of cases has other names today. */
    private final boolean renamed;

    /** The same few words, facts and attempts stand in thousands of rows, each a thing of its own until here. */
    private final Map<Object, Object> pool = new HashMap<>();

    /**
     * Reads by a library and a zone.
     *
     * @param library whose fixes say by which names they went, and since when they are what they are
     * @param zone the desk's, which says in which month a case was opened
     */
    public LoggedRows(Library library, ZoneId zone) {
        this.library = library;
        this.zone = zone;
        this.renamed = !library.vocabulary().formerNames().isEmpty();
    }

    /** A case with the attempts made under one known error, in their order, and what was known beside its own row. */
    public CaseLog.Entry entry(CaseRow c, List<AttemptRow> tried, Map<String, String> known) {
        return entry(c, tried, known, CaseLog.ALL_FACTS);
    }

    CaseLog.Entry entry(CaseRow c, List<AttemptRow> tried, Map<String, String> known, Set<String> wanted) {
        List<LoggedAttempt> log = new ArrayList<>();
        for (int i = 0; i < tried.size(); i++) {
            AttemptRow a = tried.get(i);
            if (a.outcome() != null) {
                log.add(pooled(attempt(a, i + 1 < tried.size() ? tried.get(i + 1) : null)));
            }
        }
        Map<String, String> facts = new HashMap<>(c.ownFacts());
        facts.putAll(renamed ? library.vocabulary().withToday(known) : known);
        if (!wanted.isEmpty()) {
            facts.keySet().removeIf(name -> !name.equals(Evidence.FIRST_PICK) && !wanted.contains(name));
        }
        return new CaseLog.Entry(
                new LoggedCase(
                        c.number(),
                        pooled(c.productVersion()),
                        pooled(YearMonth.from(c.openedAt().atZone(zone)).toString()),
                        pooled(List.copyOf(log)),
                        pooled(Map.copyOf(facts))),
                c.openedAt(),
                pooled(c.product()),
                pooled(c.agent()));
    }

    @SuppressWarnings("unchecked") // equal things are of one type
    private <T> T pooled(T thing) {
        return thing == null ? null : (T) pool.computeIfAbsent(thing, t -> t);
    }

    /** Of a bundle only the last fix was retested. */
    private LoggedAttempt attempt(AttemptRow a, AttemptRow next) {
        boolean bundled = a.bundle() != null && next != null && a.bundle().equals(next.bundle());
        Outcome outcome = bundled ? Outcome.NOT_RETESTED : a.outcome();
        Optional<Fix> fix = library.fix(a.fixKey());
        boolean before = fix.map(f -> f.traits().substantial())
                .filter(day -> a.startedAt().atZone(zone).toLocalDate().isBefore(day))
                .isPresent();
        return new LoggedAttempt(
                fix.map(Fix::key).orElse(a.fixKey()),
                outcome,
                a.cameBack(),
                a.triedBefore(),
                a.minutes() == null ? Double.NaN : a.minutes(),
                before);
    }
}
