package org.mendak.core.recognise;

import java.util.Comparator;
import java.util.List;

/**
 * From scores to probabilities: those who explain the same stretch of the text compete with each other and with "none of these";
 * those who explain different stretches do not.
 *
 * <p>Source: D. McFadden, "Conditional Logit Analysis of Qualitative Choice Behavior", in Frontiers in Econometrics (1974), pp.
 * 105-142, with "none" as the alternative of score 0.
 */
final class Judge {

    private Judge() {}

    /** Sets the probabilities and sorts, the likeliest first; who stands inside another's value comes behind it. */
    static void judge(List<Suspect> suspects) {
        for (Suspect s : suspects) {
            double others = 0;
            for (Suspect o : suspects) {
                if (o != s && compete(s, o)) {
                    others += Math.exp(Math.min(40, o.score) - Math.max(0, s.score));
                }
            }
            double own = Math.exp(Math.min(0, s.score));
            double none = Math.exp(-Math.max(0, s.score));
            s.probability = own / (own + none + others);
        }
        suspects.sort(Comparator.comparingDouble((Suspect s) -> s.probability)
                .reversed()
                .thenComparing(s -> s.error.key()));
        outerFirst(suspects);
    }

    /** Whether the one's stretch covers half of the other's or more; without a place (a code alone) all compete. */
    static boolean compete(Suspect a, Suspect b) {
        if (a.from < 0 || b.from < 0) {
            return true;
        }
        if (isInside(a, b) || isInside(b, a)) {
            return false;
        }
        if (a.otherCode && !b.codes.isEmpty() || b.otherCode && !a.codes.isEmpty()) {
            return true; // the code says the one, the words the other
        }
        int both = Math.min(a.to, b.to) - Math.max(a.from, b.from);
        return both > 0 && both * 2 >= Math.min(a.to - a.from, b.to - b.from);
    }

    /** Whether the first stands within a value that the second captures. */
    static boolean isInside(Suspect a, Suspect b) {
        if (a.from < 0 || !b.exact) {
            return false;
        }
        for (int[] v : b.valueSpans) {
            if (a.from >= v[0] && a.to <= v[1]) {
                return true;
            }
        }
        return false;
    }

    /** A message that is a value of another is its reason: it follows the other, if the other is likely at all. */
    private static void outerFirst(List<Suspect> suspects) {
        for (Suspect s : suspects) {
            for (Suspect outer : suspects) {
                if (outer != s && outer.probability >= Recognition.PERHAPS && isInside(s, outer)) {
                    s.probability = Math.min(s.probability, outer.probability * 0.999);
                }
            }
        }
        suspects.sort(Comparator.comparingDouble((Suspect s) -> s.probability)
                .reversed()
                .thenComparing(s -> s.error.key()));
    }
}
