package org.mendak.server.heard;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.mendak.core.recognise.CaseText;
import org.mendak.core.recognise.Prior;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.CaseChanged;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Beside;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Paced;
import org.mendak.server.platform.Rests;
import org.mendak.server.platform.Trace;
import org.mendak.server.recognition.CasesRead;
import org.mendak.server.recognition.Experience;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Tells recognition how often known errors were met in the last 90 days, and how people put them. What cases say of an error is read
 * anew as soon as one of them changed, what open cases say once a minute, and all of it twice a day: texts age, and may be gone.
 */
@Component
class CaseExperience implements Experience {

    /** The first characters of a text that are read. */
    static final int MOST_CHARACTERS = 1_000;

    private static final Logger LOG = LoggerFactory.getLogger(CaseExperience.class);
    private static final Duration LOOKED_BACK = Duration.ofDays(90);
    private static final Duration FRESH = Duration.ofMinutes(1);
    private static final Duration ALL_FRESH = Duration.ofHours(12);
    /** Cases of one error that are looked at: most of them may say no more than the message, and teach nothing. */
    static final int MOST_LOOKED_AT = 200;
    /** Where every other one teaches, these are enough. */
    private static final int FIRST_LOOKED_AT = 2 * CaseText.MOST_OF_ERROR;
    /** Texts that are learned from, all errors together; with more than five thousand errors each has fewer. */
    private static final int MOST_TEXTS = 100_000;

    /** Open cases that are read, and so many that ended without a known error. */
    private static final int MOST_OTHERS = 500;

    private static final long GRACE_S = 10;
    /** So many times as long as reading took it rests. */
    private static final int RESTS = 3;

    private final Db db;
    private final HeardStore store;
    private final LibraryService library;
    private final Clock clock;
    private final ApplicationEventPublisher readers;
    private final Set<String> changed = ConcurrentHashMap.newKeySet();
    private final ScheduledExecutorService executor = Beside.one("heard");
    private final Rests rests = new Rests(RESTS);
    private final Paced reading = new Paced(executor, this::read);
    private volatile Prior prior = Prior.NONE;
    private volatile List<CaseText> texts = List.of();
    private volatile Instant readAt;
    private volatile int mostOfError = CaseText.MOST_OF_ERROR;
    /** By error what its cases say; of the reading thread alone. */
    private final Map<String, List<CaseText>> taught = new TreeMap<>();

    private Instant allReadAt;

    CaseExperience(Db db, HeardStore store, LibraryService library, Clock clock, ApplicationEventPublisher readers) {
        this.readers = readers;
        this.db = db;
        this.store = store;
        this.library = library;
        this.clock = clock;
    }

    /** Read before somebody asks: it takes seconds, and the first caller after a start would be answered without. */
    @EventListener(ApplicationReadyEvent.class)
    void started() {
        reading.ask();
    }

    /** What cases of these errors say is read anew when somebody asks next. */
    @EventListener
    void changed(CaseChanged event) {
        event.tx().afterCommit(() -> changed.addAll(event.errors()));
    }

    /** The same where a case teaches no more, or again. */
    void changed(String error) {
        changed.add(error);
    }

    @Override
    public Prior prior() {
        look();
        return prior;
    }

    @Override
    public List<CaseText> texts() {
        look();
        return texts;
    }

    /** Reading goes on beside: whoever asks may be inside a transaction, and must not wait for a second connection. */
    private void look() {
        if (isStale(clock.instant()) || !changed.isEmpty()) {
            reading.ask();
        }
    }

    private boolean isStale(Instant now) {
        Instant last = readAt;
        return last == null || last.plus(FRESH).isBefore(now) || last.isAfter(now);
    }

    private void read() {
        Instant now = clock.instant();
        boolean stale = isStale(now);
        boolean isNew = false;
        try {
            if (stale) {
                prior = MetErrors.prior(db.tx(tx -> store.met(tx, now.minus(LOOKED_BACK))));
            }
            List<CaseText> all = readTexts(now);
            if (!all.equals(texts)) {
                texts = all;
                isNew = true;
            }
        } catch (RuntimeException e) {
            allReadAt = null; // what had changed is among all
            LOG.warn("cases could not be read; recognition goes on with what was read last: {}", Trace.of(e));
        } finally {
            // a desk where something changes all the time has its minutes too
            readAt = stale ? now : readAt;
        }
        if (isNew) {
            readers.publishEvent(new CasesRead());
        }
    }

    /** Cases of one error that are learned from. */
    int mostOfError() {
        return mostOfError;
    }

    static int mostOfError(int errors) {
        return Math.max(1, Math.min(CaseText.MOST_OF_ERROR, MOST_TEXTS / Math.max(1, errors)));
    }

    private List<CaseText> readTexts(Instant now) {
        if (allReadAt == null || allReadAt.plus(ALL_FRESH).isBefore(now) || allReadAt.isAfter(now)) {
            taught.clear();
            List<String> errors = db.tx(store::errors);
            mostOfError = mostOfError(errors.size());
            changed.addAll(errors);
            allReadAt = now;
        }
        for (String error : Set.copyOf(changed)) {
            // before it is read: what changes meanwhile is read again
            changed.remove(error);
            long begun = System.nanoTime();
            taught.put(error, taught(error, now));
            // with thousands of errors all of it takes minutes, in which others work
            if (rests.after(System.nanoTime() - begun)) {
                return texts;
            }
        }
        List<CaseText> all = new ArrayList<>();
        taught.values().forEach(all::addAll);
        db.tx(tx -> store.open(tx, MOST_OTHERS)).forEach(t -> all.add(text(t, null, now)));
        db.tx(tx -> store.unknown(tx, now.minus(LOOKED_BACK), MOST_OTHERS)).forEach(t -> all.add(text(t, null, now)));
        return List.copyOf(all);
    }

    /** A case under an error's earlier name is one of its cases too. */
    private List<CaseText> taught(String error, Instant now) {
        KnownError today = library.library().error(error).orElse(null);
        if (today == null) {
            return List.of();
        }
        List<CaseText> teaching = taught(error, today, FIRST_LOOKED_AT, now);
        return teaching == null ? taught(error, today, MOST_LOOKED_AT, now) : teaching;
    }

    /** @return null if more cases may have to be looked at, and so many are not all there may be */
    private List<CaseText> taught(String error, KnownError today, int most, Instant now) {
        List<HeardStore.Text> newest = db.tx(tx -> store.taught(tx, error, most));
        List<CaseText> teaching = newest.stream()
                .filter(t -> CaseText.teaches(t.text(), today))
                .limit(mostOfError)
                .map(t -> text(t, today.key(), now))
                .toList();
        boolean enough = teaching.size() == mostOfError || newest.size() < most || most == MOST_LOOKED_AT;
        return enough ? teaching : null;
    }

    /** Days are counted whole, so that what was read stays the same over a day. */
    private static CaseText text(HeardStore.Text t, String endedAs, Instant now) {
        long days = Duration.between(t.at(), now).toDays();
        return new CaseText(t.number(), endedAs, t.text(), CaseText.weightAfter(days));
    }

    /** Reading comes to an end by itself: a thread that is interrupted while it reads closes the file of the desk. */
    void end() {
        rests.end();
    }

    @PreDestroy
    void stop() {
        end();
        executor.shutdown();
        try {
            executor.awaitTermination(GRACE_S, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
