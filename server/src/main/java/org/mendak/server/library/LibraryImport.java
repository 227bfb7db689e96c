package org.mendak.server.library;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.mendak.core.review.Reviewer;
import org.mendak.core.review.Shelf;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.server.platform.Jobs;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Tx;

/** One run of an import inside one transaction. */
final class LibraryImport {

    /** The path of the desk's words. */
    private static final String WORDS = "library.yaml";

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
            storeAll(writes, vocabularyText != null && !bad.contains(WORDS) ? vocabularyText : null);
            stored.run();
        }
        return new LibraryService.Imported(created, writes.size() - created, unchanged, rejected);
    }

    /** The same without storing anything: what would become of each file. */
    List<LibraryService.Arriving> compare(
            Shelf shelf,
            List<LibraryService.Incoming> documents,
            String vocabularyText,
            List<LibraryService.Rejected> rejectedBefore,
            boolean publish) {
        rejected.addAll(rejectedBefore);
        Vocabulary vocabulary = vocabularyText == null ? shelf.vocabulary() : vocabulary(vocabularyText);
        Map<LibraryService.Incoming, ParsedDocument> parsed = parse(documents);
        judge(shelf, vocabulary, parsed);
        Map<String, List<LibraryService.Rejected>> bad =
                rejected.stream().collect(Collectors.groupingBy(LibraryService.Rejected::path));
        Map<String, LibraryService.Arriving> all = new TreeMap<>();
        bad.forEach((path, why) -> all.put(
                path, new LibraryService.Arriving(path, path, LibraryService.Change.REFUSED, 0, false, 0, 0, why)));
        if (vocabularyText != null) {
            Optional<DocumentStore.Text> old = store.vocabulary(tx);
            all.put(
                    WORDS,
                    arriving(
                            WORDS,
                            WORDS,
                            old.map(DocumentStore.Text::text),
                            vocabularyText,
                            old.map(DocumentStore.Text::revision).orElse(0),
                            true,
                            bad.getOrDefault(WORDS, List.of())));
        }
        for (LibraryService.Incoming in : documents) {
            ParsedDocument p = parsed.get(in);
            if (p != null) {
                Optional<StoredDocument> old = store.find(tx, in.kind(), in.key());
                boolean seen = old.filter(d -> d.visible() && d.published() == d.latest())
                        .isPresent();
                all.put(
                        in.path(),
                        arriving(
                                in.path(),
                                p.title(),
                                old.flatMap(d -> store.text(tx, in.kind().word(), in.key(), d.latest())),
                                in.text(),
                                old.map(StoredDocument::latest).orElse(0),
                                seen || !publish,
                                bad.getOrDefault(in.path(), List.of())));
            }
        }
        return List.copyOf(all.values());
    }

    private static LibraryService.Arriving arriving(
            String path,
            String title,
            Optional<String> old,
            String text,
            int revision,
            boolean seen,
            List<LibraryService.Rejected> problems) {
        Map<String, Integer> lines = new HashMap<>();
        old.stream().flatMap(String::lines).forEach(l -> lines.merge(l, 1, Integer::sum));
        int added = (int)
                text.lines().filter(l -> lines.merge(l, -1, Integer::sum) < 0).count();
        int removed = lines.values().stream().mapToInt(n -> Math.max(0, n)).sum();
        LibraryService.Change change = !problems.isEmpty()
                ? LibraryService.Change.REFUSED
                : old.isEmpty()
                        ? LibraryService.Change.NEW
                        : old.get().equals(text) && seen ? LibraryService.Change.SAME : LibraryService.Change.CHANGED;
        return new LibraryService.Arriving(
                path, title, change, revision, old.isPresent() && seen, added, removed, problems);
    }

    /** The newest text that is there under a path of an import. */
    static String there(Tx tx, DocumentStore store, String path) {
        return path.equals(WORDS)
                ? store.vocabulary(tx).map(DocumentStore.Text::text).orElse("")
                : named(path)
                        .flatMap(n -> store.find(tx, n.kind(), n.key())
                                .flatMap(d -> store.text(tx, n.kind().word(), n.key(), d.latest())))
                        .orElse("");
    }

    private record Name(DocumentKind kind, String key) {}

    private static Optional<Name> named(String path) {
        int slash = path.indexOf('/');
        return slash < 0 || !path.endsWith(".md")
                ? Optional.empty()
                : DocumentKind.ofFolder(path.substring(0, slash))
                        .map(kind -> new Name(kind, path.substring(slash + 1, path.length() - 3)));
    }

    /** Refuses what was changed since it was seen. */
    static void refuseChanged(Tx tx, DocumentStore store, List<LibraryService.Chosen> chosen) {
        List<String> changed = chosen.stream()
                .filter(c -> revision(tx, store, c.path()) != c.revision())
                .map(LibraryService.Chosen::path)
                .toList();
        if (!changed.isEmpty()) {
            throw Refusal.conflict(
                    "Changed here since you looked: "
                            + String.join(", ", changed.subList(0, Math.min(5, changed.size())))
                            + (changed.size() > 5 ? " and " + (changed.size() - 5) + " more" : "")
                            + ". Nothing was stored; look again.",
                    Map.of("paths", changed));
        }
    }

    private static int revision(Tx tx, DocumentStore store, String path) {
        return path.equals(WORDS)
                ? store.vocabulary(tx).map(DocumentStore.Text::revision).orElse(0)
                : named(path)
                        .flatMap(n -> store.find(tx, n.kind(), n.key()))
                        .map(StoredDocument::latest)
                        .orElse(0);
    }

    private Vocabulary vocabulary(String text) {
        Vocabulary.Read read = RunbookParser.vocabulary(text);
        reject(WORDS, read.problems());
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
