package org.mendak.bench.howto;

import static org.mendak.bench.howto.Styles.esc;
import static org.mendak.bench.howto.Styles.small;

import java.util.List;
import java.util.Random;

/** The last four: what a desk's own way of writing may come to. What they gave when they were first read stands in docs/measurements.md. */
final class LastStyles {

    private LastStyles() {}

    static List<Style> all() {
        return List.of(
                new Style("short page of a team", true, LastStyles::team),
                new Style("quick and thorough", true, LastStyles::quick),
                new Style("you can try", true, LastStyles::reply),
                new Style("commands in brackets", true, LastStyles::brackets));
    }

    private static String team(Told t, Random r) {
        StringBuilder s = new StringBuilder(
                "## " + t.title() + "\n\n**What happens:** the window says *" + t.message() + "*\n\n");
        s.append(t.codes().isEmpty() ? "" : "**Error code:** " + String.join(", ", t.codes()) + "\n\n");
        for (int i = 0; i < t.ways().size(); i++) {
            Told.Way w = t.ways().get(i);
            s.append("#### Way ")
                    .append(i + 1)
                    .append(" \u2013 ")
                    .append(w.title())
                    .append('\n');
            s.append(w.minutes() > 0 ? "*approx. " + w.minutes() + " minutes*\n" : "")
                    .append('\n');
            s.append(w.why().isEmpty() ? "" : w.why() + "\n\n");
            for (int n = 0; n < w.steps().size(); n++) {
                Told.Step step = w.steps().get(n);
                s.append(n + 1).append(". ").append(step.title());
                step.commands().forEach(c -> s.append(" \u2192 `").append(c).append('`'));
                s.append('\n');
                s.append(step.prose().isEmpty() ? "" : "   " + step.prose() + "\n");
                step.cautions()
                        .forEach(c -> s.append("   **Attention:** ").append(c).append('\n'));
                s.append(step.address().isEmpty() ? "" : "   Link: [" + step.link() + "](" + step.address() + ")\n");
            }
            s.append('\n');
        }
        return s.append("#### How to check\n").append(t.verify()).append('\n').toString();
    }

    private static String quick(Told t, Random r) {
        StringBuilder s = new StringBuilder("<div class=\"page\"><h1>" + esc(t.title())
                + "</h1><h2>Overview</h2><p>The user is shown: &quot;" + esc(t.message()) + "&quot;.</p>");
        t.codes().forEach(c -> s.append("<p>Reference code: ").append(esc(c)).append("</p>"));
        String[] names = {"Quick fix", "Thorough fix", "Another fix", "Fix for the patient"};
        for (int i = 0; i < t.ways().size(); i++) {
            Told.Way w = t.ways().get(i);
            s.append("<h2>")
                    .append(names[Math.min(i, 3)])
                    .append(": ")
                    .append(esc(w.title()))
                    .append("</h2>");
            s.append(w.why().isEmpty() ? "" : "<p>" + esc(w.why()) + "</p>");
            s.append(w.minutes() > 0 ? "<p>Allow " + w.minutes() + " minutes.</p>" : "")
                    .append("<ol>");
            for (Told.Step step : w.steps()) {
                s.append("<li><p><strong>").append(esc(step.title())).append("</strong></p>");
                s.append(step.prose().isEmpty() ? "" : "<p>" + esc(step.prose()) + "</p>");
                step.commands()
                        .forEach(c -> s.append("<pre><code>").append(esc(c)).append("</code></pre>"));
                step.cautions()
                        .forEach(c -> s.append("<aside class=\"note\"><b>Careful</b> ")
                                .append(esc(c))
                                .append("</aside>"));
                s.append(
                        step.address().isEmpty()
                                ? ""
                                : "<p><a href=\"" + esc(step.address()) + "\">" + esc(step.link()) + "</a></p>");
                s.append("</li>");
            }
            s.append("</ol>");
        }
        return s.append("<h2>Confirm</h2><p>")
                .append(esc(t.verify()))
                .append("</p></div>")
                .toString();
    }

    private static String reply(Told t, Random r) {
        StringBuilder s = new StringBuilder("Hello Jon,\n\nyou asked about \"" + t.message() + "\"");
        s.append(t.codes().isEmpty() ? "" : " (error " + String.join(", error ", t.codes()) + ")")
                .append(".\n\n");
        for (int i = 0; i < t.ways().size(); i++) {
            Told.Way w = t.ways().get(i);
            s.append(i == 0 ? "You can try to " : "If that fails you can ").append(small(w.title()));
            s.append(w.minutes() > 0 ? " (takes " + w.minutes() + " minutes)" : "")
                    .append(":\n\n");
            for (Told.Step step : w.steps()) {
                s.append(" - ").append(step.title()).append('\n');
                step.commands().forEach(c -> s.append("     ").append(c).append('\n'));
                s.append(step.prose().isEmpty() ? "" : "   " + step.prose() + "\n");
                s.append(step.address().isEmpty() ? "" : "   You find it at " + step.address() + "\n");
                step.cautions()
                        .forEach(c -> s.append("   Please note: ").append(c).append('\n'));
            }
            s.append(w.why().isEmpty() ? "" : "\n" + w.why() + "\n").append('\n');
        }
        return s.append("Let me know whether it helped.\n\nOda\n").toString();
    }

    private static String brackets(Told t, Random r) {
        StringBuilder s = new StringBuilder(t.title() + "\n\nMessage on the screen: " + t.message() + "\n");
        t.codes().forEach(c -> s.append("Error: ").append(c).append('\n'));
        s.append('\n');
        for (int i = 0; i < t.ways().size(); i++) {
            Told.Way w = t.ways().get(i);
            s.append("Possibility ")
                    .append(i + 1)
                    .append(": ")
                    .append(w.title())
                    .append('\n');
            s.append(w.minutes() > 0 ? "Time: " + w.minutes() + " min\n" : "")
                    .append(w.why().isEmpty() ? "" : w.why() + "\n");
            for (int n = 0; n < w.steps().size(); n++) {
                Told.Step step = w.steps().get(n);
                s.append(n + 1).append(". ").append(step.title());
                s.append(step.commands().isEmpty() ? "" : " [" + String.join("] [", step.commands()) + "]")
                        .append('\n');
                s.append(step.prose().isEmpty() ? "" : step.prose() + "\n");
                s.append(step.address().isEmpty() ? "" : step.link() + ": " + step.address() + "\n");
                step.cautions().forEach(c -> s.append("Caution! ").append(c).append('\n'));
            }
            s.append('\n');
        }
        return s.append("Check: ").append(t.verify()).append('\n').toString();
    }
}
