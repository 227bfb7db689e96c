package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.language.Condition;
import org.mendak.core.language.ProductRange;
import org.mendak.core.runbook.Outline.Field;

/** Where a word of the desk stands in a document, and the document with another name for it. */
public final class WordRenaming {

    private static final Pattern WHEN = Pattern.compile("(\\bwhen )`([^`]*)`");

    private final String group;
    private final String from;
    private final String to;
    private final Pattern placeholder;
    private final Pattern compared;
    /** Whether the document has a value of its own by this name: a fix's parameter is no fact. */
    private final boolean own;

    private final List<Edit> edits = new ArrayList<>();

    private WordRenaming(String group, String from, String to, boolean own) {
        this.group = group;
        this.from = from;
        this.to = to;
        this.own = own;
        placeholder = Pattern.compile("\\{" + Pattern.quote(from) + "(?=[}:])");
        compared = Pattern.compile("(\\bproduct\\s*!?=\\s*)(\"" + Pattern.quote(from) + "\"|" + Pattern.quote(from)
                + "(?![A-Za-z0-9_.-]))");
    }

    /**
     * A document in which a word is called otherwise, wherever it is read as that word. Linear in the document for every fifty places.
     *
     * @param group products, facts or needs
     * @return the text as it was if the word does not stand in it, with {@code refused} empty
     */
    public static Editing.Edited apply(DocumentKind kind, String text, String group, String from, String to) {
        List<Edit> edits = edits(kind, text, group, from, to);
        String now = text;
        for (int i = 0; i < edits.size(); i += Editing.MOST) {
            Editing.Edited e = Editing.apply(kind, now, edits.subList(i, Math.min(edits.size(), i + Editing.MOST)));
            if (!e.refused().isEmpty()) {
                return new Editing.Edited(text, List.of(), e.refused());
            }
            now = e.text();
        }
        return new Editing.Edited(now, List.of(), "");
    }

    /** Whether a word stands in a document. */
    public static boolean uses(DocumentKind kind, String text, String group, String name) {
        return !edits(kind, text, group, name, name + "-").isEmpty();
    }

    private static List<Edit> edits(DocumentKind kind, String text, String group, String from, String to) {
        Outline outline = Outline.of(kind, text);
        boolean own = group.equals("facts")
                && outline.head().stream()
                        .filter(f -> f.name().equals("parameters"))
                        .flatMap(f -> f.values().stream())
                        .anyMatch(p -> p.matches("[\"']?" + Pattern.quote(from) + "[\"']?\\s*:.*"));
        WordRenaming r = new WordRenaming(group, from, to, own);
        r.fields(List.of(), "", outline.head());
        r.parts(List.of(), outline.parts());
        return r.edits;
    }

    private void parts(List<Integer> above, List<Outline.Part> parts) {
        for (int i = 0; i < parts.size(); i++) {
            List<Integer> path = new ArrayList<>(above);
            path.add(i);
            fields(path, parts.get(i).keyword(), parts.get(i).fields());
            parts(path, parts.get(i).below());
        }
    }

    private void fields(List<Integer> path, String keyword, List<Field> fields) {
        for (Field f : fields) {
            List<String> now =
                    f.values().stream().map(v -> value(f, keyword, v)).toList();
            if (!now.equals(f.values())) {
                edits.add(new Edit.Put(path, f.name(), now));
            }
        }
    }

    private String value(Field f, String keyword, String value) {
        return switch (group) {
            case "products" -> product(f, value);
            case "needs" -> need(f, keyword, value);
            default -> fact(f, keyword, value);
        };
    }

    private String product(Field f, String value) {
        return switch (f.shape()) {
            case PRODUCTS -> {
                ProductRange range = ProductRange.parse(value).value();
                yield range != null && range.product().equals(from)
                        ? to + value.strip().substring(from.length())
                        : value;
            }
            case CONDITION -> compared.matcher(value).replaceAll("$1" + Matcher.quoteReplacement('"' + to + '"'));
            default -> value;
        };
    }

    private String need(Field f, String keyword, String value) {
        return switch (f.shape()) {
            case NEEDS -> value.equals(from) ? to : value;
            case CONDITION -> Condition.renamed(value, "need." + from, "need." + to);
            default -> whens(keyword, value, "need." + from, "need." + to);
        };
    }

    private String fact(Field f, String keyword, String value) {
        return switch (f.shape()) {
            case FACT, FACTS -> value.equals(from) ? to : value;
            case CONDITION -> Condition.renamed(value, from, to);
            case DAY, MINUTES, YES, CHOICE, FIX, FIXES, NEEDS, PRODUCTS, PAIRS -> value;
            default -> {
                String named = whens(keyword, value, from, to);
                yield own ? named : placeholder.matcher(named).replaceAll(Matcher.quoteReplacement("{" + to));
            }
        };
    }

    /** What is fetched says in its own line for which cases it is. */
    private static String whens(String keyword, String value, String from, String to) {
        return keyword.equals("Get")
                ? WHEN.matcher(value)
                        .replaceAll(m -> Matcher.quoteReplacement(
                                m.group(1) + "`" + Condition.renamed(m.group(2), from, to) + "`"))
                : value;
    }
}
