package org.mendak.server.library;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** The tables {@code document} and {@code revision}. The vocabulary is the one document of kind "library". */
@Component
class DocumentStore {

    static final String VOCABULARY = "library";

    private static final String DOCUMENT = "select kind, doc_key, title, status, latest, published from document";

    private static StoredDocument document(ResultSet r) throws SQLException {
        DocumentKind kind = r.getString("kind").equals("error") ? DocumentKind.ERROR : DocumentKind.FIX;
        int published = r.getInt("published");
        Integer visible = r.wasNull() ? null : published;
        return new StoredDocument(
                kind,
                r.getString("doc_key"),
                r.getString("title"),
                Status.named(r.getString("status")).orElseThrow(),
                r.getInt("latest"),
                visible);
    }

    Optional<StoredDocument> find(Tx tx, DocumentKind kind, String key) {
        return tx.one(DOCUMENT + " where kind = ? and doc_key = ?", DocumentStore::document, kind.word(), key);
    }

    /** The same, and no other transaction changes it until this one ends. */
    Optional<StoredDocument> lock(Tx tx, DocumentKind kind, String key) {
        return tx.one(
                DOCUMENT + " where kind = ? and doc_key = ? for update", DocumentStore::document, kind.word(), key);
    }

    List<StoredDocument> all(Tx tx) {
        return tx.list(DOCUMENT + " where kind <> 'library' order by kind, doc_key", DocumentStore::document);
    }

    /**
     * What is looked for among documents.
     *
     * @param kind null for both
     * @param away whether those are meant that were put away, and no others; null for all
     * @param words every one of them stands in the key or the title, whatever the size of its letters
     */
    record Sought(DocumentKind kind, Boolean away, String words) {

        private static final int MOST_WORDS = 12;

        private String where(List<Object> values) {
            StringBuilder where = new StringBuilder(" where kind <> 'library'");
            if (kind != null) {
                where.append(" and kind = ?");
                values.add(kind.word());
            }
            if (away != null) {
                where.append(away ? " and status = 'retired'" : " and status <> 'retired'");
            }
            Stream.of(words.strip().toLowerCase(Locale.ROOT).split("\\s+"))
                    .filter(w -> !w.isEmpty())
                    .limit(MOST_WORDS)
                    .forEach(w -> {
                        where.append(" and locate(?, lower(doc_key || ' ' || title)) > 0");
                        values.add(w);
                    });
            return where.toString();
        }
    }

    /** The first of what is looked for, by title. */
    List<StoredDocument> found(Tx tx, Sought sought, int most) {
        List<Object> values = new ArrayList<>();
        String where = sought.where(values);
        values.add(most);
        return tx.list(
                DOCUMENT + where + " order by lower(title), kind, doc_key limit ?",
                DocumentStore::document,
                values.toArray());
    }

    /** How many there are of what is looked for. */
    int count(Tx tx, Sought sought) {
        List<Object> values = new ArrayList<>();
        String where = sought.where(values);
        return tx.one("select count(*) from document" + where, r -> r.getInt(1), values.toArray())
                .orElse(0);
    }

    /** Those whose newest revision readers do not see; of retired ones none. */
    List<StoredDocument> unpublished(Tx tx) {
        return tx.list(
                DOCUMENT + " where kind <> 'library' and status in ('draft', 'in-review') order by kind, doc_key",
                DocumentStore::document);
    }

    record Text(String key, int revision, String text) {}

    /** The newest text of every document of a kind. */
    List<Text> latestTexts(Tx tx, DocumentKind kind) {
        return texts(tx, kind, "latest");
    }

    /** The published text of every document of a kind that readers see. */
    List<Text> publishedTexts(Tx tx, DocumentKind kind) {
        return texts(tx, kind, "published");
    }

    record Number(String key, int revision) {}

    record WithText(StoredDocument document, String text) {}

    /** Documents that were not put away and whose newest text has this in it, at most so many; in an order that is always the same. */
    List<WithText> withText(Tx tx, String part, int most) {
        return tx.list(
                "select d.kind, d.doc_key, d.title, d.status, d.latest, d.published, r.text from document d join revision r on"
                        + " r.kind = d.kind and r.doc_key = d.doc_key and r.number = d.latest where d.kind <> 'library'"
                        + " and d.status <> 'retired' and locate(?, r.text) > 0 order by lower(d.title), d.kind, d.doc_key limit ?",
                r -> new WithText(document(r), r.getString("text")),
                part,
                most);
    }

    /** Which revision readers see of every document of a kind; of one moment. */
    List<Number> publishedNumbers(Tx tx, DocumentKind kind) {
        return tx.list(
                "select doc_key, published from document where kind = ? and status <> 'retired' and published is not null"
                        + " order by doc_key",
                r -> new Number(r.getString("doc_key"), r.getInt("published")),
                kind.word());
    }

    private static List<Text> texts(Tx tx, DocumentKind kind, String which) {
        return tx.list(
                "select d.doc_key, r.number, r.text from document d join revision r on r.kind = d.kind and r.doc_key = d.doc_key"
                        + " and r.number = d." + which
                        + " where d.kind = ? and d.status <> 'retired' order by d.doc_key",
                r -> new Text(r.getString("doc_key"), r.getInt("number"), r.getString("text")),
                kind.word());
    }

    Optional<String> text(Tx tx, String kind, String key, int revision) {
        return tx.one(
                "select text from revision where kind = ? and doc_key = ? and number = ?",
                r -> r.getString(1),
                kind,
                key,
                revision);
    }

    List<Revision> revisions(Tx tx, DocumentKind kind, String key, Integer published) {
        return tx.list(
                "select number, author, note, at from revision where kind = ? and doc_key = ? order by number desc",
                r -> new Revision(
                        r.getInt("number"),
                        Who.of(r, "author"),
                        r.getString("note"),
                        Tx.instant(r, "at"),
                        published != null && published == r.getInt("number")),
                kind.word(),
                key);
    }

    /** A new state of a document; {@code published} is null if readers see none. */
    record Write(StoredDocument document, boolean isNew, String text, Who author, String note) {}

    void write(Tx tx, Write w, Instant now) {
        writeAll(tx, List.of(w), now);
    }

    void writeAll(Tx tx, List<Write> writes, Instant now) {
        tx.batch(
                "insert into document (kind, doc_key, title, status, latest, published) values (?, ?, ?, ?, ?, ?)",
                writes.stream()
                        .filter(Write::isNew)
                        .map(Write::document)
                        .map(d -> new Object[] {
                            d.kind().word(), d.key(), d.title(), d.status().word(), d.latest(), d.published()
                        })
                        .toList());
        tx.batch(
                "update document set title = ?, status = ?, latest = ?, published = ? where kind = ? and doc_key = ?",
                writes.stream()
                        .filter(w -> !w.isNew())
                        .map(Write::document)
                        .map(d -> new Object[] {
                            d.title(),
                            d.status().word(),
                            d.latest(),
                            d.published(),
                            d.kind().word(),
                            d.key()
                        })
                        .toList());
        tx.batch(
                "insert into revision (kind, doc_key, number, text, author, note, at) values (?, ?, ?, ?, ?, ?, ?)",
                writes.stream()
                        .map(w -> new Object[] {
                            w.document().kind().word(),
                            w.document().key(),
                            w.document().latest(),
                            w.text(),
                            w.author(),
                            w.note(),
                            now
                        })
                        .toList());
        publications(tx, writes, now);
    }

    /** Notes that readers see this revision from now on. */
    private static void publications(Tx tx, List<Write> writes, Instant now) {
        tx.batch(
                "insert into publication (kind, doc_key, revision, person, at) values (?, ?, ?, ?, ?)",
                writes.stream()
                        .filter(w -> Integer.valueOf(w.document().latest())
                                .equals(w.document().published()))
                        .map(w -> new Object[] {
                            w.document().kind().word(),
                            w.document().key(),
                            w.document().latest(),
                            w.author(),
                            now
                        })
                        .toList());
    }

    /** The same for one that was written before. */
    void publication(Tx tx, StoredDocument d, Who person, Instant now) {
        tx.run(
                "merge into publication key (kind, doc_key, at, revision) values (?, ?, ?, ?, ?)",
                d.kind().word(),
                d.key(),
                d.published(),
                person,
                now);
    }

    void status(Tx tx, StoredDocument d) {
        tx.run(
                "update document set status = ?, published = ?, title = ? where kind = ? and doc_key = ?",
                d.status().word(),
                d.published(),
                d.title(),
                d.kind().word(),
                d.key());
    }

    /** When the revision that readers see was written; empty if they see none. */
    Optional<Instant> publishedAt(Tx tx, DocumentKind kind, String key) {
        return tx.one(
                "select r.at from document d join revision r on r.kind = d.kind and r.doc_key = d.doc_key and"
                        + " r.number = d.published where d.kind = ? and d.doc_key = ? and d.status <> 'retired'",
                r -> Tx.instant(r, "at"),
                kind.word(),
                key);
    }

    /** The vocabulary's newest revision and text, or empty if none was written. */
    Optional<Text> vocabulary(Tx tx) {
        return tx.one(
                "select r.number, r.text from document d join revision r on r.kind = d.kind and r.doc_key = d.doc_key and"
                        + " r.number = d.latest where d.kind = 'library'",
                r -> new Text(VOCABULARY, r.getInt("number"), r.getString("text")));
    }

    void writeVocabulary(Tx tx, int revision, String text, Who author, Instant now) {
        if (revision == 1) {
            tx.run(
                    "insert into document (kind, doc_key, title, status, latest, published) values ('library', 'library',"
                            + " 'Vocabulary', 'published', 1, 1)");
        } else {
            tx.run("update document set latest = ?, published = ? where kind = 'library'", revision, revision);
        }
        tx.run(
                "insert into revision (kind, doc_key, number, text, author, note, at) values ('library', 'library', ?, ?, ?, '', ?)",
                revision,
                text,
                author,
                now);
    }

    /** Takes a document with all its revisions away; one that was published is held by its publications. */
    void discard(Tx tx, DocumentKind kind, String key) {
        tx.run("delete from revision where kind = ? and doc_key = ?", kind.word(), key);
        tx.run("delete from document where kind = ? and doc_key = ?", kind.word(), key);
    }
}
