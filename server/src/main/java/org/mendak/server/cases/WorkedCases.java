package org.mendak.server.cases;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.mendak.core.drafting.WorkedCase;
import org.mendak.core.evidence.Outcome;
import org.mendak.server.cases.free.FreeStep;
import org.mendak.server.cases.free.FreeStepStore;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** Cases in the form that drafts are made of. */
@Component
public class WorkedCases {

    private final CaseStore cases;
    private final FreeStepStore steps;

    WorkedCases(CaseStore cases, FreeStepStore steps) {
        this.cases = cases;
        this.steps = steps;
    }

    /** A case with what was done off its script. */
    public record Whole(CaseRow row, WorkedCase worked) {}

    /** These cases, in the order of their numbers; refuses if one is not there. */
    public List<Whole> of(Tx tx, Collection<Long> numbers) {
        Map<Long, List<FreeStep>> done =
                steps.of(tx, List.copyOf(numbers)).stream().collect(Collectors.groupingBy(FreeStep::number));
        List<Whole> all = new ArrayList<>();
        for (long n : numbers.stream().sorted(Comparator.naturalOrder()).toList()) {
            CaseNumbers.refusePractice(n, "no document can be drafted");
            CaseRow c = cases.find(tx, n).orElseThrow(() -> Refusal.notFound("There is no case " + n + "."));
            List<FreeStep> own = done.getOrDefault(n, List.of());
            all.add(new Whole(
                    c,
                    new WorkedCase(
                            n,
                            cases.texts(tx, n).stream()
                                    .map(CaseStore.Text::text)
                                    .toList(),
                            c.product(),
                            c.phase(),
                            own.stream().map(WorkedCases::done).toList(),
                            c.status() == CaseStatus.SOLVED || c.status() == CaseStatus.WORKED_AROUND,
                            minutes(c.openedAt(), own))));
        }
        return all;
    }

    /** The draft that was made of one of these and is still there; empty if none was. */
    public Optional<String> draftOf(Tx tx, Collection<Long> numbers) {
        return numbers.stream().flatMap(n -> steps.draftOf(tx, n).stream()).findFirst();
    }

    /** A draft was made of these. */
    public void drafted(Tx tx, Collection<Long> numbers, String error, Who by, Instant at) {
        numbers.forEach(n -> steps.drafted(tx, n, error, by, at));
    }

    private static WorkedCase.Done done(FreeStep s) {
        return new WorkedCase.Done(
                s.did(),
                s.command(),
                s.output() == null ? "" : s.output(),
                s.aim(),
                s.putBack(),
                s.cameBack() ? Outcome.NO_CHANGE : s.outcome());
    }

    private static double minutes(Instant from, List<FreeStep> steps) {
        Instant last =
                steps.stream().map(FreeStep::at).max(Comparator.naturalOrder()).orElse(from);
        Duration d = Duration.between(from, last);
        return d.isNegative() || d.isZero() || d.compareTo(WorkedTime.PLAUSIBLE) > 0
                ? Double.NaN
                : d.toSeconds() / 60.0;
    }
}
