package org.mendak.server.library;

import com.fasterxml.jackson.annotation.JsonValue;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import org.mendak.core.review.Shelf;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Jobs;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** Libraries that come in: looked at beside what is there, and stored all together or not at all. */
@Service
public class ImportService {

    private final Db db;
    private final DocumentStore store;
    private final Shelves shelves;
    private final PublishedLibrary published;
    private final AuditStore audit;
    private final Clock clock;

    ImportService(
            Db db, DocumentStore store, Shelves shelves, PublishedLibrary published, AuditStore audit, Clock clock) {
        this.db = db;
        this.store = store;
        this.shelves = shelves;
        this.published = published;
        this.audit = audit;
        this.clock = clock;
    }

    /** One document of an import. */
    public record Incoming(DocumentKind kind, String key, String path, String text) {}

    /** What is wrong with one file of an import; line and column from 1. */
    public record Rejected(String path, int line, int column, String message) {}

    /** What an import did, or would do. */
    public record Imported(int created, int changed, int unchanged, List<Rejected> rejected) {}

    /** What would become of one file of an import. */
    public enum Change {
        NEW,
        CHANGED,
        SAME,
        REFUSED;

        @JsonValue
        String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * A file of an import beside what is there.
     *
     * @param revision the newest that is there; 0 if there is none
     * @param added lines that the one there does not have; {@code removed} those that it alone has
     * @param problems what stops it
     */
    public record Arriving(
            String path, String title, Change change, int revision, int added, int removed, List<Rejected> problems) {}

    /** A file that was chosen, and the revision that it was seen beside. */
    public record Chosen(String path, int revision) {}

    /** Every file of an import beside what is there, in the order of its paths; nothing is stored. */
    public List<Arriving> compare(
            Caller caller,
            List<Incoming> documents,
            String vocabulary,
            List<Rejected> rejectedBefore,
            boolean publish,
            Jobs.Progress progress) {
        caller.may(Role.LEAD, Scope.LIBRARY, "import a library");
        // no connection is held while documents are read and judged
        ImportReading reading = new ImportReading(documents, vocabulary, rejectedBefore, progress);
        reading.judge(db.tx(tx -> shelf(tx, publish)));
        return db.tx(tx -> new ImportBeside(tx, store).of(reading, publish));
    }

    private Shelf shelf(Tx tx, boolean publish) {
        return publish ? shelves.visible(tx) : shelves.newest(tx);
    }

    /** The text of the newest revision of what is there under a path of an import; empty if there is none. */
    public String there(Caller caller, String path) {
        caller.may(Role.LEAD, Scope.LIBRARY, "import a library");
        return db.tx(tx -> new ImportBeside(tx, store).there(path));
    }

    /**
     * Imports what was chosen, in one transaction.
     *
     * @throws Refusal if one of it was changed since it was seen
     */
    public Imported importChosen(
            Caller caller,
            List<Incoming> documents,
            String vocabulary,
            List<Chosen> chosen,
            boolean publish,
            Jobs.Progress progress) {
        caller.may(Role.LEAD, Scope.LIBRARY, "import a library");
        Imported done = importAll(
                caller,
                clock.instant(),
                documents,
                vocabulary,
                List.of(),
                new ImportMode(publish, false, false),
                progress,
                tx -> new ImportBeside(tx, store).refuseChanged(chosen));
        if (!done.rejected().isEmpty()) {
            Rejected first = done.rejected().get(0);
            throw Refusal.invalid(first.path() + ":" + first.line() + ": " + first.message() + " ("
                    + done.rejected().size()
                    + " in all). Nothing was stored; choose what it needs too, or leave it out.");
        }
        return done;
    }

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
            Jobs.Progress progress) {
        caller.may(Role.LEAD, Scope.LIBRARY, "import a library");
        return importAll(caller, clock.instant(), documents, vocabulary, rejectedBefore, mode, progress, tx -> {});
    }

    /** The same as if it had been done then: what a desk brings along was published long before. */
    public Imported importedThen(Caller caller, Instant then, List<Incoming> documents, String vocabulary) {
        caller.may(Role.LEAD, Scope.LIBRARY, "import a library");
        return importAll(
                caller,
                then,
                documents,
                vocabulary,
                List.of(),
                new ImportMode(true, false, false),
                (at, total) -> {},
                tx -> {});
    }

    private Imported importAll(
            Caller caller,
            Instant at,
            List<Incoming> documents,
            String vocabulary,
            List<Rejected> rejectedBefore,
            ImportMode mode,
            Jobs.Progress progress,
            Consumer<Tx> before) {
        ImportReading reading = new ImportReading(documents, vocabulary, rejectedBefore, progress);
        synchronized (shelves.publishing()) {
            return db.tx(tx -> {
                before.accept(tx);
                reading.judge(shelf(tx, mode.publish()));
                return new LibraryImport(tx, store, at, caller.who()).run(reading, mode, () -> {
                    audit.write(
                            tx,
                            caller,
                            "library-imported",
                            "library",
                            documents.size() + (documents.size() == 1 ? " document" : " documents"));
                    shelves.changedAll(tx);
                    published.change(tx);
                });
            });
        }
    }
}
