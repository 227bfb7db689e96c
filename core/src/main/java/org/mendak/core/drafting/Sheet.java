package org.mendak.core.drafting;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Edit;
import org.mendak.core.runbook.Editing;

/** A document while it is drafted. What cannot be written as what it is stays in it as words: nothing is dropped. */
final class Sheet {

    private static final int TITLE = 200;

    private final DocumentKind kind;
    private String text;

    /**
     * Begins one.
     *
     * @param intro what stands before everything else
     * @param toCheck what is guessed
     */
    Sheet(DocumentKind kind, String key, String intro, List<String> toCheck) {
        this.kind = kind;
        StringBuilder s = new StringBuilder("---\n" + kind.word() + ": " + key + "\ntitle: \"\"\n---\n");
        s.append(plain(intro)).append('\n');
        toCheck.forEach(c -> s.append(s.charAt(s.length() - 2) == '\n' ? "" : "\n")
                .append("- To check: ")
                .append(plain(c))
                .append('\n'));
        text = s.toString().replace("\n\n\n", "\n\n");
    }

    String text() {
        return text;
    }

    /** Fills in a place of the head; what it does not take is left out. */
    void head(String field, String... values) {
        tried(new Edit.Put(List.of(), field, List.of(values)));
    }

    void title(String title) {
        String one = plain(title);
        head("title", one.length() > TITLE ? one.substring(0, TITLE) : one);
    }

    /** Adds a part in the one at the path; as words if it cannot be written as what it is meant. Answers whether it could. */
    boolean add(List<Integer> path, String what, String... fields) {
        Map<String, List<String>> map = new HashMap<>();
        StringBuilder words = new StringBuilder();
        for (int i = 0; i < fields.length; i += 2) {
            map.put(fields[i], List.of(fields[i + 1]));
            words.append(i > 0 ? ", " : "").append(fields[i + 1]);
        }
        if (tried(new Edit.Add(path, what, map))) {
            return true;
        }
        Map<String, List<String>> bare = new HashMap<>();
        map.forEach((k, v) -> bare.put(k, List.of(plain(v.get(0)))));
        if (!tried(new Edit.Add(path, what, bare))) {
            words(path, words.toString());
        }
        return false;
    }

    /** Adds words for people; where they would mean something, without the signs that do. */
    void words(List<Integer> path, String said) {
        if (!said.isBlank() && !tried(new Edit.Add(path, "Words", Map.of("words", List.of(said.strip()))))) {
            tried(new Edit.Add(path, "Words", Map.of("words", List.of("\u201c" + plain(said) + "\u201d"))));
        }
    }

    private boolean tried(Edit edit) {
        Editing.Edited e = Editing.apply(kind, text, List.of(edit));
        text = e.text();
        return e.refused().isEmpty();
    }

    /** In one line and without the signs that mean something in a document. */
    static String plain(String said) {
        return said.replaceAll("[\\p{Cntrl}\\s]+", " ")
                .replace('`', '\'')
                .replace("[", "(")
                .replace("]", ")")
                .replace("<", "\u2039")
                .replace(">", "\u203a")
                .strip()
                .replaceFirst("^[-+*#=~|_]+\\s*", "")
                .replaceFirst("^(\\d+)[.)]", "$1 ");
    }
}
