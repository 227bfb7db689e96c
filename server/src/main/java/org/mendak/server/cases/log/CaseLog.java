package org.mendak.server.cases.log;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.CaseRow;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** The log of attempts in the form that evidence is computed from. */
@Component
public class CaseLog {

    private final LogStore store;
    private final LibraryService library;
    private final Settings settings;

    CaseLog(LogStore store, LibraryService library, Settings settings) {
        this.store = store;
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
            store.ofError(tx, key).forEach(c -> rows.put(c.number(), c));
            store.attemptsOf(tx, key)
                    .forEach(a -> byCase.computeIfAbsent(a.number(), n -> new ArrayList<>())
                            .add(a));
            facts.putAll(store.factsOf(tx, key));
            planned.putAll(store.plannedFirst(tx, key));
        }
        LoggedRows read = new LoggedRows(library.library(), settings.zone());
        return rows.values().stream()
                .sorted(java.util.Comparator.comparing(CaseRow::openedAt).thenComparing(CaseRow::number))
                .map(c -> {
                    List<AttemptRow> tried = byCase.getOrDefault(c.number(), List.of());
                    Map<String, String> known = new HashMap<>(facts.getOrDefault(c.number(), Map.of()));
                    firstPick(tried, planned).ifPresent(pick -> known.put(Evidence.FIRST_PICK, pick));
                    return read.entry(c, tried, known);
                })
                .toList();
    }

    /** Notes which fix the plan had first when an attempt was started. */
    public void planned(Tx tx, long attempt, String fix) {
        store.plannedFirst(tx, attempt, fix);
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
                : firstPick(tried, store.plannedFirst(tx, tried.get(0).number()))
                        .orElse(Evidence.AS_PLANNED);
    }

    /** Cases in the order of their numbers with their attempts and facts, for export; the key is null for one that was opened here. */
    public record Whole(CaseRow row, List<AttemptRow> attempts, Map<String, String> facts, String importKey) {}

    /** The next cases after a number, at most so many. */
    public List<Whole> page(Tx tx, long after, int most) {
        List<CaseRow> rows = store.page(tx, after, most);
        List<Long> numbers = rows.stream().map(CaseRow::number).toList();
        Map<Long, List<AttemptRow>> tried = store.attemptsOf(tx, numbers);
        Map<Long, Map<String, String>> facts = store.factsOf(tx, numbers);
        Map<Long, String> keys = store.importKeys(tx, numbers);
        return rows.stream()
                .map(c -> new Whole(
                        c,
                        tried.getOrDefault(c.number(), List.of()),
                        new TreeMap<>(facts.getOrDefault(c.number(), Map.of())),
                        keys.get(c.number())))
                .toList();
    }
}
