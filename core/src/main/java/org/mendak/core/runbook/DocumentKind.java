package org.mendak.core.runbook;

import java.util.Arrays;
import java.util.Optional;

/** The kinds of runbook documents. */
public enum DocumentKind {
    /** A known error: how to recognise it and what to try. */
    ERROR("error", "errors"),
    /** A fix: one reusable way to repair something. */
    FIX("fix", "fixes");

    private final String word;
    private final String folder;

    DocumentKind(String word, String folder) {
        this.word = word;
        this.folder = folder;
    }

    /** The head's key that names the document. */
    public String word() {
        return word;
    }

    /** The folder such documents lie in. */
    public String folder() {
        return folder;
    }

    /** The kind whose documents lie in this folder; empty for no such. */
    public static Optional<DocumentKind> ofFolder(String folder) {
        return Arrays.stream(values()).filter(k -> k.folder.equals(folder)).findFirst();
    }
}
