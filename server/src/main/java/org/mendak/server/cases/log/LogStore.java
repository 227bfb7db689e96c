package org.mendak.server.cases.log;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendak.core.evidence.Outcome;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.AttemptStore;
import org.mendak.server.cases.CaseRow;
import org.mendak.server.cases.CaseStore;
import org.mendak.server.cases.Reached;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.mendak.server.platform.Words;
import org.springframework.stereotype.Component;

/** The tables of cases, read many at a time. */
@Component
class LogStore {

    /** Of a case's row only what evidence reads: years of them are read at once. */
    private static final String ROW =
            "select number, error_key, product, product_version, phase, device, reached, agent, opened_at from desk_case";

    private static CaseRow row(ResultSet r) throws SQLException {
        return new CaseRow(
                r.getLong(1),
                r.getString(2),
                r.getString(3),
                r.getString(4),
                r.getString(5),
                r.getString(6),
                null,
                null,
                Words.stored(Reached.class, r.getString(7)),
                null,
                null,
                null,
                null,
                null,
                new Who(r.getLong(8)),
                Tx.instant(r, 9),
                null,
                null,
                null,
                "",
                null,
                null);
    }

    /**
     * An attempt with the fix that the plan had first when it was started.
     *
     * @param row of which only what evidence reads is filled
     * @param planned null where no plan was shown
     */
    record Tried(AttemptRow row, String planned) {}

    private static final String BARE =
            "select a.id, a.number, a.error_key, a.fix_key, a.position, a.outcome, a.bundle, a.tried_before, a.minutes,"
                    + " a.started_at, a.planned_first";

    private static final String TRIED = BARE
            + ", exists (select 1 from attempt_correction c where c.attempt_id = a.id and c.what = 'came-back') from attempt a";

    private static Tried tried(ResultSet r) throws SQLException {
        return tried(r, r.getBoolean(12));
    }

    private static Tried tried(ResultSet r, boolean cameBack) throws SQLException {
        return new Tried(
                new AttemptRow(
                        r.getLong(1),
                        r.getLong(2),
                        r.getString(3),
                        r.getString(4),
                        r.getInt(5),
                        Words.stored(Outcome.class, r.getString(6)),
                        r.getString(7),
                        r.getBoolean(8),
                        Tx.number(r, "minutes"),
                        "",
                        Who.NOBODY,
                        Tx.instant(r, 10),
                        null,
                        cameBack,
                        0,
                        null),
                r.getString(11));
    }

    static Map<Long, List<Tried>> byCase(List<Tried> tried) {
        return tried.stream().collect(Collectors.groupingBy(t -> t.row().number()));
    }

    /** Every case that says something of this known error: its own, and those that went on from it to another. */
    List<CaseRow> ofError(Tx tx, String error) {
        List<CaseRow> all = new ArrayList<>(
                tx.list(ROW + " where error_key = ? and " + CaseNumbers.OF_THE_DESK, LogStore::row, error));
        List<Long> others = tx.list(
                "select distinct a.number from attempt a join desk_case c on c.number = a.number"
                        + " where a.error_key = ? and (c.error_key is null or c.error_key <> ?) and "
                        + CaseNumbers.ofTheDesk("a.number"),
                r -> r.getLong(1),
                error,
                error);
        if (!others.isEmpty()) {
            all.addAll(cases(tx, others));
        }
        return all;
    }

    List<CaseRow> cases(Tx tx, List<Long> numbers) {
        return tx.list(ROW + " where number = any(?)", LogStore::row, (Object) numbers.toArray(Long[]::new));
    }

    List<CaseRow> cases(Tx tx, long after, long upTo) {
        return tx.list(ROW + " where number > ? and number <= ? order by number", LogStore::row, after, upTo);
    }

    /** Attempts under one known error, by case and position. */
    List<Tried> triedUnder(Tx tx, String error) {
        return tx.list(
                TRIED + " where a.error_key = ? and " + CaseNumbers.ofTheDesk("a.number")
                        + " order by a.number, a.position",
                LogStore::tried,
                error);
    }

    /** Attempts of these cases, by case and position. */
    List<Tried> tried(Tx tx, List<Long> numbers) {
        return tx.list(TRIED + " where a.number = any(?) order by a.number, a.position", LogStore::tried, (Object)
                numbers.toArray(Long[]::new));
    }

    /** The same of cases between two numbers, of which these attempts came back. */
    List<Tried> tried(Tx tx, long after, long upTo, Set<Long> cameBack) {
        return tx.list(
                BARE + " from attempt a where a.number > ? and a.number <= ? order by a.number, a.position",
                r -> tried(r, cameBack.contains(r.getLong(1))),
                after,
                upTo);
    }

    /** All attempts whose success did not last. */
    Set<Long> cameBack(Tx tx) {
        return new HashSet<>(
                tx.list("select attempt_id from attempt_correction where what = 'came-back'", r -> r.getLong(1)));
    }

    long highest(Tx tx) {
        // 0 where there are practice cases alone; the end of the key, without looking at any row
        return tx.one("select greatest(coalesce(max(number), 0), 0) from desk_case", r -> r.getLong(1))
                .orElse(0L);
    }

    /** What was answered and captured in the cases of this known error, by case: the newest of each name. */
    Map<Long, Map<String, String>> factsOf(Tx tx, String error) {
        return facts(
                tx,
                "select f.number, f.name, f.value_ from desk_case c join case_fact f on f.number = c.number"
                        + " where c.error_key = ? and " + CaseNumbers.ofTheDesk("c.number") + " order by f.id",
                error);
    }

    /** The same of these cases. */
    Map<Long, Map<String, String>> factsOf(Tx tx, List<Long> numbers) {
        return facts(tx, "select number, name, value_ from case_fact where number = any(?) order by id", (Object)
                numbers.toArray(Long[]::new));
    }

    Map<Long, Map<String, String>> factsOf(Tx tx, long after, long upTo) {
        return facts(
                tx,
                "select number, name, value_ from case_fact where number > ? and number <= ? order by id",
                after,
                upTo);
    }

    private static Map<Long, Map<String, String>> facts(Tx tx, String sql, Object... which) {
        Map<Long, Map<String, String>> byCase = new HashMap<>();
        tx.list(
                sql,
                r -> {
                    Map<String, String> facts = byCase.computeIfAbsent(r.getLong("number"), n -> new HashMap<>());
                    String value = r.getString("value_");
                    // an empty value takes an answer back
                    return value.isEmpty() ? facts.remove(r.getString("name")) : facts.put(r.getString("name"), value);
                },
                which);
        return byCase;
    }

    /** The attempts of these cases in their order, by case. */
    Map<Long, List<AttemptRow>> attemptsOf(Tx tx, List<Long> numbers) {
        return tx
                .list(
                        AttemptStore.ATTEMPT + " where a.number = any(?) order by a.number, a.position",
                        AttemptStore::row,
                        (Object) numbers.toArray(Long[]::new))
                .stream()
                .collect(Collectors.groupingBy(AttemptRow::number));
    }

    /** By which keys these cases came in; those that were opened here are not in it. */
    Map<Long, String> importKeys(Tx tx, List<Long> numbers) {
        Map<Long, String> keys = new HashMap<>();
        tx.list(
                "select number, import_key from desk_case where import_key is not null and number = any(?)",
                r -> keys.put(r.getLong("number"), r.getString("import_key")),
                (Object) numbers.toArray(Long[]::new));
        return keys;
    }

    /** Notes which fix the plan had first when an attempt was started. */
    void plannedFirst(Tx tx, long attempt, String fix) {
        tx.run("update attempt set planned_first = ? where id = ?", fix, attempt);
    }

    /** Cases in the order of their numbers, after this one. */
    List<CaseRow> page(Tx tx, long after, int most) {
        return tx.list(CaseStore.CASE + " where number > ? order by number limit ?", CaseStore::row, after, most);
    }
}
