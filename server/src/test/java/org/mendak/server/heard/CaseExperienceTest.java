package org.mendak.server.heard;

import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.timeout;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Function;
import org.junit.jupiter.api.Test;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Tx;

/** When cases are read for recognition. */
class CaseExperienceTest {

    private static final int MOST_MS = 20_000;

    private final AtomicReference<Instant> now = new AtomicReference<>(Instant.parse("2026-11-02T08:00:00Z"));
    private final HeardStore store = mock(HeardStore.class);

    private CaseExperience experience() {
        Db db = mock(Db.class);
        when(db.tx(any()))
                .thenAnswer(i -> i.<Function<Tx, Object>>getArgument(0).apply(null));
        Clock clock = mock(Clock.class);
        when(clock.instant()).thenAnswer(i -> now.get());
        LibraryService library = mock(LibraryService.class);
        Library empty = mock(Library.class);
        when(library.library()).thenReturn(empty);
        return new CaseExperience(db, store, library, clock);
    }

    private void forward(int seconds) {
        now.updateAndGet(n -> n.plus(Duration.ofSeconds(seconds)));
    }

    /** What changes all the time is read all the time; how often errors are met is counted once a minute all the same. */
    @Test
    void aBusyDeskHasItsMinutesToo() {
        CaseExperience experience = experience();
        try {
            experience.prior();
            verify(store, timeout(MOST_MS)).open(any(), anyInt());
            verify(store, timeout(MOST_MS)).met(any(), any());
            forward(40);
            experience.changed("tracks-full");
            experience.prior();
            verify(store, timeout(MOST_MS).times(2)).open(any(), anyInt());
            verify(store, timeout(MOST_MS)).met(any(), any());
            forward(40);
            experience.changed("tracks-full");
            experience.prior();
            verify(store, timeout(MOST_MS).times(2)).met(any(), any());
        } finally {
            experience.stop();
        }
    }
}
