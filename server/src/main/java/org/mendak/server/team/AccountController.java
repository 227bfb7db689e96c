package org.mendak.server.team;

import io.swagger.v3.oas.annotations.Parameter;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.net.URI;
import java.time.Duration;
import java.util.Optional;
import org.mendak.server.account.AccountRefused;
import org.mendak.server.account.AccountRefused.Why;
import org.mendak.server.account.Accounts;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.OpenToAll;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Words;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseCookie;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.util.WebUtils;

/** Signing in with the account that one has elsewhere: the way there, and back. */
@RestController
class AccountController {

    /**
     * Somebody who wants to go.
     *
     * @param to where in the desk to come out; null for its first page
     * @param anew whether they are to say who they are even if they are signed in there, such as when they were not let in as that one
     */
    record Going(@OrNull String to, boolean anew) {}

    /** Where the browser goes now. */
    record Address(String address) {}

    private static final String TRIP = "mendak-trip";
    private static final String TRIP_PATH = "/api/session/back";
    private static final int LONGEST_TO = 200;
    private static final String IN = "in ";
    private static final String TIE = "tie ";

    private final Accounts accounts;
    private final AccountSignIns signIns;
    private final SessionEntry entry;

    AccountController(Accounts accounts, AccountSignIns signIns, SessionEntry entry) {
        this.accounts = accounts;
        this.signIns = signIns;
        this.entry = entry;
    }

    @OpenToAll
    @PostMapping("/api/session/away")
    Address away(
            @RequestBody Going body,
            @Parameter(hidden = true) HttpServletRequest q,
            @Parameter(hidden = true) HttpServletResponse r) {
        return sent(IN + inside(body.to()), body.anew(), q, r);
    }

    /** Whoever is signed in signs in with their account from now on, if they come back with one. */
    @PostMapping("/api/account")
    Address tie(
            Caller caller,
            @Parameter(hidden = true) HttpServletRequest q,
            @Parameter(hidden = true) HttpServletResponse r) {
        caller.may(Role.AGENT, Scope.ADMIN, "tie an account");
        if (OpenSessions.current(q) == null) {
            throw Refusal.conflict("Only in a browser can one come back from an account.");
        }
        return sent(TIE + caller.id(), true, q, r);
    }

    private Address sent(String carried, boolean anew, HttpServletRequest q, HttpServletResponse r) {
        Accounts.Away away = accounts.away(q, carried, anew);
        r.addHeader(HttpHeaders.SET_COOKIE, trip(away.kept(), Accounts.LONGEST_TRIP, q));
        return new Address(away.address());
    }

    private static String trip(String value, Duration life, HttpServletRequest q) {
        // lax: it comes along when the provider sends the browser back
        return ResponseCookie.from(TRIP, value)
                .httpOnly(true)
                .secure(q.isSecure())
                .sameSite("Lax")
                .path(TRIP_PATH)
                .maxAge(life)
                .build()
                .toString();
    }

    /** A page of the desk and nothing else: nobody is sent elsewhere by an address that somebody made up. */
    private static String inside(String to) {
        boolean own = to != null
                && to.length() <= LONGEST_TO
                && to.matches("/(?![/\\\\])[A-Za-z0-9/?&=%._~-]*")
                && !to.startsWith("/api");
        return own ? to : "/";
    }

    @OpenToAll
    @GetMapping(TRIP_PATH)
    ResponseEntity<Void> back(
            @Parameter(hidden = true) HttpServletRequest q, @Parameter(hidden = true) HttpServletResponse r) {
        Cookie kept = WebUtils.getCookie(q, TRIP);
        r.addHeader(HttpHeaders.SET_COOKIE, trip("", Duration.ZERO, q));
        try {
            Accounts.Back back = accounts.back(q, kept == null ? "" : kept.getValue());
            return to(arrived(back, q, r));
        } catch (AccountRefused e) {
            return to((signedIn().isPresent() ? "/team" : "/") + "?account=" + Words.word(e.why()));
        }
    }

    private String arrived(Accounts.Back back, HttpServletRequest q, HttpServletResponse r) {
        if (back.carried().startsWith(TIE)) {
            Caller tying = signedIn()
                    .filter(c -> back.carried().equals(TIE + c.id()))
                    .orElseThrow(() -> new AccountRefused(Why.LATE));
            signIns.tie(tying, back.account());
            return "/team?account=tied";
        }
        entry.arrive(
                signIns.enter(back.account(), KnownBrowsers.of(q)),
                back.account().idToken(),
                q,
                r);
        return back.carried().substring(IN.length());
    }

    private static Optional<Caller> signedIn() {
        var who = SecurityContextHolder.getContext().getAuthentication();
        return who != null && who.getPrincipal() instanceof Caller c ? Optional.of(c) : Optional.empty();
    }

    private static ResponseEntity<Void> to(String page) {
        return ResponseEntity.status(HttpStatus.SEE_OTHER)
                .location(URI.create(page))
                .header(HttpHeaders.CACHE_CONTROL, "no-store")
                .build();
    }
}
