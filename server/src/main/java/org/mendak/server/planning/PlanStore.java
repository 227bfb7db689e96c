package org.mendak.server.planning;

import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** The table {@code plan_shown}. */
@Component
class PlanStore {

    void keep(Tx tx, long attempt, String plan) {
        tx.run("insert into plan_shown (attempt_id, plan) values (?, ?)", attempt, plan);
    }
}
