package org.mendak.core.recognise;

import java.util.List;

/**
 * What a candidate looks like, as numbers: what the model weighs ({@link Weights}) and what a score is explained by. Sizes are of
 * order one.
 */
final class Features {

    static final List<String> NAMES = List.of(
            "some",
            "library size",
            "coverage",
            "coverage near whole",
            "information",
            "rarest missing",
            "missing",
            "unexplained inside",
            "line explained",
            "exact",
            "exact and long",
            "bag beyond order",
            "bag of the line",
            "likeness lost",
            "one word only",
            "two words only",
            "code",
            "other code",
            "unexplained on the line",
            "literal characters",
            "last words missing",
            "code and words",
            "bag coverage",
            "long text",
            "matched",
            "words missing",
            "words unexplained",
            "words in placeholders",
            "text misread",
            "margin",
            "lines touched");

    static final int SOME = 0;
    static final int SIZE = 1;
    static final int COVERAGE = 2;
    static final int NEAR_WHOLE = 3;
    static final int INFORMATION = 4;
    static final int RAREST_MISSING = 5;
    static final int MISSING = 6;
    static final int UNEXPLAINED_INSIDE = 7;
    static final int LINE_EXPLAINED = 8;
    static final int EXACT = 9;
    static final int EXACT_LONG = 10;
    static final int BAG_BEYOND = 11;
    static final int BAG_LINE = 12;
    static final int LIKENESS_LOST = 13;
    static final int ONE_WORD = 14;
    static final int TWO_WORDS = 15;
    static final int CODE = 16;
    static final int OTHER_CODE = 17;
    static final int UNEXPLAINED_LINE = 18;
    static final int LITERAL = 19;
    static final int ENDS_MISSING = 20;
    static final int CODE_AND_WORDS = 21;
    static final int BAG = 22;
    static final int LONG_TEXT = 23;
    static final int MATCHED = 24;
    static final int WORDS_MISSING = 25;
    static final int WORDS_UNEXPLAINED = 26;
    static final int WORDS_IN_HOLES = 27;
    static final int MISREAD = 28;
    static final int MARGIN = 29;
    static final int LINES = 30;

    private Features() {}
}
