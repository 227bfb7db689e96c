package org.mendak.server.team;

import io.swagger.v3.oas.annotations.Parameter;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendak.server.account.Accounts;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.DeskState;
import org.mendak.server.platform.OpenToAll;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Who;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/** Signing in and out from a browser, and the one-time welcome of the first lead. */
@RestController
class SessionController {

    /**
     * Who is signed in.
     *
     * @param user null if nobody is
     * @param account what the account is called with which one can sign in; null if there is none
     * @param farewell after signing out, where the browser goes to end the account's own sign-in too; null if there is nothing to end
     * @param desk what is wrong with the desk's file, if anything is
     * @param now the time by the server's clock, which the page goes by: laptops' clocks are often wrong
     */
    record Session(
            @OrNull User user,
            @OrNull String account,
            @OrNull String farewell,
            boolean demo,
            DeskState.Told desk,
            Instant now) {}

    /**
     * Somebody who is signed in.
     *
     * @param password whether they have one here
     * @param byAccount whether they sign in with an account from elsewhere
     * @param lessThanLead whether they are a lead who came in without the second factor that leads need
     * @param news what happened about their sign-in since they came in last, until they say that they read it
     */
    record User(
            long id,
            String login,
            String name,
            Who shown,
            List<String> roles,
            boolean password,
            boolean byAccount,
            boolean lessThanLead,
            List<SignInNews.News> news) {}

    record SignIn(String login, String password) {}

    record OwnPassword(String old, String password) {}

    record Welcome(String login, String name, String password) {}

    private final SignIns signIns;
    private final SessionEntry entry;
    private final Accounts accounts;
    private final Settings settings;
    private final DeskState desk;
    private final Clock clock;

    SessionController(
            SignIns signIns, SessionEntry entry, Accounts accounts, Settings settings, DeskState desk, Clock clock) {
        this.signIns = signIns;
        this.entry = entry;
        this.accounts = accounts;
        this.settings = settings;
        this.desk = desk;
        this.clock = clock;
    }

    @OpenToAll
    @GetMapping("/api/session")
    Session session(@Parameter(hidden = true) HttpServletRequest q, @Parameter(hidden = true) HttpServletResponse r) {
        entry.handToken(q, r);
        var authentication = SecurityContextHolder.getContext().getAuthentication();
        boolean signedIn = authentication != null && authentication.getPrincipal() instanceof Caller;
        return signedIn
                ? signIns.byId(((Caller) authentication.getPrincipal()).id())
                        .filter(now -> now.signIns() == ((Caller) authentication.getPrincipal()).signIns())
                        .map(now -> of(asCameIn(now, (Caller) authentication.getPrincipal()), SessionEntry.news(q)))
                        .orElse(nobody())
                : nobody();
    }

    private Session nobody() {
        return new Session(null, account(), null, settings.demo(), desk.told(), clock.instant());
    }

    /** What they may in this browser, which may be less than in another. */
    private static Caller asCameIn(Caller now, Caller then) {
        return new Caller(now.id(), now.login(), now.name(), now.role(), now.scopes(), now.signIns(), then.most());
    }

    private Session of(Caller c, List<SignInNews.News> news) {
        List<String> roles =
                List.of("agent", "author", "lead").subList(0, c.role().ordinal() + 1);
        SignIns.Ways ways = signIns.ways(c.id());
        return new Session(
                new User(
                        c.id(),
                        c.login(),
                        c.name(),
                        c.who(),
                        roles,
                        ways.password(),
                        ways.account(),
                        ways.lead() && c.role() != Role.LEAD,
                        news),
                account(),
                null,
                settings.demo(),
                desk.told(),
                clock.instant());
    }

    private String account() {
        return accounts.name().orElse(null);
    }

    @OpenToAll
    @PostMapping("/api/session")
    Session signIn(
            @RequestBody SignIn body,
            @Parameter(hidden = true) HttpServletRequest q,
            @Parameter(hidden = true) HttpServletResponse r) {
        SignIns.Arrival arrival = signIns.signIn(orEmpty(body.login()), orEmpty(body.password()), KnownBrowsers.of(q));
        entry.arrive(arrival, null, q, r);
        return of(arrival.caller(), arrival.news());
    }

    /** One's own new password. Other browsers and programs of the same person must come in anew; this one stays. */
    @PostMapping("/api/password")
    Session changePassword(
            Caller caller,
            @RequestBody OwnPassword body,
            @Parameter(hidden = true) HttpServletRequest q,
            @Parameter(hidden = true) HttpServletResponse r) {
        String session = OpenSessions.current(q);
        Caller now = signIns.changeOwnPassword(caller, orEmpty(body.old()), orEmpty(body.password()), session);
        return enter(now, SessionEntry.idToken(q), q, r);
    }

    private static String orEmpty(String s) {
        return s == null ? "" : s;
    }

    private Session enter(Caller caller, String idToken, HttpServletRequest q, HttpServletResponse r) {
        entry.enter(caller, idToken, q, r);
        return of(caller, SessionEntry.news(q));
    }

    @OpenToAll
    @DeleteMapping("/api/session")
    Session signOut(@Parameter(hidden = true) HttpServletRequest q, @Parameter(hidden = true) HttpServletResponse r) {
        Optional<String> farewell = entry.leave(q, r)
                .flatMap(idToken -> accounts.farewell(
                        idToken,
                        ServletUriComponentsBuilder.fromContextPath(q).path("/").toUriString()));
        return new Session(null, account(), farewell.orElse(null), settings.demo(), desk.told(), clock.instant());
    }

    /** What was told was read. */
    @DeleteMapping("/api/session/news")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void newsRead(Caller caller, @Parameter(hidden = true) HttpServletRequest q) {
        caller.may(Role.AGENT, Scope.READ, "read the news");
        SessionEntry.forgetNews(q);
    }

    @OpenToAll
    @GetMapping("/api/welcome/{code}")
    SignIns.Welcome invitation(
            @PathVariable String code,
            @Parameter(hidden = true) HttpServletRequest q,
            @Parameter(hidden = true) HttpServletResponse r) {
        entry.handToken(q, r);
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
                signIns.welcome(code, orEmpty(body.login()), orEmpty(body.name()), orEmpty(body.password())),
                null,
                q,
                r);
    }
}
