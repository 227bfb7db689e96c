package org.mendak.server.find;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** Reads what cases say, many at a time. */
@Component
class FindStore {

    /** As much of a case's words as is looked through. */
    private static final int LONGEST = 6_000;

    private static final int LONGEST_TEXT = 2_000;

    /**
     * A case and all that was said in it.
     *
     * @param words what the screen said, then notes and what was done off the script
     */
    record Said(
            long number,
            String error,
            String product,
            String phase,
            String device,
            String requester,
            String reference,
            String status,
            Who agent,
            Instant openedAt,
            String words) {}

    /** A change of a case that is not known to be in what was written down. */
    record Unread(long id, long number) {}

    /** Notes, with the change itself, that these cases are to be read. */
    void changed(Tx tx, List<Long> numbers) {
        tx.batch(
                "insert into find_unread (number) values (?)",
                numbers.stream().map(n -> new Object[] {n}).toList());
    }

    List<Unread> unread(Tx tx) {
        return tx.list(
                "select id, number from find_unread order by id",
                r -> new Unread(r.getLong("id"), r.getLong("number")));
    }

    /** The same of these cases. */
    List<Unread> unread(Tx tx, List<Long> numbers) {
        return tx.list(
                "select id, number from find_unread where number = any(?)",
                r -> new Unread(r.getLong("id"), r.getLong("number")),
                (Object) numbers.toArray(Long[]::new));
    }

    /** The mark of what was written down last; empty if nothing ever was. */
    Optional<String> mark(Tx tx) {
        return tx.one("select mark from find_mark", r -> r.getString(1));
    }

    /** What has this mark was written down, and has these changes in it. */
    void written(Tx tx, String mark, Collection<Long> unread) {
        if (tx.run("update find_mark set mark = ?", mark) == 0) {
            tx.run("insert into find_mark (mark) values (?)", mark);
        }
        tx.batch(
                "delete from find_unread where id = ?",
                unread.stream().map(id -> new Object[] {id}).toList());
    }

    long cases(Tx tx) {
        return // all of them are counted without looking; of practice cases there are few
        tx.one(
                        "select (select count(*) from desk_case) - (select count(*) from desk_case where number < 0)",
                        r -> r.getLong(1))
                .orElse(0L);
    }

    /** The next ones behind this number, by number. */
    List<Said> behind(Tx tx, long number, int most) {
        List<Said> bare = tx.list(CASE + " where number > ? order by number limit ?", FindStore::bare, number, most);
        // those that follow each other are read by where they begin and end: each of a list would be looked for in it
        return bare.isEmpty()
                ? bare
                : said(
                        tx,
                        bare,
                        "number > ? and number <= ?",
                        number,
                        bare.get(bare.size() - 1).number());
    }

    List<Said> of(Tx tx, List<Long> numbers) {
        Object all = numbers.toArray(Long[]::new);
        return said(
                tx,
                tx.list(CASE + " where number = any(?) order by number", FindStore::bare, all),
                "number = any(?)",
                all);
    }

    /** The cases of these known errors, by number. */
    List<Long> casesOf(Tx tx, List<String> errors) {
        return tx.list(
                "select number from desk_case where error_key = any(?) and " + CaseNumbers.OF_THE_DESK,
                r -> r.getLong(1),
                (Object) errors.toArray(String[]::new));
    }

    private static final String CASE =
            "select number, error_key, product, phase, device, requester, reference, status, agent, opened_at from desk_case";

    private static Said bare(ResultSet r) throws SQLException {
        return new Said(
                r.getLong("number"),
                r.getString("error_key"),
                r.getString("product"),
                r.getString("phase"),
                r.getString("device"),
                r.getString("requester"),
                r.getString("reference"),
                r.getString("status"),
                Who.of(r, "agent"),
                Tx.instant(r, "opened_at"),
                "");
    }

    /** @param which of the texts, notes and steps are those of these cases */
    private static List<Said> said(Tx tx, List<Said> bare, String which, Object... values) {
        Map<Long, StringBuilder> words = new HashMap<>();
        add(
                tx,
                words,
                "select number, substring(text, 1, " + LONGEST_TEXT + ") as said from case_text where " + which
                        + " order by id",
                values);
        add(tx, words, "select number, text as said from case_note where " + which + " order by id", values);
        add(
                tx,
                words,
                "select number, did || ' ' || command as said from free_step where " + which
                        + " and not undone order by id",
                values);
        return bare.stream()
                .map(s -> new Said(
                        s.number(),
                        s.error(),
                        s.product(),
                        s.phase(),
                        s.device(),
                        s.requester(),
                        s.reference(),
                        s.status(),
                        s.agent(),
                        s.openedAt(),
                        words.getOrDefault(s.number(), new StringBuilder()).toString()))
                .toList();
    }

    private static void add(Tx tx, Map<Long, StringBuilder> words, String sql, Object... values) {
        tx.list(
                sql,
                r -> {
                    StringBuilder all = words.computeIfAbsent(r.getLong("number"), n -> new StringBuilder());
                    String said = r.getString("said");
                    int room = Math.min(said.length(), LONGEST - all.length());
                    return room > 0 ? all.append(said, 0, room).append('\n') : all;
                },
                values);
    }
}
