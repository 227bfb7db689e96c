package org.mendak.server.platform;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Writes who did what to what, and reads it. Field names, numbers and revisions only, never names of people or pasted texts. Rows are added, never
 * changed and never taken out: no statement that would do so stands anywhere.
 */
@Component
public class AuditStore {

    private final Clock clock;

    AuditStore(Clock clock) {
        this.clock = clock;
    }

    /** Adds a row in the transaction of the act itself. */
    public void write(Tx tx, Caller who, String what, String target, String detail) {
        tx.run(
                "insert into audit (at, person, who, what, target, detail) values (?, ?, ?, ?, ?, ?)",
                clock.instant(),
                who.id(),
                who.id() == 0 ? who.login() : "",
                what,
                cut(target, 200),
                cut(detail, 400));
    }

    private static String cut(String s, int most) {
        return s.length() <= most ? s : s.substring(0, most);
    }

    /**
     * A row.
     *
     * @param who nobody if it was none of the desk's people
     * @param otherwise who it was then: the command line, a stranger; empty otherwise
     */
    public record Row(long id, Instant at, Who who, String otherwise, String what, String target, String detail) {}

    /**
     * Which rows are meant; null is all.
     *
     * @param target whole, such as "person 3" or a case's number
     * @param from and {@code until}: from then, and before then
     * @param before only those that were done before that row
     */
    public record Wanted(Long person, String what, String target, Instant from, Instant until, Long before) {}

    /** The newest of those. */
    public List<Row> rows(Tx tx, Wanted w, int most) {
        StringBuilder sql = new StringBuilder("select id, at, person, who, what, target, detail from audit where true");
        List<Object> values = new ArrayList<>();
        and(sql, values, " and person = ?", w.person());
        and(sql, values, " and what = ?", w.what());
        and(sql, values, " and target = ?", w.target());
        and(sql, values, " and at >= ?", w.from());
        and(sql, values, " and at < ?", w.until());
        if (w.before() != null) {
            Instant at = tx.one("select at from audit where id = ?", r -> Tx.instant(r, 1), w.before())
                    .orElse(Instant.EPOCH);
            sql.append(" and at <= ? and (at < ? or id < ?)");
            values.addAll(List.of(at, at, w.before()));
        }
        values.add(most);
        return tx.list(
                sql.append(" order by at desc, id desc limit ?").toString(),
                r -> new Row(
                        r.getLong("id"),
                        Tx.instant(r, "at"),
                        Who.of(r, "person"),
                        r.getString("who"),
                        r.getString("what"),
                        r.getString("target"),
                        r.getString("detail")),
                values.toArray());
    }

    private static void and(StringBuilder sql, List<Object> values, String condition, Object value) {
        if (value != null) {
            sql.append(condition);
            values.add(value);
        }
    }

    /** The kinds of acts that there are, in the order of their words. */
    public List<String> acts(Tx tx) {
        List<String> acts = new ArrayList<>();
        // the index is entered once for each kind: there are a few dozen, of millions of rows; behind a kind begins
        // what is just greater, since
        // the database enters it for "greater than" at the first equal row
        Optional<String> next = Optional.of("");
        while (next.isPresent()) {
            next = tx.one(
                    "select what from audit where what >= ? order by what limit 1",
                    r -> r.getString(1),
                    acts.isEmpty() ? "" : acts.get(acts.size() - 1) + '\u0001');
            next.ifPresent(acts::add);
        }
        return acts;
    }
}
