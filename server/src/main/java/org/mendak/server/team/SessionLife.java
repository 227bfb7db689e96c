package org.mendak.server.team;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.mendak.server.platform.Live;
import org.mendak.server.platform.Settings;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** A sign-in in a browser ends after so long, however it is used: an open page asks for something every minute and would keep it for good. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 1)
class SessionLife extends OncePerRequestFilter {

    private final Duration longest;
    private final Live live;
    private final Clock clock;

    SessionLife(Settings settings, Live live, Clock clock) {
        this.longest = settings.sessionLongest();
        this.live = live;
        this.clock = clock;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest q, HttpServletResponse r, FilterChain chain)
            throws ServletException, IOException {
        HttpSession session = q.getSession(false);
        if (session != null) {
            Instant since = SessionEntry.since(session).orElse(null);
            if (since != null && !clock.instant().isBefore(since.plus(longest))) {
                Long person = OpenSessions.person(session);
                session.invalidate();
                if (person != null) {
                    // of a person all streams: those that may go on open anew at once
                    live.end(person);
                }
            }
        }
        chain.doFilter(q, r);
    }
}
