package org.mendak.server.cases;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.reading.AttemptValues;
import org.mendak.core.reading.Reading;
import org.mendak.core.runbook.Fix;
import org.mendak.server.cases.owed.OwedStore;
import org.mendak.server.cases.owed.PutBack;
import org.mendak.server.numbers.CaseJournal;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Names;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.mendak.server.platform.Words;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;

/** The rules of attempts: starting a fix, recording steps and the outcome, owing and settling put-backs. */
@Service
class AttemptService {

    private static final int MOST_STEPS = 5_000;
    private static final double LONGEST_MINUTES = 10_000;
    private final Db db;
    private final CaseStore cases;
    private final AttemptStore store;
    private final OwedStore owed;
    private final CaseReader reader;
    private final CaseLocks locks;
    private final CaseKnowledge knowledge;
    private final StepReadings readings;
    private final SaidValues said;
    private final PlanShown plans;
    private final ApplicationEventPublisher events;
    private final CaseJournal journal;
    private final Clock clock;
    private final Names names;

    AttemptService(
            Db db,
            CaseStore cases,
            AttemptStore store,
            OwedStore owed,
            CaseReader reader,
            CaseLocks locks,
            CaseKnowledge knowledge,
            StepReadings readings,
            SaidValues said,
            PlanShown plans,
            ApplicationEventPublisher events,
            CaseJournal journal,
            Clock clock,
            Names names) {
        this.names = names;
        this.db = db;
        this.cases = cases;
        this.store = store;
        this.owed = owed;
        this.reader = reader;
        this.locks = locks;
        this.knowledge = knowledge;
        this.readings = readings;
        this.said = said;
        this.plans = plans;
        this.events = events;
        this.journal = journal;
        this.clock = clock;
    }

    /** Starts a fix; its number. One that is being worked already is answered again. */
    long start(Caller caller, long number, String fix, String error) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        PlanShown.Shown shown = plans.now(number);
        return locks.work(caller, number, (tx, c) -> {
            if (fix == null || reader.runbook(tx, c).fix(fix).isEmpty()) {
                throw Refusal.invalid("There is no published fix \"" + fix + "\".");
            }
            List<AttemptRow> tried = store.ofCase(tx, number);
            String under = under(c, tried, error);
            for (AttemptRow a : tried) {
                if (a.running() && a.fixKey().equals(fix)) {
                    return a.id();
                }
            }
            if (tried.size() >= Limits.ATTEMPTS) {
                throw Refusal.invalid("A case has at most " + Limits.ATTEMPTS + " attempts.");
            }
            long id = store.insert(tx, attempt(caller, c, tried, fix, under, false));
            if (shown != null) {
                plans.keep(tx, id, shown);
            }
            journal.write(tx, caller, "fix-started", number, fix, "");
            return id;
        });
    }

    /** An attempt counts for its case's known error, or for one that the case was under before; never for another's evidence. */
    private static String under(CaseRow c, List<AttemptRow> tried, String error) {
        if (error == null || error.equals(c.errorKey())) {
            return c.errorKey();
        }
        if (tried.stream().noneMatch(a -> error.equals(a.errorKey()))) {
            throw Refusal.invalid("Case " + c.number() + " is not about \"" + error + "\". Nothing was stored.");
        }
        return error;
    }

    /** What was tried before the case was opened: it excludes the fix, with less weight as evidence. */
    long triedBefore(Caller caller, long number, String fix) {
        return locks.work(caller, number, (tx, c) -> {
            if (fix == null || reader.runbook(tx, c).fix(fix).isEmpty()) {
                throw Refusal.invalid("There is no published fix \"" + fix + "\".");
            }
            List<AttemptRow> tried = store.ofCase(tx, number);
            if (tried.size() >= Limits.ATTEMPTS) {
                throw Refusal.invalid("A case has at most " + Limits.ATTEMPTS + " attempts.");
            }
            if (tried.stream().anyMatch(a -> a.fixKey().equals(fix))) {
                throw Refusal.conflict("\"" + fix + "\" was tried on this case already.");
            }
            long id = store.insert(tx, attempt(caller, c, tried, fix, c.errorKey(), true));
            journal.write(tx, caller, "tried-before", number, fix, "");
            if (c.errorKey() != null) {
                events.publishEvent(new CaseChanged(tx, Set.of(c.errorKey()), Set.of(number)));
            }
            return id;
        });
    }

    private AttemptRow attempt(
            Caller caller, CaseRow c, List<AttemptRow> tried, String fix, String error, boolean before) {
        return AttemptRow.begun(fix, caller.who(), clock.instant(), a -> {
            a.number = c.number();
            a.errorKey = error;
            a.position = AttemptRow.next(tried);
            a.outcome = before ? Outcome.NO_CHANGE : null;
            a.triedBefore = before;
        });
    }

    /**
     * Records what came of an attempt.
     *
     * @param fields what to record; an absent key stays, a null outcome takes it back
     * @param seen the attempt's version that the caller saw; null if they say none, which will do as long as nothing is recorded yet
     */
    CaseViews.Case record(Caller caller, long number, long id, Map<String, Object> fields, Integer seen) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        String remark = fields.get("note") == null ? null : CaseWords.note(String.valueOf(fields.get("note")));
        return locks.work(caller, number, (tx, c) -> {
            AttemptRow a = attempt(tx, number, id);
            keep(tx, caller, c, a, recorded(caller, a, fields, remark), seen);
            return reader.view(tx, number);
        });
    }

    /** The same for an attempt that is still worked, in the turn of its case; null minutes are those that the clock says. */
    void ended(Tx tx, Caller caller, CaseRow c, long id, Outcome outcome, Double minutes) {
        AttemptRow a = attempt(tx, c.number(), id);
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("outcome", Words.word(outcome));
        if (minutes != null) {
            fields.put("minutes", minutes);
        }
        keep(tx, caller, c, a, recorded(caller, a, fields, null), null);
    }

    private void keep(Tx tx, Caller caller, CaseRow c, AttemptRow a, AttemptRow wanted, Integer seen) {
        if (same(a, wanted)) {
            return;
        }
        refuseUnseen(caller, a, seen);
        store.update(tx, wanted);
        consequences(tx, caller, c, a, wanted.outcome());
        journal.write(tx, caller, "outcome", c.number(), a.fixKey(), String.valueOf(Words.word(wanted.outcome())));
        if (a.errorKey() != null) {
            events.publishEvent(new CaseChanged(tx, Set.of(a.errorKey()), Set.of(c.number())));
        }
    }

    private AttemptRow recorded(Caller caller, AttemptRow a, Map<String, Object> fields, String remark) {
        Outcome outcome = fields.containsKey("outcome") ? outcome(fields.get("outcome")) : a.outcome();
        Instant ended = outcome == null ? null : a.endedAt() == null ? notBefore(a.startedAt()) : a.endedAt();
        Double minutes = fields.containsKey("minutes") ? minutes(fields.get("minutes")) : a.minutes();
        if (minutes == null && outcome != null) {
            minutes = measured(a.startedAt(), ended);
        }
        String note = remark == null ? a.note() : remark;
        Who by = outcome == null ? null : outcome == a.outcome() ? a.endedBy() : caller.who();
        Double took = outcome == null ? null : minutes;
        return a.with(d -> {
            d.outcome = outcome;
            d.minutes = took;
            d.note = note;
            d.endedAt = ended;
            d.endedBy = by;
        });
    }

    /** Machines' clocks are set back at times; nothing ends before it began. */
    private Instant notBefore(Instant begun) {
        Instant now = clock.instant();
        return now.isBefore(begun) ? begun : now;
    }

    /** The same call once more, because its answer was lost, is no second recording. */
    private static boolean same(AttemptRow a, AttemptRow b) {
        return a.outcome() == b.outcome()
                && Objects.equals(a.minutes(), b.minutes())
                && a.note().equals(b.note());
    }

    /** Nobody records over what they have not seen; who was faster, and what they recorded, is told. */
    private void refuseUnseen(Caller caller, AttemptRow a, Integer seen) {
        boolean unseen = seen == null ? a.outcome() != null : seen != a.version();
        if (!unseen) {
            return;
        }
        Who by = a.endedBy() == null ? a.agent() : a.endedBy();
        if (seen == null && by.equals(caller.who())) {
            throw Refusal.preconditionRequired("You recorded \"" + Words.word(a.outcome())
                    + "\" already. To change that say which version you saw: If-Match: "
                    + CaseVersions.tag(a.version()) + ".");
        }
        throw Refusal.preconditionFailed(
                a.outcome() == null
                        ? "What was recorded of this fix was taken back meanwhile. Yours was not stored."
                        : (by.equals(caller.who()) ? "You, elsewhere," : names.of(by)) + " recorded \""
                                + Words.word(a.outcome()) + "\" of this fix meanwhile. Yours was not stored.",
                Map.of("by", names.of(by), "theirs", String.valueOf(Words.word(a.outcome())), "version", a.version()));
    }

    /** What was due only after success is, or is not; what the fix leaves behind holds once it was done. */
    private void consequences(Tx tx, Caller caller, CaseRow c, AttemptRow a, Outcome o) {
        if (o == null || o == a.outcome()) {
            return;
        }
        owed.afterOutcome(tx, a.id(), o.ended());
        if (o.failed() || o.ended() || o == Outcome.NOT_RETESTED) {
            reader.runbook(tx, c).fix(a.fixKey()).ifPresent(f -> knowledge.left(tx, caller, c.number(), f));
        }
    }

    private static Outcome outcome(Object word) {
        return word == null
                ? null
                : Outcome.named(word.toString())
                        .orElseThrow(() -> Refusal.invalid("\"" + word + "\" is not an outcome."));
    }

    private static Double minutes(Object value) {
        if (value == null) {
            return null;
        }
        if (value instanceof Number n && n.doubleValue() >= 0 && n.doubleValue() <= LONGEST_MINUTES) {
            return n.doubleValue();
        }
        throw Refusal.invalid("minutes is " + value + ", must be a number from 0 to " + (int) LONGEST_MINUTES + ".");
    }

    private static Double measured(Instant from, Instant to) {
        Duration d = Duration.between(from, to);
        return d.isZero() || d.isNegative() || d.compareTo(WorkedTime.PLAUSIBLE) > 0
                ? null
                : Math.round(d.toMillis() / 6_000.0) / 10.0;
    }

    private AttemptRow attempt(Tx tx, long number, long id) {
        return store.find(tx, number, id)
                .orElseThrow(() -> Refusal.notFound("There is no attempt " + id + " on case " + number + "."));
    }

    /**
     * An entry about a step, made by the client under an id of its own.
     *
     * @param item the item of a repeated step that it is about; null for the whole step
     * @param heard what the caller read out, for a step that destroys something
     * @param safe whether somebody made sure that the data is safe, for the same
     * @param read what is said of a value, for what {@code value}
     */
    @FromCaller
    record StepEntry(
            String clientId,
            Integer step,
            String what,
            String note,
            String output,
            String item,
            String heard,
            Boolean safe,
            SaidOfValue read) {}

    /**
     * What somebody says of what a clause reads.
     *
     * @param clause its place among the step's captures, from 0; -1 for the row that is chosen
     * @param row which of the places that fit it is, from 0
     * @param values what was heard, by name
     * @param none not-there or not-known
     */
    @FromCaller
    record SaidOfValue(Integer clause, Integer row, Map<String, String> values, String none) {}

    /**
     * What came of an entry.
     *
     * @param captured the values that are known by it
     */
    record StepResult(String clientId, Map<String, String> captured) {}

    /** Appends an entry; the same client's id twice is the same entry. */
    StepResult step(Caller caller, long number, long id, StepEntry written) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        check(written);
        StepEntry e = new StepEntry(
                written.clientId(),
                written.step(),
                written.what(),
                written.note() == null ? null : CaseWords.masked(written.note(), null),
                written.output() == null ? null : CaseWords.masked(written.output(), null),
                written.item(),
                CaseWords.plain(written.heard()),
                written.safe(),
                written.read());
        return locks.work(caller, number, (tx, c) -> entered(tx, caller, c, id, e));
    }

    /** The same in the turn of its case; its words are masked already. */
    StepResult entered(Tx tx, Caller caller, CaseRow c, long id, StepEntry e) {
        check(e);
        StepWhat what = Words.said(StepWhat.class, e.what(), "what");
        AttemptRow a = attempt(tx, c.number(), id);
        if (store.stepOf(tx, id, e.clientId()).isPresent()) {
            return new StepResult(e.clientId(), Map.of());
        }
        if (store.stepCount(tx, id) >= MOST_STEPS) {
            throw Refusal.invalid("An attempt has at most " + MOST_STEPS + " entries.");
        }
        WorkedAttempt w = reader.worked(tx, c, a);
        boolean known = e.step() < w.steps().size();
        List<Reading> read = known ? judged(caller, w, what, e) : List.of();
        store.addStep(
                tx,
                id,
                new AttemptStore.Step(
                        e.clientId(),
                        e.step(),
                        what,
                        e.note() == null ? "" : e.note(),
                        e.output(),
                        e.item(),
                        e.heard(),
                        readings.write(read, e.output() != null),
                        clock.instant(),
                        caller.who()));
        Map<String, String> captured = new LinkedHashMap<>();
        if (known) {
            read.forEach(r -> captured.putAll(AttemptValues.facts(w.steps().get(e.step()), r)));
            if (e.item() == null) {
                knowledge.addFacts(tx, caller, a.number(), captured, "output");
            }
            if (what.worked()) {
                owe(tx, a, e, w);
            } else if (what == StepWhat.UNDONE) {
                owed.noLongerOwed(tx, a.id(), e.step(), e.item());
            }
        }
        return new StepResult(e.clientId(), captured);
    }

    /** What an entry says of the step's values; refuses what must not be recorded. */
    private List<Reading> judged(Caller caller, WorkedAttempt w, StepWhat what, StepEntry e) {
        if (e.item() != null && !w.items(e.step()).contains(e.item())) {
            throw Refusal.invalid("\"" + e.item() + "\" is no item of this step's list; nothing was recorded.");
        }
        return switch (what) {
            case OUTPUT -> e.output() == null ? List.of() : w.read(e.step(), e.item(), e.output());
            case VALUE -> List.of(said.of(w, e));
            case CONFIRMED -> {
                Gate.of(w, e.step()).ifPresent(g -> g.check(e.heard(), Boolean.TRUE.equals(e.safe())));
                yield List.of();
            }
            case WENT_ON -> {
                caller.may(Role.LEAD, Scope.CASES, "go on although what must be so is not");
                if (e.note() == null || e.note().isBlank()) {
                    throw Refusal.invalid("Say why it is gone on all the same; the reason stays in the case.");
                }
                yield List.of();
            }
            case DONE -> {
                StepGuard.mayBeDone(w, e.step(), e.item());
                yield List.of();
            }
            default -> List.of();
        };
    }

    private static void check(StepEntry e) {
        if (e.clientId() == null || !e.clientId().matches("[A-Za-z0-9-]{1,80}")) {
            throw Refusal.invalid("clientId must be 1 to 80 letters, digits or dashes.");
        }
        if (e.step() == null || e.step() < 0 || e.step() > 500) {
            throw Refusal.invalid("step must be a number from 0 to 500.");
        }
        if (e.note() != null && e.note().length() > Limits.NOTE) {
            throw Refusal.invalid("A note has at most " + Limits.NOTE + " characters.");
        }
        if (e.item() != null && e.item().length() > Limits.FACT_VALUE
                || e.heard() != null && e.heard().length() > Limits.FACT_VALUE) {
            throw Refusal.invalid("item and heard have at most " + Limits.FACT_VALUE + " characters each.");
        }
        if (e.output() != null && e.output().length() > Limits.TEXT) {
            throw Refusal.tooLarge("The output has more than " + Limits.TEXT + " characters. Nothing was stored.");
        }
    }

    /** A repeated step owes its put-backs for each item; the rest once. */
    private void owe(Tx tx, AttemptRow a, StepEntry e, WorkedAttempt w) {
        Fix.Step s = w.steps().get(e.step()).step();
        String fence = s.fences().isEmpty() ? "sh" : s.fences().get(0).language();
        List<String> items =
                s.each() == null ? List.of("") : e.item() != null ? List.of(e.item()) : w.itemsLeft(e.step());
        for (Fix.PutBack p : s.putBacks()) {
            boolean each = s.each() != null
                    && (p.command() + p.text()).contains("{" + s.each().item());
            for (String item : each ? items : List.of("")) {
                String of = item.isEmpty() ? null : item;
                String text = w.prose(p.text(), e.step(), of) + (of == null ? "" : " (" + item + ")");
                owed.oweAgain(
                        tx,
                        PutBack.owed(a.number(), a.id(), PutBack.Kind.PUT_BACK, text, d -> {
                            d.step = e.step();
                            d.item = of;
                            d.command = p.command();
                            d.fence = fence;
                            d.after = PutBack.After.valueOf(p.due().name());
                            d.ifNotKnown = p.ifNotKnown();
                        }),
                        clock.instant());
            }
        }
        for (Fix.FollowUp u : s.followUps()) {
            String text = w.prose(u.text(), e.step(), null) + (u.who().isEmpty() ? "" : " (" + u.who() + ")");
            owed.oweAgain(
                    tx,
                    PutBack.owed(a.number(), a.id(), PutBack.Kind.FOLLOW_UP, text, d -> {
                        d.step = e.step();
                        d.fence = fence;
                    }),
                    clock.instant());
        }
    }
}
