package org.mendak.server.custody;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.RunningApp;
import org.mendak.server.Texts;
import org.mendak.server.platform.DeskState;

/** A disk without room: what is stored stays, reading and signing in go on, writing is refused with a reason, and it is over by itself. */
class FullDiskTest {

    private static final String PASSWORD = "a-long-password";

    @TempDir
    private Path data;

    private static String health(RunningApp app, int status) {
        return Api.browser(app.address())
                .get("/actuator/health")
                .expect(status)
                .json()
                .path("status")
                .asString();
    }

    @Test
    void belowTheReserveNothingIsStoredAndAllElseGoesOn() {
        try (RunningApp app = RunningApp.on(data)) {
            Texts.publish(app.lead());
            app.lead()
                    .post("/api/people", Map.of("login", "liv", "name", "Liv", "role", "agent", "password", PASSWORD));
            app.lead().openCase(Map.of("text", "it said LL-712", "error", "tracks-full"));
            assertThat(health(app, 200)).isEqualTo("UP");
        }
        try (RunningApp app = RunningApp.on(data, "--mendak.reserve=1000000TB")) {
            Api agent = Api.browser(app.address());
            agent.signIn("liv", PASSWORD).expect(200);
            assertThat(agent.get("/api/session")
                            .json()
                            .path("desk")
                            .path("sentence")
                            .asString())
                    .contains("nearly full");
            agent.get("/api/cases/1").expect(200);
            agent.post("/api/recognitions", Map.of("text", "it said LL-712")).expect(200);
            agent.get("/api/cases/1/plan").expect(200);
            agent.post("/api/cases", Map.of("text", "x")).refused(503, "nearly full");
            agent.post("/api/cases/1/notes", Map.of("text", "x")).refused(503, "Nothing was stored");
            app.lead().create("fixes/new", Texts.GROW_FIX).refused(503, "nearly full");
            assertThat(health(app, 200)).isEqualTo("READ_ONLY");
        }
    }

    @Test
    void evenADatabaseThatFailedOpensAgainByItself() {
        long before;
        try (RunningApp app = RunningApp.on(data, "--spring.datasource.url=" + FullDisk.url(data))) {
            Api api = app.lead();
            Texts.publish(api);
            before = api.openCase(Map.of("text", "before"));
            FullDisk.FULL.set(true);
            try {
                for (int i = 0; i < 4; i++) {
                    api.post("/api/cases", Map.of("text", "in vain")).refused(503, "Nothing was");
                }
                assertThat(app.bean(DeskState.class).told().trouble()).isEqualTo(DeskState.Trouble.CLOSED);
                assertThat(health(app, 503)).isEqualTo("DOWN");
            } finally {
                FullDisk.FULL.set(false);
            }
            app.bean(DeskWatch.class).look();
            assertThat(health(app, 200)).isEqualTo("UP");
            api.get("/api/cases/" + before).expect(200);
            long after = api.openCase(Map.of("text", "after"));
            assertThat(api.get("/api/cases/" + after).expect(200).text()).contains("after");
        }
        try (RunningApp app = RunningApp.on(data)) {
            app.lead().get("/api/cases/" + before).expect(200);
            assertThat(app.lead().get("/api/cases").expect(200).json()).hasSize(2);
        }
    }
}
