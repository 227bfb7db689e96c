package org.mendak.server.evidence;

import java.util.List;
import org.mendak.server.platform.OrNull;

/**
 * What the desk's cases come to.
 *
 * @param reading how far it is, while it is being computed: there is nothing else then, and who asks again is told more; null
 *     once all is there
 * @param cases those with a retested attempt
 * @param firstFix those that the first retested attempt ended for good
 * @param held those solved that stayed away
 * @param savedAMonth expected minutes a month that measured orders save against the authors', over all errors; at the chances
 *     measured now and the rate of the last three months
 * @param quartiles working minutes of solved cases: a quarter, half, three quarters and nine in ten took at most so many;
 *     empty without any
 * @param changes fixes that have stopped working, then those that work better, the surest first
 * @param errorsInAll how many known errors there are with cases
 * @param errors those whose measured order saves most, two hundred at most
 * @param failed titles of known errors whose evidence could not be computed; the rest is without them
 * @param bins how many solved cases took how long
 */
record DeskEvidence(
        @OrNull Reading reading,
        int chosen,
        int cases,
        int solved,
        int firstFix,
        int held,
        double savedAMonth,
        List<Double> quartiles,
        List<Bin> bins,
        List<Month> months,
        List<Changed> changes,
        int errorsInAll,
        List<ErrorLine> errors,
        List<String> failed,
        ErrorEvidence.Choices choices) {

    /** The same with what else can be asked for. */
    DeskEvidence with(ErrorEvidence.Choices others) {
        return new DeskEvidence(
                reading,
                chosen,
                cases,
                solved,
                firstFix,
                held,
                savedAMonth,
                quartiles,
                bins,
                months,
                changes,
                errorsInAll,
                errors,
                failed,
                others);
    }

    /** How much is done, of how much. */
    record Reading(long done, long total) {}

    /** What is told while cases are being read. */
    static DeskEvidence reading(long done, long total) {
        return new DeskEvidence(
                new Reading(done, total),
                0,
                0,
                0,
                0,
                0,
                0,
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                0,
                List.of(),
                List.of(),
                new ErrorEvidence.Choices(List.of(), List.of(), List.of()));
    }

    /** Solved cases that took up to so many minutes; {@code upTo} is null for all beyond. */
    record Bin(Integer upTo, int cases) {}

    /** {@code median} are working minutes of the solved; null if none was. */
    record Month(String month, int cases, int solved, int firstFix, int held, Double median) {}

    /**
     * One known error.
     *
     * @param littleEvidence whether there are too few cases for intervals
     * @param ruleOut fixes that could be ruled out
     * @param orderDiffers whether the measured order is another one than the author's
     */
    record ErrorLine(
            String error,
            String title,
            int cases,
            int solved,
            boolean measured,
            boolean littleEvidence,
            Double minutesMeasured,
            Double minutesAuthored,
            double casesAMonth,
            Double savedAMonth,
            boolean orderDiffers,
            List<String> ruleOut) {}

    /**
     * A fix that works less, or more, than it did.
     *
     * @param of the title of the known error
     * @param factor how much better a change explains the tries than none; see Drift
     */
    record Changed(
            String error,
            String of,
            String fix,
            String title,
            boolean fell,
            @OrNull String release,
            String month,
            double before,
            double since,
            double factor) {}
}
