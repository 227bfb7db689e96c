package org.mendak.server.cases;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** The rules of what is owed: put-backs, follow-ups and debts, and who has them in hand. */
@Service
class OwedService {

    private static final Set<String> STATES =
            Set.of("open", "for-now", "done", "no-longer-applies", "kept", "passed-to");
    private static final LocalTime MORNING = LocalTime.of(8, 0);
    private static final int MOST = 200;
    /** For this long a handed-over case is asked about. */
    private static final Duration ASKED_FOR = Duration.ofDays(60);

    private final Db db;
    private final CaseStore cases;
    private final AttemptStore store;
    private final CaseReader reader;
    private final CaseFixes fixes;
    private final CaseLocks locks;
    private final CaseVersions versions;
    private final AuditStore audit;
    private final ZoneId zone;
    private final Clock clock;

    OwedService(
            Db db,
            CaseStore cases,
            AttemptStore store,
            CaseReader reader,
            CaseFixes fixes,
            CaseLocks locks,
            CaseVersions versions,
            AuditStore audit,
            Settings settings,
            Clock clock) {
        this.db = db;
        this.cases = cases;
        this.store = store;
        this.reader = reader;
        this.fixes = fixes;
        this.locks = locks;
        this.versions = versions;
        this.audit = audit;
        this.zone = settings.zone();
        this.clock = clock;
    }

    /** What somebody has in hand beside open cases. */
    record InHand(List<CaseViews.Owed> owed, List<CaseViews.Line> uncured) {}

    InHand inHand(Caller caller) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        return db.tx(tx -> new InHand(
                store.passedTo(tx, caller.name(), MOST).stream()
                        .map(p -> owed(tx, p))
                        .toList(),
                reader.lines(
                        tx, cases.uncured(tx, caller.name(), clock.instant().minus(ASKED_FOR), 3))));
    }

    private CaseViews.Owed owed(Tx tx, AttemptStore.PutBack p) {
        CaseRow c = reader.row(tx, p.number());
        AttemptRow a = store.find(tx, p.number(), p.attempt()).orElseThrow();
        return new CaseViews.Owed(
                p.id(),
                p.number(),
                reader.title(c.errorKey()),
                c.device(),
                c.requester(),
                p.kind(),
                p.text(),
                fixes.command(tx, c, a, p, reader.facts(tx, c).values(), Hidden.NOTHING),
                p.dueAt(),
                p.dueAt() != null && p.dueAt().isBefore(clock.instant()));
    }

    /**
     * How something is settled.
     *
     * @param to who it passes to; only with passed-to
     * @param dueAt when it is due then; tomorrow morning if null
     * @param decidedBy who decided that it stays as it is; only with kept
     */
    @FromCaller
    record Settled(String state, String to, Instant dueAt, String decidedBy) {}

    /**
     * Settles something owed. What was passed to somebody can be settled when its case has ended, too.
     *
     * @param seen the version of the case that the caller saw; null if they say none
     */
    CaseViews.Case settle(Caller caller, long number, long id, Settled how, Integer seen) {
        String state = how.state();
        String to = how.to();
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        if (state == null || !STATES.contains(state)) {
            throw Refusal.invalid("state must be one of " + String.join(", ", new TreeSet<>(STATES)) + ".");
        }
        boolean passed = state.equals("passed-to");
        if (passed && (to == null || to.isBlank() || to.length() > 120)) {
            throw Refusal.invalid("Say who it passes to, in up to 120 characters.");
        }
        boolean kept = state.equals("kept");
        String decided = how.decidedBy() == null ? "" : how.decidedBy().strip();
        if (kept && (decided.isEmpty() || decided.length() > 120)) {
            throw Refusal.invalid("Say who decided that it stays, in up to 120 characters; nothing was stored.");
        }
        return locks.alone(number, tx -> {
            CaseRow c = locks.locked(tx, number);
            AttemptStore.PutBack p = store.putBack(tx, number, id)
                    .orElseThrow(() -> Refusal.notFound("There is no put-back " + id + " on case " + number + "."));
            if (!c.open() && (!p.state().equals("passed-to") || state.equals("open"))) {
                throw Refusal.conflict("Case " + number + " is closed; reopen it first.");
            }
            String field = p.kind() + " \"" + CaseWords.start(p.text(), 60) + "\"";
            if (!p.state().equals(state)) {
                versions.check(tx, caller, number, seen, Set.of(field), Map.of(field, p.state()));
            }
            Instant due = !passed ? null : how.dueAt() == null ? tomorrowMorning() : how.dueAt();
            store.settle(tx, number, id, state, passed ? to.strip() : null, due, kept ? decided : null);
            cases.touch(tx, number);
            versions.changed(tx, caller, number, Set.of(field));
            audit.write(tx, caller, p.kind(), String.valueOf(number), state);
            locks.tell(tx, caller, number);
            return reader.view(tx, number);
        });
    }

    /** Mending for good stays owed when a caller was only got going. */
    void debt(Tx tx, Caller caller, AttemptRow by) {
        AttemptStore.PutBack debt =
                AttemptStore.PutBack.open(by, 0, "debt", null, "mend for good", "", "", "always", "");
        store.oweAgain(
                tx,
                new AttemptStore.PutBack(
                        0,
                        debt.number(),
                        debt.attempt(),
                        0,
                        "debt",
                        null,
                        debt.text(),
                        "",
                        "",
                        "always",
                        "",
                        "passed-to",
                        caller.name(),
                        tomorrowMorning(),
                        null),
                clock.instant());
    }

    /** Refuses while something is open. */
    void refuseOpen(Tx tx, long number) {
        List<String> open = store.putBacks(tx, number).stream()
                .filter(p -> p.state().equals("open") || p.state().equals("for-now"))
                .map(AttemptStore.PutBack::text)
                .toList();
        if (!open.isEmpty()) {
            throw Refusal.conflict(
                    "There is something to put back or to follow up first. The case stays open.",
                    Map.of("putBacks", open));
        }
    }

    private Instant tomorrowMorning() {
        return clock.instant()
                .atZone(zone)
                .toLocalDate()
                .plusDays(1)
                .atTime(MORNING)
                .atZone(zone)
                .toInstant();
    }
}
