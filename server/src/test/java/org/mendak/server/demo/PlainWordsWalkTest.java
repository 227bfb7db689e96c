package org.mendak.server.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.mendak.server.OnDemo;
import tools.jackson.databind.JsonNode;

/** Agents, callers and leads read words: no formula, no placeholder and no internal name in any sheet, case, plan, reason or text of the demo. */
class PlainWordsWalkTest extends OnDemo {

    /** Members that programs read and no page shows. */
    private static final Set<String> FOR_PROGRAMS = Set.of(
            "key",
            "name",
            "id",
            "fact",
            "sets",
            "fix",
            "error",
            "fixes",
            "usedBy",
            "clientId",
            "kind",
            "facts",
            "wanted",
            "after",
            "together",
            "pinned",
            "newerRevisions",
            "waitsFor",
            "type",
            "source",
            "believedFix",
            "state",
            "from");

    private static final Pattern FORMULA = Pattern.compile(
            "\\{[A-Za-z_][\\w.-]*(?::[a-z]+)?\\}|[\\w)] (?:>=|<=|!=|==|=|<|>) [\\w\"]|\\b(?:count|missing|length|mode)\\(|dont-know|not-there");
    private static final Pattern INTERNAL = Pattern.compile("\\b[a-z]+_[a-z_]+\\b|\\b(?:device|need|fact)\\.[a-z]");

    private final Set<String> found = new TreeSet<>();
    private final Set<String> worked = new TreeSet<>();

    private void walk(String at, String member, JsonNode node) {
        if (FOR_PROGRAMS.contains(member)) {
            return;
        }
        if (node.isString()) {
            judge(at + " " + member, node.asString());
        } else if (node.isObject()) {
            node.properties().forEach(e -> walk(at, e.getKey(), e.getValue()));
        } else {
            node.forEach(n -> walk(at, member, n));
        }
    }

    private void judge(String at, String text) {
        if (FORMULA.matcher(text).find() || INTERNAL.matcher(text).find()) {
            found.add(at + ": " + (text.length() > 160 ? text.substring(0, 160) : text));
        }
    }

    private void ask(String path) {
        walk(path.replaceAll("/\\d+", "/n"), "", api.get(path).expect(200).json());
    }

    @Test
    void everythingThatIsReadIsInWords() {
        List<String> keys = new ArrayList<>();
        api.get("/api/errors?limit=200")
                .expect(200)
                .json()
                .forEach(e -> keys.add(e.path("key").asString()));
        assertThat(keys).hasSizeGreaterThan(40);
        ask("/api/errors?limit=200");
        ask("/api/fixes?limit=200");
        ask("/api/evidence");
        ask("/api/in-hand");
        ask("/api/cases?limit=50");
        for (String key : keys) {
            ask("/api/errors/" + key);
            ask("/api/errors/" + key + "/evidence");
            ask("/api/errors/" + key + "/plan");
            ask("/api/errors/" + key + "/plan?device.image=6.1&other_packages=yes");
            long n = api.openCase(
                    Map.of("text", "It stands still", "error", key, "device", "walk-1", "reached", "phone"));
            ask("/api/cases/" + n + "/questions");
            ask("/api/cases/" + n + "/sheet");
            JsonNode plan = api.get("/api/cases/" + n + "/plan").expect(200).json();
            walk("/api/cases/n/plan", "", plan);
            for (JsonNode s : plan.path("ordered")) {
                if (s.path("kind").asString().equals("fix")
                        && worked.add(s.path("key").asString())) {
                    work(n, s.path("key").asString());
                }
            }
            for (String text : List.of("ticket", "hand-out", "hand-over")) {
                for (String line : api.get("/api/cases/" + n + "/texts/" + text)
                        .expect(200)
                        .text()
                        .split("\n")) {
                    judge("text " + text, line);
                }
            }
            ask("/api/cases/" + n);
        }
        assertThat(found).isEmpty();
    }

    /** A fix as it is shown before and while it is worked, with whatever can be said of its values. */
    private void work(long n, String fix) {
        ask("/api/cases/" + n + "/fixes/" + fix);
        long a = api.post("/api/cases/" + n + "/attempts", Map.of("fix", fix))
                .expect(201)
                .json()
                .path("id")
                .asLong();
        JsonNode steps =
                api.get("/api/cases/" + n + "/fixes/" + fix).expect(200).json().path("steps");
        for (JsonNode s : steps) {
            for (JsonNode c : s.path("captures")) {
                api.post(
                        "/api/cases/" + n + "/attempts/" + a + "/steps",
                        Map.of(
                                "clientId",
                                "w" + s.path("index").asInt() + c.path("clause").asInt(),
                                "step",
                                s.path("index").asInt(),
                                "what",
                                "value",
                                "read",
                                Map.of(
                                        "clause",
                                        c.path("clause").asInt(),
                                        "none",
                                        c.path("clause").asInt() % 2 == 0 ? "not-known" : "not-there")));
            }
            api.post(
                    "/api/cases/" + n + "/attempts/" + a + "/steps",
                    Map.of(
                            "clientId",
                            "d" + s.path("index").asInt(),
                            "step",
                            s.path("index").asInt(),
                            "what",
                            "done"));
        }
        ask("/api/cases/" + n + "/fixes/" + fix);
        api.recordOver(n, a, Map.of("outcome", "no-change")).expect(200);
    }
}
