package org.mendak.core.recognise.scan;

import java.util.List;
import java.util.Map;

/**
 * What was found in a log. Lines count from 1.
 *
 * @param bytes bytes read, unpacked
 * @param known what was recognised, in the order of the first line
 * @param unknown lines that look like errors and that nothing recognises, grouped by shape, the most frequent first
 * @param moreShapes lines of further shapes, beyond those that are kept apart
 * @param firstFailure the first line that was recognised or looks like an error, and whose level does not say that nothing failed; 0 if
 *     there is none
 * @param before up to three lines before the first failure: the last good state
 */
public record LogFindings(
        long bytes,
        long lines,
        List<Finding> known,
        List<Finding> unknown,
        long moreShapes,
        long firstFailure,
        List<Excerpt> before) {

    public LogFindings {
        known = List.copyOf(known);
        unknown = List.copyOf(unknown);
        before = List.copyOf(before);
    }

    /**
     * One known error, or one shape of unrecognised lines, with where it stands.
     *
     * @param error the known error's key; empty for a shape
     * @param title the known error's title, or the shape with its variable parts as dots
     * @param count lines
     * @param excerpts the first few lines
     * @param runs repeated retries: lines of the same kind close behind each other, folded; the first few
     * @param marks some of the line numbers, spread over all of them, at most 256
     */
    public record Finding(
            String error,
            String title,
            long count,
            long firstLine,
            long lastLine,
            List<Excerpt> excerpts,
            List<Run> runs,
            List<Long> marks) {
        public Finding {
            excerpts = List.copyOf(excerpts);
            runs = List.copyOf(runs);
            marks = List.copyOf(marks);
        }
    }

    /** A line, cut to what can be shown, with the values in it. */
    public record Excerpt(long line, String text, Map<String, String> captures) {
        public Excerpt {
            captures = Map.copyOf(captures);
        }
    }

    /** Lines that belong together. */
    public record Run(long from, long to, long count) {}
}
