package org.mendak.core.recognise.match;

import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * What a candidate looks like, as numbers: what the model weighs ({@link Weights}) and what a score is explained by. Sizes are of
 * order one.
 */
public final class Features {

    public static final List<String> NAMES = List.of(
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
            "lines touched",
            "text told",
            "told ahead",
            "told in all",
            "everyday words",
            "words of the text",
            "code said",
            "number said",
            "said alone",
            "words met",
            "message met",
            "neighbours met",
            "words of another message",
            "words of none",
            "missing and not like any");

    public static final int SOME = 0;
    public static final int SIZE = 1;
    public static final int COVERAGE = 2;
    static final int NEAR_WHOLE = 3;
    static final int INFORMATION = 4;
    static final int RAREST_MISSING = 5;
    public static final int MISSING = 6;
    static final int UNEXPLAINED_INSIDE = 7;
    static final int LINE_EXPLAINED = 8;
    public static final int EXACT = 9;
    public static final int EXACT_LONG = 10;
    static final int BAG_BEYOND = 11;
    static final int BAG_LINE = 12;
    static final int LIKENESS_LOST = 13;
    static final int ONE_WORD = 14;
    static final int TWO_WORDS = 15;
    public static final int CODE = 16;
    public static final int OTHER_CODE = 17;
    public static final int UNEXPLAINED_LINE = 18;
    public static final int LITERAL = 19;
    static final int ENDS_MISSING = 20;
    public static final int CODE_AND_WORDS = 21;
    public static final int BAG = 22;
    static final int LONG_TEXT = 23;
    public static final int MATCHED = 24;
    static final int WORDS_MISSING = 25;
    static final int WORDS_UNEXPLAINED = 26;
    static final int WORDS_IN_HOLES = 27;
    static final int MISREAD = 28;
    public static final int MARGIN = 29;
    static final int LINES = 30;
    public static final int TOLD_OF_TEXT = 31;
    public static final int TOLD_AHEAD = 32;
    public static final int TOLD_IN_ALL = 33;
    public static final int EVERYDAY = 34;
    public static final int TEXT_WORDS = 35;
    public static final int CODE_SAID = 36;
    public static final int NUMBER_SAID = 37;
    public static final int SAID_ALONE = 38;
    public static final int WORDS_MET = 39;
    public static final int MESSAGE_MET = 40;
    public static final int NEIGHBOURS_MET = 41;
    static final int OTHERS_WORDS = 42;
    static final int NOBODYS_WORDS = 43;
    public static final int UNLIKE = 44;

    /** By what a text is judged that says what somebody says a screen said. */
    public static final int[] RETOLD = {
        SOME, SIZE, TEXT_WORDS, TOLD_IN_ALL, TOLD_AHEAD, TOLD_OF_TEXT, WORDS_MET, MESSAGE_MET, NEIGHBOURS_MET, EVERYDAY
    };

    private static final Set<Integer> ONLY_RETOLD =
            Set.of(TOLD_OF_TEXT, TOLD_AHEAD, TOLD_IN_ALL, EVERYDAY, WORDS_MET, NEIGHBOURS_MET);

    /** By what a text is judged that says what a screen said. */
    public static final int[] PASTED = IntStream.range(0, NAMES.size())
            .filter(i -> !ONLY_RETOLD.contains(i))
            .toArray();

    private static final int SMALLEST = 50;

    /** The size of a library as a feature; a smaller one than was fitted on is as one of fifty. */
    public static double size(int signatures) {
        return Math.log(Math.max(SMALLEST, signatures) + 1.0) / 10;
    }

    private Features() {}
}
