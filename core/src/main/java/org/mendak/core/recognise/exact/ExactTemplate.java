package org.mendak.core.recognise.exact;

import java.util.ArrayList;
import java.util.List;
import org.mendak.core.language.Template;
import org.mendak.core.recognise.words.PreparedText;

/** A template made ready for {@link ExactMatcher}: its literals without white space and quotation marks, in lower case. */
public final class ExactTemplate {

    /** A literal, squeezed, with whether something was left out at its edges; or a value. */
    record Part(String literal, boolean looseStart, boolean looseEnd, Template.Placeholder hole) {}

    final List<Part> parts;

    private ExactTemplate(List<Part> parts) {
        this.parts = parts;
    }

    public boolean startsWithValue() {
        return !parts.isEmpty() && parts.get(0).hole() != null;
    }

    /** Literals of blanks and quotation marks alone are kept, empty, only where they part two values. */
    public static ExactTemplate of(Template template) {
        List<Template.Part> raw = template.parts();
        List<Part> all = new ArrayList<>(raw.size());
        for (int i = 0; i < raw.size(); i++) {
            if (raw.get(i) instanceof Template.Literal l) {
                String text = l.text();
                String bare = PreparedText.squeeze(text);
                if (!bare.isEmpty() || i > 0 && i + 1 < raw.size()) {
                    boolean looseStart = PreparedText.isLeftOut(text.charAt(0));
                    boolean looseEnd = PreparedText.isLeftOut(text.charAt(text.length() - 1));
                    all.add(new Part(bare, looseStart, looseEnd, null));
                }
            } else {
                all.add(new Part(null, false, false, (Template.Placeholder) raw.get(i)));
            }
        }
        return new ExactTemplate(all);
    }
}
