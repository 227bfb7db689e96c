package org.mendak.server.gaps;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** What came in when, and what was tried. */
@Component
class SurgeStore {

    /** A case that came in; {@code error} is null while nothing recognised it. */
    record CameIn(long number, String error, Instant at) {}

    /** Those since then, the oldest first. */
    List<CameIn> since(Tx tx, Instant since) {
        return tx.list(
                "select number, error_key, opened_at from desk_case where opened_at >= ? order by opened_at",
                r -> new CameIn(r.getLong("number"), r.getString("error_key"), Tx.instant(r, "opened_at")),
                since);
    }

    /** When the first case of all came in. */
    Optional<Instant> first(Tx tx) {
        return tx.one("select min(opened_at) as at from desk_case", r -> Optional.ofNullable(Tx.instant(r, "at")))
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
