package org.mendak.server.evidence;

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
import org.springframework.stereotype.Component;

/** What is counted of cases and attempts for evidence. */
@Component
class EvidenceStore {

    /** A case and a known error that it is about, or that something was tried under in it. */
    record Counts(long number, String error) {}

    /** Which errors these cases count for. */
    List<Counts> countsFor(Tx tx, Collection<Long> cases) {
        if (cases.isEmpty()) {
            return List.of();
        }
        Object numbers = cases.toArray(Long[]::new);
        return tx.list(
                "select number, error_key from desk_case where number = any(?) and"
                        + " error_key is not null union select number, error_key from attempt where number = any(?) and error_key is not null",
                r -> new Counts(r.getLong(1), r.getString(2)),
                numbers,
                numbers);
    }

    /** How many cases there are of a known error, and when the last one was opened. */
    record Count(String error, int cases, Instant last) {}

    /** Of all known errors that there are cases of; read from an index alone. */
    List<Count> counts(Tx tx) {
        return tx.list(
                "select error_key, count(*) as cases, max(opened_at) as last from desk_case use index (case_by_error)"
                        + " where error_key is not null and " + CaseNumbers.OF_THE_DESK + " group by error_key",
                EvidenceStore::count);
    }

    /** Of one. */
    Optional<Count> count(Tx tx, String error) {
        return tx.one(
                "select error_key, count(*) as cases, max(opened_at) as last from desk_case use index (case_by_error)"
                        + " where error_key = ? and " + CaseNumbers.OF_THE_DESK + " group by error_key",
                EvidenceStore::count,
                error);
    }

    private static Count count(ResultSet r) throws SQLException {
        return new Count(r.getString("error_key"), r.getInt("cases"), Tx.instant(r, "last"));
    }

    /** How many cases of each known error are open. */
    Map<String, Integer> open(Tx tx) {
        Map<String, Integer> open = new HashMap<>();
        tx.list(
                "select error_key, count(*) as cases from desk_case where status = 'open' and error_key is not null and "
                        + CaseNumbers.OF_THE_DESK + " group by error_key",
                r -> open.put(r.getString("error_key"), r.getInt("cases")));
        return open;
    }
}
