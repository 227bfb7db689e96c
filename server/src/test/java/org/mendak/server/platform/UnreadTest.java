package org.mendak.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Set;
import java.util.function.Function;
import org.junit.jupiter.api.Test;

class UnreadTest {

    private final Unread unread = new Unread(3);

    private Unread.Due due() {
        return unread.read(Function.identity());
    }

    @Test
    void whatChangedIsDueOnce() {
        assertThat(due().isNothing()).isTrue();
        unread.add(List.of(4L, 7L));
        unread.add(List.of(7L));
        assertThat(due()).isEqualTo(new Unread.Due(Set.of(4L, 7L), false));
        assertThat(due().isNothing()).isTrue();
    }

    @Test
    void whatChangesWhileItIsReadIsDueAgain() {
        unread.add(List.of(4L));
        unread.read(d -> {
            unread.add(d.numbers());
            return null;
        });
        assertThat(due().numbers()).containsExactly(4L);
    }

    @Test
    void beyondWhatIsToldApartAllOfItIsDue() {
        unread.add(List.of(1L, 2L, 3L));
        assertThat(due().all()).isFalse();
        unread.add(List.of(1L, 2L, 3L, 4L));
        assertThat(due()).isEqualTo(new Unread.Due(Set.of(), true));
    }

    @Test
    void whatCouldNotBeReadStaysDue() {
        unread.add(List.of(4L));
        assertThatThrownBy(() -> unread.read(d -> {
                    unread.add(List.of(5L));
                    throw new IllegalStateException("cut off");
                }))
                .hasMessage("cut off");
        assertThat(due().numbers()).containsExactlyInAnyOrder(4L, 5L);
        unread.addAll();
        assertThatThrownBy(() -> unread.read(d -> {
                    throw new IllegalStateException("cut off");
                }))
                .hasMessage("cut off");
        assertThat(due().all()).isTrue();
    }
}
