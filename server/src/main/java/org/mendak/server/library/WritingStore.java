package org.mendak.server.library;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** The table {@code being_written}. */
@Component
class WritingStore {

    /** What somebody types; {@code base} is the revision it was begun from, 0 for a new document. */
    record Typed(String text, int base, Instant at) {}

    /** Who types at a document. */
    record Writer(Who person, Instant at) {}

    Optional<Typed> of(Tx tx, DocumentKind kind, String key, long person) {
        return tx.one(
                "select text, base, at from being_written where kind = ? and doc_key = ? and person_id = ?",
                r -> new Typed(r.getString("text"), r.getInt("base"), Tx.instant(r, "at")),
                kind.word(),
                key,
                person);
    }

    /** Who else has typed at it since then, the latest first. */
    List<Writer> others(Tx tx, DocumentKind kind, String key, long person, Instant since) {
        return tx.list(
                "select person_id, at from being_written where kind = ? and doc_key = ? and person_id <> ? and at >= ?"
                        + " order by at desc limit 20",
                r -> new Writer(Who.of(r, "person_id"), Tx.instant(r, "at")),
                kind.word(),
                key,
                person,
                since);
    }

    int count(Tx tx, long person) {
        return tx.one("select count(*) from being_written where person_id = ?", r -> r.getInt(1), person)
                .orElse(0);
    }

    void keep(Tx tx, DocumentKind kind, String key, long person, Typed t) {
        tx.run(
                "merge into being_written (kind, doc_key, person_id, text, base, at) key (kind, doc_key, person_id)"
                        + " values (?, ?, ?, ?, ?, ?)",
                kind.word(),
                key,
                person,
                t.text(),
                t.base(),
                t.at());
    }

    void forget(Tx tx, DocumentKind kind, String key, long person) {
        tx.run("delete from being_written where kind = ? and doc_key = ? and person_id = ?", kind.word(), key, person);
    }

    /** Whatever somebody typed and did not save. */
    void forgetAll(Tx tx, long person) {
        tx.run("delete from being_written where person_id = ?", person);
    }

    /** Whatever anybody typed into it. */
    void forgetAll(Tx tx, DocumentKind kind, String key) {
        tx.run("delete from being_written where kind = ? and doc_key = ?", kind.word(), key);
    }
}
