package org.mendak.server.practice;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** The tables {@code practice_call} and {@code practice_choice}. */
@Component
class PracticeCallStore {

    /**
     * A call that somebody practised on, with how far its case is.
     *
     * @param cause the fix that mends what was behind it
     * @param status of its case
     * @param closedAt null while it is open
     * @param mended whether the device was in order at the end; null if that is not known
     * @param seconds that had passed on the device; null with {@code mended}
     * @param left what was not put back, a line each; null with {@code mended}
     */
    record Kept(
            long number,
            String device,
            String error,
            String cause,
            String says,
            String status,
            Instant openedAt,
            Instant closedAt,
            Boolean mended,
            Long seconds,
            String left) {}

    private static final String CALL =
            "select p.number, p.device, p.error_key, p.cause, p.says, c.status, c.opened_at, c.closed_at, p.mended, p.seconds, p.left_behind"
                    + " from practice_call p join desk_case c on c.number = p.number";

    private static Kept kept(ResultSet r) throws SQLException {
        return new Kept(
                r.getLong("number"),
                r.getString("device"),
                r.getString("error_key"),
                r.getString("cause"),
                r.getString("says"),
                r.getString("status"),
                Tx.instant(r, "opened_at"),
                Tx.instant(r, "closed_at"),
                r.getObject("mended", Boolean.class),
                r.getObject("seconds", Long.class),
                r.getString("left_behind"));
    }

    void add(Tx tx, long number, Who agent, PracticeDevices.Behind b) {
        tx.run(
                "insert into practice_call (number, agent, device, error_key, cause, says) values (?, ?, ?, ?, ?, ?)",
                number,
                agent,
                b.device(),
                b.error(),
                b.cause(),
                b.says());
    }

    /** The newest of somebody's, the newest first. */
    List<Kept> of(Tx tx, Who agent, int most) {
        return tx.list(CALL + " where p.agent = ? order by p.number limit ?", PracticeCallStore::kept, agent, most);
    }

    /** That of a case, if it is that person's. */
    Optional<Kept> find(Tx tx, Who agent, long number) {
        return tx.one(CALL + " where p.number = ? and p.agent = ?", PracticeCallStore::kept, number, agent);
    }

    /** Those of these cases that have ended and of whose devices nothing is written down yet. */
    List<Long> ended(Tx tx, List<Long> numbers) {
        return tx.list(
                "select p.number from practice_call p join desk_case c on c.number = p.number where p.number = any(?)"
                        + " and c.status <> 'open' and p.mended is null",
                r -> r.getLong(1),
                (Object) numbers.toArray(Long[]::new));
    }

    void left(Tx tx, long number, PracticeDevices.Left left, String lines) {
        tx.run(
                "update practice_call set mended = ?, seconds = ?, left_behind = ? where number = ? and mended is null",
                left.mended(),
                left.seconds(),
                lines,
                number);
    }

    /** The known errors that calls are chosen from; none if from all. */
    List<String> choice(Tx tx) {
        return tx.list("select error_key from practice_choice order by error_key", r -> r.getString(1));
    }

    void choose(Tx tx, List<String> errors) {
        tx.run("delete from practice_choice");
        tx.batch(
                "insert into practice_choice (error_key) values (?)",
                errors.stream().map(e -> new Object[] {e}).toList());
    }
}
