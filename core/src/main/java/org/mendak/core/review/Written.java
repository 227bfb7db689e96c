package org.mendak.core.review;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Edit;
import org.mendak.core.runbook.Editing;
import org.mendak.core.runbook.Outline;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.WordRenaming;

/** The text of a document that is judged, for what mends it. */
record Written(DocumentKind kind, String text) {

    private static final Pattern LINE_END = Pattern.compile("\r\n|\n|\r");

    /** A problem with the change that a new text makes; without one if the text would stay as it is. */
    Problem mended(Problem p, UnaryOperator<String> change) {
        String now = change.apply(text);
        if (now.equals(text)) {
            return p;
        }
        int from = 0;
        int most = Math.min(text.length(), now.length());
        while (from < most && text.charAt(from) == now.charAt(from)) {
            from++;
        }
        int behind = 0;
        while (behind < most - from
                && text.charAt(text.length() - 1 - behind) == now.charAt(now.length() - 1 - behind)) {
            behind++;
        }
        // a line end of two signs is not parted
        while (from > 0 && text.charAt(from - 1) == '\r') {
            from--;
        }
        int line = 1;
        int start = 0;
        Matcher m = LINE_END.matcher(text);
        while (m.find() && m.end() <= from) {
            line++;
            start = m.end();
        }
        return p.with(new Problem.Mend(
                line, from - start + 1, text.length() - behind - from, now.substring(from, now.length() - behind)));
    }

    /** The document with another name for a word of the desk. */
    UnaryOperator<String> renamed(String group, String from, String to) {
        return t -> WordRenaming.apply(kind, t, group, from, to).text();
    }

    /** The document with another value in its head. */
    UnaryOperator<String> head(String field, String value) {
        return t -> Editing.apply(kind, t, List.of(new Edit.Put(List.of(), field, List.of(value))))
                .text();
    }

    /** The fix with one more value that it is given; a word, until its author says otherwise. */
    UnaryOperator<String> handedIn(String name) {
        return t -> {
            List<String> values = new ArrayList<>(Outline.of(kind, t).head().stream()
                    .filter(f -> f.name().equals("parameters"))
                    .flatMap(f -> f.values().stream())
                    .toList());
            values.add(name + ": word");
            return Editing.apply(kind, t, List.of(new Edit.Put(List.of(), "parameters", values)))
                    .text();
        };
    }

    /** The document with its links to another fix. */
    UnaryOperator<String> linked(String from, String to) {
        return t -> t.replaceAll(
                "(\\]\\((?:\\.\\./fixes/|\\./)?)" + Pattern.quote(from) + "\\.md\\)",
                "$1" + Matcher.quoteReplacement(to) + ".md)");
    }

    /** The document with what is handed over behind a line under another name. */
    UnaryOperator<String> handed(int line, String from, String to) {
        return t -> {
            Matcher lines = Pattern.compile("(?m)^").matcher(t);
            int start = 0;
            for (int i = 1; lines.find() && i <= line; i++) {
                start = lines.start();
            }
            Matcher m = Pattern.compile("(?m)(^\\s*[-*] With: `\\s*)" + Pattern.quote(from) + "(?=\\s*=)")
                    .matcher(t);
            return m.find(start) ? t.substring(0, m.end(1)) + to + t.substring(m.end()) : t;
        };
    }

    /** The document with more below the item that stands at a line. */
    UnaryOperator<String> below(int line, List<Map.Entry<String, Map<String, List<String>>>> clauses) {
        return t -> {
            List<Integer> path = at(List.of(), Outline.of(kind, t).parts(), line);
            return path == null
                    ? t
                    : Editing.apply(
                                    kind,
                                    t,
                                    clauses.stream()
                                            .<Edit>map(c -> new Edit.Add(path, c.getKey(), c.getValue()))
                                            .toList())
                            .text();
        };
    }

    private static List<Integer> at(List<Integer> above, List<Outline.Part> parts, int line) {
        for (int i = 0; i < parts.size(); i++) {
            Outline.Part p = parts.get(i);
            List<Integer> path = new ArrayList<>(above);
            path.add(i);
            if (p.kind() == Outline.Kind.ITEM && p.line() == line) {
                return path;
            }
            List<Integer> below = at(path, p.below(), line);
            if (below != null) {
                return below;
            }
        }
        return null;
    }
}
