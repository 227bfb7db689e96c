package org.mendak.server.cases;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.mendak.server.cases.free.FreeStep;
import org.mendak.server.cases.free.FreeStepStore;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** Takes in cases that were worked elsewhere, in the transaction of whoever brings them. */
@Service
public class CaseIntake {

    private final CaseStore store;
    private final AttemptStore attempts;
    private final FreeStepStore free;
    private final CaseLocks locks;
    private final LibraryService library;

    CaseIntake(CaseStore store, AttemptStore attempts, FreeStepStore free, CaseLocks locks, LibraryService library) {
        this.store = store;
        this.attempts = attempts;
        this.free = free;
        this.locks = locks;
        this.library = library;
    }

    /** A case that was worked elsewhere, with its attempts; {@code hash} tells whether it was imported as it is now. */
    public record Ready(
            CaseRow row, List<AttemptRow> attempts, Map<String, String> facts, String text, String key, String hash) {

        /** The success that did not last: the last one, if the case came back within so many days. */
        public Optional<AttemptRow> lost(double holdingDays) {
            return row.recurredAt() != null
                            && row.closedAt() != null
                            && !row.recurredAt()
                                    .isAfter(row.closedAt().plus(Duration.ofSeconds((long) (holdingDays * 86_400))))
                    ? AttemptRow.lastSuccess(attempts)
                    : Optional.empty();
        }
    }

    /** What became of an imported case. */
    public enum ImportResult {
        CREATED,
        UNCHANGED,
        /** The same case was imported before with other contents. */
        DIFFERENT
    }

    /**
     * Takes in cases that were worked elsewhere, in the transaction of their import; evidence hears of those that are new.
     *
     * @param ready each under a key of its own
     * @return what became of each, in their order; a bounded number of statements whatever their number
     */
    public List<ImportResult> take(Tx tx, List<Ready> ready) {
        Map<String, CaseStore.Imported> before =
                store.imported(tx, ready.stream().map(Ready::key).toList());
        List<Ready> news =
                ready.stream().filter(r -> !before.containsKey(r.key())).toList();
        Map<String, Long> numbers = new HashMap<>();
        List<Long> given = store.insertAll(
                tx,
                news.stream()
                        .map(r -> new CaseStore.Arriving(r.row(), r.key(), r.hash()))
                        .toList());
        for (int i = 0; i < given.size(); i++) {
            numbers.put(news.get(i).key(), given.get(i));
        }
        said(tx, news, numbers);
        attempts(tx, news, numbers);
        locks.opened(tx, given);
        locks.cameIn(tx, byError(news, numbers));
        return ready.stream().map(r -> result(r, before.get(r.key()))).toList();
    }

    private static Map<String, Set<Long>> byError(List<Ready> news, Map<String, Long> numbers) {
        Map<String, Set<Long>> all = new HashMap<>();
        for (Ready r : news) {
            Stream.concat(
                            Stream.ofNullable(r.row().errorKey()),
                            r.attempts().stream().map(AttemptRow::errorKey).filter(Objects::nonNull))
                    .forEach(e -> all.computeIfAbsent(e, k -> new HashSet<>()).add(numbers.get(r.key())));
        }
        return all;
    }

    private static ImportResult result(Ready r, CaseStore.Imported was) {
        if (was == null) {
            return ImportResult.CREATED;
        }
        return was.hash().equals(r.hash()) ? ImportResult.UNCHANGED : ImportResult.DIFFERENT;
    }

    private void said(Tx tx, List<Ready> news, Map<String, Long> numbers) {
        List<CaseStore.Known> facts = new ArrayList<>();
        for (Ready r : news) {
            CaseRow c = r.row();
            long number = numbers.get(r.key());
            if (!r.text().isEmpty()) {
                store.addText(tx, number, r.text(), c.openedAt(), c.agent());
            }
            r.facts()
                    .forEach((name, value) -> facts.add(new CaseStore.Known(
                            number,
                            new CaseStore.Fact(
                                    name,
                                    CaseWords.start(CaseWords.plain(value), Limits.FACT_VALUE),
                                    "case",
                                    c.openedAt(),
                                    c.agent()))));
        }
        store.addFacts(tx, facts);
    }

    private void attempts(Tx tx, List<Ready> news, Map<String, Long> numbers) {
        double holdingDays = library.library().vocabulary().holdingDays();
        List<AttemptRow> all = new ArrayList<>();
        Map<Integer, CaseRow> lost = new TreeMap<>();
        for (Ready r : news) {
            Optional<AttemptRow> last = r.lost(holdingDays);
            for (AttemptRow a : r.attempts()) {
                if (last.filter(l -> l == a).isPresent()) {
                    lost.put(all.size(), r.row());
                }
                all.add(a.stored(0, numbers.get(r.key())));
            }
        }
        List<Long> ids = attempts.insertAll(tx, all);
        lost.forEach((at, c) -> attempts.correct(tx, ids.get(at), c.recurredAt(), c.agent()));
    }

    /** What was done off the script in a case that came in under this key. */
    public void offScript(Tx tx, String key, List<FreeStep> steps) {
        number(tx, key).ifPresent(n -> steps.forEach(s -> free.add(tx, s.of(n))));
    }

    /** The number of the case that came in under this key; empty if none did. */
    public Optional<Long> number(Tx tx, String key) {
        return Optional.ofNullable(store.imported(tx, List.of(key)).get(key)).map(CaseStore.Imported::number);
    }

    /** Those of these keys that a case came in under. */
    public Set<String> there(Tx tx, Collection<String> keys) {
        return store.imported(tx, keys).keySet();
    }

    /** When those of these cases were opened that were opened here. */
    public Map<Long, Instant> opened(Tx tx, Collection<Long> numbers) {
        return store.opened(tx, numbers);
    }
}
