package org.mendak.core.runbook;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.core.language.Facts;
import org.mendak.core.language.Operand;
import org.mendak.core.language.Parsed;
import org.mendak.core.language.Template;
import org.mendak.core.language.ValueType;

/** Which values a fix's commands are filled with, in a case of a known error. */
public final class FixValues {

    private FixValues() {}

    /**
     * The values that are known: the case's own by name, and the fix's parameters as the known error hands them in. A handed-in
     * value that needs something unknown is unknown itself, and hides a value of the case that happens to have its name.
     *
     * @param with what the known error hands in; empty for a fix that is not in its list
     * @param known the case's facts and captured values, by name
     */
    public static Map<String, String> of(Map<String, String> with, Map<String, String> known) {
        Map<String, String> values = new HashMap<>(known);
        with.forEach((name, written) -> {
            Parsed<Template> template = Template.parse(written);
            if (template.ok()
                    && known.keySet().containsAll(template.value().names().keySet())) {
                values.put(name, template.value().fill(known));
            } else {
                values.remove(name);
            }
        });
        return values;
    }

    /** The names that a fix's commands may use: its parameters and what its steps capture. */
    public static Set<String> declared(Fix fix) {
        Set<String> names = new HashSet<>(fix.parameters().keySet());
        for (Fix.Step s : fix.steps()) {
            s.captures().forEach(c -> names.addAll(c.template().names().keySet()));
            if (s.each() != null) {
                names.add(s.each().item());
            }
        }
        return names;
    }

    /** Those of the declared names that stand for paths: only they may lead up out of a folder. */
    public static Set<String> paths(Fix fix) {
        Set<String> names = new HashSet<>();
        fix.parameters().forEach((name, type) -> addPath(names, name, type));
        for (Fix.Step s : fix.steps()) {
            s.captures().forEach(c -> c.template().names().forEach((name, type) -> addPath(names, name, type)));
        }
        return names;
    }

    /** Of the names in a template those that stand for paths. */
    public static Set<String> paths(Template template) {
        Set<String> names = new HashSet<>();
        template.names().forEach((name, type) -> addPath(names, name, type));
        return names;
    }

    private static void addPath(Set<String> names, String name, ValueType type) {
        if (type == ValueType.PATH || type == ValueType.FILE || type == ValueType.URL) {
            names.add(name);
        }
    }

    /**
     * For which items a step is done: one empty text if it is done once, nothing if its list is not known yet.
     *
     * @param values the case's facts and captured values, by name
     */
    public static List<String> items(Fix.Step step, Map<String, String> values) {
        if (step.each() == null) {
            return List.of("");
        }
        String list = values.get(step.each().list());
        return list == null || list.equals(Facts.DONT_KNOW) ? List.of() : Operand.items(list);
    }
}
