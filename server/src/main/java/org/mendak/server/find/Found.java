package org.mendak.server.find;

import java.util.List;

/**
 * What was found, the best first.
 *
 * @param total how many there are, those that are not among the hits too; at least so many if {@code more}
 * @param more whether nobody counted to the end
 * @param loose whether nothing has all words, so that some of them had to do
 */
public record Found(long total, boolean more, boolean loose, List<Hit> hits) {

    /** Nothing. */
    public static final Found NOTHING = new Found(0, false, false, List.of());

    public Found {
        hits = List.copyOf(hits);
    }

    /**
     * One of them.
     *
     * @param excerpt where a word stands in its body; empty if only in what it is called or known by
     */
    public record Hit(
            String id,
            Entry.Kind kind,
            String title,
            String excerpt,
            String product,
            String phases,
            String state,
            long at,
            double score) {}
}
