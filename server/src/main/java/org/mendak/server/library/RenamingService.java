package org.mendak.server.library;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.mendak.core.review.Shelf;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Edit;
import org.mendak.core.runbook.Editing;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Outline;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/**
 * Gives a document another name: it is published under that, with the old one among its aliases, so that what was measured stays its own;
 * whatever links to it is saved and published with the new link; and the old one is put away. All of it, or nothing.
 */
@Service
class RenamingService {

    private final Db db;
    private final DocumentStore store;
    private final Shelves shelves;
    private final Rewriting rewriting;
    private final AuditStore audit;

    private final HowToStore howTos;

    RenamingService(
            Db db, DocumentStore store, Shelves shelves, Rewriting rewriting, AuditStore audit, HowToStore howTos) {
        this.howTos = howTos;
        this.db = db;
        this.store = store;
        this.shelves = shelves;
        this.rewriting = rewriting;
        this.audit = audit;
    }

    private record Name(DocumentKind kind, String from, String to) {}

    LibraryService.View rename(Caller caller, DocumentKind kind, String from, String to) {
        caller.may(Role.LEAD, Scope.LIBRARY, "rename documents");
        LibraryService.checkKey(to);
        Name name = new Name(kind, from, to);
        synchronized (shelves.publishing()) {
            return db.tx(tx -> rename(tx, caller, name));
        }
    }

    private LibraryService.View rename(Tx tx, Caller caller, Name n) {
        StoredDocument d = LibraryService.existing(store.lock(tx, n.kind(), n.from()), n.kind(), n.from());
        if (store.find(tx, n.kind(), n.to()).isPresent()) {
            throw Refusal.conflict("There is a document \"" + n.to() + "\" already. Nothing was changed.");
        }
        List<Rewriting.Changed> all = new ArrayList<>();
        all.add(renamed(tx, n, d));
        for (StoredDocument user : users(tx, n)) {
            all.add(linked(tx, n, user));
        }
        rewriting.write(tx, caller, all, n.from() + " is called " + n.to() + " now");
        store.status(tx, new StoredDocument(n.kind(), n.from(), d.title(), Status.RETIRED, d.latest(), d.published()));
        shelves.changed(tx, n.kind(), n.from());
        howTos.follow(tx, n.kind(), n.from(), n.to());
        audit.write(tx, caller, "document-renamed", n.kind().word() + "/" + n.from(), "now " + n.to());
        return LibraryService.view(all.get(0).document(), 1, List.of());
    }

    /** The same text under its new name. */
    private Rewriting.Changed renamed(Tx tx, Name n, StoredDocument d) {
        Rewriting.refuseUnpublished(d);
        String text = store.text(tx, n.kind().word(), n.from(), d.latest()).orElseThrow();
        Matcher key = Pattern.compile("(?m)^(" + n.kind().word() + ":[ \\t]*[\"']?)" + Pattern.quote(n.from()) + "\\b")
                .matcher(text);
        if (!key.find()) {
            throw Refusal.invalid("Its head does not name it, so it cannot be renamed. Nothing was changed.");
        }
        String named = text.substring(0, key.end(1)) + n.to() + text.substring(key.end());
        List<String> aliases = new ArrayList<>(Outline.of(n.kind(), named).head().stream()
                .filter(f -> f.name().equals("aliases"))
                .flatMap(f -> f.values().stream())
                .toList());
        if (!aliases.contains(n.from())) {
            aliases.add(n.from());
        }
        Editing.Edited e = Editing.apply(n.kind(), named, List.of(new Edit.Put(List.of(), "aliases", aliases)));
        if (!e.refused().isEmpty()) {
            throw Refusal.invalid(e.refused());
        }
        Integer seen = d.published() == null || d.status() == Status.RETIRED ? null : (Integer) 1;
        StoredDocument now = new StoredDocument(
                n.kind(), n.to(), d.title(), seen == null ? Status.DRAFT : Status.PUBLISHED, 1, seen);
        return new Rewriting.Changed(now, e.text(), true);
    }

    private List<StoredDocument> users(Tx tx, Name n) {
        Shelf shelf = shelves.newest(tx);
        Stream<String> errors = n.kind() == DocumentKind.FIX
                ? shelf.errors().values().stream()
                        .filter(e -> Library.fixKeys(e).contains(n.from())
                                || e.ruledOut().stream().anyMatch(r -> r.fix().equals(n.from())))
                        .map(KnownError::key)
                : shelf.errors().values().stream()
                        .filter(e -> e.confusions().stream()
                                .anyMatch(c ->
                                        c.contains("(" + n.from() + ".md)") || c.contains("/" + n.from() + ".md)")))
                        .map(KnownError::key);
        Stream<String> fixes = shelf.fixes().values().stream()
                .filter(f -> n.kind() == DocumentKind.FIX)
                .filter(f -> !f.key().equals(n.from())
                        && f.steps().stream()
                                .anyMatch(
                                        s -> s.part() != null && s.part().fix().equals(n.from())))
                .map(f -> f.key());
        List<StoredDocument> users = Stream.concat(
                        errors.sorted().map(k -> store.lock(tx, DocumentKind.ERROR, k)),
                        fixes.sorted().map(k -> store.lock(tx, DocumentKind.FIX, k)))
                .flatMap(java.util.Optional::stream)
                .toList();
        Rewriting.refuseMany(users.size());
        return users;
    }

    /** A document with its links to the new name. */
    private Rewriting.Changed linked(Tx tx, Name n, StoredDocument user) {
        String text = rewriting.newest(tx, user);
        String folder = user.kind() == n.kind()
                ? "(?:\\.\\./" + n.kind().folder() + "/|\\./)?"
                : "\\.\\./" + n.kind().folder() + "/";
        String now = Pattern.compile("\\]\\((" + folder + ")" + Pattern.quote(n.from()) + "\\.md\\)")
                .matcher(text)
                .replaceAll("]($1" + Matcher.quoteReplacement(n.to()) + ".md)");
        return Rewriting.changed(user, now);
    }
}
