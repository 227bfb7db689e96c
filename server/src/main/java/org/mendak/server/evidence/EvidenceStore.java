package org.mendak.server.evidence;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** What is counted of cases and attempts for evidence. */
@Component
class EvidenceStore {

    /** The known errors that these cases are about, or that something was tried under in them. */
    List<String> errorsOf(Tx tx, Collection<Long> cases) {
        Object numbers = cases.toArray(Long[]::new);
        return tx.list(
                "select error_key from desk_case where number = any(?) and error_key is not null union"
                        + " select error_key from attempt where number = any(?) and error_key is not null",
                r -> r.getString(1),
                numbers,
                numbers);
    }

    record Count(String error, int cases, int open, Instant last) {}

    /** How many cases there are of each known error. */
    List<Count> counts(Tx tx) {
        return tx.list(
                "select error_key, count(*) as cases, count(case when status = 'open' then 1 end) as open_cases,"
                        + " max(opened_at) as last from desk_case where error_key is not null"
                        + " group by error_key order by error_key",
                r -> new Count(
                        r.getString("error_key"), r.getInt("cases"), r.getInt("open_cases"), Tx.instant(r, "last")));
    }

    /** How often a fix was retested, and how often it worked and did not come back. */
    record Fared(String fix, int tried, int held) {}

    /** Of attempts that were made by themselves, not in a bundle. */
    List<Fared> fared(Tx tx, List<String> fixes) {
        if (fixes.isEmpty()) {
            return List.of();
        }
        return tx.list(
                "select a.fix_key, count(*) as tried, count(case when a.outcome = 'worked' and c.attempt_id is null then 1 end)"
                        + " as held from attempt a left join attempt_correction c on c.attempt_id = a.id"
                        + " where a.bundle is null and a.outcome in ('worked', 'no-change', 'different-error', 'made-worse')"
                        + " and a.fix_key in (" + "?, ".repeat(fixes.size() - 1) + "?) group by a.fix_key",
                r -> new Fared(r.getString("fix_key"), r.getInt("tried"), r.getInt("held")),
                fixes.toArray());
    }
}
