package org.mendak.server.cases;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendak.core.evidence.Outcome;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.mendak.server.platform.Words;
import org.springframework.stereotype.Component;

/** The tables {@code attempt}, {@code attempt_step} and {@code attempt_correction}. */
@Component
public class AttemptStore {

    /** What a row is read from, and by whom it is read: {@link #row}. */
    public static final String ATTEMPT =
            "select a.id, a.number, a.error_key, a.fix_key, a.position, a.outcome, a.bundle,"
                    + " a.tried_before, a.minutes, a.note, a.agent, a.started_at, a.ended_at, a.version, a.ended_by, exists (select 1 from attempt_correction c where"
                    + " c.attempt_id = a.id and c.what = 'came-back') as came_back from attempt a";

    /** The row at hand of what {@link #ATTEMPT} chooses. */
    public static AttemptRow row(ResultSet r) throws SQLException {
        return new AttemptRow(
                r.getLong("id"),
                r.getLong("number"),
                r.getString("error_key"),
                r.getString("fix_key"),
                r.getInt("position"),
                Words.stored(Outcome.class, r.getString("outcome")),
                r.getString("bundle"),
                r.getBoolean("tried_before"),
                Tx.number(r, "minutes"),
                r.getString("note"),
                Who.of(r, "agent"),
                Tx.instant(r, "started_at"),
                Tx.instant(r, "ended_at"),
                r.getBoolean("came_back"),
                r.getInt("version"),
                Who.of(r, "ended_by"));
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

    Optional<AttemptRow> find(Tx tx, long number, long id) {
        return tx.one(ATTEMPT + " where a.id = ? and a.number = ?", AttemptStore::row, id, number);
    }

    private static final String INSERT =
            "insert into attempt (number, error_key, fix_key, position, outcome, bundle, tried_before, minutes, note,"
                    + " agent, started_at, ended_at, ended_by) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)";

    long insert(Tx tx, AttemptRow a) {
        return tx.insert(INSERT, values(a));
    }

    /** Many at once; their ids, in their order. */
    List<Long> insertAll(Tx tx, List<AttemptRow> all) {
        return tx.insertAll(INSERT, all.stream().map(AttemptStore::values).toList());
    }

    private static Object[] values(AttemptRow a) {
        return new Object[] {
            a.number(),
            a.errorKey(),
            a.fixKey(),
            a.position(),
            Words.word(a.outcome()),
            a.bundle(),
            a.triedBefore(),
            a.minutes(),
            a.note(),
            a.agent(),
            a.startedAt(),
            a.endedAt(),
            a.endedBy()
        };
    }

    void update(Tx tx, AttemptRow a) {
        tx.run(
                "update attempt set outcome = ?, minutes = ?, note = ?, ended_at = ?, ended_by = ?, version = version + 1"
                        + " where id = ?",
                Words.word(a.outcome()),
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

    void correct(Tx tx, long id, Instant at, Who agent) {
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
            StepWhat what,
            String note,
            String output,
            String item,
            String heard,
            String readings,
            Instant at,
            Who agent) {}

    private static final String STEP =
            "select client_id, step, what, note, output, item, heard, readings, at, agent from attempt_step";

    private static Step step(ResultSet r) throws SQLException {
        return new Step(
                r.getString("client_id"),
                r.getInt("step"),
                Words.stored(StepWhat.class, r.getString("what")),
                r.getString("note"),
                r.getString("output"),
                r.getString("item"),
                r.getString("heard"),
                r.getString("readings"),
                Tx.instant(r, "at"),
                Who.of(r, "agent"));
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
                Words.word(s.what()),
                s.note(),
                s.output(),
                s.item(),
                s.heard(),
                s.readings(),
                s.at(),
                s.agent());
    }
}
