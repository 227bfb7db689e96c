package org.mendak.server.team;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import org.mendak.server.custody.DeskIdentity;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Secrets;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;
import org.springframework.web.util.WebUtils;

/** Browsers in which somebody has signed in before keep a seal: guessing by others does not slow them down there, and a sign-in without it is told of. */
@Component
class KnownBrowsers {

    private static final String COOKIE = "mendak-browser";
    private static final int LONGEST = 200;
    private static final Duration LIFE = Duration.ofDays(365);

    private final DeskIdentity desk;

    KnownBrowsers(DeskIdentity desk) {
        this.desk = desk;
    }

    /** What this browser keeps; empty if it keeps nothing. */
    static String of(HttpServletRequest q) {
        Cookie kept = WebUtils.getCookie(q, COOKIE);
        return kept == null ? "" : kept.getValue();
    }

    /** Whether that is the desk's seal for this sign-in. */
    boolean isKnown(String login, String kept) {
        int dot = kept.indexOf('.');
        return dot > 0
                && kept.length() <= LONGEST
                && desk.isSealed(login + "|" + kept.substring(0, dot), kept.substring(dot + 1));
    }

    /** It is known from here on, unless nothing can be stored just now. */
    void keep(Caller caller, HttpServletRequest q, HttpServletResponse r) {
        try {
            String nonce = Secrets.random();
            String seal = nonce + "." + desk.seal(caller.login() + "|" + nonce);
            r.addHeader(
                    HttpHeaders.SET_COOKIE,
                    ResponseCookie.from(COOKIE, seal)
                            .httpOnly(true)
                            .secure(q.isSecure())
                            // lax: it comes along when the provider of accounts sends the browser back
                            .sameSite("Lax")
                            .path("/api/session")
                            .maxAge(LIFE)
                            .build()
                            .toString());
        } catch (Refusal cannotBeStoredNow) {
            // it is asked like any other the next time
        }
    }
}
