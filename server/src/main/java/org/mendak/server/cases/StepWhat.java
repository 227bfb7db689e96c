package org.mendak.server.cases;

/** What an entry about a step says. */
enum StepWhat {
    DONE,
    SKIPPED,
    NOT_APPLICABLE,
    /** Done where nobody saw it, as was said at the end. */
    OFF_PAGE,
    /** All that was said before is taken back. */
    UNDONE,
    /** The device answered so. */
    OUTPUT,
    /** Something is said of a value. */
    VALUE,
    /** The target of what destroys was made sure of. */
    CONFIRMED,
    /** A lead goes on although what must be so is not. */
    WENT_ON;

    /** Whether nothing more is to be done of the step. */
    boolean ends() {
        return switch (this) {
            case DONE, SKIPPED, NOT_APPLICABLE, OFF_PAGE -> true;
            default -> false;
        };
    }

    /** Whether its work was done, so that it owes what it owes. */
    boolean worked() {
        return this == DONE || this == OFF_PAGE;
    }
}
