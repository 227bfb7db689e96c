package org.mendak.bench.howto;

import static org.mendak.bench.howto.Styles.esc;
import static org.mendak.bench.howto.Styles.small;
import static org.mendak.bench.howto.Told.pick;

import java.util.List;
import java.util.Random;

/** The styles that the reader met for the first time when it was done. */
final class HeldOutStyles {

    private HeldOutStyles() {}

    static List<Style> all() {
        return List.of(
                new Style("running prose", true, HeldOutStyles::prose),
                new Style("notes of one person", true, HeldOutStyles::notes),
                new Style("saved from a word processor", true, HeldOutStyles::flat),
                new Style("bold lines and bullets", true, HeldOutStyles::bold));
    }

    /** No lists: sentences one behind the other, commands between quotation marks or in backticks. */
    private static String prose(Told t, Random r) {
        StringBuilder s = new StringBuilder(t.title() + "\n\n");
        s.append("Callers report that the screen shows \"").append(t.message()).append("\"");
        s.append(t.codes().isEmpty() ? "" : " with the code " + String.join(" or ", t.codes()))
                .append(".\n\n");
        for (int i = 0; i < t.ways().size(); i++) {
            Told.Way w = t.ways().get(i);
            s.append(i == 0 ? "The first thing to do is to " : "If this does not solve it, ");
            s.append(small(w.title())).append('.');
            s.append(w.why().isEmpty() ? "" : " " + w.why());
            s.append(w.minutes() == 0 ? "" : " This takes " + w.minutes() + " minutes.")
                    .append('\n');
            for (int n = 0; n < w.steps().size(); n++) {
                Told.Step step = w.steps().get(n);
                s.append(
                        n == 0
                                ? step.title()
                                : pick(new String[] {"Then ", "Next, ", "After that "}, r) + small(step.title()));
                for (int c = 0; c < step.commands().size(); c++) {
                    s.append(c == 0 ? " by typing `" : " and then `")
                            .append(step.commands().get(c))
                            .append("`");
                }
                s.append(step.address().isEmpty() ? "" : " from " + step.address())
                        .append(".\n");
                s.append(step.prose().isEmpty() ? "" : step.prose() + "\n");
                step.cautions().forEach(c -> s.append("Be careful: ").append(c).append(".\n"));
            }
            s.append('\n');
        }
        return s.append("When all is done, ")
                .append(small(t.verify()))
                .append('\n')
                .toString();
    }

    private static String notes(Told t, Random r) {
        StringBuilder s = new StringBuilder(t.title() + "\n");
        t.codes().forEach(c -> s.append("err ").append(c).append('\n'));
        s.append("msg: ").append(t.message()).append("\n\n");
        for (int i = 0; i < t.ways().size(); i++) {
            Told.Way w = t.ways().get(i);
            s.append(i == 0 ? "try: " : "else: ").append(small(w.title()));
            s.append(w.minutes() > 0 ? " ~" + w.minutes() + "min" : "").append('\n');
            s.append(w.why().isEmpty() ? "" : "  (" + w.why() + ")\n");
            for (Told.Step step : w.steps()) {
                s.append("  -> ").append(small(step.title()));
                s.append(step.prose().isEmpty() ? "" : ", " + small(step.prose()))
                        .append('\n');
                step.commands().forEach(c -> s.append("     # ").append(c).append('\n'));
                s.append(step.address().isEmpty() ? "" : "     " + step.address() + "\n");
                step.cautions().forEach(c -> s.append("     !! ").append(c).append('\n'));
            }
        }
        return s.append("\nok if: ").append(small(t.verify())).append('\n').toString();
    }

    /** Paragraphs and nothing else: headings are bold, numbers are typed, commands stand in another font. */
    private static String flat(Told t, Random r) {
        StringBuilder s = new StringBuilder("<html><body>\n");
        p(s, "<b>" + esc(t.title()) + "</b>");
        p(s, "<b>Error message</b>");
        p(s, "\u201c" + esc(t.message()) + "\u201d");
        t.codes().forEach(c -> p(s, "Error number:&nbsp;" + esc(c)));
        for (int i = 0; i < t.ways().size(); i++) {
            Told.Way w = t.ways().get(i);
            p(s, "<b>" + (i + 1) + ". " + esc(w.title()) + "</b>");
            if (!w.why().isEmpty()) {
                p(s, "<i>" + esc(w.why()) + "</i>");
            }
            if (w.minutes() > 0) {
                p(s, "Approx. " + w.minutes() + " min.");
            }
            for (int n = 0; n < w.steps().size(); n++) {
                Told.Step step = w.steps().get(n);
                p(
                        s,
                        "&nbsp;&nbsp;" + (char) ('a' + n) + ")&nbsp;" + esc(step.title()) + ". " + esc(step.prose())
                                + (step.address().isEmpty()
                                        ? ""
                                        : " <a href='" + esc(step.address()) + "'>" + esc(step.link()) + "</a>"));
                step.commands().forEach(c -> p(s, "<font face='monospace'>" + esc(c) + "</font>"));
                step.cautions().forEach(c -> p(s, "<span style='color:red'>Important! " + esc(c) + "</span>"));
            }
        }
        p(s, "<b>Check</b>");
        p(s, esc(t.verify()));
        return s.append("</body></html>\n").toString();
    }

    private static void p(StringBuilder s, String inner) {
        s.append("<p class=\"body\">").append(inner).append("</p>\n");
    }

    private static String bold(Told t, Random r) {
        StringBuilder s = new StringBuilder("**" + t.title() + "**\n\n");
        s.append("Shows up as:\n> ").append(t.message()).append("\n\n");
        s.append(t.codes().isEmpty() ? "" : "Codes: " + String.join(", ", t.codes()) + "\n\n");
        for (Told.Way w : t.ways()) {
            s.append("**")
                    .append(w.title())
                    .append(w.minutes() > 0 ? " (" + w.minutes() + " min)" : "")
                    .append("**\n");
            s.append(w.why().isEmpty() ? "" : w.why() + "\n");
            for (Told.Step step : w.steps()) {
                s.append("- [ ] ").append(step.title());
                s.append(step.prose().isEmpty() ? "" : " \u2014 " + step.prose());
                if (!step.commands().isEmpty()) {
                    s.append(": run `")
                            .append(String.join("`, `", step.commands()))
                            .append("`");
                }
                s.append(step.address().isEmpty() ? "" : " <" + step.address() + ">")
                        .append('\n');
                step.cautions().forEach(c -> s.append("  - \u26a0 ").append(c).append('\n'));
            }
            s.append('\n');
        }
        return s.append("**Done?**\n").append(t.verify()).append('\n').toString();
    }
}
