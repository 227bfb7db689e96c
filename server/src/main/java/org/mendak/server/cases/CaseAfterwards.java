package org.mendak.server.cases;

import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.runbook.Fix;
import org.mendak.server.library.LibraryService;
import org.mendak.server.numbers.CaseJournal;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Names;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.mendak.server.team.TeamService;
import org.springframework.stereotype.Service;

/** The rules of what becomes of a case in other hands or later: handing it over, what was found out, whether it came back. */
@Service
class CaseAfterwards {

    private final Db db;
    private final CaseStore store;
    private final AttemptStore attempts;
    private final CaseReader reader;
    private final CaseLocks locks;
    private final CaseVersions versions;
    private final LibraryService library;
    private final TeamService team;
    private final Names names;
    private final CaseJournal journal;
    private final Clock clock;

    CaseAfterwards(
            Db db,
            CaseStore store,
            AttemptStore attempts,
            CaseReader reader,
            CaseLocks locks,
            CaseVersions versions,
            LibraryService library,
            TeamService team,
            Names names,
            CaseJournal journal,
            Clock clock) {
        this.db = db;
        this.store = store;
        this.attempts = attempts;
        this.reader = reader;
        this.locks = locks;
        this.versions = versions;
        this.library = library;
        this.team = team;
        this.names = names;
        this.journal = journal;
        this.clock = clock;
    }

    /** Gives an open case to a colleague, or takes it; what it waits for stays as it is. */
    CaseViews.Case handOver(Caller caller, long number, String to, String written, Integer seen) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        CaseNumbers.refusePractice(number, "nobody else can go on; it is yours");
        String note = CaseWords.note(written);
        return locks.change(caller, number, (tx, c) -> {
            Who taker = team.colleague(tx, to)
                    .orElseThrow(() -> Refusal.invalid("Nobody here is called \"" + to
                            + "\". To hand the case to another team, end it as handed-over."));
            if (taker.equals(c.agent())) {
                throw Refusal.conflict("Case " + number + " is " + names.of(taker) + "'s already.");
            }
            versions.check(tx, caller, number, seen, Set.of("agent"), Map.of("agent", names.of(c.agent())));
            store.addHandover(tx, number, new CaseStore.Handover(c.agent(), taker, note, clock.instant()));
            store.update(tx, c.with(d -> d.agent = taker));
            versions.changed(tx, caller, number, Set.of("agent"));
            if (c.errorKey() != null) {
                locks.changed(tx, Set.of(c.errorKey()), List.of(number));
            }
            journal.write(tx, caller, "case-given", number, "");
        });
    }

    /** What can be found out after the end; null stays as it is. */
    @FromCaller
    record Found(String cause, String believedFix, String curedBy) {}

    /** Notes what was found out about an ended case; its rows stay as they were. */
    CaseViews.Case found(Caller caller, long number, Found f) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        CaseNumbers.refusePractice(number, "nothing is found out later; it says itself what it was");
        return locks.alone(number, tx -> {
            CaseRow c = ended(tx, number);
            List<AttemptRow> tried = attempts.ofCase(tx, number);
            if (f.cause() != null) {
                note(tx, caller, number, "cause", CaseWords.cut(f.cause(), 1000));
            }
            if (f.believedFix() != null) {
                if (tried.stream().noneMatch(a -> a.fixKey().equals(f.believedFix()))) {
                    throw Refusal.invalid("\"" + f.believedFix() + "\" was not tried on this case.");
                }
                note(tx, caller, number, "believed-fix", f.believedFix());
            }
            if (f.curedBy() != null) {
                cured(tx, caller, c, tried, CaseWords.cut(f.curedBy(), 1000));
            }
            locks.tell(tx, caller, number);
            return reader.view(tx, number);
        });
    }

    private CaseRow ended(Tx tx, long number) {
        CaseRow c = locks.locked(tx, number);
        if (c.open()) {
            throw Refusal.conflict("Case " + number + " is still open; this is for later.");
        }
        return c;
    }

    private void note(Tx tx, Caller caller, long number, String what, String value) {
        if (value == null) {
            throw Refusal.invalid(what + " is empty.");
        }
        store.correct(tx, number, what, value, clock.instant(), caller.who());
        journal.write(tx, caller, what, number, "");
    }

    /** What cured a case that was handed over; a fix of the library then counts as one that worked there. */
    private void cured(Tx tx, Caller caller, CaseRow c, List<AttemptRow> tried, String by) {
        if (c.status() != CaseStatus.HANDED_OVER) {
            throw Refusal.conflict("Case " + c.number() + " was not handed over.");
        }
        if (store.corrections(tx, c.number()).containsKey("cured-by")) {
            throw Refusal.conflict("It is known already what cured case " + c.number() + ".");
        }
        note(tx, caller, c.number(), "cured-by", by);
        Optional<Fix> fix = library.library().fix(String.valueOf(by));
        if (fix.isPresent() && c.errorKey() != null) {
            attempts.insert(tx, AttemptRow.begun(fix.get().key(), caller.who(), clock.instant(), a -> {
                a.number = c.number();
                a.errorKey = c.errorKey();
                a.position = AttemptRow.next(tried);
                a.outcome = Outcome.WORKED;
                a.note = "told after the hand-over";
            }));
            locks.changed(tx, Set.of(c.errorKey()), List.of(c.number()));
        }
    }

    /**
     * Whether an open case is an earlier one come back. Yes takes the earlier one's success away and lets this one follow it; no is
     * remembered, so that it is not asked again.
     */
    CaseViews.Case recurrence(Caller caller, long number, Long of, Boolean again) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        if (of == null || again == null) {
            throw Refusal.invalid("Say of which case, and again: true or false.");
        }
        return locks.changeBoth(caller, number, of, (tx, c) -> {
            CaseViews.Earlier earlier = reader.earlier(tx, c, store.corrections(tx, number))
                    .filter(e -> e.number() == of)
                    .orElseThrow(() -> Refusal.conflict("Case " + of + " is no earlier case of the same kind."));
            if (!again) {
                store.correct(tx, number, "not-again", String.valueOf(of), clock.instant(), caller.who());
                return;
            }
            CaseRow old = locks.locked(tx, earlier.number());
            List<AttemptRow> tried = attempts.ofCase(tx, old.number());
            AttemptRow.lastSuccess(tried).ifPresent(a -> attempts.correct(tx, a.id(), clock.instant(), caller.who()));
            store.update(tx, old.with(d -> d.recurredAt = c.openedAt()));
            store.update(tx, c.with(d -> d.follows = old.number()));
            journal.write(tx, caller, "recurrence", number, "of " + old.number());
            locks.changed(tx, old, tried);
        });
    }

    /** The people a case can be given to. */
    List<TeamService.Colleague> colleagues(Caller caller) {
        caller.may(Role.AGENT, Scope.READ, "see colleagues");
        return db.tx(team::colleagues);
    }
}
