package org.mendak.server.recognition;

import java.util.List;
import org.mendak.server.platform.Caller;

/**
 * A log was read to its end.
 *
 * @param log the file's name
 * @param unknown what looked like errors and nothing recognised: of each kind one line, without secrets, the most frequent first
 */
public record LogScanned(Caller by, String log, List<Line> unknown) {

    public LogScanned {
        unknown = List.copyOf(unknown);
    }

    /** A line, and how many of its kind there were. */
    public record Line(String text, long lines) {}
}
