package org.mendak.core.review;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.language.Parsed;
import org.mendak.core.language.Template;
import org.mendak.core.runbook.Capture;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;

/** The rules about what a fix reads from the device: lists, rows, items, and the target of what destroys. */
final class ReadingReview {

    private static final Pattern VALUE = Pattern.compile("(?<!\\$)\\{([A-Za-z_][A-Za-z0-9_.-]*)\\}");

    private final Fix fix;
    private final Findings found;
    /** The lists that were read so far, and the values read for each item, by the list they belong to. */
    private final Set<String> lists = new HashSet<>();

    private final Map<String, String> ofItems = new HashMap<>();
    private final Set<String> once = new HashSet<>();

    ReadingReview(Fix fix, Findings found) {
        this.fix = fix;
        this.found = found;
    }

    void run() {
        for (Fix.Step s : fix.steps()) {
            if (s.choose() != null && !lists.contains(s.choose().list())) {
                found.error(
                        s.line(),
                        "\"" + s.choose().list() + "\" is no list that an earlier step reads",
                        "read it with - Capture every:, its values called "
                                + s.choose().list() + ".something");
            }
            destroys(s);
            String list = s.each() == null ? null : listOf(s.each());
            for (Capture c : s.captures()) {
                if (s.each() != null && c.every()) {
                    found.error(
                            s.line(),
                            "a list for each item of a list cannot be worked off",
                            "read one value for each item, or the list in a step of its own");
                }
                if (c.every()) {
                    lists.add(FixValues.listOf(c));
                }
                for (String name : c.names().keySet()) {
                    // the only row of a list is not the right one by being there
                    if (list == null && c.every()) {
                        lists.add(name);
                    } else if (list == null) {
                        once.add(name);
                    } else {
                        ofItems.put(name, list);
                    }
                }
            }
            if (s.choose() != null) {
                once.addAll(FixValues.chosen(fix, s.choose()).keySet());
            }
            s.fences().forEach(f -> items(f.text(), s, list, f.line()));
            s.putBacks().forEach(p -> items(p.command(), s, list, s.line()));
        }
    }

    private static String listOf(Fix.ForEach each) {
        return each.written().isEmpty() ? each.list() : String.join(", ", each.written());
    }

    /** One item's value never gets into another's command. */
    private void items(String command, Fix.Step s, String list, int line) {
        Set<String> names = new LinkedHashSet<>();
        Matcher m = VALUE.matcher(command);
        while (m.find()) {
            names.add(m.group(1));
        }
        for (String name : names) {
            String of = ofItems.get(name);
            if (of == null || once.contains(name) || of.equals(list)) {
                continue;
            }
            found.error(
                    line,
                    "{" + name + "} is read for each item of \"" + of + "\""
                            + (list == null
                                    ? ", and this step is done once"
                                    : ", and this step is repeated for \"" + list + "\""),
                    "repeat the step for the same list, or read the value in a step that is done once");
        }
    }

    /** The gate opens only for a target that the fix itself reads from the device. */
    private void destroys(Fix.Step s) {
        if (s.destroys().isEmpty()) {
            return;
        }
        Parsed<Template> template = Template.parse(s.destroys());
        String name = template.ok()
                ? template.value().names().keySet().stream().findFirst().orElse("")
                : "";
        if (name.isEmpty()) {
            found.warning(
                    s.line(),
                    "nothing says by what the right target is told, so the command of this step is shown nowhere",
                    "name a value that an earlier step reads: all data on {disk}");
        } else if (!once.contains(name)) {
            found.error(
                    s.line(),
                    "{" + name + "} is not read from the device by an earlier step of this fix",
                    "add - Capture: or - Choose: for it before; what the message says is not enough to destroy something");
        }
    }
}
