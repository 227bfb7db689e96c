package org.mendak.core.drafting;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.BiPredicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.mendak.core.drafting.Drafted.Document;
import org.mendak.core.drafting.WorkedCase.Done;
import org.mendak.core.drafting.WorkedCase.Tried;
import org.mendak.core.language.DestroyingWords;
import org.mendak.core.language.ProductRange;
import org.mendak.core.language.Proposal;
import org.mendak.core.privacy.PersonalDetails;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.shapes.Common;

/** Makes a draft runbook of cases of one shape that were worked off the script. */
public final class Drafting {

    /** As many cases as go into one draft; of more the newest. */
    public static final int MOST_CASES = 50;

    private static final int MOST_SAMPLES = 3;
    private static final int HEADING = 120;
    private static final double ALIKE = 0.5;
    private static final int USUAL_MINUTES = 5;
    private static final int LONGEST_MINUTES = 120;

    private final List<WorkedCase> cases;
    private final Naming naming;
    private final Common message;
    private final List<String> texts;

    private Drafting(List<WorkedCase> cases, BiPredicate<DocumentKind, String> taken) {
        this.cases = cases;
        naming = new Naming(taken);
        texts = cases.stream().map(c -> String.join("\n", c.texts())).toList();
        message = Common.of(texts);
    }

    /**
     * The draft of these cases. Of what was done several times in the same way one is written down, word by word; of what never worked the
     * name alone. What is guessed is said in it.
     *
     * @param cases of one shape, at least one, at most {@link #MOST_CASES}
     * @param taken which keys other documents have
     * @return documents that can be read without errors; cost: linear in the texts and outputs
     */
    public static Drafted of(List<WorkedCase> cases, BiPredicate<DocumentKind, String> taken) {
        return new Drafting(cases, taken).drafted();
    }

    private Drafted drafted() {
        List<List<Tried>> fixes = new ArrayList<>();
        for (WorkedCase c : cases) {
            for (Tried t : c.tried()) {
                fixes.stream()
                        .filter(f -> alike(f.get(0), t))
                        .findFirst()
                        .orElseGet(() -> {
                            List<Tried> one = new ArrayList<>();
                            fixes.add(one);
                            return one;
                        })
                        .add(t);
            }
        }
        List<List<Tried>> worked = fixes.stream()
                .filter(f -> f.stream().anyMatch(Tried::worked))
                .sorted(Comparator.comparingDouble((List<Tried> f) -> -share(f))
                        .thenComparing(f -> -f.size())
                        .thenComparingDouble(Drafting::minutes))
                .toList();
        List<Written> written = worked.stream().map(this::fix).toList();
        List<List<Tried>> idle = fixes.stream().filter(f -> !worked.contains(f)).toList();
        return new Drafted(
                error(written, idle), written.stream().map(Written::document).toList());
    }

    /** A share that three of three win over one of one, and lose to nothing worse: a success and a failure are added to what was seen. */
    private static double share(List<Tried> fix) {
        return (fix.stream().filter(Tried::worked).count() + 1.0) / (fix.size() + 2.0);
    }

    /** Whether two are one fix: the same commands with other values, or without commands the same words. */
    private static boolean alike(Tried a, Tried b) {
        List<String> x = commands(a);
        List<String> y = commands(b);
        if (!x.isEmpty() && !y.isEmpty()) {
            List<String> few = x.size() <= y.size() ? x : y;
            List<String> more = few == x ? y : x;
            long same = few.stream()
                    .filter(c -> more.stream().anyMatch(d -> Commands.same(c, d)))
                    .count();
            return same == few.size() && same * 2 >= more.size();
        }
        return x.isEmpty() && y.isEmpty() && overlap(a.title(), b.title()) >= ALIKE;
    }

    private static List<String> commands(Tried t) {
        return t.steps().stream().map(Done::command).filter(c -> !c.isBlank()).toList();
    }

    /** P. Jaccard, "The distribution of the flora in the alpine zone", New Phytologist 11 (1912): what is common of all there is. */
    private static double overlap(String a, String b) {
        Set<String> x = wordsOf(a);
        Set<String> y = wordsOf(b);
        Set<String> both = new HashSet<>(x);
        both.retainAll(y);
        Set<String> all = new HashSet<>(x);
        all.addAll(y);
        return all.isEmpty() ? 0 : both.size() / (double) all.size();
    }

    private static Set<String> wordsOf(String text) {
        return Proposal.of(text).stream()
                .flatMap(l -> l.tokens().stream())
                .filter(t -> !t.type().isEmpty())
                .map(t -> t.text().toLowerCase(Locale.ROOT))
                .collect(Collectors.toSet());
    }

    private static double minutes(List<Tried> fix) {
        double known = fix.stream()
                .filter(Tried::worked)
                .mapToDouble(t -> t.of().minutes())
                .filter(m -> !Double.isNaN(m))
                .average()
                .orElse(USUAL_MINUTES);
        return Math.max(1, Math.min(LONGEST_MINUTES, Math.round(known)));
    }

    /** A fix as it was written down, and what a known error hands it. */
    private record Written(Document document, Map<String, FilledIn.Parameter> parameters) {}

    private Written fix(List<Tried> tries) {
        List<Tried> ordered = new ArrayList<>(tries);
        ordered.sort(Comparator.comparing((Tried t) -> !t.worked())
                .thenComparing(t -> -t.steps().size()));
        FilledIn filled = new FilledIn(
                message,
                ordered.stream().map(Tried::steps).toList(),
                ordered.stream().map(t -> cases.indexOf(t.of())).toList());
        List<Done> steps = ordered.get(0).steps();
        List<String> check = new ArrayList<>();
        check.add("the risk, the minutes and what it needs are guessed.");
        filled.parameters().forEach((name, p) -> {
            if (p.from().isEmpty()) {
                check.add("nobody knows where " + name + " comes from; it was " + String.join(", ", p.seen()) + ".");
            }
        });
        if (steps.stream()
                .anyMatch(d -> DestroyingWords.in(Commands.language(d.command()), d.command())
                        .isPresent())) {
            check.add("a command seems to destroy something; say what, under Destroys.");
        }
        String title = Naming.title(ordered.get(0).title());
        String key = naming.key(DocumentKind.FIX, title);
        long did = tries.stream().filter(Tried::worked).count();
        Sheet sheet = new Sheet(
                DocumentKind.FIX,
                key,
                "It ended " + numbers(tries.stream().filter(Tried::worked).toList())
                        + (did < tries.size()
                                ? ", and not "
                                        + numbers(tries.stream()
                                                .filter(t -> !t.worked())
                                                .toList())
                                : "")
                        + ".",
                check);
        sheet.title(title);
        sheet.head("minutes", String.valueOf((int) minutes(tries)));
        sheet.head("risk", "safe");
        sheet.head("kind", "lasting");
        sheet.head(
                "parameters",
                filled.parameters().entrySet().stream()
                        .map(e -> e.getKey() + ": " + e.getValue().type().word())
                        .toArray(String[]::new));
        for (int i = 0; i < steps.size(); i++) {
            step(sheet, i, steps.get(i), filled);
        }
        return new Written(new Document(DocumentKind.FIX, key, title, sheet.text()), filled.parameters());
    }

    private static void step(Sheet sheet, int i, Done done, FilledIn filled) {
        String did = done.did().strip();
        String first = did.lines().findFirst().orElse("");
        String heading = Sheet.plain(first.isBlank() ? "Type this" : first);
        boolean whole = heading.length() <= HEADING && did.lines().count() <= 1;
        sheet.add(List.of(), "Step", "title", heading.length() <= HEADING ? heading : Naming.start(heading));
        List<Integer> at = List.of(i + 1);
        if (!whole) {
            sheet.words(at, heading.length() <= HEADING ? did.substring(first.length()) : did);
        }
        String command = filled.commands().get(i);
        if (!command.isBlank()) {
            sheet.add(at, "Command", "language", Commands.language(command), "command", command);
        }
        for (FilledIn.Read r : filled.reads(i)) {
            sheet.add(at, "Capture", "template", r.template());
        }
        if (filled.reads(i).isEmpty()) {
            shown(filled.outputs(i)).forEach(o -> sheet.add(at, "Expect", "text", "`" + o + "`"));
        }
        if (!done.putBack().isBlank()) {
            sheet.add(at, "Put back", "text", Sheet.plain(done.putBack()));
        }
    }

    /** What always stood in the last line of what was printed; nothing if that differs or is long. */
    private static List<String> shown(List<String> outputs) {
        Set<String> last = outputs.stream()
                .map(o -> o.strip().lines().reduce((a, b) -> b).orElse("").strip())
                .collect(Collectors.toSet());
        return last.stream()
                .filter(l -> last.size() == 1 && !l.isEmpty() && l.length() <= HEADING && l.indexOf('`') < 0)
                .filter(l -> Proposal.of(l).stream()
                        .flatMap(p -> p.tokens().stream())
                        .noneMatch(Proposal.Token::varies))
                .map(Sheet::plain)
                .toList();
    }

    private Document error(List<Written> fixes, List<List<Tried>> idle) {
        List<String> check = new ArrayList<>();
        if (cases.size() == 1 && message.pieces().stream().anyMatch(Common.Piece::isValue)) {
            check.add("which words of the message differ from case to case is guessed; only one case is known.");
        }
        if (!tells(message)) {
            check.add("what it says is too little to be recognised by; add its message, or what is to be seen.");
        }
        if (fixes.isEmpty()) {
            check.add("nothing that was tried is known to have ended it.");
        }
        check.add("how one sees that it is mended.");
        String title = Naming.title(words(message));
        String key = naming.key(DocumentKind.ERROR, product().isEmpty() ? title : product() + " " + title);
        StringBuilder intro = new StringBuilder("Met in " + cases(cases) + ".");
        if (!idle.isEmpty()) {
            intro.append(" Without effect: ")
                    .append(idle.stream()
                            .map(f -> Sheet.plain(f.get(0).title()) + " (" + numbers(f) + ")")
                            .collect(Collectors.joining("; ")))
                    .append('.');
        }
        Sheet sheet = new Sheet(DocumentKind.ERROR, key, intro.toString(), check);
        sheet.title(product().isEmpty() ? title : product() + ": " + title);
        sheet.head("phases", distinct(WorkedCase::phase));
        sheet.head(
                "products",
                Stream.of(distinct(WorkedCase::product))
                        .filter(p -> ProductRange.parse(p).ok())
                        .toArray(String[]::new));
        List<Integer> recognise = List.of(1);
        List<Integer> tries = List.of(3);
        Common.codes(texts).forEach(c -> sheet.add(recognise, "Code", "code", c));
        String template = message.template();
        boolean readable = tells(message) && sheet.add(recognise, "Message", "template", template);
        if (readable) {
            samples().forEach(s -> sheet.add(recognise, "Sample", "sample", s));
        }
        for (int i = 0; i < fixes.size(); i++) {
            Document f = fixes.get(i).document();
            sheet.add(
                    tries,
                    "Item",
                    "fix",
                    f.key(),
                    "title",
                    Sheet.plain(f.title()).replace('\\', '/'));
            for (Map.Entry<String, FilledIn.Parameter> p :
                    fixes.get(i).parameters().entrySet()) {
                if (!p.getValue().from().isEmpty()) {
                    sheet.add(
                            List.of(3, i),
                            "With",
                            "pair",
                            p.getKey() + " = {" + p.getValue().from() + "}");
                }
            }
        }
        sheet.add(List.of(5), "Item", "text", verify());
        sheet.add(List.of(5, 0), "Required", "text", "the message does not come again");
        return new Document(DocumentKind.ERROR, key, title, sheet.text());
    }

    /** Whether a message has words enough to be known by. */
    private static boolean tells(Common message) {
        return message.pieces().stream()
                        .filter(p -> !p.isValue())
                        .flatMap(p -> Stream.of(p.text().split("[^\\p{L}\\p{N}]+")))
                        .filter(w -> w.length() > 1)
                        .count()
                >= 2;
    }

    private List<String> samples() {
        Set<String> samples = new LinkedHashSet<>();
        for (String t : texts) {
            Common one = Common.of(List.of(t));
            samples.add(PersonalDetails.mask(
                    one.pieces().stream()
                            .map(Common.Piece::text)
                            .collect(Collectors.joining())
                            .strip(),
                    Set.of()));
        }
        samples.remove("");
        return samples.stream().limit(MOST_SAMPLES).toList();
    }

    private String verify() {
        String what = product().isEmpty() ? "it" : product();
        return switch (String.valueOf(cases.get(0).phase())) {
            case "install" -> "Install " + what + " again.";
            case "update" -> "Update " + what + " again.";
            case "launch" -> "Start " + what + " again.";
            default -> "Do again what failed.";
        };
    }

    private String product() {
        String[] all = distinct(WorkedCase::product);
        return all.length == 1 ? all[0] : "";
    }

    private String[] distinct(java.util.function.Function<WorkedCase, String> of) {
        return cases.stream()
                .map(of)
                .filter(x -> x != null && !x.isBlank())
                .distinct()
                .toArray(String[]::new);
    }

    /** The words of a message that are no values, as a title. */
    private static String words(Common message) {
        StringBuilder s = new StringBuilder();
        message.pieces().forEach(p -> s.append(p.isValue() ? "\u2026" : p.text()));
        return s.toString().replaceAll("\\s+", " ").strip();
    }

    private static String numbers(Collection<Tried> tries) {
        return cases(tries.stream().map(Tried::of).collect(Collectors.toList()));
    }

    private static String cases(Collection<WorkedCase> of) {
        Set<Long> numbers = of.stream().map(WorkedCase::number).collect(Collectors.toCollection(TreeSet::new));
        String all = numbers.stream().limit(8).map(String::valueOf).collect(Collectors.joining(", "));
        return (numbers.size() == 1 ? "case " : "cases ")
                + all
                + (numbers.size() > 8 ? " and " + (numbers.size() - 8) + " more" : "");
    }
}
