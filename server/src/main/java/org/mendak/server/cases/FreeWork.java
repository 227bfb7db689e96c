package org.mendak.server.cases;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.mendak.core.evidence.Outcome;
import org.mendak.server.cases.free.FreeStep;
import org.mendak.server.cases.free.FreeStepStore;
import org.mendak.server.numbers.CaseJournal;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** The rules of work off the script: step by step, corrected and reordered, taken back and done again. */
@Service
class FreeWork {

    /** As many steps as one case has. */
    static final int MOST = 200;

    private static final int COMMAND = 4_000;
    private static final int AIM = 300;
    private static final int PUT_BACK = 1_000;

    private static final List<String> CHANGED =
            List.of("did", "command", "output", "aim", "putBack", "putBackDone", "outcome", "undone", "place");

    private final FreeStepStore store;
    private final CaseLocks locks;
    private final CaseJournal journal;
    private final Clock clock;

    FreeWork(FreeStepStore store, CaseLocks locks, CaseJournal journal, Clock clock) {
        this.store = store;
        this.locks = locks;
        this.journal = journal;
        this.clock = clock;
    }

    /**
     * A step to be kept.
     *
     * @param clientId the client's own name of it
     * @param did what was done, in words
     * @param command what was typed
     * @param output what it printed
     * @param aim what it was tried for
     * @param putBack what must be put back
     * @param outcome worked, no-change, different-error or made-worse; null if nobody tried again behind it
     */
    @FromCaller
    record Entry(
            String clientId, String did, String command, String output, String aim, String putBack, String outcome) {}

    /** Keeps a step behind those that are there; the same client's id twice is one step. */
    CaseViews.Case add(Caller caller, long number, Entry e) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        if (e.clientId() == null || !e.clientId().matches("[A-Za-z0-9-]{1,80}")) {
            throw Refusal.invalid("clientId must be 1 to 80 letters, digits or dashes.");
        }
        String did = did(e.did(), e.command());
        String command = line(e.command(), "command", COMMAND);
        String output = output(e.output());
        String aim = line(e.aim(), "aim", AIM);
        String putBack = line(e.putBack(), "putBack", PUT_BACK);
        Outcome outcome = outcome(e.outcome());
        return locks.change(caller, number, (tx, c) -> {
            List<FreeStep> there = store.of(tx, number);
            if (there.stream().anyMatch(s -> s.clientId().equals(e.clientId()))) {
                return;
            }
            if (there.size() >= MOST) {
                throw Refusal.invalid("A case has at most " + MOST + " steps off the script. Nothing was stored.");
            }
            int position = there.isEmpty() ? 1 : there.get(there.size() - 1).position() + 1;
            store.add(
                    tx,
                    new FreeStep(
                            0,
                            number,
                            e.clientId(),
                            position,
                            did,
                            command,
                            output,
                            aim,
                            putBack,
                            false,
                            outcome,
                            false,
                            false,
                            1,
                            caller.who(),
                            clock.instant()));
            told(tx, caller, number, outcome);
        });
    }

    /**
     * Changes a step; an absent key stays, an outcome of null takes it back.
     *
     * @param fields did, command, output, aim, putBack, putBackDone, outcome, undone, or place: where it stands among the steps, from 1
     * @param seen the version of the step that the caller saw; null if they say none, and then nothing is refused
     */
    CaseViews.Case change(Caller caller, long number, long id, Map<String, Object> fields, Integer seen) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        fields.keySet().stream().filter(k -> !CHANGED.contains(k)).findFirst().ifPresent(k -> {
            throw Refusal.badRequest("\"" + k + "\" cannot be changed; " + String.join(", ", CHANGED) + " can.");
        });
        return locks.change(caller, number, (tx, c) -> {
            FreeStep s = store.find(tx, number, id)
                    .orElseThrow(() -> Refusal.notFound("There is no step " + id + " on case " + number + "."));
            if (seen != null && seen != s.version()) {
                throw Refusal.preconditionFailed(
                        "This step was changed meanwhile. Yours was not stored.",
                        Map.of("theirs", s.did(), "version", s.version()));
            }
            FreeStep wanted = s.with(d -> {
                d.command = said(fields, "command", s.command(), COMMAND);
                d.did = fields.containsKey("did") ? did(text(fields.get("did"), "did"), d.command) : s.did();
                d.output = fields.containsKey("output") ? output(text(fields.get("output"), "output")) : s.output();
                d.aim = said(fields, "aim", s.aim(), AIM);
                d.putBack = said(fields, "putBack", s.putBack(), PUT_BACK);
                d.putBackDone = yes(fields, "putBackDone", s.putBackDone());
                d.undone = yes(fields, "undone", s.undone());
                if (fields.containsKey("outcome")) {
                    d.outcome = outcome(text(fields.get("outcome"), "outcome"));
                    d.cameBack = false;
                }
            });
            store.update(tx, wanted);
            if (fields.get("place") instanceof Number place) {
                place(tx, number, id, place.intValue());
            } else if (fields.get("place") != null) {
                throw Refusal.invalid("place is a number from 1.");
            }
            if (wanted.outcome() != s.outcome()) {
                told(tx, caller, number, wanted.outcome());
            }
        });
    }

    private void told(Tx tx, Caller caller, long number, Outcome outcome) {
        if (outcome != null) {
            journal.write(tx, caller, "off-script", number, outcome.word());
        }
    }

    /** Puts a step at its place among those that were not taken back. */
    private void place(Tx tx, long number, long id, int place) {
        List<FreeStep> steps = new ArrayList<>(
                store.of(tx, number).stream().filter(s -> !s.undone()).toList());
        FreeStep moved = steps.stream()
                .filter(s -> s.id() == id)
                .findFirst()
                .orElseThrow(() -> Refusal.conflict("This step was taken back; it has no place."));
        if (place < 1 || place > steps.size()) {
            throw Refusal.invalid("place is " + place + ", must be from 1 to " + steps.size() + ".");
        }
        List<Integer> places = steps.stream().map(FreeStep::position).toList();
        steps.remove(moved);
        steps.add(place - 1, moved);
        for (int i = 0; i < steps.size(); i++) {
            int at = places.get(i);
            if (steps.get(i).position() != at) {
                store.update(tx, steps.get(i).with(d -> d.position = at));
            }
        }
    }

    /** A success did not last. */
    void cameBack(Tx tx, long number) {
        store.of(tx, number).stream()
                .filter(FreeStep::mended)
                .forEach(s -> store.update(tx, s.with(d -> d.cameBack = true)));
    }

    /** Refuses while a step has something to be put back. */
    void refuseOpen(Tx tx, long number) {
        List<String> open = store.of(tx, number).stream()
                .filter(FreeStep::owes)
                .map(FreeStep::putBack)
                .toList();
        if (!open.isEmpty()) {
            throw Refusal.conflict(
                    "There is something to put back first. The case stays open.", Map.of("putBacks", open));
        }
    }

    private static String did(String written, String command) {
        String did = CaseWords.note(written);
        if (did.isBlank() && (command == null || command.isBlank())) {
            throw Refusal.invalid("Say what was done, or what was typed.");
        }
        return did;
    }

    private static String output(String written) {
        return written == null || written.isBlank() ? null : CaseWords.masked(written, null);
    }

    private static String said(Map<String, Object> fields, String name, String now, int most) {
        return fields.containsKey(name) ? line(text(fields.get(name), name), name, most) : now;
    }

    private static String line(String written, String name, int most) {
        String text = written == null ? "" : CaseWords.masked(written.strip(), null);
        if (text.length() > most) {
            throw Refusal.invalid(name + " has at most " + most + " characters. Nothing was stored.");
        }
        return text;
    }

    private static String text(Object value, String name) {
        if (value == null || value instanceof String) {
            return (String) value;
        }
        throw Refusal.invalid(name + " must be a text.");
    }

    private static boolean yes(Map<String, Object> fields, String name, boolean now) {
        Object value = fields.get(name);
        if (value == null) {
            return now;
        }
        if (value instanceof Boolean b) {
            return b;
        }
        throw Refusal.invalid(name + " must be true or false.");
    }

    private static Outcome outcome(String word) {
        if (word == null) {
            return null;
        }
        Outcome o = Outcome.named(word).filter(Outcome::retested).orElse(null);
        if (o == null) {
            throw Refusal.invalid(
                    "\"" + word + "\" is no outcome here; worked, no-change, different-error and made-worse are.");
        }
        return o;
    }
}
