package org.mendak.server.account;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.mendak.server.platform.Role;

class RoleClaimTest {

    private static Optional<Role> role(String claim, Map<String, ?> claims) {
        return new RoleClaim(new AccountSettings(
                        "",
                        "",
                        "",
                        "it",
                        List.of(),
                        claim,
                        List.of("desk-heads"),
                        List.of("writers"),
                        List.of("all", "staff"),
                        List.of()))
                .of(claims);
    }

    @Test
    void theHighestOfThoseNamedCounts() {
        assertThat(role("groups", Map.of("groups", List.of("staff", "desk-heads", "writers"))))
                .contains(Role.LEAD);
        assertThat(role("groups", Map.of("groups", List.of("x", "writers")))).contains(Role.AUTHOR);
        assertThat(role("groups", Map.of("groups", "staff"))).contains(Role.AGENT);
    }

    @Test
    void aClaimMayLieInAnObjectOrHaveDotsInItsName() {
        assertThat(role("desk.roles", Map.of("desk", Map.of("roles", List.of("all")))))
                .contains(Role.AGENT);
        assertThat(role("example.org/roles", Map.of("example.org/roles", "all")))
                .contains(Role.AGENT);
    }

    @Test
    void whatIsNotNamedIsNoRole() {
        assertThat(role("groups", Map.of())).isEmpty();
        assertThat(role("groups", Map.of("groups", List.of("visitors")))).isEmpty();
        assertThat(role("groups", Map.of("groups", 7))).isEmpty();
        assertThat(role("groups.inner", Map.of("groups", List.of("all")))).isEmpty();
        // a part of a word is another word
        assertThat(role("groups", Map.of("groups", "all staff"))).isEmpty();
    }
}
