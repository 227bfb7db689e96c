package org.mendak.server.cases;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.mendak.server.cases.runbook.CaseRunbooks;
import org.mendak.server.library.LibraryService;
import org.mendak.server.numbers.CaseJournal;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Words;
import org.springframework.stereotype.Service;

/** The rules of how a case ends, and of what happens when the error comes back. */
@Service
class CaseEndings {

    private final Db db;
    private final CaseStore store;
    private final AttemptStore attempts;
    private final CaseReader reader;
    private final CaseLocks locks;
    private final CaseRunbooks runbooks;
    private final OwedService owed;
    private final FreeWork free;
    private final LibraryService library;
    private final CaseJournal journal;
    private final Clock clock;

    CaseEndings(
            Db db,
            CaseStore store,
            AttemptStore attempts,
            CaseReader reader,
            CaseLocks locks,
            CaseRunbooks runbooks,
            OwedService owed,
            FreeWork free,
            LibraryService library,
            CaseJournal journal,
            Clock clock) {
        this.db = db;
        this.store = store;
        this.attempts = attempts;
        this.reader = reader;
        this.locks = locks;
        this.runbooks = runbooks;
        this.owed = owed;
        this.free = free;
        this.library = library;
        this.journal = journal;
        this.clock = clock;
    }

    /**
     * How a case ends.
     *
     * @param believedFix which of the fixes tried is believed to have done it; the last that worked if null
     * @param limitation what does not work all the same; wanted for a workaround
     * @param cause what was the matter, in words; the known error's title if null
     * @param duplicateOf the case that this one repeats; wanted for a duplicate
     * @param retest what came of the runbook's Verify, item by item; null or shorter where nobody said
     */
    @FromCaller
    record Ending(
            String outcome,
            String believedFix,
            String limitation,
            String note,
            String cause,
            Long duplicateOf,
            List<String> retest) {}

    /** Ends a case; not while something is still to be put back. */
    CaseViews.Case close(Caller caller, long number, Ending e) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        String note = CaseWords.note(e.note());
        return locks.change(caller, number, (tx, c) -> {
            CaseStatus ending = Words.said(CaseStatus.ENDINGS, e.outcome(), "outcome");
            owed.refuseOpen(tx, number);
            free.refuseOpen(tx, number);
            Long duplicate = ending == CaseStatus.DUPLICATE ? duplicate(tx, number, e.duplicateOf()) : null;
            List<AttemptRow> tried = attempts.ofCase(tx, number);
            String believed = e.believedFix() != null
                    ? e.believedFix()
                    : AttemptRow.lastSuccess(tried).map(AttemptRow::fixKey).orElse(null);
            if (e.believedFix() != null
                    && tried.stream().noneMatch(a -> a.fixKey().equals(e.believedFix()))) {
                throw Refusal.invalid("\"" + e.believedFix() + "\" was not tried on this case.");
            }
            if (!note.isEmpty()) {
                store.addNote(tx, number, new CaseStore.Note(note, clock.instant(), caller.who()));
            }
            Retest.Result retest =
                    Retest.judge(e, ending, reader.runbook(tx, c).error().orElse(null));
            if (!retest.said().isEmpty()) {
                store.addNote(tx, number, new CaseStore.Note(retest.said(), clock.instant(), caller.who()));
            }
            String limitation = CaseWords.cut(e.limitation() == null ? retest.limitation() : e.limitation(), 1000);
            CaseRow ended = c.ended(ending, believed, limitation, clock.instant(), c.recurredAt());
            store.update(tx, ended.with(d -> d.duplicateOf = duplicate));
            if (e.cause() != null && !e.cause().isBlank()) {
                store.correct(tx, number, "cause", CaseWords.cut(e.cause(), 1000), clock.instant(), caller.who());
            }
            if (ending == CaseStatus.WORKED_AROUND) {
                AttemptRow.lastSuccess(tried).ifPresent(a -> owed.debt(tx, caller, a));
            }
            journal.write(tx, caller, "case-closed", number, e.outcome());
            locks.changed(tx, c, tried);
        });
    }

    private Long duplicate(Tx tx, long number, Long of) {
        CaseNumbers.refusePractice(number, "there is nothing that it repeats");
        if (of == null
                || of == number
                || CaseNumbers.isPractice(of)
                || store.find(tx, of).isEmpty()) {
            throw Refusal.invalid("Say which case this one repeats: duplicateOf with its number.");
        }
        return of;
    }

    /** The error came back: within the holding time the same case opens and the success is taken away, later a new one follows. */
    CaseViews.Case reopen(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.CASES, "reopen cases");
        CaseNumbers.refusePractice(number, "what has ended stays so; take another call");
        return locks.alone(number, tx -> {
            CaseRow c = locks.locked(tx, number);
            if (c.open()) {
                throw Refusal.conflict("Case " + number + " is open already.");
            }
            locks.tell(tx, caller, number);
            Instant now = clock.instant();
            if (now.isAfter(c.closedAt().plus(reader.holding()))) {
                return reader.view(tx, follow(tx, caller, c, now));
            }
            List<AttemptRow> tried = attempts.ofCase(tx, number);
            AttemptRow.lastSuccess(tried).ifPresent(a -> attempts.correct(tx, a.id(), now, caller.who()));
            free.cameBack(tx, number);
            store.update(tx, c.ended(CaseStatus.OPEN, null, null, null, now).with(d -> d.duplicateOf = null));
            journal.write(tx, caller, "case-reopened", number, "");
            locks.changed(tx, c, tried);
            return reader.view(tx, number);
        });
    }

    private long follow(Tx tx, Caller caller, CaseRow c, Instant now) {
        long number = store.insert(tx, c.next(caller.who(), now), null, null);
        locks.opened(tx, List.of(number));
        library.library().error(String.valueOf(c.errorKey())).ifPresent(e -> runbooks.pin(tx, number, e));
        store.texts(tx, c.number()).forEach(t -> store.addText(tx, number, t.text(), now, caller.who()));
        store.facts(tx, c.number()).stream()
                .filter(f -> f.source().equals("case") || f.source().equals("captured"))
                .forEach(f -> store.addFact(tx, number, f));
        journal.write(tx, caller, "case-opened", number, "follows " + c.number());
        if (c.errorKey() != null) {
            locks.changed(tx, Set.of(c.errorKey()), List.of(number));
        }
        return number;
    }
}
