package org.mendak.server.cases.shown;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendak.server.cases.AtTheDevice;
import org.mendak.server.cases.pictures.WholePicture;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.mendak.server.platform.Words;
import org.springframework.stereotype.Component;

/** The table {@code device_answer}. */
@Component
class AnswerStore {

    /** What became of an answer. */
    enum State {
        WAITING,
        TAKEN,
        DROPPED
    }

    /**
     * An answer; a picture's bytes are asked for alone.
     *
     * @param attempt the one that its link is bound to
     * @param about the place of the question that it answers; null unless it answers one
     */
    record Stored(
            long id,
            long attempt,
            AtTheDevice.Kind kind,
            int step,
            String item,
            Integer about,
            String text,
            Instant at,
            State state) {}

    private static final String ANSWER =
            "select a.id, l.attempt_id, a.kind, a.step, a.item, a.about, a.text, a.at, a.state from device_answer a"
                    + " join device_link l on l.id = a.link_id";

    private static Stored stored(ResultSet r) throws SQLException {
        return new Stored(
                r.getLong("id"),
                r.getLong("attempt_id"),
                Words.stored(AtTheDevice.Kind.class, r.getString("kind")),
                r.getInt("step"),
                r.getString("item"),
                r.getObject("about") == null ? null : r.getInt("about"),
                r.getString("text"),
                Tx.instant(r, "at"),
                Words.stored(State.class, r.getString("state")));
    }

    boolean has(Tx tx, long link, String clientId) {
        return tx.one(
                        "select id from device_answer where link_id = ? and client_id = ?",
                        r -> r.getLong(1),
                        link,
                        clientId)
                .isPresent();
    }

    /** How many a link has brought: those that wait, and all. */
    long[] counts(Tx tx, long link) {
        return tx.one(
                        "select coalesce(sum(case when state = 'waiting' then 1 else 0 end), 0), count(*) from device_answer"
                                + " where link_id = ?",
                        r -> new long[] {r.getLong(1), r.getLong(2)},
                        link)
                .orElseThrow();
    }

    void add(Tx tx, long link, String clientId, Stored a, WholePicture picture) {
        tx.run(
                "insert into device_answer (link_id, client_id, kind, step, item, about, text, picture, picture_type, at, state)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                link,
                clientId,
                Words.word(a.kind()),
                a.step(),
                a.item(),
                a.about(),
                a.text(),
                picture == null ? null : picture.bytes(),
                picture == null ? null : picture.type(),
                a.at(),
                Words.word(a.state()));
    }

    /** What waits for an agent of an attempt, the oldest first. */
    List<Stored> waiting(Tx tx, long number, long attempt) {
        return tx.list(
                ANSWER + " where l.number = ? and l.attempt_id = ? and a.state = 'waiting' order by a.id",
                AnswerStore::stored,
                number,
                attempt);
    }

    /** The last that a link brought about one step, the newest first. */
    List<Stored> ofStep(Tx tx, long link, int step) {
        return tx.list(
                ANSWER + " where a.link_id = ? and a.step = ? order by a.id desc fetch first 5 rows only",
                AnswerStore::stored,
                link,
                step);
    }

    Optional<Stored> find(Tx tx, long number, long id) {
        return tx.one(ANSWER + " where l.number = ? and a.id = ?", AnswerStore::stored, number, id);
    }

    Optional<WholePicture> picture(Tx tx, long id) {
        return tx.one(
                "select picture_type, picture from device_answer where id = ? and picture is not null",
                r -> new WholePicture(r.getString("picture_type"), r.getBytes("picture")),
                id);
    }

    void becomes(Tx tx, long id, State state, Who by) {
        tx.run(
                "update device_answer set state = ?, taken_by = ?, picture = null where id = ?",
                Words.word(state),
                by,
                id);
    }
}
