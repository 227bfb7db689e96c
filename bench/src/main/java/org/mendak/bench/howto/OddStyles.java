package org.mendak.bench.howto;

import static org.mendak.bench.howto.Styles.esc;
import static org.mendak.bench.howto.Styles.small;
import static org.mendak.bench.howto.Told.pick;

import java.util.List;
import java.util.Random;

/** The last that were written: of another kind again, and met when the reader had been mended for all the others. */
final class OddStyles {

    private OddStyles() {}

    static List<Style> all() {
        return List.of(
                new Style("numbers in numbers", true, OddStyles::numbers),
                new Style("a row for each way", true, OddStyles::rows),
                new Style("a thread of answers", true, OddStyles::thread),
                new Style("an outline by tabs", true, OddStyles::outline));
    }

    private static String numbers(Told t, Random r) {
        StringBuilder s =
                new StringBuilder("RUNBOOK: " + t.title() + "\nOwner: shore desk\nTrigger: \"" + t.message() + "\"\n");
        s.append(t.codes().isEmpty() ? "" : "Error codes: " + String.join("; ", t.codes()) + "\n")
                .append("\nActions:\n\n");
        for (int i = 0; i < t.ways().size(); i++) {
            Told.Way w = t.ways().get(i);
            s.append(i + 1)
                    .append(" ")
                    .append(w.title())
                    .append(w.minutes() > 0 ? " - " + w.minutes() + " minutes" : "")
                    .append('\n');
            s.append(w.why().isEmpty() ? "" : w.why() + "\n");
            for (int n = 0; n < w.steps().size(); n++) {
                Told.Step step = w.steps().get(n);
                s.append(i + 1)
                        .append('.')
                        .append(n + 1)
                        .append(' ')
                        .append(step.title())
                        .append('\n');
                s.append(step.prose().isEmpty() ? "" : step.prose() + "\n");
                step.commands().forEach(c -> s.append("CMD: ").append(c).append('\n'));
                step.cautions().forEach(c -> s.append("RISK: ").append(c).append('\n'));
                s.append(step.address().isEmpty() ? "" : "LINK: " + step.address() + "\n");
            }
            s.append('\n');
        }
        return s.append("Closing check: ").append(t.verify()).append('\n').toString();
    }

    private static String rows(Told t, Random r) {
        StringBuilder s =
                new StringBuilder("<h1>" + esc(t.title()) + "</h1><p>Error text: <b>" + esc(t.message()) + "</b></p>");
        s.append(t.codes().isEmpty() ? "" : "<p>Error codes: " + esc(String.join(", ", t.codes())) + "</p>");
        s.append("<table><tr><th>Remedy</th><th>Time</th><th>Steps</th></tr>");
        for (Told.Way w : t.ways()) {
            s.append("<tr><td>")
                    .append(esc(w.title()))
                    .append(w.why().isEmpty() ? "" : "<br><small>" + esc(w.why()) + "</small>");
            s.append("</td><td>")
                    .append(w.minutes() > 0 ? w.minutes() + " min" : "")
                    .append("</td><td><ul>");
            for (Told.Step step : w.steps()) {
                s.append("<li>")
                        .append(esc(step.title()))
                        .append(step.prose().isEmpty() ? "" : ". " + esc(step.prose()));
                step.commands().forEach(c -> s.append(" <kbd>").append(esc(c)).append("</kbd>"));
                s.append(
                        step.address().isEmpty()
                                ? ""
                                : " <a href=\"" + esc(step.address()) + "\">" + esc(step.link()) + "</a>");
                step.cautions()
                        .forEach(c ->
                                s.append("<br><strong>Attention:</strong> ").append(esc(c)));
                s.append("</li>");
            }
            s.append("</ul></td></tr>");
        }
        return s.append("</table><p>Test: ")
                .append(esc(t.verify()))
                .append("</p>")
                .toString();
    }

    private static String thread(Told t, Random r) {
        StringBuilder s =
                new StringBuilder("Re: " + t.title() + "\n\n> We get this here since Monday:\n> " + t.message() + "\n");
        s.append(t.codes().isEmpty() ? "" : "> Code was " + String.join(" or ", t.codes()) + ", if that helps.\n")
                .append('\n');
        for (int i = 0; i < t.ways().size(); i++) {
            Told.Way w = t.ways().get(i);
            s.append(i == 0 ? "Known here. Solved by this: " : "Did not work for us, what did was this: ")
                    .append(small(w.title()));
            s.append(w.minutes() > 0 ? ", took " + w.minutes() + " min" : "").append(".\n");
            s.append(w.why().isEmpty() ? "" : w.why() + "\n");
            for (Told.Step step : w.steps()) {
                s.append("- ")
                        .append(pick(new String[] {"", "then ", "and "}, r))
                        .append(small(step.title()))
                        .append('\n');
                s.append(step.prose().isEmpty() ? "" : "  " + step.prose() + "\n");
                step.commands().forEach(c -> s.append("  `").append(c).append("`\n"));
                s.append(step.address().isEmpty() ? "" : "  from " + step.address() + "\n");
                step.cautions()
                        .forEach(c -> s.append("  But careful, ").append(c).append('\n'));
            }
            s.append('\n');
        }
        return s.append("To see whether it worked: ")
                .append(small(t.verify()))
                .append('\n')
                .toString();
    }

    private static String outline(Told t, Random r) {
        StringBuilder s = new StringBuilder(t.title() + "\n\twhat you see\n\t\t" + t.message() + "\n");
        t.codes().forEach(c -> s.append("\t\tcode ").append(c).append('\n'));
        s.append("\twhat to do\n");
        for (Told.Way w : t.ways()) {
            s.append("\t\t")
                    .append(w.title())
                    .append(w.minutes() > 0 ? " (" + w.minutes() + " min)" : "")
                    .append('\n');
            for (Told.Step step : w.steps()) {
                s.append("\t\t\t").append(step.title()).append('\n');
                s.append(step.prose().isEmpty() ? "" : "\t\t\t\t" + step.prose() + "\n");
                step.commands().forEach(c -> s.append("\t\t\t\t").append(c).append('\n'));
                s.append(step.address().isEmpty() ? "" : "\t\t\t\t" + step.address() + "\n");
                step.cautions()
                        .forEach(c -> s.append("\t\t\t\tcareful: ").append(c).append('\n'));
            }
        }
        return s.append("\tcheck\n\t\t").append(t.verify()).append('\n').toString();
    }
}
