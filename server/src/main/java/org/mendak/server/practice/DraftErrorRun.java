package org.mendak.server.practice;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendak.core.language.CommandText;
import org.mendak.core.language.CommandText.Piece;
import org.mendak.core.reading.OutputReader;
import org.mendak.core.reading.Place;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookTitles;
import org.mendak.core.runbook.WorkedStep;
import org.mendak.practice.PracticeDevice;
import org.mendak.server.library.Library;

/** A known error as it is written now, worked on a device that has it: is its message recognised, do its looks read, does one of its fixes mend it. */
final class DraftErrorRun {

    private final KnownError error;
    private final Library library;
    private final PracticeDevice device;
    private final Map<String, String> known = new HashMap<>();
    private final List<DraftRun.Typed> typed = new ArrayList<>();
    private final List<DraftRun.Complaint> complaints = new ArrayList<>();
    private boolean mended;

    private DraftErrorRun(KnownError error, Library library, PracticeDevice device) {
        this.error = error;
        this.library = library;
        this.device = device;
    }

    /** Works it: the looks first, then its fixes in the author's order until one mends. */
    static DraftErrorRun of(KnownError error, Library library, PracticeDevice device) {
        DraftErrorRun run = new DraftErrorRun(error, library, device);
        run.recognise(device.act().text());
        error.questions().forEach(run::look);
        for (KnownError.TryItem t : error.tries()) {
            if (!run.mended) {
                run.fix(t);
            }
        }
        if (!run.mended) {
            run.complain("none of its fixes mends it");
        }
        return run;
    }

    boolean mended() {
        return mended;
    }

    List<DraftRun.Typed> typed() {
        return typed;
    }

    List<DraftRun.Complaint> complaints() {
        return complaints;
    }

    private void complain(String text) {
        complaints.add(new DraftRun.Complaint(-1, text));
    }

    private void recognise(String said) {
        Recognition r = Recogniser.of(List.of(error)).recognise(new Recogniser.Query(said, null, null, null));
        // alone it is always the likeliest: it has to be sure of it
        Optional<Recognition.Candidate> found = r.candidates().stream()
                .filter(c -> c.band() == Recognition.Band.RECOGNISED)
                .findFirst();
        found.ifPresentOrElse(
                c -> known.putAll(c.captures()), () -> complain("it does not recognise \"" + said.strip() + "\""));
    }

    /** Types what a look runs, and reads what it is for; that nothing of it is there is an answer too. */
    private void look(KnownError.Question q) {
        if (q.run().isEmpty()) {
            return;
        }
        List<Piece> pieces = CommandText.fill("sh", q.run(), known.keySet(), known, Set.of());
        if (pieces.stream()
                .anyMatch(p -> p.kind() != CommandText.Kind.LITERAL && p.kind() != CommandText.Kind.FILLED)) {
            return;
        }
        StringBuilder line = new StringBuilder();
        pieces.forEach(p -> line.append(p.text()));
        PracticeDevice.Reply r = device.type(line.toString());
        typed.add(new DraftRun.Typed(-1, q.text(), line.toString(), r.text()));
        if (r.status() != 0) {
            complain("\"" + line + "\" fails: " + r.text());
        } else if (q.capture() != null) {
            List<Place> places = OutputReader.read(q.capture(), r.text(), known);
            if (places.size() == 1) {
                known.putAll(places.get(0).values());
            }
        }
    }

    private void fix(KnownError.TryItem t) {
        Fix fix = library.fix(t.fix()).orElse(null);
        if (fix == null) {
            complain("there is no published fix \"" + t.fix() + "\"");
            return;
        }
        DraftRun run = DraftRun.of(
                fix,
                WorkedStep.of(fix, library::fix),
                FixValues.of(t.with(), known),
                RunbookTitles.of(library.vocabulary(), error, List.of(fix)),
                device);
        typed.addAll(run.typed());
        mended = run.mended();
        if (device.cause().filter(fix.key()::equals).isPresent()) {
            run.complaints().forEach(c -> complain(fix.title() + ": " + c.text()));
        }
    }
}
