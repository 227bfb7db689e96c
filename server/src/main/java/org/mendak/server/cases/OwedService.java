package org.mendak.server.cases;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.server.cases.owed.OwedStore;
import org.mendak.server.cases.owed.PutBack;
import org.mendak.server.cases.owed.Settling;
import org.mendak.server.numbers.CaseJournal;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Words;
import org.mendak.server.team.TeamService;
import org.springframework.stereotype.Service;

/** The rules of what is owed: put-backs, follow-ups and debts, and who has them in hand. */
@Service
class OwedService {

    private static final int MOST = 200;
    /** For this long a handed-over case is asked about. */
    private static final Duration ASKED_FOR = Duration.ofDays(60);

    private final Db db;
    private final CaseStore cases;
    private final AttemptStore attempts;
    private final OwedStore store;
    private final CaseReader reader;
    private final CaseFixes fixes;
    private final CaseLocks locks;
    private final CaseVersions versions;
    private final CaseJournal journal;
    private final TeamService team;
    private final ZoneId zone;
    private final Clock clock;

    OwedService(
            Db db,
            CaseStore cases,
            AttemptStore attempts,
            OwedStore store,
            CaseReader reader,
            CaseFixes fixes,
            CaseLocks locks,
            CaseVersions versions,
            CaseJournal journal,
            TeamService team,
            Settings settings,
            Clock clock) {
        this.db = db;
        this.cases = cases;
        this.attempts = attempts;
        this.store = store;
        this.reader = reader;
        this.fixes = fixes;
        this.locks = locks;
        this.versions = versions;
        this.journal = journal;
        this.team = team;
        this.zone = settings.zone();
        this.clock = clock;
    }

    /** What somebody has in hand beside open cases. */
    record InHand(List<CaseViews.Owed> owed, List<CaseViews.Line> uncured) {}

    InHand inHand(Caller caller) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        return db.tx(tx -> new InHand(
                store.passedTo(tx, caller.who(), MOST).stream()
                        .map(p -> owed(tx, p))
                        .toList(),
                reader.lines(tx, cases.uncured(tx, caller.who(), clock.instant().minus(ASKED_FOR), 3))));
    }

    private CaseViews.Owed owed(Tx tx, PutBack p) {
        CaseRow c = reader.row(tx, p.number());
        AttemptRow a = attempts.find(tx, p.number(), p.attempt()).orElseThrow();
        return new CaseViews.Owed(
                p.id(),
                p.number(),
                reader.title(c.errorKey()),
                c.device(),
                c.requester(),
                Words.word(p.kind()),
                p.text(),
                fixes.command(tx, c, a, p, reader.facts(tx, c).values(), Hidden.NOTHING),
                p.dueAt(),
                p.dueAt() != null && p.dueAt().isBefore(clock.instant()));
    }

    /**
     * Settles something owed. What was passed to somebody can be settled when its case has ended, too.
     *
     * @param seen the version of the case that the caller saw; null if they say none
     */
    CaseViews.Case settle(Caller caller, long number, long id, Settling.Said said, Integer seen) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        Settling how = Settling.of(said, clock.instant(), zone);
        if (how.to() != null) {
            CaseNumbers.refusePractice(number, "nothing can be passed to others");
        }
        return locks.alone(number, tx -> {
            CaseRow c = locks.locked(tx, number);
            PutBack p = store.find(tx, number, id)
                    .orElseThrow(() -> Refusal.notFound("There is no put-back " + id + " on case " + number + "."));
            if (!c.open() && !how.mayFollow(p)) {
                throw Refusal.conflict("Case " + number + " is closed; reopen it first.");
            }
            String kind = Words.word(p.kind());
            String field = kind + " \"" + CaseWords.start(p.text(), 60) + "\"";
            if (p.state() != how.state()) {
                versions.check(tx, caller, number, seen, Set.of(field), Map.of(field, Words.word(p.state())));
            }
            how.store(
                    tx,
                    store,
                    p,
                    how.to() == null ? null : team.colleague(tx, how.to()).orElse(null));
            cases.touch(tx, number);
            versions.changed(tx, caller, number, Set.of(field));
            journal.write(tx, caller, kind, number, Words.word(how.state()));
            locks.tell(tx, caller, number);
            return reader.view(tx, number);
        });
    }

    /** Mending for good stays owed when a caller was only got going. */
    void debt(Tx tx, Caller caller, AttemptRow by) {
        Instant now = clock.instant();
        store.oweAgain(
                tx,
                PutBack.owed(by.number(), by.id(), PutBack.Kind.DEBT, "mend for good", d -> {
                    d.taker = caller.who();
                    d.dueAt = Settling.tomorrowMorning(now, zone);
                }),
                now);
    }

    /** Refuses while something is open. */
    void refuseOpen(Tx tx, long number) {
        List<String> open = store.of(tx, number).stream()
                .filter(p -> p.state().holdsTheCase())
                .map(PutBack::text)
                .toList();
        if (!open.isEmpty()) {
            throw Refusal.conflict(
                    "There is something to put back or to follow up first. The case stays open.",
                    Map.of("putBacks", open));
        }
    }
}
