package org.mendak.server.practice;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
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

/** Documents that are being written, worked on practice devices that have what they are for. Nothing of it is kept. */
@Service
class DraftRuns {

    private static final int MOST = 12;

    /** A document that is not stored; {@code folder} is errors or fixes, null is fixes. */
    @FromCaller
    record Draft(String folder, String key, String text) {}

    /**
     * What came of it on one device.
     *
     * @param error what the device was chosen by, with its title: for a fix the known error that it had, for a known error the fix that mends it
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

    /** Works a document: a known error for each of its causes, a fix for each known error that it mends; none if no device has one. */
    List<Ran> run(Caller caller, Draft draft) {
        caller.may(Role.AUTHOR, Scope.READ, "rehearse documents");
        String text = draft.text() == null ? "" : draft.text();
        LibraryService.checkText(text);
        DocumentKind kind = draft.folder() == null
                ? DocumentKind.FIX
                : DocumentKind.ofFolder(draft.folder())
                        .orElseThrow(() -> Refusal.invalid("folder is errors or fixes."));
        String key = String.valueOf(draft.key());
        ParsedDocument parsed = RunbookParser.parse(kind, key, text);
        if (parsed.fix() != null) {
            return fix(key, parsed.fix());
        }
        if (parsed.error() != null) {
            return error(parsed.error());
        }
        throw Refusal.invalid("The document cannot be read, so it cannot be run.");
    }

    private List<Ran> error(KnownError error) {
        Library now = library.library();
        return devices.having(error.key()).stream()
                .map(d -> {
                    DraftErrorRun run = DraftErrorRun.of(error, now, d);
                    String cause = d.cause().orElseThrow();
                    return new Ran(
                            cause,
                            now.fix(cause).map(Fix::title).orElse(cause),
                            d.name(),
                            run.mended(),
                            minutes(d),
                            run.typed(),
                            run.complaints());
                })
                .toList();
    }

    private static double minutes(PracticeDevice d) {
        return Math.round(d.seconds() / 6.0) / 10.0;
    }

    /** Does a fix on a device for each known error that it is behind the mending of; none if no device has one. */
    private List<Ran> fix(String key, Fix fix) {
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
                    minutes(d),
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
