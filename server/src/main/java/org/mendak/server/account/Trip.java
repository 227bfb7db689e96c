package org.mendak.server.account;

import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Optional;

/**
 * Somebody's way to the provider and back. The desk remembers nothing of it: it lies, sealed, in the browser that went, so that strangers cannot
 * make the server keep anything.
 *
 * @param until in seconds since 1970
 * @param state what must come back as it went
 * @param nonce what the provider writes, hashed, into its token
 * @param verifier of PKCE
 * @param redirect where the provider sends them
 * @param carried what the desk wants to know again
 */
record Trip(long until, String state, String nonce, String verifier, String redirect, String carried) {

    private static final int FIELDS = 6;

    String packed() {
        String all = String.join("\n", Long.toString(until), state, nonce, verifier, redirect, carried);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(all.getBytes(StandardCharsets.UTF_8));
    }

    /** @param packed what {@link #packed} made, its seal having been looked at */
    static Optional<Trip> unpacked(String packed) {
        String[] f = new String(Base64.getUrlDecoder().decode(packed), StandardCharsets.UTF_8).split("\n", -1);
        return f.length == FIELDS
                ? Optional.of(new Trip(Long.parseLong(f[0]), f[1], f[2], f[3], f[4], f[5]))
                : Optional.empty();
    }
}
