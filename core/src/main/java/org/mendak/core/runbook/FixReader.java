package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendak.core.language.ValueType;

/** Reads a fix out of its head and sections. */
final class FixReader {

    static final Set<String> KEYS = Set.of(
            "fix",
            "title",
            "kind",
            "minutes",
            "risk",
            "needs",
            "leaves",
            "parameters",
            "aliases",
            "reversible",
            "keeps-data",
            "offline",
            "affects",
            "discouraged",
            "opposite-of",
            "substantial",
            "confirmed");

    private final String key;
    private final Head head;
    private final List<Body.Section> sections;
    private final Problems problems;

    FixReader(String key, Head head, List<Body.Section> sections, Problems problems) {
        this.key = key;
        this.head = head;
        this.sections = sections;
        this.problems = problems;
    }

    Fix read() {
        head.expectOnly(KEYS);
        String title = head.text("title").map(Head.Text::value).orElse("");
        if (title.isEmpty()) {
            problems.missing(2, 1, "the title is missing", "add title: \"...\" to the head");
        }
        if (head.text("minutes").isEmpty()) {
            problems.missing(2, 1, "the minutes are missing", "add minutes: 5 to the head");
        }
        Body.Section intro = sections.get(0);
        List<String> sideEffects = new ArrayList<>();
        boolean destroys = sections.stream()
                .flatMap(s -> s.clauses().stream())
                .anyMatch(c -> c.keyword().equals("Destroys"));
        Pieces pieces = new Pieces(destroys ? problems : null);
        for (Body.Block b : intro.blocks()) {
            if (b instanceof Body.Clause c && Keywords.isMeant(c, Keywords.FIX_INTRO, problems)) {
                sideEffects.add(c.value());
                pieces.add(new Piece.Clause(c.keyword())).words(c.more(), c.line());
            } else {
                pieces.asWritten(b);
            }
        }
        List<Fix.Step> steps = sections.stream()
                .skip(1)
                .map(s -> new StepReader(s, destroys, problems).read())
                .toList();
        if (steps.isEmpty()) {
            problems.missing(1, 1, "the fix has no steps", "add a heading such as ## Stop the update helper");
        }
        return new Fix(
                key,
                title,
                choice("kind", "lasting", "workaround").equals("workaround"),
                head.number("minutes", 5),
                Fix.Risk.valueOf(choice("risk", "safe", "interrupts", "weakens", "destroys")
                        .toUpperCase(java.util.Locale.ROOT)),
                values("needs"),
                values("leaves"),
                parameters(),
                values("aliases"),
                head.text("discouraged").map(Head.Text::value).orElse(""),
                Pieces.words(pieces.list()),
                sideEffects,
                steps,
                traits(),
                pieces.list());
    }

    private Fix.Traits traits() {
        return new Fix.Traits(
                yes("reversible"),
                yes("keeps-data"),
                yes("offline"),
                head.text("affects").map(Head.Text::value).orElse(""),
                values("opposite-of"),
                head.date("substantial"),
                head.date("confirmed"));
    }

    private boolean yes(String name) {
        return head.text(name).isPresent()
                && choice(name, "false", "true", "yes", "no").matches("true|yes");
    }

    private List<String> values(String name) {
        return head.texts(name).stream().map(Head.Text::value).toList();
    }

    private String choice(String name, String... allowed) {
        Optional<Head.Text> t = head.text(name);
        if (t.isEmpty()) {
            return allowed[0];
        }
        if (List.of(allowed).contains(t.get().value())) {
            return t.get().value();
        }
        problems.error(
                t.get().line(),
                t.get().column(),
                "\"" + t.get().value() + "\" is not a " + name,
                "write " + String.join(", ", allowed));
        return allowed[0];
    }

    private Map<String, ValueType> parameters() {
        Map<String, ValueType> parameters = new LinkedHashMap<>();
        Head inner = head.inner("parameters");
        for (Head.Text name : inner.keys()) {
            inner.text(name.value())
                    .flatMap(t -> ValueType.named(t.value()))
                    .ifPresentOrElse(
                            type -> parameters.put(name.value(), type),
                            () -> problems.error(
                                    name.line(),
                                    name.column(),
                                    "\"" + name.value() + "\" has no known type",
                                    "types are " + ValueType.words()));
        }
        return parameters;
    }
}
