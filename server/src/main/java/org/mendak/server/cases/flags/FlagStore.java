package org.mendak.server.cases.flags;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** The table {@code step_flag}. */
@Component
class FlagStore {

    /** As much of an output as goes with a flag. */
    private static final int OUTPUT = 8_000;

    /**
     * What somebody said of a step.
     *
     * @param worked the fix that was worked; {@code fix} the one that the step is written in
     * @param output what the step printed on that case last, as the case still keeps it; null if nothing
     * @param author who wrote what readers see of the fix; null if it is not published
     * @param answer null while nobody answered
     */
    record Stored(
            long id,
            long number,
            String worked,
            int step,
            String fix,
            String title,
            String kind,
            String text,
            Who person,
            Instant at,
            String output,
            Who author,
            String answer,
            boolean mended,
            Who answeredBy,
            Instant answeredAt,
            boolean read) {}

    private static final String FLAG =
            "select f.id, f.number, f.worked, f.step, f.fix_key, f.title, f.kind, f.text, f.person_id,"
                    + " f.at, f.answer, f.mended, f.answered_by, f.answered_at, f.read, (select substring(s.output, 1, "
                    + OUTPUT
                    + ") from attempt_step s join attempt a on a.id = s.attempt_id where a.number = f.number and a.fix_key = f.worked"
                    + " and s.step = f.step and s.output is not null order by s.id desc limit 1) as output, (select r.author from document d"
                    + " join revision r on r.kind = d.kind and r.doc_key = d.doc_key and r.number = d.published where d.kind = 'fix' and"
                    + " d.doc_key = f.fix_key) as author from step_flag f";

    private static Stored stored(ResultSet r) throws SQLException {
        return new Stored(
                r.getLong("id"),
                r.getLong("number"),
                r.getString("worked"),
                r.getInt("step"),
                r.getString("fix_key"),
                r.getString("title"),
                r.getString("kind"),
                r.getString("text"),
                Who.of(r, "person_id"),
                Tx.instant(r, "at"),
                r.getString("output"),
                Who.of(r, "author"),
                r.getString("answer"),
                r.getBoolean("mended"),
                Who.of(r, "answered_by"),
                Tx.instant(r, "answered_at"),
                r.getBoolean("read"));
    }

    List<Stored> ofCase(Tx tx, long number) {
        return tx.list(FLAG + " where f.number = ? order by f.id", FlagStore::stored, number);
    }

    Optional<Stored> find(Tx tx, long id) {
        return tx.one(FLAG + " where f.id = ?", FlagStore::stored, id);
    }

    /** Those that nobody answered, the oldest first. */
    List<Stored> open(Tx tx, int most) {
        return tx.list(FLAG + " where f.answered_at is null order by f.id limit ?", FlagStore::stored, most);
    }

    /** Those on a fix, under any of the keys that it has or had. */
    List<Stored> openOf(Tx tx, List<String> keys) {
        return tx.list(
                FLAG + " where f.answered_at is null and f.fix_key = any(?) order by f.id", FlagStore::stored, (Object)
                        keys.toArray(String[]::new));
    }

    /** Those on what this person wrote of what readers see. */
    List<Stored> openWrittenBy(Tx tx, Who author, int most) {
        return tx.list(
                "select * from (" + FLAG + " where f.answered_at is null) where author = ? order by id limit ?",
                FlagStore::stored,
                author,
                most);
    }

    int open(Tx tx) {
        return tx.one("select count(*) from step_flag where answered_at is null", r -> r.getInt(1))
                .orElse(0);
    }

    /** Answers that this person has not read. */
    List<Stored> answered(Tx tx, long person) {
        return tx.list(
                FLAG + " where f.person_id = ? and not f.read and f.answered_at is not null order by f.answered_at",
                FlagStore::stored,
                person);
    }

    Optional<Long> same(Tx tx, Stored s) {
        return tx.one(
                "select id from step_flag where number = ? and worked = ? and step = ? and kind = ? and person_id = ?",
                r -> r.getLong(1),
                s.number(),
                s.worked(),
                s.step(),
                s.kind(),
                s.person());
    }

    long add(Tx tx, Stored s) {
        return tx.insert(
                "insert into step_flag (number, worked, step, fix_key, title, kind, text, person_id, at)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?, ?)",
                s.number(),
                s.worked(),
                s.step(),
                s.fix(),
                s.title(),
                s.kind(),
                s.text(),
                s.person(),
                s.at());
    }

    /** Says it anew: what was answered before is asked again. */
    void again(Tx tx, long id, String text, Instant at) {
        tx.run(
                "update step_flag set text = ?, at = ?, answer = null, mended = false, answered_by = null, answered_at = null,"
                        + " read = false where id = ?",
                text,
                at,
                id);
    }

    void takeBack(Tx tx, long id) {
        tx.run("delete from step_flag where id = ?", id);
    }

    void answer(Tx tx, long id, String answer, boolean mended, Who by, Instant at) {
        tx.run(
                "update step_flag set answer = ?, mended = ?, answered_by = ?, answered_at = ? where id = ?",
                answer,
                mended,
                by,
                at,
                id);
    }

    void read(Tx tx, long id) {
        tx.run("update step_flag set read = true where id = ?", id);
    }

    /** The known error of a case; null if it has none. Empty if there is no such case. */
    record CaseOf(String error) {}

    Optional<CaseOf> caseOf(Tx tx, long number) {
        return tx.one(
                "select error_key from desk_case where number = ?", r -> new CaseOf(r.getString("error_key")), number);
    }
}
