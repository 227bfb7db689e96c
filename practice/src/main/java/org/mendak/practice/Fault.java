package org.mendak.practice;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.core.language.Condition;

/**
 * What a known error is on a device: what is tried, what it says, and what may be behind it.
 *
 * @param error the known error's key
 * @param action what was tried, such as {@code Run the update}
 * @param says what the screen says
 * @param code what stands beside it; may be empty
 * @param log lines that the trying leaves in the log
 * @param callers what callers say of it instead of reading it out
 * @param answers what whoever is there answers when they are asked, by the fact that is asked for; state may stand in it
 * @param wounds how a device stands that has it, whatever the cause
 * @param causes what may be behind it, by the fix that mends it
 */
record Fault(
        String error,
        String action,
        String works,
        String says,
        String code,
        List<String> log,
        List<String> callers,
        Map<String, String> answers,
        Wounds wounds,
        Map<String, Cause> causes) {

    /** How a device differs from a sound one. */
    record Wounds(Map<String, String> values, Map<String, List<Map<String, String>>> tables) {
        /** What it is other in. */
        Set<String> names() {
            Set<String> all = new HashSet<>(values.keySet());
            all.addAll(tables.keySet());
            return all;
        }

        void onto(State state) {
            values.forEach(state::set);
            tables.forEach(state::table);
        }
    }

    /**
     * One cause.
     *
     * @param mended when it is gone
     * @param answers as those of the fault, and instead of them
     */
    record Cause(Wounds wounds, Condition mended, Map<String, String> answers) {}
}
