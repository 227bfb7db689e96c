package org.mendak.core.plan;

import java.util.List;
import java.util.Optional;

/**
 * What to do next on a case.
 *
 * @param mode whether the order was measured or is the author's
 * @param ordered the fixes still to be tried, best first; those behind {@code handOverAfter} stay in the list
 * @param questions what could be asked, the most useful first; each says whether it pays
 * @param excluded what is not proposed, with the reason
 * @param handOverAfter after how many of {@code ordered} handing over is better than going on; null in mode AUTHORED
 * @param expectedMinutes expected minutes from now to the end, hand-over included; null in mode AUTHORED
 * @param expectedMinutesAuthored the same for the author's order with the same exclusions; null in mode AUTHORED
 * @param cases how many cases taught the order
 * @param proposedFirst the key of the fix that would come first had nobody put any by hand; null if there is none
 */
public record Plan(
        Mode mode,
        List<Item> ordered,
        List<Question> questions,
        List<Excluded> excluded,
        Integer handOverAfter,
        Double expectedMinutes,
        Double expectedMinutesAuthored,
        int cases,
        String proposedFirst) {

    /** Where the order comes from. */
    public enum Mode {
        /** There is too little evidence to measure: the author's order. */
        AUTHORED,
        MEASURED
    }

    /**
     * A fix at its place.
     *
     * @param chance that it ends the case here, all before it having failed; null in mode AUTHORED
     * @param chanceNow that it would end the case if it were tried next; null in mode AUTHORED
     * @param low lower end of what is plausible for {@code chance} at 80 %; null under 20 cases
     * @param high upper end; null with {@code low}
     * @param minutes minutes of this fix if it is done, what must be fetched or asked for it included; multiplied by no chance
     * @param applies how likely it applies at all, in [0,1]; 1 where that is known
     * @param solvedByHere chance that the case is solved with this fix done; null in mode AUTHORED
     * @param elapsedByHere expected minutes of all fixes up to and with this one, one that may not apply counting as often as it does
     * @param tried how often it was tried in this known error
     * @param triedHere how often after exactly what will have failed by then
     * @param reasons why it stands here
     * @param missingNeeds titles of needs that are not known to be at hand
     * @param costOfLater expected minutes that putting it one place later would add; null for the last and in mode AUTHORED
     */
    public record Item(
            String key,
            String title,
            Double chance,
            Double chanceNow,
            Double low,
            Double high,
            double minutes,
            double applies,
            Double solvedByHere,
            double elapsedByHere,
            int tried,
            int triedHere,
            List<Reason> reasons,
            List<String> missingNeeds,
            Double costOfLater) {
        public Item {
            reasons = List.copyOf(reasons);
            missingNeeds = List.copyOf(missingNeeds);
        }
    }

    /**
     * Something that is not known of the case and would tell.
     *
     * @param fact the fact that the answer sets
     * @param text the question, in words
     * @param minutes what asking costs
     * @param worth expected minutes that asking it first saves beyond what it costs; negative if it does not pay, null if it
     *     stands before a fix because the fix's condition hangs on it
     * @param before the key of the fix that it stands directly before; null if it stands before everything
     */
    public record Question(String fact, String text, double minutes, Double worth, String before) {

        /** Whether it should be asked before anything else is done. */
        public boolean pays() {
            return worth != null && worth > 0;
        }
    }

    /** A fix that is not proposed, and why. */
    public record Excluded(String key, String title, Reason reason) {}

    public Plan {
        ordered = List.copyOf(ordered);
        questions = List.copyOf(questions);
        excluded = List.copyOf(excluded);
    }

    /** Expected minutes that this order saves against the author's, 0 where it costs more for now; null in mode AUTHORED. */
    public Double savedMinutes() {
        return expectedMinutes == null ? null : (Double) Math.max(0, expectedMinutesAuthored - expectedMinutes);
    }

    /** The question to ask before anything else, if one pays. */
    public Optional<Question> first() {
        return questions.stream().filter(Question::pays).findFirst();
    }
}
