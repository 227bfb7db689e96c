package org.mendak.core.runbook;

import java.util.List;

/**
 * What came of reading a document. A half-typed one still has as much of a model as could be read.
 *
 * @param error the known error; null if this is a fix, or the head cannot be read at all
 * @param fix the fix; null if this is a known error, or the head cannot be read at all
 * @param problems what is to be mended, by line and column
 */
public record ParsedDocument(DocumentKind kind, String key, KnownError error, Fix fix, List<Problem> problems) {
    public ParsedDocument {
        problems = List.copyOf(problems);
    }

    /** Whether nothing stops this from being published. */
    public boolean publishable() {
        return problems.stream().noneMatch(Problem::stopsPublishing) && (error != null || fix != null);
    }

    /** The document's title; its key if the head has none. */
    public String title() {
        String t = error != null ? error.title() : fix != null ? fix.title() : "";
        return t.isEmpty() ? key : t;
    }
}
