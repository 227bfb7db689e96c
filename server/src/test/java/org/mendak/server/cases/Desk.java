package org.mendak.server.cases;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.StreamSupport;
import org.mendak.server.Api;
import tools.jackson.databind.JsonNode;

/** The document set of the tests, and the acts of an agent on one of its cases, by HTTP. */
public final class Desk {

    private static final Path FOLDER = Path.of("src", "test", "resources", "desk");

    private final Api api;
    final long number;
    private long attempt;
    private String fix = "";

    private Desk(Api api, long number) {
        this.api = api;
        this.number = number;
    }

    /** Publishes the whole set, fixes that others run first. */
    public static void publish(Api lead) {
        lead.send(
                        "PUT",
                        "/api/library/vocabulary",
                        bytes(FOLDER.resolve("library.yaml")),
                        "Content-Type",
                        "application/yaml",
                        "If-None-Match",
                        "*")
                .expect(200);
        List<String> fixes = new java.util.ArrayList<>(names("fixes"));
        fixes.remove("clear-leftovers");
        fixes.add(0, "clear-leftovers");
        fixes.forEach(k -> lead.publish("fixes/" + k, text("fixes/" + k)));
        names("errors").forEach(k -> lead.publish("errors/" + k, text("errors/" + k)));
    }

    private static List<String> names(String folder) {
        try (var files = Files.list(FOLDER.resolve(folder))) {
            return files.map(f -> f.getFileName().toString().replace(".md", ""))
                    .sorted()
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static byte[] bytes(Path file) {
        try {
            return Files.readAllBytes(file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public static String text(String name) {
        return new String(bytes(FOLDER.resolve(name + ".md")), java.nio.charset.StandardCharsets.UTF_8);
    }

    static Desk open(Api api, String error, String text, Map<String, Object> more) {
        Map<String, Object> opening = new HashMap<>(more);
        opening.put("error", error);
        opening.put("text", text);
        return new Desk(api, api.openCase(opening));
    }

    /** The same case in a colleague's hands. */
    Desk as(Api other) {
        Desk d = new Desk(other, number);
        d.fix = fix;
        d.attempt = attempt;
        return d;
    }

    private String path(String rest) {
        return "/api/cases/" + number + rest;
    }

    JsonNode see() {
        return api.get(path("")).expect(200).json();
    }

    JsonNode plan() {
        return api.get(path("/plan")).expect(200).json();
    }

    /** The fixes of the plan in their order; questions that stand between them are left out. */
    List<String> order() {
        return keys(plan().path("ordered")).stream()
                .filter(k -> planned(k).path("kind").asString().equals("fix"))
                .toList();
    }

    /** What stands in the plan under this key. */
    JsonNode planned(String key) {
        return StreamSupport.stream(plan().path("ordered").spliterator(), false)
                .filter(i -> i.path("key").asString().equals(key))
                .findFirst()
                .orElseThrow();
    }

    static List<String> keys(JsonNode items) {
        return StreamSupport.stream(items.spliterator(), false)
                .map(i -> i.path("key").asString())
                .toList();
    }

    /** Why a fix is not proposed: the code and the values; empty if it is. */
    String excluded(String key) {
        return StreamSupport.stream(plan().path("excluded").spliterator(), false)
                .filter(e -> e.path("key").asString().equals(key))
                .map(e -> e.path("reason").path("code").asString() + " "
                        + e.path("reason").path("values"))
                .findFirst()
                .orElse("");
    }

    Desk know(String... namesAndValues) {
        Map<String, String> facts = new HashMap<>();
        for (int i = 0; i < namesAndValues.length; i += 2) {
            facts.put(namesAndValues[i], namesAndValues[i + 1]);
        }
        api.post(path("/facts"), facts).expect(200);
        return this;
    }

    Desk start(String key) {
        fix = key;
        attempt = api.post(path("/attempts"), Map.of("fix", key))
                .expect(201)
                .json()
                .path("id")
                .asLong();
        return this;
    }

    JsonNode filled() {
        return api.get(path("/fixes/" + fix)).expect(200).json();
    }

    JsonNode step(int index) {
        return filled().path("steps").path(index);
    }

    Api.Answer enter(int step, String what, Map<String, Object> more) {
        Map<String, Object> entry = new HashMap<>(more);
        entry.put("clientId", UUID.randomUUID().toString());
        entry.put("step", step);
        entry.put("what", what);
        return api.post(path("/attempts/" + attempt + "/steps"), entry);
    }

    Desk done(int... steps) {
        for (int s : steps) {
            enter(s, "done", Map.of()).expect(200);
        }
        return this;
    }

    Desk printed(int step, String output) {
        enter(step, "output", Map.of("output", output)).expect(200);
        return this;
    }

    Desk outcome(String outcome) {
        api.recordOver(number, attempt, Map.of("outcome", outcome)).expect(200);
        return this;
    }

    JsonNode patch(Map<String, Object> body) {
        return api.patchCase(number, body).expect(200).json();
    }

    Api.Answer post(String rest, Object body) {
        return api.post(path(rest), body);
    }

    Api.Answer settle(JsonNode putBack, Map<String, Object> how) {
        return api.post(path("/put-backs/" + putBack.path("id").asLong()), how);
    }

    Api.Answer close(String outcome, Object... more) {
        Map<String, Object> body = new HashMap<>(Map.of("outcome", outcome));
        for (int i = 0; i < more.length; i += 2) {
            body.put((String) more[i], more[i + 1]);
        }
        return api.post(path("/close"), body);
    }

    String textFor(String kind, String as) {
        return api.get(path("/texts/" + kind + "?as=" + as)).expect(200).text();
    }

    /** A command, a put-back's or a step's, as one text. */
    static String command(JsonNode pieces) {
        StringBuilder s = new StringBuilder();
        pieces.forEach(p -> s.append(p.path("text").asString()));
        return s.toString();
    }
}
