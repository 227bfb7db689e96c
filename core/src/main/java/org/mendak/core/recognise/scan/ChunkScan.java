package org.mendak.core.recognise.scan;

import java.util.ArrayList;
import java.util.List;

/** Looks at stretches of whole lines, one after the other: what one thread of a scan does. Remembers what lines alike were. */
final class ChunkScan {

    /** Fragments of one line that are looked at. */
    private static final int MOST_HITS = 1_024;

    /**
     * A line of interest.
     *
     * @param number among the stretch's lines, from 0
     * @param from where it begins in the stretch
     */
    record Seen(long number, int from, LineMatcher.Line line) {}

    /**
     * What was seen in a stretch.
     *
     * @param lines line feeds in it
     * @param seen lines of interest, in their order
     */
    record Chunk(byte[] buffer, int end, long lines, List<Seen> seen) {}

    private final ScanIndex index;
    private final LineMatcher matcher;
    private final Fragments.Work work = new Fragments.Work();
    /** The fragments found in the line. */
    private final Occurrences inLine = new Occurrences();
    /** Hangs on all that was brought near, so that this is not left out. */
    private long touched;

    private byte[] buffer;
    private List<Seen> seen;
    private long lines;
    /** Up to where line feeds were counted. */
    private int counted;

    private int lineFrom;
    private int lineTo;

    ChunkScan(ScanIndex index) {
        this.index = index;
        this.matcher = new LineMatcher(index);
    }

    /** Looks at the first bytes of a buffer, which is left as it is; there is room behind them for a fragment more. */
    Chunk look(byte[] bytes, int end) {
        buffer = bytes;
        seen = new ArrayList<>();
        lines = 0;
        counted = 0;
        lineFrom = -1;
        lineTo = -1;
        index.fragments.scan(bytes, 0, end, work, found -> {
            touched += matcher.touch(found);
            for (int i = 0; i < found.count; i++) {
                hit(found.fragments[i], found.places[i], end);
            }
        });
        flush();
        countTo(end);
        return new Chunk(bytes, end, lines, seen);
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

    private void flush() {
        if (inLine.count == 0) {
            return;
        }
        LineMatcher.Line line = matcher.match(buffer, lineFrom, lineTo, inLine);
        inLine.count = 0;
        if (line != null) {
            countTo(lineFrom);
            seen.add(new Seen(lines, lineFrom, line));
        }
    }

    private void countTo(int to) {
        lines += ByteRuns.count(buffer, counted, to, '\n');
        counted = Math.max(counted, to);
    }
}
