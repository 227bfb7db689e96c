package org.mendak.server.platform;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.time.Duration;
import java.util.Locale;
import java.util.concurrent.Semaphore;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Holds the limits on bodies, told or not told by {@code Content-Length}, before anything is read into memory or onto the disk. Strangers
 * may send the few bytes that signing in takes, few of them at a time and quickly; whoever is known may send what the call takes, not
 * slower than a poor line and not many large ones at once.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class BodyLimitFilter extends OncePerRequestFilter {

    /** What multipart puts around a file. */
    static final long MULTIPART_BYTES = 64 * 1024;

    /** A sign-in with the longest names that are taken, escaped. */
    static final long STRANGERS_BYTES = 16 * 1024;

    /** Strangers whose bodies are read at the same time; they hold threads, which those who work need too. */
    private static final int STRANGERS_AT_ONCE = 16;

    private static final Duration STRANGERS_TIME = Duration.ofSeconds(5);

    /** Bodies beyond this are counted as large. */
    private static final long LARGE_BYTES = 64 * 1024;

    private static final int LARGE_AT_ONCE = 8;

    /** Pictures from devices that are read at the same time. */
    private static final int PICTURES_AT_ONCE = 8;

    private final Semaphore strangers = new Semaphore(STRANGERS_AT_ONCE);
    /** Apart from those who sign in: who floods the one does not shut out the others. */
    private final Semaphore atTheDevice = new Semaphore(STRANGERS_AT_ONCE);

    private final LastOfBody last = new LastOfBody();

    private final Semaphore pictures = new Semaphore(PICTURES_AT_ONCE);

    /** How many large bodies of each session or token are being read. */
    private final Cache<String, AtomicInteger> large = Caffeine.newBuilder()
            .maximumSize(10_000)
            .expireAfterAccess(Duration.ofHours(1))
            .build();

    @Override
    protected void doFilterInternal(HttpServletRequest q, HttpServletResponse r, FilterChain chain)
            throws ServletException, IOException {
        if (q.getContentLengthLong() == 0 || !hasBody(q)) {
            chain.doFilter(q, r);
        } else if (Strangers.isPictureFromTheDevice(q)) {
            picture(q, r, chain);
        } else if (Strangers.answersAtTheDevice(q)) {
            stranger(q, r, chain, atTheDevice);
            last.take(q, r);
        } else if (Strangers.is(q)) {
            stranger(q, r, chain, strangers);
            last.take(q, r);
        } else {
            known(q, r, chain);
            if (r.getStatus() == HttpStatus.UNAUTHORIZED.value()) {
                last.take(q, r);
            }
        }
    }

    private static boolean hasBody(HttpServletRequest q) {
        return q.getContentLengthLong() > 0 || q.getHeader(HttpHeaders.TRANSFER_ENCODING) != null;
    }

    /** Read by whoever has made sure of its code, and only as much as a picture may have. */
    private void picture(HttpServletRequest q, HttpServletResponse r, FilterChain chain)
            throws ServletException, IOException {
        if (q.getContentLengthLong() > Limits.PICTURE_BYTES) {
            SecurityConfig.problem(r, HttpStatus.CONTENT_TOO_LARGE, tooLarge(Limits.PICTURE_BYTES));
            return;
        }
        if (!pictures.tryAcquire()) {
            tooMany(r);
            return;
        }
        try {
            chain.doFilter(
                    new BodyRequest(
                            q,
                            new CountedBody(q.getInputStream(), Limits.PICTURE_BYTES, CountedBody.atAPoorLinesPace())),
                    r);
        } finally {
            pictures.release();
        }
    }

    private static void tooMany(HttpServletResponse r) throws IOException {
        r.setHeader(HttpHeaders.RETRY_AFTER, "5");
        SecurityConfig.problem(
                r,
                HttpStatus.TOO_MANY_REQUESTS,
                "Too many send something at the moment. Please try again in a few seconds.");
    }

    private void stranger(HttpServletRequest q, HttpServletResponse r, FilterChain chain, Semaphore atOnce)
            throws ServletException, IOException {
        if (!Strangers.maySend(q)) {
            // it is refused further on, and nobody reads its body
            chain.doFilter(new BodyRequest(q, new ByteArrayInputStream(new byte[0])), r);
            return;
        }
        if (q.getContentLengthLong() > STRANGERS_BYTES) {
            SecurityConfig.problem(r, HttpStatus.CONTENT_TOO_LARGE, tooLarge(STRANGERS_BYTES));
            return;
        }
        if (!atOnce.tryAcquire()) {
            tooMany(r);
            return;
        }
        byte[] body;
        try {
            body = new CountedBody(q.getInputStream(), STRANGERS_BYTES, CountedBody.within(STRANGERS_TIME))
                    .readAllBytes();
        } catch (Refusal refused) {
            SecurityConfig.problem(r, refused.status(), refused.getMessage());
            return;
        } finally {
            atOnce.release();
        }
        chain.doFilter(new BodyRequest(q, new ByteArrayInputStream(body)), r);
    }

    private void known(HttpServletRequest q, HttpServletResponse r, FilterChain chain)
            throws ServletException, IOException {
        String form = form(q);
        if (!form.isEmpty()) {
            SecurityConfig.problem(r, HttpStatus.UNSUPPORTED_MEDIA_TYPE, form);
            return;
        }
        long limit = limit(q.getRequestURI());
        if (q.getContentLengthLong() > limit) {
            SecurityConfig.problem(r, HttpStatus.CONTENT_TOO_LARGE, tooLarge(limit));
            return;
        }
        boolean isLarge = q.getContentLengthLong() < 0 || q.getContentLengthLong() > LARGE_BYTES;
        AtomicInteger mine = isLarge ? large.get(who(q), k -> new AtomicInteger()) : new AtomicInteger();
        if (mine.incrementAndGet() > LARGE_AT_ONCE) {
            mine.decrementAndGet();
            r.setHeader(HttpHeaders.RETRY_AFTER, "5");
            SecurityConfig.problem(
                    r,
                    HttpStatus.TOO_MANY_REQUESTS,
                    "You are sending " + LARGE_AT_ONCE + " large bodies already. Wait for one of them.");
            return;
        }
        try {
            chain.doFilter(
                    new BodyRequest(q, new CountedBody(q.getInputStream(), limit, CountedBody.atAPoorLinesPace())), r);
        } finally {
            mine.decrementAndGet();
        }
    }

    /** The web server itself reads forms, beside all that is counted here: only where a file is taken, and no longer than is said. */
    private static String form(HttpServletRequest q) {
        String type = String.valueOf(q.getContentType()).toLowerCase(Locale.ROOT);
        String path = q.getRequestURI();
        if (type.startsWith("application/x-www-form-urlencoded")) {
            return "Forms are not taken here. Nothing was stored.";
        }
        if (type.startsWith("multipart/") && !path.equals("/api/scans") && !isPicture(path)) {
            return "No file is taken here. Nothing was stored.";
        }
        return type.startsWith("multipart/") && isPicture(path) && q.getContentLengthLong() < 0
                ? "Say the length of the picture. Nothing was stored."
                : "";
    }

    private static boolean isPicture(String path) {
        return path.startsWith("/api/cases/") && path.endsWith("/pictures");
    }

    private static String who(HttpServletRequest q) {
        String token = q.getHeader(HttpHeaders.AUTHORIZATION);
        return token == null ? q.getSession(false).getId() : Secrets.hash(token);
    }

    static String tooLarge(long limit) {
        return "The body is larger than " + limit + " bytes, the most this call takes. Nothing was stored.";
    }

    private static long limit(String path) {
        if (path.equals("/api/library/import") || path.equals("/api/library/arrivals")) {
            return Limits.ZIP_BYTES;
        }
        if (path.equals("/api/cases/import")) {
            return Limits.CSV_BYTES;
        }
        if (path.equals("/api/scans")) {
            return Limits.LOG_BYTES + MULTIPART_BYTES;
        }
        if (isPicture(path)) {
            return Limits.PICTURE_BYTES + MULTIPART_BYTES;
        }
        return Limits.JSON_BYTES;
    }
}
