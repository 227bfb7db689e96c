package org.mendak.server;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.mendak.server.cases.Desk;

/** An empty Mendak of its own for the class, with the documents of the test desk published. */
public abstract class OnTestDesk {

    protected RunningApp app;
    protected Api api;

    @BeforeAll
    void startDesk() {
        app = RunningApp.empty();
        api = app.lead();
        Desk.publish(api);
    }

    @AfterAll
    void stopDesk() {
        app.close();
    }

    /** Somebody who works cases, signed in. */
    protected Api agent(String login, String name) {
        api.post(
                "/api/people",
                java.util.Map.of("login", login, "name", name, "role", "agent", "password", "a-long-password"));
        Api other = Api.browser(app.address());
        other.get("/api/session");
        other.signIn(login, "a-long-password").expect(200);
        return other;
    }
}
