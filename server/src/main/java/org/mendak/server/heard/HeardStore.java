package org.mendak.server.heard;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendak.server.cases.CaseStatus;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.mendak.server.platform.Words;
import org.springframework.stereotype.Component;

/** What is read of cases for recognition, and the table {@code case_not_learned}. */
@Component
class HeardStore {

    private static final String SOME_TEXT = "substring(t.text, 1, " + CaseExperience.MOST_CHARACTERS + ")";
    /** Cases that ended as what they are filed under; a case that was handed over may not have been understood. */
    private static final String TEACHES = "c.status in ('solved', 'worked-around')"
            + " and not exists (select 1 from case_not_learned x where x.number = c.number)";

    record Met(String error, String product, long count) {}

    /** How many cases of an error and product were opened since then. */
    List<Met> met(Tx tx, Instant since) {
        return tx.list(
                "select error_key, product, count(*) as cases from desk_case where opened_at >= ? and error_key is not null and "
                        + CaseNumbers.OF_THE_DESK + " group by error_key, product",
                r -> new Met(r.getString("error_key"), r.getString("product"), r.getLong("cases")),
                since);
    }

    record Text(long number, String text, Instant at) {}

    /**
     * Keys of known errors that there are cases of; of some there may be practice cases alone, which teach nothing. Each key is looked up once in the
     * index: with any condition beside it all cases would be read.
     */
    List<String> errors(Tx tx) {
        return tx.list(
                "select error_key from desk_case use index (case_by_error) where error_key is not null group by error_key",
                r -> r.getString(1));
    }

    // all columns of the index stand in the order, so that it is read from its end and no further than needed

    /** The first texts of the newest cases that ended as this error, the newest first. */
    List<Text> taught(Tx tx, String error, int most) {
        return texts(
                tx,
                "case_by_error",
                "error_key = ? and " + TEACHES + " order by error_key desc, opened_at desc limit ?",
                error,
                most);
    }

    /** The first texts of the newest cases that are open, the newest first. */
    List<Text> open(Tx tx, int most) {
        return texts(tx, "case_by_status", "status = 'open' order by status desc, opened_at desc limit ?", most);
    }

    /** The first texts of the newest cases that were opened since then and have no known error, the newest first. */
    List<Text> unknown(Tx tx, Instant since, int most) {
        return texts(
                tx,
                "case_by_error",
                "error_key is null and status <> 'open' and opened_at >= ? order by error_key desc, opened_at desc limit ?",
                since,
                most);
    }

    private static List<Text> texts(Tx tx, String index, String which, Object... arguments) {
        return tx.list(
                "select c.number, c.opened_at, " + SOME_TEXT + " as words"
                        + " from (select number, opened_at from desk_case c use index (" + index + ") where "
                        + CaseNumbers.OF_THE_DESK + " and " + which
                        + ") c join case_text t on t.number ="
                        + " c.number and t.id = (select min(id) from case_text f where f.number = c.number)"
                        + " order by c.opened_at desc, c.number desc",
                r -> new Text(r.getLong("number"), r.getString("words"), Tx.instant(r, "opened_at")),
                arguments);
    }

    record Line(
            long number, String text, String error, CaseStatus status, Who agent, Instant at, boolean counts, Who by) {}

    private static final String LINE = "select c.number, " + SOME_TEXT
            + " as words, c.error_key, c.status, c.agent, c.opened_at, x.agent as taken_out_by from desk_case c"
            + " join case_text t on t.number = c.number and t.id = (select min(id) from case_text f where f.number = c.number)"
            + " left join case_not_learned x on x.number = c.number";

    /** The newest ended cases of an error with their first texts, those that were taken out too. */
    List<Line> ended(Tx tx, String error, int most) {
        return lines(
                tx,
                " where c.error_key = ? and c.status in ('solved', 'worked-around') and "
                        + CaseNumbers.ofTheDesk("c.number") + " order by c.error_key desc, c.opened_at desc limit ?",
                List.of(error, most));
    }

    /** These cases with their first texts, in no order. */
    List<Line> of(Tx tx, List<Long> numbers) {
        if (numbers.isEmpty()) {
            return List.of();
        }
        String marks = String.join(",", numbers.stream().map(n -> "?").toList());
        return lines(tx, " where c.number in (" + marks + ")", new ArrayList<>(numbers));
    }

    private static List<Line> lines(Tx tx, String where, List<?> arguments) {
        return tx.list(
                LINE + where,
                r -> new Line(
                        r.getLong("number"),
                        r.getString("words"),
                        r.getString("error_key"),
                        Words.stored(CaseStatus.class, r.getString("status")),
                        Who.of(r, "agent"),
                        Tx.instant(r, "opened_at"),
                        Who.of(r, "taken_out_by") == null,
                        Who.of(r, "taken_out_by")),
                arguments.toArray());
    }

    /** The error that a case is filed under, empty text if none; nothing if there is no such case. */
    Optional<String> error(Tx tx, long number) {
        return tx.one(
                "select coalesce(error_key, '') as k from desk_case where number = ?", r -> r.getString("k"), number);
    }

    void takeOut(Tx tx, long number, Instant at, Who agent) {
        tx.run("merge into case_not_learned (number, at, agent) key (number) values (?, ?, ?)", number, at, agent);
    }

    void putBack(Tx tx, long number) {
        tx.run("delete from case_not_learned where number = ?", number);
    }
}
