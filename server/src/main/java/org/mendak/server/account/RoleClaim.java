package org.mendak.server.account;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendak.server.platform.Role;

/** The role that claims make of somebody: the highest of those whose values are named in the settings. */
final class RoleClaim {

    private static final List<Role> HIGHEST_FIRST = List.of(Role.LEAD, Role.AUTHOR, Role.AGENT);

    private final List<String> path;
    private final Map<Role, List<String>> values;

    RoleClaim(AccountSettings settings) {
        path = List.of(settings.roleClaim().split("\\."));
        values = Map.of(Role.LEAD, settings.leads(), Role.AUTHOR, settings.authors(), Role.AGENT, settings.agents());
    }

    Optional<Role> of(Map<String, ?> claims) {
        Object at = claims;
        for (String part : path) {
            at = at instanceof Map<?, ?> m ? m.get(part) : null;
        }
        // some claims have dots in their own names
        Object said = at == null ? claims.get(String.join(".", path)) : at;
        Collection<?> all = said instanceof Collection<?> c ? c : said == null ? List.of() : List.of(said);
        return HIGHEST_FIRST.stream()
                .filter(role -> values.get(role).stream().anyMatch(all::contains))
                .findFirst();
    }
}
