package org.mendak.core.drafting;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.mendak.core.drafting.WorkedCase.Done;
import org.mendak.core.shapes.Common;

/** What was typed in one case, as it is typed in another of the same shape. */
public final class Following {

    private static final Pattern NAME = Pattern.compile("\\{([A-Za-z][A-Za-z0-9_]*)\\}");

    private Following() {}

    /**
     * The commands of steps with the values of this case: those of its text, and those that its own steps have read by now. A value that the
     * other case read from its device is never taken over; until it is read here too it is a blank, {@code ‹name›}.
     *
     * @param steps what was done there
     * @param there what the screen said there
     * @param here what it says here
     * @param done what was done here so far
     * @return one command for each step; empty where nothing was typed
     */
    public static List<String> commands(List<Done> steps, String there, String here, List<Done> done) {
        if (steps.isEmpty()) {
            return List.of();
        }
        Common message = Common.of(List.of(there, here));
        FilledIn filled = new FilledIn(message, List.of(steps), List.of(0));
        Map<String, String> values = new HashMap<>();
        filled.parameters().keySet().forEach(name -> values.put(name, ""));
        IntStream.range(0, steps.size()).forEach(i -> filled.reads(i).forEach(r -> values.put(r.name(), "")));
        for (Common.Piece p : message.pieces()) {
            if (p.isValue() && filled.parameters().containsKey(p.name())) {
                values.put(p.name(), p.values().getOrDefault(1, "").strip());
            }
        }
        for (int i = 0; i < steps.size(); i++) {
            for (FilledIn.Read r : filled.reads(i)) {
                String command = named(filled.commands().get(i), values);
                done.stream()
                        .filter(d -> Commands.same(d.command(), command))
                        .map(d -> r.capturing().read(d.output()))
                        .filter(v -> !v.isEmpty())
                        .findFirst()
                        .ifPresent(v -> values.put(r.name(), v));
            }
        }
        List<String> commands = new ArrayList<>();
        filled.commands().forEach(c -> commands.add(named(c, values)));
        return commands;
    }

    private static String named(String command, Map<String, String> values) {
        Matcher m = NAME.matcher(command);
        StringBuilder s = new StringBuilder();
        while (m.find()) {
            // braces that name none of the values are the command's own
            String value = values.get(m.group(1));
            String shown = value == null ? m.group() : value.isEmpty() ? "\u2039" + m.group(1) + "\u203a" : value;
            m.appendReplacement(s, Matcher.quoteReplacement(shown));
        }
        return m.appendTail(s).toString();
    }
}
