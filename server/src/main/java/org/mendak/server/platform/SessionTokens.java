package org.mendak.server.platform;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.security.web.csrf.DefaultCsrfToken;

/**
 * The page's token. A cookie tells it to the page; with a session it is the session's own, so that a cookie that somebody planted does
 * not pass for it.
 */
public final class SessionTokens implements CsrfTokenRepository {

    private static final String HEADER = "X-XSRF-TOKEN";
    private static final String PARAMETER = "_csrf";
    private static final String IN_SESSION = SessionTokens.class.getName();

    private final CookieCsrfTokenRepository cookie = CookieCsrfTokenRepository.withHttpOnlyFalse();

    @Override
    public CsrfToken generateToken(HttpServletRequest q) {
        return cookie.generateToken(q);
    }

    @Override
    public void saveToken(CsrfToken token, HttpServletRequest q, HttpServletResponse r) {
        HttpSession session = q.getSession(false);
        if (session != null) {
            session.setAttribute(IN_SESSION, token == null ? null : token.getToken());
        }
        cookie.saveToken(token, q, r);
    }

    @Override
    public CsrfToken loadToken(HttpServletRequest q) {
        HttpSession session = q.getSession(false);
        if (session != null && session.getAttribute(IN_SESSION) instanceof String token) {
            return new DefaultCsrfToken(HEADER, PARAMETER, token);
        }
        return cookie.loadToken(q);
    }
}
