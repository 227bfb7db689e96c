package org.mendak.core.reading;

/** A stretch of a line: columns from 0, end exclusive. {@code torn} if nobody can say where the next cell begins in it. */
record Cell(String text, int from, int to, boolean torn) {

    static Cell of(String line, int from, int to) {
        int a = from;
        int b = Math.min(to, line.length());
        while (a < b && Character.isWhitespace(line.charAt(a))) {
            a++;
        }
        while (b > a && Character.isWhitespace(line.charAt(b - 1))) {
            b--;
        }
        return new Cell(a < b ? line.substring(a, b) : "", a, Math.max(a, b), false);
    }
}
