package org.mendak.bench.howto;

import static org.mendak.bench.howto.Styles.esc;
import static org.mendak.bench.howto.Styles.small;
import static org.mendak.bench.howto.Told.pick;

import java.util.List;
import java.util.Random;

/**
 * Styles that were written to be hard, after the reader had met all others: what marks a thing there stands otherwise here, or nothing
 * does.
 */
final class RoughStyles {

    private RoughStyles() {}

    static List<Style> all() {
        return List.of(
                new Style("questions and answers", true, RoughStyles::asked),
                new Style("steps as headings", true, RoughStyles::headings),
                new Style("polite prose without marks", true, RoughStyles::polite),
                new Style("tables and consoles", true, RoughStyles::consoles));
    }

    /** The ways are items, the steps are items below them; commands stand between single quotation marks. */
    private static String asked(Told t, Random r) {
        StringBuilder s = new StringBuilder("Q: " + t.title() + ". It says: '" + t.message() + "'");
        s.append(t.codes().isEmpty() ? "" : " [" + String.join(", ", t.codes()) + "]")
                .append(". What can I do?\n\n");
        s.append("A: Go through these one by one.\n\n");
        for (int i = 0; i < t.ways().size(); i++) {
            Told.Way w = t.ways().get(i);
            s.append(i + 1)
                    .append(". ")
                    .append(w.title())
                    .append(w.minutes() > 0 ? " [ca. " + w.minutes() + " min]" : "")
                    .append('\n');
            s.append(w.why().isEmpty() ? "" : "   " + w.why() + "\n");
            for (int n = 0; n < w.steps().size(); n++) {
                Told.Step step = w.steps().get(n);
                s.append("   ").append((char) ('a' + n)).append(". ").append(step.title());
                step.commands().forEach(c -> s.append(", enter '").append(c).append("'"));
                s.append(step.address().isEmpty() ? "" : " (" + step.address() + ")")
                        .append(".");
                s.append(step.prose().isEmpty() ? "" : " " + step.prose()).append('\n');
                step.cautions().forEach(c -> s.append("      NB: ").append(c).append('\n'));
            }
        }
        return s.append("\nQ: How do I know that it worked?\nA: ")
                .append(t.verify())
                .append('\n')
                .toString();
    }

    private static String headings(Told t, Random r) {
        StringBuilder s = new StringBuilder("<article><h2>" + esc(t.title()) + "</h2>\n<p>Text in the window: <i>"
                + esc(t.message()) + "</i></p>\n");
        s.append(t.codes().isEmpty() ? "" : "<p>" + esc(String.join(" / ", t.codes())) + "</p>\n");
        for (Told.Way w : t.ways()) {
            s.append("<h3>Fix: ").append(esc(w.title())).append("</h3>\n");
            s.append("<p>")
                    .append(esc(w.why()))
                    .append(w.minutes() > 0 ? " Plan " + w.minutes() + " minutes for it." : "")
                    .append("</p>\n");
            for (int n = 0; n < w.steps().size(); n++) {
                Told.Step step = w.steps().get(n);
                s.append("<h4>")
                        .append(n + 1)
                        .append(". ")
                        .append(esc(step.title()))
                        .append("</h4>\n");
                s.append(step.prose().isEmpty() ? "" : "<p>" + esc(step.prose()) + "</p>\n");
                step.cautions()
                        .forEach(c -> s.append("<p><em>Caution \u2013 ")
                                .append(esc(c))
                                .append("</em></p>\n"));
                if (!step.commands().isEmpty()) {
                    s.append("<pre class=\"console\">");
                    step.commands()
                            .forEach(c -> s.append("C:\\&gt; ").append(esc(c)).append("\nDone.\n"));
                    s.append("</pre>\n");
                }
                s.append(
                        step.address().isEmpty()
                                ? ""
                                : "<p>See <a href=\"" + esc(step.address()) + "\">" + esc(step.link()) + "</a>.</p>\n");
            }
        }
        return s.append("<h3>Afterwards</h3><p>")
                .append(esc(t.verify()))
                .append("</p></article>\n")
                .toString();
    }

    private static String polite(Told t, Random r) {
        StringBuilder s = new StringBuilder("Dear colleagues,\n\nplease find below how we deal with it when the "
                + small(t.title()) + ".\nThe message reads as follows:\n" + t.message() + "\n");
        s.append(t.codes().isEmpty() ? "" : "The code given is " + String.join(" or ", t.codes()) + ".\n")
                .append('\n');
        for (int i = 0; i < t.ways().size(); i++) {
            Told.Way w = t.ways().get(i);
            s.append(i == 0 ? "We suggest you begin as follows: " : "Should this not be enough, please ")
                    .append(small(w.title()))
                    .append(".\n");
            s.append(w.why().isEmpty() ? "" : w.why() + "\n");
            s.append(w.minutes() > 0 ? "You will need " + w.minutes() + " minutes.\n" : "");
            for (int n = 0; n < w.steps().size(); n++) {
                Told.Step step = w.steps().get(n);
                s.append(pick(new String[] {"You should now ", "Please ", "Now you can "}, r))
                        .append(small(step.title()))
                        .append(".\n");
                step.commands()
                        .forEach(c ->
                                s.append("Enter the following:\n").append(c).append('\n'));
                s.append(step.prose().isEmpty() ? "" : step.prose() + "\n");
                s.append(step.address().isEmpty() ? "" : "It can be found at " + step.address() + ".\n");
                step.cautions()
                        .forEach(c -> s.append("Please be aware: ").append(c).append(".\n"));
            }
            s.append('\n');
        }
        return s.append("In the end, please ")
                .append(small(t.verify()))
                .append("\n\nKind regards\nOda\n")
                .toString();
    }

    private static String consoles(Told t, Random r) {
        StringBuilder s = new StringBuilder("# Known issue: " + t.title() + "\n\n| Code | Message |\n|---|---|\n| "
                + String.join(", ", t.codes()) + " | " + t.message() + " |\n\n## Workarounds\n\n");
        for (Told.Way w : t.ways()) {
            s.append("### ").append(w.title()).append("\n\n");
            s.append(w.minutes() > 0 ? "_Effort: " + w.minutes() + " min_\n\n" : "")
                    .append(w.why().isEmpty() ? "" : w.why() + "\n\n");
            for (Told.Step step : w.steps()) {
                s.append("1. **").append(step.title()).append("**  \n");
                s.append(step.prose().isEmpty() ? "" : "   " + step.prose() + "\n");
                if (!step.commands().isEmpty()) {
                    s.append("\n   ```console\n");
                    step.commands()
                            .forEach(c -> s.append("   oda@shore:~$ ").append(c).append("\n   ok, 3 of 3\n"));
                    s.append("   ```\n");
                }
                step.cautions()
                        .forEach(c -> s.append("\n   :warning: ").append(c).append('\n'));
                s.append(step.address().isEmpty() ? "" : "\n   Available [here](" + step.address() + ")\n");
            }
            s.append('\n');
        }
        return s.append("## Did it work?\n\n").append(t.verify()).append('\n').toString();
    }
}
