package org.mendak.server.library;

import java.time.Instant;
import java.util.Optional;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** The tables {@code how_to} and {@code how_to_document}. */
@Component
class HowToStore {

    long add(Tx tx, String name, String text, Who person, Instant at) {
        return tx.insert("insert into how_to (name, text, person, at) values (?, ?, ?, ?)", name, text, person, at);
    }

    void link(Tx tx, long howTo, DocumentKind kind, String key) {
        tx.run(
                "merge into how_to_document (kind, doc_key, how_to_id) key (kind, doc_key) values (?, ?, ?)",
                kind.word(),
                key,
                howTo);
    }

    Optional<BegunDrafts.HowTo> of(Tx tx, DocumentKind kind, String key) {
        return tx.one(
                "select h.name, h.text, h.person, h.at from how_to h join how_to_document d on d.how_to_id = h.id"
                        + " where d.kind = ? and d.doc_key = ?",
                r -> new BegunDrafts.HowTo(
                        r.getString("name"), r.getString("text"), Who.of(r, "person"), Tx.instant(r, "at")),
                kind.word(),
                key);
    }

    /** A document that is called otherwise now comes from where it came. */
    void follow(Tx tx, DocumentKind kind, String from, String to) {
        tx.run(
                "merge into how_to_document (kind, doc_key, how_to_id) key (kind, doc_key)"
                        + " select kind, ?, how_to_id from how_to_document where kind = ? and doc_key = ?",
                to,
                kind.word(),
                from);
    }

    /** The document is gone; what it was made of goes with the last one that was. */
    void forget(Tx tx, DocumentKind kind, String key) {
        tx.run("delete from how_to_document where kind = ? and doc_key = ?", kind.word(), key);
        tx.run("delete from how_to h where not exists (select 1 from how_to_document d where d.how_to_id = h.id)");
    }
}
