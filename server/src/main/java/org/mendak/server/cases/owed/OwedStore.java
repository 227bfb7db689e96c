package org.mendak.server.cases.owed;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendak.server.cases.owed.PutBack.After;
import org.mendak.server.cases.owed.PutBack.Kind;
import org.mendak.server.cases.owed.PutBack.State;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.mendak.server.platform.Words;
import org.springframework.stereotype.Component;

/** The table {@code put_back}. */
@Component
public class OwedStore {

    private static final String PUT_BACK =
            "select id, number, attempt_id, step, kind, item, text, command, fence, due_after, if_not_known, state,"
                    + " passed_to, passed_to_id, due_at, decided_by from put_back";

    private static PutBack putBack(ResultSet r) throws SQLException {
        return new PutBack(
                r.getLong("id"),
                r.getLong("number"),
                r.getLong("attempt_id"),
                r.getInt("step"),
                Words.stored(Kind.class, r.getString("kind")),
                r.getString("item"),
                r.getString("text"),
                r.getString("command"),
                r.getString("fence"),
                Words.stored(After.class, r.getString("due_after")),
                r.getString("if_not_known"),
                Words.stored(State.class, r.getString("state")),
                r.getString("passed_to"),
                Who.of(r, "passed_to_id"),
                Tx.instant(r, "due_at"),
                r.getString("decided_by"));
    }

    /** What a case owes and owed, in the order it came up. */
    public List<PutBack> of(Tx tx, long number) {
        return tx.list(PUT_BACK + " where number = ? order by id", OwedStore::putBack, number);
    }

    /** What was passed to somebody and is not done yet, the first due first. */
    public List<PutBack> passedTo(Tx tx, Who taker, int most) {
        return tx.list(
                PUT_BACK + " where state = 'passed-to' and passed_to_id = ? and " + CaseNumbers.OF_THE_DESK
                        + " order by due_at, id limit ?",
                OwedStore::putBack,
                taker,
                most);
    }

    public Optional<PutBack> find(Tx tx, long number, long id) {
        return tx.one(PUT_BACK + " where id = ? and number = ?", OwedStore::putBack, id, number);
    }

    /** Adds what is owed, or opens it again if the step was done before. */
    public void oweAgain(Tx tx, PutBack p, Instant at) {
        tx.run(
                "merge into put_back (number, attempt_id, step, kind, item, text, command, fence, due_after, if_not_known, state,"
                        + " passed_to, passed_to_id, due_at, decided_by, at) key (attempt_id, step, text)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                p.number(),
                p.attempt(),
                p.step(),
                Words.word(p.kind()),
                p.item(),
                p.text(),
                p.command(),
                p.fence(),
                Words.word(p.after()),
                p.ifNotKnown(),
                Words.word(p.state()),
                p.passedTo(),
                p.taker(),
                p.dueAt(),
                p.decidedBy(),
                at);
    }

    /** What is due only after the other outcome no longer applies, and what is due after this one is open again. */
    public void afterOutcome(Tx tx, long attempt, boolean worked) {
        tx.run(
                "update put_back set state = case when due_after = ? then 'open' else 'no-longer-applies' end"
                        + " where attempt_id = ? and due_after <> 'always'"
                        + " and state = case when due_after = ? then 'no-longer-applies' else 'open' end",
                worked ? "success" : "failure",
                attempt,
                worked ? "success" : "failure");
    }

    /** What a step owed is no longer owed; with an item, only what it owed for that one. */
    public void noLongerOwed(Tx tx, long attempt, int step, String item) {
        tx.run(
                "update put_back set state = 'no-longer-applies' where attempt_id = ? and step = ? and state in ('open', 'for-now')"
                        + " and (? is null or item = ?)",
                attempt,
                step,
                item,
                item);
    }

    void settle(Tx tx, long number, long id, Settling how, Who taker) {
        tx.run(
                "update put_back set state = ?, passed_to = ?, passed_to_id = ?, due_at = ?, decided_by = ? where id = ? and number = ?",
                Words.word(how.state()),
                taker == null ? how.to() : null,
                taker,
                how.dueAt(),
                how.decidedBy(),
                id,
                number);
    }

    /** Words that were typed for somebody become others. */
    public void called(Tx tx, String was, String now) {
        tx.run("update put_back set passed_to = ? where passed_to = ?", now, was);
        tx.run("update put_back set decided_by = ? where decided_by = ?", now, was);
    }

    /** How many things are still to be put back, by case; a case that owes nothing is not in it. */
    public Map<Long, Integer> counts(Tx tx, List<Long> numbers) {
        Map<Long, Integer> byCase = new HashMap<>();
        tx.list(
                "select number, count(*) as owed from put_back where number = any(?) and state in ('open', 'for-now') group by number",
                r -> byCase.put(r.getLong("number"), r.getInt("owed")),
                (Object) numbers.toArray(Long[]::new));
        return byCase;
    }
}
