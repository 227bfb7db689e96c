package org.mendak.server.gaps;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** What came in when, and what was tried. */
@Component
class CameInStore {

    private static final String ROW =
            "select number, error_key, opened_at, status in ('solved', 'worked-around') as solved"
                    + " from desk_case where " + CaseNumbers.OF_THE_DESK + " and ";

    /**
     * A case that came in.
     *
     * @param error null while nothing recognised it
     * @param at in seconds since the epoch
     * @param solved whether it has ended solved or worked around
     */
    record CameIn(long number, String error, long at, boolean solved) {}

    private static CameIn row(ResultSet r) throws SQLException {
        return new CameIn(
                r.getLong("number"),
                r.getString("error_key"),
                Tx.instant(r, "opened_at").getEpochSecond(),
                r.getBoolean("solved"));
    }

    /**
     * Those of a time, the oldest first.
     *
     * @param until where it ends, which is no part of it; null if it does not
     */
    List<CameIn> between(Tx tx, Instant from, Instant until) {
        return until == null
                ? tx.list(ROW + "opened_at >= ? order by opened_at", CameInStore::row, from)
                : tx.list(ROW + "opened_at >= ? and opened_at < ? order by opened_at", CameInStore::row, from, until);
    }

    /** These cases, in no order. */
    List<CameIn> of(Tx tx, List<Long> numbers) {
        return tx.list(ROW + "number = any(?)", CameInStore::row, (Object) numbers.toArray(Long[]::new));
    }

    /** When the first case of all came in. */
    Optional<Instant> first(Tx tx) {
        return tx.one(
                        "select opened_at as at from desk_case use index (case_by_opening) where "
                                + CaseNumbers.OF_THE_DESK + " order by opened_at limit 1",
                        r -> Optional.ofNullable(Tx.instant(r, "at")))
                .orElse(Optional.empty());
    }

    /** How often a fix was tried in some cases, and how often that helped. */
    record Tried(String fix, int tried, int helped) {}

    /** What was tried in these cases, what helped most first; four of them at most. */
    List<Tried> tried(Tx tx, List<Long> cases) {
        return tx.list(
                "select a.fix_key, count(*) as tried, sum(case when a.outcome in ('worked', 'different-error') then 1 else 0 end) as helped"
                        + " from attempt a where a.number = any(?) and not a.tried_before"
                        + " and a.outcome is not null group by a.fix_key order by helped desc, tried desc, a.fix_key limit 4",
                r -> new Tried(r.getString("fix_key"), r.getInt("tried"), r.getInt("helped")),
                (Object) cases.toArray(Long[]::new));
    }
}
