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
        NOT_THERE
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

    /** What one way is worth beside another; where minutes are not known, the number of fixes decides. */
    public static Verdict judge(Way way, Way other) {
        if (!way.mends()) {
            return Verdict.NOT_THERE;
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
