package org.mendak.server.library;

import java.time.Clock;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Names;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Turns;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** Drafts that were never published are thrown away, all that are named or none. What readers once saw is put away instead. */
@Service
class DiscardService {

    /** As many at once: what fifty how-tos may have become. */
    private static final int MOST = 500;

    private final Db db;
    private final DocumentStore store;
    private final ReviewStore reviews;
    private final WritingStore writing;
    private final HowToStore howTos;
    private final ParsedDocuments parsed;
    private final Shelves shelves;
    private final Turns turns;
    private final AuditStore audit;
    private final Clock clock;
    private final Names names;

    DiscardService(
            Db db,
            DocumentStore store,
            ReviewStore reviews,
            WritingStore writing,
            HowToStore howTos,
            ParsedDocuments parsed,
            Shelves shelves,
            Turns turns,
            AuditStore audit,
            Clock clock,
            Names names) {
        this.names = names;
        this.db = db;
        this.store = store;
        this.reviews = reviews;
        this.writing = writing;
        this.howTos = howTos;
        this.parsed = parsed;
        this.shelves = shelves;
        this.turns = turns;
        this.audit = audit;
        this.clock = clock;
    }

    /** A draft, and the revision that was looked at. */
    @FromCaller
    record Draft(String folder, String key, Integer revision) {}

    private record Named(DocumentKind kind, String key, int revision) {
        String name() {
            return kind.word() + "/" + key;
        }
    }

    void discard(Caller caller, List<Draft> drafts) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "throw drafts away");
        List<Named> named = drafts == null
                ? List.of()
                : drafts.stream()
                        .filter(Objects::nonNull)
                        .map(DiscardService::named)
                        .distinct()
                        .toList();
        if (named.isEmpty() || named.size() > MOST) {
            throw Refusal.invalid("Name 1 to " + MOST + " drafts, each with the revision that was looked at.");
        }
        turns.take(
                () -> {
                    db.run(tx -> named.forEach(n -> discard(tx, caller, n)));
                    return named;
                },
                named.stream().map(Named::name).toArray());
    }

    private static Named named(Draft d) {
        DocumentKind kind = DocumentKind.ofFolder(String.valueOf(d.folder()))
                .orElseThrow(() -> Refusal.invalid("folder is errors or fixes. Nothing was thrown away."));
        if (d.key() == null || d.revision() == null) {
            throw Refusal.invalid("Each draft has a folder, a key and a revision. Nothing was thrown away.");
        }
        return new Named(kind, d.key(), d.revision());
    }

    private void discard(Tx tx, Caller caller, Named n) {
        StoredDocument d = LibraryService.existing(store.lock(tx, n.kind(), n.key()), n.kind(), n.key());
        String end = " Nothing was thrown away.";
        if (d.published() != null) {
            throw Refusal.conflict("\"" + n.key() + "\" was published once: put it away instead." + end);
        }
        if (d.status() == Status.IN_REVIEW) {
            throw Refusal.conflict("Somebody was asked to read \"" + n.key() + "\": take it back first." + end);
        }
        if (d.latest() != n.revision()) {
            throw Refusal.preconditionFailed(
                    "Somebody saved \"" + n.key() + "\" meanwhile." + end, LibraryService.current(d.etag()));
        }
        String others =
                writing
                        .others(
                                tx,
                                n.kind(),
                                n.key(),
                                caller.id(),
                                clock.instant().minus(WritingService.HERE))
                        .stream()
                        .map(w -> names.of(w.person()))
                        .collect(Collectors.joining(", "));
        if (!others.isEmpty()) {
            throw Refusal.conflict("\"" + n.key() + "\" is being written by " + others + "." + end);
        }
        writing.forgetAll(tx, n.kind(), n.key());
        reviews.forgetAll(tx, n.kind(), n.key());
        howTos.forget(tx, n.kind(), n.key());
        store.discard(tx, n.kind(), n.key());
        shelves.changed(tx, n.kind(), n.key());
        // the next one with this key begins with revision 1 again
        tx.afterCommit(() -> parsed.forget(n.kind(), n.key()));
        audit.write(tx, caller, "document-discarded", n.name(), "revision " + n.revision());
    }
}
