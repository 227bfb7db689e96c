package org.mendak.server.heard;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.timeout;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Function;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Tx;
import org.mendak.server.recognition.CasesRead;

/** When cases are read for recognition. */
class CaseExperienceTest {

    private static final int MOST_MS = 20_000;

    private final AtomicReference<Instant> now = new AtomicReference<>(Instant.parse("2026-11-02T08:00:00Z"));
    private final List<Object> told = new CopyOnWriteArrayList<>();
    private HeardStore store;
    private Library published;

    @BeforeEach
    void nothingWasRead() {
        store = mock(HeardStore.class);
        published = mock(Library.class);
    }

    private CaseExperience experience() {
        Db db = mock(Db.class);
        when(db.tx(any()))
                .thenAnswer(i -> i.<Function<Tx, Object>>getArgument(0).apply(null));
        Clock clock = mock(Clock.class);
        when(clock.instant()).thenAnswer(i -> now.get());
        LibraryService library = mock(LibraryService.class);
        when(library.library()).thenReturn(published);
        return new CaseExperience(db, store, library, clock, told::add);
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

    /** The first caller after a start is answered with what earlier ones said. */
    @Test
    void whatWasReadAtTheStartIsToldOnce() {
        CaseExperience experience = experience();
        when(store.open(any(), anyInt())).thenReturn(List.of(new HeardStore.Text(7, "the wall sleeps", now.get())));
        try {
            experience.started();
            verify(store, timeout(MOST_MS)).unknown(any(), any(), anyInt());
            forward(61);
            experience.prior();
            verify(store, timeout(MOST_MS).times(2)).unknown(any(), any(), anyInt());
            assertThat(experience.texts()).hasSize(1);
        } finally {
            experience.stop();
        }
        assertThat(told).containsExactly(new CasesRead());
    }

    /** Thousands of errors take minutes: a server that is ended does not wait for them. */
    @Test
    void afterTheEndNoFurtherErrorIsRead() {
        CaseExperience experience = experience();
        when(store.errors(any())).thenReturn(List.of("tracks-full", "board-goes-dark", "table-torn"));
        when(published.error(any())).thenAnswer(read -> {
            experience.end();
            return Optional.empty();
        });
        experience.prior();
        verify(published, timeout(MOST_MS)).error(any());
        experience.stop();
        verify(published, times(1)).error(any());
        verify(store, never()).open(any(), anyInt());
    }

    @Test
    void allErrorsTogetherTeachNoMoreThanCanBeKept() {
        assertThat(CaseExperience.mostOfError(0)).isEqualTo(20);
        assertThat(CaseExperience.mostOfError(5_000)).isEqualTo(20);
        assertThat(CaseExperience.mostOfError(20_000)).isEqualTo(5);
        assertThat(CaseExperience.mostOfError(1_000_000)).isEqualTo(1);
    }
}
