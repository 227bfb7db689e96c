package org.mendak.core.drafting;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.IntStream;
import org.mendak.core.drafting.WorkedCase.Done;
import org.mendak.core.language.ValueType;
import org.mendak.core.recognise.LanguageWords;
import org.mendak.core.shapes.Common;

/**
 * The commands of a fix with names in place of what differs from case to case: what the message said becomes a parameter, what an
 * earlier command printed a capture, and what else differs a parameter that nobody knows yet.
 */
final class FilledIn {

    private static final String OPEN = "\u0001";
    private static final String CLOSE = "\u0002";
    private static final int MOST_LINES = 500;

    /** A capture of one step. */
    record Read(String name, Capturing capturing) {
        String template() {
            return capturing.template(name);
        }
    }

    /** A parameter; {@code from} is the value of the message that it is, empty if nobody knows. */
    record Parameter(ValueType type, String from, Collection<String> seen) {}

    private final Common message;
    /** The same steps as they were done, one list for each time, the one that is written down first; null where a step was left out. */
    private final List<List<Done>> times;

    private final List<Integer> cases;
    private final List<String> commands = new ArrayList<>();
    private final List<List<Read>> reads = new ArrayList<>();
    private final Map<String, Parameter> parameters = new LinkedHashMap<>();
    private final Set<String> names = new HashSet<>();

    /**
     * Fills them in.
     *
     * @param message the shape's, whose values are by the place of the case
     * @param times what was done each time, the one that is written down first
     * @param cases the place of the case of each
     */
    FilledIn(Common message, List<List<Done>> times, List<Integer> cases) {
        this.message = message;
        this.times = aligned(times);
        this.cases = cases;
        // nothing that a command printed goes by the name of a value of the message
        message.pieces().stream().filter(Common.Piece::isValue).forEach(p -> names.add(p.name()));
        for (int i = 0; i < times.get(0).size(); i++) {
            reads.add(new ArrayList<>());
        }
        for (int i = 0; i < times.get(0).size(); i++) {
            commands.add(command(i));
        }
    }

    /** The command of each step; empty where nothing was typed. */
    List<String> commands() {
        return commands;
    }

    List<Read> reads(int step) {
        return reads.get(step);
    }

    Map<String, Parameter> parameters() {
        return parameters;
    }

    /** What the step printed, each time that it was done. */
    List<String> outputs(int step) {
        return times.stream()
                .map(t -> t.get(step))
                .filter(Objects::nonNull)
                .map(Done::output)
                .filter(o -> !o.isBlank())
                .toList();
    }

    private static List<List<Done>> aligned(List<List<Done>> times) {
        List<Done> base = times.get(0);
        List<List<Done>> all = new ArrayList<>();
        all.add(base);
        for (List<Done> other : times.subList(1, times.size())) {
            List<Done> row = new ArrayList<>();
            int at = 0;
            for (Done b : base) {
                int from = at;
                int found = IntStream.range(from, other.size())
                        .filter(i -> Commands.same(b.command(), other.get(i).command()))
                        .findFirst()
                        .orElse(-1);
                boolean typed = !b.command().isBlank() && found >= 0;
                row.add(typed ? other.get(found) : null);
                at = typed ? found + 1 : at;
            }
            all.add(row);
        }
        return all;
    }

    private String command(int step) {
        String command = times.get(0).get(step).command();
        if (command.isBlank()) {
            return "";
        }
        List<Integer> done = IntStream.range(0, times.size())
                .filter(t -> times.get(t).get(step) != null)
                .boxed()
                .toList();
        Map<Integer, String> each = new HashMap<>();
        done.forEach(t -> each.put(t, times.get(t).get(step).command()));
        fromMessage(each, done);
        fromOutputs(each, done, step);
        whatDiffers(each, done);
        return each.get(0)
                .replaceAll("[\"']" + OPEN + "([^" + CLOSE + "]+)" + CLOSE + "[\"']", "{$1}")
                .replace(OPEN, "{")
                .replace(CLOSE, "}");
    }

    private void fromMessage(Map<Integer, String> each, List<Integer> done) {
        List<Common.Piece> values = message.pieces().stream()
                .filter(Common.Piece::isValue)
                .sorted((a, b) -> b.text().length() - a.text().length())
                .toList();
        for (Common.Piece p : values) {
            boolean all = done.stream().allMatch(t -> {
                String v = p.values().getOrDefault(cases.get(t), "").strip();
                return Commands.holds(each.get(t), v)
                        && (v.length() > 1 || done.size() > 1 || named(each.get(t), p, v));
            });
            if (all) {
                parameters.putIfAbsent(
                        p.name(), new Parameter(p.type(), p.name(), p.values().values()));
                done.forEach(t -> each.put(
                        t,
                        Commands.replaced(
                                each.get(t), p.values().get(cases.get(t)).strip(), OPEN + p.name() + CLOSE)));
            }
        }
    }

    /** A value of one sign is taken for it only behind its name. */
    private static boolean named(String command, Common.Piece p, String value) {
        return (" " + command + " ").contains(p.name() + " " + value + " ");
    }

    private void fromOutputs(Map<Integer, String> each, List<Integer> done, int step) {
        for (String word : Commands.words(each.get(0))) {
            int place = Commands.words(each.get(0)).indexOf(word);
            // one that stood twice has its name already
            if (place < 0 || !distinct(word)) {
                continue;
            }
            for (int s = step - 1; s >= 0; s--) {
                int from = s;
                List<String> lines = new ArrayList<>();
                List<String> values = new ArrayList<>();
                boolean all = done.stream().allMatch(t -> {
                    List<String> w = Commands.words(each.get(t));
                    Done before = times.get(t).get(from);
                    String value = place < w.size() ? w.get(place) : "";
                    String line = before == null ? "" : line(before.output(), value);
                    lines.add(line);
                    values.add(value);
                    return !line.isEmpty();
                });
                if (all) {
                    String name = read(from, lines, values);
                    for (int n = 0; n < done.size(); n++) {
                        int t = done.get(n);
                        each.put(t, Commands.replaced(each.get(t), values.get(n), OPEN + name + CLOSE));
                    }
                    break;
                }
            }
        }
    }

    /** Whether a word is likely to be a value that was read somewhere: no word of the language, and long enough. */
    private static boolean distinct(String word) {
        boolean figures = word.chars().anyMatch(Character::isDigit);
        return !word.startsWith(OPEN)
                && !word.startsWith("-")
                && (figures ? word.length() >= 2 : word.length() >= 5)
                && !LanguageWords.has(word.toLowerCase(Locale.ROOT));
    }

    private static String line(String output, String value) {
        return value.isEmpty()
                ? ""
                : output.lines()
                        .limit(MOST_LINES)
                        .filter(l -> Commands.holds(l, value))
                        .findFirst()
                        .orElse("");
    }

    /** Reads a value out of the lines it stood in, and answers what it is called. */
    private String read(int step, List<String> lines, List<String> values) {
        Capturing c = Capturing.of(lines, values);
        for (Read r : reads.get(step)) {
            if (r.template().equals(c.template(r.name()))) {
                return r.name();
            }
        }
        String name = free(c.name());
        reads.get(step).add(new Read(name, c));
        return name;
    }

    private void whatDiffers(Map<Integer, String> each, List<Integer> done) {
        if (done.size() < 2) {
            return;
        }
        List<String> base = Commands.words(each.get(0));
        for (int w = 0; w < base.size(); w++) {
            int place = w;
            List<String> seen = done.stream()
                    .map(t -> Commands.words(each.get(t)))
                    .map(x -> place < x.size() ? x.get(place) : "")
                    .distinct()
                    .toList();
            if (seen.size() > 1 && seen.stream().noneMatch(s -> s.isEmpty() || s.contains(OPEN))) {
                String before = w == 0 ? "" : base.get(w - 1).replaceAll("[^A-Za-z]", "");
                String name = free(before.isEmpty() ? "value" : before.toLowerCase(Locale.ROOT));
                parameters.put(name, new Parameter(Common.typeOf(seen), "", seen));
                each.put(0, Commands.replaced(each.get(0), base.get(w), OPEN + name + CLOSE));
            }
        }
    }

    private String free(String wanted) {
        String name = wanted;
        for (int n = 2; names.contains(name); n++) {
            name = wanted + n;
        }
        names.add(name);
        return name;
    }
}
