package org.mendak.server.cases.shown;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Optional;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** The table {@code device_link}. */
@Component
class LinkStore {

    /**
     * A link.
     *
     * @param ended when an agent ended it, or another took its place; null while it holds
     */
    record Link(long id, String code, long number, long attempt, Who agent, Instant until, Instant ended) {}

    private static final String LINK =
            "select id, code, number, attempt_id, agent, until_at, ended_at from device_link";

    private static Link link(ResultSet r) throws SQLException {
        return new Link(
                r.getLong("id"),
                r.getString("code"),
                r.getLong("number"),
                r.getLong("attempt_id"),
                Who.of(r, "agent"),
                Tx.instant(r, "until_at"),
                Tx.instant(r, "ended_at"));
    }

    Optional<Link> byCode(Tx tx, String code) {
        return tx.one(LINK + " where code = ?", LinkStore::link, code);
    }

    /** The link of a case that holds; a case has at most one. */
    Optional<Link> ofCase(Tx tx, long number, Instant now) {
        return tx.one(
                LINK + " where number = ? and ended_at is null and until_at > ? order by id desc fetch first row only",
                LinkStore::link,
                number,
                now);
    }

    /** Whether a link was not ended since it was read. */
    boolean holds(Tx tx, long id) {
        return tx.one("select id from device_link where id = ? and ended_at is null", r -> r.getLong(1), id)
                .isPresent();
    }

    /** The same, and it is not ended before this transaction is done. */
    boolean hold(Tx tx, long id) {
        return tx.one("select id from device_link where id = ? and ended_at is null for update", r -> r.getLong(1), id)
                .isPresent();
    }

    /** How many hold and show something still: of one person, and of all. */
    long[] holding(Tx tx, Who agent, Instant now) {
        return tx.one(
                        "select count(*), coalesce(sum(case when l.agent = ? then 1 else 0 end), 0) from device_link l"
                                + " join attempt a on a.id = l.attempt_id join desk_case c on c.number = l.number"
                                + " where l.ended_at is null and l.until_at > ? and a.outcome is null and c.status = 'open'",
                        r -> new long[] {r.getLong(2), r.getLong(1)},
                        agent,
                        now)
                .orElseThrow();
    }

    long add(Tx tx, String code, long number, long attempt, Who agent, Instant now, Instant until) {
        return tx.insert(
                "insert into device_link (code, number, attempt_id, agent, made_at, until_at) values (?, ?, ?, ?, ?, ?)",
                code,
                number,
                attempt,
                agent,
                now,
                until);
    }

    void end(Tx tx, long number, Instant now) {
        tx.run("update device_link set ended_at = ? where number = ? and ended_at is null", now, number);
    }

    /** Forgets what could be used last before a moment, with all that was answered there. */
    void forget(Tx tx, Instant before) {
        tx.run("delete from device_link where until_at < ?", before);
    }
}
