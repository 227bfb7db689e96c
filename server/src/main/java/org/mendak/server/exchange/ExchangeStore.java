package org.mendak.server.exchange;

import java.time.Instant;
import java.util.List;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** What only the export asks of the tables. */
@Component
class ExchangeStore {

    /** The names of all facts that any case has. */
    List<String> factNames(Tx tx) {
        return tx.list(
                "select distinct name from case_fact where " + CaseNumbers.OF_THE_DESK + " order by name",
                r -> r.getString(1));
    }

    /** Something that was said on a case, as it is still kept. */
    record Said(long number, Instant at, Who agent, String text) {}

    List<Said> texts(Tx tx, List<Long> numbers) {
        return said(tx, "case_text", numbers);
    }

    List<Said> notes(Tx tx, List<Long> numbers) {
        return said(tx, "case_note", numbers);
    }

    private static List<Said> said(Tx tx, String table, List<Long> numbers) {
        return tx.list(
                "select number, at, agent, text from " + table + " where number = any(?) order by id",
                r -> new Said(r.getLong("number"), Tx.instant(r, "at"), Who.of(r, "agent"), r.getString("text")),
                (Object) numbers.toArray(Long[]::new));
    }

    /** A step of a fix that was marked; {@code output} null if nothing was kept. */
    record Step(long attempt, int step, String what, String note, String output, Instant at, Who agent) {}

    List<Step> steps(Tx tx, List<Long> numbers) {
        return tx.list(
                "select s.attempt_id, s.step, s.what, s.note, s.output, s.at, s.agent from attempt_step s join attempt a on a.id ="
                        + " s.attempt_id where a.number = any(?) order by s.id",
                r -> new Step(
                        r.getLong("attempt_id"),
                        r.getInt("step"),
                        r.getString("what"),
                        r.getString("note"),
                        r.getString("output"),
                        Tx.instant(r, "at"),
                        Who.of(r, "agent")),
                (Object) numbers.toArray(Long[]::new));
    }

    /** A step off the script. */
    record Free(
            long number,
            String did,
            String command,
            String output,
            String tried,
            String outcome,
            Instant at,
            Who agent) {}

    List<Free> freeSteps(Tx tx, List<Long> numbers) {
        return tx.list(
                "select number, did, command, output, aim, outcome, at, agent from free_step where number = any(?) and not undone order"
                        + " by number, position",
                r -> new Free(
                        r.getLong("number"),
                        r.getString("did"),
                        r.getString("command"),
                        r.getString("output"),
                        r.getString("aim"),
                        r.getString("outcome"),
                        Tx.instant(r, "at"),
                        Who.of(r, "agent")),
                (Object) numbers.toArray(Long[]::new));
    }
}
