package org.mendak.core.plan;

import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;

/**
 * Why something stands where it stands in a plan, or is not proposed: a code, and the values that a sentence about it names. It becomes
 * words where it is shown.
 *
 * @param values by name, as the code says; those that are not known are missing
 */
public record Reason(Code code, Map<String, String> values) {

    /** What a reason says, and the values that it brings. */
    public enum Code {
        /** Somebody put it there. */
        BY_HAND,
        /** {@code inHundred}: how many cases in a hundred it ends for each minute it takes. */
        FOR_EACH_MINUTE,
        /** The author's place: there is too little evidence to measure. */
        AUTHORS_PLACE,
        /** It applies only if {@code condition}; that held in {@code held} of {@code of} past cases, if any says so. */
        ONLY_IF,
        /** Done together with {@code fix}, before one retest. */
        TOGETHER,
        /** It must follow {@code fix}. */
        FOLLOWS,
        /** What it needs, {@code need}, was fetched for {@code fix}. */
        FETCHED_BEFORE,
        /** It and {@code fix} before it both need {@code need}. */
        IN_ONE_GO,
        /** Little was tried so far, and trying it early teaches. */
        TO_LEARN,
        /** Its chance is an estimate: it was never tried. */
        NEVER_TRIED,
        /** Its chance as a first step is an estimate: it was never tried first. */
        NEVER_FIRST,
        /** There are {@code cases} cases only. */
        LITTLE_EVIDENCE,
        /** Nothing harmless pays any more. */
        LAST_RESORT,
        /** An attempt ended so: {@code outcome}, a word of {@link org.mendak.core.evidence.Outcome}. */
        SET_ASIDE,
        /** The library has no such fix. */
        NOT_PUBLISHED,
        /** Its condition does not hold: {@code condition} in the author's words, if any, and {@code seen} instead. */
        NOT_SO,
        /** It is a workaround, and the case is to be mended. */
        ONLY_GOING,
        /** Its need, {@code need}, is not to be had; {@code how} to come by it all the same, if the desk's words say. */
        NOT_AT_HAND,
        /** The author ruled it out, with {@code why}, if they say. */
        RULED_OUT;

        /** The word on the wire. */
        public String word() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }

    public Reason {
        values = Map.copyOf(values);
    }

    /** With names and values by turns; a value that is null or empty is not known. */
    public static Reason of(Code code, Object... namesAndValues) {
        Map<String, String> values = new TreeMap<>();
        for (int i = 0; i < namesAndValues.length; i += 2) {
            Object value = namesAndValues[i + 1];
            if (value != null && !value.toString().isEmpty()) {
                values.put((String) namesAndValues[i], value.toString());
            }
        }
        return new Reason(code, values);
    }
}
