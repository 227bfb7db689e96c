package org.mendak.server.evidence;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.RemovalCause;
import jakarta.annotation.PreDestroy;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.CaseChanged;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.cases.log.LogReading;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Db;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * The logs of known errors that are kept, and what tells them of changes. A change is told once its transaction is committed and before
 * whoever made it hears so, and a log reads what changed before it says anything: nobody who knows of a change is told what was before it.
 */
@Component
class EvidenceMemory {

    /** Cases whose logs are kept, all errors together; one takes two hundred bytes, and five hundred where errors are rare. */
    private static final long MOST_CASES = 2_000_000;

    /** Cases that are open go by documents of before for a while. */
    private static final int MOST_FRAMES = 3;

    /** Logs whose fits are kept; a fit takes more than a short log does, and is soon made of it. */
    private static final int MOST_FITTED = 2_000;

    private static final int PAGE = 2_000;

    /** Cases of a log that is not read beside others. */
    private static final int LONG = 3_000;

    /** Reading stops by itself: a thread that is interrupted while it reads closes the file of the desk. */
    private volatile boolean ending;

    private volatile Progress progress;
    private volatile Today today = new Today(null, Map.of());

    private final Db db;
    private final CaseLog log;
    private final EvidenceStore store;
    private final LibraryService library;
    private final Cache<String, Kept> kept = Caffeine.newBuilder()
            .maximumWeight(MOST_CASES)
            .weigher((String error, Kept k) -> k.weight())
            .build();

    private final Cache<KeptLog, Boolean> fitted = Caffeine.newBuilder()
            .weakKeys()
            .maximumSize(MOST_FITTED)
            .removalListener((KeptLog l, Boolean asked, RemovalCause why) -> {
                if (l != null && why.wasEvicted()) {
                    l.forgetFits();
                }
            })
            .build();

    EvidenceMemory(Db db, CaseLog log, EvidenceStore store, LibraryService library) {
        this.db = db;
        this.log = log;
        this.store = store;
        this.library = library;
    }

    @PreDestroy
    void end() {
        ending = true;
    }

    /** The logs of one error, by what its documents said; the one used last is the last. */
    private static final class Kept {
        private final Map<Frame, KeptLog> logs = new LinkedHashMap<>(4, 0.75f);
        private Frame last;
        private KeptLog lastLog;

        synchronized KeptLog of(Frame frame, KnownError error, KeptLog.Source source) {
            if (frame == last) {
                // all errors are asked for by one who looks at the desk
                return lastLog;
            }
            KeptLog found = logs.remove(frame);
            if (found == null) {
                if (logs.size() >= MOST_FRAMES) {
                    logs.remove(logs.keySet().iterator().next());
                }
                found = new KeptLog(error, frame, source);
            }
            logs.put(frame, found);
            last = frame;
            lastLog = found;
            return found;
        }

        synchronized List<KeptLog> all() {
            return List.copyOf(logs.values());
        }

        int weight() {
            return all().stream().mapToInt(KeptLog::lastSize).sum() + 10;
        }
    }

    private final KeptLog.Source source = new KeptLog.Source() {
        @Override
        public List<CaseLog.Entry> all(KnownError error, Frame frame) {
            return db.tx(tx -> log.reading(e -> frame.names()).ofError(tx, error));
        }

        @Override
        public List<CaseLog.Entry> of(KnownError error, Frame frame, Set<Long> cases) {
            return db.tx(tx -> log.reading(e -> frame.names()).of(tx, error, cases));
        }

        @Override
        public void fitting(KeptLog log) {
            fitted.get(log, l -> true);
        }
    };

    private LogReading reading() {
        Library now = library.library();
        return log.reading(e -> Frame.names(e, now.vocabulary()));
    }

    /** What today's documents say, error by error. */
    private record Today(Library library, Map<String, Frame> frames) {}

    /** Put together once for each library while documents are those that readers see. */
    private Frame frame(KnownError error, Map<String, Fix> fixes) {
        Library now = library.library();
        if (fixes != now.fixes() || error != now.errors().get(error.key())) {
            return Frame.of(error, fixes, now);
        }
        Today known = today;
        if (known.library() != now) {
            known = new Today(now, new ConcurrentHashMap<>());
            today = known;
        }
        return known.frames().computeIfAbsent(error.key(), k -> Frame.of(error, fixes, now));
    }

    /** The log of a known error, as these documents have it; not to be asked for inside a transaction. */
    KeptLog of(KnownError error, Map<String, Fix> fixes) {
        Frame frame = frame(error, fixes);
        KeptLog found = kept.get(error.key(), k -> new Kept()).of(frame, error, source);
        if (progress != null && !found.isRead() && isLong(error)) {
            awaitReading();
        }
        return found;
    }

    private boolean isLong(KnownError error) {
        return db.tx(tx -> store.count(tx, error.key()))
                .filter(c -> c.cases() > LONG)
                .isPresent();
    }

    /** Who asks for a long log while all are being read has it sooner by waiting than by reading it beside. */
    private synchronized void awaitReading() {
        // reading holds the monitor
    }

    /** A known error's cases with all that is known of them, read anew; oldest first. */
    List<CaseLog.Entry> withAllFacts(KnownError error) {
        return db.tx(tx -> log.reading(e -> CaseLog.ALL_FACTS).ofError(tx, error));
    }

    /** A log has grown: what it takes is weighed again. */
    void weighed(KeptLog log) {
        if (log.grew()) {
            kept.asMap().computeIfPresent(log.error().key(), (k, v) -> v);
        }
    }

    /** A case under an error's earlier name is one of its cases too, and one that went on under another error is still the first one's. */
    @EventListener
    void changed(CaseChanged event) {
        Map<String, Set<Long>> told = new TreeMap<>();
        event.byError().forEach((error, cases) -> told.put(error, new HashSet<>(cases)));
        if (!event.whole()) {
            for (EvidenceStore.Counts c : store.countsFor(event.tx(), event.cases())) {
                Set<Long> cases = told.computeIfAbsent(c.error(), e -> new HashSet<>());
                // of an error of which any may have changed all have anyway
                if (!event.byError().getOrDefault(c.error(), Set.of(c.number())).isEmpty()) {
                    cases.add(c.number());
                }
            }
        }
        event.tx().afterCommit(() -> {
            Library now = library.library();
            told.forEach((error, cases) -> {
                changed(error, cases);
                now.error(error).filter(e -> !e.key().equals(error)).ifPresent(e -> changed(e.key(), cases));
            });
        });
    }

    private void changed(String error, Set<Long> cases) {
        Kept k = kept.getIfPresent(error);
        if (k != null) {
            k.all().forEach(l -> l.changed(cases));
        }
    }

    /** How many cases were read, and out of how many, while all are being read. */
    record Progress(long done, long total) {}

    /** How far reading is; null while nothing is being read. */
    Progress progress() {
        return progress;
    }

    /** Reads the logs of all known errors that were not read yet, in one go over all cases: far less work than one after the other. */
    synchronized void fill() {
        try {
            read();
        } finally {
            progress = null;
        }
    }

    private void read() {
        Library now = library.library();
        Map<String, KeptLog> wanted = new HashMap<>();
        for (KnownError e : now.errors().values()) {
            // from here on each is told of changes
            KeptLog l = of(e, now.fixes());
            if (!l.isRead()) {
                wanted.put(e.key(), l);
            }
        }
        if (wanted.isEmpty()) {
            return;
        }
        long highest = db.tx(log::highest);
        LogReading reading = reading();
        Map<String, List<CaseLog.Entry>> entries = new HashMap<>();
        for (long after = 0; after < highest && !ending; after += PAGE) {
            long from = after;
            long upTo = Math.min(highest, after + PAGE);
            db.tx(tx -> reading.page(tx, from, upTo))
                    .forEach(t -> entries.computeIfAbsent(t.error(), k -> new ArrayList<>())
                            .add(t.entry()));
            progress = new Progress(upTo, highest);
        }
        if (ending) {
            return;
        }
        wanted.forEach((error, l) -> {
            List<CaseLog.Entry> own = entries.getOrDefault(error, new ArrayList<>());
            own.sort(CaseLog.Entry.ORDER);
            l.fill(own);
            weighed(l);
        });
    }
}
