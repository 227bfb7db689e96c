package org.mendak.server.upkeep;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.timeout;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.evidence.AilingFixes;
import org.mendak.server.library.LibraryChanged;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Settings;

/** That nobody waits for a look through a large library without being told how far it is. */
class FindingsTest {

    private static final LocalDate TODAY = LocalDate.of(2026, 11, 29);
    private static final Finding UNUSED =
            Finding.of(Kind.UNUSED, DocumentKind.FIX, "load-table", "Load the table", "nobody tries it", "retire it");

    private static final int LONGEST_MS = 20_000;

    private LibraryFindings documents;
    private AilingFixes ailing;

    @BeforeEach
    void nothingWasLookedAt() {
        documents = mock(LibraryFindings.class);
        ailing = mock(AilingFixes.class);
    }

    private Findings findings() {
        Settings settings = mock(Settings.class);
        when(settings.zone()).thenReturn(ZoneOffset.UTC);
        when(ailing.all()).thenReturn(List.of());
        return new Findings(
                null,
                documents,
                mock(LibraryService.class),
                ailing,
                null,
                settings,
                Clock.fixed(Instant.EPOCH, ZoneOffset.UTC),
                w -> "somebody");
    }

    @Test
    void whoIsNotPatientIsToldHowFarItIs() {
        CountDownLatch looked = new CountDownLatch(1);
        CountDownLatch evidence = new CountDownLatch(1);
        when(documents.percent()).thenReturn(40);
        when(ailing.percent()).thenReturn(60);
        when(documents.of(any(), any())).thenAnswer(i -> {
            looked.await();
            return List.of(UNUSED);
        });
        Findings findings = findings();
        when(ailing.all()).thenAnswer(i -> {
            evidence.await();
            return List.of();
        });
        assertThat(findings.slow(TODAY, Duration.ofMillis(5))).isEmpty();
        assertThat(findings.percent()).as("of the evidence").isEqualTo(30);
        evidence.countDown();
        // the documents come after it
        verify(documents, timeout(LONGEST_MS)).of(any(), any());
        assertThat(findings.slow(TODAY, Duration.ofMillis(5))).isEmpty();
        assertThat(findings.percent()).as("of the documents").isEqualTo(70);
        looked.countDown();
        // the look that was begun for the first goes on for the next
        assertThat(findings.slow(TODAY)).containsExactly(UNUSED);
        assertThat(findings.slow(TODAY, Duration.ofMillis(5))).contains(List.of(UNUSED));
        findings.stop();
    }

    @Test
    void aLookThatFailedIsToldAndTakenAgain() {
        when(documents.of(any(), any()))
                .thenThrow(new IllegalStateException("no space left"))
                .thenReturn(List.of(UNUSED));
        Findings findings = findings();
        assertThatThrownBy(() -> findings.slow(TODAY)).hasMessage("no space left");
        assertThat(findings.slow(TODAY)).containsExactly(UNUSED);
        findings.stop();
    }

    /** What was begun before it was published says nothing of it to whoever asks afterwards. */
    @Test
    void aLookThatWasUnderWayIsNotToldAfterAPublication() {
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch published = new CountDownLatch(1);
        when(documents.of(any(), any()))
                .thenAnswer(before -> {
                    begun.countDown();
                    published.await();
                    return List.of(UNUSED);
                })
                .thenReturn(List.of());
        Findings findings = findings();
        assertThat(findings.slow(TODAY, Duration.ofMillis(1))).isEmpty();
        assertThatCode(begun::await).doesNotThrowAnyException();
        findings.changed(new LibraryChanged(null));
        published.countDown();
        assertThat(findings.slow(TODAY)).isEmpty();
        findings.stop();
    }

    @Test
    void afterAPublicationAllIsLookedAtAgain() {
        when(documents.of(any(), any())).thenReturn(List.of(UNUSED)).thenReturn(List.of());
        Findings findings = findings();
        assertThat(findings.slow(TODAY)).containsExactly(UNUSED);
        findings.changed(new LibraryChanged(null));
        assertThat(findings.slow(TODAY)).isEmpty();
        findings.stop();
    }
}
