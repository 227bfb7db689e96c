package org.mendak.server.library;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Turns;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Service;

/**
 * Drafts that are begun by what was done, not by an author: anybody who works cases may begin one, and nothing that exists is touched.
 */
@Service
public class BegunDrafts {

    private final Db db;
    private final DocumentStore store;
    private final Shelves shelves;
    private final Turns turns;
    private final AuditStore audit;
    private final HowToStore howTos;
    private final Clock clock;

    BegunDrafts(
            Db db,
            DocumentStore store,
            Shelves shelves,
            Turns turns,
            AuditStore audit,
            HowToStore howTos,
            Clock clock) {
        this.howTos = howTos;
        this.db = db;
        this.store = store;
        this.shelves = shelves;
        this.turns = turns;
        this.audit = audit;
        this.clock = clock;
    }

    /** A document that is begun. */
    public record Begun(DocumentKind kind, String key, String text) {}

    /** What a document was made of: a text that was written before there was a library. */
    public record HowTo(String name, String text, Who by, Instant at) {}

    /** Whether a document has this key. */
    public boolean taken(Tx tx, DocumentKind kind, String key) {
        return store.find(tx, kind, key).isPresent();
    }

    /** Whether a document has this key now. */
    public boolean taken(DocumentKind kind, String key) {
        return db.tx(tx -> taken(tx, kind, key));
    }

    /** Work in which keys that are not taken stay so; one after the other. */
    public <T> T alone(Function<Tx, T> work) {
        return turns.take(() -> db.tx(work), "begun drafts");
    }

    /** Stores documents that were made of a how-to, and it beside them. */
    public void begin(Tx tx, Caller caller, List<Begun> documents, String name, String text) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "bring in how-tos");
        long id = howTos.add(tx, name, text, caller.who(), clock.instant());
        store(tx, caller, documents, "made of \"" + name + "\"");
        documents.forEach(d -> howTos.link(tx, id, d.kind(), d.key()));
    }

    /** What a document was made of; empty if it was made of nothing. */
    Optional<HowTo> madeOf(Caller caller, DocumentKind kind, String key) {
        caller.may(Role.AUTHOR, Scope.READ, "read what a draft was made of");
        return db.tx(tx -> howTos.of(tx, kind, key));
    }

    /** Stores documents under keys that nobody has. */
    public void begin(Tx tx, Caller caller, List<Begun> documents, String note) {
        caller.may(Role.AGENT, Scope.CASES, "begin drafts");
        store(tx, caller, documents, note);
    }

    private void store(Tx tx, Caller caller, List<Begun> documents, String note) {
        for (Begun b : documents) {
            LibraryService.checkKey(b.key());
            LibraryService.checkText(b.text());
            String title = RunbookParser.parse(b.kind(), b.key(), b.text()).title();
            StoredDocument d = new StoredDocument(b.kind(), b.key(), LibraryService.cut(title), Status.DRAFT, 1, null);
            store.write(tx, new DocumentStore.Write(d, true, b.text(), caller.who(), note), clock.instant());
            shelves.changed(tx, b.kind(), b.key());
            audit.write(tx, caller, "document-begun", b.kind().word() + "/" + b.key(), note);
        }
    }
}
