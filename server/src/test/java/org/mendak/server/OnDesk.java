package org.mendak.server;

import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import tools.jackson.databind.JsonNode;

/** A Mendak of its own for the class, from its first test to its last: an empty desk unless the class opens another. */
public abstract class OnDesk {

    protected RunningApp app;

    /** The command line's own way in: whatever a lead may do. */
    protected Api api;

    /** The desk that the class wants. */
    protected RunningApp begun() {
        return RunningApp.empty();
    }

    @BeforeAll
    void openDesk() {
        app = begun();
        api = app.lead();
    }

    @AfterAll
    void closeDesk() {
        if (app != null) {
            app.close();
        }
    }

    /** Somebody new who works cases, signed in. */
    /** The number of the person of that name. */
    protected long personCalled(String name) {
        for (JsonNode p : api.get("/api/people").expect(200).json()) {
            if (p.path("name").asString().equals(name)) {
                return p.path("id").asLong();
            }
        }
        throw new AssertionError("nobody is called " + name);
    }

    protected Api agent(String login, String name) {
        api.post("/api/people", Map.of("login", login, "name", name, "role", "agent", "password", "a-long-password"));
        Api other = Api.browser(app.address());
        other.get("/api/session");
        other.signIn(login, "a-long-password").expect(200);
        return other;
    }
}
