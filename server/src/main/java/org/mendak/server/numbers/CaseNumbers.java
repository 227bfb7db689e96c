package org.mendak.server.numbers;

import java.util.Collection;
import java.util.List;
import org.mendak.server.platform.Refusal;

/**
 * Cases that somebody practises on have numbers below 0. So every table of a case tells the two apart without asking another, a reader that
 * goes up from 0 never meets one, and an index that holds the number need not be left for the row.
 */
public final class CaseNumbers {

    /** In a condition: a case of the desk. By its sign and not as a range, which a database would take for one that is worth reading by. */
    public static final String OF_THE_DESK = "sign(number) = 1";

    private CaseNumbers() {}

    /** The same of a column. */
    public static String ofTheDesk(String column) {
        return "sign(" + column + ") = 1";
    }

    public static boolean isPractice(long number) {
        return number < 0;
    }

    /** Those of the desk. */
    public static List<Long> ofTheDesk(Collection<Long> numbers) {
        return numbers.stream().filter(n -> !isPractice(n)).toList();
    }

    /**
     * Refuses what goes beyond a practice case.
     *
     * @param what cannot be done, as the end of a sentence that begins with "On a practice case"
     */
    public static void refusePractice(long number, String what) {
        if (isPractice(number)) {
            throw Refusal.conflict("On a practice case " + what + ".");
        }
    }
}
