package org.mendak.server.platform;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.Duration;

/** A body that may be only so long, and may not take for ever: one that drips in holds a thread that others need. */
final class CountedBody extends FilterInputStream {

    /** A body that takes longer than this comes in at least at {@link #LEAST_A_SECOND}. */
    private static final Duration GRACE = Duration.ofSeconds(15);

    private static final long LEAST_A_SECOND = 2_000;

    /** Whether so many bytes in so long a time are enough. */
    @FunctionalInterface
    interface Pace {
        boolean enough(long bytes, Duration since);
    }

    private final long limit;
    private final Pace pace;
    private final long begun = System.nanoTime();
    private long bytes;

    CountedBody(InputStream in, long limit, Pace pace) {
        super(in);
        this.limit = limit;
        this.pace = pace;
    }

    /** All of it within this time. */
    static Pace within(Duration most) {
        return (bytes, since) -> since.compareTo(most) <= 0;
    }

    static Pace atAPoorLinesPace() {
        return (bytes, since) -> since.compareTo(GRACE) <= 0 || bytes >= LEAST_A_SECOND * since.toSeconds();
    }

    private int count(int n) {
        bytes += Math.max(0, n);
        if (bytes > limit) {
            throw Refusal.tooLarge(BodyLimitFilter.tooLarge(limit));
        }
        if (n >= 0 && !pace.enough(bytes, Duration.ofNanos(System.nanoTime() - begun))) {
            throw Refusal.tooSlow("The body came in too slowly. Nothing was stored.");
        }
        return n;
    }

    @Override
    public int read() throws IOException {
        int b = super.read();
        count(b < 0 ? -1 : 1);
        return b;
    }

    @Override
    public int read(byte[] b, int off, int len) throws IOException {
        return count(super.read(b, off, len));
    }

    @Override
    public long skip(long n) throws IOException {
        // counted like what is read
        byte[] over = new byte[(int) Math.min(n, 8_192)];
        return Math.max(0, read(over, 0, over.length));
    }
}
