package org.mendak.server.evidence;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.mendak.core.evidence.FixTally;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.TryList;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.springframework.stereotype.Service;

/** Makes drafts of runbooks out of what was measured, with the reason in the revision's note. Never publishes anything. */
@Service
class OrderDraftService {

    private final ErrorEvidenceService evidence;
    private final LibraryService library;

    OrderDraftService(ErrorEvidenceService evidence, LibraryService library) {
        this.evidence = evidence;
        this.library = library;
    }

    /** The runbook with its fixes in the measured order; those that are not planned stay behind, in the author's order. */
    LibraryService.View measuredOrder(Caller caller, String key) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "write documents");
        KnownError error = evidence.published(key);
        ErrorEvidence.Order order =
                evidence.order(evidence.choose(error, CaseChoice.EVERYTHING), CaseChoice.EVERYTHING);
        if (!order.changes()) {
            throw Refusal.conflict("The measured order of \"" + error.title()
                    + "\" is the author's, or there is too little evidence. Nothing was stored.");
        }
        List<String> keys = new ArrayList<>(
                order.measured().stream().map(ErrorEvidence.Placed::key).toList());
        Library.fixKeys(error).stream().filter(k -> !keys.contains(k)).forEach(keys::add);
        String note = String.format(
                Locale.ROOT,
                "Measured order: %.1f expected minutes a case against %.1f in the author's; saves about %.0f a month (%s)",
                order.minutesMeasured(),
                order.minutesAuthored(),
                order.savedAMonth(),
                evidence.today());
        return library.redraft(
                caller,
                DocumentKind.ERROR,
                error.key(),
                text -> TryList.reordered(text, read(error.key(), text), keys),
                note);
    }

    /** The runbook with a fix moved to what is ruled out, if it was tried often and hardly ever helped. */
    LibraryService.View ruledOut(Caller caller, String key, String fix) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "write documents");
        KnownError error = evidence.published(key);
        int i = Library.fixKeys(error).indexOf(fix);
        if (i < 0) {
            throw Refusal.notFound("\"" + error.title() + "\" does not try \"" + fix + "\".");
        }
        FixTally t = evidence.choose(error, CaseChoice.EVERYTHING)
                .fitted()
                .evidence()
                .tallies()
                .get(i);
        if (!t.neverHelps()) {
            throw Refusal.conflict("It helped in " + t.held() + " of " + t.tried()
                    + " tries; only what was tried at least 32 times and hardly ever helped can be ruled out from here."
                    + " Nothing was stored.");
        }
        if (error.tries().size() == 1) {
            throw Refusal.conflict("It is the only fix of this error. Nothing was stored.");
        }
        String reason = "tried " + t.tried() + " times, helped in " + t.held() + " (" + evidence.today() + ")";
        return library.redraft(
                caller,
                DocumentKind.ERROR,
                error.key(),
                text -> TryList.ruledOut(text, read(error.key(), text), fix, reason),
                "Ruled out " + fix + ": " + reason);
    }

    private static KnownError read(String key, String text) {
        return RunbookParser.parse(DocumentKind.ERROR, key, text).error();
    }
}
