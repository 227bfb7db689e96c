package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.List;
import java.util.function.ToDoubleFunction;

/**
 * Aligns a template's words with a text's, in order, each word weighted by how rare it is. For what is cut, retold or
 * misread, where {@link ExactMatcher} finds nothing.
 *
 * <p>Source: T. F. Smith, M. S. Waterman, "Identification of Common Molecular Subsequences", J. Mol. Biol. 147 (1981), pp.
 * 195-197 (local alignment). O(words of template · words of text), both bounded.
 */
final class WordMatcher {

    /** The matched share of the template's weight in [0, 1], how many words matched, and which words of the text. */
    record Match(double coverage, int matched, List<PreparedText.Word> words) {}

    private static final int MOST_TEXT_WORDS = 2_000;
    private static final double MISSING = 0.3;
    private static final double UNEXPLAINED = 0.12;

    private WordMatcher() {}

    static Match match(List<String> template, PreparedText text, ToDoubleFunction<String> weight) {
        List<PreparedText.Word> words = text.words.subList(0, Math.min(text.words.size(), MOST_TEXT_WORDS));
        int n = template.size();
        int m = words.size();
        double[] weights = template.stream().mapToDouble(weight).toArray();
        double total = java.util.Arrays.stream(weights).sum();
        if (total <= 0 || m == 0) {
            return new Match(0, 0, List.of());
        }
        double[][] score = new double[n + 1][m + 1];
        double best = 0;
        int bestI = 0;
        int bestJ = 0;
        for (int i = 1; i <= n; i++) {
            for (int j = 1; j <= m; j++) {
                double step =
                        template.get(i - 1).equals(words.get(j - 1).text()) ? score[i - 1][j - 1] + weights[i - 1] : 0;
                double skipped = Math.max(score[i - 1][j] - MISSING * weights[i - 1], score[i][j - 1] - UNEXPLAINED);
                score[i][j] = Math.max(0, Math.max(step, skipped));
                if (score[i][j] > best) {
                    best = score[i][j];
                    bestI = i;
                    bestJ = j;
                }
            }
        }
        return trace(template, words, weights, total, score, bestI, bestJ);
    }

    private static Match trace(
            List<String> template,
            List<PreparedText.Word> words,
            double[] weights,
            double total,
            double[][] score,
            int i,
            int j) {
        List<PreparedText.Word> matched = new ArrayList<>();
        double weight = 0;
        while (i > 0 && j > 0 && score[i][j] > 0) {
            boolean same = template.get(i - 1).equals(words.get(j - 1).text());
            if (same && score[i][j] == score[i - 1][j - 1] + weights[i - 1]) {
                matched.add(0, words.get(j - 1));
                weight += weights[i - 1];
                i--;
                j--;
            } else if (score[i][j] == score[i][j - 1] - UNEXPLAINED) {
                j--;
            } else {
                i--;
            }
        }
        return new Match(weight / total, matched.size(), matched);
    }
}
