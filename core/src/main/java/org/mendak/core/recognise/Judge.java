package org.mendak.core.recognise;

import java.util.ArrayList;
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

    private static final Comparator<Suspect> LIKELIEST = Comparator.comparingDouble(Suspect::probability)
            .reversed()
            .thenComparing(s -> s.error().key());

    private Judge() {}

    /** The same with their probabilities, the likeliest first; who stands inside another's value comes behind it. */
    static List<Suspect> judge(List<Suspect> suspects) {
        List<Suspect> judged = new ArrayList<>(suspects.size());
        for (Suspect s : suspects) {
            double others = 0;
            for (Suspect o : suspects) {
                if (o != s && compete(s, o)) {
                    others += Math.exp(Math.min(40, o.score()) - Math.max(0, s.score()));
                }
            }
            double own = Math.exp(Math.min(0, s.score()));
            double none = Math.exp(-Math.max(0, s.score()));
            judged.add(s.likely(own / (own + none + others)));
        }
        judged.sort(LIKELIEST);
        return outerFirst(judged);
    }

    /** Whether the one's stretch covers half of the other's or more; without a place (a code alone) all compete. */
    static boolean compete(Suspect a, Suspect b) {
        Traces at = a.traces();
        Traces bt = b.traces();
        if (at.from() < 0 || bt.from() < 0) {
            return true;
        }
        if (isInside(a, b) || isInside(b, a)) {
            return false;
        }
        if (a.otherCode() && !b.clues().codes().isEmpty()
                || b.otherCode() && !a.clues().codes().isEmpty()) {
            return true; // the code says the one, the words the other
        }
        int both = Math.min(at.to(), bt.to()) - Math.max(at.from(), bt.from());
        return both > 0 && both * 2 >= Math.min(at.to() - at.from(), bt.to() - bt.from());
    }

    /** Whether the first stands within a value that the second captures. */
    static boolean isInside(Suspect a, Suspect b) {
        if (a.traces().from() < 0 || !b.traces().exact()) {
            return false;
        }
        for (int[] v : b.traces().valueSpans()) {
            if (a.traces().from() >= v[0] && a.traces().to() <= v[1]) {
                return true;
            }
        }
        return false;
    }

    /** A message that is a value of another is its reason: it follows the other, if the other is likely at all. */
    private static List<Suspect> outerFirst(List<Suspect> judged) {
        List<Suspect> ordered = new ArrayList<>(judged);
        for (int i = 0; i < ordered.size(); i++) {
            for (int k = 0; k < ordered.size(); k++) {
                Suspect s = ordered.get(i);
                Suspect outer = ordered.get(k);
                if (k != i && outer.probability() >= Recognition.PERHAPS && isInside(s, outer)) {
                    ordered.set(i, s.likely(Math.min(s.probability(), outer.probability() * 0.999)));
                }
            }
        }
        ordered.sort(LIKELIEST);
        return ordered;
    }
}
