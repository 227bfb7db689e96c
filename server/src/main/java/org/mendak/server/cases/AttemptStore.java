package org.mendak.server.cases;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** The tables {@code attempt}, {@code attempt_step}, {@code attempt_correction} and {@code put_back}. */
@Component
class AttemptStore {

    private static final String ATTEMPT =
            "select a.id, a.number, a.error_key, a.fix_key, a.position, a.outcome, a.bundle,"
                    + " a.tried_before, a.minutes, a.note, a.agent, a.started_at, a.ended_at, a.version, a.ended_by, exists (select 1 from attempt_correction c where"
                    + " c.attempt_id = a.id and c.what = 'came-back') as came_back from attempt a";

    private static AttemptRow row(ResultSet r) throws SQLException {
        return new AttemptRow(
                r.getLong("id"),
                r.getLong("number"),
                r.getString("error_key"),
                r.getString("fix_key"),
                r.getInt("position"),
                r.getString("outcome"),
                r.getString("bundle"),
                r.getBoolean("tried_before"),
                Tx.number(r, "minutes"),
                r.getString("note"),
                r.getString("agent"),
                Tx.instant(r, "started_at"),
                Tx.instant(r, "ended_at"),
                r.getBoolean("came_back"),
                r.getInt("version"),
                r.getString("ended_by"));
    }

    List<AttemptRow> ofCase(Tx tx, long number) {
        return tx.list(ATTEMPT + " where a.number = ? order by a.position", AttemptStore::row, number);
    }

    /** The outcomes of many cases' attempts in their order, by case; empty text for one being worked. */
    Map<Long, List<String>> outcomes(Tx tx, List<Long> numbers) {
        Map<Long, List<String>> byCase = new HashMap<>();
        tx.list(
                "select number, coalesce(outcome, '') as outcome from attempt where number = any(?) order by number, position",
                r -> byCase.computeIfAbsent(r.getLong("number"), n -> new ArrayList<>())
                        .add(r.getString("outcome")),
                (Object) numbers.toArray(Long[]::new));
        return byCase;
    }

    /** How many things are still to be put back, by case; a case that owes nothing is not in it. */
    Map<Long, Integer> owed(Tx tx, List<Long> numbers) {
        Map<Long, Integer> byCase = new HashMap<>();
        tx.list(
                "select number, count(*) as owed from put_back where number = any(?) and state in ('open', 'for-now') group by number",
                r -> byCase.put(r.getLong("number"), r.getInt("owed")),
                (Object) numbers.toArray(Long[]::new));
        return byCase;
    }

    Optional<AttemptRow> find(Tx tx, long number, long id) {
        return tx.one(ATTEMPT + " where a.id = ? and a.number = ?", AttemptStore::row, id, number);
    }

    /** Attempts under one known error, by case and position. */
    List<AttemptRow> ofError(Tx tx, String error) {
        return tx.list(ATTEMPT + " where a.error_key = ? order by a.number, a.position", AttemptStore::row, error);
    }

    /** The fix that the plan had first when an attempt was started, by attempt; none where no plan was shown. */
    Map<Long, String> plannedFirst(Tx tx, String error) {
        return plannedFirst(tx, "error_key = ?", error);
    }

    /** The same for the attempts of one case. */
    Map<Long, String> plannedFirst(Tx tx, long number) {
        return plannedFirst(tx, "number = ?", number);
    }

    private static Map<Long, String> plannedFirst(Tx tx, String which, Object value) {
        Map<Long, String> byAttempt = new HashMap<>();
        tx.list(
                "select id, planned_first from attempt where planned_first is not null and " + which,
                r -> byAttempt.put(r.getLong("id"), r.getString("planned_first")),
                value);
        return byAttempt;
    }

    void plannedFirst(Tx tx, long attempt, String fix) {
        tx.run("update attempt set planned_first = ? where id = ?", fix, attempt);
    }

    long insert(Tx tx, AttemptRow a) {
        return tx.insert(
                "insert into attempt (number, error_key, fix_key, position, outcome, bundle, tried_before, minutes, note,"
                        + " agent, started_at, ended_at, ended_by) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                a.number(),
                a.errorKey(),
                a.fixKey(),
                a.position(),
                a.outcome(),
                a.bundle(),
                a.triedBefore(),
                a.minutes(),
                a.note(),
                a.agent(),
                a.startedAt(),
                a.endedAt(),
                a.endedBy());
    }

    void update(Tx tx, AttemptRow a) {
        tx.run(
                "update attempt set outcome = ?, minutes = ?, note = ?, ended_at = ?, ended_by = ?, version = version + 1"
                        + " where id = ?",
                a.outcome(),
                a.minutes(),
                a.note(),
                a.endedAt(),
                a.endedBy(),
                a.id());
    }

    void move(Tx tx, long number, String from, String to) {
        tx.run(
                "update attempt set error_key = ? where number = ? and (error_key = ? or error_key is null)",
                to,
                number,
                from);
    }

    void correct(Tx tx, long id, Instant at, String agent) {
        tx.run(
                "insert into attempt_correction (attempt_id, what, at, agent) values (?, 'came-back', ?, ?)",
                id,
                at,
                agent);
    }

    /**
     * What was recorded about a step.
     *
     * @param readings what was read out of the output, or said of it, as JSON; null if nothing, or if it was not read yet
     */
    record Step(
            String clientId,
            int step,
            String what,
            String note,
            String output,
            String item,
            String heard,
            String readings,
            Instant at,
            String agent) {}

    private static final String STEP =
            "select client_id, step, what, note, output, item, heard, readings, at, agent from attempt_step";

    private static Step step(ResultSet r) throws SQLException {
        return new Step(
                r.getString("client_id"),
                r.getInt("step"),
                r.getString("what"),
                r.getString("note"),
                r.getString("output"),
                r.getString("item"),
                r.getString("heard"),
                r.getString("readings"),
                Tx.instant(r, "at"),
                r.getString("agent"));
    }

    List<Step> steps(Tx tx, long attempt) {
        return tx.list(STEP + " where attempt_id = ? order by id", AttemptStore::step, attempt);
    }

    Optional<Step> stepOf(Tx tx, long attempt, String clientId) {
        return tx.one(STEP + " where attempt_id = ? and client_id = ?", AttemptStore::step, attempt, clientId);
    }

    int stepCount(Tx tx, long attempt) {
        return tx.one("select count(*) from attempt_step where attempt_id = ?", r -> r.getInt(1), attempt)
                .orElse(0);
    }

    void addStep(Tx tx, long attempt, Step s) {
        tx.run(
                "insert into attempt_step (attempt_id, client_id, step, what, note, output, item, heard, readings, at, agent) values (?, ?, ?, ?,"
                        + " ?, ?, ?, ?, ?, ?, ?)",
                attempt,
                s.clientId(),
                s.step(),
                s.what(),
                s.note(),
                s.output(),
                s.item(),
                s.heard(),
                s.readings(),
                s.at(),
                s.agent());
    }

    private static final int LONGEST_TEXT = 1_000;

    /**
     * Something owed.
     *
     * @param kind put-back, follow-up or debt
     * @param item the item of a repeated step that it is for; null if of none
     * @param passedTo who is to do it; null while it is nobody else's
     * @param dueAt when it is due once passed on; null if not said
     * @param after after what outcome it is owed: always, success or failure
     * @param ifNotKnown what to do where the value that it was is not known; may be empty
     * @param decidedBy who decided that it stays; null unless it is kept
     */
    record PutBack(
            long id,
            long number,
            long attempt,
            int step,
            String kind,
            String item,
            String text,
            String command,
            String fence,
            String after,
            String ifNotKnown,
            String state,
            String passedTo,
            Instant dueAt,
            String decidedBy) {

        /** One that is open, of a step that has just been done. */
        static PutBack open(
                AttemptRow a,
                int step,
                String kind,
                String item,
                String text,
                String command,
                String fence,
                String after,
                String ifNotKnown) {
            String said = text.length() > LONGEST_TEXT ? text.substring(0, LONGEST_TEXT - 1) + "…" : text;
            return new PutBack(
                    0,
                    a.number(),
                    a.id(),
                    step,
                    kind,
                    item,
                    said,
                    command,
                    fence,
                    after,
                    ifNotKnown,
                    "open",
                    null,
                    null,
                    null);
        }
    }

    private static final String PUT_BACK =
            "select id, number, attempt_id, step, kind, item, text, command, fence, due_after, if_not_known, state,"
                    + " passed_to, due_at, decided_by from put_back";

    private static PutBack putBack(ResultSet r) throws SQLException {
        return new PutBack(
                r.getLong("id"),
                r.getLong("number"),
                r.getLong("attempt_id"),
                r.getInt("step"),
                r.getString("kind"),
                r.getString("item"),
                r.getString("text"),
                r.getString("command"),
                r.getString("fence"),
                r.getString("due_after"),
                r.getString("if_not_known"),
                r.getString("state"),
                r.getString("passed_to"),
                Tx.instant(r, "due_at"),
                r.getString("decided_by"));
    }

    List<PutBack> putBacks(Tx tx, long number) {
        return tx.list(PUT_BACK + " where number = ? order by id", AttemptStore::putBack, number);
    }

    /** What was passed to somebody and is not done yet, the first due first. */
    List<PutBack> passedTo(Tx tx, String name, int most) {
        return tx.list(
                PUT_BACK + " where state = 'passed-to' and passed_to = ? order by due_at, id limit ?",
                AttemptStore::putBack,
                name,
                most);
    }

    Optional<PutBack> putBack(Tx tx, long number, long id) {
        return tx.one(PUT_BACK + " where id = ? and number = ?", AttemptStore::putBack, id, number);
    }

    /** Adds what is owed, or opens it again if the step was done before. */
    void oweAgain(Tx tx, PutBack p, Instant at) {
        tx.run(
                "merge into put_back (number, attempt_id, step, kind, item, text, command, fence, due_after, if_not_known, state,"
                        + " passed_to, due_at, decided_by, at) key (attempt_id, step, text) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                p.number(),
                p.attempt(),
                p.step(),
                p.kind(),
                p.item(),
                p.text(),
                p.command(),
                p.fence(),
                p.after(),
                p.ifNotKnown(),
                p.state(),
                p.passedTo(),
                p.dueAt(),
                p.decidedBy(),
                at);
    }

    /** What is due only after the other outcome no longer applies, and what is due after this one is open again. */
    void afterOutcome(Tx tx, long attempt, boolean worked) {
        tx.run(
                "update put_back set state = case when due_after = ? then 'open' else 'no-longer-applies' end"
                        + " where attempt_id = ? and due_after <> 'always'"
                        + " and state = case when due_after = ? then 'no-longer-applies' else 'open' end",
                worked ? "success" : "failure",
                attempt,
                worked ? "success" : "failure");
    }

    /** What a step owed is no longer owed; with an item, only what it owed for that one. */
    void noLongerOwed(Tx tx, long attempt, int step, String item) {
        tx.run(
                "update put_back set state = 'no-longer-applies' where attempt_id = ? and step = ? and state in ('open', 'for-now')"
                        + " and (? is null or item = ?)",
                attempt,
                step,
                item,
                item);
    }

    int settle(Tx tx, long number, long id, String state, String passedTo, Instant dueAt, String decidedBy) {
        return tx.run(
                "update put_back set state = ?, passed_to = ?, due_at = ?, decided_by = ? where id = ? and number = ?",
                state,
                passedTo,
                dueAt,
                decidedBy,
                id,
                number);
    }
}
