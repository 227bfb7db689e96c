package org.mendak.server.cases.log;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.AttemptStore;
import org.mendak.server.cases.CaseRow;
import org.mendak.server.cases.CaseStore;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** The tables of cases, read many at a time. */
@Component
class LogStore {

    /** Every case that says something of this known error, oldest first: its own, and those that went on from it to another. */
    List<CaseRow> ofError(Tx tx, String error) {
        List<CaseRow> own = tx.list(CaseStore.CASE + " where error_key = ?", CaseStore::row, error);
        List<Long> others = tx.list(
                "select distinct a.number from attempt a join desk_case c on c.number = a.number"
                        + " where a.error_key = ? and (c.error_key is null or c.error_key <> ?)",
                r -> r.getLong(1),
                error,
                error);
        List<CaseRow> all = new ArrayList<>(own);
        if (!others.isEmpty()) {
            all.addAll(tx.list(
                    CaseStore.CASE + " where number = any(?)", CaseStore::row, (Object) others.toArray(Long[]::new)));
        }
        all.sort(Comparator.comparing(CaseRow::openedAt).thenComparing(CaseRow::number));
        return all;
    }

    /** Attempts under one known error, by case and position. */
    List<AttemptRow> attemptsOf(Tx tx, String error) {
        return tx.list(
                AttemptStore.ATTEMPT + " where a.error_key = ? order by a.number, a.position",
                AttemptStore::row,
                error);
    }

    /** What was answered and captured in the cases of this known error, by case: the newest of each name. */
    Map<Long, Map<String, String>> factsOf(Tx tx, String error) {
        return facts(
                tx,
                "select f.number, f.name, f.value_ from desk_case c join case_fact f on f.number = c.number"
                        + " where c.error_key = ? order by f.id",
                error);
    }

    /** The same of these cases. */
    Map<Long, Map<String, String>> factsOf(Tx tx, List<Long> numbers) {
        return facts(tx, "select number, name, value_ from case_fact where number = any(?) order by id", (Object)
                numbers.toArray(Long[]::new));
    }

    private static Map<Long, Map<String, String>> facts(Tx tx, String sql, Object which) {
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

    /** The fix that the plan had first when an attempt was started, by attempt; none where no plan was shown. */
    Map<Long, String> plannedFirst(Tx tx, String error) {
        return plannedFirst(tx, "error_key = ?", error);
    }

    /** The same for the attempts of one case. */
    Map<Long, String> plannedFirst(Tx tx, long number) {
        return plannedFirst(tx, "number = ?", number);
    }

    private static Map<Long, String> plannedFirst(Tx tx, String which, Object value) {
        Map<Long, String> byAttempt = new HashMap<>();
        tx.list(
                "select id, planned_first from attempt where planned_first is not null and " + which,
                r -> byAttempt.put(r.getLong("id"), r.getString("planned_first")),
                value);
        return byAttempt;
    }

    void plannedFirst(Tx tx, long attempt, String fix) {
        tx.run("update attempt set planned_first = ? where id = ?", fix, attempt);
    }

    /** Cases in the order of their numbers, after this one. */
    List<CaseRow> page(Tx tx, long after, int most) {
        return tx.list(CaseStore.CASE + " where number > ? order by number limit ?", CaseStore::row, after, most);
    }
}
