package org.mendak.server.library;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.mendak.core.review.Reviewer;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;

/** The rules about documents: every save is a revision, readers see the published one, only publishing refuses errors. */
@Service
public class LibraryService {

    private static final int MOST_PARSED = 50_000;

    private final Db db;
    private final DocumentStore store;
    private final AuditStore audit;
    private final Clock clock;
    private final ApplicationEventPublisher events;

    private record Source(DocumentKind kind, String key, String text) {}

    /** What was parsed before: a change parses what changed, not the library. */
    private final Map<Source, ParsedDocument> parsed = new ConcurrentHashMap<>();

    private volatile Library library;

    LibraryService(Db db, DocumentStore store, AuditStore audit, Clock clock, ApplicationEventPublisher events) {
        this.db = db;
        this.store = store;
        this.audit = audit;
        this.clock = clock;
        this.events = events;
        this.library = db.tx(this::load);
    }

    /** What readers see now. */
    public Library library() {
        return library;
    }

    /** A known error as it stood in one revision; empty if that cannot be read. */
    public Optional<KnownError> errorAt(Tx tx, String key, int revision) {
        return store.text(tx, "error", key, revision)
                .map(t -> parse(DocumentKind.ERROR, key, t).error());
    }

    /** A fix as it stood in one revision; empty if that cannot be read. */
    public Optional<Fix> fixAt(Tx tx, String key, int revision) {
        return store.text(tx, "fix", key, revision)
                .map(t -> parse(DocumentKind.FIX, key, t).fix());
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
        if (draft) {
            caller.may(Role.AUTHOR, Scope.READ, "read drafts");
        }
        return db.tx(tx -> {
            StoredDocument d = existing(store.find(tx, kind, key), kind, key);
            if (!draft && !d.visible()) {
                throw Refusal.notFound("The " + kind.word() + " \"" + key + "\" is not published.");
            }
            int revision = draft ? d.latest() : d.published();
            String text = store.text(tx, kind.word(), key, revision).orElseThrow();
            List<Problem> problems = draft ? Reviewer.review(parse(kind, key, text), shelf(tx)) : List.of();
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

    private static StoredDocument existing(Optional<StoredDocument> d, DocumentKind kind, String key) {
        return d.orElseThrow(() -> Refusal.notFound("There is no " + kind.word() + " \"" + key + "\"."));
    }

    private static View view(StoredDocument d, int revision, List<Problem> problems) {
        return new View(d.kind().word(), d.key(), d.title(), revision, d.published(), d.status(), problems);
    }

    List<View> list(Caller caller) {
        caller.may(Role.AUTHOR, Scope.READ, "list drafts");
        return db.tx(store::all).stream()
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
        return db.tx(tx -> {
            Optional<StoredDocument> old = store.lock(tx, kind, key);
            checkPrecondition(old, ifMatch, create);
            int number = old.map(d -> d.latest() + 1).orElse(1);
            ParsedDocument p = parse(kind, key, text);
            StoredDocument d = new StoredDocument(
                    kind,
                    key,
                    cut(p.title()),
                    Status.DRAFT,
                    number,
                    old.map(StoredDocument::published).orElse(null));
            store.write(tx, new DocumentStore.Write(d, old.isEmpty(), text, caller.name(), note), clock.instant());
            audit.write(tx, caller, "document-saved", kind.word() + "/" + key, "revision " + number);
            return new Opened(view(d, number, Reviewer.review(p, shelf(tx))), text, d.etag());
        });
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
            ParsedDocument p = parse(kind, key, text);
            StoredDocument draft =
                    new StoredDocument(kind, key, cut(p.title()), Status.DRAFT, d.latest() + 1, d.published());
            store.write(tx, new DocumentStore.Write(draft, false, text, caller.name(), note), clock.instant());
            audit.write(tx, caller, "document-saved", kind.word() + "/" + key, "revision " + draft.latest());
            return view(draft, draft.latest(), Reviewer.review(p, shelf(tx)));
        });
    }

    private static void checkKey(String key) {
        if (!key.matches("[a-z0-9][a-z0-9-]{0,99}")) {
            throw Refusal.invalid("A document's key is 1 to 100 small letters, digits and dashes.");
        }
    }

    private static void checkText(String text) {
        if (text.getBytes(StandardCharsets.UTF_8).length > Limits.DOCUMENT_BYTES) {
            throw Refusal.tooLarge(
                    "The document is larger than " + Limits.DOCUMENT_BYTES + " bytes. Nothing was stored.");
        }
    }

    private static String cut(String title) {
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

    private static Map<String, Object> current(String etag) {
        return Map.of("currentEtag", etag);
    }

    /** Moves a document's newest revision to another status. */
    View transition(Caller caller, DocumentKind kind, String key, Status to, String note) {
        boolean lead = to == Status.PUBLISHED || to == Status.RETIRED;
        caller.may(
                lead ? Role.LEAD : Role.AUTHOR, Scope.LIBRARY, to == Status.PUBLISHED ? "publish" : "move documents");
        return db.tx(tx -> {
            StoredDocument d = existing(store.lock(tx, kind, key), kind, key);
            String text = store.text(tx, kind.word(), key, d.latest()).orElseThrow();
            List<Problem> problems = Reviewer.review(parse(kind, key, text), shelf(tx));
            if (lead && to == Status.PUBLISHED && problems.stream().anyMatch(Problem::stopsPublishing)) {
                throw Refusal.invalid(
                        "It has errors and was not published; the draft is kept.", Map.of("problems", problems));
            }
            StoredDocument moved = new StoredDocument(
                    kind,
                    key,
                    d.title(),
                    to,
                    d.latest(),
                    to == Status.PUBLISHED ? (Integer) d.latest() : d.published());
            store.status(tx, moved);
            audit.write(
                    tx,
                    caller,
                    "document-" + to.word(),
                    kind.word() + "/" + key,
                    "revision " + d.latest() + " " + note);
            if (lead) {
                replace(tx);
            }
            return view(moved, moved.latest(), problems);
        });
    }

    /** A text that is not stored: its problems, and what readers would see of it, as far as it can be read. */
    Sheets.Checked check(Caller caller, DocumentKind kind, String key, String text) {
        caller.may(Role.AGENT, Scope.READ, "check documents");
        checkText(text);
        ParsedDocument parsed = RunbookParser.parse(kind, key, text);
        List<Problem> problems = db.tx(tx -> Reviewer.review(parsed, shelf(tx)));
        return new Sheets.Checked(
                problems,
                parsed.error() == null ? null : Sheets.sheet(parsed.error(), library),
                parsed.fix() == null ? null : Sheets.sheet(parsed.fix(), library));
    }

    /** The vocabulary's text; empty text and revision 0 if none was written. */
    Opened vocabulary() {
        DocumentStore.Text t = db.tx(store::vocabulary).orElse(new DocumentStore.Text("library", 0, ""));
        View v = new View("library", "library", "Vocabulary", t.revision(), t.revision(), Status.PUBLISHED, List.of());
        return new Opened(v, t.text(), StoredDocument.etag(t.revision()));
    }

    Opened saveVocabulary(Caller caller, String text, String ifMatch, boolean create) {
        caller.may(Role.LEAD, Scope.LIBRARY, "change the vocabulary");
        checkText(text);
        db.run(tx -> {
            Optional<DocumentStore.Text> old = store.vocabulary(tx);
            int revision = old.map(DocumentStore.Text::revision).orElse(0);
            if (!create && ifMatch == null) {
                throw Refusal.preconditionRequired("Say which revision you changed: If-Match with its ETag.");
            }
            if (create ? revision > 0 : !StoredDocument.etag(revision).equals(ifMatch)) {
                throw Refusal.preconditionFailed(
                        "Somebody else saved it meanwhile. Your text was not stored.",
                        current(StoredDocument.etag(revision)));
            }
            putVocabulary(tx, caller, text, revision + 1);
        });
        return vocabulary();
    }

    private void putVocabulary(Tx tx, Caller caller, String text, int revision) {
        List<Problem> problems = RunbookParser.vocabulary(text).problems();
        if (problems.stream().anyMatch(Problem::stopsPublishing)) {
            throw Refusal.invalid("The vocabulary has errors and was not stored.", Map.of("problems", problems));
        }
        store.writeVocabulary(tx, revision, text, caller.name(), clock.instant());
        audit.write(tx, caller, "vocabulary-saved", "library", "revision " + revision);
        replace(tx);
    }

    /** Everything that is stored in its newest form, for export: path to text. */
    public Map<String, String> export(Caller caller) {
        caller.may(Role.AUTHOR, Scope.READ, "export the library");
        return db.tx(tx -> {
            Map<String, String> files = new java.util.TreeMap<>();
            store.vocabulary(tx).ifPresent(v -> files.put("library.yaml", v.text()));
            for (DocumentKind kind : DocumentKind.values()) {
                store.latestTexts(tx, kind).forEach(t -> files.put(kind.folder() + "/" + t.key() + ".md", t.text()));
            }
            return files;
        });
    }

    private Reviewer.Shelf shelf(Tx tx) {
        Map<String, Fix> fixes = new HashMap<>();
        Map<String, KnownError> errors = new HashMap<>();
        for (DocumentStore.Text t : store.latestTexts(tx, DocumentKind.FIX)) {
            ParsedDocument d = parse(DocumentKind.FIX, t.key(), t.text());
            if (d.fix() != null) {
                fixes.put(t.key(), d.fix());
            }
        }
        for (DocumentStore.Text t : store.latestTexts(tx, DocumentKind.ERROR)) {
            ParsedDocument d = parse(DocumentKind.ERROR, t.key(), t.text());
            if (d.error() != null) {
                errors.put(t.key(), d.error());
            }
        }
        return new Reviewer.Shelf(fixes, errors, loadVocabulary(tx));
    }

    private Vocabulary loadVocabulary(Tx tx) {
        return store.vocabulary(tx)
                .map(v -> RunbookParser.vocabulary(v.text()).vocabulary())
                .orElse(Vocabulary.EMPTY);
    }

    private ParsedDocument parse(DocumentKind kind, String key, String text) {
        if (parsed.size() > MOST_PARSED) {
            parsed.clear();
        }
        return parsed.computeIfAbsent(new Source(kind, key, text), k -> RunbookParser.parse(kind, key, text));
    }

    private Library load(Tx tx) {
        Map<String, KnownError> errors = new HashMap<>();
        Map<String, Fix> fixes = new HashMap<>();
        Map<String, Integer> revisions = new HashMap<>();
        for (DocumentKind kind : DocumentKind.values()) {
            for (DocumentStore.Text t : store.publishedTexts(tx, kind)) {
                ParsedDocument d = parse(kind, t.key(), t.text());
                revisions.put(kind.word() + "/" + t.key(), t.revision());
                if (d.error() != null) {
                    errors.put(t.key(), d.error());
                } else if (d.fix() != null) {
                    fixes.put(t.key(), d.fix());
                }
            }
        }
        return new Library(errors, fixes, loadVocabulary(tx), revisions);
    }

    /** Readers see the change once it is committed. */
    private void replace(Tx tx) {
        Library next = load(tx);
        tx.afterCommit(() -> {
            library = next;
            events.publishEvent(new LibraryChanged(next));
        });
    }

    /** One document of an import. */
    public record Incoming(DocumentKind kind, String key, String path, String text) {}

    /** What is wrong with one file of an import; line and column from 1. */
    public record Rejected(String path, int line, int column, String message) {}

    /** What an import did, or would do. */
    public record Imported(int created, int changed, int unchanged, List<Rejected> rejected) {}

    /** How an import is done. */
    public record ImportMode(boolean publish, boolean preview, boolean skipRejected) {}

    /**
     * Imports documents and, if it is not null, a vocabulary: all parsed and judged together first, then one transaction. With
     * any rejection nothing is stored, unless rejected ones are to be skipped.
     *
     * @param rejectedBefore files that could not even be read
     */
    public Imported importAll(
            Caller caller,
            List<Incoming> documents,
            String vocabulary,
            List<Rejected> rejectedBefore,
            ImportMode mode,
            org.mendak.server.platform.Jobs.Progress progress) {
        caller.may(Role.LEAD, Scope.LIBRARY, "import a library");
        return db.tx(tx -> new LibraryImport(tx, store, clock.instant(), caller.name(), progress)
                .run(shelf(tx), documents, vocabulary, rejectedBefore, mode, () -> {
                    audit.write(tx, caller, "library-imported", "library", documents.size() + " documents");
                    replace(tx);
                }));
    }
}
