package org.mendak.server.practice;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.RunbookTitles;
import org.mendak.core.runbook.WorkedStep;
import org.mendak.practice.PracticeDevice;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.recognition.RecognitionService;
import org.springframework.stereotype.Service;

/** Fixes that are being written, done on practice devices that have what they mend. Nothing of it is kept. */
@Service
class DraftRuns {

    private static final int MOST = 12;

    /** A fix that is not stored. */
    @FromCaller
    record Draft(String key, String text) {}

    /**
     * What came of doing a fix on one device.
     *
     * @param error the known error that the device had, with its title
     * @param mended whether what was behind it is gone
     * @param minutes that passed on the device
     */
    record Ran(
            String error,
            String title,
            String device,
            boolean mended,
            double minutes,
            List<DraftRun.Typed> typed,
            List<DraftRun.Complaint> complaints) {}

    private final PracticeDevices devices;
    private final LibraryService library;
    private final RecognitionService recognition;

    DraftRuns(PracticeDevices devices, LibraryService library, RecognitionService recognition) {
        this.devices = devices;
        this.library = library;
        this.recognition = recognition;
    }

    /** Does a fix on a device for each known error that it is behind the mending of; none if no device has one. */
    List<Ran> run(Caller caller, Draft draft) {
        caller.may(Role.AUTHOR, Scope.READ, "rehearse documents");
        String text = draft.text() == null ? "" : draft.text();
        LibraryService.checkText(text);
        String key = String.valueOf(draft.key());
        Fix fix = RunbookParser.parse(DocumentKind.FIX, key, text).fix();
        if (fix == null) {
            throw Refusal.invalid("The document cannot be read, so it cannot be run.");
        }
        Library now = library.library();
        List<Ran> all = new ArrayList<>();
        for (PracticeDevice d : devices.mendedBy(key, MOST)) {
            String error = d.error().orElseThrow();
            KnownError published = now.error(error).orElse(null);
            List<WorkedStep> steps = WorkedStep.of(fix, now::fix);
            DraftRun run = DraftRun.of(
                    fix,
                    steps,
                    known(d, published, key),
                    RunbookTitles.of(now.vocabulary(), published, List.of(fix)),
                    d);
            List<DraftRun.Complaint> complaints = new ArrayList<>(run.complaints());
            if (!run.mended()) {
                complaints.add(new DraftRun.Complaint(-1, "it does not mend what it is for"));
            }
            all.add(new Ran(
                    error,
                    published == null ? error : published.title(),
                    d.name(),
                    run.mended(),
                    Math.round(d.seconds() / 6.0) / 10.0,
                    run.typed(),
                    complaints));
        }
        return all;
    }

    /** What a case would know: what the device says, and what its known error hands in to the fix. */
    private Map<String, String> known(PracticeDevice d, KnownError error, String fix) {
        String said = d.act().text();
        Map<String, String> captured = recognition.recognise(said, null, null, null).candidates().stream()
                .filter(c -> error != null && c.error().equals(error.key()))
                .findFirst()
                .map(c -> c.captures())
                .orElse(Map.of());
        Map<String, String> with = error == null
                ? Map.of()
                : error.tries().stream()
                        .filter(t -> t.fix().equals(fix))
                        .findFirst()
                        .map(KnownError.TryItem::with)
                        .orElse(Map.of());
        return FixValues.of(with, captured);
    }
}
