package org.mendak.core.drafting;

import java.util.List;
import org.mendak.core.runbook.DocumentKind;

/**
 * What cases taught: a known error and the fixes that it tries.
 *
 * @param fixes those that worked most often first; empty if nothing worked
 */
public record Drafted(Document error, List<Document> fixes) {

    public Drafted {
        fixes = List.copyOf(fixes);
    }

    /** A document that nobody has read yet; without errors, with what is to be checked said in it. */
    public record Document(DocumentKind kind, String key, String title, String text) {}
}
