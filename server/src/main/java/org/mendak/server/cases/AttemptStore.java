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
                    + " a.tried_before, a.minutes, a.note, a.agent, a.started_at, a.ended_at, exists (select 1 from attempt_correction c where"
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
                r.getBoolean("came_back"));
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
                "select number, count(*) as owed from put_back where number = any(?) and state = 'open' group by number",
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

    long insert(Tx tx, AttemptRow a) {
        return tx.insert(
                "insert into attempt (number, error_key, fix_key, position, outcome, bundle, tried_before, minutes, note,"
                        + " agent, started_at, ended_at) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
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
                a.endedAt());
    }

    void update(Tx tx, AttemptRow a) {
        tx.run(
                "update attempt set outcome = ?, minutes = ?, note = ?, ended_at = ? where id = ?",
                a.outcome(),
                a.minutes(),
                a.note(),
                a.endedAt(),
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

    record Step(String clientId, int step, String what, String note, String output, Instant at, String agent) {}

    private static Step step(ResultSet r) throws SQLException {
        return new Step(
                r.getString("client_id"),
                r.getInt("step"),
                r.getString("what"),
                r.getString("note"),
                r.getString("output"),
                Tx.instant(r, "at"),
                r.getString("agent"));
    }

    List<Step> steps(Tx tx, long attempt) {
        return tx.list(
                "select client_id, step, what, note, output, at, agent from attempt_step where attempt_id = ? order by id",
                AttemptStore::step,
                attempt);
    }

    Optional<Step> stepOf(Tx tx, long attempt, String clientId) {
        return tx.one(
                "select client_id, step, what, note, output, at, agent from attempt_step where attempt_id = ? and client_id = ?",
                AttemptStore::step,
                attempt,
                clientId);
    }

    int stepCount(Tx tx, long attempt) {
        return tx.one("select count(*) from attempt_step where attempt_id = ?", r -> r.getInt(1), attempt)
                .orElse(0);
    }

    void addStep(Tx tx, long attempt, Step s) {
        tx.run(
                "insert into attempt_step (attempt_id, client_id, step, what, note, output, at, agent) values (?, ?, ?, ?, ?, ?, ?, ?)",
                attempt,
                s.clientId(),
                s.step(),
                s.what(),
                s.note(),
                s.output(),
                s.at(),
                s.agent());
    }

    record PutBack(
            long id,
            long attempt,
            int step,
            String text,
            String command,
            String fence,
            boolean afterSuccess,
            String state,
            String passedTo) {}

    List<PutBack> putBacks(Tx tx, long number) {
        return tx.list(
                "select id, attempt_id, step, text, command, fence, after_success, state, passed_to from put_back where number = ?"
                        + " order by id",
                r -> new PutBack(
                        r.getLong("id"),
                        r.getLong("attempt_id"),
                        r.getInt("step"),
                        r.getString("text"),
                        r.getString("command"),
                        r.getString("fence"),
                        r.getBoolean("after_success"),
                        r.getString("state"),
                        r.getString("passed_to")),
                number);
    }

    /** Adds a put-back, or opens it again if the step was done before. */
    void oweAgain(Tx tx, long number, PutBack p, Instant at) {
        tx.run(
                "merge into put_back (number, attempt_id, step, text, command, fence, after_success, state, at)"
                        + " key (attempt_id, step, text) values (?, ?, ?, ?, ?, ?, ?, 'open', ?)",
                number,
                p.attempt(),
                p.step(),
                p.text(),
                p.command(),
                p.fence(),
                p.afterSuccess(),
                at);
    }

    void noLongerOwed(Tx tx, long attempt, int step) {
        tx.run(
                "update put_back set state = 'no-longer-applies' where attempt_id = ? and step = ? and state = 'open'",
                attempt,
                step);
    }

    int settle(Tx tx, long number, long id, String state, String passedTo) {
        return tx.run(
                "update put_back set state = ?, passed_to = ? where id = ? and number = ?",
                state,
                passedTo,
                id,
                number);
    }
}
