package org.mendak.server.platform;

import jakarta.servlet.http.HttpServletRequest;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.HandlerMapping;

/** Tells the log who was refused what, by number and by the call's pattern: whoever tries doors is seen. */
@Component
class RefusedCalls {

    private static final Logger LOG = LoggerFactory.getLogger(RefusedCalls.class);

    private final Sparingly sparingly = new Sparingly();

    /** Somebody may not do that. */
    void forbidden(HttpServletRequest q) {
        var who = SecurityContextHolder.getContext().getAuthentication();
        String person = who != null && who.getPrincipal() instanceof Caller c ? "person " + c.id() : "a stranger";
        sparingly
                .next()
                .ifPresent(others -> LOG.info("{} was refused: {}{}", person, call(q), Sparingly.others(others)));
    }

    /** Somebody showed a token that nobody holds. */
    void unknownToken() {
        sparingly
                .next()
                .ifPresent(others -> LOG.info("a token that nobody holds was refused{}", Sparingly.others(others)));
    }

    /** By its pattern: what somebody put into an address stays out of the log. */
    static String call(HttpServletRequest q) {
        Object pattern = q.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE);
        return q.getMethod() + " " + (pattern == null ? "(nothing)" : pattern);
    }
}
