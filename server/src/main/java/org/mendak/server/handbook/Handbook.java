package org.mendak.server.handbook;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.library.Library;
import org.mendak.server.library.Sheets;
import org.mendak.server.platform.Html;

/** Writes the handbook, sheet after sheet, so that no library is too large for the memory. */
final class Handbook {

    private static final String OTHERS = "Everything else";

    private final Library library;
    private final Html out;

    private Handbook(Library library, Html out) {
        this.library = library;
        this.out = out;
    }

    /**
     * Writes all of it.
     *
     * @param day the day that it says it is of
     */
    static void write(Library library, LocalDate day, Writer to) throws IOException {
        new Handbook(library, new Html(to)).all(day);
    }

    private void all(LocalDate day) throws IOException {
        List<KnownError> errors = library.errors().values().stream()
                .sorted(Comparator.comparing(KnownError::title, String.CASE_INSENSITIVE_ORDER))
                .toList();
        List<Fix> fixes = library.fixes().values().stream()
                .sorted(Comparator.comparing(Fix::title, String.CASE_INSENSITIVE_ORDER))
                .toList();
        out.raw("<!doctype html>\n<html lang=\"en\">\n<head>\n<meta charset=\"utf-8\">\n"
                + "<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">\n"
                // it asks for nothing and sends nothing, whatever somebody wrote into a document
                + "<meta http-equiv=\"Content-Security-Policy\" content=\"default-src 'none'; style-src 'unsafe-inline';"
                + " script-src 'unsafe-inline'; base-uri 'none'; form-action 'none'\">\n"
                + "<title>Handbook of " + day + "</title>\n<style>\n");
        out.raw(resource("handbook.css"));
        out.raw(
                "</style>\n</head>\n<body>\n<header>\n<h1>Handbook</h1>\n<p class=\"soft\">" + errors.size()
                        + " known errors and " + fixes.size() + " fixes as they were on " + day + "</p>\n"
                        + "<label for=\"look\">Find</label>\n<input id=\"look\" type=\"search\" autocomplete=\"off\""
                        + " placeholder=\"what did it say? a word, a code\">\n<p id=\"count\" class=\"soft\" role=\"status\"></p>\n</header>\n");
        contents(errors);
        out.raw("<main>\n");
        for (KnownError e : errors) {
            error(Sheets.sheet(e, library));
        }
        Map<String, List<KnownError>> users = library.triedBy();
        for (Fix f : fixes) {
            fix(Sheets.sheet(f, library, users.getOrDefault(f.key(), List.of())));
        }
        out.raw("</main>\n<script>\n");
        out.raw(resource("handbook.js"));
        out.raw("</script>\n</body>\n</html>\n");
    }

    private void contents(List<KnownError> errors) throws IOException {
        Map<String, List<KnownError>> byProduct = new TreeMap<>();
        for (KnownError e : errors) {
            List<String> products =
                    e.products().stream().map(p -> p.product()).distinct().toList();
            (products.isEmpty() ? List.of(OTHERS) : products)
                    .forEach(p ->
                            byProduct.computeIfAbsent(p, k -> new ArrayList<>()).add(e));
        }
        out.raw("<nav aria-label=\"Contents\">\n");
        for (Map.Entry<String, List<KnownError>> p : byProduct.entrySet()) {
            out.raw("<h2>").text(p.getKey()).raw("</h2>\n<ul>\n");
            for (KnownError e : p.getValue()) {
                out.raw("<li>").link("errors", e.key(), e.title()).raw("</li>\n");
            }
            out.raw("</ul>\n");
        }
        out.raw("</nav>\n");
    }

    private void error(Sheets.ErrorSheet s) throws IOException {
        out.raw("<article id=\"")
                .attribute("errors/" + s.key())
                .raw("\">\n<h2>")
                .text(s.title())
                .raw("</h2>\n");
        String where = String.join(" · ", concat(s.products(), s.phases()));
        if (!where.isEmpty()) {
            out.raw("<p class=\"soft\">").text(where).raw("</p>\n");
        }
        for (Sheets.SectionLine section : s.sections()) {
            if (!section.title().isEmpty()) {
                out.raw("<h3>").text(section.title()).raw("</h3>\n");
            }
            parts(section.parts(), item -> item(s, section.title(), item));
        }
        out.raw("</article>\n");
    }

    private interface Item {
        void write(Sheets.PartLine item) throws IOException;
    }

    /** An item of a section's list: a question, a fix to try, one that is ruled out, or a check. */
    private void item(Sheets.ErrorSheet s, String section, Sheets.PartLine item) throws IOException {
        int i = item.index();
        if (section.equals("Try") && i < s.tries().size()) {
            Sheets.TryLine t = s.tries().get(i);
            out.link("fixes", t.fix(), t.title());
            out.raw(" <span class=\"soft\">").text(told(t)).raw("</span>");
        } else if (section.equals("Ruled out") && i < s.ruledOut().size()) {
            Sheets.RuledOutLine r = s.ruledOut().get(i);
            out.link("fixes", r.fix(), r.title());
            out.raw(": ").prose(r.reason());
        } else if (section.equals("Ask") && i < s.questions().size()) {
            Sheets.QuestionLine q = s.questions().get(i);
            out.text(q.text());
            if (!q.choices().isEmpty()) {
                out.raw(" <span class=\"soft\">")
                        .text(String.join(" / ", q.choices()))
                        .raw("</span>");
            }
            if (!q.run().isEmpty()) {
                out.command(q.run());
            }
        } else if (section.equals("Verify") && i < s.verify().size()) {
            out.prose(s.verify().get(i).text());
        } else {
            out.prose(item.text());
        }
        parts(item.below(), below -> out.prose(below.text()));
    }

    /** What is known of a fix there; for whom it is, and that it is a last resort, is written below it. */
    private static String told(Sheets.TryLine t) {
        List<String> told = new ArrayList<>();
        if (t.minutes() > 0) {
            told.add(minutes(t.minutes()));
        }
        if (!t.risk().equals("safe")) {
            told.add(t.risk());
        }
        if (t.workaround()) {
            told.add("a workaround");
        }
        return String.join(" · ", told);
    }

    private static String minutes(double m) {
        return (m == Math.rint(m) ? String.valueOf((long) m) : String.valueOf(m)) + " min";
    }

    private void fix(Sheets.FixSheet s) throws IOException {
        out.raw("<article id=\"")
                .attribute("fixes/" + s.key())
                .raw("\">\n<h2>")
                .text(s.title())
                .raw("</h2>\n");
        List<String> told = new ArrayList<>(List.of(minutes(s.minutes())));
        if (!s.risk().equals("safe")) {
            told.add(s.risk());
        }
        told.addAll(s.needs());
        out.raw("<p class=\"soft\">").text(String.join(" · ", told)).raw("</p>\n");
        if (!s.discouraged().isEmpty()) {
            out.raw("<p class=\"careful\">").text(s.discouraged()).raw("</p>\n");
        }
        parts(s.parts(), p -> out.prose(p.text()));
        int number = 0;
        for (Sheets.StepLine step : s.steps()) {
            out.raw("<h3>" + ++number + " ").text(step.title()).raw("</h3>\n");
            if (!step.runs().isEmpty()) {
                out.raw("<p>").link("fixes", step.runs(), step.title()).raw("</p>\n");
            }
            parts(step.parts(), p -> out.prose(p.text()));
        }
        if (!s.usedBy().isEmpty()) {
            out.raw("<p class=\"soft\">Tried for");
            String before = " ";
            for (Sheets.UsedBy u : s.usedBy()) {
                out.raw(before).link("errors", u.key(), u.title());
                before = ", ";
            }
            out.raw("</p>\n");
        }
        out.raw("</article>\n");
    }

    /** Parts in the order in which they were written; items that follow each other are one list. */
    private void parts(List<Sheets.PartLine> parts, Item item) throws IOException {
        boolean inList = false;
        for (Sheets.PartLine p : parts) {
            boolean isItem = p.kind().equals("item");
            if (inList && !isItem) {
                out.raw("</ol>\n");
            } else if (isItem && !inList) {
                out.raw("<ol start=\"" + (p.index() + 1) + "\">\n");
            }
            inList = isItem;
            if (isItem) {
                out.raw("<li>");
                item.write(p);
                out.raw("</li>\n");
            } else {
                part(p);
            }
        }
        if (inList) {
            out.raw("</ol>\n");
        }
    }

    private void part(Sheets.PartLine p) throws IOException {
        switch (p.kind()) {
            case "words" -> out.prose(p.text());
            case "command" -> out.command(p.text());
            case "withheld" ->
                out.raw("<p class=\"soft\">The command destroys something; it is shown in a case alone.</p>\n");
            case "caution", "risk" ->
                out.raw("<div class=\"careful\">").prose(p.text()).raw("</div>\n");
            case "shown" ->
                out.raw("<p><span class=\"soft\">")
                        .text(p.label().toLowerCase(Locale.ROOT))
                        .raw("</span> <code>")
                        .text(p.text())
                        .raw("</code></p>\n");
            default ->
                out.raw("<div class=\"clause\"><span class=\"soft\">")
                        .text(p.label().toLowerCase(Locale.ROOT))
                        .raw("</span> ")
                        .prose(p.text())
                        .raw("</div>\n");
        }
    }

    private static List<String> concat(List<String> a, List<String> b) {
        List<String> all = new ArrayList<>(a);
        all.addAll(b);
        return all;
    }

    private static String resource(String name) {
        try (InputStream in = Handbook.class.getResourceAsStream("/handbook/" + name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
