package org.mendak.core.runbook;

import org.mendak.core.language.Template;

/**
 * What gives a known error away.
 *
 * @param text the code, template or words as written
 * @param template the compiled text of a message or supporting message; null for a code or symptom
 * @param line where it stands, from 1
 */
public record Signature(Kind kind, String text, Template template, int line) {

    /** What it says in words: the text, without placeholders. */
    public String words() {
        return template == null ? text : template.literals();
    }

    /** The kinds of signatures. */
    public enum Kind {
        CODE,
        MESSAGE,
        /** A message that adds weight and is never enough alone. */
        SUPPORTING,
        SYMPTOM
    }
}
