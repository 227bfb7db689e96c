package org.mendak.core.review;

import java.util.List;

/** Where a line stands that somebody has said something about, once the text has changed. */
public final class Quote {

    /** As much of a line as is kept of it. */
    public static final int LONGEST = 300;

    private Quote() {}

    /** What is kept of a line, blanks at its ends left out. */
    public static String of(String line) {
        String bare = line.strip();
        return bare.length() > LONGEST ? bare.substring(0, LONGEST) : bare;
    }

    /**
     * The line that says the same now, the nearest to where it stood if several do. O(lines).
     *
     * @param line where it stood, from 1
     * @param quote what {@link #of} made of it
     * @return from 1; 0 if no line says so any more, or if the line was empty
     */
    public static int lineNow(List<String> lines, int line, String quote) {
        int nearest = 0;
        for (int i = 1; i <= lines.size() && !quote.isEmpty(); i++) {
            boolean nearer = nearest == 0 || Math.abs(i - line) < Math.abs(nearest - line);
            if (nearer && of(lines.get(i - 1)).equals(quote)) {
                nearest = i;
            }
        }
        return nearest;
    }
}
