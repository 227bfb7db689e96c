package org.mendak.server.team;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.util.Base64;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.mendak.server.platform.Settings;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/**
 * What is kept of a password: BCrypt (cost 10) over HMAC-SHA-256 (RFC 2104), which reads all of it however long it is, where BCrypt alone reads 72 bytes. The
 * key is {@code mendak.pepper} if there is one: it lies apart from the desk's file, and whoever has that file alone cannot try passwords on it. What was
 * hashed before, without it or by BCrypt alone, holds on and is hashed anew at the next sign-in.
 */
@Component
class PasswordHashes implements PasswordEncoder {

    private static final int COST = 10;
    private static final String PLAIN = "h:";
    private static final String PEPPERED = "p:";
    /** Of hashes without a pepper: only so that all of a password is read, in a form that is no hash of another use. */
    private static final String NO_PEPPER = "mendak password";

    private static final String MAC = "HmacSHA256";
    private final BCryptPasswordEncoder bcrypt = new BCryptPasswordEncoder(COST);
    private final String pepper;

    PasswordHashes(Settings settings) {
        pepper = settings.pepper();
    }

    private static String whole(String key, CharSequence password) {
        try {
            Mac mac = Mac.getInstance(MAC);
            mac.init(new SecretKeySpec(key.getBytes(StandardCharsets.UTF_8), MAC));
            return Base64.getEncoder()
                    .encodeToString(mac.doFinal(password.toString().getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private String kind() {
        return pepper.isEmpty() ? PLAIN : PEPPERED;
    }

    @Override
    public String encode(CharSequence password) {
        return kind() + bcrypt.encode(whole(pepper.isEmpty() ? NO_PEPPER : pepper, password));
    }

    @Override
    public boolean matches(CharSequence password, String hash) {
        if (hash.startsWith(PEPPERED)) {
            // without the pepper the same work is done, and nothing matches
            boolean same = bcrypt.matches(
                    whole(pepper.isEmpty() ? NO_PEPPER : pepper, password), hash.substring(PEPPERED.length()));
            return same && !pepper.isEmpty();
        }
        if (hash.startsWith(PLAIN)) {
            return bcrypt.matches(whole(NO_PEPPER, password), hash.substring(PLAIN.length()));
        }
        // a longer one was nobody's, for BCrypt does not read it to its end
        boolean read = password.toString().getBytes(StandardCharsets.UTF_8).length <= 72;
        return bcrypt.matches(read ? password : "", hash) && read;
    }

    @Override
    public boolean upgradeEncoding(String hash) {
        return !hash.startsWith(kind());
    }
}
