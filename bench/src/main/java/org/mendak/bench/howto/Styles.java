package org.mendak.bench.howto;

import static org.mendak.bench.howto.Told.pick;

import java.util.List;
import java.util.Locale;
import java.util.Random;

/** The styles that were there while the reader was written. */
final class Styles {

    private Styles() {}

    static List<Style> all() {
        return List.of(
                new Style("wiki page", false, Styles::wiki),
                new Style("mail among colleagues", false, Styles::mail),
                new Style("page of a knowledge base", false, Styles::page),
                new Style("text file with underlines", false, Styles::underlined));
    }

    private static String wiki(Told t, Random r) {
        StringBuilder s = new StringBuilder("# " + t.title() + "\n\n");
        s.append("## ")
                .append(pick(new String[] {"Symptoms", "Problem", "What the user sees", "Error"}, r))
                .append("\n\n");
        s.append("The following message appears:\n\n```\n").append(t.message()).append("\n```\n\n");
        if (!t.codes().isEmpty()) {
            s.append("Error code: `").append(String.join("`, `", t.codes())).append("`\n\n");
        }
        if (!t.product().isEmpty()) {
            s.append("**Applies to:** ").append(t.product()).append("\n\n");
        }
        s.append("## Cause\n\nNot fully known, it began after the spring release.\n\n");
        for (int i = 0; i < t.ways().size(); i++) {
            Told.Way w = t.ways().get(i);
            s.append("## Solution ")
                    .append(i + 1)
                    .append(": ")
                    .append(w.title())
                    .append("\n\n");
            para(s, w.why());
            if (w.minutes() > 0) {
                s.append("Takes about ").append(w.minutes()).append(" minutes.\n\n");
            }
            int n = 1;
            for (Told.Step step : w.steps()) {
                s.append(n++).append(". ").append(step.title()).append('.');
                if (!step.prose().isEmpty()) {
                    s.append(' ').append(step.prose());
                }
                if (!step.address().isEmpty()) {
                    s.append(" Download: [")
                            .append(step.link())
                            .append("](")
                            .append(step.address())
                            .append(")");
                }
                s.append('\n');
                if (!step.commands().isEmpty()) {
                    s.append("   ```\n");
                    step.commands().forEach(c -> s.append("   ").append(c).append('\n'));
                    s.append("   ```\n");
                }
                step.cautions()
                        .forEach(c -> s.append("\n   > **Warning:** ").append(c).append('\n'));
            }
            s.append('\n');
        }
        return s.append("## Verification\n\n").append(t.verify()).append('\n').toString();
    }

    private static String mail(Told t, Random r) {
        StringBuilder s = new StringBuilder("Subject: " + t.title() + "\n\nHi all,\n\n");
        s.append("we had this again today. The screen says:\n\n    ")
                .append(t.message())
                .append("\n\n");
        if (!t.codes().isEmpty()) {
            s.append("(code ").append(String.join(" or ", t.codes())).append(")\n\n");
        }
        for (int i = 0; i < t.ways().size(); i++) {
            Told.Way w = t.ways().get(i);
            String title = small(w.title());
            s.append(
                    i == 0
                            ? pick(new String[] {"What helps: ", "First try this: ", "To fix it, "}, r)
                            : pick(
                                    new String[] {
                                        "If that does not help, ", "If it still fails, ", "Still the same? Then "
                                    },
                                    r));
            s.append(title);
            if (w.minutes() > 0) {
                s.append(" (").append(w.minutes()).append(" min)");
            }
            s.append(":\n");
            for (int n = 0; n < w.steps().size(); n++) {
                Told.Step step = w.steps().get(n);
                s.append("  ").append(n + 1).append(") ").append(step.title());
                s.append(step.prose().isEmpty() ? "" : ". " + step.prose()).append('\n');
                if (!step.address().isEmpty()) {
                    s.append("     get it from ").append(step.address()).append('\n');
                }
                step.commands().forEach(c -> s.append("       ").append(c).append('\n'));
                step.cautions()
                        .forEach(c -> s.append("     Careful: ").append(c).append('\n'));
            }
            s.append(w.why().isEmpty() ? "" : "  " + w.why() + "\n").append('\n');
        }
        return s.append("Afterwards check: ")
                .append(small(t.verify()))
                .append("\n\nRegards\nOda\n")
                .toString();
    }

    private static String page(Told t, Random r) {
        StringBuilder s = new StringBuilder("<!DOCTYPE html>\n<html><head><title>" + esc(t.title())
                + "</title><style>p { margin: 0 }</style></head><body>\n<h1>" + esc(t.title())
                + "</h1>\n<h2>Issue</h2>\n");
        s.append("<p>When it happens the user sees:</p>\n<pre>")
                .append(esc(t.message()))
                .append("</pre>\n");
        t.codes().forEach(c -> s.append("<p>Code <code>").append(esc(c)).append("</code></p>\n"));
        s.append("<h2>Resolution</h2>\n");
        for (int i = 0; i < t.ways().size(); i++) {
            Told.Way w = t.ways().get(i);
            if (t.ways().size() > 1) {
                s.append("<h3>Option ")
                        .append((char) ('A' + i))
                        .append(" \u2013 ")
                        .append(esc(w.title()))
                        .append("</h3>\n");
            } else {
                s.append("<h3>").append(esc(w.title())).append("</h3>\n");
            }
            if (w.minutes() > 0) {
                s.append("<p>Time needed: ").append(w.minutes()).append(" minutes</p>\n");
            }
            s.append(w.why().isEmpty() ? "" : "<p>" + esc(w.why()) + "</p>\n").append("<ol>\n");
            for (Told.Step step : w.steps()) {
                s.append("<li>").append(esc(step.title())).append(": ").append(esc(step.prose()));
                if (!step.address().isEmpty()) {
                    s.append(" <a href=\"")
                            .append(esc(step.address()))
                            .append("\">")
                            .append(esc(step.link()))
                            .append("</a>");
                }
                step.commands()
                        .forEach(c -> s.append("<br><code>").append(esc(c)).append("</code>"));
                step.cautions()
                        .forEach(c -> s.append("\n<div class=\"box warning\"><p>")
                                .append(esc(c))
                                .append("</p></div>"));
                s.append("</li>\n");
            }
            s.append("</ol>\n");
        }
        return s.append("<h2>How to verify</h2><p>")
                .append(esc(t.verify()))
                .append("</p>\n</body></html>\n")
                .toString();
    }

    private static String underlined(Told t, Random r) {
        StringBuilder s = new StringBuilder();
        head(s, t.title().toUpperCase(Locale.ROOT), '=');
        s.append("ERROR MESSAGE\n  \"").append(t.message()).append("\"\n\n");
        t.codes().forEach(c -> s.append("Code: ").append(c).append("\n\n"));
        for (int i = 0; i < t.ways().size(); i++) {
            Told.Way w = t.ways().get(i);
            head(s, "Method " + (i + 1) + ". " + w.title(), '-');
            if (w.minutes() > 0) {
                s.append("Duration: ").append(w.minutes()).append(" minutes\n\n");
            }
            para(s, w.why());
            for (Told.Step step : w.steps()) {
                s.append("* ")
                        .append(step.title())
                        .append(step.commands().isEmpty() ? "" : ":")
                        .append('\n');
                s.append(step.prose().isEmpty() ? "" : "  " + step.prose() + "\n");
                s.append(step.address().isEmpty() ? "" : "  " + step.link() + ": " + step.address() + "\n");
                step.commands().forEach(c -> s.append("\n      $ ").append(c).append('\n'));
                step.cautions()
                        .forEach(c -> s.append("\n  ATTENTION: ").append(c).append('\n'));
                s.append('\n');
            }
        }
        head(s, "Test", '-');
        return s.append(t.verify()).append('\n').toString();
    }

    private static void head(StringBuilder s, String title, char line) {
        s.append(title)
                .append('\n')
                .append(String.valueOf(line).repeat(title.length()))
                .append("\n\n");
    }

    private static void para(StringBuilder s, String text) {
        s.append(text.isEmpty() ? "" : text + "\n\n");
    }

    static String small(String text) {
        return text.isEmpty() ? "" : text.substring(0, 1).toLowerCase(Locale.ROOT) + text.substring(1);
    }

    static String esc(String text) {
        return text.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
    }
}
