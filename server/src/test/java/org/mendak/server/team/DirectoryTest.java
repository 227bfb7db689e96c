package org.mendak.server.team;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.server.platform.Role;

/** Who shares a name is told apart, whatever the letters; nobody else is shown with more than the name. */
class DirectoryTest {

    private static Person person(long id, String login, String name, boolean erased) {
        return new Person(id, login, name, Role.AGENT, login != null, null, erased ? Instant.EPOCH : null, false);
    }

    @Test
    void namesakesAreShownWithWhatTellsThemApart() {
        Map<Long, String> named = Directory.named(List.of(
                person(1, "liv", "Liv Aune", false),
                person(2, "liv.2", "LIV AUNE", false),
                person(3, null, "Liv Aune", false),
                person(4, "odd", "Odd Vik", false)));
        assertThat(named)
                .containsExactlyInAnyOrderEntriesOf(
                        Map.of(1L, "Liv Aune (liv)", 2L, "LIV AUNE (liv.2)", 3L, "Liv Aune (no. 3)", 4L, "Odd Vik"));
    }

    @Test
    void whoWasErasedIsNotToldApartFromOthersWhoWere() {
        assertThat(Directory.named(List.of(person(1, null, "somebody", true), person(2, null, "somebody", true)))
                        .values())
                .containsExactly("somebody", "somebody");
    }
}
