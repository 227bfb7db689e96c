package org.mendak.server.team;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.SessionTokens;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.stereotype.Component;

/** Makes a browser somebody's, and nobody's again, by whichever way they come. */
@Component
class SessionEntry {

    private static final String ID_TOKEN = SessionEntry.class.getName() + ".idToken";

    private static final String SINCE = SessionEntry.class.getName() + ".since";
    private static final String NEWS = SessionEntry.class.getName() + ".news";

    private final OpenSessions open;
    private final KnownBrowsers browsers;
    private final Clock clock;
    private final HttpSessionSecurityContextRepository sessions = new HttpSessionSecurityContextRepository();
    private final SessionTokens csrf = new SessionTokens();

    SessionEntry(OpenSessions open, KnownBrowsers browsers, Clock clock) {
        this.open = open;
        this.browsers = browsers;
        this.clock = clock;
    }

    /** Somebody came from outside: they are told what happened meanwhile, and their browser is known from here on. */
    void arrive(SignIns.Arrival arrival, String idToken, HttpServletRequest q, HttpServletResponse r) {
        enter(arrival.caller(), idToken, q, r);
        browsers.keep(arrival.caller(), q, r);
        q.getSession().setAttribute(NEWS, List.copyOf(arrival.news()));
    }

    /** What is to be told in this browser still. */
    @SuppressWarnings("unchecked") // nobody else puts anything there
    static List<SignInNews.News> news(HttpServletRequest q) {
        HttpSession session = q.getSession(false);
        Object told = session == null ? null : session.getAttribute(NEWS);
        return told == null ? List.of() : (List<SignInNews.News>) told;
    }

    /** It was read. */
    static void forgetNews(HttpServletRequest q) {
        HttpSession session = q.getSession(false);
        if (session != null) {
            session.removeAttribute(NEWS);
        }
    }

    /** When somebody came in to this session; empty if nobody did. */
    static Optional<Instant> since(HttpSession session) {
        return Optional.ofNullable((Instant) session.getAttribute(SINCE));
    }

    /**
     * A new session id against fixation, a new CSRF token for the new rights.
     *
     * @param idToken with which the sign-in elsewhere is ended; null if there is none
     */
    void enter(Caller caller, String idToken, HttpServletRequest q, HttpServletResponse r) {
        HttpSession before = q.getSession(false);
        if (before != null) {
            Long person = OpenSessions.person(before);
            if (person == null || person != caller.id()) {
                // what was told to somebody else is nobody else's
                before.removeAttribute(NEWS);
            }
            q.changeSessionId();
        }
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(new UsernamePasswordAuthenticationToken(caller, null, List.of()));
        SecurityContextHolder.setContext(context);
        sessions.saveContext(context, q, r);
        open.begin(q.getSession(), caller.id(), q);
        q.getSession().setAttribute(ID_TOKEN, idToken);
        q.getSession().setAttribute(SINCE, clock.instant());
        csrf.saveToken(csrf.generateToken(q), q, r);
    }

    /** Ends it. With which token a sign-in elsewhere ends too, if there is one. */
    Optional<String> leave(HttpServletRequest q, HttpServletResponse r) {
        HttpSession session = q.getSession(false);
        Optional<String> idToken = Optional.empty();
        if (session != null) {
            idToken = idToken(session);
            session.invalidate();
        }
        SecurityContextHolder.clearContext();
        csrf.saveToken(csrf.generateToken(q), q, r);
        return idToken;
    }

    private static Optional<String> idToken(HttpSession session) {
        return Optional.ofNullable((String) session.getAttribute(ID_TOKEN));
    }

    /** That of the session that a call belongs to, such as when somebody's password is new and they stay. */
    static String idToken(HttpServletRequest q) {
        HttpSession session = q.getSession(false);
        return session == null ? null : idToken(session).orElse(null);
    }

    /** So that a browser that comes for the first time can send something. */
    void handToken(HttpServletRequest q, HttpServletResponse r) {
        if (csrf.loadToken(q) == null) {
            csrf.saveToken(csrf.generateToken(q), q, r);
        }
    }
}
