package org.mendak.server.gaps;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mendak.server.TestDay;
import org.mendak.server.platform.Who;

class UnknownShapesTest {

    private final TestDay.Ahead clock = new TestDay.Ahead();
    private GapStore store;
    private UnknownShapes shapes;

    @BeforeEach
    void make() {
        store = mock(GapStore.class);
        shapes = new UnknownShapes(store, clock);
        when(store.unknown(any(), any(), anyInt()))
                .thenReturn(List.of(new GapStore.Unknown(
                        7, 1, "Leadline", "install", "open", new Who(1), "d7", clock.instant(), null, null)));
    }

    @Test
    void textsThatCouldNotBeReadAreReadByWhoeverAsksNext() {
        when(store.texts(any(), any()))
                .thenThrow(new IllegalStateException("cut off"))
                .thenReturn(Map.of(7L, "CJ-2210 the chute is jammed by wet mail"));
        assertThatThrownBy(() -> shapes.grouped(null)).hasMessage("cut off");
        assertThat(shapes.grouped(null).texts()).containsExactly("CJ-2210 the chute is jammed by wet mail");
    }

    @Test
    void whileNothingChangesNothingIsReadButDrafts() {
        when(store.texts(any(), any())).thenReturn(Map.of(7L, "CJ-2210 the chute is jammed by wet mail"));
        UnknownShapes.Grouped first = shapes.grouped(null);
        assertThat(shapes.grouped(null)).isSameAs(first);
        when(store.drafted(any())).thenReturn(Map.of(7L, "chute-jams"));
        assertThat(shapes.grouped(null).cases())
                .extracting(GapStore.Unknown::draft)
                .containsExactly("chute-jams");
        verify(store, times(1)).unknown(any(), any(), anyInt());
        verify(store, times(1)).texts(any(), any());
    }
}
