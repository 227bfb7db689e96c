package org.mendak.server.evidence;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** Reads what was measured of each published revision: of the one that a case went by, or else of the one that readers saw then. */
@Component
class EffectStore {

    /** A change shows in its newest cases; those of years before would be counted for seconds. */
    private static final int MOST_CASES = 2_000;

    private static final Instant FIRST = Instant.parse("1900-01-01T00:00:00Z");
    private static final Instant LAST = Instant.parse("9999-01-01T00:00:00Z");

    /** All columns of the index stand in the order, so that it is read from its end and no further than needed. */
    private static final String SOME_CASES =
            "(select number, error_key, opened_at, status, recurred_at from desk_case use index (case_by_error)"
                    + " where error_key = ? and opened_at >= ? and opened_at < ? and " + CaseNumbers.OF_THE_DESK
                    + " and status in ('solved', 'worked-around', 'handed-over')"
                    + " order by error_key desc, opened_at desc limit " + MOST_CASES + ")";

    /** A revision that readers saw, since when at first. */
    record Published(String key, int revision, Instant from) {}

    List<Published> published(Tx tx, DocumentKind kind, List<String> keys) {
        return tx.list(
                "select doc_key, revision, min(at) as since from publication where kind = ? and doc_key in ("
                        + marks(keys) + ") group by doc_key, revision order by since desc, revision desc",
                r -> new Published(r.getString("doc_key"), r.getInt("revision"), Tx.instant(r, "since")),
                values(kind, keys));
    }

    /**
     * What was measured of a revision.
     *
     * @param revision 0 for what came before any was published here
     * @param minutes the mean; null if nothing is known of it
     */
    record Measured(String key, int revision, int tried, int held, Double minutes) {}

    private static final String SEEN = "(select u.revision from publication u where u.kind = ? and u.doc_key = %s and"
            + " u.at <= %s order by u.at desc, u.revision desc limit 1)";

    private static final String SUMS =
            "select doc_key, rev, count(*) as tried, count(held) as held, avg(minutes) as minutes from (%s) group by doc_key, rev";

    /** Of fixes that were retested by themselves, not in a bundle, since the case was opened. */
    List<Measured> ofFixes(Tx tx, List<String> keys) {
        String each = "select a.fix_key as doc_key, coalesce(p.revision, " + SEEN.formatted("a.fix_key", "a.started_at")
                + ", 0) as rev, a.minutes, case when a.outcome = 'worked' and not exists"
                + " (select 1 from attempt_correction c where c.attempt_id = a.id) then 1 end as held from attempt a"
                + " left join case_pin p on p.number = a.number and p.kind = 'fix' and p.doc_key = a.fix_key"
                + " where a.bundle is null and not a.tried_before and " + CaseNumbers.ofTheDesk("a.number")
                + " and a.outcome in ('worked', 'no-change', 'different-error', 'made-worse') and a.fix_key in ("
                + marks(keys) + ")";
        return tx.list(SUMS.formatted(each), EffectStore::measured, values(DocumentKind.FIX, keys));
    }

    /**
     * Of cases that ended with the error mended, got around or handed over: the newest {@value #MOST_CASES} of each time between two publications; minutes
     * are those of all that was tried in a case.
     */
    List<Measured> ofErrors(Tx tx, List<String> keys) {
        return keys.stream().flatMap(key -> ofError(tx, key).stream()).toList();
    }

    private List<Measured> ofError(Tx tx, String key) {
        List<Object> values = new ArrayList<>(List.of(DocumentKind.ERROR.word()));
        List<String> times = new ArrayList<>();
        Instant until = LAST;
        List<Instant> begun = new ArrayList<>(published(tx, DocumentKind.ERROR, List.of(key)).stream()
                .map(Published::from)
                .toList());
        begun.add(FIRST);
        for (Instant from : begun) {
            times.add(SOME_CASES);
            values.addAll(List.of(key, from, until));
            until = from;
        }
        String each =
                "select c.error_key as doc_key, coalesce(p.revision, " + SEEN.formatted("c.error_key", "c.opened_at")
                        + ", 0) as rev, (select sum(a.minutes) from attempt a where a.number = c.number) as minutes,"
                        + " case when c.status = 'solved' and c.recurred_at is null then 1 end as held from ("
                        + String.join(" union all ", times) + ") c"
                        + " left join case_pin p on p.number = c.number and p.kind = 'error' and p.doc_key = c.error_key";
        return tx.list(SUMS.formatted(each), EffectStore::measured, values.toArray());
    }

    private static Measured measured(ResultSet r) throws SQLException {
        double minutes = r.getDouble("minutes");
        return new Measured(
                r.getString("doc_key"),
                r.getInt("rev"),
                r.getInt("tried"),
                r.getInt("held"),
                r.wasNull() ? null : (Double) minutes);
    }

    private static String marks(List<String> keys) {
        return String.join(", ", Collections.nCopies(keys.size(), "?"));
    }

    private static Object[] values(DocumentKind kind, List<String> keys) {
        List<Object> values = new ArrayList<>(List.of(kind.word()));
        values.addAll(keys);
        return values.toArray();
    }
}
