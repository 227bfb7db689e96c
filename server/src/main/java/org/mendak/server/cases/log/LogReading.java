package org.mendak.server.cases.log;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.CaseRow;
import org.mendak.server.library.Library;
import org.mendak.server.platform.Tx;

/**
 * Reads cases as evidence has them, by one library. What many cases say alike is kept once for all that one of these reads. Not for several
 * threads at once.
 */
public final class LogReading {

    private final LogStore store;
    private final Library library;
    private final LoggedRows rows;
    private final Function<KnownError, Set<String>> names;
    private Set<Long> cameBack;
    private final Map<String, Optional<Set<String>>> namesOf = new HashMap<>();

    LogReading(LogStore store, Library library, LoggedRows rows, Function<KnownError, Set<String>> names) {
        this.store = store;
        this.library = library;
        this.rows = rows;
        this.names = names;
    }

    /** What a case says of a known error, which is named as it is today. */
    public record Told(String error, CaseLog.Entry entry) {}

    /** Every case of a known error and of its aliases, oldest first, with the attempts made under that error. */
    public List<CaseLog.Entry> ofError(Tx tx, KnownError error) {
        List<String> keys = new ArrayList<>(List.of(error.key()));
        keys.addAll(error.aliases());
        Map<Long, CaseRow> cases = new LinkedHashMap<>();
        Map<Long, List<LogStore.Tried>> tried = new HashMap<>();
        Map<Long, Map<String, String>> facts = new HashMap<>();
        for (String key : keys) {
            store.ofError(tx, key).forEach(c -> cases.put(c.number(), c));
            LogStore.byCase(store.triedUnder(tx, key))
                    .forEach((n, list) ->
                            tried.computeIfAbsent(n, k -> new ArrayList<>()).addAll(list));
            facts.putAll(store.factsOf(tx, key));
        }
        // what was tried under an earlier name stands among the rest
        tried.values()
                .forEach(list -> list.sort(Comparator.comparingInt(t -> t.row().position())));
        Set<String> wanted = names.apply(error);
        return cases.values().stream()
                .map(c -> entry(
                        c, tried.getOrDefault(c.number(), List.of()), facts.getOrDefault(c.number(), Map.of()), wanted))
                .sorted(CaseLog.Entry.ORDER)
                .toList();
    }

    /**
     * What these cases say of one known error, whether or not it is published; a case that says nothing of it is not among them.
     *
     * @return in no order
     */
    public List<CaseLog.Entry> of(Tx tx, KnownError error, Collection<Long> numbers) {
        List<Long> all = List.copyOf(numbers);
        return told(
                        store.cases(tx, all),
                        store.tried(tx, all),
                        store.factsOf(tx, all),
                        key -> key.equals(error.key()) || error.aliases().contains(key) ? error.key() : key,
                        key -> key.equals(error.key()) ? Optional.of(names.apply(error)) : Optional.empty())
                .stream()
                .map(Told::entry)
                .toList();
    }

    /** What the cases after a number say, up to another; a success that came back since the first of these was read may still stand. */
    public List<Told> page(Tx tx, long after, long upTo) {
        if (cameBack == null) {
            // few did: looked for once, not at each attempt
            cameBack = store.cameBack(tx);
        }
        return told(
                store.cases(tx, after, upTo),
                store.tried(tx, after, upTo, cameBack),
                store.factsOf(tx, after, upTo),
                this::today,
                this::namesOf);
    }

    /**
     * What cases say of known errors.
     *
     * @param today what an error is called now
     * @param wanted which facts matter for an error; empty if it is not asked for
     */
    private List<Told> told(
            List<CaseRow> cases,
            List<LogStore.Tried> tried,
            Map<Long, Map<String, String>> facts,
            UnaryOperator<String> today,
            Function<String, Optional<Set<String>>> wanted) {
        Map<Long, List<LogStore.Tried>> byCase = LogStore.byCase(tried);
        List<Told> all = new ArrayList<>();
        for (CaseRow c : cases) {
            Map<String, List<LogStore.Tried>> byError = new LinkedHashMap<>();
            String own = c.errorKey() == null ? null : today.apply(c.errorKey());
            if (own != null) {
                byError.put(own, new ArrayList<>());
            }
            for (LogStore.Tried t : byCase.getOrDefault(c.number(), List.of())) {
                if (t.row().errorKey() != null) {
                    byError.computeIfAbsent(today.apply(t.row().errorKey()), e -> new ArrayList<>())
                            .add(t);
                }
            }
            byError.forEach((error, under) -> wanted.apply(error)
                    .ifPresent(matter -> all.add(new Told(
                            error,
                            entry(
                                    c,
                                    under,
                                    error.equals(own) ? facts.getOrDefault(c.number(), Map.of()) : Map.of(),
                                    matter)))));
        }
        return all;
    }

    /** Which facts matter; empty if nobody sees that error any more. */
    private Optional<Set<String>> namesOf(String error) {
        return namesOf.computeIfAbsent(
                error, e -> Optional.ofNullable(library.errors().get(e)).map(names));
    }

    private String today(String error) {
        return library.errors().containsKey(error)
                ? error
                : library.error(error).map(KnownError::key).orElse(error);
    }

    private CaseLog.Entry entry(CaseRow c, List<LogStore.Tried> tried, Map<String, String> facts, Set<String> wanted) {
        List<AttemptRow> attempts = tried.stream().map(LogStore.Tried::row).toList();
        Map<String, String> known = new HashMap<>(facts);
        firstPick(tried).ifPresent(pick -> known.put(Evidence.FIRST_PICK, pick));
        return rows.entry(c, attempts, known, wanted);
    }

    /** What was tried first, if it is known what the plan had first; see {@link Evidence#FIRST_PICK}. */
    static Optional<String> firstPick(List<LogStore.Tried> tried) {
        return tried.stream()
                .filter(t -> !t.row().triedBefore())
                .findFirst()
                .filter(t -> t.planned() != null)
                .map(t -> t.planned().equals(t.row().fixKey())
                        ? Evidence.AS_PLANNED
                        : t.row().fixKey());
    }
}
