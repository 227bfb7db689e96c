package org.mendak.server.library;

import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.review.Shelf;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** Documents that change together because something that they name is called otherwise. What readers saw they see changed; a draft stays one. */
@Component
class Rewriting {

    /** As many documents are changed at once. */
    static final int MOST = 500;

    private final DocumentStore store;
    private final Shelves shelves;
    private final PublishedLibrary published;
    private final Clock clock;

    Rewriting(DocumentStore store, Shelves shelves, PublishedLibrary published, Clock clock) {
        this.store = store;
        this.shelves = shelves;
        this.published = published;
        this.clock = clock;
    }

    /** A document as it is to be; {@code isNew} if there was none by this key. */
    record Changed(StoredDocument document, String text, ParsedDocument parsed, boolean isNew) {

        Changed(StoredDocument d, String text, boolean isNew) {
            this(d, text, RunbookParser.parse(d.kind(), d.key(), text), isNew);
        }
    }

    /** Nobody's draft may be published by this. */
    static void refuseUnpublished(StoredDocument d) {
        if (d.visible() && d.latest() != d.published()) {
            throw Refusal.conflict("\"" + d.key() + "\" has a draft that is newer than what readers see (revision "
                    + d.latest() + "). Publish it or bring the published one back first. Nothing was changed.");
        }
    }

    static void refuseMany(int documents) {
        if (documents > MOST) {
            throw Refusal.invalid(
                    documents + " documents name it; at most " + MOST + " are changed at once. Nothing was changed.");
        }
    }

    String newest(Tx tx, StoredDocument d) {
        return store.text(tx, d.kind().word(), d.key(), d.latest()).orElseThrow();
    }

    /** The next revision of a document, as visible as the one before; it is locked. */
    static Changed changed(StoredDocument d, String text) {
        refuseUnpublished(d);
        int revision = d.latest() + 1;
        return new Changed(
                new StoredDocument(
                        d.kind(),
                        d.key(),
                        d.title(),
                        d.status(),
                        revision,
                        d.visible() ? (Integer) revision : d.published()),
                text,
                false);
    }

    /** Writes them, all or none: nothing that readers see may have errors afterwards. */
    void write(Tx tx, Caller caller, List<Changed> all, String note) {
        Shelf shelf = shelves.visibleWith(tx, all.stream().map(Changed::parsed).toList());
        Map<String, List<Problem>> stops = new LinkedHashMap<>();
        for (Changed c : all) {
            List<Problem> problems = Shelves.judged(c.parsed(), shelf, c.text()).stream()
                    .filter(Problem::stopsPublishing)
                    .toList();
            if (c.document().published() != null && !problems.isEmpty()) {
                stops.put(c.document().key(), problems);
            }
        }
        if (!stops.isEmpty()) {
            throw Refusal.invalid(
                    "With the new name these could not be published: " + String.join(", ", stops.keySet())
                            + ". Nothing was changed.",
                    Map.of("problems", stops));
        }
        published.change(tx);
        for (Changed c : all) {
            StoredDocument d = c.document();
            store.write(tx, new DocumentStore.Write(d, c.isNew(), c.text(), caller.who(), note), clock.instant());
            shelves.changed(tx, d.kind(), d.key());
        }
    }
}
