package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.mendak.core.language.Facts;
import org.mendak.core.language.Truth;

/**
 * A step as it is worked: one of a fix's own, or one of a fix that it runs as a part. A case numbers its steps by the list that
 * {@link #of} makes.
 *
 * @param fix the fix that the step is written in
 * @param runBy the step that runs that fix as a part; null for a step of the fix that is worked
 */
public record WorkedStep(Fix.Step step, Fix fix, WorkedStep runBy) {

    /** The most steps that a fix has with its parts; what is beyond is left out. */
    public static final int MOST = 500;

    /**
     * The steps of a fix with those of its parts in place. A part that cannot be found, or that would run itself, stays one step.
     *
     * @param find the fix of a key
     */
    public static List<WorkedStep> of(Fix fix, Function<String, Optional<Fix>> find) {
        List<WorkedStep> all = new ArrayList<>();
        add(fix, null, find, all);
        return all;
    }

    private static void add(Fix fix, WorkedStep runBy, Function<String, Optional<Fix>> find, List<WorkedStep> all) {
        for (Fix.Step s : fix.steps()) {
            if (all.size() >= MOST) {
                return;
            }
            WorkedStep here = new WorkedStep(s, fix, runBy);
            Optional<Fix> part = s.part() == null || here.isRunning(s.part().fix())
                    ? Optional.empty()
                    : find.apply(s.part().fix());
            if (part.isPresent()) {
                add(part.get(), here, find, all);
            } else {
                all.add(here);
            }
        }
    }

    private boolean isRunning(String key) {
        return fix.key().equals(key) || runBy != null && runBy.isRunning(key);
    }

    /** The keys of all fixes that a fix runs as parts, at any depth, its own left out. */
    public static Set<String> parts(Fix fix, Function<String, Optional<Fix>> find) {
        Set<String> keys = new LinkedHashSet<>();
        collect(fix, find, keys);
        keys.remove(fix.key());
        return keys;
    }

    private static void collect(Fix fix, Function<String, Optional<Fix>> find, Set<String> keys) {
        for (Fix.Step s : fix.steps()) {
            if (s.part() != null && keys.add(s.part().fix())) {
                find.apply(s.part().fix()).ifPresent(f -> collect(f, find, keys));
            }
        }
    }

    /** The title of the part that the step belongs to; empty for a step of the fix itself. */
    public String partTitle() {
        return runBy == null ? "" : runBy.step().title();
    }

    /** The names that the step's commands may use. */
    public Set<String> declared() {
        return FixValues.declared(fix);
    }

    /** Those of them that stand for paths. */
    public Set<String> paths() {
        return FixValues.paths(fix);
    }

    /**
     * The values that the step's commands are filled with: a part sees what it is handed in beside what the case knows.
     *
     * @param known the values of the fix that is worked, by name
     */
    public Map<String, String> values(Map<String, String> known) {
        return runBy == null ? known : FixValues.of(runBy.step().part().with(), runBy.values(known));
    }

    /** Whether it applies: the step's own condition, and that of every step that runs its part. */
    public Truth applies(Map<String, String> known) {
        Truth own = step.when() == null
                ? Truth.YES
                : step.when().condition().evaluate(new Facts(new HashMap<>(values(known))));
        return runBy == null ? own : own.and(runBy.applies(known));
    }

    /** The conditions as written, the outermost first, joined by "and"; empty if it always applies. */
    public String when() {
        String own = step.when() == null ? "" : step.when().text();
        String outer = runBy == null ? "" : runBy.when();
        if (own.isEmpty() || outer.isEmpty()) {
            return own + outer;
        }
        return "(" + outer + ") and (" + own + ")";
    }
}
