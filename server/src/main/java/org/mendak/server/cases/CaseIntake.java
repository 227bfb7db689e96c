package org.mendak.server.cases;

import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
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

    /** What became of a case, and its number here. */
    public record TakenIn(ImportResult result, long number) {}

    /** Takes in a case that was worked elsewhere, in the transaction of its import. */
    public TakenIn take(Tx tx, Ready ready) {
        var before = store.imported(tx, ready.key());
        if (before.isPresent()) {
            boolean same = before.get().hash().equals(ready.hash());
            return new TakenIn(
                    same ? ImportResult.UNCHANGED : ImportResult.DIFFERENT,
                    before.get().number());
        }
        CaseRow c = ready.row();
        long number = store.insert(tx, c, ready.key(), ready.hash());
        locks.opened(tx, number);
        if (!ready.text().isEmpty()) {
            store.addText(tx, number, ready.text(), c.openedAt(), c.agent());
        }
        ready.facts()
                .forEach((name, value) -> store.addFact(
                        tx,
                        number,
                        new CaseStore.Fact(
                                name,
                                CaseWords.start(CaseWords.plain(value), Limits.FACT_VALUE),
                                "case",
                                c.openedAt(),
                                c.agent())));
        Optional<AttemptRow> lost = ready.lost(library.library().vocabulary().holdingDays());
        for (AttemptRow a : ready.attempts()) {
            long id = attempts.insert(tx, a.stored(0, number));
            if (lost.filter(l -> l == a).isPresent()) {
                attempts.correct(tx, id, c.recurredAt(), c.agent());
            }
        }
        return new TakenIn(ImportResult.CREATED, number);
    }

    /** What was done off the script in a case that came in under this key. */
    public void offScript(Tx tx, String key, List<FreeStep> steps) {
        store.imported(tx, key).ifPresent(c -> steps.forEach(s -> free.add(tx, s.of(c.number()))));
    }

    /** The number of the case that came in under this key; empty if none did. */
    public Optional<Long> number(Tx tx, String key) {
        return store.imported(tx, key).map(c -> c.number());
    }

    /** Whether a case came in under this key. */
    public boolean isThere(Tx tx, String key) {
        return store.imported(tx, key).isPresent();
    }

    /** Whether this case was opened here at this moment. */
    public boolean isNative(Tx tx, long number, Instant openedAt) {
        return store.importKey(tx, number).isEmpty()
                && store.find(tx, number)
                        .filter(c -> c.openedAt().equals(openedAt))
                        .isPresent();
    }

    /** Tells that evidence of these errors changed by these cases, once for many. */
    public void told(Tx tx, Set<String> errors, Collection<Long> cases) {
        locks.changed(tx, errors, cases);
    }
}
