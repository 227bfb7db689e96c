package org.mendak.core.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.language.PlainWords;
import org.mendak.core.language.Truth;
import org.mendak.core.plan.Reason.Code;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;

/** Which fixes may be tried on a case, and why the others may not. */
record Exclusions(long allowed, List<Plan.Excluded> reasons) {

    static Exclusions of(CasePlanner.Request q, Needs needs) {
        long allowed = 0;
        List<Plan.Excluded> reasons = new ArrayList<>();
        List<KnownError.TryItem> tries = q.error().tries();
        for (int i = 0; i < tries.size(); i++) {
            KnownError.TryItem t = tries.get(i);
            if (q.progress().failed().contains(t.fix())) {
                continue; // its row in the case says so
            }
            Optional<Reason> reason = reason(q, needs, t);
            if (reason.isEmpty()) {
                allowed |= 1L << i;
            }
            reason.ifPresent(r -> reasons.add(new Plan.Excluded(t.fix(), q.titleOf(t.fix()), r)));
        }
        for (KnownError.RuledOut r : q.error().ruledOut()) {
            if (tries.stream().noneMatch(t -> t.fix().equals(r.fix()))) {
                reasons.add(new Plan.Excluded(
                        r.fix(),
                        q.fixes().containsKey(r.fix()) ? q.titleOf(r.fix()) : r.title(),
                        Reason.of(Code.RULED_OUT, "why", r.reason())));
            }
        }
        return new Exclusions(allowed, List.copyOf(reasons));
    }

    private static Optional<Reason> reason(CasePlanner.Request q, Needs needs, KnownError.TryItem t) {
        Fix fix = q.fixes().get(t.fix());
        Outcome ended = q.progress().setAside().get(t.fix());
        if (ended != null) {
            return Optional.of(Reason.of(Code.SET_ASIDE, "outcome", ended.word()));
        }
        if (fix == null) {
            return Optional.of(Reason.of(Code.NOT_PUBLISHED));
        }
        if (t.when() != null && t.when().evaluate(q.facts()) == Truth.NO) {
            return Optional.of(Reason.of(
                    Code.NOT_SO,
                    "condition",
                    t.guard().words(),
                    "seen",
                    PlainWords.whyNot(t.guard().condition(), q.facts(), q.titles())));
        }
        if (fix.workaround() && !q.going() && !q.pinned().contains(t.fix())) {
            // it would cost its minutes and end nothing
            return Optional.of(Reason.of(Code.ONLY_GOING));
        }
        return fix.needs().stream()
                .filter(n -> needs.atHand(n).equals(Optional.of("no")))
                .findFirst()
                .map(n -> Reason.of(Code.NOT_AT_HAND, "need", needs.title(n), "how", needs.otherWay(n)));
    }
}
