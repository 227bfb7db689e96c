package org.mendak.server.cases;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.recognise.TextCapture;
import org.mendak.core.runbook.Fix;
import org.mendak.server.platform.Asked;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Tx;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;

/** The rules of attempts: starting a fix, recording steps and the outcome, owing and settling put-backs. */
@Service
class AttemptService {

    private static final Set<String> STEP_WORDS = Set.of("done", "skipped", "not-applicable", "undone", "output");
    private static final Set<String> SETTLED = Set.of("open", "done", "no-longer-applies", "kept", "passed-to");
    private static final int MOST_STEPS = 5_000;
    private static final double LONGEST_MINUTES = 10_000;
    /** A fix that lay untouched for longer was not being worked all the time: its minutes are not known. */
    private static final Duration PLAUSIBLE = Duration.ofMinutes(90);

    private final Db db;
    private final CaseStore cases;
    private final AttemptStore store;
    private final CaseReader reader;
    private final CaseLocks locks;
    private final CaseKnowledge knowledge;
    private final ApplicationEventPublisher events;
    private final AuditStore audit;
    private final Clock clock;

    AttemptService(
            Db db,
            CaseStore cases,
            AttemptStore store,
            CaseReader reader,
            CaseLocks locks,
            CaseKnowledge knowledge,
            ApplicationEventPublisher events,
            AuditStore audit,
            Clock clock) {
        this.db = db;
        this.cases = cases;
        this.store = store;
        this.reader = reader;
        this.locks = locks;
        this.knowledge = knowledge;
        this.events = events;
        this.audit = audit;
        this.clock = clock;
    }

    /** Starts a fix; its number. One that is being worked already is answered again. */
    long start(Caller caller, long number, String fix, String error) {
        return locks.work(caller, number, (tx, c) -> {
            if (fix == null || reader.fix(tx, number, fix).isEmpty()) {
                throw Refusal.invalid("There is no published fix \"" + fix + "\".");
            }
            List<AttemptRow> tried = store.ofCase(tx, number);
            for (AttemptRow a : tried) {
                if (a.outcome() == null && a.fixKey().equals(fix)) {
                    return a.id();
                }
            }
            if (tried.size() >= Limits.ATTEMPTS) {
                throw Refusal.invalid("A case has at most " + Limits.ATTEMPTS + " attempts.");
            }
            int position = tried.isEmpty() ? 1 : tried.get(tried.size() - 1).position() + 1;
            long id = store.insert(
                    tx,
                    new AttemptRow(
                            0,
                            number,
                            error == null ? c.errorKey() : error,
                            fix,
                            position,
                            null,
                            null,
                            false,
                            null,
                            "",
                            caller.name(),
                            clock.instant(),
                            null,
                            false));
            events.publishEvent(new AttemptStarted(tx, number, id));
            audit.write(tx, caller, "fix-started", number + "/" + fix, "");
            return id;
        });
    }

    /** What to record of an attempt; an absent key stays, a null outcome takes it back. */
    CaseViews.Case record(Caller caller, long number, long id, Map<String, Object> fields) {
        return locks.work(caller, number, (tx, c) -> {
            AttemptRow a = attempt(tx, number, id);
            String outcome = fields.containsKey("outcome") ? outcome(fields.get("outcome")) : a.outcome();
            Instant ended = outcome == null ? null : a.endedAt() == null ? clock.instant() : a.endedAt();
            Double minutes = fields.containsKey("minutes") ? minutes(fields.get("minutes")) : a.minutes();
            if (minutes == null && outcome != null) {
                minutes = measured(a.startedAt(), ended);
            }
            String note =
                    fields.get("note") == null ? a.note() : CaseWords.masked(String.valueOf(fields.get("note")), null);
            if (note.length() > Limits.NOTE) {
                throw Refusal.invalid("A note has at most " + Limits.NOTE + " characters.");
            }
            store.update(
                    tx,
                    new AttemptRow(
                            id,
                            number,
                            a.errorKey(),
                            a.fixKey(),
                            a.position(),
                            outcome,
                            a.bundle(),
                            a.triedBefore(),
                            outcome == null ? null : minutes,
                            note,
                            a.agent(),
                            a.startedAt(),
                            ended,
                            a.cameBack()));
            audit.write(tx, caller, "outcome", number + "/" + a.fixKey(), String.valueOf(outcome));
            if (a.errorKey() != null) {
                events.publishEvent(new CaseChanged(tx, Set.of(a.errorKey())));
            }
            return reader.view(tx, number);
        });
    }

    private static String outcome(Object word) {
        return word == null
                ? null
                : Outcome.named(word.toString())
                        .map(Outcome::word)
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
        return d.compareTo(PLAUSIBLE) > 0 ? null : Math.round(d.toMillis() / 6_000.0) / 10.0;
    }

    private AttemptRow attempt(Tx tx, long number, long id) {
        return store.find(tx, number, id)
                .orElseThrow(() -> Refusal.notFound("There is no attempt " + id + " on case " + number + "."));
    }

    /** An entry about a step, made by the client under an id of its own. */
    @Asked
    record StepEntry(String clientId, Integer step, String what, String note, String output) {}

    /** What came of an entry; {@code captured} are the values read out of the output. */
    record StepResult(String clientId, Map<String, String> captured) {}

    /** Appends an entry; the same client's id twice is the same entry. */
    StepResult step(Caller caller, long number, long id, StepEntry written) {
        check(written);
        StepEntry e = new StepEntry(
                written.clientId(),
                written.step(),
                written.what(),
                written.note() == null ? null : CaseWords.masked(written.note(), null),
                written.output() == null ? null : CaseWords.masked(written.output(), null));
        return locks.work(caller, number, (tx, c) -> {
            AttemptRow a = attempt(tx, number, id);
            if (store.stepOf(tx, id, e.clientId()).isPresent()) {
                return new StepResult(e.clientId(), Map.of());
            }
            if (store.stepCount(tx, id) >= MOST_STEPS) {
                throw Refusal.invalid("An attempt has at most " + MOST_STEPS + " entries.");
            }
            store.addStep(
                    tx,
                    id,
                    new AttemptStore.Step(
                            e.clientId(),
                            e.step(),
                            e.what(),
                            e.note() == null ? "" : e.note(),
                            e.output(),
                            clock.instant(),
                            caller.name()));
            Map<String, String> captured = new LinkedHashMap<>();
            reader.fix(tx, number, a.fixKey())
                    .filter(f -> e.step() < f.steps().size())
                    .map(f -> f.steps().get(e.step()))
                    .ifPresent(s -> consequences(tx, caller, a, e, s, captured));
            return new StepResult(e.clientId(), captured);
        });
    }

    private static void check(StepEntry e) {
        if (e.clientId() == null || !e.clientId().matches("[A-Za-z0-9-]{1,80}")) {
            throw Refusal.invalid("clientId must be 1 to 80 letters, digits or dashes.");
        }
        if (e.step() == null || e.step() < 0 || e.step() > 500) {
            throw Refusal.invalid("step must be a number from 0 to 500.");
        }
        if (e.what() == null || !STEP_WORDS.contains(e.what())) {
            throw Refusal.invalid(
                    "what must be one of " + String.join(", ", new java.util.TreeSet<>(STEP_WORDS)) + ".");
        }
        if (e.note() != null && e.note().length() > Limits.NOTE) {
            throw Refusal.invalid("A note has at most " + Limits.NOTE + " characters.");
        }
        if (e.output() != null && e.output().length() > Limits.TEXT) {
            throw Refusal.tooLarge("The output has more than " + Limits.TEXT + " characters. Nothing was stored.");
        }
    }

    private void consequences(
            Tx tx, Caller caller, AttemptRow a, StepEntry e, Fix.Step s, Map<String, String> captured) {
        if (e.output() != null) {
            s.captures().forEach(c -> captured.putAll(TextCapture.find(c.template(), e.output())));
            knowledge.addFacts(tx, caller, a.number(), captured, "output");
        }
        if (e.what().equals("done")) {
            String fence = s.fences().isEmpty() ? "sh" : s.fences().get(0).language();
            s.putBacks()
                    .forEach(p -> store.oweAgain(
                            tx,
                            a.number(),
                            new AttemptStore.PutBack(
                                    0, a.id(), e.step(), p.text(), p.command(), fence, p.afterSuccess(), "open", null),
                            clock.instant()));
        } else if (e.what().equals("undone")) {
            store.noLongerOwed(tx, a.id(), e.step());
        }
    }

    CaseViews.Case settle(Caller caller, long number, long id, String state, String to) {
        return locks.work(caller, number, (tx, c) -> {
            if (state == null || !SETTLED.contains(state)) {
                throw Refusal.invalid(
                        "state must be one of " + String.join(", ", new java.util.TreeSet<>(SETTLED)) + ".");
            }
            if (state.equals("passed-to") && (to == null || to.isBlank() || to.length() > 120)) {
                throw Refusal.invalid("Say who it passes to, in up to 120 characters.");
            }
            if (store.settle(tx, number, id, state, state.equals("passed-to") ? to.strip() : null) == 0) {
                throw Refusal.notFound("There is no put-back " + id + " on case " + number + ".");
            }
            audit.write(tx, caller, "put-back", String.valueOf(number), state);
            return reader.view(tx, number);
        });
    }
}
