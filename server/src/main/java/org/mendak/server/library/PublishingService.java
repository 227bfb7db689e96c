package org.mendak.server.library;

import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.mendak.core.review.Shelf;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.Problem;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Turns;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** The rules of what readers see: exactly the revision that was looked at, and what belongs together at once or not at all. */
@Service
class PublishingService {

    /** The most documents that are published together. */
    static final int MOST_IN_PARCEL = 100;

    private final Db db;
    private final DocumentStore store;
    private final AuditStore audit;
    private final PublishedLibrary published;
    private final ParsedDocuments parsed;
    private final Shelves shelves;
    private final Turns turns;
    private final Clock clock;

    PublishingService(
            Db db,
            DocumentStore store,
            AuditStore audit,
            PublishedLibrary published,
            ParsedDocuments parsed,
            Shelves shelves,
            Turns turns,
            Clock clock) {
        this.db = db;
        this.store = store;
        this.audit = audit;
        this.published = published;
        this.parsed = parsed;
        this.shelves = shelves;
        this.turns = turns;
        this.clock = clock;
    }

    /** One revision of a document, by its name. */
    record Named(DocumentKind kind, String key, Integer revision) {

        /** What is moved is what was looked at, and no other. */
        Named exactly() {
            if (revision == null) {
                throw Refusal.preconditionRequired("Say which revision of \"" + key
                        + "\" was looked at: revision with its number. Nothing was changed.");
            }
            return this;
        }

        String turn() {
            return kind.word() + "/" + key;
        }
    }

    /** {@code also} is what else is done in the same transaction. */
    private record Move(Named what, Status to, String note, Consumer<Tx> also) {
        Move(Named what, Status to, String note) {
            this(what, to, note, tx -> {});
        }
    }

    /** Moves a document to another status. Only publishing takes a revision that is not the newest. */
    LibraryService.View transition(Caller caller, Named what, Status to, String note) {
        return transition(caller, what, to, note, tx -> {});
    }

    /** The same, and something else in the same transaction. */
    LibraryService.View transition(Caller caller, Named what, Status to, String note, Consumer<Tx> also) {
        // what nobody ever saw may be put away by whoever writes
        boolean lead = to == Status.PUBLISHED || to == Status.RETIRED && wasSeen(what);
        caller.may(
                lead ? Role.LEAD : Role.AUTHOR, Scope.LIBRARY, to == Status.PUBLISHED ? "publish" : "move documents");
        Move m = new Move(what.exactly(), to, note, also);
        if (!lead) {
            return turns.take(() -> db.tx(tx -> move(tx, caller, m)), what.turn());
        }
        synchronized (shelves.publishing()) {
            return turns.take(
                    () -> db.tx(tx -> {
                        published.change(tx);
                        return move(tx, caller, m);
                    }),
                    what.turn());
        }
    }

    private boolean wasSeen(Named what) {
        return db.tx(tx -> store.find(tx, what.kind(), what.key()))
                .map(d -> d.published() != null)
                .orElse(false);
    }

    private LibraryService.View move(Tx tx, Caller caller, Move m) {
        Read r = read(tx, m.what());
        boolean publish = m.to() == Status.PUBLISHED;
        if (m.what().revision() != r.document().latest() && !publish) {
            throw Refusal.preconditionFailed(
                    "Revision " + m.what().revision() + " is no longer the newest. Nothing was changed.",
                    LibraryService.current(r.document().etag()));
        }
        List<Problem> problems =
                Shelves.judged(r.parsed(), publish ? shelves.visible(tx) : shelves.newest(tx), r.text());
        if (publish && problems.stream().anyMatch(Problem::stopsPublishing)) {
            throw Refusal.invalid(
                    "It has errors and was not published; the draft is kept.", Map.of("problems", problems));
        }
        if (m.to() == Status.RETIRED) {
            refuseUsed(r.document());
        }
        return moved(tx, caller, r, m, problems);
    }

    /** A revision that is about to be moved; its document is locked. */
    private record Read(Named name, StoredDocument document, String text, ParsedDocument parsed) {}

    private Read read(Tx tx, Named n) {
        StoredDocument d = LibraryService.existing(store.lock(tx, n.kind(), n.key()), n.kind(), n.key());
        String text = store.text(tx, n.kind().word(), n.key(), n.revision())
                .orElseThrow(() -> Refusal.notFound(
                        "There is no revision " + n.revision() + " of \"" + n.key() + "\". Nothing was changed."));
        return new Read(n, d, text, parsed.of(n.kind(), n.key(), n.revision(), text));
    }

    private LibraryService.View moved(Tx tx, Caller caller, Read r, Move m, List<Problem> problems) {
        StoredDocument d = moved(r.document(), m.to(), m.what().revision(), r.parsed());
        store.status(tx, d);
        if (m.to() == Status.PUBLISHED) {
            store.publication(tx, d, caller.who(), clock.instant());
        }
        m.also().accept(tx);
        shelves.changed(tx, d.kind(), d.key());
        audit.write(
                tx,
                caller,
                "document-" + m.to().word(),
                m.what().turn(),
                "revision " + m.what().revision() + " " + m.note());
        return LibraryService.view(d, d.latest(), problems);
    }

    /** With an older revision published the newest stays the draft that it is. */
    private static StoredDocument moved(StoredDocument d, Status to, int revision, ParsedDocument p) {
        boolean newest = revision == d.latest();
        Status status = newest ? to : d.status() == Status.IN_REVIEW ? Status.IN_REVIEW : Status.DRAFT;
        return new StoredDocument(
                d.kind(),
                d.key(),
                newest ? LibraryService.cut(p.title()) : d.title(),
                status,
                d.latest(),
                to == Status.PUBLISHED ? (Integer) revision : d.published());
    }

    /** Readers must never meet a runbook whose fix is gone. */
    private void refuseUsed(StoredDocument d) {
        List<String> users = d.kind() == DocumentKind.FIX ? published.library().usersOf(d.key()) : List.of();
        if (!users.isEmpty()) {
            throw Refusal.conflict(
                    "\"" + d.key() + "\" is still used by "
                            + String.join(", ", users.subList(0, Math.min(5, users.size())))
                            + (users.size() > 5 ? " and " + (users.size() - 5) + " more" : "")
                            + ". Take it out there first. Nothing was changed.",
                    Map.of("usedBy", users));
        }
    }

    /** What a document of a parcel cannot be published for. */
    record InTheWay(String folder, String key, String title, List<Problem> problems) {}

    /**
     * Publishes documents that belong together, each in the revision that is named, in one transaction or not at all. Each is judged
     * beside what readers see and the others.
     *
     * @param parcel null is refused; 1 to {@value #MOST_IN_PARCEL}, each document once
     */
    List<LibraryService.View> parcel(Caller caller, List<Named> parcel, String note) {
        caller.may(Role.LEAD, Scope.LIBRARY, "publish");
        if (parcel == null) {
            throw Refusal.invalid("Say which documents: documents with folder, key and revision.");
        }
        parcel.forEach(Named::exactly);
        if (parcel.isEmpty() || parcel.size() > MOST_IN_PARCEL) {
            throw Refusal.invalid("A parcel has 1 to " + MOST_IN_PARCEL + " documents. Nothing was published.");
        }
        if (parcel.stream().map(Named::turn).distinct().count() < parcel.size()) {
            throw Refusal.invalid("A document stands in the parcel twice. Nothing was published.");
        }
        // locked in one order, or two parcels could wait for each other
        List<Named> sorted =
                parcel.stream().sorted(Comparator.comparing(Named::turn)).toList();
        synchronized (shelves.publishing()) {
            return turns.take(
                    () -> db.tx(tx -> publishTogether(tx, caller, sorted, note)),
                    sorted.stream().map(Named::turn).toArray());
        }
    }

    private List<LibraryService.View> publishTogether(Tx tx, Caller caller, List<Named> parcel, String note) {
        List<Read> all = parcel.stream().map(n -> read(tx, n)).toList();
        Shelf shelf = shelves.visibleWith(tx, all.stream().map(Read::parsed).toList());
        List<InTheWay> inTheWay = new ArrayList<>();
        Map<Read, List<Problem>> judged = new LinkedHashMap<>();
        for (Read r : all) {
            List<Problem> problems = Shelves.judged(r.parsed(), shelf, r.text());
            judged.put(r, problems);
            List<Problem> stops =
                    problems.stream().filter(Problem::stopsPublishing).toList();
            if (!stops.isEmpty()) {
                inTheWay.add(new InTheWay(
                        r.name().kind().folder(), r.name().key(), r.parsed().title(), stops));
            }
        }
        if (!inTheWay.isEmpty()) {
            throw Refusal.invalid(
                    inTheWay.size() + " of " + all.size() + " documents cannot be published, so none was.",
                    Map.of("documents", inTheWay));
        }
        published.change(tx);
        List<LibraryService.View> views = new ArrayList<>();
        judged.forEach(
                (r, problems) -> views.add(moved(tx, caller, r, new Move(r.name(), Status.PUBLISHED, note), problems)));
        return views;
    }

    /**
     * A document that must be published with another one, since readers do not see it.
     *
     * @param revision its newest; null if it was never written
     * @param status where that stands; null with {@code revision}
     */
    record Wanted(
            String folder,
            String key,
            String title,
            Integer revision,
            @OrNull Status status) {}

    /** The fixes that a revision points at, parts included, and that readers do not see; in the order in which it names them. */
    List<Wanted> wanted(Caller caller, Named what) {
        caller.may(Role.AUTHOR, Scope.READ, "read drafts");
        return db.tx(tx -> {
            String text = store.text(tx, what.kind().word(), what.key(), what.revision())
                    .orElseThrow(() -> Refusal.notFound("There is no revision " + what.revision() + "."));
            ParsedDocument d = parsed.of(what.kind(), what.key(), what.revision(), text);
            Map<String, Wanted> wanted = new LinkedHashMap<>();
            Set<String> asked = new LinkedHashSet<>();
            if (d.error() != null) {
                d.error().tries().forEach(t -> want(tx, t.fix(), t.title(), wanted, asked));
            }
            parts(tx, d.fix(), wanted, asked);
            return List.copyOf(wanted.values());
        });
    }

    private void want(Tx tx, String key, String title, Map<String, Wanted> wanted, Set<String> asked) {
        if (!asked.add(key) || published.library().fix(key).isPresent()) {
            return;
        }
        Optional<StoredDocument> d = store.find(tx, DocumentKind.FIX, key);
        wanted.put(
                key,
                new Wanted(
                        DocumentKind.FIX.folder(),
                        key,
                        d.map(StoredDocument::title).orElse(title),
                        d.map(StoredDocument::latest).orElse(null),
                        d.map(StoredDocument::status).orElse(null)));
        d.flatMap(x -> store.text(tx, DocumentKind.FIX.word(), key, x.latest()))
                .map(t -> parsed.of(DocumentKind.FIX, key, d.get().latest(), t).fix())
                .ifPresent(f -> parts(tx, f, wanted, asked));
    }

    private void parts(Tx tx, Fix f, Map<String, Wanted> wanted, Set<String> asked) {
        if (f != null) {
            f.steps().stream()
                    .filter(s -> s.part() != null)
                    .forEach(s -> want(tx, s.part().fix(), s.title(), wanted, asked));
        }
    }
}
