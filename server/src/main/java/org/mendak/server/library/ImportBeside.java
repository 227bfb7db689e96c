package org.mendak.server.library;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Tx;

/** What comes in beside what is there; nothing is stored. */
final class ImportBeside {

    private static final String WORDS = ImportReading.WORDS;

    private final Tx tx;
    private final DocumentStore store;

    ImportBeside(Tx tx, DocumentStore store) {
        this.tx = tx;
        this.store = store;
    }

    /** What would become of each file, in the order of their paths. */
    List<ImportService.Arriving> of(ImportReading reading, boolean publish) {
        Map<String, List<ImportService.Rejected>> bad =
                reading.rejected().stream().collect(Collectors.groupingBy(ImportService.Rejected::path));
        Map<String, ImportService.Arriving> all = new TreeMap<>();
        bad.forEach((path, why) ->
                all.put(path, new ImportService.Arriving(path, path, ImportService.Change.REFUSED, 0, 0, 0, why)));
        if (reading.vocabularyText() != null) {
            Optional<DocumentStore.Text> old = store.vocabulary(tx);
            all.put(
                    WORDS,
                    arriving(
                            WORDS,
                            WORDS,
                            old.map(DocumentStore.Text::text),
                            reading.vocabularyText(),
                            old.map(DocumentStore.Text::revision).orElse(0),
                            true,
                            bad.getOrDefault(WORDS, List.of())));
        }
        reading.parsed().forEach((in, p) -> {
            Optional<StoredDocument> old = store.find(tx, in.kind(), in.key());
            boolean seen =
                    old.filter(d -> d.visible() && d.published() == d.latest()).isPresent();
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
        });
        return List.copyOf(all.values());
    }

    private static ImportService.Arriving arriving(
            String path,
            String title,
            Optional<String> old,
            String text,
            int revision,
            boolean seen,
            List<ImportService.Rejected> problems) {
        Map<String, Integer> lines = new HashMap<>();
        old.stream().flatMap(String::lines).forEach(l -> lines.merge(l, 1, Integer::sum));
        int added = (int)
                text.lines().filter(l -> lines.merge(l, -1, Integer::sum) < 0).count();
        int removed = lines.values().stream().mapToInt(n -> Math.max(0, n)).sum();
        ImportService.Change change = !problems.isEmpty()
                ? ImportService.Change.REFUSED
                : old.isEmpty()
                        ? ImportService.Change.NEW
                        : old.get().equals(text) && seen ? ImportService.Change.SAME : ImportService.Change.CHANGED;
        return new ImportService.Arriving(path, title, change, revision, added, removed, problems);
    }

    /** The newest text that is there under a path of an import. */
    String there(String path) {
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
    void refuseChanged(List<ImportService.Chosen> chosen) {
        List<String> changed = chosen.stream()
                .filter(c -> revision(c.path()) != c.revision())
                .map(ImportService.Chosen::path)
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

    private int revision(String path) {
        return path.equals(WORDS)
                ? store.vocabulary(tx).map(DocumentStore.Text::revision).orElse(0)
                : named(path)
                        .flatMap(n -> store.find(tx, n.kind(), n.key()))
                        .map(StoredDocument::latest)
                        .orElse(0);
    }
}
