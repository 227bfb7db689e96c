package org.mendak.server.cases;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import java.util.OptionalLong;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Watched;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.util.NumberUtils;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** A practice case is its own agent's: to everybody else there is none, whichever call asks for it. */
@Configuration
class PracticeGuard implements WebMvcConfigurer, HandlerInterceptor, Watched {

    private final Db db;
    private final CaseStore store;

    PracticeGuard(Db db, CaseStore store) {
        this.db = db;
        this.store = store;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/cases/**");
    }

    @Override
    public boolean preHandle(HttpServletRequest q, HttpServletResponse r, Object handler) {
        var who = SecurityContextHolder.getContext().getAuthentication();
        // whatever a handler calls it: nothing else in these addresses is below 0
        if (q.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE) instanceof Map<?, ?> places
                && who != null
                && who.getPrincipal() instanceof Caller caller) {
            places.values().forEach(v -> number(String.valueOf(v)).ifPresent(n -> refuseOthers(caller, n)));
        }
        return true;
    }

    /** Read as Spring reads it for the handler, hexadecimal and with spaces too; empty if that refuses it. */
    private static OptionalLong number(String written) {
        try {
            return OptionalLong.of(NumberUtils.parseNumber(written, Long.class));
        } catch (IllegalArgumentException e) {
            return OptionalLong.empty();
        }
    }

    @Override
    public void refuseOthers(Caller caller, long number) {
        if (CaseNumbers.isPractice(number)
                && db.tx(tx -> store.find(tx, number))
                        .filter(c -> c.agent().equals(caller.who()))
                        .isEmpty()) {
            throw Refusal.notFound("There is no case " + number + ".");
        }
    }
}
