package org.mendak.server.gaps;

import java.time.Instant;
import java.util.List;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** The table {@code case_filed}. */
@Component
class FilingStore {

    /** Cases of one act. */
    record Filed(long number, String error) {}

    void filed(Tx tx, String filing, List<Long> numbers, String error, String agent, Instant at) {
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

    void forget(Tx tx, String filing) {
        tx.run("delete from case_filed where filing = ?", filing);
    }
}
