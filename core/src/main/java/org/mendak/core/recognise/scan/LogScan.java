package org.mendak.core.recognise.scan;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.runbook.KnownError;

/**
 * Reads a log of any size and says what is in it: known errors by line, and lines that look like errors and that nothing recognises.
 * Streaming, bounded memory, one thread.
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
    /** Fragments of one line that are looked at. */
    private static final int MOST_HITS = 1_024;

    private final ScanIndex index;
    private final LineMatcher matcher;
    private final Map<String, LinesOfKind> known = new HashMap<>();
    private final Shapes shapes = new Shapes();
    private final List<LogFindings.Excerpt> before = new ArrayList<>();
    private long firstFailure;

    private final byte[] buffer = new byte[CHUNK + Fragments.LONGEST];
    private long lines;
    /** Up to where newlines were counted in the buffer. */
    private int counted;

    private int lineFrom = -1;
    private int lineTo = -1;
    /** The fragments found in the line. */
    private final Occurrences inLine = new Occurrences();

    private final Fragments.Work work = new Fragments.Work();
    private long touched;
    private int filled;

    public LogScan(ScanIndex index) {
        this.index = index;
        this.matcher = new LineMatcher(index);
    }

    /** The fragments that are looked for, in lower case: of messages, codes and error words. */
    public List<String> fragments() {
        return index.texts();
    }

    /** Reads the source to its end; null if {@code progress} said to stop. To be called once. */
    public LogFindings run(ByteSource source, Progress progress) {
        Unwrapped in = new Unwrapped(source);
        boolean more = true;
        for (int n = 1; more; n++) {
            more = fill(in);
            chunk(more ? lastLineEnd() : filled, !more);
            if ((n % REPORT_EVERY == 0 || !more) && !progress.at(in.taken())) {
                return null;
            }
        }
        return findings(in.taken());
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

    private void chunk(int end, boolean last) {
        counted = 0;
        lineFrom = -1;
        lineTo = -1;
        index.fragments.scan(buffer, 0, end, work, found -> {
            touched += matcher.touch(found);
            for (int i = 0; i < found.count; i++) {
                hit(found.fragments[i], found.places[i], end);
            }
        });
        flush();
        countTo(end);
        if (last && end > 0 && buffer[end - 1] != '\n') {
            lines++; // a last line without an end
        }
        System.arraycopy(buffer, end, buffer, 0, filled - end);
        filled -= end;
    }

    private void hit(int fragment, int from, int end) {
        if (from >= lineTo || from < lineFrom) {
            flush();
            lineFrom = from;
            while (lineFrom > 0 && buffer[lineFrom - 1] != '\n') {
                lineFrom--;
            }
            lineTo = from;
            while (lineTo < end && buffer[lineTo] != '\n') {
                lineTo++;
            }
        }
        if (inLine.count < MOST_HITS) {
            inLine.add(fragment, from);
        }
    }

    private void countTo(int to) {
        lines += ByteRuns.count(buffer, counted, to, '\n');
        counted = Math.max(counted, to);
    }

    private void flush() {
        if (inLine.count == 0) {
            return;
        }
        LineMatcher.Line line = matcher.match(buffer, lineFrom, lineTo, inLine);
        inLine.count = 0;
        if (line == null) {
            return;
        }
        countTo(lineFrom);
        long number = lines + 1;
        if (firstFailure == 0 && line.failure()) {
            firstFailure = number;
            linesBefore(number);
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

    /** The last good state, as far as it is still in the buffer. */
    private void linesBefore(long number) {
        int to = lineFrom - 1;
        for (int n = 1; n <= LINES_BEFORE && to > 0; n++) {
            int from = to;
            while (from > 0 && buffer[from - 1] != '\n') {
                from--;
            }
            before.add(0, new LogFindings.Excerpt(number - n, LineMatcher.shown(buffer, from, to), Map.of()));
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
