package org.mendak.server.library;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.team.PersonErased;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/** The rules of what is being typed: kept for whoever types it, seen by nobody else, and told to others as "is writing here". */
@Service
class WritingService {

    /** For so long somebody who typed counts as writing here. */
    static final Duration HERE = Duration.ofMinutes(10);

    /** The most documents that one person has begun and not saved. */
    static final int MOST_OF_ONE = 200;

    private final Db db;
    private final WritingStore store;
    private final Clock clock;

    WritingService(Db db, WritingStore store, Clock clock) {
        this.db = db;
        this.store = store;
        this.clock = clock;
    }

    /**
     * What somebody has typed and not saved.
     *
     * @param text null if there is nothing
     * @param base the revision it was begun from, 0 for a new document; null with {@code text}
     * @param at when it was typed last; null with {@code text}
     * @param others who else types at this document just now
     */
    record BeingWritten(
            @OrNull String text, Integer base, @OrNull Instant at, List<WritingStore.Writer> others) {}

    BeingWritten of(Caller caller, DocumentKind kind, String key) {
        caller.may(Role.AUTHOR, Scope.READ, "read drafts");
        return db.tx(tx -> {
            List<WritingStore.Writer> others =
                    store.others(tx, kind, key, caller.id(), clock.instant().minus(HERE));
            return store.of(tx, kind, key, caller.id())
                    .map(t -> new BeingWritten(t.text(), t.base(), t.at(), others))
                    .orElse(new BeingWritten(null, null, null, others));
        });
    }

    /** Keeps what is typed, in place of what was. */
    BeingWritten keep(Caller caller, DocumentKind kind, String key, String text, Integer base) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "write documents");
        LibraryService.checkKey(key);
        if (text == null || base == null || base < 0) {
            throw Refusal.invalid("Send the text, and the revision it was begun from: base, 0 for a new document.");
        }
        if (text.getBytes(StandardCharsets.UTF_8).length > Limits.DOCUMENT_BYTES) {
            throw Refusal.tooLarge("The text is larger than " + Limits.DOCUMENT_BYTES + " bytes. Nothing was stored.");
        }
        return db.tx(tx -> {
            if (store.of(tx, kind, key, caller.id()).isEmpty() && store.count(tx, caller.id()) >= MOST_OF_ONE) {
                throw Refusal.invalid("You have begun " + MOST_OF_ONE
                        + " documents and not saved them. Save or leave one of them first.");
            }
            Instant now = clock.instant();
            store.keep(tx, kind, key, caller.id(), new WritingStore.Typed(text, base, now));
            return new BeingWritten(text, base, now, store.others(tx, kind, key, caller.id(), now.minus(HERE)));
        });
    }

    @EventListener
    void erased(PersonErased e) {
        store.forgetAll(e.tx(), e.who().id());
    }

    /** What was typed is saved, or left. */
    void forget(Caller caller, DocumentKind kind, String key) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "write documents");
        db.run(tx -> store.forget(tx, kind, key, caller.id()));
    }
}
