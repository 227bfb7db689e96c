package org.mendak.server.evidence;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.mendak.core.evidence.Drift;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.library.LibraryService;
import org.springframework.stereotype.Service;

/** Fixes that have stopped working, and those that hardly ever did: what the cases say of all fixes of the desk together. */
@Service
public class AilingFixes {

    private final DeskEvidenceService desk;
    private final LibraryService library;
    private final DriftBar bar;

    AilingFixes(DeskEvidenceService desk, LibraryService library, DriftBar bar) {
        this.desk = desk;
        this.library = library;
        this.bar = bar;
    }

    /**
     * A fix that does badly under a known error.
     *
     * @param of the title of the known error
     * @param fell whether it worked once and does no longer; else it hardly ever helped
     * @param since the month, or "version" and the release, since which; empty if it hardly ever helped
     * @param triedBefore tries until then, {@code heldBefore} those of them that helped for good; 0 if it hardly ever helped
     * @param tried tries since, {@code held} those of them that helped for good
     */
    public record Ailing(
            String error,
            String of,
            String fix,
            String title,
            boolean fell,
            String since,
            int triedBefore,
            int heldBefore,
            int tried,
            int held) {}

    /** All of them, what stopped working first and the surest of that before the others; of those that are said to have stopped working one in ten is false at most. O(cases), most of it kept by the evidence. */
    public List<Ailing> all() {
        record Fell(double factor, Ailing ailing) {}
        List<Fell> fell = new ArrayList<>();
        List<Ailing> ailing = new ArrayList<>();
        List<Double> looked = new ArrayList<>();
        for (DeskLines.Line l : desk.now(CaseChoice.EVERYTHING).lines()) {
            for (DeskLines.Telling t : l.telling()) {
                if (t.tested().evidence() > 0) {
                    looked.add(t.tested().evidence());
                }
                t.tested()
                        .change()
                        .filter(Drift.Change::fell)
                        .map(c -> new Fell(c.factor(), fell(l.error(), t.fix(), c)))
                        .ifPresent(fell::add);
                if (t.neverHelps()) {
                    ailing.add(new Ailing(
                            l.error().key(),
                            l.error().title(),
                            t.fix(),
                            title(t.fix()),
                            false,
                            "",
                            0,
                            0,
                            t.tried(),
                            t.held()));
                }
            }
        }
        double least = bar.of(looked);
        return Stream.concat(
                        fell.stream()
                                .filter(f -> f.factor() >= least)
                                .sorted(Comparator.comparingDouble(Fell::factor).reversed())
                                .map(Fell::ailing),
                        ailing.stream())
                .toList();
    }

    /** How far finding them is, in percent. */
    public int percent() {
        return desk.percent();
    }

    private Ailing fell(KnownError e, String fix, Drift.Change c) {
        String since = c.release() == null ? c.month() : "version " + c.release();
        return new Ailing(
                e.key(),
                e.title(),
                fix,
                title(fix),
                true,
                since,
                c.triedBefore(),
                c.heldBefore(),
                c.triedSince(),
                c.heldSince());
    }

    private String title(String fix) {
        return library.library().fix(fix).map(f -> f.title()).orElse(fix);
    }
}
