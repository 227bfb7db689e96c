package org.mendak.server.exchange;

import java.util.List;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** What only the export asks of the tables. */
@Component
class ExchangeStore {

    /** The names of all facts that any case has. */
    List<String> factNames(Tx tx) {
        return tx.list("select distinct name from case_fact order by name", r -> r.getString(1));
    }
}
