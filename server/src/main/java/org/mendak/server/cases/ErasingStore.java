package org.mendak.server.cases;

import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** Takes words out of the tables of cases. Each answers the numbers of the cases that had any. */
@Component
class ErasingStore {

    private static Object array(List<Long> numbers) {
        return numbers.toArray(Long[]::new);
    }

    private static void find(Tx tx, Set<Long> had, String sql, List<Long> numbers) {
        had.addAll(tx.list(sql, r -> r.getLong(1), array(numbers)));
    }

    /** What was pasted or typed about a case: texts, and notes wherever they stand. */
    Set<Long> texts(Tx tx, List<Long> numbers) {
        Set<Long> had = new TreeSet<>();
        find(tx, had, "select distinct number from device_link where number = any(?)", numbers);
        find(tx, had, "select distinct number from case_text where number = any(?)", numbers);
        find(tx, had, "select distinct number from case_note where number = any(?)", numbers);
        find(tx, had, "select distinct number from case_handover where number = any(?) and note <> ''", numbers);
        find(tx, had, "select distinct number from attempt where number = any(?) and note <> ''", numbers);
        find(
                tx,
                had,
                "select distinct a.number from attempt_step s join attempt a on a.id = s.attempt_id where a.number = any(?)"
                        + " and s.note <> ''",
                numbers);
        if (!had.isEmpty()) {
            Object these = array(List.copyOf(had));
            // with what was answered there and not taken
            tx.run("delete from device_link where number = any(?)", these);
            tx.run("delete from case_text where number = any(?)", these);
            tx.run("delete from case_note where number = any(?)", these);
            tx.run("update case_handover set note = '' where number = any(?) and note <> ''", these);
            tx.run("update attempt set note = '' where number = any(?) and note <> ''", these);
            tx.run(
                    "update attempt_step set note = '' where note <> '' and attempt_id in (select id from attempt where number = any(?))",
                    these);
        }
        return had;
    }

    /** What commands printed, and what was heard of it. */
    Set<Long> outputs(Tx tx, List<Long> numbers) {
        Set<Long> had = new TreeSet<>();
        find(
                tx,
                had,
                "select distinct a.number from attempt_step s join attempt a on a.id = s.attempt_id where a.number = any(?)"
                        + " and (s.output is not null or s.heard is not null or s.readings is not null)",
                numbers);
        find(tx, had, "select distinct number from free_step where number = any(?) and output is not null", numbers);
        if (!had.isEmpty()) {
            Object these = array(List.copyOf(had));
            tx.run(
                    "update attempt_step set output = null, heard = null, readings = null where attempt_id in (select id from attempt"
                            + " where number = any(?))",
                    these);
            tx.run("update free_step set output = null where number = any(?)", these);
        }
        return had;
    }

    Set<Long> pictures(Tx tx, List<Long> numbers) {
        Set<Long> had = new TreeSet<>();
        find(tx, had, "select distinct number from case_picture where number = any(?)", numbers);
        if (!had.isEmpty()) {
            tx.run("delete from case_picture where number = any(?)", array(List.copyOf(had)));
        }
        return had;
    }

    /** Who called. */
    Set<Long> names(Tx tx, List<Long> numbers) {
        Set<Long> had = new TreeSet<>();
        find(tx, had, "select number from desk_case where number = any(?) and requester is not null", numbers);
        if (!had.isEmpty()) {
            tx.run("update desk_case set requester = null where number = any(?)", array(List.copyOf(had)));
        }
        return had;
    }

    /** Whoever looks at one of these sees that it is another now. */
    void touch(Tx tx, Set<Long> numbers) {
        tx.run("update desk_case set version = version + 1 where number = any(?)", array(List.copyOf(numbers)));
    }

    /** The known errors that these cases have to do with. */
    Set<String> errors(Tx tx, Set<Long> numbers) {
        Object these = array(List.copyOf(numbers));
        Set<String> errors = new TreeSet<>(tx.list(
                "select distinct error_key from desk_case where number = any(?) and error_key is not null",
                r -> r.getString(1),
                these));
        errors.addAll(tx.list(
                "select distinct error_key from attempt where number = any(?) and error_key is not null",
                r -> r.getString(1),
                these));
        return errors;
    }
}
