package org.mendak.core.runbook;

/** A heading as it is written: where its title stands between the signs that open it and those that may close it (CommonMark 4.2). */
record HeadingLine(String written, int from, int to) {

    static HeadingLine of(String written) {
        int from = pastBlanks(written, 0);
        while (from < written.length() && written.charAt(from) == '#') {
            from++;
        }
        from = pastBlanks(written, from);
        String bare = written.stripTrailing();
        int end = bare.length();
        while (end > 0 && bare.charAt(end - 1) == '#') {
            end--;
        }
        boolean closed = end > 0 && end < bare.length() && Character.isWhitespace(bare.charAt(end - 1));
        int to = closed ? bare.substring(0, end).stripTrailing().length() : bare.length();
        return new HeadingLine(written, from, Math.max(from, to));
    }

    private static int pastBlanks(String text, int at) {
        int next = at;
        while (next < text.length() && Character.isWhitespace(text.charAt(next))) {
            next++;
        }
        return next;
    }

    String title() {
        return written.substring(from, to);
    }
}
