package org.mendak.server.library;

import java.util.List;
import org.mendak.core.language.Proposal;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Edit;
import org.mendak.core.runbook.Editing;
import org.mendak.core.runbook.Outline;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.springframework.stereotype.Service;

/** The rules of changing a text in its parts; nothing of it is stored. */
@Service
class EditingService {

    /** A text with changes of its parts: all of them, or none. Nothing is stored. */
    Edited edit(Caller caller, DocumentKind kind, String text, List<Edit> edits) {
        caller.may(Role.AUTHOR, Scope.READ, "write documents");
        LibraryService.checkText(text);
        Editing.Edited e = Editing.apply(kind, text, edits);
        if (!e.refused().isEmpty()) {
            throw Refusal.invalid(e.refused());
        }
        LibraryService.checkText(e.text());
        return new Edited(e.text(), e.at(), Outline.of(kind, e.text()));
    }

    /** What in a text from a screen is likely to differ from case to case. */
    List<Proposal.Line> propose(Caller caller, String text) {
        caller.may(Role.AUTHOR, Scope.READ, "write documents");
        LibraryService.checkText(text);
        return Proposal.of(text);
    }

    /** A changed text, the path of the part that was changed, and its parts now. */
    record Edited(String text, List<Integer> at, Outline outline) {}
}
