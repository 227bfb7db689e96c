package org.mendak.server.gaps;

import java.util.List;
import org.mendak.core.review.Rehearsal;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** Reads past cases for a rehearsal. */
@Component
class RehearsalStore {

    private static final String FIRST_TEXT =
            "select c.number, c.error_key, (select t.text from case_text t where t.number = c.number order by t.id limit 1)"
                    + " as text from desk_case c";

    /** The first texts of the newest cases, and of the newest of this error; without those that have none. */
    List<Rehearsal.Past> texts(Tx tx, String error, int most, int mostOfError) {
        return tx.list(
                "select * from ((" + FIRST_TEXT + " order by c.number desc limit ?) union (" + FIRST_TEXT
                        + " where c.error_key = ? order by c.number desc limit ?)) where text is not null order by number desc",
                r -> new Rehearsal.Past(r.getLong("number"), r.getString("error_key"), r.getString("text")),
                most,
                error,
                mostOfError);
    }

    /** The newest cases of a known error. */
    List<Long> newest(Tx tx, String error, int most) {
        return tx.list(
                "select number from desk_case where error_key = ? order by number desc limit ?",
                r -> r.getLong(1),
                error,
                most);
    }
}
