package org.mendak.server.platform;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import org.springframework.http.HttpHeaders;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;

/** Tells calls of people and programs that may be known from those of strangers, before anything of a body is read. */
final class Strangers {

    private Strangers() {}

    /** Whether nobody is signed in on this call and no token comes with it. A token that is none is refused before its body is read. */
    static boolean is(HttpServletRequest q) {
        if (q.getHeader(HttpHeaders.AUTHORIZATION) != null) {
            return false;
        }
        HttpSession session = q.getSession(false);
        return session == null
                || session.getAttribute(HttpSessionSecurityContextRepository.SPRING_SECURITY_CONTEXT_KEY) == null;
    }

    /** Whether whoever calls is a stranger there, even if they are signed in beside it: at the device one answers by a code alone. */
    static boolean answersAtTheDevice(HttpServletRequest q) {
        String path = q.getRequestURI();
        return q.getMethod().equals("POST") && (path.startsWith("/api/shown/") || path.startsWith("/show/"));
    }

    /** Whether it is a picture that is sent from the device. */
    static boolean isPictureFromTheDevice(HttpServletRequest q) {
        String path = q.getRequestURI();
        return q.getMethod().equals("POST") && path.startsWith("/api/shown/") && path.endsWith("/pictures");
    }

    /**
     * Whether a stranger may send a body here: to sign in, by a password or an account, to make the first lead, or to answer at the device.
     */
    static boolean maySend(HttpServletRequest q) {
        String path = q.getRequestURI();
        return q.getMethod().equals("POST")
                && (answersAtTheDevice(q)
                        || path.equals("/api/session")
                        || path.equals("/api/session/away")
                        || path.startsWith("/api/welcome/"));
    }
}
