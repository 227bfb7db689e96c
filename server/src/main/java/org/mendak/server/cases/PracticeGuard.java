package org.mendak.server.cases;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Arrays;
import java.util.Map;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Refusal;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.util.NumberUtils;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** A practice case is its own agent's: to everybody else there is none, whichever call asks for it. */
@Configuration
class PracticeGuard implements WebMvcConfigurer, HandlerInterceptor {

    private final Db db;
    private final CaseStore store;

    PracticeGuard(Db db, CaseStore store) {
        this.db = db;
        this.store = store;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/cases/**", "/api/live");
    }

    @Override
    public boolean preHandle(HttpServletRequest q, HttpServletResponse r, Object handler) {
        // whatever a handler calls it: nothing else in these addresses is below 0
        if (q.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE) instanceof Map<?, ?> places) {
            places.values().forEach(v -> number(String.valueOf(v)));
        }
        String[] watched = q.getParameterValues("case");
        if (watched != null) {
            Arrays.stream(watched).flatMap(v -> Arrays.stream(v.split(","))).forEach(this::number);
        }
        return true;
    }

    /** Read as Spring reads it for the handler, hexadecimal and with spaces too. */
    private void number(String written) {
        long number;
        try {
            number = NumberUtils.parseNumber(written, Long.class);
        } catch (IllegalArgumentException e) {
            // no number: refused where it is read
            return;
        }
        if (CaseNumbers.isPractice(number) && !isCallers(number)) {
            throw Refusal.notFound("There is no case " + number + ".");
        }
    }

    private boolean isCallers(long number) {
        var who = SecurityContextHolder.getContext().getAuthentication();
        return who != null
                && who.getPrincipal() instanceof Caller caller
                && db.tx(tx -> store.find(tx, number))
                        .filter(c -> c.agent().equals(caller.who()))
                        .isPresent();
    }
}
