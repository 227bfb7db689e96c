package org.mendak.server.cases;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.runbook.Fix;
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

    /**
     * A case as evidence reads it, and what it can be chosen by. Many are kept in memory, so it holds nothing else.
     *
     * @param product null if not known
     */
    public record Entry(LoggedCase logged, Instant openedAt, String product, String agent) {}

    /** Every case of a known error and of its aliases, oldest first, with the attempts made under that error. */
    public List<Entry> entries(Tx tx, String error) {
        List<String> keys = new ArrayList<>(List.of(error));
        library.library().error(error).ifPresent(e -> keys.addAll(e.aliases()));
        Map<Long, List<AttemptRow>> byCase = new HashMap<>();
        Map<Long, CaseRow> rows = new HashMap<>();
        Map<Long, Map<String, String>> facts = new HashMap<>();
        Map<Long, String> planned = new HashMap<>();
        for (String key : keys) {
            cases.ofError(tx, key).forEach(c -> rows.put(c.number(), c));
            attempts.ofError(tx, key)
                    .forEach(a -> byCase.computeIfAbsent(a.number(), n -> new ArrayList<>())
                            .add(a));
            facts.putAll(cases.factsOf(tx, key));
            planned.putAll(attempts.plannedFirst(tx, key));
        }
        // the same few words stand in thousands of rows, each a text of its own until here
        Map<String, String> pool = new HashMap<>();
        return rows.values().stream()
                .sorted(java.util.Comparator.comparing(CaseRow::openedAt).thenComparing(CaseRow::number))
                .map(c -> new Entry(
                        logged(
                                c,
                                byCase.getOrDefault(c.number(), List.of()),
                                facts.getOrDefault(c.number(), Map.of()),
                                planned,
                                pool),
                        c.openedAt(),
                        pooled(pool, c.product()),
                        pooled(pool, c.agent())))
                .toList();
    }

    /** Notes which fix the plan had first when an attempt was started. */
    public void planned(Tx tx, long attempt, String fix) {
        attempts.plannedFirst(tx, attempt, fix);
    }

    private LoggedCase logged(
            CaseRow c,
            List<AttemptRow> tried,
            Map<String, String> answered,
            Map<Long, String> planned,
            Map<String, String> pool) {
        List<LoggedAttempt> log = new ArrayList<>();
        for (int i = 0; i < tried.size(); i++) {
            AttemptRow a = tried.get(i);
            if (a.outcome() != null) {
                log.add(logged(a, i + 1 < tried.size() ? tried.get(i + 1) : null));
            }
        }
        String month =
                c.openedAt().atZone(settings.zone()).toLocalDate().toString().substring(0, 7);
        Map<String, String> facts = new HashMap<>(CaseReader.ownFacts(c));
        facts.putAll(answered);
        firstPick(tried, planned).ifPresent(pick -> facts.put(Evidence.FIRST_PICK, pick));
        Map<String, String> kept = new HashMap<>();
        facts.forEach((name, value) -> kept.put(pooled(pool, name), pooled(pool, value)));
        return new LoggedCase(
                String.valueOf(c.number()), pooled(pool, c.productVersion()), pooled(pool, month), log, kept);
    }

    /** What was tried first, if it is known what the plan had first; see {@link Evidence#FIRST_PICK}. */
    static Optional<String> firstPick(List<AttemptRow> tried, Map<Long, String> planned) {
        return tried.stream()
                .filter(a -> !a.triedBefore())
                .findFirst()
                .filter(a -> planned.containsKey(a.id()))
                .map(a -> planned.get(a.id()).equals(a.fixKey()) ? Evidence.AS_PLANNED : a.fixKey());
    }

    /** What was tried first on a case, for planning on: as planned while nothing else is known. */
    public String firstPick(Tx tx, List<AttemptRow> tried) {
        return tried.isEmpty()
                ? Evidence.AS_PLANNED
                : firstPick(tried, attempts.plannedFirst(tx, tried.get(0).number()))
                        .orElse(Evidence.AS_PLANNED);
    }

    private static String pooled(Map<String, String> pool, String text) {
        return text == null ? null : pool.computeIfAbsent(text, t -> t);
    }

    /** Of a bundle only the last fix was retested. */
    private LoggedAttempt logged(AttemptRow a, AttemptRow next) {
        boolean bundled = a.bundle() != null && next != null && a.bundle().equals(next.bundle());
        Outcome outcome =
                bundled ? Outcome.NOT_RETESTED : Outcome.named(a.outcome()).orElseThrow();
        Optional<Fix> fix = library.library().fix(a.fixKey());
        boolean before = fix.map(f -> f.traits().substantial())
                .filter(day ->
                        a.startedAt().atZone(settings.zone()).toLocalDate().isBefore(day))
                .isPresent();
        return new LoggedAttempt(
                fix.map(Fix::key).orElse(a.fixKey()),
                outcome,
                a.cameBack(),
                a.triedBefore(),
                a.minutes() == null ? Double.NaN : a.minutes(),
                before);
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
