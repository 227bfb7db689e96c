package org.mendak.server.library;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.mendak.core.review.Shelf;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Outline;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DbException;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.ReadyCheck;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Turns;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** The rules about documents: every save is a revision, readers see the published one, only publishing refuses errors. */
@Service
public class LibraryService implements ReadyCheck {

    private final Db db;
    private final DocumentStore store;
    private final AuditStore audit;
    private final Clock clock;
    private final PublishedLibrary published;
    private final ParsedDocuments parsed;
    private final Shelves shelves;
    private final Turns turns;

    LibraryService(
            Db db,
            DocumentStore store,
            AuditStore audit,
            Clock clock,
            PublishedLibrary published,
            ParsedDocuments parsed,
            Shelves shelves,
            Turns turns) {
        this.turns = turns;
        this.db = db;
        this.store = store;
        this.audit = audit;
        this.clock = clock;
        this.published = published;
        this.parsed = parsed;
        this.shelves = shelves;
    }

    /** What readers see now. */
    public Library library() {
        return published.library();
    }

    /** Whether what readers see lags behind what was published, because the stored library cannot be read. */
    public boolean lags() {
        return published.lags();
    }

    @Override
    public Optional<String> missing() {
        return lags() ? Optional.of("what was published cannot be read") : Optional.empty();
    }

    /** A known error as it stood in one revision; empty if that cannot be read. */
    public Optional<KnownError> errorAt(Tx tx, String key, int revision) {
        return store.text(tx, "error", key, revision)
                .map(t -> parsed.of(DocumentKind.ERROR, key, revision, t).error());
    }

    /** A fix as it stood in one revision; empty if that cannot be read. */
    public Optional<Fix> fixAt(Tx tx, String key, int revision) {
        return store.text(tx, "fix", key, revision)
                .map(t -> parsed.of(DocumentKind.FIX, key, revision, t).fix());
    }

    /** When the revision that readers see was written; empty if they see none. */
    public Optional<Instant> publishedAt(Tx tx, DocumentKind kind, String key) {
        return store.publishedAt(tx, kind, key);
    }

    /** What is said of a document besides its text. */
    public record View(
            String kind,
            String key,
            String title,
            int revision,
            Integer publishedRevision,
            Status status,
            List<Problem> problems) {}

    /** A document with its text, of whichever revision was asked for. */
    public record Opened(View view, String text, String etag) {}

    /** The published text, or with {@code draft} the newest. Agents see drafts of nobody. */
    Opened open(Caller caller, DocumentKind kind, String key, boolean draft) {
        // what destroys stands in the source without a gate: it is for those who write it
        caller.may(Role.AUTHOR, Scope.READ, "read the source of documents");
        return db.tx(tx -> {
            StoredDocument d = existing(store.find(tx, kind, key), kind, key);
            if (!draft && !d.visible()) {
                throw Refusal.notFound("The " + kind.word() + " \"" + key + "\" is not published.");
            }
            int revision = draft ? d.latest() : d.published();
            String text = store.text(tx, kind.word(), key, revision).orElseThrow();
            List<Problem> problems =
                    draft ? Shelves.judged(parsed.of(kind, key, revision, text), shelves.newest(tx), text) : List.of();
            return new Opened(view(d, revision, problems), text, StoredDocument.etag(revision));
        });
    }

    Opened openRevision(Caller caller, DocumentKind kind, String key, int revision) {
        caller.may(Role.AUTHOR, Scope.READ, "read old revisions");
        return db.tx(tx -> {
            StoredDocument d = existing(store.find(tx, kind, key), kind, key);
            String text = store.text(tx, kind.word(), key, revision)
                    .orElseThrow(() -> Refusal.notFound("There is no revision " + revision + "."));
            return new Opened(view(d, revision, List.of()), text, StoredDocument.etag(revision));
        });
    }

    static StoredDocument existing(Optional<StoredDocument> d, DocumentKind kind, String key) {
        return d.orElseThrow(() -> Refusal.notFound("There is no " + kind.word() + " \"" + key + "\"."));
    }

    static View view(StoredDocument d, int revision, List<Problem> problems) {
        return new View(d.kind().word(), d.key(), d.title(), revision, d.published(), d.status(), problems);
    }

    /** Documents of a kind, or of both if it is null, that have every word; at most so many. */
    List<View> list(Caller caller, DocumentKind kind, String q, int limit) {
        caller.may(Role.AUTHOR, Scope.READ, "list drafts");
        return db.tx(tx -> store.found(tx, new DocumentStore.Sought(kind, null, q), Math.max(0, limit))).stream()
                .map(d -> view(d, d.latest(), List.of()))
                .toList();
    }

    List<Revision> revisions(Caller caller, DocumentKind kind, String key) {
        caller.may(Role.AUTHOR, Scope.READ, "read the history");
        return db.tx(tx -> {
            StoredDocument d = existing(store.find(tx, kind, key), kind, key);
            return store.revisions(tx, kind, key, d.published());
        });
    }

    /**
     * Saves a draft whatever its problems.
     *
     * @param ifMatch the entity tag of the revision that was changed; null if none was named
     * @param create whether the document must not exist yet
     */
    Opened save(
            Caller caller, DocumentKind kind, String key, String text, String ifMatch, boolean create, String note) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "write documents");
        checkKey(key);
        checkText(text);
        try {
            return turns.take(
                    () -> db.tx(tx -> save(tx, caller, new Typed(kind, key, text, ifMatch, create, note))),
                    kind.word() + "/" + key);
        } catch (DbException e) {
            if (create && e.isDuplicate()) {
                throw Refusal.preconditionFailed("\"" + key + "\" exists already. Nothing was stored.", Map.of());
            }
            throw e;
        }
    }

    private record Typed(DocumentKind kind, String key, String text, String ifMatch, boolean create, String note) {}

    private Opened save(Tx tx, Caller caller, Typed t) {
        DocumentKind kind = t.kind();
        String key = t.key();
        String text = t.text();
        Optional<StoredDocument> old = store.lock(tx, kind, key);
        checkPrecondition(old, t.ifMatch(), t.create());
        int number = old.map(d -> d.latest() + 1).orElse(1);
        ParsedDocument p = RunbookParser.parse(kind, key, text);
        // before it is written: what is parsed of a revision is kept, and this one may yet be rolled back
        Shelf shelf = shelves.newest(tx);
        StoredDocument d = new StoredDocument(
                kind,
                key,
                cut(p.title()),
                Status.DRAFT,
                number,
                old.map(StoredDocument::published).orElse(null));
        store.write(tx, new DocumentStore.Write(d, old.isEmpty(), text, caller.who(), t.note()), clock.instant());
        shelves.changed(tx, kind, key);
        audit.write(tx, caller, "document-saved", kind.word() + "/" + key, "revision " + number);
        return new Opened(view(d, number, Shelves.judged(p, shelf, text)), text, d.etag());
    }

    /**
     * Changes a published document into a draft for somebody to look at. Refused while a newer draft waits, which nobody may lose.
     *
     * @param change from the published text to the draft's
     */
    public View redraft(
            Caller caller,
            DocumentKind kind,
            String key,
            java.util.function.UnaryOperator<String> change,
            String note) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "write documents");
        return turns.take(() -> redraft(caller, kind, key, note, change), kind.word() + "/" + key);
    }

    private View redraft(
            Caller caller,
            DocumentKind kind,
            String key,
            String note,
            java.util.function.UnaryOperator<String> change) {
        return db.tx(tx -> {
            StoredDocument d = existing(store.lock(tx, kind, key), kind, key);
            if (!d.visible()) {
                throw Refusal.notFound("The " + kind.word() + " \"" + key + "\" is not published.");
            }
            if (d.latest() != d.published()) {
                throw Refusal.conflict("There is a draft of \"" + key + "\" already (revision " + d.latest()
                        + "). Publish it or take it back first. Nothing was stored.");
            }
            String text =
                    change.apply(store.text(tx, kind.word(), key, d.published()).orElseThrow());
            ParsedDocument p = RunbookParser.parse(kind, key, text);
            Shelf shelf = shelves.newest(tx);
            StoredDocument draft =
                    new StoredDocument(kind, key, cut(p.title()), Status.DRAFT, d.latest() + 1, d.published());
            store.write(tx, new DocumentStore.Write(draft, false, text, caller.who(), note), clock.instant());
            shelves.changed(tx, kind, key);
            audit.write(tx, caller, "document-saved", kind.word() + "/" + key, "revision " + draft.latest());
            return view(draft, draft.latest(), Shelves.judged(p, shelf, text));
        });
    }

    static void checkKey(String key) {
        if (!key.matches("[a-z0-9][a-z0-9-]{0,99}")) {
            throw Refusal.invalid("A document's key is 1 to 100 small letters, digits and dashes.");
        }
    }

    public static void checkText(String text) {
        if (text.getBytes(StandardCharsets.UTF_8).length > Limits.DOCUMENT_BYTES) {
            throw Refusal.tooLarge(
                    "The document is larger than " + Limits.DOCUMENT_BYTES + " bytes. Nothing was stored.");
        }
    }

    static String cut(String title) {
        return title.length() <= 300 ? title : title.substring(0, 300);
    }

    private static void checkPrecondition(Optional<StoredDocument> old, String ifMatch, boolean create) {
        if (create) {
            old.ifPresent(d -> {
                throw Refusal.preconditionFailed(
                        "\"" + d.key() + "\" exists already. Nothing was stored.", current(d.etag()));
            });
        } else if (ifMatch == null) {
            throw Refusal.preconditionRequired(
                    "Say which revision you changed: If-Match with its ETag, or If-None-Match: * to create.");
        } else if (old.isEmpty()) {
            throw Refusal.preconditionFailed(
                    "There is nothing to change yet; create it with If-None-Match: *.", Map.of());
        } else if (!old.get().etag().equals(ifMatch)) {
            throw Refusal.preconditionFailed(
                    "Somebody else saved it meanwhile. Your text was not stored; compare it with theirs and save again.",
                    current(old.get().etag()));
        }
    }

    static Map<String, Object> current(String etag) {
        return Map.of("currentEtag", etag);
    }

    /** A text that is not stored: its problems, and what readers would see of it, as far as it can be read. */
    Sheets.Checked check(Caller caller, DocumentKind kind, String key, String text) {
        caller.may(Role.AGENT, Scope.READ, "check documents");
        checkText(text);
        ParsedDocument p = RunbookParser.parse(kind, key, text);
        Shelf shelf = db.tx(shelves::newest);
        return new Sheets.Checked(
                Shelves.judged(p, shelf, text),
                missing(p, shelf),
                Outline.of(kind, text),
                p.error() == null ? null : Sheets.sheet(p.error(), library()),
                p.fix() == null ? null : Sheets.sheet(p.fix(), library()));
    }

    /** What an author writes beside: the newest of everything, drafts too. */
    public Shelf newestShelf(Tx tx) {
        return shelves.newest(tx);
    }

    private static List<Sheets.MissingFix> missing(ParsedDocument p, Shelf shelf) {
        Stream<Sheets.MissingFix> named = p.error() != null
                ? p.error().tries().stream().map(t -> new Sheets.MissingFix(t.fix(), t.title()))
                : p.fix() != null
                        ? p.fix().steps().stream()
                                .filter(s -> s.part() != null)
                                .map(s -> new Sheets.MissingFix(s.part().fix(), s.title()))
                        : Stream.of();
        return named.filter(m -> !shelf.hasFix(m.key())).distinct().toList();
    }

    /**
     * What readers see, for export: path to text.
     *
     * @param drafts the newest of everything instead, whether anybody may see it yet or not
     */
    public Map<String, String> export(Caller caller, boolean drafts) {
        caller.may(Role.AUTHOR, Scope.READ, "export the library");
        return db.tx(tx -> {
            Map<String, String> files = new java.util.TreeMap<>();
            store.vocabulary(tx).ifPresent(v -> files.put("library.yaml", v.text()));
            for (DocumentKind kind : DocumentKind.values()) {
                (drafts ? store.latestTexts(tx, kind) : store.publishedTexts(tx, kind))
                        .forEach(t -> files.put(kind.folder() + "/" + t.key() + ".md", t.text()));
            }
            return files;
        });
    }
}
