package org.mendak.server.library;

import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Editing;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.VocabularyEditing;
import org.mendak.core.runbook.VocabularyOutline;
import org.mendak.core.runbook.WordRenaming;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;

/** The rules of the words of the desk: its products, facts, needs and settings. */
@Service
class WordsService {

    /** As many documents are named of those that use a word. */
    static final int MOST_NAMED = 100;

    /** As many documents are read that have a word in their text: whether they use it must be read out of each. */
    private static final int MOST_READ = 1_000;

    private final Db db;
    private final DocumentStore store;
    private final Shelves shelves;
    private final PublishedLibrary published;
    private final Rewriting rewriting;
    private final AuditStore audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    WordsService(
            Db db,
            DocumentStore store,
            Shelves shelves,
            PublishedLibrary published,
            Rewriting rewriting,
            AuditStore audit,
            ApplicationEventPublisher events,
            Clock clock) {
        this.db = db;
        this.store = store;
        this.shelves = shelves;
        this.published = published;
        this.rewriting = rewriting;
        this.audit = audit;
        this.events = events;
        this.clock = clock;
    }

    /** The words as they are written; an empty text and revision 0 if nobody has written any. */
    record Written(String text, int revision) {
        String etag() {
            return StoredDocument.etag(revision);
        }
    }

    Written written() {
        DocumentStore.Text t = db.tx(store::vocabulary).orElse(new DocumentStore.Text("library", 0, ""));
        return new Written(t.text(), t.revision());
    }

    Written save(Caller caller, String text, String ifMatch, boolean create) {
        caller.may(Role.LEAD, Scope.LIBRARY, "change the words of the desk");
        LibraryService.checkText(text);
        synchronized (shelves.publishing()) {
            db.run(tx -> put(tx, caller, text, expected(tx, ifMatch, create) + 1));
        }
        return written();
    }

    /** The revision that is there, which the caller must have seen. */
    private int expected(Tx tx, String ifMatch, boolean create) {
        Optional<DocumentStore.Text> old = store.vocabulary(tx);
        int revision = old.map(DocumentStore.Text::revision).orElse(0);
        if (!create && ifMatch == null) {
            throw Refusal.preconditionRequired("Say which revision you changed: If-Match with its ETag.");
        }
        if (create ? revision > 0 : !StoredDocument.etag(revision).equals(ifMatch)) {
            throw Refusal.preconditionFailed(
                    "Somebody else saved it meanwhile. Your text was not stored.",
                    LibraryService.current(StoredDocument.etag(revision)));
        }
        return revision;
    }

    private void put(Tx tx, Caller caller, String text, int revision) {
        List<Problem> problems = RunbookParser.vocabulary(text).problems();
        if (problems.stream().anyMatch(Problem::stopsPublishing)) {
            throw Refusal.invalid("The vocabulary has errors and was not stored.", Map.of("problems", problems));
        }
        store.writeVocabulary(tx, revision, text, caller.who(), clock.instant());
        audit.write(tx, caller, "vocabulary-saved", "library", "revision " + revision);
        shelves.changedAll(tx);
        published.change(tx);
    }

    /** A text with changes of its words; nothing is stored. */
    record Edited(String text, VocabularyOutline outline, List<Problem> problems) {}

    Edited edit(Caller caller, String text, List<VocabularyEditing.Change> changes) {
        caller.may(Role.AUTHOR, Scope.READ, "write the words of the desk");
        LibraryService.checkText(text);
        VocabularyEditing.Edited e = VocabularyEditing.apply(text, changes);
        if (!e.refused().isEmpty()) {
            throw Refusal.invalid(e.refused());
        }
        LibraryService.checkText(e.text());
        return new Edited(
                e.text(),
                VocabularyOutline.of(e.text()),
                // nothing written is no mistake
                e.text().isBlank()
                        ? List.of()
                        : RunbookParser.vocabulary(e.text()).problems());
    }

    /** A document that names a word. */
    record Use(String folder, String key, String title) {}

    /**
     * Where a word stands, the newest text of each document counting.
     *
     * @param count in how many documents
     * @param more whether there may be more: not all that have the word in their text were read
     * @param first the first of them by their titles
     */
    record Uses(int count, boolean more, List<Use> first) {}

    Uses uses(Caller caller, String group, String name) {
        caller.may(Role.AUTHOR, Scope.READ, "see where words are used");
        check(group, name);
        Users all = db.tx(tx -> users(tx, group, name));
        return new Uses(
                all.documents().size(),
                all.more(),
                all.documents().stream()
                        .limit(MOST_NAMED)
                        .map(d -> new Use(d.kind().folder(), d.key(), d.title()))
                        .toList());
    }

    private static void check(String group, String name) {
        if (!VocabularyOutline.GROUPS.contains(group)) {
            throw Refusal.invalid("\"" + group + "\" is no kind of words; there are "
                    + String.join(", ", VocabularyOutline.GROUPS) + ".");
        }
        if (name.isBlank()) {
            throw Refusal.invalid("Say which word.");
        }
    }

    private record Users(List<StoredDocument> documents, boolean more) {}

    private Users users(Tx tx, String group, String name) {
        List<DocumentStore.WithText> read = store.withText(tx, name, MOST_READ);
        return new Users(
                read.stream()
                        .filter(d -> WordRenaming.uses(d.document().kind(), d.text(), group, name))
                        .map(DocumentStore.WithText::document)
                        .toList(),
                read.size() == MOST_READ);
    }

    /** What came of a new name: how many documents were changed, and the revision of the words. */
    record Renamed(int documents, int revision) {}

    /**
     * Gives a word another name, in the words of the desk and in every document that names it: all of it, or nothing. What is known of
     * cases under the old name is known under the new one.
     *
     * @param ifMatch the entity tag of the words that were seen
     */
    Renamed rename(Caller caller, String group, String from, String to, String ifMatch) {
        caller.may(Role.LEAD, Scope.LIBRARY, "rename words of the desk");
        check(group, from);
        synchronized (shelves.publishing()) {
            return db.tx(tx -> rename(tx, caller, new Name(group, from, to), ifMatch));
        }
    }

    private record Name(String group, String from, String to) {}

    private Renamed rename(Tx tx, Caller caller, Name n, String ifMatch) {
        int revision = expected(tx, ifMatch, false) + 1;
        String words = store.vocabulary(tx).map(DocumentStore.Text::text).orElse("");
        VocabularyEditing.Edited e = VocabularyEditing.apply(
                words, List.of(new VocabularyEditing.Change.Rename(n.group(), n.from(), n.to())));
        if (!e.refused().isEmpty()) {
            throw Refusal.invalid(e.refused() + " Nothing was changed.");
        }
        Users all = users(tx, n.group(), n.from());
        if (all.more()) {
            throw Refusal.invalid(MOST_READ + " documents or more have \"" + n.from()
                    + "\" in their text; so many cannot be changed at once. Nothing was changed.");
        }
        List<StoredDocument> users = all.documents();
        Rewriting.refuseMany(users.size());
        put(tx, caller, e.text(), revision);
        List<Rewriting.Changed> changed = new ArrayList<>();
        // locked in one order, or two who change many could wait for each other
        List<StoredDocument> inOrder = users.stream()
                .sorted(Comparator.comparing(StoredDocument::kind).thenComparing(StoredDocument::key))
                .toList();
        for (StoredDocument user : inOrder) {
            StoredDocument d = store.lock(tx, user.kind(), user.key()).orElseThrow();
            changed.add(Rewriting.changed(d, renamed(d.kind(), rewriting.newest(tx, d), n)));
        }
        rewriting.write(tx, caller, changed, n.from() + " is called " + n.to() + " now");
        if (n.group().equals("products")) {
            events.publishEvent(new ProductRenamed(tx, n.from(), n.to()));
        }
        audit.write(tx, caller, "word-renamed", n.group() + "/" + n.from(), "now " + n.to());
        return new Renamed(changed.size(), revision);
    }

    private static String renamed(DocumentKind kind, String text, Name n) {
        Editing.Edited e = WordRenaming.apply(kind, text, n.group(), n.from(), n.to());
        if (!e.refused().isEmpty()) {
            throw Refusal.invalid(e.refused() + " Nothing was changed.");
        }
        return e.text();
    }
}
