package org.mendak.server.library;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** The tables {@code review} and {@code doc_comment}. */
@Component
class ReviewStore {

    /** Who was asked to read a document; {@code reviewer} is null if any lead may. */
    record Asked(
            DocumentKind kind,
            String key,
            int revision,
            Who askedBy,
            @OrNull Who reviewer,
            Instant at) {}

    /** A comment as it is stored; {@code under} is null for one that is no answer. */
    record Stored(
            long id,
            Long under,
            int revision,
            int line,
            String quote,
            Who person,
            String text,
            Instant at,
            Who settledBy,
            Instant settledAt) {}

    /** How many comments of a document are not settled. */
    record Open(DocumentKind kind, String key, int comments) {}

    void ask(Tx tx, Asked a) {
        tx.run(
                "merge into review (kind, doc_key, revision, asked_by, reviewer_id, at) key (kind, doc_key)"
                        + " values (?, ?, ?, ?, ?, ?)",
                a.kind().word(),
                a.key(),
                a.revision(),
                a.askedBy(),
                a.reviewer(),
                a.at());
    }

    Optional<Asked> asked(Tx tx, DocumentKind kind, String key) {
        return tx.one("select * from review where kind = ? and doc_key = ?", ReviewStore::asked, kind.word(), key);
    }

    List<Asked> asked(Tx tx) {
        return tx.list("select * from review", ReviewStore::asked);
    }

    private static Asked asked(ResultSet r) throws SQLException {
        return new Asked(
                kind(r),
                r.getString("doc_key"),
                r.getInt("revision"),
                Who.of(r, "asked_by"),
                Who.of(r, "reviewer_id"),
                Tx.instant(r, "at"));
    }

    private static DocumentKind kind(ResultSet r) throws SQLException {
        return r.getString("kind").equals("error") ? DocumentKind.ERROR : DocumentKind.FIX;
    }

    void forget(Tx tx, DocumentKind kind, String key) {
        tx.run("delete from review where kind = ? and doc_key = ?", kind.word(), key);
    }

    List<Stored> comments(Tx tx, DocumentKind kind, String key) {
        return tx.list(
                "select * from doc_comment where kind = ? and doc_key = ? order by id",
                ReviewStore::comment,
                kind.word(),
                key);
    }

    Optional<Stored> comment(Tx tx, DocumentKind kind, String key, long id) {
        return tx.one(
                "select * from doc_comment where kind = ? and doc_key = ? and id = ? for update",
                ReviewStore::comment,
                kind.word(),
                key,
                id);
    }

    private static Stored comment(ResultSet r) throws SQLException {
        long under = r.getLong("under");
        boolean answer = !r.wasNull();
        return new Stored(
                r.getLong("id"),
                answer ? (Long) under : null,
                r.getInt("revision"),
                r.getInt("line"),
                r.getString("quote"),
                Who.of(r, "person"),
                r.getString("text"),
                Tx.instant(r, "at"),
                Who.of(r, "settled_by"),
                Tx.instant(r, "settled_at"));
    }

    void say(Tx tx, DocumentKind kind, String key, Stored c) {
        tx.run(
                "insert into doc_comment (kind, doc_key, under, revision, line, quote, person, text, at)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?, ?)",
                kind.word(),
                key,
                c.under(),
                c.revision(),
                c.line(),
                c.quote(),
                c.person(),
                c.text(),
                c.at());
    }

    void settle(Tx tx, long id, Who by, Instant at) {
        tx.run("update doc_comment set settled_by = ?, settled_at = ? where id = ?", by, at, id);
    }

    List<Open> open(Tx tx) {
        return tx.list(
                "select kind, doc_key, count(*) as n from doc_comment where under is null and settled_at is null"
                        + " group by kind, doc_key",
                r -> new Open(kind(r), r.getString("doc_key"), r.getInt("n")));
    }

    /** Who was asked, and what was said of it. */
    void forgetAll(Tx tx, DocumentKind kind, String key) {
        forget(tx, kind, key);
        tx.run("delete from doc_comment where kind = ? and doc_key = ?", kind.word(), key);
    }
}
