package org.mendak.core.howto;

/**
 * A piece of a how-to as it lies on the page.
 *
 * @param depth of a heading its level from 1; of anything else in how many list items it stands, an item counting itself
 * @param numbered whether an item has a number or a letter
 * @param marked whether whoever wrote set it apart: quoted, or in a box that warns
 * @param text in one line but for code; code spans between backticks, links as Markdown writes them
 */
record Block(Kind kind, int depth, boolean numbered, Mark marked, String text) {

    enum Kind {
        HEADING,
        PARAGRAPH,
        ITEM,
        CODE
    }

    enum Mark {
        NONE,
        QUOTED,
        WARNS
    }

    /** Of longer texts it is not asked what they are: they are words. */
    static final int LONGEST = 2_000;

    boolean isLong() {
        return text.length() > LONGEST;
    }

    boolean is(Kind other) {
        return kind == other;
    }

    Block with(String other) {
        return new Block(kind, depth, numbered, marked, other);
    }
}
