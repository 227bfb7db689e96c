package org.mendak.core.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendak.core.language.PlainWords;
import org.mendak.core.language.Truth;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;

/** Which fixes may be tried on a case, and why the others may not. */
record Exclusions(long allowed, List<Plan.Excluded> reasons) {

    private static final String FAILED = "failed";

    static Exclusions of(CasePlanner.Request q, Needs needs) {
        long allowed = 0;
        List<Plan.Excluded> reasons = new ArrayList<>();
        List<KnownError.TryItem> tries = q.error().tries();
        for (int i = 0; i < tries.size(); i++) {
            KnownError.TryItem t = tries.get(i);
            String reason = reason(q, needs, t);
            if (reason.isEmpty()) {
                allowed |= 1L << i;
            } else if (!reason.equals(FAILED)) {
                reasons.add(new Plan.Excluded(t.fix(), q.titleOf(t.fix()), reason));
            }
        }
        for (KnownError.RuledOut r : q.error().ruledOut()) {
            if (tries.stream().noneMatch(t -> t.fix().equals(r.fix()))) {
                reasons.add(new Plan.Excluded(
                        r.fix(), q.fixes().containsKey(r.fix()) ? q.titleOf(r.fix()) : r.title(), ruledOut(r)));
            }
        }
        return new Exclusions(allowed, List.copyOf(reasons));
    }

    /** The author's sentence where there is one, and what was seen instead. */
    private static String notSo(CasePlanner.Request q, Fix.Guard guard) {
        String seen = PlainWords.whyNot(guard.condition(), q.facts(), q.titles());
        return guard.words().isEmpty() ? seen : guard.words() + " (" + seen + ")";
    }

    private static String ruledOut(KnownError.RuledOut r) {
        return r.reason().isEmpty() ? "ruled out" : "ruled out: " + r.reason();
    }

    private static String reason(CasePlanner.Request q, Needs needs, KnownError.TryItem t) {
        Fix fix = q.fixes().get(t.fix());
        if (q.progress().failed().contains(t.fix())) {
            return FAILED;
        }
        if (q.progress().setAside().containsKey(t.fix())) {
            return q.progress().setAside().get(t.fix());
        }
        if (fix == null) {
            return "the fix is not published";
        }
        if (t.when() != null && t.when().evaluate(q.facts()) == Truth.NO) {
            return "not so here: " + notSo(q, t.guard());
        }
        if (fix.workaround() && !q.going() && !q.pinned().contains(t.fix())) {
            // it would cost its minutes and end nothing
            return CasePlanner.ONLY_GOING;
        }
        return fix.needs().stream()
                .filter(n -> needs.atHand(n).equals(Optional.of("no")))
                .findFirst()
                .map(n -> "not to be had: " + needs.title(n) + needs.otherWay(n))
                .orElse("");
    }
}
