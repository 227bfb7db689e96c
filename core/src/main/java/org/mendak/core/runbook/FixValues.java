package org.mendak.core.runbook;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
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
                    && template.value().names().keySet().stream().allMatch(n -> Facts.isValue(known.get(n)))) {
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
            s.captures().forEach(c -> names.addAll(c.names().keySet()));
            if (s.each() != null) {
                names.add(s.each().item());
                fields(fix, s.each().list())
                        .keySet()
                        .forEach(f -> names.add(s.each().item() + "." + f));
            }
            if (s.choose() != null) {
                names.addAll(chosen(fix, s.choose()).keySet());
            }
        }
        return names;
    }

    /** Those of the declared names that stand for paths: only they may lead up out of a folder. */
    public static Set<String> paths(Fix fix) {
        Set<String> names = new HashSet<>();
        fix.parameters().forEach((name, type) -> addPath(names, name, type));
        for (Fix.Step s : fix.steps()) {
            s.captures().forEach(c -> c.names().forEach((name, type) -> addPath(names, name, type)));
            if (s.each() != null) {
                fields(fix, s.each().list())
                        .forEach((field, type) -> addPath(names, s.each().item() + "." + field, type));
            }
            if (s.choose() != null) {
                chosen(fix, s.choose()).forEach((name, type) -> addPath(names, name, type));
            }
        }
        return names;
    }

    /**
     * The values that a chosen row gives, by name: {@code target.number} of a list {@code disk} that reads {@code disk.number}; of a list
     * with one value, {@code target} itself.
     */
    public static Map<String, ValueType> chosen(Fix fix, Fix.Choose choose) {
        Map<String, ValueType> names = new LinkedHashMap<>();
        fields(fix, choose.list())
                .forEach((field, type) ->
                        names.put(field.isEmpty() ? choose.name() : choose.name() + "." + field, type));
        return names;
    }

    /**
     * The values of one row of a list that the fix reads: those of {@code disk} are {@code number} and {@code size} where every
     * {@code disk.number} and {@code disk.size} is captured; one value called as the list itself is the empty field.
     */
    public static Map<String, ValueType> fields(Fix fix, String list) {
        Map<String, ValueType> fields = new LinkedHashMap<>();
        fix.steps().stream()
                .flatMap(s -> s.captures().stream())
                .filter(Capture::every)
                .filter(c -> listOf(c).equals(list))
                .forEach(c -> c.names().forEach((name, type) -> fields.putIfAbsent(field(name, list), type)));
        return fields;
    }

    /** What the list that a capture reads is called: what stands before the first dot of its first name. */
    public static String listOf(Capture c) {
        String first = c.names().keySet().iterator().next();
        return first.contains(".") ? first.substring(0, first.indexOf('.')) : first;
    }

    /** A value's name within its list's row; empty if it is called as the list. */
    public static String field(String name, String list) {
        return name.equals(list) ? "" : name.startsWith(list + ".") ? name.substring(list.length() + 1) : name;
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
        if (!step.each().written().isEmpty()) {
            return step.each().written();
        }
        String list = values.get(step.each().list());
        return Facts.isValue(list) ? Operand.items(list) : List.of();
    }
}
