package org.mendak.core.recognise.scan;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.mendak.core.runbook.KnownError;

/**
 * Reads a log of any size and says what is in it: known errors by line, and lines that look like errors and that nothing recognises.
 * Streaming, bounded memory; two threads look at stretches by turns, one takes their findings in order.
 *
 * <p>A line is recognised if one of its messages stands there to the letter, or nearly so that it would be "recognised" as a pasted
 * text. Only messages whose rarest fragment stands in the line are looked at.
 */
public final class LogScan {

    /** Hears how far the scan is. */
    public interface Progress {
        /**
         * Called every few megabytes.
         *
         * @param bytes read so far from the source
         * @return whether to go on
         */
        boolean at(long bytes);
    }

    /** Bytes that are looked at together, few enough to stay in a processor's cache. A longer line is read in pieces. */
    private static final int CHUNK = 1 << 18;
    /** Bytes for which there must be room when more are read. */
    private static final int LONGEST_CHARACTER = 4;
    /** Chunks between two reports of progress. */
    private static final int REPORT_EVERY = 16;

    private static final int LINES_BEFORE = 3;
    /** Threads that look at one log. */
    private static final int THREADS = 2;
    /** Stretches that are read ahead. */
    private static final int AHEAD = 4;

    private final ScanIndex index;
    private final Map<String, LinesOfKind> known = new HashMap<>();
    private final Shapes shapes = new Shapes();
    private final List<LogFindings.Excerpt> before = new ArrayList<>();
    private long firstFailure;
    private long lines;

    private final Deque<byte[]> free = new ArrayDeque<>();
    private byte[] buffer = new byte[CHUNK + Fragments.LONGEST];
    private int filled;

    public LogScan(ScanIndex index) {
        this.index = index;
    }

    /** The fragments that are looked for, in lower case: of messages, codes and error words. */
    public List<String> fragments() {
        return index.texts();
    }

    /** Reads the source to its end; null if {@code progress} said to stop. To be called once. */
    public LogFindings run(ByteSource source, Progress progress) {
        List<ExecutorService> threads = new ArrayList<>();
        List<ChunkScan> scans = new ArrayList<>();
        for (int i = 0; i < THREADS; i++) {
            threads.add(Executors.newSingleThreadExecutor(LogScan::thread));
            scans.add(new ChunkScan(index));
        }
        try {
            Unwrapped in = new Unwrapped(source);
            Deque<Future<ChunkScan.Chunk>> ahead = new ArrayDeque<>();
            boolean more = true;
            for (int n = 1; more; n++) {
                more = fill(in);
                byte[] chunk = buffer;
                int end = more ? lastLineEnd() : filled;
                boolean unended = !more && end > 0 && chunk[end - 1] != '\n';
                next(end);
                ChunkScan scan = scans.get(n % THREADS);
                ahead.add(threads.get(n % THREADS).submit(() -> scan.look(chunk, end)));
                while (ahead.size() > (more ? AHEAD : 0)) {
                    take(seen(ahead.remove()));
                }
                lines += unended ? 1 : 0;
                if ((n % REPORT_EVERY == 0 || !more) && !progress.at(in.taken())) {
                    return null;
                }
            }
            return findings(in.taken());
        } finally {
            threads.forEach(ExecutorService::shutdownNow);
        }
    }

    private static Thread thread(Runnable work) {
        Thread t = new Thread(work, "scan");
        t.setDaemon(true);
        return t;
    }

    private static ChunkScan.Chunk seen(Future<ChunkScan.Chunk> ahead) {
        try {
            return ahead.get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("the scan was interrupted", e);
        } catch (ExecutionException e) {
            throw new IllegalStateException("the scan failed", e.getCause());
        }
    }

    /** Fills the buffer as far as there is something to fill it with; false at the end. */
    private boolean fill(Unwrapped in) {
        while (filled + LONGEST_CHARACTER <= CHUNK) {
            int n = in.read(buffer, filled, CHUNK - filled);
            if (n < 0) {
                return false;
            }
            filled += n;
        }
        return true;
    }

    /** Behind the last line feed, or everything if one line fills the buffer. */
    private int lastLineEnd() {
        for (int i = filled - 1; i >= 0; i--) {
            if (buffer[i] == '\n') {
                return i + 1;
            }
        }
        return filled;
    }

    /** Goes on in another buffer with what stands behind that place. */
    private void next(int end) {
        byte[] other = free.isEmpty() ? new byte[buffer.length] : free.remove();
        System.arraycopy(buffer, end, other, 0, filled - end);
        filled -= end;
        buffer = other;
    }

    /** Takes in what was seen in the next stretch; its buffer is free then. */
    private void take(ChunkScan.Chunk chunk) {
        for (ChunkScan.Seen s : chunk.seen()) {
            line(chunk, s);
        }
        lines += chunk.lines();
        free.add(chunk.buffer());
    }

    private void line(ChunkScan.Chunk chunk, ChunkScan.Seen seen) {
        LineMatcher.Line line = seen.line();
        long number = lines + seen.number() + 1;
        if (firstFailure == 0 && line.failure()) {
            firstFailure = number;
            linesBefore(chunk.buffer(), seen.from(), number);
        }
        for (LineMatcher.Hit h : line.errors()) {
            KnownError e = h.error();
            LinesOfKind f = known.computeIfAbsent(e.key(), k -> new LinesOfKind(e.key(), e.title()));
            if (f.wantsExcerpt()) {
                f.excerpt(number, line.shown(), h.captures());
            }
            f.line(number);
        }
        if (line.errors().isEmpty()) {
            LinesOfKind f = shapes.of(line.message());
            if (f != null) {
                if (f.wantsExcerpt()) {
                    f.excerpt(number, line.shown(), Map.of());
                }
                f.line(number);
            }
        }
    }

    /** The last good state, as far as it stands in the same stretch. */
    private void linesBefore(byte[] bytes, int lineFrom, long number) {
        int to = lineFrom - 1;
        for (int n = 1; n <= LINES_BEFORE && to > 0; n++) {
            int from = to;
            while (from > 0 && bytes[from - 1] != '\n') {
                from--;
            }
            before.add(0, new LogFindings.Excerpt(number - n, LineMatcher.shown(bytes, from, to), Map.of()));
            to = from - 1;
        }
    }

    private LogFindings findings(long bytes) {
        List<LogFindings.Finding> recognised = known.values().stream()
                .map(LinesOfKind::finding)
                .sorted(Comparator.comparingLong(LogFindings.Finding::firstLine))
                .toList();
        List<LogFindings.Finding> unknown = new ArrayList<>();
        shapes.all().forEach(f -> unknown.add(f.finding()));
        unknown.sort(Comparator.comparingLong(LogFindings.Finding::count)
                .reversed()
                .thenComparingLong(LogFindings.Finding::firstLine));
        return new LogFindings(bytes, lines, recognised, unknown, shapes.more(), firstFailure, before);
    }
}
