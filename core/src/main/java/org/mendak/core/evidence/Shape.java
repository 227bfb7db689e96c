package org.mendak.core.evidence;

import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;

/**
 * What a case teaches, with what was known of it; thousands of cases have few shapes.
 *
 * @param told what each variable says, as it was written; null where it was not known
 * @param pick what was tried first, see {@link Evidence#FIRST_PICK}; null if not known
 */
record Shape(Pattern pattern, List<String> told, String pick) {

    static Shape of(Pattern pattern, List<Variable> variables, Map<String, String> facts) {
        String[] told = variables.stream().map(v -> facts.get(v.name())).toArray(String[]::new);
        return new Shape(
                pattern,
                told.length == 0 ? List.of() : Collections.unmodifiableList(Arrays.asList(told)),
                facts.get(Evidence.FIRST_PICK));
    }
}
