package org.mendak.core.runbook;

import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.language.Facts;
import org.mendak.core.language.Template;
import org.mendak.core.language.Titles;

/** Texts of documents for people to read: where a value goes its title stands, in angle marks, and no placeholder. */
public final class WithTitles {

    private static final Pattern PLACE = Pattern.compile("(?<!\\$)\\{([A-Za-z_][A-Za-z0-9_.-]*)(?::[a-z]+)?\\}");

    private WithTitles() {}

    /** A template's words with the titles of its values; doubled braces are single ones. */
    public static String template(Template template, Titles titles) {
        StringBuilder s = new StringBuilder();
        for (Template.Part p : template.parts()) {
            s.append(p instanceof Template.Literal l ? l.text() : mark(titles.of(((Template.Placeholder) p).name())));
        }
        return s.toString();
    }

    /**
     * A command or prose: declared names are filled with what is known, else called by their titles; other braces stay.
     *
     * @param declared the names that stand for values
     * @param known their values, by name; may be empty
     */
    public static String text(String text, Set<String> declared, Map<String, String> known, Titles titles) {
        if (text.indexOf('{') < 0) {
            return text;
        }
        Matcher m = PLACE.matcher(text);
        StringBuilder s = new StringBuilder();
        while (m.find()) {
            String name = m.group(1);
            String value = known.get(name);
            String shown = !declared.contains(name) ? m.group() : Facts.isValue(value) ? value : mark(titles.of(name));
            m.appendReplacement(s, Matcher.quoteReplacement(shown));
        }
        m.appendTail(s);
        return s.toString();
    }

    private static String mark(String title) {
        return "\u2039" + title + "\u203a";
    }
}
