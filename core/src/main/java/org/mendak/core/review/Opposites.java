package org.mendak.core.review;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.NeedState;

/**
 * Advice of one runbook that contradicts itself: switch it on, switch it off. Found from what the heads say, from the states that fixes leave
 * behind, and from what they put back.
 */
public final class Opposites {

    private static final Pattern PLACE = Pattern.compile("\\{[^{}]*}");
    private static final Pattern SPACE = Pattern.compile("\\s+");

    private Opposites() {}

    /** By what two fixes are told to be opposites. */
    public enum By {
        /** The head of one names the other. */
        SAID,
        /** Both leave the same thing behind, each in another state. */
        STATES,
        /** One does what the other undoes. */
        PUT_BACK
    }

    /**
     * Two fixes of one runbook that undo each other.
     *
     * @param what the state or the command by which it was found; empty if the head says so
     */
    public record Pair(Fix first, Fix second, By by, String what) {}

    /**
     * The pairs among what a known error tries, in its order; fixes that are not there are left out. O(n²) in the fixes of the error.
     *
     * @param fixes by key
     */
    public static List<Pair> within(KnownError error, Map<String, Fix> fixes) {
        List<Acts> tried = error.tries().stream()
                .map(t -> fixes.get(t.fix()))
                .filter(f -> f != null)
                .distinct()
                .map(Acts::of)
                .toList();
        List<Pair> pairs = new ArrayList<>();
        for (int i = 0; i < tried.size(); i++) {
            for (int j = i + 1; j < tried.size(); j++) {
                pair(tried.get(i), tried.get(j)).ifPresent(pairs::add);
            }
        }
        return pairs;
    }

    /**
     * What a fix does, looked at once for all the others.
     *
     * @param does its commands
     * @param putsBack those that it undoes again
     * @param afterFailure those of them that it undoes if it did not help
     */
    private record Acts(
            Fix fix, Map<String, String> states, Set<String> does, Set<String> putsBack, Set<String> afterFailure) {
        static Acts of(Fix f) {
            return new Acts(f, Opposites.states(f), Opposites.does(f), putBacks(f, false), putBacks(f, true));
        }
    }

    private static Optional<Pair> pair(Acts first, Acts second) {
        Fix a = first.fix();
        Fix b = second.fix();
        if (a.traits().oppositeOf().contains(b.key()) || b.traits().oppositeOf().contains(a.key())) {
            return Optional.of(new Pair(a, b, By.SAID, ""));
        }
        for (Map.Entry<String, String> s : second.states().entrySet()) {
            String other = first.states().get(s.getKey());
            if (other != null && !other.equals(s.getValue())) {
                return Optional.of(new Pair(
                        a, b, By.STATES, s.getKey() + " = " + other + ", " + s.getKey() + " = " + s.getValue()));
            }
        }
        return undone(first, second)
                .or(() -> undone(second, first))
                .map(command -> new Pair(a, b, By.PUT_BACK, command));
    }

    private static Map<String, String> states(Fix f) {
        Map<String, String> states = new HashMap<>();
        f.leaves().forEach(l -> NeedState.of(l).ifPresent(s -> states.put(s.fact(), s.value())));
        return states;
    }

    /**
     * A command of one fix that the other one runs to undo its own doing. What is put back whatever came of it was changed for the moment
     * only, and contradicts nobody unless the other does likewise; nor does a fix that does both, as a restart does.
     */
    private static Optional<String> undone(Acts a, Acts b) {
        boolean likewise = b.putsBack().stream().anyMatch(a.does()::contains);
        return (likewise ? a.putsBack() : a.afterFailure())
                .stream()
                        .filter(u -> b.does().contains(u) && !a.does().contains(u))
                        .findFirst();
    }

    private static Set<String> does(Fix f) {
        return f.steps().stream()
                .flatMap(s -> s.fences().stream())
                .flatMap(x -> x.text().lines())
                .map(Opposites::plain)
                .filter(c -> !c.isEmpty())
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    private static Set<String> putBacks(Fix f, boolean afterFailure) {
        return f.steps().stream()
                .flatMap(s -> s.putBacks().stream())
                .filter(p -> !afterFailure || p.due() == Fix.Due.FAILURE)
                .map(p -> plain(p.command()))
                .filter(c -> !c.isEmpty())
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** A command whatever its values are called. */
    private static String plain(String command) {
        return SPACE.matcher(PLACE.matcher(command.strip()).replaceAll("{}")).replaceAll(" ");
    }
}
