package org.mendak.server.upkeep;

import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** What is counted over the tables of cases for judging documents, and the table {@code upkeep_mark}. */
@Component
class UpkeepStore {

    private static final int LONGEST_TEXT = 8_000;

    /** How many cases a known error had, by its key at the time. */
    int cases(Tx tx, String error) {
        return tx.one(
                        "select count(*) from desk_case where error_key = ? and " + CaseNumbers.OF_THE_DESK,
                        r -> r.getInt(1),
                        error)
                .orElse(0);
    }

    /** A text of a case whose known error is settled. */
    record Said(long id, String error, String text) {}

    /** The newest of them. */
    List<Said> said(Tx tx, int most) {
        return tx.list(
                "select t.id, c.error_key, substring(t.text, 1, " + LONGEST_TEXT
                        + ") as said from case_text t join desk_case c on c.number = t.number where c.error_key is not null and "
                        + CaseNumbers.ofTheDesk("c.number")
                        + " order by t.id desc limit ?",
                r -> new Said(r.getLong("id"), r.getString("error_key"), r.getString("said")),
                most);
    }

    /** When readers got what they see now, by "error/key" or "fix/key". */
    Map<String, Instant> published(Tx tx) {
        Map<String, Instant> published = new HashMap<>();
        tx.list(
                "select d.kind, d.doc_key, r.at from document d join revision r on r.kind = d.kind and r.doc_key = d.doc_key and"
                        + " r.number = d.published where d.status <> 'retired'",
                r -> published.put(r.getString("kind") + "/" + r.getString("doc_key"), Tx.instant(r, "at")));
        return published;
    }

    /**
     * Something that should have been put back.
     *
     * @param passedTo who was to do it, if that is nobody of the desk; null otherwise
     * @param who the colleague who was to do it, or who has the case
     * @param dueAt null if no time was said
     */
    record LeftBehind(
            long id, long number, String text, String state, String passedTo, Who who, Instant dueAt, Instant at) {}

    /** What was passed to somebody and is overdue, and what is owed by cases that are open and older than that. */
    List<LeftBehind> leftBehind(Tx tx, Instant now, Instant old, int most) {
        List<LeftBehind> all = new ArrayList<>(
                left(tx, "use index (put_back_due) where p.state = 'passed-to' and p.due_at < ?", now, most));
        for (String state : List.of("open", "for-now")) {
            all.addAll(left(tx, "use index (put_back_since) where p.state = '" + state + "' and p.at < ?", old, most));
        }
        all.sort(Comparator.comparing(LeftBehind::at).thenComparing(LeftBehind::id));
        return all.size() > most ? all.subList(0, most) : all;
    }

    private static List<LeftBehind> left(Tx tx, String which, Instant before, int most) {
        return tx.list(
                "select p.id, p.number, p.text, p.state, p.passed_to, coalesce(p.passed_to_id, c.agent) as who, p.due_at, p.at from (select p.*"
                        + " from put_back p " + which
                        + " and " + CaseNumbers.ofTheDesk("p.number")
                        + " order by p.at limit ?) p join desk_case c on c.number = p.number",
                r -> new LeftBehind(
                        r.getLong("id"),
                        r.getLong("number"),
                        r.getString("text"),
                        r.getString("state"),
                        r.getString("passed_to"),
                        Who.of(r, "who"),
                        Tx.instant(r, "due_at"),
                        Tx.instant(r, "at")),
                before,
                most);
    }

    /**
     * Who looks after an item.
     *
     * @param owner null if nobody does, {@code due} until when; null if nothing was said
     * @param snoozed the day on which it is told again; null if it is told now
     */
    record Mark(String item, Who owner, LocalDate due, LocalDate snoozed, String note, Who person, Instant at) {

        boolean saysNothing() {
            return owner == null && due == null && snoozed == null && note.isEmpty();
        }
    }

    private static final String MARK = "select item, owner_id, due, snoozed, note, person, at from upkeep_mark";

    Map<String, Mark> marks(Tx tx) {
        Map<String, Mark> marks = new HashMap<>();
        tx.list(
                MARK,
                r -> marks.put(
                        r.getString("item"),
                        new Mark(
                                r.getString("item"),
                                Who.of(r, "owner_id"),
                                r.getObject("due", LocalDate.class),
                                r.getObject("snoozed", LocalDate.class),
                                r.getString("note"),
                                Who.of(r, "person"),
                                Tx.instant(r, "at"))));
        return marks;
    }

    void mark(Tx tx, Mark m) {
        if (m.saysNothing()) {
            tx.run("delete from upkeep_mark where item = ?", m.item());
            return;
        }
        tx.run(
                "merge into upkeep_mark (item, owner_id, due, snoozed, note, person, at) key (item) values (?, ?, ?, ?, ?, ?, ?)",
                m.item(),
                m.owner(),
                m.due(),
                m.snoozed(),
                m.note(),
                m.person(),
                m.at());
    }

    /** What was said of items before that day, of those that are gone. */
    void forget(Tx tx, Instant before, List<String> there) {
        tx.run("delete from upkeep_mark where at < ? and not (item = any(?))", before, (Object)
                there.toArray(String[]::new));
    }
}
