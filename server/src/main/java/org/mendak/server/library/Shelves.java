package org.mendak.server.library;

import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
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

    /** How many changes of any document were committed. */
    private final AtomicLong changes = new AtomicLong();

    private record Kept(long changes, Library beside, Shelf shelf) {}

    private volatile Kept kept;

    Shelves(DocumentStore store, PublishedLibrary published, ParsedDocuments parsed) {
        this.store = store;
        this.published = published;
        this.parsed = parsed;
    }

    Object publishing() {
        return publishing;
    }

    /** Something was written: what is kept no longer holds once that is committed. */
    void changed(Tx tx) {
        tx.afterCommit(changes::incrementAndGet);
    }

    /** The newest of everything, drafts included: what an author writes beside. */
    Shelf newest(Tx tx) {
        long now = changes.get();
        Library beside = published.library();
        Kept k = kept;
        if (k != null && k.changes() == now && k.beside() == beside) {
            return k.shelf();
        }
        Shelf read = read(tx, beside);
        kept = new Kept(now, beside, read);
        return read;
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
        return Stream.concat(Reviewer.review(p, shelf).stream(), Reviewer.secrets(text).stream())
                .sorted(Comparator.comparingInt(Problem::line).thenComparingInt(Problem::column))
                .toList();
    }
}
