package org.mendak.core.simulate;

/**
 * How a desk works and writes down what it did; all shares in [0, 1].
 *
 * @param shuffled share of cases that are worked in a random order
 * @param symptomLed share of cases whose agent sees what it is and tries the right fix first, off the plan
 * @param givesUp chance after each failure that the case is handed over
 * @param couldNotApply chance that a fix could not be applied
 * @param comesBack chance that a mended case comes back
 * @param bundled chance that the original action is not tried again before the next fix
 * @param unlogged chance that a failure is not written down
 * @param wrongClick chance that an outcome is written down the wrong way round
 * @param agents how many work there
 * @param devices how many devices there are
 * @param releases how many product releases follow each other over the span
 */
public record Habits(
        double shuffled,
        double symptomLed,
        double givesUp,
        double couldNotApply,
        double comesBack,
        double bundled,
        double unlogged,
        double wrongClick,
        int agents,
        int devices,
        int releases) {

    /** A desk that follows the plan to the end, and writes down what was. */
    public static final Habits EXACT = new Habits(0, 0, 0, 0, 0, 0, 0, 0, 8, 40, 1);

    public Habits shuffling(double share) {
        return new Habits(
                share,
                symptomLed,
                givesUp,
                couldNotApply,
                comesBack,
                bundled,
                unlogged,
                wrongClick,
                agents,
                devices,
                releases);
    }

    public Habits seeingSymptoms(double share) {
        return new Habits(
                shuffled,
                share,
                givesUp,
                couldNotApply,
                comesBack,
                bundled,
                unlogged,
                wrongClick,
                agents,
                devices,
                releases);
    }

    public Habits givingUp(double chance) {
        return new Habits(
                shuffled,
                symptomLed,
                chance,
                couldNotApply,
                comesBack,
                bundled,
                unlogged,
                wrongClick,
                agents,
                devices,
                releases);
    }

    /** The same desk, careless: fixes without a retest between them, failures not written down, wrong clicks. */
    public Habits careless(double bundled, double unlogged, double wrongClick) {
        return new Habits(
                shuffled,
                symptomLed,
                givesUp,
                couldNotApply,
                comesBack,
                bundled,
                unlogged,
                wrongClick,
                agents,
                devices,
                releases);
    }
}
