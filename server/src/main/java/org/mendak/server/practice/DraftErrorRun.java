package org.mendak.server.practice;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.language.Facts;
import org.mendak.core.language.Truth;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookTitles;
import org.mendak.core.runbook.Vocabulary;
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

    /** Works it: what it asks first, then those of its fixes that may help, in the author's order until one mends. */
    static DraftErrorRun of(KnownError error, Library library, PracticeDevice device) {
        DraftErrorRun run = new DraftErrorRun(error, library, device);
        library.vocabulary().facts().stream()
                .filter(Vocabulary.Fact::ofDevice)
                .forEach(f -> device.answer(f.id()).ifPresent(a -> run.known.put(f.id(), a)));
        run.recognise(device.act().text());
        error.questions().forEach(run::ask);
        for (KnownError.TryItem t : error.tries()) {
            if (!run.mended && run.mayHelp(t)) {
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
        AskedThere.said(error, said)
                .ifPresentOrElse(known::putAll, () -> complain("it does not recognise \"" + said.strip() + "\""));
    }

    /** Asks, or types what a look runs, and reads what it is for; that nothing of it is there is an answer too. */
    private void ask(KnownError.Question q) {
        AskedThere.of(q, device, known).ifPresent(a -> {
            typed.add(new DraftRun.Typed(-1, q.text(), a.line(), a.printed()));
            known.putAll(a.values());
            if (a.failed()) {
                complain("\"" + a.line() + "\" fails: " + a.printed());
            } else if (a.line().isEmpty()
                    && !q.choices().isEmpty()
                    && !q.choices().contains(a.printed())) {
                complain("\"" + q.text() + "\" has no choice for " + a.printed());
            }
        });
    }

    /** Whether a fix may be tried, by what is known; what is not known does not keep it away. */
    private boolean mayHelp(KnownError.TryItem t) {
        return t.guard() == null || t.guard().condition().evaluate(new Facts(known)) != Truth.NO;
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
