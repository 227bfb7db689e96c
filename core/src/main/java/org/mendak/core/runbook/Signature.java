package org.mendak.core.runbook;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.language.Template;

/**
 * What gives a known error away.
 *
 * @param text the code, template or words as written
 * @param template the compiled text of a message or supporting message; null for a code or symptom
 * @param line where it stands, from 1
 * @param called what its values are called, in the order of the template's names; may be shorter or empty
 */
public record Signature(Kind kind, String text, Template template, int line, List<String> called) {

    public Signature {
        called = List.copyOf(called);
    }

    /** One whose values are called by their names. */
    public Signature(Kind kind, String text, Template template, int line) {
        this(kind, text, template, line, List.of());
    }

    /** What its values are called, by name; those that the author gave no title are missing. */
    public Map<String, String> titles() {
        Map<String, String> titles = new LinkedHashMap<>();
        if (template != null) {
            int i = 0;
            for (String name : template.names().keySet()) {
                if (i < called.size()) {
                    titles.put(name, called.get(i));
                }
                i++;
            }
        }
        return titles;
    }

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
