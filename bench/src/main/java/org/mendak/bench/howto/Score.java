package org.mendak.bench.howto;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.howto.HowTo;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Signature;

/** How much of what how-tos tell lies where it belongs in their drafts, and how much the drafts have that nobody told. */
final class Score {

    private static final Pattern WORD = Pattern.compile("[\\p{L}\\p{N}]+");
    private static final Pattern MARKUP = Pattern.compile("(?s)<(?:style|title)>.*?</(?:style|title)>|<[^>]*>");
    /** What only says that it warns stands in the draft as the keyword Caution; before the subject of a mail, a question or a command stands what says that it is one. */
    private static final Set<String> WARNS = Set.of(
            "warning",
            "careful",
            "attention",
            "be",
            "important",
            "subject",
            "nb",
            "q",
            "a",
            "but",
            "re",
            "cmd",
            "please",
            "note");

    private static final String[] NAMES = {
        "codes", "messages", "commands", "fixes", "steps", "cautions", "links", "minutes"
    };
    private final int[] told = new int[NAMES.length];
    private final int[] right = new int[NAMES.length];
    private final int[] invented = new int[NAMES.length];
    private int words;
    private int lost;
    private int unread;

    static String head() {
        return "| style | " + String.join(" | ", NAMES)
                + " | not told: codes, messages, commands, fixes, steps | words lost | drafts with errors |\n|---|"
                + "---|".repeat(NAMES.length + 3);
    }

    String row(String name) {
        StringBuilder s = new StringBuilder("| " + name);
        for (int i = 0; i < NAMES.length; i++) {
            s.append(" | ").append(told[i] == 0 ? "" : String.format(Locale.ROOT, "%.1f", 100.0 * right[i] / told[i]));
        }
        s.append(" | ");
        for (int i = 0; i < 5; i++) {
            s.append(i == 0 ? "" : ", ").append(invented[i]);
        }
        return s.append(" | ")
                .append(lost)
                .append(" of ")
                .append(words)
                .append(" | ")
                .append(unread)
                .append(" |")
                .toString();
    }

    void add(Score o) {
        for (int i = 0; i < NAMES.length; i++) {
            told[i] += o.told[i];
            right[i] += o.right[i];
            invented[i] += o.invented[i];
        }
        words += o.words;
        lost += o.lost;
        unread += o.unread;
    }

    private List<String> wrong;

    private boolean check(int what, boolean ok, String said) {
        told[what]++;
        right[what] += ok ? 1 : 0;
        if (!ok) {
            wrong.add(NAMES[what] + ": " + said);
        }
        return ok;
    }

    /** Adds one; answers what lies wrong. */
    List<String> add(Told t, String text, HowTo.Made made) {
        wrong = new ArrayList<>();
        unread += (int) made.documents().stream()
                .filter(d -> RunbookParser.parse(d.kind(), d.key(), d.text()).problems().stream()
                        .anyMatch(p -> p.severity() == Problem.Severity.ERROR))
                .count();
        KnownError e = made.error() == null
                ? null
                : RunbookParser.parse(
                                DocumentKind.ERROR,
                                made.error().key(),
                                made.error().text())
                        .error();
        recognised(t, e);
        List<Fix> fixes = made.fixes().stream()
                .map(f ->
                        RunbookParser.parse(DocumentKind.FIX, f.key(), f.text()).fix())
                .toList();
        List<String> tried = e == null
                ? List.of()
                : e.tries().stream().map(KnownError.TryItem::fix).toList();
        Set<Fix> used = new HashSet<>();
        int before = -1;
        for (Told.Way w : t.ways()) {
            Fix best = null;
            double most = 0;
            for (Fix f : fixes) {
                double s = used.contains(f) ? 0 : alike(w, f);
                if (s > most) {
                    most = s;
                    best = f;
                }
            }
            int at = best == null ? -1 : tried.indexOf(best.key());
            boolean titled = best != null && covers(best.title(), w.title());
            check(3, titled && at > before, w.title() + " as " + (best == null ? "nothing" : best.title()));
            before = Math.max(at, before);
            used.add(best);
            check(w, best);
        }
        invented[3] += Math.max(0, fixes.size() - t.ways().size());
        lost(text, made);
        return wrong;
    }

    private void recognised(Told t, KnownError e) {
        List<String> codes = e == null
                ? List.of()
                : e.signatures().stream()
                        .filter(s -> s.kind() == Signature.Kind.CODE)
                        .map(Signature::text)
                        .toList();
        t.codes().forEach(c -> check(0, codes.contains(c), c + " in " + codes));
        invented[0] += (int) codes.stream()
                .filter(c -> !t.codes().contains(c) && !t.message().contains(c))
                .count();
        boolean said = e != null
                && e.samples().stream().anyMatch(s -> covers(s.text(), t.message()) && covers(t.message(), s.text()));
        check(1, said, t.message());
        invented[1] += e == null
                ? 0
                : (int) Math.max(
                        0,
                        e.signatures().stream()
                                        .filter(s -> s.kind() == Signature.Kind.MESSAGE)
                                        .count()
                                - 1);
    }

    private static double alike(Told.Way w, Fix f) {
        double s = covers(f.title(), w.title()) ? 1 : 0;
        for (Told.Step step : w.steps()) {
            s += f.steps().stream().anyMatch(x -> covers(said(x), step.title())) ? 1 : 0;
        }
        return s;
    }

    private void check(Told.Way w, Fix f) {
        Set<Fix.Step> used = new HashSet<>();
        int commands = 0;
        for (Told.Step step : w.steps()) {
            Fix.Step best = null;
            if (f != null) {
                for (Fix.Step x : f.steps()) {
                    if (best == null && !used.contains(x) && covers(said(x), step.title())) {
                        best = x;
                    }
                }
            }
            check(4, best != null, step.title());
            if (best != null) {
                used.add(best);
            }
            List<String> lines = best == null
                    ? List.of()
                    : best.fences().stream().flatMap(x -> x.text().lines()).toList();
            for (String c : step.commands()) {
                commands += check(2, lines.stream().anyMatch(l -> isCommand(l, c)), c + " in " + lines) ? 1 : 0;
            }
            for (String c : step.cautions()) {
                List<String> cautions = best == null ? List.of() : best.cautions();
                check(5, cautions.stream().anyMatch(x -> covers(x, c)), c);
            }
            if (!step.address().isEmpty()) {
                boolean fetched = best != null
                        && best.gets().stream().anyMatch(g -> g.address().equals(step.address()));
                check(6, fetched, step.address());
            }
        }
        if (w.minutes() > 0) {
            check(7, f != null && f.minutes() == w.minutes(), w.minutes() + " of " + w.title());
        }
        if (f != null) {
            invented[4] += Math.max(0, f.steps().size() - w.steps().size());
            invented[2] += (int) f.steps().stream()
                            .flatMap(s -> s.fences().stream())
                            .flatMap(x -> x.text().lines())
                            .count()
                    - commands;
        }
    }

    /** The same but for what a value of the message was given a name for. */
    private static boolean isCommand(String line, String command) {
        StringBuilder s = new StringBuilder();
        Matcher m = Pattern.compile("\\{\\w+}").matcher(line);
        int at = 0;
        while (m.find()) {
            s.append(Pattern.quote(line.substring(at, m.start()))).append("\\S+");
            at = m.end();
        }
        return command.matches(s.append(Pattern.quote(line.substring(at))).toString());
    }

    private static String said(Fix.Step s) {
        return s.title() + " " + s.prose();
    }

    private static List<String> of(String text) {
        return WORD.matcher(text.toLowerCase(Locale.ROOT))
                .results()
                .map(r -> r.group())
                .toList();
    }

    /** Whether eight of ten words of the one stand in the other. */
    private static boolean covers(String text, String of) {
        List<String> there = new ArrayList<>(of(text));
        List<String> wanted = of(of);
        long found = wanted.stream().filter(there::remove).count();
        return found >= 0.8 * wanted.size();
    }

    private void lost(String text, HowTo.Made made) {
        Map<String, Integer> there = new HashMap<>();
        made.documents().forEach(d -> of(d.text()).forEach(w -> there.merge(w, 1, Integer::sum)));
        boolean page = text.startsWith("<");
        String said = page
                ? MARKUP.matcher(text)
                        .replaceAll(" ")
                        .replace("&quot;", "\"")
                        .replace("&nbsp;", " ")
                        .replace("&lt;", "<")
                        .replace("&gt;", ">")
                        .replace("&amp;", "&")
                : text.replaceAll("(?m)^\\s*```\\w+|\\S+@\\S+:~\\$|^\\s*:warning:", " ")
                        .replaceAll("(?m)^\\s*\\(?(?:\\d+|[a-z])[.)]\\s|^\\s*\\d+(?:\\.\\d+)?\\s", " ");
        for (String w : of(said)) {
            words++;
            int n = there.getOrDefault(w, 0);
            there.put(w, n - 1);
            boolean counts = !WARNS.contains(w) && !(page && w.matches("[a-z0-9]"));
            if (n <= 0 && counts) {
                lost++;
                wrong.add("word lost: " + w);
            }
        }
    }
}
