package org.mendak.core.howto;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.mendak.core.runbook.DocumentKind;

/** A document line by line. Whatever words are put into it mean nothing but themselves. */
final class Page {

    private static final Pattern KEPT =
            Pattern.compile("`[^`\\n]+`|\\[[^\\[\\]\\n]+]\\([a-zA-Z][a-zA-Z0-9+.-]*:[^\\s()]+\\)");
    private static final Pattern START = Pattern.compile("^(?:(\\d{1,9})([.)])(?=\\s|$)|([#>|~=+-]))");

    private final StringBuilder head = new StringBuilder();
    /** What stands before the first section, and then what stands in each: by order, with its heading first. */
    private final List<List<String>> sections = new ArrayList<>();

    private final Map<String, Integer> there = new HashMap<>();

    private final DocumentKind kind;

    Page(DocumentKind kind, String key, String title) {
        this.kind = kind;
        head.append("---\n").append(kind.word()).append(": ").append(key).append('\n');
        one("title", "\"" + title.replace("\\", "\\\\").replace("\"", "\\\"") + "\"");
        count(title);
        sections.add(new ArrayList<>());
    }

    void one(String field, String value) {
        head.append(field).append(": ").append(value).append('\n');
    }

    void list(String field, List<String> values) {
        if (!values.isEmpty()) {
            one(field, values.stream().map(v -> "\"" + v + "\"").collect(Collectors.joining(", ", "[", "]")));
        }
    }

    /** Where it comes from, and what is to be checked. */
    void intro(String source, List<String> check) {
        // words of our own: they stand for none of the how-to's
        here().add("Brought in from " + escaped(plain(source)) + ".");
        here().add("");
        check.forEach(c -> here().add("- To check: " + c));
        here().add("");
    }

    private List<String> here() {
        return sections.get(sections.size() - 1);
    }

    private void put(String line) {
        here().add(line);
        count(line);
    }

    /** Takes words for standing here. */
    void stands(String said) {
        count(said);
    }

    private void count(String said) {
        Words.of(said).forEach(w -> there.merge(w, 1, Integer::sum));
    }

    /** A section of the language, whose name is no word of the how-to. */
    void part(String name) {
        sections.add(new ArrayList<>());
        here().add("## " + name);
    }

    void section(String heading) {
        sections.add(new ArrayList<>());
        put("## " + heading);
    }

    void words(String said) {
        if (!said.isBlank()) {
            gap();
            put(escaped(oneLine(said)));
            here().add("");
        }
    }

    /** Words at the end of what stands before the first section. */
    void inIntro(String said) {
        List<String> into = sections.get(0);
        if (!into.isEmpty() && !into.get(into.size() - 1).isEmpty()) {
            into.add("");
        }
        for (String line : said.lines().toList()) {
            if (!line.isBlank()) {
                into.add(escaped(oneLine(line)));
                into.add("");
            }
        }
    }

    void clause(String keyword, String value) {
        here().add("- " + keyword + ": " + value);
        count(value);
    }

    void item(int number, String text) {
        here().add(number + ". " + text);
        count(text);
    }

    void under(String keyword, String value) {
        here().add("   - " + keyword + (value == null ? "" : ": " + value));
    }

    void fence(String language, String command) {
        int ticks = 3;
        Matcher m = Pattern.compile("`+").matcher(command);
        while (m.find()) {
            ticks = Math.max(ticks, m.group().length() + 1);
        }
        gap();
        here().add("`".repeat(ticks) + language);
        command.lines().forEach(this::put);
        here().add("`".repeat(ticks));
    }

    /** An empty line before words and fences, but behind a heading. */
    private void gap() {
        String last = here().isEmpty() ? "" : here().get(here().size() - 1);
        if (!last.isEmpty() && !last.startsWith("## ")) {
            here().add("");
        }
    }

    /** Whether words of it do not stand here yet; those that do are taken for its. */
    boolean lacks(String said) {
        boolean lacks = false;
        for (String w : Words.of(said)) {
            int n = there.getOrDefault(w, 0);
            lacks |= n == 0;
            there.put(w, Math.max(0, n - 1));
        }
        return lacks;
    }

    String text() {
        StringBuilder s = new StringBuilder(head).append("---\n");
        for (List<String> section : sections) {
            if (section.size() == 1 && kind == DocumentKind.ERROR) {
                continue; // nothing stands in it
            }
            s.append(section == sections.get(0) ? "" : "\n");
            s.append(String.join("\n", section).strip()).append("\n");
        }
        return s.toString().replaceAll("\n{3,}", "\n\n");
    }

    static String oneLine(String said) {
        return said.replaceAll("[\\p{Cntrl}\\s]+", " ").strip();
    }

    /** Words in which nothing means anything: code spans and links stay what they are, every other sign is its own. */
    static String escaped(String said) {
        StringBuilder s = new StringBuilder();
        Matcher kept = KEPT.matcher(said);
        int at = 0;
        while (kept.find()) {
            s.append(signs(said.substring(at, kept.start()))).append(kept.group());
            at = kept.end();
        }
        s.append(signs(said.substring(at)));
        Matcher start = START.matcher(s);
        if (start.find()) {
            return start.group(1) != null ? start.group(1) + "\\" + s.substring(start.end(1)) : "\\" + s;
        }
        return s.toString();
    }

    private static String signs(String text) {
        return text.replace("\\", "\\\\")
                .replace("`", "'")
                .replace("<", "\\<")
                .replace("*", "\\*")
                .replace("_", "\\_")
                .replace("[", "\\[")
                .replace("&", "\\&");
    }

    /** A title without signs that mean something in a link. */
    static String plain(String title) {
        return oneLine(title)
                .replace("\\", "/")
                .replace("[", "(")
                .replace("]", ")")
                .replace("`", "'");
    }

    static String heading(String title) {
        String heading = escaped(plain(title)).replaceFirst("(?:^|\\s)#+$", "").strip();
        return heading.isEmpty() ? "Step" : heading;
    }

    /** A code span; backticks within are taken into account. */
    static String code(String text) {
        String one = oneLine(text);
        if (one.indexOf('`') < 0) {
            return "`" + one + "`";
        }
        return "`` " + one.replace("``", "' '") + " ``";
    }
}
