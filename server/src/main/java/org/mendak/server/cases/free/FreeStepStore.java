package org.mendak.server.cases.free;

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

/** The tables {@code free_step} and {@code case_drafted}. */
@Component
public class FreeStepStore {

    private static final String STEP =
            "select id, number, client_id, position, did, command, output, aim, put_back, put_back_done, outcome, came_back,"
                    + " undone, version, agent, at from free_step";

    private static FreeStep step(ResultSet r) throws SQLException {
        return new FreeStep(
                r.getLong("id"),
                r.getLong("number"),
                r.getString("client_id"),
                r.getInt("position"),
                r.getString("did"),
                r.getString("command"),
                r.getString("output"),
                r.getString("aim"),
                r.getString("put_back"),
                r.getBoolean("put_back_done"),
                Words.stored(Outcome.class, r.getString("outcome")),
                r.getBoolean("came_back"),
                r.getBoolean("undone"),
                r.getInt("version"),
                Who.of(r, "agent"),
                Tx.instant(r, "at"));
    }

    /** What came of the tries of many cases in their order, by case; empty text for steps behind the last try. */
    public Map<Long, List<String>> outcomes(Tx tx, List<Long> numbers) {
        Map<Long, List<String>> byCase = new HashMap<>();
        tx.list(
                "select number, coalesce(outcome, '') as outcome from free_step where number = any(?) and not undone"
                        + " order by number, position",
                r -> {
                    List<String> all = byCase.computeIfAbsent(r.getLong("number"), n -> new ArrayList<>());
                    if (!all.isEmpty() && all.get(all.size() - 1).isEmpty()) {
                        all.remove(all.size() - 1);
                    }
                    return all.add(r.getString("outcome"));
                },
                (Object) numbers.toArray(Long[]::new));
        return byCase;
    }

    /** The steps of a case in their order, those that were taken back among them. */
    public List<FreeStep> of(Tx tx, long number) {
        return tx.list(STEP + " where number = ? order by position, id", FreeStepStore::step, number);
    }

    /** The steps of several cases, by case and in their order. */
    public List<FreeStep> of(Tx tx, List<Long> numbers) {
        return tx.list(
                STEP + " where number = any(?) and not undone order by number, position, id",
                FreeStepStore::step,
                (Object) numbers.toArray(Long[]::new));
    }

    public Optional<FreeStep> find(Tx tx, long number, long id) {
        return tx.one(STEP + " where id = ? and number = ?", FreeStepStore::step, id, number);
    }

    public void add(Tx tx, FreeStep s) {
        tx.run(
                "insert into free_step (number, client_id, position, did, command, output, aim, put_back, outcome, agent, at)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                s.number(),
                s.clientId(),
                s.position(),
                s.did(),
                s.command(),
                s.output(),
                s.aim(),
                s.putBack(),
                Words.word(s.outcome()),
                s.agent(),
                s.at());
    }

    public void update(Tx tx, FreeStep s) {
        tx.run(
                "update free_step set position = ?, did = ?, command = ?, output = ?, aim = ?, put_back = ?, put_back_done = ?,"
                        + " outcome = ?, came_back = ?, undone = ?, version = ? where id = ?",
                s.position(),
                s.did(),
                s.command(),
                s.output(),
                s.aim(),
                s.putBack(),
                s.putBackDone(),
                Words.word(s.outcome()),
                s.cameBack(),
                s.undone(),
                s.version(),
                s.id());
    }

    /** A draft was made of a case. */
    public void drafted(Tx tx, long number, String error, Who agent, Instant at) {
        tx.run(
                "merge into case_drafted (number, error_key, agent, at) key (number, error_key) values (?, ?, ?, ?)",
                number,
                error,
                agent,
                at);
    }

    /** The draft that was made of a case last, if it is still there. */
    public Optional<String> draftOf(Tx tx, long number) {
        return tx.one(
                "select d.error_key from case_drafted d join document x on x.kind = 'error' and x.doc_key = d.error_key"
                        + " where d.number = ? order by d.at desc limit 1",
                r -> r.getString("error_key"),
                number);
    }
}
