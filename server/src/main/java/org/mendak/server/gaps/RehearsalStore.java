package org.mendak.server.gaps;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.List;
import org.mendak.core.review.Rehearsal;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** Reads past cases for a rehearsal. */
@Component
class RehearsalStore {

    private static final String FIRST_TEXT =
            "select c.number, c.error_key, (select t.text from case_text t where t.number = c.number order by t.id limit 1)"
                    + " as text from desk_case c where " + CaseNumbers.ofTheDesk("c.number");

    /** The first texts of the newest cases, and of the newest of this error; without those that have none. */
    List<Rehearsal.Past> texts(Tx tx, String error, int most, int mostOfError) {
        return tx.list(
                "select * from ((" + FIRST_TEXT + " order by c.number desc limit ?) union (" + FIRST_TEXT
                        + " and c.error_key = ? order by c.number desc limit ?)) where text is not null order by number desc",
                RehearsalStore::past,
                most,
                error,
                mostOfError);
    }

    /** The first texts of the newest cases, without those that have none or a longer one than {@code longest} characters. */
    List<Rehearsal.Past> newestTexts(Tx tx, int most, int longest) {
        return tx.list(
                "select * from (" + FIRST_TEXT
                        + " order by c.number desc limit ?) where char_length(text) <= ? order by number desc",
                RehearsalStore::past,
                most,
                longest);
    }

    private static Rehearsal.Past past(ResultSet r) throws SQLException {
        return new Rehearsal.Past(r.getLong("number"), r.getString("error_key"), r.getString("text"));
    }

    /** The newest cases of any of these known errors, with the error of each. */
    List<OfError> newest(Tx tx, Collection<String> errors, int most) {
        if (errors.isEmpty()) {
            return List.of();
        }
        List<Object> values = new ArrayList<>(errors);
        values.add(most);
        return tx.list(
                "select number, error_key from desk_case where " + CaseNumbers.OF_THE_DESK + " and error_key in ("
                        + String.join(", ", Collections.nCopies(errors.size(), "?"))
                        + ") order by number desc limit ?",
                r -> new OfError(r.getLong("number"), r.getString("error_key")),
                values.toArray());
    }

    record OfError(long number, String error) {}
}
