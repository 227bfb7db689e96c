package org.mendak.server.team;

import java.time.Instant;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Who;

/**
 * Somebody of the desk.
 *
 * @param login null for who stands in records by name alone, from an import or before they could sign in, and for who was erased
 * @param active false for those who left, and those without a sign-in
 * @param signedInAt when they came in last; null if never
 * @param erasedAt when they were erased; null if they were not
 * @param byAccount whether they sign in with an account from elsewhere, which their role comes with
 */
public record Person(
        long id,
        @OrNull String login,
        String name,
        Role role,
        boolean active,
        @OrNull Instant signedInAt,
        @OrNull Instant erasedAt,
        boolean byAccount) {

    boolean erased() {
        return erasedAt != null;
    }

    /** As records keep them. */
    public Who who() {
        return new Who(id);
    }

    Person with(String newName, Role newRole, boolean nowActive) {
        return new Person(id, login, newName, newRole, nowActive, signedInAt, erasedAt, byAccount);
    }
}
