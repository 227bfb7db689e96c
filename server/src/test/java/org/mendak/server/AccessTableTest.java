package org.mendak.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import tools.jackson.databind.JsonNode;

/**
 * Every call of the API document times every role and every token: who may is let in, who may not is refused, and a call without a rule in
 * {@code access.txt} fails here.
 */
class AccessTableTest extends OnDesk {

    private static final Map<String, String> PLACES = Map.of(
            "{n}",
            "999999",
            "{id}",
            "999999",
            "{key}",
            "none-such",
            "{folder}",
            "fixes",
            "{kind}",
            "ticket",
            "{code}",
            "zzzz",
            "{index}",
            "0",
            "{token}",
            "999999",
            "{call}",
            "999999",
            "{run}",
            "00000000-0000-4000-8000-000000000000");
    private static final String PASSWORD = "a-long-password";

    private record Rule(Role role, Scope scope) {
        static final Rule EVERYBODY = new Rule(null, null);
    }

    private final Map<String, Rule> rules = new LinkedHashMap<>();
    private final Map<String, String> bodies = new LinkedHashMap<>();

    /** One who calls; {@code role} is null for a stranger. */
    private record Who(String name, Api api, Role role, List<Scope> scopes) {
        boolean may(Rule r) {
            return r.role() == null || role != null && role.compareTo(r.role()) >= 0 && scopes.contains(r.scope());
        }
    }

    @BeforeAll
    void read() throws IOException {
        Texts.publish(api);
        for (String line : Files.readAllLines(Path.of("src", "test", "resources", "access.txt"))) {
            if (!line.startsWith("#") && !line.isBlank()) {
                String[] words = line.split("\\s+");
                rules.put(
                        words[0] + " " + words[1],
                        words[2].equals("everybody")
                                ? Rule.EVERYBODY
                                : new Rule(Role.of(words[2]), Scope.of(words[3])));
            }
        }
        JsonNode paths = api.get("/v3/api-docs").expect(200).json().path("paths");
        paths.properties()
                .forEach(p -> p.getValue().properties().forEach(o -> {
                    String type = "";
                    for (var content :
                            o.getValue().path("requestBody").path("content").properties()) {
                        type = content.getKey();
                    }
                    bodies.put(o.getKey().toUpperCase(java.util.Locale.ROOT) + " " + p.getKey(), type);
                }));
    }

    private List<Who> everyone() {
        List<Who> all = new ArrayList<>();
        all.add(new Who("a stranger", Api.browser(app.address()), null, List.of()));
        for (Role role : Role.values()) {
            String login = "table-" + role.word();
            api.post("/api/people", Map.of("login", login, "name", "T", "role", role.word(), "password", PASSWORD));
            Api browser = Api.browser(app.address());
            browser.signIn(login, PASSWORD).expect(200);
            all.add(new Who(role.word(), browser, role, List.of(Scope.values())));
            for (Scope scope : Scope.values()) {
                if (scope == Scope.ADMIN && role != Role.LEAD) {
                    continue;
                }
                String token = browser.post("/api/tokens", Map.of("name", "t", "scopes", List.of(scope.word())))
                        .expect(201)
                        .json()
                        .path("token")
                        .asString();
                all.add(new Who(
                        role.word() + "'s token for " + scope.word(),
                        Api.bearer(app.address(), token),
                        role,
                        List.of(Scope.READ, scope)));
            }
        }
        return all;
    }

    @Test
    void everyCallHasARuleAndEveryRuleACall() {
        assertThat(new TreeSet<>(rules.keySet())).isEqualTo(new TreeSet<>(bodies.keySet()));
    }

    @Test
    void whoMayIsLetInAndWhoMayNotIsRefused() {
        List<String> wrong = new ArrayList<>();
        for (Who who : everyone()) {
            bodies.forEach((call, type) -> {
                Rule rule = rules.get(call);
                // signing in and out is played elsewhere
                if (rule == null || call.endsWith("/api/session") || call.endsWith("/api/password")) {
                    return;
                }
                int status = call(who.api(), call, type).status();
                boolean refused = status == 401 || status == 403;
                int expected = who.role() == null ? 401 : 403;
                if (who.may(rule) ? refused : status != expected) {
                    wrong.add(who.name() + ": " + call + " was answered " + status);
                }
                if (status >= 500) {
                    wrong.add(who.name() + ": " + call + " was answered " + status);
                }
            });
        }
        assertThat(wrong).isEmpty();
    }

    private static Api.Answer call(Api api, String call, String type) {
        String method = call.substring(0, call.indexOf(' '));
        String path = call.substring(call.indexOf(' ') + 1);
        for (Map.Entry<String, String> p : PLACES.entrySet()) {
            path = path.replace(p.getKey(), p.getValue());
        }
        if (path.endsWith("/tries")) {
            path += "?fix=none";
        }
        if (path.contains("/documents/fixes") && method.equals("GET") && !path.endsWith("/revisions")) {
            path = "/api/documents/fixes/grow-tracks";
        }
        if (type.equals("multipart/form-data")) {
            return api.upload(path, "a.log", "text/plain", "x".getBytes(StandardCharsets.UTF_8));
        }
        if (method.equals("GET") || method.equals("DELETE")) {
            return api.send(method, path, null);
        }
        String body = type.equals("application/json") && path.endsWith("/transitions")
                ? "{\"to\":\"published\"}"
                : type.equals("application/json") ? "{}" : "x";
        return api.send(
                method,
                path,
                body.getBytes(StandardCharsets.UTF_8),
                "Content-Type",
                type.isEmpty() ? "application/octet-stream" : type,
                "If-Match",
                "\"v1\"");
    }
}
