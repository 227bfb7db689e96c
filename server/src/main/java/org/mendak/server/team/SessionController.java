package org.mendak.server.team;

import io.swagger.v3.oas.annotations.Parameter;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.DeskState;
import org.mendak.server.platform.OpenToAll;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.SessionTokens;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Who;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseCookie;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.util.WebUtils;

/** Signing in and out from a browser, and the one-time welcome of the first lead. */
@RestController
class SessionController {

    /**
     * Who is signed in.
     *
     * @param user null if nobody is
     * @param desk what is wrong with the desk's file, if anything is
     * @param now the time by the server's clock, which the page goes by: laptops' clocks are often wrong
     */
    record Session(@OrNull User user, boolean demo, DeskState.Told desk, Instant now) {}

    record User(long id, String login, String name, Who shown, List<String> roles) {}

    record SignIn(String login, String password) {}

    record OwnPassword(String old, String password) {}

    record Welcome(String login, String name, String password) {}

    /** What a browser keeps in which somebody has signed in before. */
    private static final String BROWSER = "mendak-browser";

    private final SignIns signIns;
    private final OpenSessions open;
    private final Settings settings;
    private final DeskState desk;
    private final Clock clock;
    private final HttpSessionSecurityContextRepository sessions = new HttpSessionSecurityContextRepository();
    private final SessionTokens csrf = new SessionTokens();

    SessionController(SignIns signIns, OpenSessions open, Settings settings, DeskState desk, Clock clock) {
        this.signIns = signIns;
        this.open = open;
        this.settings = settings;
        this.desk = desk;
        this.clock = clock;
    }

    @OpenToAll
    @GetMapping("/api/session")
    Session session(@Parameter(hidden = true) HttpServletRequest q, @Parameter(hidden = true) HttpServletResponse r) {
        handToken(q, r);
        var authentication = SecurityContextHolder.getContext().getAuthentication();
        boolean signedIn = authentication != null && authentication.getPrincipal() instanceof Caller;
        return signedIn
                ? signIns.byId(((Caller) authentication.getPrincipal()).id())
                        .filter(now -> now.signIns() == ((Caller) authentication.getPrincipal()).signIns())
                        .map(this::of)
                        .orElse(nobody())
                : nobody();
    }

    /** So that a browser that comes for the first time can send something. */
    private void handToken(HttpServletRequest q, HttpServletResponse r) {
        if (csrf.loadToken(q) == null) {
            csrf.saveToken(csrf.generateToken(q), q, r);
        }
    }

    private Session nobody() {
        return new Session(null, settings.demo(), desk.told(), clock.instant());
    }

    private Session of(Caller c) {
        List<String> roles =
                List.of("agent", "author", "lead").subList(0, c.role().ordinal() + 1);
        return new Session(
                new User(c.id(), c.login(), c.name(), c.who(), roles), settings.demo(), desk.told(), clock.instant());
    }

    @OpenToAll
    @PostMapping("/api/session")
    Session signIn(
            @RequestBody SignIn body,
            @Parameter(hidden = true) HttpServletRequest q,
            @Parameter(hidden = true) HttpServletResponse r) {
        Caller caller = signIns.signIn(orEmpty(body.login()), orEmpty(body.password()), knownBrowser(q));
        keepBrowser(caller, q, r);
        return enter(caller, q, r);
    }

    private static String knownBrowser(HttpServletRequest q) {
        Cookie kept = WebUtils.getCookie(q, BROWSER);
        return kept == null ? "" : kept.getValue();
    }

    private void keepBrowser(Caller caller, HttpServletRequest q, HttpServletResponse r) {
        signIns.knownBrowser(caller)
                .map(seal -> ResponseCookie.from(BROWSER, seal)
                        .httpOnly(true)
                        .secure(q.isSecure())
                        .sameSite("Strict")
                        .path("/api/session")
                        .maxAge(Duration.ofDays(365))
                        .build())
                .ifPresent(cookie -> r.addHeader(HttpHeaders.SET_COOKIE, cookie.toString()));
    }

    /** One's own new password. Other browsers and programs of the same person must come in anew; this one stays. */
    @PostMapping("/api/password")
    Session changePassword(
            Caller caller,
            @RequestBody OwnPassword body,
            @Parameter(hidden = true) HttpServletRequest q,
            @Parameter(hidden = true) HttpServletResponse r) {
        String session = OpenSessions.current(q);
        return enter(signIns.changeOwnPassword(caller, orEmpty(body.old()), orEmpty(body.password()), session), q, r);
    }

    private static String orEmpty(String s) {
        return s == null ? "" : s;
    }

    /** A new session id against fixation, a new CSRF token for the new rights. */
    private Session enter(Caller caller, HttpServletRequest q, HttpServletResponse r) {
        if (q.getSession(false) != null) {
            q.changeSessionId();
        }
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(new UsernamePasswordAuthenticationToken(caller, null, List.of()));
        SecurityContextHolder.setContext(context);
        sessions.saveContext(context, q, r);
        open.begin(q.getSession(), caller.id(), q);
        csrf.saveToken(csrf.generateToken(q), q, r);
        return of(caller);
    }

    @OpenToAll
    @DeleteMapping("/api/session")
    Session signOut(@Parameter(hidden = true) HttpServletRequest q, @Parameter(hidden = true) HttpServletResponse r) {
        var session = q.getSession(false);
        if (session != null) {
            session.invalidate();
        }
        SecurityContextHolder.clearContext();
        csrf.saveToken(csrf.generateToken(q), q, r);
        return nobody();
    }

    @OpenToAll
    @GetMapping("/api/welcome/{code}")
    SignIns.Welcome invitation(
            @PathVariable String code,
            @Parameter(hidden = true) HttpServletRequest q,
            @Parameter(hidden = true) HttpServletResponse r) {
        handToken(q, r);
        return signIns.invitation(code);
    }

    @OpenToAll
    @PostMapping("/api/welcome/{code}")
    @ResponseStatus(HttpStatus.CREATED)
    Session welcome(
            @PathVariable String code,
            @RequestBody Welcome body,
            @Parameter(hidden = true) HttpServletRequest q,
            @Parameter(hidden = true) HttpServletResponse r) {
        return enter(
                signIns.welcome(code, orEmpty(body.login()), orEmpty(body.name()), orEmpty(body.password())), q, r);
    }
}
