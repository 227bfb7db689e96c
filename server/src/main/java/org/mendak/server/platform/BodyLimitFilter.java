package org.mendak.server.platform;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Holds the limits on bodies, told or not told by {@code Content-Length}, before anything is read into memory. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class BodyLimitFilter extends OncePerRequestFilter {

    /** What multipart puts around a file. */
    static final long MULTIPART_BYTES = 64 * 1024;

    @Override
    protected void doFilterInternal(HttpServletRequest q, HttpServletResponse r, FilterChain chain)
            throws ServletException, IOException {
        long limit = limit(q.getRequestURI());
        if (q.getContentLengthLong() > limit) {
            SecurityConfig.problem(r, HttpStatus.CONTENT_TOO_LARGE, tooLarge(limit));
            return;
        }
        chain.doFilter(new Limited(q, limit), r);
    }

    private static String tooLarge(long limit) {
        return "The body is larger than " + limit + " bytes, the most this call takes. Nothing was stored.";
    }

    private static long limit(String path) {
        if (path.equals("/api/library/import")) {
            return Limits.ZIP_BYTES;
        }
        if (path.equals("/api/cases/import")) {
            return Limits.CSV_BYTES;
        }
        if (path.equals("/api/scans")) {
            return Limits.LOG_BYTES + MULTIPART_BYTES;
        }
        if (path.startsWith("/api/cases/") && path.endsWith("/pictures")) {
            return Limits.PICTURE_BYTES + MULTIPART_BYTES;
        }
        return Limits.JSON_BYTES;
    }

    private static final class Limited extends HttpServletRequestWrapper {
        private final long limit;
        private ServletInputStream counted;

        Limited(HttpServletRequest q, long limit) {
            super(q);
            this.limit = limit;
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            if (counted == null) {
                counted = new Counted(super.getInputStream(), limit);
            }
            return counted;
        }
    }

    private static final class Counted extends ServletInputStream {
        private final ServletInputStream in;
        private long left;
        private final long limit;

        Counted(ServletInputStream in, long limit) {
            this.in = in;
            this.left = limit;
            this.limit = limit;
        }

        private int count(int n) {
            left -= Math.max(0, n);
            if (left < 0) {
                throw Refusal.tooLarge(tooLarge(limit));
            }
            return n;
        }

        @Override
        public int read() throws IOException {
            int b = in.read();
            count(b < 0 ? 0 : 1);
            return b;
        }

        @Override
        public int read(byte[] b, int off, int len) throws IOException {
            return count(in.read(b, off, len));
        }

        @Override
        public boolean isFinished() {
            return in.isFinished();
        }

        @Override
        public boolean isReady() {
            return in.isReady();
        }

        @Override
        public void setReadListener(ReadListener l) {
            in.setReadListener(l);
        }
    }
}
