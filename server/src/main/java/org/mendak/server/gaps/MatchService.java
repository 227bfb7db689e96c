package org.mendak.server.gaps;

import java.util.List;
import org.mendak.core.review.ByWords;
import org.mendak.core.review.Rehearsal;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Signature;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.springframework.stereotype.Service;

/**
 * What a known error would match as it is written now. Asked at each pause in typing, so it looks only at what is likest, of the newest
 * texts and of all samples. A rehearsal goes through everything.
 */
@Service
class MatchService {

    /** So many texts, and as many samples. */
    static final int MOST = 24;

    private final Db db;
    private final LibraryService library;
    private final Rivals rivals;
    private final TextsAtHand texts;

    MatchService(Db db, LibraryService library, Rivals rivals, TextsAtHand texts) {
        this.db = db;
        this.library = library;
        this.rivals = rivals;
        this.texts = texts;
    }

    /**
     * What it would match.
     *
     * @param among how many texts the likest were looked for in
     * @param texts what became of those of past cases
     * @param samples what became of samples of other known errors
     */
    record Matches(int among, Rehearsal.Heard texts, Rehearsal.Heard samples) {}

    /** Of a text that cannot be read nothing would be matched. */
    Matches of(Caller caller, String key, String text) {
        caller.may(Role.AUTHOR, Scope.READ, "rehearse documents");
        LibraryService.checkText(text);
        ByWords<Rehearsal.Past> said = texts.newest();
        KnownError edited = RunbookParser.parse(DocumentKind.ERROR, key, text).error();
        KnownError published = library.library().error(key).orElse(null);
        if (edited == null) {
            return new Matches(said.size(), Rehearsal.Heard.NOTHING, Rehearsal.Heard.NOTHING);
        }
        List<Signature> by = Rehearsal.signatures(edited, published);
        return new Matches(
                said.size(),
                heard(edited, published, said.near(by, MOST)),
                heard(edited, published, db.tx(library::newestShelf).samplesNear(edited, by, MOST)));
    }

    private Rehearsal.Heard heard(KnownError edited, KnownError published, List<Rehearsal.Past> of) {
        return Rehearsal.of(edited, published, rivals::of, of, () -> {});
    }
}
