package org.mendak.server.cases;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** Takes in cases that were worked elsewhere, in the transaction of whoever brings them. */
@Service
public class CaseIntake {

    private final CaseStore store;
    private final AttemptStore attempts;
    private final CaseLocks locks;
    private final LibraryService library;

    CaseIntake(CaseStore store, AttemptStore attempts, CaseLocks locks, LibraryService library) {
        this.store = store;
        this.attempts = attempts;
        this.locks = locks;
        this.library = library;
    }

    /** A case that was worked elsewhere, with its attempts; {@code hash} tells whether it was imported as it is now. */
    public record Ready(
            CaseRow row, List<AttemptRow> attempts, Map<String, String> facts, String text, String key, String hash) {}

    /** What became of an imported case. */
    public enum ImportResult {
        CREATED,
        UNCHANGED,
        /** The same case was imported before with other contents. */
        DIFFERENT
    }

    /** Takes in a case that was worked elsewhere, in the transaction of its import. */
    public ImportResult take(Tx tx, Ready ready) {
        var before = store.imported(tx, ready.key());
        if (before.isPresent()) {
            return before.get().hash().equals(ready.hash()) ? ImportResult.UNCHANGED : ImportResult.DIFFERENT;
        }
        CaseRow c = ready.row();
        long number = store.insert(tx, c, ready.key(), ready.hash());
        if (!ready.text().isEmpty()) {
            store.addText(tx, number, ready.text(), c.openedAt(), c.agent());
        }
        ready.facts()
                .forEach((name, value) ->
                        store.addFact(tx, number, new CaseStore.Fact(name, value, "case", c.openedAt(), c.agent())));
        List<AttemptRow> stored = new ArrayList<>();
        for (AttemptRow a : ready.attempts()) {
            long id = attempts.insert(tx, a.stored(0, number));
            stored.add(a.stored(id, number));
        }
        double days = library.library().vocabulary().holdingDays();
        boolean cameBack = c.recurredAt() != null
                && c.closedAt() != null
                && !c.recurredAt().isAfter(c.closedAt().plus(Duration.ofSeconds((long) (days * 86_400))));
        if (cameBack) {
            AttemptRow.lastSuccess(stored).ifPresent(a -> attempts.correct(tx, a.id(), c.recurredAt(), c.agent()));
        }
        return ImportResult.CREATED;
    }

    /** Tells that evidence of these errors changed, once for a whole import. */
    public void told(Tx tx, Set<String> errors) {
        locks.changed(tx, errors);
    }
}
