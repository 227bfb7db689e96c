package org.mendak.server.account;

import org.mendak.server.platform.Role;

/**
 * What the provider says of somebody, verified.
 *
 * @param key who it is, for ever: issuer and subject, at most {@value #LONGEST_KEY} characters
 * @param login how they are called when they sign in, as far as it is told; empty otherwise
 * @param name what they are called; empty if it is not told
 * @param role what the claim makes of them; null if nothing
 * @param secondFactor whether the provider says that it asked for one ("amr", RFC 8176)
 * @param idToken with which their sign-in there is ended
 */
public record Account(String key, String login, String name, Role role, boolean secondFactor, String idToken) {

    public static final int LONGEST_KEY = 600;

    /** A token is never shown. */
    @Override
    public String toString() {
        return "Account[" + role + "]";
    }
}
