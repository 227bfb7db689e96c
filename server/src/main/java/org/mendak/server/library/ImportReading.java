package org.mendak.server.library;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
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

/** What comes in, read and judged: of one import, by one thread, and of no transaction. */
final class ImportReading {

    /** The path of the desk's words. */
    static final String WORDS = "library.yaml";

    private final Jobs.Progress progress;
    private final List<ImportService.Rejected> rejected;
    private final Map<ImportService.Incoming, ParsedDocument> parsed;
    private final String vocabularyText;
    private final Vocabulary vocabulary;

    /**
     * Reads documents.
     *
     * @param vocabularyText the desk's words; null if none come
     * @param rejectedBefore files that could not even be read
     */
    ImportReading(
            List<ImportService.Incoming> documents,
            String vocabularyText,
            List<ImportService.Rejected> rejectedBefore,
            Jobs.Progress progress) {
        this.progress = progress;
        this.rejected = new ArrayList<>(rejectedBefore);
        this.vocabularyText = vocabularyText;
        this.vocabulary = vocabularyText == null ? null : vocabulary(vocabularyText);
        this.parsed = parse(documents);
    }

    /** What could be read, in the order it came. */
    Map<ImportService.Incoming, ParsedDocument> parsed() {
        return parsed;
    }

    /** What is wrong with what came, as far as it was judged. */
    List<ImportService.Rejected> rejected() {
        return List.copyOf(rejected);
    }

    /** The desk's words that come; null if none do. */
    String vocabularyText() {
        return vocabularyText;
    }

    private Vocabulary vocabulary(String text) {
        Vocabulary.Read read = RunbookParser.vocabulary(text);
        reject(WORDS, read.problems());
        return read.vocabulary();
    }

    private Map<ImportService.Incoming, ParsedDocument> parse(List<ImportService.Incoming> documents) {
        Map<ImportService.Incoming, ParsedDocument> parsed = new LinkedHashMap<>();
        for (ImportService.Incoming in : documents) {
            if (in.text().length() > Limits.DOCUMENT_BYTES) {
                rejected.add(
                        new ImportService.Rejected(in.path(), 1, 1, "larger than " + Limits.DOCUMENT_BYTES + " bytes"));
            } else if (!in.key().matches("[a-z0-9][a-z0-9-]{0,99}")) {
                rejected.add(new ImportService.Rejected(
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
    void judge(Shelf shelf) {
        Map<ImportService.Incoming, ParsedDocument> left = new LinkedHashMap<>(parsed);
        int before;
        do {
            before = left.size();
            Map<String, Fix> fixes = new HashMap<>(shelf.fixes());
            left.values().stream().filter(p -> p.fix() != null).forEach(p -> fixes.put(p.key(), p.fix()));
            Map<String, KnownError> none = Map.of(); // shared codes are hints, which an import does not report
            Shelf all = new Shelf(fixes, none, vocabulary == null ? shelf.vocabulary() : vocabulary, shelf.unseen());
            int done = parsed.size();
            for (Map.Entry<ImportService.Incoming, ParsedDocument> e : List.copyOf(left.entrySet())) {
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
                .forEach(p -> rejected.add(new ImportService.Rejected(path, p.line(), p.column(), p.message())));
        return rejected.size() > before;
    }
}
