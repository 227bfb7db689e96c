package org.mendak.server.cases.shown;

import java.io.IOException;
import java.io.Writer;
import java.util.List;
import org.mendak.server.cases.CaseViews;
import org.mendak.server.platform.Html;

/** Writes the page at the device. All of it works without scripts; what the script adds is kept text, and pictures. */
final class PageWriter {

    private static final String HEAD = """
            <!doctype html>
            <html lang="en">
            <head>
            <meta charset="utf-8">
            <meta name="viewport" content="width=device-width, initial-scale=1">
            <meta name="robots" content="noindex">
            <meta name="color-scheme" content="light dark">
            <title>At the device</title>
            <link rel="stylesheet" href="/line/line.css">
            <script type="module" src="/line/line.js"></script>
            </head>
            <body>
            """;

    private static final String FOOT = """
            <p id="state" role="status" aria-live="polite"></p>
            </body>
            </html>
            """;

    /** The most steps of which each has a stitch of its own; more are told by their number alone. */
    private static final int MOST_STITCHES = 24;

    private static final int MOST_CHOICES = 40;

    private final Html out;

    PageWriter(Writer to) {
        this.out = new Html(to);
    }

    void askForCode(String trouble) throws IOException {
        out.raw(HEAD).raw("<main data-state=\"code\">\n<h1>What to do, at the device</h1>\n");
        trouble(trouble);
        out.raw("""
                <form action="/show" method="get">
                <label for="code">The code that the desk told you</label>
                <input id="code" name="code" maxlength="20" autocapitalize="none" autocomplete="off" spellcheck="false" autofocus required>
                <button class="strong">Show it</button>
                </form>
                </main>
                """).raw(FOOT);
    }

    private void trouble(String text) throws IOException {
        if (!text.isEmpty()) {
            out.raw("<p class=\"trouble\" role=\"alert\">").text(text).raw("</p>\n");
        }
    }

    /**
     * A step, or what is tried again behind the last.
     *
     * @param trouble why an answer was refused; empty if none was
     * @param typed what was typed with it
     */
    void step(DevicePage p, String code, String trouble, String typed) throws IOException {
        String address = "/show/" + code.replaceAll("[^A-Za-z0-9]", "");
        out.raw(HEAD)
                .raw("<main data-state=\"step\" data-step=\"" + p.step() + "\" data-item=\"")
                .attribute(p.item() == null ? "" : p.item())
                .raw("\" data-code=\"" + address.substring(6) + "\">\n");
        seam(p);
        trouble(trouble);
        if (p.verify().isEmpty()) {
            instruction(p);
            answers(p, address, typed);
        } else {
            verify(p, address, typed);
        }
        sent(p.sent());
        out.raw("</main>\n").raw(FOOT);
    }

    private void seam(DevicePage p) throws IOException {
        out.raw("<p class=\"seam\">");
        for (int i = 1; p.steps() <= MOST_STITCHES && i <= p.steps(); i++) {
            out.raw("<i class=\"" + (i < p.step() ? "sewn" : i == p.step() ? "now" : "") + "\"></i>");
        }
        out.raw(p.step() > p.steps() ? " All steps are done" : " Step " + p.step() + " of " + p.steps())
                .raw("</p>\n");
    }

    private void instruction(DevicePage p) throws IOException {
        out.raw("<h1>").text(p.title()).raw("</h1>\n");
        if (p.item() != null) {
            out.raw("<p class=\"item\">Now: <b>").text(p.item()).raw("</b></p>\n");
        }
        line("Only if", p.when());
        for (String c : p.cautions()) {
            labelled("caution", "Take care", c);
        }
        out.prose(p.prose());
        for (CaseViews.ToGet g : p.gets()) {
            out.raw("<p>Get <b>")
                    .text(g.name())
                    .raw("</b>: <code>")
                    .text(g.address())
                    .raw("</code></p>\n");
        }
        if (!p.destroys().isEmpty()) {
            labelled("risk", "This destroys", p.destroys());
        }
        for (DevicePage.Command c : p.commands()) {
            out.prose(c.before())
                    .raw("<pre class=\"command\"><code>")
                    .text(c.text())
                    .raw("</code></pre>\n");
        }
        out.prose(p.behind());
        for (CaseViews.Prompt a : p.prompts()) {
            out.raw("<p>If it asks <code>")
                    .text(a.prompt())
                    .raw("</code> answer <b>")
                    .text(a.answer())
                    .raw("</b> ")
                    .text(a.why())
                    .raw("</p>\n");
        }
        if (p.gate().isEmpty()) {
            for (String e : p.expect()) {
                labelled("expect", "You should see", e);
            }
            labelled("expect", "It is done when", p.doneWhen());
        } else if (p.gate().equals("wait")) {
            out.raw("<p class=\"risk\">Please wait: the desk says this step when it has made sure of it.</p>\n");
        }
    }

    private void line(String label, String text) throws IOException {
        labelled("only", label, text);
    }

    private void labelled(String kind, String label, String text) throws IOException {
        if (!text.isEmpty()) {
            out.raw("<div class=\"" + kind + "\"><span class=\"label\">" + label + "</span> ")
                    .prose(text)
                    .raw("</div>\n");
        }
    }

    private void answers(DevicePage p, String address, String typed) throws IOException {
        for (DevicePage.Question q : p.questions()) {
            question(p, q, address);
        }
        if (p.gate().equals("read-out")) {
            words(p, address, "target", "Which one does the device show? Read it off the device itself.", "Send", "");
        } else if (p.gate().isEmpty()) {
            if (!p.wanted().isEmpty()) {
                out.raw("<p class=\"wanted\">The desk wants to know: <b>")
                        .text(String.join(", ", p.wanted()))
                        .raw("</b></p>\n");
            }
            if (!p.wanted().isEmpty() || !p.commands().isEmpty()) {
                words(p, address, "output", "What does it show?", "Send what it shows", typed);
            }
            if (p.sent().stream()
                    .anyMatch(s -> s.kind().equals("done") && s.state().equals("waiting"))) {
                out.raw("<p class=\"waits\">Done. The desk goes on with you in a moment.</p>\n");
            } else {
                tap(p, address, "done", null, "", p.item() == null ? "Done" : "Done with this one", "strong");
            }
        }
        other(p, address, "It shows something else");
    }

    private void question(DevicePage p, DevicePage.Question q, String address) throws IOException {
        out.raw("<div class=\"question\"><p>").text(q.text()).raw("</p>\n");
        if (q.answer() != null) {
            out.raw("<p>Answered: <b>").text(said(q.answer())).raw("</b></p>\n");
        } else {
            for (String c :
                    q.choices().subList(0, Math.min(MOST_CHOICES, q.choices().size()))) {
                tap(p, address, "answer", q.about(), c, c, "choice");
            }
            tap(p, address, "answer", q.about(), "dont-know", "I do not know", "choice");
        }
        out.raw("</div>\n");
    }

    private void verify(DevicePage p, String address, String typed) throws IOException {
        out.raw("<h1>Now try it again</h1>\n");
        for (String v : p.verify()) {
            out.prose(v);
        }
        tap(p, address, "works", null, "", "It works now", "strong");
        tap(p, address, "same", null, "", "It is as it was", "choice");
        if (!typed.isEmpty()) {
            words(p, address, "other", "It shows something else: what?", "Send", typed);
        } else {
            other(p, address, "It shows something else");
        }
    }

    private void other(DevicePage p, String address, String label) throws IOException {
        out.raw("<details><summary>" + label + "</summary>\n");
        words(p, address, "other", "What does it show, or what happened? In your own words.", "Send", "");
        out.raw("</details>\n<div class=\"picture\" hidden><input id=\"picture\" type=\"file\" accept=\"image/*\">"
                + "<label for=\"picture\">Send a picture of the screen</label></div>\n");
    }

    private void words(DevicePage p, String address, String kind, String label, String button, String typed)
            throws IOException {
        String id = kind + "-text";
        form(p, address, kind, null);
        out.raw("<label for=\"" + id + "\">" + label + "</label>\n<textarea id=\"" + id + "\" name=\"text\" rows=\"3\""
                        + " maxlength=\"" + DeviceAnswers.MOST_TEXT
                        + "\" autocapitalize=\"none\" autocomplete=\"off\" spellcheck=\"false\" required>")
                .text(typed)
                .raw("</textarea>\n<button>" + button + "</button>\n</form>\n");
    }

    private void tap(DevicePage p, String address, String kind, Integer about, String value, String label, String look)
            throws IOException {
        form(p, address, kind, about);
        if (!value.isEmpty()) {
            out.raw("<input type=\"hidden\" name=\"text\" value=\"")
                    .attribute(value)
                    .raw("\">");
        }
        out.raw("<button class=\"" + look + "\">").text(label).raw("</button></form>\n");
    }

    private void form(DevicePage p, String address, String kind, Integer about) throws IOException {
        out.raw("<form action=\"" + address + "\" method=\"post\" data-kind=\"" + kind + "\">"
                + "<input type=\"hidden\" name=\"kind\" value=\"" + kind + "\">"
                + "<input type=\"hidden\" name=\"step\" value=\"" + p.step() + "\">");
        if (p.item() != null) {
            out.raw("<input type=\"hidden\" name=\"item\" value=\"")
                    .attribute(p.item())
                    .raw("\">");
        }
        if (about != null) {
            out.raw("<input type=\"hidden\" name=\"about\" value=\"" + about + "\">");
        }
    }

    private void sent(List<DevicePage.Sent> all) throws IOException {
        if (all.isEmpty()) {
            return;
        }
        out.raw("<ul class=\"sent\">\n");
        for (DevicePage.Sent s : all) {
            out.raw("<li class=\"" + s.state() + "\">")
                    .text(what(s))
                    .raw("<span>" + became(s.state()) + "</span></li>\n");
        }
        out.raw("</ul>\n");
    }

    private static String what(DevicePage.Sent s) {
        return switch (s.kind()) {
            case "done" -> "Done";
            case "picture" -> "A picture";
            case "works" -> "It works now";
            case "same" -> "It is as it was";
            default -> "\u201c" + said(s.text()) + "\u201d";
        };
    }

    private static String said(String answer) {
        return answer.equals("dont-know") ? "I do not know" : answer;
    }

    private static String became(String state) {
        return switch (state) {
            case "taken" -> "the desk has it";
            case "dropped" -> "the desk goes on without it";
            default -> "sent; the desk sees it";
        };
    }
}
