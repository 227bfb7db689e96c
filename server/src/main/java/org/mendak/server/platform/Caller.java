package org.mendak.server.platform;

import java.io.Serializable;
import java.util.EnumSet;
import java.util.Set;

/**
 * Who makes a call. Controllers take it as a parameter and hand it to Services, which ask it before they act.
 *
 * @param id the person's id; 0 for the command line on this machine
 * @param scopes what this call may do
 * @param role what they may do on this call: theirs, or {@code most} if that is less
 * @param signIns which of the person's generations of sign-ins this one is of; an earlier one has ended
 * @param most the highest role that the way they came in gives to anybody
 */
public record Caller(long id, String login, String name, Role role, Set<Scope> scopes, int signIns, Role most)
        implements Serializable {

    private static final long serialVersionUID = 3L;

    /** Everything a person may do from a browser. */
    public static final Set<Scope> EVERYTHING = Set.copyOf(EnumSet.allOf(Scope.class));

    /** Whoever does not sign in: the command line, the demo's loader. */
    public Caller(long id, String login, String name, Role role, Set<Scope> scopes) {
        this(id, login, name, role, scopes, 0, Role.LEAD);
    }

    public Caller {
        scopes = Set.copyOf(scopes);
        role = role.compareTo(most) > 0 ? most : role;
    }

    /** The person, as records keep them. */
    public Who who() {
        return new Who(id);
    }

    /**
     * Refuses unless this caller has at least the role, and the scope.
     *
     * @param act what was to be done, for the message, such as "publish"
     */
    public void may(Role atLeast, Scope scope, String act) {
        if (role.compareTo(atLeast) < 0) {
            throw Refusal.forbidden(
                    "To " + act + " one must be " + (atLeast == Role.LEAD ? "a lead" : "an author or a lead") + ".");
        }
        if (!scopes.contains(scope)) {
            throw Refusal.forbidden("To " + act + " the token needs the scope \"" + scope.word() + "\".");
        }
    }
}
