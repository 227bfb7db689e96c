package org.mendak.server.platform;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.regex.Pattern;
import org.slf4j.MDC;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Each call has an id: it stands in every line of the log that the call caused and in the answer's {@code X-Request-Id}. Behind proxies that are named it
 * is the one that they give, so that their log and this one can be laid side by side.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class RequestIdFilter extends OncePerRequestFilter {

    static final String HEADER = "X-Request-Id";
    private static final String NAME = "request";
    private static final int DIGITS = 16;
    private static final Pattern GIVEN = Pattern.compile("[A-Za-z0-9._-]{8,64}");

    private final boolean behindProxies;

    RequestIdFilter(Settings settings) {
        behindProxies = !settings.proxies().isEmpty();
    }

    /** That of the call at hand; empty if there is none. */
    static String current() {
        String id = MDC.get(NAME);
        return id == null ? "" : id;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest q, HttpServletResponse r, FilterChain chain)
            throws ServletException, IOException {
        String given = behindProxies ? q.getHeader(HEADER) : null;
        String id = given != null && GIVEN.matcher(given).matches()
                ? given
                : Secrets.random().substring(0, DIGITS);
        r.setHeader(HEADER, id);
        MDC.put(NAME, id);
        try {
            chain.doFilter(q, r);
        } finally {
            MDC.remove(NAME);
        }
    }
}
