package org.mendak.server.platform;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;

/**
 * Denies by default at the method that was matched: whatever spelling of an address got a call past the filters, a stranger reaches only
 * what says that it is {@link OpenToAll}.
 */
final class HandlerGuard implements HandlerInterceptor {

    private final boolean apiDocument;

    /** @param apiDocument whether strangers may read the API document */
    HandlerGuard(boolean apiDocument) {
        this.apiDocument = apiDocument;
    }

    @Override
    public boolean preHandle(HttpServletRequest q, HttpServletResponse r, Object handler) {
        if (q.getDispatcherType() == DispatcherType.ASYNC
                || !(handler instanceof HandlerMethod method)
                || method.hasMethodAnnotation(OpenToAll.class)
                || ErrorController.class.isAssignableFrom(method.getBeanType())
                || isOfTheFramework(method)) {
            return true;
        }
        var who = SecurityContextHolder.getContext().getAuthentication();
        if (who == null || !(who.getPrincipal() instanceof Caller)) {
            throw Refusal.unauthorized("Please sign in first.");
        }
        return true;
    }

    /** Health, and the API document if it is for everybody. */
    private boolean isOfTheFramework(HandlerMethod method) {
        String name = method.getBeanType().getName();
        return name.startsWith("org.springframework.boot.webmvc.actuate.")
                || apiDocument && name.startsWith("org.springdoc.");
    }
}
