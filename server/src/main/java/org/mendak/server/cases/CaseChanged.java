package org.mendak.server.cases;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Tx;

/**
 * Told inside the transaction in which something changed that evidence is computed from; practice cases are no part of it.
 *
 * @param byError by the known errors that cases were about before or are about now, and that their attempts were made under, which cases;
 *     none if it may be any of that error's
 * @param whole whether those are all errors that these cases have to do with; otherwise there may be others, that stay as they were
 */
public record CaseChanged(Tx tx, Map<String, Set<Long>> byError, boolean whole) {

    public CaseChanged {
        Map<String, Set<Long>> counted = new HashMap<>();
        byError.forEach((error, cases) -> {
            Set<Long> kept = Set.copyOf(CaseNumbers.ofTheDesk(cases));
            // an error of which no case is named is meant with all of them; one whose cases were all practised on is
            // not meant
            if (!kept.isEmpty() || cases.isEmpty()) {
                counted.put(error, kept);
            }
        });
        byError = Map.copyOf(counted);
    }

    /** The same cases changed for each of these errors. */
    public CaseChanged(Tx tx, Collection<String> errors, Collection<Long> cases) {
        this(
                tx,
                Set.copyOf(errors).stream()
                        .collect(Collectors.toUnmodifiableMap(Function.identity(), e -> Set.copyOf(cases))),
                false);
    }

    /** The errors whose evidence changed. */
    public Set<String> errors() {
        return byError.keySet();
    }

    /** All cases that are named. */
    public Set<Long> cases() {
        Set<Long> all = new HashSet<>();
        byError.values().forEach(all::addAll);
        return all;
    }
}
