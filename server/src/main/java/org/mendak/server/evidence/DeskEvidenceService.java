package org.mendak.server.evidence;

import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Queue;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import org.mendak.core.evidence.Alarms;
import org.mendak.core.evidence.DeskFigures;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Awaited;
import org.mendak.server.platform.Beside;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Rests;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Trace;
import org.mendak.server.platform.Who;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/**
 * Puts together what the Evidence place tells of the whole desk. The first time that takes as long as reading all cases does; whoever asks is
 * told how far it is, and it goes on. After that only what changed is computed.
 */
@Service
class DeskEvidenceService {

    private static final Logger LOG = LoggerFactory.getLogger(DeskEvidenceService.class);
    private static final List<Double> QUANTILES = List.of(0.25, 0.5, 0.75, 0.9);

    /** How long one who asks waits before being told how far it is. */
    private static final long PATIENCE_MS = 1_500;

    /** How long a table for a file is waited for. */
    private static final long TABLE_PATIENCE_MS = 120_000;

    /** So many are computed at once; who asks for one more is told to wait. */
    private static final int MOST_AT_ONCE = 8;

    private static final long GRACE_S = 10;

    /** What reading cases is taken to be of all that is to be done. */
    private static final int READING_PERCENT = 60;

    /** Known errors that are listed; a table has them all. */
    private static final int MOST_LINES = 200;

    private final EvidenceMemory memory;
    private final DeskLines lines;
    private final ErrorEvidenceService errors;
    private final LibraryService library;
    private final DriftBar bar;
    private volatile Look lookedNow = new Look();
    private final Map<CaseChoice, Look> looks = new ConcurrentHashMap<>();
    private final ExecutorService executor = Beside.one("evidence");
    private final Rests rests = new Rests(1);

    DeskEvidenceService(
            EvidenceMemory memory, DeskLines lines, ErrorEvidenceService errors, LibraryService library, DriftBar bar) {
        this.memory = memory;
        this.lines = lines;
        this.errors = errors;
        this.library = library;
        this.bar = bar;
    }

    /** One look over all cases; those of whom it is asked while it is under way wait for the next, or are told how far it is. */
    private static final class Look {
        final CompletableFuture<All> all = new CompletableFuture<>();
        final AtomicLong done = new AtomicLong();
    }

    /** What all known errors come to. */
    record All(List<DeskLines.Line> lines, List<String> failed) {}

    DeskEvidence of(Caller caller, CaseChoice choice) {
        caller.may(Role.AGENT, Scope.READ, "see evidence");
        return of(choice, MOST_LINES, PATIENCE_MS);
    }

    /** With a line for each known error, however many there are. */
    DeskEvidence whole(Caller caller, CaseChoice choice) {
        caller.may(Role.AGENT, Scope.READ, "see evidence");
        DeskEvidence all = of(choice, Integer.MAX_VALUE, TABLE_PATIENCE_MS);
        if (all.reading() != null) {
            throw Refusal.unavailable("The cases are still being read. Please try again in a minute.");
        }
        return all;
    }

    private DeskEvidence of(CaseChoice choice, int most, long patience) {
        long end = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(patience);
        Look under = looks.get(choice);
        if (under != null && awaited(under, end).isEmpty()) {
            return howFar(under);
        }
        // begun after the question was asked, so that nothing that the asker knows of is missing
        Look own = begun(choice);
        return awaited(own, end).map(all -> put(all, choice, most)).orElseGet(() -> howFar(own));
    }

    /** Cases are read first, and then each error is computed; reading may have begun before anybody asked. */
    private DeskEvidence howFar(Look look) {
        return DeskEvidence.reading(percent(look), 100);
    }

    private long percent(Look look) {
        EvidenceMemory.Progress reading = memory.progress();
        int errorsInAll = library.library().errors().size();
        return reading == null
                ? READING_PERCENT + (100 - READING_PERCENT) * look.done.get() / Math.max(1, errorsInAll)
                : READING_PERCENT * reading.done() / reading.total();
    }

    /** How far the look of {@link #now} is that was begun last, in percent. */
    int percent() {
        return (int) percent(lookedNow);
    }

    private Look begun(CaseChoice choice) {
        if (looks.size() >= MOST_AT_ONCE && !looks.containsKey(choice)) {
            throw Refusal.tooMany("Too many look at evidence of chosen cases at once. Please wait a little.", 5);
        }
        Look mine = new Look();
        Look other = looks.putIfAbsent(choice, mine);
        if (other != null) {
            return other;
        }
        executor.execute(() -> {
            try {
                memory.fill();
                All all = look(choice, mine);
                looks.remove(choice, mine);
                mine.all.complete(all);
            } catch (RuntimeException | Error e) {
                LOG.error("the evidence of the desk cannot be computed: {}", Trace.of(e));
                looks.remove(choice, mine);
                mine.all.completeExceptionally(e);
            }
        });
        return mine;
    }

    private static Optional<All> awaited(Look look, long end) {
        return Awaited.within(look.all, Duration.ofNanos(end - System.nanoTime()));
    }

    /** What all errors come to, computed here; waits as long as it takes. */
    All now(CaseChoice choice) {
        Look look = new Look();
        lookedNow = look;
        memory.fill();
        return look(choice, look);
    }

    private All look(CaseChoice choice, Look progress) {
        List<KnownError> all = List.copyOf(library.library().errors().values());
        Queue<String> failed = new ConcurrentLinkedQueue<>();
        List<DeskLines.Line> told = all.parallelStream()
                .flatMap(e -> {
                    progress.done.incrementAndGet();
                    Optional<DeskLines.Line> line = computed(e, choice);
                    if (line.isEmpty()) {
                        failed.add(e.title());
                    }
                    return line.stream();
                })
                .toList();
        return new All(told, failed.stream().sorted().toList());
    }

    /** Empty if it cannot be computed: one error takes none of the others with it. */
    private Optional<DeskLines.Line> computed(KnownError e, CaseChoice choice) {
        try {
            return Optional.of(lines.of(e.plannable(), choice));
        } catch (RuntimeException x) {
            LOG.error("the evidence of {} cannot be computed: {}", e.key(), Trace.of(x));
            return Optional.empty();
        }
    }

    private DeskEvidence put(All all, CaseChoice choice, int most) {
        List<DeskEvidence.ErrorLine> told = new ArrayList<>();
        List<DeskEvidence.Changed> changes = new ArrayList<>();
        List<Double> looked = new ArrayList<>();
        DeskFigures.Counts counts = new DeskFigures.Counts();
        TreeSet<String> products = new TreeSet<>();
        Set<Who> agents = new HashSet<>();
        int chosen = 0;
        double saved = 0;
        for (DeskLines.Line l : all.lines()) {
            products.addAll(l.products());
            agents.addAll(l.agents());
            if (l.cases() > 0) {
                chosen += l.cases();
                DeskEvidence.ErrorLine line = line(l, choice);
                told.add(line);
                saved += line.savedAMonth() == null ? 0 : line.savedAMonth();
                l.telling().stream()
                        .map(t -> t.tested().evidence())
                        .filter(x -> x > 0)
                        .forEach(looked::add);
                changes.addAll(l.changed());
                l.look(log -> {
                    counts.addAll(log.figures());
                    return null;
                });
            }
        }
        told.sort(
                Comparator.comparingDouble((DeskEvidence.ErrorLine l) -> l.savedAMonth() == null ? 0 : -l.savedAMonth())
                        .thenComparing(DeskEvidence.ErrorLine::title));
        double least = choice.isEverything() ? bar.of(looked) : Alarms.bar(looked, Alarms.FALSE_RATE);
        changes.removeIf(c -> c.factor() < least);
        changes.sort(Comparator.comparing(DeskEvidence.Changed::fell)
                .thenComparing(DeskEvidence.Changed::factor)
                .reversed());
        DeskFigures f = counts.figures();
        return new DeskEvidence(
                null,
                chosen,
                f.cases(),
                f.solved(),
                f.firstFix(),
                f.held(),
                saved,
                f.minutes().length == 0
                        ? List.of()
                        : QUANTILES.stream().map(f::quantile).toList(),
                bins(f),
                f.months().stream()
                        .map(m -> new DeskEvidence.Month(
                                m.month(),
                                m.cases(),
                                m.solved(),
                                m.firstFix(),
                                m.held(),
                                Double.isNaN(m.median()) ? null : m.median()))
                        .toList(),
                changes,
                told.size(),
                told.size() > most ? List.copyOf(told.subList(0, most)) : told,
                all.failed(),
                new ErrorEvidence.Choices(
                        List.copyOf(products),
                        agents.stream()
                                .map(w -> new ErrorEvidence.Worker(w.id(), w))
                                .toList(),
                        List.of()));
    }

    private static List<DeskEvidence.Bin> bins(DeskFigures f) {
        List<Integer> counts = f.histogram();
        List<DeskEvidence.Bin> bins = new ArrayList<>();
        for (int b = 0; b < counts.size(); b++) {
            bins.add(new DeskEvidence.Bin(b < DeskFigures.BINS.size() ? DeskFigures.BINS.get(b) : null, counts.get(b)));
        }
        return bins;
    }

    private DeskEvidence.ErrorLine line(DeskLines.Line l, CaseChoice choice) {
        double rate = l.look(log -> ErrorEvidenceService.rate(log, errors.until(choice)));
        DeskLines.Minutes minutes = l.minutes();
        return new DeskEvidence.ErrorLine(
                l.error().key(),
                l.error().title(),
                l.cases(),
                l.solved(),
                l.enough(),
                l.little(),
                minutes.expected(),
                minutes.authored(),
                rate,
                minutes.saved() == null ? null : (Double) (minutes.saved() * rate),
                minutes.differs(),
                l.hardlyEver());
    }

    /** What cases say is read as soon as the desk is open, and what that comes to is computed, so that hardly anybody waits for it. */
    @EventListener(ApplicationReadyEvent.class)
    void read() {
        executor.execute(() -> {
            try {
                memory.fill();
                ahead();
            } catch (RuntimeException e) {
                LOG.warn("cases could not be read ahead; they are read when somebody asks: {}", Trace.of(e));
            }
        });
    }

    /** One error after the other, until somebody asks for all of them: that goes on from here, and with all processors. */
    private void ahead() {
        for (KnownError e : library.library().errors().values()) {
            if (!looks.isEmpty()) {
                return;
            }
            long begun = System.nanoTime();
            computed(e, CaseChoice.EVERYTHING);
            if (rests.after(System.nanoTime() - begun)) {
                return;
            }
        }
    }

    @PreDestroy
    void stop() {
        rests.end();
        memory.end();
        executor.shutdown();
        try {
            executor.awaitTermination(GRACE_S, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
