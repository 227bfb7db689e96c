package org.mendak.server.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.LongStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Who;

/** That many who ask while much changes are told what each of them knows of. */
class KeptLogTest extends OnDesk {

    private static final int ASKING = 4;
    private static final int CHANGES = 150;

    private final Map<Long, CaseLog.Entry> cases = new ConcurrentHashMap<>();
    private final AtomicInteger readings = new AtomicInteger();
    private KeptLog log;

    private final AtomicInteger fittings = new AtomicInteger();
    private final KeptLog.Source source = new KeptLog.Source() {
        @Override
        public List<CaseLog.Entry> all(KnownError error, Frame frame) {
            readings.incrementAndGet();
            return cases.values().stream().sorted(CaseLog.Entry.ORDER).toList();
        }

        @Override
        public List<CaseLog.Entry> of(KnownError error, Frame frame, Set<Long> numbers) {
            return numbers.stream().map(cases::get).toList();
        }

        @Override
        public void fitting(KeptLog asked) {
            fittings.incrementAndGet();
        }
    };

    @BeforeAll
    void make() {
        Texts.publish(api);
        Library library = app.bean(LibraryService.class).library();
        KnownError error = library.errors().get("tracks-full");
        log = new KeptLog(error, Frame.of(error, library.fixes(), library), source);
    }

    /** One case more, stored and told of as a transaction does it. */
    private void comes(long number) {
        List<LoggedAttempt> tried = List.of(
                new LoggedAttempt("clear-tracks", Outcome.NO_CHANGE, false, false, 3),
                new LoggedAttempt("grow-tracks", Outcome.WORKED, false, false, 5));
        LoggedCase logged = new LoggedCase(number, "7.0", "2026-10", tried);
        cases.put(number, new CaseLog.Entry(logged, Instant.ofEpochSecond(number), "Leadline", new Who(1)));
        log.changed(Set.of(number));
    }

    @Test
    void nobodyIsToldLessThanWasStoredWhenTheyAsked() throws Exception {
        ExecutorService threads = Executors.newFixedThreadPool(ASKING);
        try {
            AtomicInteger told = new AtomicInteger();
            List<Callable<Boolean>> work = new ArrayList<>();
            for (int t = 0; t < ASKING; t++) {
                int own = t;
                work.add(() -> {
                    boolean fresh = true;
                    for (int i = 0; i < CHANGES; i++) {
                        comes(1 + i * ASKING + own);
                        if (i % 5 == own) {
                            log.forgetFits();
                        }
                        int least = told.incrementAndGet();
                        // now and then for another release, which is another fit
                        fresh &=
                                log.fitted(i % 7 == 0 ? "6.1" : null).evidence().cases() >= least;
                    }
                    return fresh;
                });
            }
            for (Future<Boolean> f : threads.invokeAll(work)) {
                assertThat(f.get()).isTrue();
            }
        } finally {
            threads.shutdownNow();
        }
        assertThat(log.fitted(null).evidence().cases()).isEqualTo(ASKING * CHANGES);
        assertThat(log.fitted(null).evidence()).isSameAs(log.fitted(null).evidence());
        assertThat(readings).hasValue(1);
    }

    @Test
    void whatWasForgottenIsFittedAgainTheSame() {
        LongStream.rangeClosed(1, 40).forEach(this::comes);
        int asked = fittings.get();
        Evidence before = log.fitted(null).evidence();
        log.forgetFits();
        Evidence again = log.fitted(null).evidence();
        assertThat(again).isNotSameAs(before);
        assertThat(again.tallies()).isEqualTo(before.tallies());
        assertThat(again.plausible(1, 1)).isEqualTo(before.plausible(1, 1)).isPresent();
        assertThat(fittings).hasValue(asked + 2);
        assertThat(readings).hasValue(1);
    }
}
