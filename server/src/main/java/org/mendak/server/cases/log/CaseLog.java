package org.mendak.server.cases.log;

import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.CaseRow;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
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
    public record Entry(LoggedCase logged, Instant openedAt, String product, Who agent) {

        /** The oldest first, and by number what was opened at the same moment. */
        public static final Comparator<Entry> ORDER =
                Comparator.comparing(Entry::openedAt).thenComparingLong(Entry::number);

        public long number() {
            return logged.number();
        }
    }

    /** Which facts of a case are read where all are wanted. */
    public static final Set<String> ALL_FACTS = Set.of();

    /**
     * Reads cases by the library as it is now.
     *
     * @param names which facts matter for a known error; {@link #ALL_FACTS} for all
     */
    public LogReading reading(Function<KnownError, Set<String>> names) {
        return new LogReading(store, library.library(), new LoggedRows(library.library(), settings.zone()), names);
    }

    /** The highest number that a case has. */
    public long highest(Tx tx) {
        return store.highest(tx);
    }

    /** Notes which fix the plan had first when an attempt was started. */
    public void planned(Tx tx, long attempt, String fix) {
        store.plannedFirst(tx, attempt, fix);
    }

    /** What was tried first on a case, for planning on: as planned while nothing else is known. */
    public String firstPick(Tx tx, List<AttemptRow> tried) {
        if (tried.isEmpty()) {
            return Evidence.AS_PLANNED;
        }
        Map<Long, String> planned = new HashMap<>();
        store.tried(tx, List.of(tried.get(0).number()))
                .forEach(t -> planned.put(t.row().id(), t.planned()));
        return LogReading.firstPick(tried.stream()
                        .map(a -> new LogStore.Tried(a, planned.get(a.id())))
                        .toList())
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
