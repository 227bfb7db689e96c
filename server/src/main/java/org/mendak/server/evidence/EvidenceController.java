package org.mendak.server.evidence;

import io.swagger.v3.oas.annotations.Parameter;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.FixTally;
import org.mendak.core.evidence.Interval;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Evidence of one known error, and how often each occurs. */
@RestController
class EvidenceController {

    /** How often a known error occurs. */
    record Occurrence(String error, int cases, int open, String lastMonth) {}

    /** A month's tries; {@code held} of them ended the case for good. */
    record Month(String month, int tried, int held) {}

    /**
     * A fix's measured success. {@code chance} is that of ending a case as its first step; null while too little is known, as
     * {@code low} and {@code high} are under 20 cases.
     */
    record FixEvidence(
            String key,
            String title,
            int tried,
            int worked,
            int held,
            int triedFirst,
            int workedFirst,
            Double chance,
            Double low,
            Double high,
            double minutes,
            List<Month> byMonth,
            List<Long> caseNumbers) {}

    record ErrorEvidence(String error, int cases, int solved, boolean measured, List<FixEvidence> fixes) {}

    private final EvidenceService evidence;
    private final LibraryService library;
    private final Db db;

    EvidenceController(EvidenceService evidence, LibraryService library, Db db) {
        this.evidence = evidence;
        this.library = library;
        this.db = db;
    }

    @GetMapping("/api/evidence")
    List<Occurrence> occurrences(Caller caller) {
        caller.may(Role.AGENT, Scope.READ, "see evidence");
        return db.tx(evidence::counts).stream()
                .map(c -> new Occurrence(c.error(), c.cases(), c.open(), c.lastMonth()))
                .toList();
    }

    @GetMapping("/api/errors/{key}/evidence")
    ErrorEvidence of(
            Caller caller,
            @PathVariable String key,
            @Parameter(hidden = true) @RequestParam Map<String, String> query) {
        caller.may(Role.AGENT, Scope.READ, "see evidence");
        Library now = library.library();
        KnownError error = now.error(key)
                .orElseThrow(() -> Refusal.notFound("There is no published known error \"" + key + "\"."));
        Evidence e = db.tx(tx -> evidence.of(tx, error, now.fixes(), query.get("fact.product_version")))
                .evidence();
        List<FixEvidence> fixes = new ArrayList<>();
        for (int i = 0; i < e.fixes().size(); i++) {
            fixes.add(fix(e, i, Optional.ofNullable(now.fixes().get(e.fixes().get(i)))));
        }
        return new ErrorEvidence(error.key(), e.cases(), e.solved(), e.enoughToMeasure(), fixes);
    }

    private static FixEvidence fix(Evidence e, int i, Optional<Fix> fix) {
        FixTally t = e.tallies().get(i);
        Optional<Interval> range = e.enoughToMeasure() ? e.plausible(i, 0) : Optional.empty();
        return new FixEvidence(
                e.fixes().get(i),
                fix.map(Fix::title).orElse(e.fixes().get(i)),
                t.tried(),
                t.worked(),
                t.held(),
                t.triedFirst(),
                t.workedFirst(),
                e.enoughToMeasure() ? (Double) e.model().chance(i, 0) : null,
                range.map(Interval::low).orElse(null),
                range.map(Interval::high).orElse(null),
                t.minutes(),
                t.months().stream()
                        .map(m -> new Month(m.month(), m.tried(), m.held()))
                        .toList(),
                t.cases().stream().map(Long::valueOf).toList());
    }
}
