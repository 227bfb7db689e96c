package org.mendak.server.gaps;

import java.util.List;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** What is counted over the tables of cases for judging documents. */
@Component
class UpkeepStore {

    int cases(Tx tx, String error) {
        return tx.one("select count(*) from desk_case where error_key = ?", r -> r.getInt(1), error)
                .orElse(0);
    }

    /** The newest texts of cases that are known to be about something else. */
    List<String> textsOfOthers(Tx tx, String error, int most) {
        return tx.list(
                "select t.text from case_text t join desk_case c on c.number = t.number where c.error_key is not null and"
                        + " c.error_key <> ? order by t.id desc limit ?",
                r -> r.getString(1),
                error,
                most);
    }

    record Minutes(int measured, double median) {}

    Minutes minutes(Tx tx, String fix) {
        return tx.one(
                        "select count(minutes) as measured, coalesce(median(minutes), 0) as middle from attempt where fix_key = ? and"
                                + " minutes is not null and outcome in ('worked', 'no-change', 'different-error', 'made-worse')",
                        r -> new Minutes(r.getInt("measured"), r.getDouble("middle")),
                        fix)
                .orElse(new Minutes(0, 0));
    }
}
