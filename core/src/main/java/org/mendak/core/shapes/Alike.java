package org.mendak.core.shapes;

import java.util.List;
import org.mendak.core.shapes.Form.Kind;
import org.mendak.core.shapes.Form.Token;

/**
 * Whether two forms are two texts of one message: what they have in common is laid side by side, and what differs must be able to be
 * a value.
 *
 * <p>The side by side is the alignment of Needleman and Wunsch ("A general method applicable to the search for similarities in the amino
 * acid sequence of two proteins", J. Mol. Biol. 48 (1970), pp. 443-453) with whole words for letters; the costs of what differs are our
 * own, chosen with {@code ./mendak bench shapes-fitting}.
 */
final class Alike {

    private static final double OTHER_WORD = 0.9;
    private static final double OTHER_LANGUAGE = 2.6;
    private static final double OTHER_SPEAKER = 3;
    private static final double OTHER_CODE = 6;
    private static final double REASON = 0.5;
    private static final double MORE_WORDS = 0.25;
    private static final double SHARE = 0.34;

    private Alike() {}

    /**
     * Whether they are. Of several ways to lay them side by side that are as good one is taken, which may depend on which comes first: whoever
     * asks gives them in an order of their own. Cost: the product of their lengths.
     */
    static boolean are(Form a, Form b) {
        List<Token> x = a.tokens();
        List<Token> y = b.tokens();
        int n = x.size();
        int m = y.size();
        int from = 0;
        while (from < n && from < m && x.get(from).equals(y.get(from))) {
            from++;
        }
        int behind = 0;
        while (behind < n - from && behind < m - from && x.get(n - 1 - behind).equals(y.get(m - 1 - behind))) {
            behind++;
        }
        double common = weight(x, 0, from) + weight(x, n - behind, n);
        // the longest common run of words between what is the same at both ends
        int[][] longest = new int[n - from - behind + 1][m - from - behind + 1];
        for (int i = longest.length - 2; i >= 0; i--) {
            for (int j = longest[0].length - 2; j >= 0; j--) {
                longest[i][j] = x.get(from + i).equals(y.get(from + j))
                        ? longest[i + 1][j + 1] + 1
                        : Math.max(longest[i + 1][j], longest[i][j + 1]);
            }
        }
        double differs = 0;
        int i = from;
        int j = from;
        int gapX = i;
        int gapY = j;
        while (i < n - behind && j < m - behind) {
            int here = longest[i - from][j - from];
            if (x.get(i).equals(y.get(j))) {
                differs += gap(x, gapX, i, y, gapY, j, false);
                common += weight(x, i, i + 1);
                gapX = ++i;
                gapY = ++j;
            } else if (longest[i + 1 - from][j - from] == here) {
                i++;
            } else {
                j++;
            }
        }
        differs += gap(x, gapX, n - behind, y, gapY, m - behind, behind == 0);
        return common >= 2 && differs <= SHARE * common;
    }

    private static double weight(List<Token> tokens, int from, int to) {
        double w = 0;
        for (int i = from; i < to; i++) {
            w += switch (tokens.get(i).kind()) {
                case LANGUAGE, WORD, SPEAKER -> 1;
                case CODE -> 12;
                case VALUE, COLON -> 0;
            };
        }
        return w;
    }

    private static double gap(List<Token> x, int xFrom, int xTo, List<Token> y, int yFrom, int yTo, boolean atEnd) {
        int a = xTo - xFrom;
        int b = yTo - yFrom;
        if (a == 0 && b == 0) {
            return 0;
        }
        boolean reason =
                atEnd && a > 0 && b > 0 && xFrom > 0 && x.get(xFrom - 1).kind() == Kind.COLON;
        if (reason) {
            return REASON * Math.min(4, Math.max(a, b));
        }
        return Math.max(side(x, xFrom, xTo, b == 0), side(y, yFrom, yTo, a == 0)) + MORE_WORDS * Math.abs(a - b);
    }

    /** What the words on one side of a difference cost; alone if nothing stands on the other side. */
    private static double side(List<Token> tokens, int from, int to, boolean alone) {
        double cost = 0;
        for (int i = from; i < to; i++) {
            cost += switch (tokens.get(i).kind()) {
                case VALUE -> alone ? 0.5 : 0;
                case WORD -> OTHER_WORD * (i == from || alone ? 1 : 0.6);
                case LANGUAGE -> OTHER_LANGUAGE;
                case SPEAKER -> OTHER_SPEAKER;
                case CODE -> OTHER_CODE;
                case COLON -> 0.3;
            };
        }
        return cost;
    }
}
