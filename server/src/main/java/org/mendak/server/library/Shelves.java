package org.mendak.server.library;

import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.mendak.core.review.Reviewer;
import org.mendak.core.review.Shelf;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.Problem;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** What documents are judged beside. The newest of everything is kept in memory until something of it changes: it is asked for at each pause in typing. */
@Component
class Shelves {

    private final DocumentStore store;
    private final PublishedLibrary published;
    private final ParsedDocuments parsed;

    /** What readers see is changed by one at a time, so that what was judged together is true together. */
    private final Object publishing = new Object();

    /** A document by its kind and key. */
    private record Name(DocumentKind kind, String key) {}

    /** How many changes were committed, which documents they were of, and the last of those that more than documents were changed by. */
    private long changes;

    private final Map<Name, Long> changed = new HashMap<>();
    private long changedAll;

    private record Kept(long changes, Shelf shelf) {}

    private volatile Kept kept;

    Shelves(DocumentStore store, PublishedLibrary published, ParsedDocuments parsed) {
        this.store = store;
        this.published = published;
        this.parsed = parsed;
    }

    Object publishing() {
        return publishing;
    }

    /** A document was written: of what is kept it no longer holds once that is committed. */
    void changed(Tx tx, DocumentKind kind, String key) {
        tx.afterCommit(() -> {
            synchronized (changed) {
                changed.put(new Name(kind, key), ++changes);
            }
        });
    }

    /** The words of the desk or many documents were written: nothing of what is kept holds once that is committed. */
    void changedAll(Tx tx) {
        tx.afterCommit(() -> {
            synchronized (changed) {
                changedAll = ++changes;
            }
        });
    }

    /** What is to be read again. */
    private record Stale(long upTo, boolean all, List<Name> names) {}

    private Stale stale(Kept k) {
        synchronized (changed) {
            if (k == null || k.changes() < changedAll) {
                // whoever holds a shelf that is not stale as a whole knows of these; of later ones perhaps not
                changed.values().removeIf(at -> at <= changedAll);
                return new Stale(changes, true, List.of());
            }
            List<Name> names = k.changes() == changes
                    ? List.of()
                    : changed.entrySet().stream()
                            .filter(e -> e.getValue() > k.changes())
                            .map(Map.Entry::getKey)
                            .toList();
            return new Stale(changes, false, names);
        }
    }

    /** The newest of everything, drafts included: what an author writes beside. What was saved since is read anew, the rest is kept. */
    Shelf newest(Tx tx) {
        Kept k = kept;
        Stale stale = stale(k);
        if (!stale.all() && stale.names().isEmpty()) {
            return k.shelf();
        }
        Shelf read = stale.all() ? read(tx, published.library()) : again(tx, k.shelf(), stale.names());
        kept = new Kept(stale.upTo(), read);
        return read;
    }

    private Shelf again(Tx tx, Shelf shelf, List<Name> names) {
        Shelf now = shelf;
        for (DocumentKind kind : DocumentKind.values()) {
            Map<String, ParsedDocument> read = new HashMap<>();
            names.stream()
                    .filter(n -> n.kind() == kind)
                    .forEach(n -> read.put(
                            n.key(),
                            store.find(tx, kind, n.key())
                                    .filter(d -> d.status() != Status.RETIRED)
                                    .map(d -> latest(tx, d))
                                    .orElse(null)));
            now = read.isEmpty() ? now : now.with(kind, read);
        }
        return now;
    }

    private Shelf read(Tx tx, Library now) {
        Map<String, Fix> fixes = new HashMap<>();
        Map<String, KnownError> errors = new HashMap<>();
        for (StoredDocument d : store.all(tx)) {
            if (d.status() == Status.RETIRED) {
                continue;
            }
            boolean atHand = Integer.valueOf(d.latest())
                    .equals(now.revisions().get(d.kind().word() + "/" + d.key()));
            if (d.kind() == DocumentKind.FIX) {
                Fix f = atHand ? now.fixes().get(d.key()) : latest(tx, d).fix();
                Optional.ofNullable(f).ifPresent(x -> fixes.put(d.key(), x));
            } else {
                KnownError e =
                        atHand ? now.errors().get(d.key()) : latest(tx, d).error();
                Optional.ofNullable(e).ifPresent(x -> errors.put(d.key(), x));
            }
        }
        return new Shelf(fixes, errors, published.vocabulary(tx));
    }

    private ParsedDocument latest(Tx tx, StoredDocument d) {
        String text = store.text(tx, d.kind().word(), d.key(), d.latest()).orElseThrow();
        return parsed.of(d.kind(), d.key(), d.latest(), text);
    }

    /** What readers see: what is to be published is judged beside that alone. */
    Shelf visible(Tx tx) {
        if (published.lags()) {
            throw Refusal.unavailable(
                    "The stored library cannot be read at the moment. Nothing was changed; try again.");
        }
        Library now = published.library();
        Set<String> unseen = store.all(tx).stream()
                .filter(d -> d.kind() == DocumentKind.FIX && !d.visible())
                .map(StoredDocument::key)
                .collect(Collectors.toSet());
        return new Shelf(now.fixes(), now.errors(), published.vocabulary(tx), unseen);
    }

    /** The same with these published together: each is judged beside the others. */
    Shelf visibleWith(Tx tx, List<ParsedDocument> together) {
        Shelf now = visible(tx);
        Map<String, Fix> fixes = new HashMap<>(now.fixes());
        Map<String, KnownError> errors = new HashMap<>(now.errors());
        Set<String> unseen = new java.util.HashSet<>(now.unseen());
        for (ParsedDocument d : together) {
            Optional.ofNullable(d.fix()).ifPresent(f -> {
                fixes.put(d.key(), f);
                unseen.remove(d.key());
            });
            Optional.ofNullable(d.error()).ifPresent(e -> errors.put(d.key(), e));
        }
        return new Shelf(fixes, errors, now.vocabulary(), unseen);
    }

    /** What is wrong with a document beside a shelf, in the order of its lines. */
    static List<Problem> judged(ParsedDocument p, Shelf shelf, String text) {
        return Stream.concat(Reviewer.review(p, shelf, text).stream(), Reviewer.secrets(text).stream())
                .sorted(Comparator.comparingInt(Problem::line).thenComparingInt(Problem::column))
                .toList();
    }
}
