package org.mendak.server.library;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendak.core.review.Reviewer;
import org.mendak.core.review.Shelf;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.server.platform.Jobs;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Tx;

/** One run of an import inside one transaction. */
final class LibraryImport {

    private final Tx tx;
    private final DocumentStore store;
    private final Instant now;
    private final String author;
    private final Jobs.Progress progress;
    private final List<LibraryService.Rejected> rejected = new ArrayList<>();

    LibraryImport(Tx tx, DocumentStore store, Instant now, String author, Jobs.Progress progress) {
        this.tx = tx;
        this.store = store;
        this.now = now;
        this.author = author;
        this.progress = progress;
    }

    LibraryService.Imported run(
            Shelf shelf,
            List<LibraryService.Incoming> documents,
            String vocabularyText,
            List<LibraryService.Rejected> rejectedBefore,
            LibraryService.ImportMode mode,
            Runnable stored) {
        rejected.addAll(rejectedBefore);
        Vocabulary vocabulary = vocabularyText == null ? shelf.vocabulary() : vocabulary(vocabularyText);
        Map<LibraryService.Incoming, ParsedDocument> parsed = parse(documents);
        judge(shelf, vocabulary, parsed);
        List<String> bad = rejected.stream().map(LibraryService.Rejected::path).toList();
        List<DocumentStore.Write> writes = new ArrayList<>();
        int unchanged = 0;
        for (Map.Entry<LibraryService.Incoming, ParsedDocument> e : parsed.entrySet()) {
            if (!bad.contains(e.getKey().path())) {
                Optional<DocumentStore.Write> w = write(e.getKey(), e.getValue(), mode.publish());
                w.ifPresent(writes::add);
                unchanged += w.isPresent() ? 0 : 1;
            }
        }
        int created = (int) writes.stream().filter(DocumentStore.Write::isNew).count();
        boolean store = !mode.preview() && (rejected.isEmpty() || mode.skipRejected());
        if (store) {
            storeAll(writes, vocabularyText != null && !bad.contains("library.yaml") ? vocabularyText : null);
            stored.run();
        }
        return new LibraryService.Imported(created, writes.size() - created, unchanged, rejected);
    }

    private Vocabulary vocabulary(String text) {
        Vocabulary.Read read = RunbookParser.vocabulary(text);
        reject("library.yaml", read.problems());
        return read.vocabulary();
    }

    private Map<LibraryService.Incoming, ParsedDocument> parse(List<LibraryService.Incoming> documents) {
        Map<LibraryService.Incoming, ParsedDocument> parsed = new LinkedHashMap<>();
        for (LibraryService.Incoming in : documents) {
            if (in.text().length() > Limits.DOCUMENT_BYTES) {
                rejected.add(new LibraryService.Rejected(
                        in.path(), 1, 1, "larger than " + Limits.DOCUMENT_BYTES + " bytes"));
            } else if (!in.key().matches("[a-z0-9][a-z0-9-]{0,99}")) {
                rejected.add(new LibraryService.Rejected(
                        in.path(), 1, 1, "a file's name is 1 to 100 small letters, digits and dashes"));
            } else {
                parsed.put(in, RunbookParser.parse(in.kind(), in.key(), in.text()));
            }
            progress.at(parsed.size(), 2L * documents.size());
        }
        return parsed;
    }

    /**
     * Judges each beside what is there and what comes with it. What was rejected does not come, so those that need it are
     * judged again.
     */
    private void judge(Shelf shelf, Vocabulary vocabulary, Map<LibraryService.Incoming, ParsedDocument> parsed) {
        Map<LibraryService.Incoming, ParsedDocument> left = new LinkedHashMap<>(parsed);
        int before;
        do {
            before = left.size();
            Map<String, Fix> fixes = new HashMap<>(shelf.fixes());
            left.values().stream().filter(p -> p.fix() != null).forEach(p -> fixes.put(p.key(), p.fix()));
            Map<String, KnownError> none = Map.of(); // shared codes are hints, which an import does not report
            Shelf all = new Shelf(fixes, none, vocabulary, shelf.unseen());
            int done = parsed.size();
            for (Map.Entry<LibraryService.Incoming, ParsedDocument> e : List.copyOf(left.entrySet())) {
                if (reject(e.getKey().path(), Reviewer.review(e.getValue(), all))) {
                    left.remove(e.getKey());
                }
                progress.at(++done, 2L * parsed.size());
            }
        } while (left.size() < before);
    }

    private boolean reject(String path, List<Problem> problems) {
        int before = rejected.size();
        problems.stream()
                .filter(Problem::stopsPublishing)
                .forEach(p -> rejected.add(new LibraryService.Rejected(path, p.line(), p.column(), p.message())));
        return rejected.size() > before;
    }

    /** What to write; empty if the stored text is the same and nothing is to be published. */
    private Optional<DocumentStore.Write> write(LibraryService.Incoming in, ParsedDocument p, boolean publish) {
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
