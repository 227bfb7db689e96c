package org.mendak.core.runbook;

import java.util.stream.Collectors;

/** What stands in a clause beside what its keyword reads: it is shown as words, behind the clause. */
final class Rest {

    private Rest() {}

    /** Empty if the clause is read whole, or if nothing stands beside it. */
    static String of(Body.Clause c) {
        return switch (c.keyword()) {
            case "Code", "Sample", "Run", "Sets", "With", "For each" -> Clauses.behindCode(c.value(), "");
            case "When" -> Clauses.behindCode(Clauses.withoutWords(c.value()), "");
            case "Message", "Supporting" -> {
                String behind = Clauses.codes(c.value()).isEmpty() ? "" : Clauses.behindCode(c.value(), "");
                yield behind.startsWith("called ") ? "" : behind;
            }
            case "Capture", "Capture before", "Capture every" -> CaptureReader.rest(c);
            case "Ask" ->
                Clauses.parts(c.value()).stream()
                        .filter(p -> p.startsWith("sets "))
                        .map(p -> Clauses.behindCode(p, ""))
                        .collect(Collectors.joining());
            case "After", "Together" -> withoutLinks(c.value());
            default -> "";
        };
    }

    /** What stands beside the links, if it says anything. */
    static String withoutLinks(String text) {
        String rest = text.replaceAll("\\[[^\\]]*\\]\\([^)]*\\)", "").replaceFirst("^[\\s:;,.\u2013-]+", "");
        return rest.replaceAll("\\b(?:and|or)\\b|[\\s,;]", "").isEmpty() ? "" : rest.strip();
    }
}
