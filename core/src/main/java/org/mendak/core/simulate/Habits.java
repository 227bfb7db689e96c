package org.mendak.core.simulate;

/**
 * How a desk works; all shares in [0, 1].
 *
 * @param shuffled share of cases that are worked in a random order
 * @param symptomLed share of cases whose agent sees what it is and tries the right fix first, off the plan
 * @param givesUp chance after each failure that the case is handed over
 * @param couldNotApply chance that a fix could not be applied
 * @param comesBack chance that a mended case comes back
 * @param slips how it writes down what it did
 */
public record Habits(
        double shuffled,
        double symptomLed,
        double givesUp,
        double couldNotApply,
        double comesBack,
        Slips slips,
        Size size) {

    /**
     * What goes wrong in writing down.
     *
     * @param bundled chance that the original action is not tried again before the next fix
     * @param unlogged chance that a failure is not written down
     * @param wrongClick chance that an outcome is written down the wrong way round
     */
    public record Slips(double bundled, double unlogged, double wrongClick) {

        /** All is written down as it was. */
        public static final Slips NONE = new Slips(0, 0, 0);
    }

    /** How many work there, on how many devices, and how many product releases follow each other over the span. */
    public record Size(int agents, int devices, int releases) {}

    /** A desk that follows the plan to the end, and writes down what was. */
    public static final Habits EXACT = new Habits(0, 0, 0, 0, 0, Slips.NONE, new Size(8, 40, 1));

    public Habits shuffling(double share) {
        return new Habits(share, symptomLed, givesUp, couldNotApply, comesBack, slips, size);
    }

    public Habits seeingSymptoms(double share) {
        return new Habits(shuffled, share, givesUp, couldNotApply, comesBack, slips, size);
    }

    public Habits givingUp(double chance) {
        return new Habits(shuffled, symptomLed, chance, couldNotApply, comesBack, slips, size);
    }

    /** The same desk, careless. */
    public Habits slipping(Slips other) {
        return new Habits(shuffled, symptomLed, givesUp, couldNotApply, comesBack, other, size);
    }
}
