package org.mendak.server.evidence;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.mendak.core.evidence.Counted;
import org.mendak.core.evidence.CountedLog;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.Release;
import org.mendak.core.plan.PastConditions;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.platform.Unread;

/**
 * What is kept of one known error's cases: read once, and from then on only what changed. Its monitor guards the log; a fit is made outside
 * of it, once for all who ask for the same.
 */
final class KeptLog {

    /** So many product releases are fitted for at once; beyond them what was fitted is forgotten. */
    private static final int MOST_FITS = 40;

    /** When more cases have changed, all are read anew. */
    private static final int MOST_CHANGED = 2_000;

    /** Where cases are read from. */
    interface Source {
        List<CaseLog.Entry> all(KnownError error, Frame frame);

        /** What these cases say of the error; a case that says nothing of it is not among them. */
        List<CaseLog.Entry> of(KnownError error, Frame frame, Set<Long> cases);

        /** Somebody asks for what is fitted of this log; it is forgotten when others are asked for more. */
        void fitting(KeptLog log);
    }

    private final KnownError error;
    private final Frame frame;
    private final Source source;

    /** Cases that changed since they were read, by their numbers. */
    private final Unread unread = new Unread(MOST_CHANGED);

    /** Null until it was read. */
    private CountedLog<CaseLog.Entry> log;

    private long version;
    private volatile int lastSize;
    private volatile int weighedAt;

    /** By release what was fitted, or is being fitted, of what the log teaches as it is. */
    private final Map<String, CompletableFuture<Evidence>> fits = new HashMap<>();

    /** By release what is being fitted, of the log as it is or was. */
    private final Map<String, CompletableFuture<Evidence>> running = new HashMap<>();

    /** What the log had taught when those fits were made. */
    private long fittedAt;

    /** Of the log as it is; null until somebody asks. */
    private PastConditions past;

    KeptLog(KnownError error, Frame frame, Source source) {
        this.error = error;
        this.frame = frame;
        this.source = source;
    }

    KnownError error() {
        return error;
    }

    Frame frame() {
        return frame;
    }

    /** These cases changed; all of them may have if none is named. */
    void changed(Set<Long> cases) {
        if (cases.isEmpty()) {
            unread.addAll();
        } else {
            unread.add(cases);
        }
    }

    /** Takes all cases as they were read elsewhere, while it was told of changes already. */
    synchronized void fill(List<CaseLog.Entry> entries) {
        if (log == null) {
            read(entries);
        }
    }

    /** Whether it was read at all. */
    synchronized boolean isRead() {
        return log != null;
    }

    private void read(List<CaseLog.Entry> entries) {
        CountedLog<CaseLog.Entry> read = frame.empty();
        entries.forEach(read::put);
        log = read;
        fits.clear();
        moved();
    }

    private void moved() {
        version++;
        lastSize = log.size();
        past = null;
        if (log.taught() != fittedAt) {
            fittedAt = log.taught();
            fits.clear();
        }
    }

    /** How many cases it had when it was read last. */
    int lastSize() {
        return lastSize;
    }

    /** Whether it has grown by a good part since this was asked for last. */
    boolean grew() {
        int size = lastSize;
        if (size > weighedAt + weighedAt / 4 + 100) {
            weighedAt = size;
            return true;
        }
        return false;
    }

    /** Looks at the log as it is now. */
    synchronized <T> T look(Function<CountedLog<CaseLog.Entry>, T> at) {
        refresh();
        return at.apply(log);
    }

    /** Rises with every change of the log. */
    synchronized long version() {
        refresh();
        return version;
    }

    private void refresh() {
        unread.read(due -> {
            if (due.all() || log == null) {
                read(source.all(error, frame));
            } else if (!due.isNothing()) {
                List<CaseLog.Entry> now = source.of(error, frame, due.numbers());
                Set<Long> there = now.stream().map(c -> c.logged().number()).collect(Collectors.toSet());
                due.numbers().stream().filter(n -> !there.contains(n)).forEach(log::remove);
                now.forEach(log::put);
                moved();
            }
            return null;
        });
    }

    /**
     * The evidence for a case under this product version; null if that is not known. One fit of a release at a time: who asks for a later state of the log
     * while another is fitted waits, and shares the next with all who came meanwhile.
     */
    EvidenceService.Fitted fitted(String productVersion) {
        source.fitting(this);
        String release = productVersion == null ? "" : Release.of(productVersion);
        while (true) {
            CompletableFuture<Evidence> before;
            Supplier<Evidence> mine = null;
            CompletableFuture<Evidence> fit;
            PastConditions known;
            synchronized (this) {
                refresh();
                known = past();
                fit = fits.get(release);
                before = fit == null ? running.get(release) : null;
                if (fit == null && before == null) {
                    if (fits.size() >= MOST_FITS) {
                        fits.clear();
                    }
                    Counted counted = log.counted(frame.minutes(), productVersion);
                    mine = () -> Frame.fit(counted);
                    fit = new CompletableFuture<>();
                    fits.put(release, fit);
                    running.put(release, fit);
                }
            }
            if (mine != null) {
                return new EvidenceService.Fitted(made(release, fit, mine), known);
            }
            if (fit != null) {
                return new EvidenceService.Fitted(fit.join(), known);
            }
            // whatever became of it
            before.handle((f, e) -> f).join();
        }
    }

    private PastConditions past() {
        if (past == null) {
            past = PastConditions.of(error, log.known());
        }
        return past;
    }

    private Evidence made(String release, CompletableFuture<Evidence> fit, Supplier<Evidence> mine) {
        try {
            Evidence made = mine.get();
            ended(release, fit, true);
            fit.complete(made);
            return made;
        } catch (RuntimeException | Error e) {
            ended(release, fit, false);
            fit.completeExceptionally(e);
            throw e;
        }
    }

    /** Whoever asks next has it fitted again; who waits for a fit still has that one. */
    synchronized void forgetFits() {
        fits.clear();
    }

    private synchronized void ended(String release, CompletableFuture<Evidence> fit, boolean well) {
        running.remove(release, fit);
        if (!well) {
            fits.remove(release, fit);
        }
    }
}
