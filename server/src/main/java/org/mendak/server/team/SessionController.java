package org.mendak.server.team;

import io.swagger.v3.oas.annotations.Parameter;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.DeskState;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Settings;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

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

    record User(String login, String name, List<String> roles) {}

    record SignIn(String login, String password) {}

    record Welcome(String login, String name, String password) {}

    record Invitation(boolean open) {}

    private final TeamService team;
    private final Settings settings;
    private final DeskState desk;
    private final Clock clock;
    private final HttpSessionSecurityContextRepository sessions = new HttpSessionSecurityContextRepository();
    private final CookieCsrfTokenRepository csrf = CookieCsrfTokenRepository.withHttpOnlyFalse();

    SessionController(TeamService team, Settings settings, DeskState desk, Clock clock) {
        this.team = team;
        this.settings = settings;
        this.desk = desk;
        this.clock = clock;
    }

    @GetMapping("/api/session")
    Session session(@Parameter(hidden = true) HttpServletRequest q, @Parameter(hidden = true) HttpServletResponse r) {
        if (csrf.loadToken(q) == null) {
            csrf.saveToken(csrf.generateToken(q), q, r);
        }
        var authentication = SecurityContextHolder.getContext().getAuthentication();
        boolean signedIn = authentication != null && authentication.getPrincipal() instanceof Caller;
        return signedIn
                ? team.byId(((Caller) authentication.getPrincipal()).id())
                        .map(this::of)
                        .orElse(nobody())
                : nobody();
    }

    private Session nobody() {
        return new Session(null, settings.demo(), desk.told(), clock.instant());
    }

    private Session of(Caller c) {
        List<String> roles =
                List.of("agent", "author", "lead").subList(0, c.role().ordinal() + 1);
        return new Session(new User(c.login(), c.name(), roles), settings.demo(), desk.told(), clock.instant());
    }

    @PostMapping("/api/session")
    Session signIn(
            @RequestBody SignIn body,
            @Parameter(hidden = true) HttpServletRequest q,
            @Parameter(hidden = true) HttpServletResponse r) {
        return enter(team.signIn(orEmpty(body.login()), orEmpty(body.password())), q, r);
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
        csrf.saveToken(csrf.generateToken(q), q, r);
        return of(caller);
    }

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

    @GetMapping("/api/welcome/{code}")
    Invitation invitation(@PathVariable String code) {
        return new Invitation(team.invitationIsOpen(code));
    }

    @PostMapping("/api/welcome/{code}")
    @ResponseStatus(HttpStatus.CREATED)
    Session welcome(
            @PathVariable String code,
            @RequestBody Welcome body,
            @Parameter(hidden = true) HttpServletRequest q,
            @Parameter(hidden = true) HttpServletResponse r) {
        return enter(team.welcome(code, orEmpty(body.login()), orEmpty(body.name()), orEmpty(body.password())), q, r);
    }
}
