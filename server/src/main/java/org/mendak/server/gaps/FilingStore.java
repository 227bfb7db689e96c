package org.mendak.server.gaps;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** The table {@code case_filed}. */
@Component
class FilingStore {

    /** Cases of one act. */
    record Filed(long number, String error) {}

    void filed(Tx tx, String filing, List<Long> numbers, String error, Who agent, Instant at) {
        numbers.forEach(n -> tx.run(
                "insert into case_filed (filing, number, error_key, agent, at) values (?, ?, ?, ?, ?)",
                filing,
                n,
                error,
                agent,
                at));
    }

    List<Filed> of(Tx tx, String filing) {
        return tx.list(
                "select number, error_key from case_filed where filing = ? order by number",
                r -> new Filed(r.getLong("number"), r.getString("error_key")),
                filing);
    }

    /** An act, and how many cases it put there. */
    record Act(String filing, int cases) {}

    /** The newest act since then by which cases were put under a known error, and that was not taken back. */
    Optional<Act> newest(Tx tx, String error, Instant since) {
        return tx.one(
                "select filing, count(*) as cases from case_filed where error_key = ? and at >= ? group by filing"
                        + " order by max(at) desc limit 1",
                r -> new Act(r.getString("filing"), r.getInt("cases")),
                error,
                since);
    }

    void forget(Tx tx, String filing) {
        tx.run("delete from case_filed where filing = ?", filing);
    }
}
