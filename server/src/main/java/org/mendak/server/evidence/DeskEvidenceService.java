package org.mendak.server.evidence;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.mendak.core.evidence.Alarms;
import org.mendak.core.evidence.DeskFigures;
import org.mendak.core.evidence.Drift;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/** Puts together what the Evidence place tells of the whole desk. */
@Service
class DeskEvidenceService {

    private static final Logger LOG = LoggerFactory.getLogger(DeskEvidenceService.class);
    private static final List<Double> QUANTILES = List.of(0.25, 0.5, 0.75, 0.9);

    private final Db db;
    private final ErrorEvidenceService errors;
    private final LibraryService library;
    private final DriftBar bar;

    DeskEvidenceService(Db db, ErrorEvidenceService errors, LibraryService library, DriftBar bar) {
        this.bar = bar;
        this.db = db;
        this.errors = errors;
        this.library = library;
    }

    DeskEvidence of(Caller caller, CaseChoice choice) {
        caller.may(Role.AGENT, Scope.READ, "see evidence");
        List<DeskEvidence.ErrorLine> lines = new ArrayList<>();
        List<DeskEvidence.Changed> changes = new ArrayList<>();
        List<LoggedCase> cases = new ArrayList<>();
        List<CaseLog.Entry> all = new ArrayList<>();
        List<String> failed = new ArrayList<>();
        List<Double> looked = new ArrayList<>();
        for (KnownError e : library.library().errors().values()) {
            // one error at a time, so that no transaction lasts for the whole desk, and none takes the others with it
            try {
                ErrorEvidenceService.Chosen chosen = db.tx(tx -> errors.choose(tx, e.plannable(), choice));
                DeskEvidence.ErrorLine line = chosen.entries().isEmpty() ? null : line(chosen, choice);
                EvidenceViews views =
                        new EvidenceViews(library.library(), chosen.fitted().evidence());
                List<Drift.Tested> tested = line == null ? List.of() : views.tested();
                List<DeskEvidence.Changed> changed = line == null ? List.of() : views.changed(e, tested);
                tested.stream().map(Drift.Tested::evidence).filter(x -> x > 0).forEach(looked::add);
                cases.addAll(chosen.cases());
                all.addAll(chosen.all());
                Optional.ofNullable(line).ifPresent(lines::add);
                changes.addAll(changed);
            } catch (RuntimeException x) {
                LOG.error("the evidence of {} cannot be computed", e.key(), x);
                failed.add(e.title());
            }
        }
        lines.sort(
                Comparator.comparingDouble((DeskEvidence.ErrorLine l) -> l.savedAMonth() == null ? 0 : -l.savedAMonth())
                        .thenComparing(DeskEvidence.ErrorLine::title));
        double least = choice.isEverything() ? bar.of(looked) : Alarms.bar(looked, Alarms.FALSE_RATE);
        changes.removeIf(c -> c.factor() < least);
        changes.sort(Comparator.comparing(DeskEvidence.Changed::fell)
                .thenComparing(DeskEvidence.Changed::factor)
                .reversed());
        DeskFigures f = DeskFigures.of(cases);
        return new DeskEvidence(
                cases.size(),
                f.cases(),
                f.solved(),
                f.firstFix(),
                f.held(),
                lines.stream()
                        .mapToDouble(l -> l.savedAMonth() == null ? 0 : l.savedAMonth())
                        .sum(),
                f.minutes().isEmpty()
                        ? List.of()
                        : QUANTILES.stream().map(f::quantile).toList(),
                bins(f),
                f.months().stream()
                        .map(m -> new DeskEvidence.Month(
                                m.month(),
                                m.cases(),
                                m.solved(),
                                m.firstFix(),
                                m.held(),
                                Double.isNaN(m.median()) ? null : m.median()))
                        .toList(),
                changes,
                lines,
                failed.stream().sorted().toList(),
                EvidenceViews.choices(all, List.of()));
    }

    private static List<DeskEvidence.Bin> bins(DeskFigures f) {
        List<Integer> counts = f.histogram();
        List<DeskEvidence.Bin> bins = new ArrayList<>();
        for (int b = 0; b < counts.size(); b++) {
            bins.add(new DeskEvidence.Bin(b < DeskFigures.BINS.size() ? DeskFigures.BINS.get(b) : null, counts.get(b)));
        }
        return bins;
    }

    private DeskEvidence.ErrorLine line(ErrorEvidenceService.Chosen chosen, CaseChoice choice) {
        Evidence e = chosen.fitted().evidence();
        ErrorEvidence.Order order = errors.order(chosen, choice);
        EvidenceViews views = new EvidenceViews(library.library(), e);
        return new DeskEvidence.ErrorLine(
                chosen.error().key(),
                chosen.error().title(),
                chosen.entries().size(),
                e.solved(),
                e.enoughToMeasure(),
                e.isLittle(),
                order.minutesMeasured(),
                order.minutesAuthored(),
                order.casesAMonth(),
                order.savedAMonth(),
                order.changes(),
                views.hardlyEver());
    }
}
