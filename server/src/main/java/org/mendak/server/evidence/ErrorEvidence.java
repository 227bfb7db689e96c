package org.mendak.server.evidence;

import java.util.List;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Who;

/**
 * All that is measured of one known error. Chances in [0, 1]; what is null is not known, or too little is.
 *
 * @param cases how many cases taught something
 * @param solved how many of them one of these fixes ended
 * @param chosen how many cases there are at all by what was asked for
 * @param measured whether there is enough to put fixes into a measured order
 * @param littleEvidence whether there are too few cases to say where a share plausibly lies; the ranges are null then
 * @param oneOrder whether nearly all cases were worked in one order, so that more like them do not remove a bias
 * @param handOverMinutes what handing over is taken to cost
 */
record ErrorEvidence(
        String error,
        String title,
        int chosen,
        int cases,
        int solved,
        boolean measured,
        boolean littleEvidence,
        boolean oneOrder,
        @OrNull String since,
        double handOverMinutes,
        List<FixEvidence> fixes,
        Order order,
        List<Release> releases,
        List<ForWhom> forWhom,
        List<Teaching> teaching,
        Choices choices) {

    /** The same with what else can be asked for. */
    ErrorEvidence with(Choices others) {
        return new ErrorEvidence(
                error,
                title,
                chosen,
                cases,
                solved,
                measured,
                littleEvidence,
                oneOrder,
                since,
                handOverMinutes,
                fixes,
                order,
                releases,
                forWhom,
                teaching,
                others);
    }

    /** A month's tries; {@code held} of them ended the case for good, which lies plausibly within {@code low} and {@code high}. */
    record Month(String month, int tried, int held, double low, double high) {}

    /** The tries of one fix, newest first; {@code total} counts those that are not told, too. */
    record Tries(String fix, int total, List<Try> tries) {}

    /** One try, for opening its case. */
    record Try(long caseNumber, String month, @OrNull String version, boolean first, boolean held, Double minutes) {}

    /**
     * A change in how often a fix works.
     *
     * @param release with which it began; null if it goes with no release
     * @param factor how much better two shares explain the tries than one (Bayes factor)
     */
    record Change(
            boolean fell,
            @OrNull String release,
            String month,
            int heldBefore,
            int triedBefore,
            int heldSince,
            int triedSince,
            double factor,
            List<Long> caseNumbers) {}

    /**
     * A fix's measured success.
     *
     * @param together cases that it ended as one of several fixes before one retest; in none of the counts before
     * @param credit how many of those are its own by its chance among them
     * @param chance that it ends a case as its first step; null while too little is known, as {@code low} and {@code high} are
     *     under 20 cases
     * @param share of its tries that stayed away, wherever they stood; null if it was never tried
     * @param shareLow lower end of what is plausible for {@code share} at 80 %; null under 20 cases
     * @param change the latest change in how often it works; null if none shows
     * @param ruleOut whether it was tried so often with so little success that it could be ruled out
     * @param afterRestart if it restarts something on its way: the chance that it still helps where the plain restart did not;
     *     else null
     * @param caseNumbers the newest hundred cases that it was tried in, the newest last
     */
    record FixEvidence(
            String key,
            String title,
            int tried,
            int worked,
            int held,
            int triedFirst,
            int workedFirst,
            int together,
            double credit,
            Double chance,
            Double low,
            Double high,
            Double share,
            Double shareLow,
            Double shareHigh,
            double minutes,
            Double authoredMinutes,
            List<Month> byMonth,
            @OrNull Change change,
            boolean ruleOut,
            Double afterRestart,
            List<Long> caseNumbers) {}

    /**
     * The author's order and the measured one, by key; a fix that a case without facts would not be offered is in neither.
     *
     * @param handOverAfter after how many fixes of the measured order one hands over
     * @param casesAMonth of those chosen, over the three months up to the last day that was asked for
     * @param changes whether the orders differ
     */
    record Order(
            List<Placed> authored,
            List<Placed> measured,
            Integer handOverAfter,
            Double minutesAuthored,
            Double minutesMeasured,
            Double savedACase,
            double casesAMonth,
            Double savedAMonth,
            boolean changes) {}

    /** A fix in an order. */
    record Placed(String key, String title, Double chance, double minutes, List<Why> reasons) {}

    /** When a release was first met. */
    record Release(String version, String month) {}

    /** For whom fixes work: the counts are in the order of {@code fixes}. */
    record ForWhom(String fact, String title, List<Value> values) {}

    record Value(String value, int cases, List<Count> counts) {}

    record Count(int tried, int held) {}

    /** A fix whose being tried first now and then would teach most. */
    record Teaching(String key, String title, int tried, int triedFirst, double chance, double high) {}

    /** What can be asked for. */
    record Choices(List<String> products, List<Worker> agents, List<FactChoice> facts) {}

    /** Somebody who worked such cases. */
    record Worker(long id, Who name) {}

    record FactChoice(String name, String title, List<String> values) {}
}
