package org.mendak.server.library;

import jakarta.annotation.PreDestroy;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.server.platform.Beside;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Trace;
import org.mendak.server.platform.Tx;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/**
 * The published library in memory. It is built after the commit of what changed it, one build after the other, each in a
 * transaction of its own: so the last build has seen every commit before it, however many publish at once.
 */
@Component
class PublishedLibrary {

    private static final Logger LOG = LoggerFactory.getLogger(PublishedLibrary.class);

    private static final long AGAIN_S = 2;

    private final Db db;
    private final DocumentStore store;
    private final ParsedDocuments parsed;
    private final ApplicationEventPublisher events;

    /** How many changes were committed. */
    private final AtomicLong committed = new AtomicLong();

    private final Object building = new Object();

    /** Of how many changes {@link #library} knows; guarded by {@link #building}. */
    private long built;

    private volatile boolean failed;
    private final ScheduledExecutorService again = Beside.one("library");

    private volatile Library library;

    PublishedLibrary(Db db, DocumentStore store, ParsedDocuments parsed, ApplicationEventPublisher events) {
        this.db = db;
        this.store = store;
        this.parsed = parsed;
        this.events = events;
        this.library = db.tx(tx -> load(tx, Library.EMPTY));
    }

    /** What readers see now. Never waits. */
    Library library() {
        return library;
    }

    /** Whether what readers see lags behind what was published, because it could not be read; it is tried again by itself. */
    boolean lags() {
        return failed;
    }

    /** Readers see the change once it is committed. */
    void change(Tx tx) {
        tx.afterCommit(() -> build(committed.incrementAndGet()));
    }

    private void build(long atLeast) {
        synchronized (building) {
            if (built >= atLeast) {
                return;
            }
            long upTo = committed.get();
            try {
                library = db.tx(tx -> load(tx, library));
                built = upTo;
                failed = false;
                events.publishEvent(new LibraryChanged(library));
            } catch (RuntimeException e) {
                // what was published is stored: the call must not say otherwise
                LOG.error("the library could not be read after a change; readers see the one before: {}", Trace.of(e));
                failed = true;
                again.schedule(() -> build(upTo), AGAIN_S, TimeUnit.SECONDS);
            }
        }
    }

    @PreDestroy
    void stop() {
        again.shutdownNow();
    }

    /** Revisions never change, so those that were read before are taken over. */
    private Library load(Tx tx, Library before) {
        Map<String, KnownError> errors = new HashMap<>();
        Map<String, Fix> fixes = new HashMap<>();
        Map<String, Integer> revisions = new HashMap<>();
        for (DocumentKind kind : DocumentKind.values()) {
            List<DocumentStore.Number> numbers = store.publishedNumbers(tx, kind);
            Texts texts = new Texts(tx, kind, numbers, before);
            Map<DocumentStore.Number, String> unread = new LinkedHashMap<>();
            for (DocumentStore.Number n : numbers) {
                String name = kind.word() + "/" + n.key();
                revisions.put(name, n.revision());
                if (Integer.valueOf(n.revision()).equals(before.revisions().get(name))) {
                    KnownError error =
                            kind == DocumentKind.ERROR ? before.errors().get(n.key()) : null;
                    Fix fix = kind == DocumentKind.FIX ? before.fixes().get(n.key()) : null;
                    put(n.key(), error, fix, errors, fixes);
                } else {
                    unread.put(n, texts.of(n));
                }
            }
            // at a start they are all of them
            unread.entrySet().parallelStream()
                    .map(e -> parsed.of(kind, e.getKey().key(), e.getKey().revision(), e.getValue()))
                    .toList()
                    .forEach(d -> put(d.key(), d.error(), d.fix(), errors, fixes));
        }
        return new Library(errors, fixes, vocabulary(tx), revisions);
    }

    private static void put(
            String key, KnownError error, Fix fix, Map<String, KnownError> errors, Map<String, Fix> fixes) {
        if (error != null) {
            errors.put(key, error);
        } else if (fix != null) {
            fixes.put(key, fix);
        }
    }

    Vocabulary vocabulary(Tx tx) {
        return store.vocabulary(tx)
                .map(v -> RunbookParser.vocabulary(v.text()).vocabulary())
                .orElse(Vocabulary.EMPTY);
    }

    /** The texts that are wanted: one by one if they are few, in one statement if they are many, as at the start. */
    private final class Texts {

        private static final int FEW = 50;

        private final Tx tx;
        private final DocumentKind kind;
        private final Map<String, DocumentStore.Text> all = new HashMap<>();

        Texts(Tx tx, DocumentKind kind, List<DocumentStore.Number> numbers, Library before) {
            this.tx = tx;
            this.kind = kind;
            long wanted = numbers.stream()
                    .filter(n -> !Integer.valueOf(n.revision())
                            .equals(before.revisions().get(kind.word() + "/" + n.key())))
                    .count();
            if (wanted > FEW) {
                store.publishedTexts(tx, kind).forEach(t -> all.put(t.key(), t));
            }
        }

        String of(DocumentStore.Number n) {
            DocumentStore.Text t = all.get(n.key());
            // another revision may have been published between the two statements
            return t != null && t.revision() == n.revision()
                    ? t.text()
                    : store.text(tx, kind.word(), n.key(), n.revision()).orElseThrow();
        }
    }
}
