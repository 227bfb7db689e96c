package org.mendak.server.retention;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** Which cases are old enough, and when it was looked last. */
@Component
class RetentionStore {

    /** An ended case. */
    record Ended(long number, Instant closedAt) {}

    /** Those that ended before then, behind one of them; the first that ended come first. */
    List<Ended> ended(Tx tx, Instant before, Ended after, int most) {
        return tx.list(
                "select number, closed_at from desk_case use index (case_by_closing) where closed_at >= ? and closed_at < ?"
                        + " and (closed_at > ? or number > ?) order by closed_at, number limit ?",
                r -> new Ended(r.getLong("number"), Tx.instant(r, "closed_at")),
                after.closedAt(),
                before,
                after.closedAt(),
                after.number(),
                most);
    }

    /** The cases of somebody who called, as they are stored, whatever the case of the letters. */
    List<Long> ofRequester(Tx tx, String folded, int most) {
        return tx.list(
                "select number from desk_case where requester_folded = ? order by number limit ?",
                r -> r.getLong(1),
                folded,
                most);
    }

    boolean isCase(Tx tx, long number) {
        return tx.one("select 1 from desk_case where number = ?", r -> 1, number)
                .isPresent();
    }

    /** When it was looked last and what came of it. */
    record Last(Instant at, String said) {}

    Optional<Last> last(Tx tx) {
        return tx.one(
                "select at, detail from audit where what = 'purged' order by at desc, id desc limit 1",
                r -> new Last(Tx.instant(r, "at"), r.getString("detail")));
    }
}
