package org.mendak.server.cases;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** The rules of how a case ends, and of what happens when the error comes back. */
@Service
class CaseEndings {

    private final Db db;
    private final CaseStore store;
    private final AttemptStore attempts;
    private final CaseReader reader;
    private final CaseLocks locks;
    private final CaseKnowledge knowledge;
    private final LibraryService library;
    private final AuditStore audit;
    private final Clock clock;

    CaseEndings(
            Db db,
            CaseStore store,
            AttemptStore attempts,
            CaseReader reader,
            CaseLocks locks,
            CaseKnowledge knowledge,
            LibraryService library,
            AuditStore audit,
            Clock clock) {
        this.db = db;
        this.store = store;
        this.attempts = attempts;
        this.reader = reader;
        this.locks = locks;
        this.knowledge = knowledge;
        this.library = library;
        this.audit = audit;
        this.clock = clock;
    }

    /** Ends a case; not while something is still to be put back. */
    CaseViews.Case close(
            Caller caller, long number, String outcome, String believedFix, String limitation, String note) {
        return locks.change(caller, number, (tx, c) -> {
            if (!CaseRow.ENDINGS.contains(outcome)) {
                throw Refusal.invalid("outcome is \"" + outcome + "\", must be one of "
                        + String.join(", ", new TreeSet<>(CaseRow.ENDINGS)) + ".");
            }
            List<AttemptStore.PutBack> owed = attempts.putBacks(tx, number).stream()
                    .filter(p -> p.state().equals("open"))
                    .toList();
            if (!owed.isEmpty()) {
                throw Refusal.conflict(
                        "There is something to put back first. The case stays open.",
                        Map.of(
                                "putBacks",
                                owed.stream().map(AttemptStore.PutBack::text).toList()));
            }
            List<AttemptRow> tried = attempts.ofCase(tx, number);
            String believed = believedFix != null
                    ? believedFix
                    : AttemptRow.lastSuccess(tried).map(AttemptRow::fixKey).orElse(null);
            if (believedFix != null && tried.stream().noneMatch(a -> a.fixKey().equals(believedFix))) {
                throw Refusal.invalid("\"" + believedFix + "\" was not tried on this case.");
            }
            if (note != null && !note.isBlank()) {
                store.addNote(
                        tx,
                        number,
                        new CaseStore.Note(
                                CaseWords.masked(CaseWords.cut(note, Limits.NOTE), null),
                                clock.instant(),
                                caller.name()));
            }
            store.update(
                    tx, c.ended(outcome, believed, CaseWords.cut(limitation, 1000), clock.instant(), c.recurredAt()));
            audit.write(tx, caller, "case-closed", String.valueOf(number), outcome);
            locks.changed(tx, c, tried);
        });
    }

    /** The error came back: within the holding time the same case opens and the success is taken away, later a new one follows. */
    CaseViews.Case reopen(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.CASES, "reopen cases");
        return db.tx(tx -> {
            CaseRow c = locks.locked(tx, number);
            if (c.open()) {
                throw Refusal.conflict("Case " + number + " is open already.");
            }
            Instant now = clock.instant();
            double days = library.library().vocabulary().holdingDays();
            if (now.isAfter(c.closedAt().plus(Duration.ofSeconds((long) (days * 86_400))))) {
                return reader.view(tx, follow(tx, caller, c, now));
            }
            List<AttemptRow> tried = attempts.ofCase(tx, number);
            AttemptRow.lastSuccess(tried).ifPresent(a -> attempts.correct(tx, a.id(), now, caller.name()));
            store.update(tx, c.ended("open", null, null, null, now));
            audit.write(tx, caller, "case-reopened", String.valueOf(number), "");
            locks.changed(tx, c, tried);
            return reader.view(tx, number);
        });
    }

    private long follow(Tx tx, Caller caller, CaseRow c, Instant now) {
        long number = store.insert(tx, c.next(caller.name(), now), null, null);
        library.library().error(String.valueOf(c.errorKey())).ifPresent(e -> knowledge.pin(tx, number, e));
        store.texts(tx, c.number()).forEach(t -> store.addText(tx, number, t.text(), now, caller.name()));
        store.facts(tx, c.number()).stream()
                .filter(f -> f.source().equals("case") || f.source().equals("captured"))
                .forEach(f -> store.addFact(tx, number, f));
        audit.write(tx, caller, "case-opened", String.valueOf(number), "follows " + c.number());
        locks.changed(tx, c, List.of());
        return number;
    }
}
