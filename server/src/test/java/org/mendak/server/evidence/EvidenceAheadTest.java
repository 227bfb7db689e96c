package org.mendak.server.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.inOrder;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.timeout;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Role;

/** That whoever looks at the evidence of the desk some minutes after its start does not wait for all of it. */
class EvidenceAheadTest {

    private static final int LONGEST_MS = 20_000;
    private static final Caller AGENT = new Caller(1, "liv", "Liv Aune", Role.AGENT, Caller.EVERYTHING);

    private final Map<String, KnownError> errors = new LinkedHashMap<>();
    private EvidenceMemory memory;
    private DeskLines lines;
    private DeskEvidenceService desk;

    @BeforeEach
    void make() {
        memory = mock(EvidenceMemory.class);
        lines = mock(DeskLines.class);
        Library now = mock(Library.class);
        LibraryService library = mock(LibraryService.class);
        errors.clear();
        for (String key : new String[] {"board-goes-dark", "chute-jams", "tracks-full"}) {
            KnownError e = mock(KnownError.class);
            when(e.plannable()).thenReturn(e);
            when(lines.of(e, CaseChoice.EVERYTHING)).thenReturn(mock(DeskLines.Line.class));
            errors.put(key, e);
        }
        when(now.errors()).thenReturn(errors);
        when(library.library()).thenReturn(now);
        desk = new DeskEvidenceService(memory, lines, null, library, null);
    }

    @Test
    void eachErrorIsComputedOnceCasesAreRead() {
        desk.read();
        KnownError last = errors.get("tracks-full");
        verify(lines, timeout(LONGEST_MS)).of(last, CaseChoice.EVERYTHING);
        var order = inOrder(memory, lines);
        order.verify(memory).fill();
        errors.values().forEach(e -> order.verify(lines).of(e, CaseChoice.EVERYTHING));
        desk.stop();
    }

    @Test
    void whoeverAsksIsNotWaitingForWhatIsComputedAhead() {
        KnownError first = errors.get("board-goes-dark");
        DeskLines.Line line = mock(DeskLines.Line.class);
        when(lines.of(first, CaseChoice.EVERYTHING))
                .thenAnswer(i -> {
                    // asked in the midst of it: what is ahead waits here until the asker's patience is over
                    assertThat(desk.of(AGENT, CaseChoice.EVERYTHING).reading()).isNotNull();
                    return line;
                })
                .thenReturn(line);
        desk.read();
        KnownError last = errors.get("tracks-full");
        verify(lines, timeout(LONGEST_MS)).of(last, CaseChoice.EVERYTHING);
        desk.stop();
        verify(lines, times(2)).of(first, CaseChoice.EVERYTHING);
        // by the look that was asked for, and not ahead of it
        verify(lines, times(1)).of(last, CaseChoice.EVERYTHING);
        verify(lines, times(1)).of(errors.get("chute-jams"), CaseChoice.EVERYTHING);
    }

    @Test
    void oneErrorThatCannotBeComputedTakesNoOtherWithIt() {
        when(lines.of(errors.get("board-goes-dark"), CaseChoice.EVERYTHING))
                .thenThrow(new IllegalStateException("cut off"));
        desk.read();
        verify(lines, timeout(LONGEST_MS)).of(errors.get("tracks-full"), CaseChoice.EVERYTHING);
        desk.stop();
    }

    @Test
    void nothingIsComputedOfADeskThatEnds() {
        KnownError first = errors.get("board-goes-dark");
        DeskLines.Line line = mock(DeskLines.Line.class);
        when(lines.of(first, CaseChoice.EVERYTHING)).thenAnswer(i -> {
            // as if the desk ended while it was computed
            new Thread(desk::stop).start();
            verify(memory, timeout(LONGEST_MS)).end();
            return line;
        });
        desk.read();
        verify(lines, timeout(LONGEST_MS)).of(first, CaseChoice.EVERYTHING);
        desk.stop();
        verify(lines, never()).of(errors.get("tracks-full"), CaseChoice.EVERYTHING);
    }

    @Test
    void casesThatCannotBeReadAreLeftToWhoeverAsks() throws InterruptedException {
        CountDownLatch asked = new CountDownLatch(1);
        doAnswer(i -> {
                    asked.countDown();
                    throw new IllegalStateException("cut off");
                })
                .when(memory)
                .fill();
        desk.read();
        assertThat(asked.await(LONGEST_MS, TimeUnit.MILLISECONDS)).isTrue();
        desk.stop();
        verify(lines, never()).of(any(), any());
    }
}
