package org.mendak.server.library;

import java.time.Clock;
import java.util.List;
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
    private final Clock clock;

    BegunDrafts(Db db, DocumentStore store, Shelves shelves, Turns turns, AuditStore audit, Clock clock) {
        this.db = db;
        this.store = store;
        this.shelves = shelves;
        this.turns = turns;
        this.audit = audit;
        this.clock = clock;
    }

    /** A document that is begun. */
    public record Begun(DocumentKind kind, String key, String text) {}

    /** Whether a document has this key. */
    public boolean taken(Tx tx, DocumentKind kind, String key) {
        return store.find(tx, kind, key).isPresent();
    }

    /** Work in which keys that are not taken stay so; one after the other. */
    public <T> T alone(Caller caller, Function<Tx, T> work) {
        caller.may(Role.AGENT, Scope.CASES, "begin drafts");
        return turns.take(() -> db.tx(work), "begun drafts");
    }

    /** Stores documents under keys that nobody has. */
    public void begin(Tx tx, Caller caller, List<Begun> documents, String note) {
        caller.may(Role.AGENT, Scope.CASES, "begin drafts");
        for (Begun b : documents) {
            LibraryService.checkKey(b.key());
            LibraryService.checkText(b.text());
            String title = RunbookParser.parse(b.kind(), b.key(), b.text()).title();
            StoredDocument d = new StoredDocument(b.kind(), b.key(), LibraryService.cut(title), Status.DRAFT, 1, null);
            store.write(tx, new DocumentStore.Write(d, true, b.text(), caller.name(), note), clock.instant());
            shelves.changed(tx, b.kind(), b.key());
            audit.write(tx, caller, "document-begun", b.kind().word() + "/" + b.key(), note);
        }
    }
}
