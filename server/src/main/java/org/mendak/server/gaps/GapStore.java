package org.mendak.server.gaps;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** What the desk met and could not name; the table {@code shape_hidden}. */
@Component
class GapStore {

    /** As much of a text as its shape is read from. */
    private static final int START = 4_000;

    /**
     * A case that was not recognised.
     *
     * @param newest the newest of its texts; 0 if it has none
     * @param closedAt null while it is open
     * @param draft the draft that was made of it; null if none was
     */
    record Unknown(
            long number,
            long newest,
            String product,
            String phase,
            String status,
            Who agent,
            String device,
            Instant openedAt,
            Instant closedAt,
            String draft) {

        boolean open() {
            return closedAt == null;
        }

        Unknown withDraft(String now) {
            return new Unknown(number, newest, product, phase, status, agent, device, openedAt, closedAt, now);
        }

        boolean solved() {
            return "solved".equals(status) || "worked-around".equals(status);
        }
    }

    private static final String UNKNOWN =
            "select c.number, coalesce((select max(t.id) from case_text t where t.number = c.number), 0) as newest, c.product,"
                    + " c.phase, c.status, c.agent, c.device, c.opened_at, c.closed_at from desk_case c where c.error_key is null and "
                    + CaseNumbers.ofTheDesk("c.number")
                    + " and c.opened_at >= ? and ";

    private static Unknown unknown(ResultSet r) throws SQLException {
        return new Unknown(
                r.getLong("number"),
                r.getLong("newest"),
                r.getString("product"),
                r.getString("phase"),
                r.getString("status"),
                Who.of(r, "agent"),
                r.getString("device"),
                Tx.instant(r, "opened_at"),
                Tx.instant(r, "closed_at"),
                null);
    }

    /** Those opened since then, the newest first, at most so many; without their drafts. */
    List<Unknown> unknown(Tx tx, Instant since, int most) {
        return tx.list(UNKNOWN + "true order by c.number desc limit ?", GapStore::unknown, since, most);
    }

    /** Those of these cases that are such ones, in no order; without their drafts. */
    List<Unknown> unknown(Tx tx, Instant since, List<Long> numbers) {
        return tx.list(UNKNOWN + "c.number = any(?)", GapStore::unknown, since, (Object) numbers.toArray(Long[]::new));
    }

    /** The drafts that were made of cases and are still there, by case. */
    Map<Long, String> drafted(Tx tx) {
        Map<Long, String> drafts = new HashMap<>();
        tx.list(
                "select d.number, d.error_key from case_drafted d join document x on x.kind = 'error' and x.doc_key = d.error_key"
                        + " order by d.error_key",
                r -> drafts.put(r.getLong("number"), r.getString("error_key")));
        return drafts;
    }

    /** What the screens said in these cases, by case; one text behind the other. */
    Map<Long, String> texts(Tx tx, List<Long> numbers) {
        Map<Long, String> texts = new HashMap<>();
        tx.list(
                "select number, substring(text, 1, " + START
                        + ") as said from case_text where number = any(?) order by id",
                r -> texts.merge(r.getLong("number"), r.getString("said"), (a, b) -> a + "\n" + b),
                (Object) numbers.toArray(Long[]::new));
        return texts;
    }

    /** Why a shape is not shown, by a case of it. */
    record Hidden(long number, String reason, Who agent, Instant at) {}

    List<Hidden> hidden(Tx tx) {
        return tx.list(
                "select number, reason, agent, at from shape_hidden",
                r -> new Hidden(r.getLong("number"), r.getString("reason"), Who.of(r, "agent"), Tx.instant(r, "at")));
    }

    void hide(Tx tx, Hidden h) {
        tx.run(
                "merge into shape_hidden (number, reason, agent, at) key (number) values (?, ?, ?, ?)",
                h.number(),
                h.reason(),
                h.agent(),
                h.at());
    }

    void show(Tx tx, List<Long> numbers) {
        tx.run("delete from shape_hidden where number = any(?)", (Object) numbers.toArray(Long[]::new));
    }
}
