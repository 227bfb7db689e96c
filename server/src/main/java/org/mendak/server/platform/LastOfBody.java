package org.mendak.server.platform;

import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.time.Duration;
import java.util.concurrent.Semaphore;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;

/**
 * What nobody wanted to read of a stranger's refused body. It is taken from the line all the same, if it is little and comes soon: a line that is closed
 * with bytes on their way is reset, and whoever sent them may never see the answer (RFC 9112, 9.6). One whose session has ended is a stranger
 * too, with what they typed.
 */
final class LastOfBody {

    private static final int PIECE = 16 * 1024;

    private static final long MOST = 1024 * 1024;

    private static final Duration WITHIN = Duration.ofSeconds(5);

    /** For so many at once, who hold a thread each: of others the line is closed. */
    private static final int AT_ONCE = 16;

    private final Semaphore waiting = new Semaphore(AT_ONCE);

    /**
     * Lets go of the answer, then reads what is left. Does nothing if the answer is no refusal or says that the body came too slowly, if what is
     * sent waits for leave to be sent, or if more was announced than is taken.
     */
    void take(HttpServletRequest q, HttpServletResponse r) {
        if (r.getStatus() < 400
                || r.getStatus() == HttpStatus.REQUEST_TIMEOUT.value()
                || q.isAsyncStarted()
                || q.getHeader(HttpHeaders.EXPECT) != null
                || q.getContentLengthLong() > MOST
                || !waiting.tryAcquire()) {
            return;
        }
        try {
            ServletInputStream in = q.getInputStream();
            if (!in.isFinished()) {
                r.flushBuffer();
                read(in);
            }
        } catch (IOException | IllegalStateException gone) {
            // whoever sent it has hung up, or the web server has read it in its own way: nothing is left
        } finally {
            waiting.release();
        }
    }

    private static void read(InputStream in) throws IOException {
        long until = System.nanoTime() + WITHIN.toNanos();
        byte[] piece = new byte[PIECE];
        long left = MOST;
        int n;
        do {
            n = in.read(piece);
            left -= n;
        } while (n >= 0 && left > 0 && System.nanoTime() < until);
    }
}
