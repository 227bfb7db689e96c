package org.mendak.server.practice;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDemo;
import org.mendak.server.RunningApp;
import org.mendak.server.command.OnTerminal;
import tools.jackson.databind.JsonNode;

/** Practice devices over HTTP and on the terminal. */
class PracticeTest extends OnDemo {

    private static final String DEVICES = "/api/practice/devices";

    private static JsonNode take(Api who, Map<String, String> wanted) {
        return who.post(DEVICES, wanted).expect(201).json();
    }

    private static JsonNode type(Api who, JsonNode device, String line) {
        return who.post(DEVICES + "/" + device.path("id").asString() + "/lines", Map.of("line", line))
                .expect(200)
                .json();
    }

    private static String lastLine(JsonNode device) {
        JsonNode console = device.path("console");
        return console.path(console.size() - 1).path("text").asString();
    }

    @Test
    void aDeviceIsBrokenSaysSoAndIsMended() {
        JsonNode d = take(api, Map.of("error", "till-half-installed", "cause", "clear-half-install"));
        assertThat(d.path("screen").path(0).asString())
                .isEqualTo("Installation SK-20417 is not finished; start is refused");
        assertThat(d.path("action").asString()).isEqualTo("Start the installation");
        JsonNode asks = type(api, d, "skerryctl install rollback SK-20417");
        assertThat(asks.path("asks").asBoolean()).isTrue();
        JsonNode done = type(api, d, "y");
        assertThat(lastLine(done)).isEqualTo("rolled back");
        assertThat(done.path("asks").asBoolean()).isFalse();
        assertThat(done.path("seconds").asLong()).isGreaterThan(50);
        String path = DEVICES + "/" + d.path("id").asString();
        assertThat(api.post(path + "/tries", Map.of())
                        .json()
                        .path("screen")
                        .path(0)
                        .asString())
                .isEqualTo("It begins with its first page.");
        api.post(path + "/hands", Map.of("hand", "sing to it")).refused(409, "restart it");
        assertThat(api.post(path + "/hands", Map.of("hand", "restart it"))
                        .json()
                        .path("screen")
                        .path(0)
                        .asString())
                .isEqualTo("Sign in, purser");
        api.delete(path).expect(204);
        api.get(path).refused(404, "You have no device");
    }

    @Test
    void everybodyHasTheirOwnAndNotTooMany() {
        Api siv = agent("practice-siv", "Siv Aune");
        JsonNode mine = take(siv, Map.of("name", "till-tar-03"));
        assertThat(siv.get(DEVICES).json().path("mine")).hasSize(1);
        assertThat(siv.get(DEVICES).json().path("names").toString()).contains("till-tar-03", "panel-eider");
        Api odd = agent("practice-odd", "Odd Vik");
        odd.get(DEVICES + "/" + mine.path("id").asString()).refused(404, "You have no device");
        // what is behind it is to be found out
        siv.post(DEVICES, Map.of("error", "till-staging-full", "cause", "empty-staging"))
                .refused(403, "author");
        siv.post(DEVICES, Map.of("name", "none-such")).refused(422, "There is no device");
        siv.post(DEVICES, Map.of("error", "none-such")).refused(422, "No device has");
        assertThat(take(siv, Map.of("error", "till-staging-full")).toString()).doesNotContain("cause", "empty-staging");
        for (int i = 0; i < 4; i++) {
            take(siv, Map.of());
        }
        siv.post(DEVICES, Map.of()).refused(429, "Give one back");
        String path = DEVICES + "/" + mine.path("id").asString();
        siv.post(path + "/lines", Map.of("line", "x".repeat(1_001))).refused(422, "up to 1000");
        assertThat(lastLine(type(siv, mine, "<script>alert(1)</script>"))).contains("not known on this till");
    }

    @Test
    void withoutADemoThereAreNone() {
        try (RunningApp desk = RunningApp.empty()) {
            desk.lead().get(DEVICES).refused(404, "come with the demo");
        }
    }

    @Test
    void itIsTheSameOnTheTerminal() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        String typed =
                "tillctl sales waiting\ntillctl sales push --today\n:try\n:hands\n:hand 1\n:hand 99\n:log\n:leave\n";
        int status = OnTerminal.mendak(
                app.data(),
                new ByteArrayInputStream(typed.getBytes(StandardCharsets.UTF_8)),
                new PrintStream(out, true, StandardCharsets.UTF_8),
                "device",
                "--error",
                "till-update-waits-for-sales",
                "--cause",
                "push-sales");
        assertThat(status).isZero();
        assertThat(out.toString(StandardCharsets.UTF_8))
                .contains("| Update put off: 17 sales have not reached the shore", "waiting: 17", "shore has all")
                .contains("| It begins to unpack.", "1  restart it", "(45 s)", "That cannot be done now");
        assertThat(api.get(DEVICES).json().path("mine")).isEmpty();
        assertThat(OnTerminal.mendak(app.data(), new ByteArrayInputStream(new byte[0]), new PrintStream(out), "device"))
                .isEqualTo(2);
    }
}
