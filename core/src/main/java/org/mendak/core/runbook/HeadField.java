package org.mendak.core.runbook;

import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.mendak.core.runbook.Outline.Shape;

/** The keys of a document's head, in the order in which they are written, with what each takes. */
record HeadField(String key, Shape shape, List<String> choices) {

    private static final List<HeadField> ERROR = List.of(
            of("title", Shape.LINE),
            new HeadField("phases", Shape.CHOICE, words(Phase.values())),
            of("products", Shape.PRODUCTS),
            of("tells", Shape.FACTS),
            of("first-aid", Shape.YES),
            of("confirmed", Shape.DAY),
            of("aliases", Shape.LIST));

    private static final List<HeadField> FIX = List.of(
            of("title", Shape.LINE),
            of("minutes", Shape.MINUTES),
            new HeadField("risk", Shape.CHOICE, words(Fix.Risk.values())),
            new HeadField("kind", Shape.CHOICE, List.of("lasting", "workaround")),
            of("needs", Shape.NEEDS),
            of("leaves", Shape.NEEDS),
            of("parameters", Shape.PAIRS),
            of("affects", Shape.LINE),
            of("reversible", Shape.YES),
            of("keeps-data", Shape.YES),
            of("offline", Shape.YES),
            of("discouraged", Shape.LINE),
            of("opposite-of", Shape.FIXES),
            of("substantial", Shape.DAY),
            of("confirmed", Shape.DAY),
            of("aliases", Shape.LIST));

    private static HeadField of(String key, Shape shape) {
        return new HeadField(key, shape, List.of());
    }

    private static List<String> words(Enum<?>[] values) {
        return Stream.of(values).map(v -> v.name().toLowerCase(Locale.ROOT)).toList();
    }

    static List<HeadField> of(DocumentKind kind) {
        return kind == DocumentKind.ERROR ? ERROR : FIX;
    }

    /** Whether it holds several values. */
    boolean isList() {
        return switch (shape) {
            case LIST, FACTS, NEEDS, PRODUCTS, PAIRS, FIXES -> true;
            case CHOICE -> key.equals("phases");
            default -> false;
        };
    }

    /** The value as it is written behind the key. */
    String print(List<String> values) {
        if (shape == Shape.PAIRS) {
            return "{" + String.join(", ", values) + "}";
        }
        if (isList()) {
            return values.stream().map(HeadText::quoted).collect(java.util.stream.Collectors.joining(", ", "[", "]"));
        }
        String value = values.isEmpty() ? "" : values.get(0);
        return switch (shape) {
            case LINE -> '"' + quotedInner(value) + '"';
            case YES -> value.matches("true|yes") ? "true" : "false";
            case MINUTES, DAY -> value.matches("[0-9.-]+") ? value : HeadText.quoted(value);
            default -> HeadText.quoted(value);
        };
    }

    /** Between double quotes whatever it is, as titles are. */
    private static String quotedInner(String value) {
        String quoted = HeadText.quoted(value);
        return quoted.startsWith("\"") ? quoted.substring(1, quoted.length() - 1) : quoted;
    }
}
