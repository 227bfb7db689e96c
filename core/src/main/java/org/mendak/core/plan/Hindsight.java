package org.mendak.core.plan;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;

/**
 * What an order of fixes would have cost, now that it is known which of them mends. Two orders are compared by the same minutes for each fix, so
 * that it is the order that is judged and not how fast somebody was. Our own.
 */
public final class Hindsight {

    private Hindsight() {}

    /**
     * A way to the end.
     *
     * @param fixes what is done in turn, up to the one that mends; all of the order if none does
     * @param minutes of all of them; null if those of one are not known
     * @param mends whether the last one does
     */
    public record Way(List<String> fixes, Double minutes, boolean mends) {
        public Way {
            fixes = List.copyOf(fixes);
        }
    }

    /** What an order is worth beside another. */
    public enum Verdict {
        /** The first fix was the one. */
        AT_ONCE,
        /** Nothing was lost by it. */
        AS_GOOD,
        /** The other would have been there sooner. */
        LONGER,
        /** It did not come to the one that mends. */
        NOT_THERE,
        /** There was none: nothing was tried. */
        NOTHING_TRIED
    }

    /**
     * The way that an order goes.
     *
     * @param order keys of fixes, the first first; a fix done twice counts twice
     * @param mending keys of fixes that mend
     * @param minutes by fix; those that are missing are not known
     */
    public static Way way(List<String> order, Collection<String> mending, Map<String, Double> minutes) {
        List<String> done = new ArrayList<>();
        boolean mended = false;
        for (String fix : order) {
            done.add(fix);
            if (mending.contains(fix)) {
                mended = true;
                break;
            }
        }
        return gone(done, mended, minutes);
    }

    /**
     * A way that was gone: all of it, as it was; a fix that mends may have been done wrongly, or twice.
     *
     * @param mended whether it came to its end
     */
    public static Way gone(List<String> fixes, boolean mended, Map<String, Double> minutes) {
        Double sum = minutes.keySet().containsAll(fixes)
                ? (Double) fixes.stream().mapToDouble(minutes::get).sum()
                : null;
        return new Way(fixes, sum, mended);
    }

    /**
     * The same way with something before it that takes its time, such as a question that told which way to go.
     *
     * @param before minutes
     */
    public static Way after(double before, Way way) {
        return new Way(way.fixes(), way.minutes() == null ? null : (Double) (way.minutes() + before), way.mends());
    }

    /** Whether one way comes to its end by fewer minutes than another; false if those of one are not known. */
    public static boolean isSooner(Way way, Way other) {
        return longerBy(other, way) != null;
    }

    /** What one way is worth beside another; where minutes are not known, the number of fixes decides. */
    public static Verdict judge(Way way, Way other) {
        if (!way.mends()) {
            return way.fixes().isEmpty() ? Verdict.NOTHING_TRIED : Verdict.NOT_THERE;
        }
        if (way.fixes().size() == 1) {
            return Verdict.AT_ONCE;
        }
        boolean longer = way.minutes() == null || other.minutes() == null
                ? way.fixes().size() > other.fixes().size()
                : way.minutes() > other.minutes();
        return other.mends() && longer ? Verdict.LONGER : Verdict.AS_GOOD;
    }

    /** By how many minutes one way is longer than another; null if it is not, or if those of one are not known. */
    public static Double longerBy(Way way, Way other) {
        boolean known = way.mends() && other.mends() && way.minutes() != null && other.minutes() != null;
        return known && way.minutes() > other.minutes() ? (Double) (way.minutes() - other.minutes()) : null;
    }
}
