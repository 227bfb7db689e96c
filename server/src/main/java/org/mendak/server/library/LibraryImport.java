package org.mendak.server.library;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;

/** One run of an import inside one transaction. */
final class LibraryImport {

    private final Tx tx;
    private final DocumentStore store;
    private final Instant now;
    private final Who author;

    LibraryImport(Tx tx, DocumentStore store, Instant now, Who author) {
        this.tx = tx;
        this.store = store;
        this.now = now;
        this.author = author;
    }

    /**
     * Stores what was read and judged.
     *
     * @param stored done behind it, if anything is stored
     */
    ImportService.Imported run(ImportReading reading, ImportService.ImportMode mode, Runnable stored) {
        List<ImportService.Rejected> rejected = reading.rejected();
        List<String> bad = rejected.stream().map(ImportService.Rejected::path).toList();
        List<DocumentStore.Write> writes = new ArrayList<>();
        int unchanged = 0;
        for (Map.Entry<ImportService.Incoming, ParsedDocument> e :
                reading.parsed().entrySet()) {
            if (!bad.contains(e.getKey().path())) {
                Optional<DocumentStore.Write> w = write(e.getKey(), e.getValue(), mode.publish());
                w.ifPresent(writes::add);
                unchanged += w.isPresent() ? 0 : 1;
            }
        }
        int created = (int) writes.stream().filter(DocumentStore.Write::isNew).count();
        if (!mode.preview() && (rejected.isEmpty() || mode.skipRejected())) {
            storeAll(writes, bad.contains(ImportReading.WORDS) ? null : reading.vocabularyText());
            stored.run();
        }
        return new ImportService.Imported(created, writes.size() - created, unchanged, rejected);
    }

    /** What to write; empty if the stored text is the same and nothing is to be published. */
    private Optional<DocumentStore.Write> write(ImportService.Incoming in, ParsedDocument p, boolean publish) {
        Optional<StoredDocument> old = store.find(tx, in.kind(), in.key());
        boolean same = old.flatMap(d -> store.text(tx, in.kind().word(), in.key(), d.latest()))
                .filter(t -> t.equals(in.text()))
                .isPresent();
        boolean visible =
                old.filter(d -> d.visible() && d.published() == d.latest()).isPresent();
        if (same && (visible || !publish)) {
            return Optional.empty();
        }
        int number = old.map(StoredDocument::latest).orElse(0) + 1;
        Integer published =
                publish ? (Integer) number : old.map(StoredDocument::published).orElse(null);
        String title = p.title().length() <= 300 ? p.title() : p.title().substring(0, 300);
        StoredDocument d = new StoredDocument(
                in.kind(), in.key(), title, publish ? Status.PUBLISHED : Status.DRAFT, number, published);
        return Optional.of(new DocumentStore.Write(d, old.isEmpty(), in.text(), author, "imported"));
    }

    private void storeAll(List<DocumentStore.Write> writes, String vocabulary) {
        store.writeAll(tx, writes, now);
        if (vocabulary != null) {
            Optional<DocumentStore.Text> old = store.vocabulary(tx);
            if (old.isEmpty() || !old.get().text().equals(vocabulary)) {
                store.writeVocabulary(tx, old.map(DocumentStore.Text::revision).orElse(0) + 1, vocabulary, author, now);
            }
        }
    }
}
