package org.mendak.server.command;

import java.io.IOException;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** {@code ./mendak user}: people from the server's own terminal, for when no lead can come in. */
final class PeopleCalls {

    /** Sends a call to the Mendak that runs. */
    @FunctionalInterface
    interface Call {
        HttpResponse<byte[]> send(String method, String path, String type, BodyPublisher body)
                throws IOException, InterruptedException;
    }

    static final String USAGE =
            "usage: user list | user add LOGIN ROLE NAME | user address LOGIN | user role LOGIN ROLE"
                    + " | user out LOGIN | user in LOGIN";

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Call call;
    private final String address;
    private final Terminal terminal;

    PeopleCalls(Call call, String address, Terminal terminal) {
        this.call = call;
        this.address = address;
        this.terminal = terminal;
    }

    int run(List<String> words) throws IOException, InterruptedException {
        String verb = words.isEmpty() ? "" : words.get(0);
        return switch (verb + " " + words.size()) {
            case "list 1" -> list();
            case "address 2" -> handOut(id(words.get(1)));
            case "role 3" -> change(words.get(1), Map.of("role", words.get(2)));
            case "out 2" -> change(words.get(1), Map.of("active", false));
            case "in 2" -> change(words.get(1), Map.of("active", true));
            default -> {
                if (!verb.equals("add") || words.size() < 4) {
                    throw new Cli.Stop(2, USAGE);
                }
                yield add(words.get(1), words.get(2), String.join(" ", words.subList(3, words.size())));
            }
        };
    }

    private JsonNode asked(String method, String path, Object body) throws IOException, InterruptedException {
        return answered(call, method, path, body);
    }

    /** What a call is answered with; null if with nothing. */
    static JsonNode answered(Call call, String method, String path, Object body)
            throws IOException, InterruptedException {
        HttpResponse<byte[]> r = call.send(
                method,
                path,
                "application/json",
                body == null ? BodyPublishers.noBody() : BodyPublishers.ofString(JSON.writeValueAsString(body)));
        JsonNode answer = r.body().length == 0 ? null : JSON.readTree(r.body());
        if (r.statusCode() >= 300) {
            throw new Cli.Stop(
                    1,
                    answer == null
                            ? "refused: " + r.statusCode()
                            : answer.path("detail").asString());
        }
        return answer;
    }

    private int list() throws IOException, InterruptedException {
        for (JsonNode p : asked("GET", "/api/people", null)) {
            if (!p.path("login").isNull()) {
                terminal.out()
                        .printf(
                                "%-20s %-7s %-9s %s%n",
                                p.path("login").asString(),
                                p.path("role").asString(),
                                p.path("active").asBoolean() ? "" : "shut out",
                                p.path("name").asString());
            }
        }
        return 0;
    }

    private long id(String login) throws IOException, InterruptedException {
        for (JsonNode p : asked("GET", "/api/people", null)) {
            if (login.equalsIgnoreCase(p.path("login").asString(""))) {
                return p.path("id").asLong();
            }
        }
        throw new Cli.Stop(1, "Nobody has the sign-in \"" + login + "\". Nothing was changed.");
    }

    private int add(String login, String role, String name) throws IOException, InterruptedException {
        Map<String, Object> person = new HashMap<>(Map.of("login", login, "role", role, "name", name));
        JsonNode made = asked("POST", "/api/people", person);
        return handOut(made.path("id").asLong());
    }

    private int handOut(long id) throws IOException, InterruptedException {
        JsonNode a = asked("POST", "/api/people/" + id + "/address", Map.of());
        terminal.out()
                .println("They choose their password, once and until "
                        + a.path("until").asString() + ", at\n  " + address + "/"
                        + a.path("path").asString());
        return 0;
    }

    private int change(String login, Map<String, ?> change) throws IOException, InterruptedException {
        JsonNode p = asked("PATCH", "/api/people/" + id(login), change);
        terminal.out()
                .println(p.path("login").asString() + " is " + p.path("role").asString()
                        + (p.path("active").asBoolean() ? "" : ", shut out")
                        + ". All sign-ins and tokens of theirs have ended.");
        return 0;
    }
}
