package org.mendak.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentSkipListSet;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** What was acknowledged is on disk: the server is killed hard amid a thousand step entries. */
class CrashTest {

    private static final int ENTRIES = 1_000;
    private static final int HANDS = 4;

    @TempDir
    private Path data;

    private Process serve() throws IOException {
        Files.deleteIfExists(data.resolve("running"));
        Path java = Path.of(System.getProperty("java.home"), "bin", "java");
        return new ProcessBuilder(
                        java.toString(),
                        "-XX:TieredStopAtLevel=1",
                        "-cp",
                        System.getProperty("java.class.path"),
                        "org.mendak.server.Mendak",
                        "--server.port=0",
                        "--mendak.data=" + data)
                .redirectErrorStream(true)
                .redirectOutput(data.resolve("server.out").toFile())
                .start();
    }

    private Api waitFor(Process p) throws Exception {
        for (int i = 0; i < 600; i++) {
            assertThat(p.isAlive())
                    .as(Files.readString(data.resolve("server.out")))
                    .isTrue();
            Path running = data.resolve("running");
            if (Files.exists(running) && Files.readAllLines(running).size() == 2) {
                List<String> lines = Files.readAllLines(running);
                Api api = Api.bearer(lines.get(0), lines.get(1));
                if (api.get("/actuator/health").status() == 200) {
                    return api;
                }
            }
            TimeUnit.MILLISECONDS.sleep(100);
        }
        throw new AssertionError("did not start: " + Files.readString(data.resolve("server.out")));
    }

    @Test
    void noAcknowledgedStepEntryIsLost() throws Exception {
        Process server = serve();
        long number;
        long attempt;
        Set<String> acknowledged = new ConcurrentSkipListSet<>();
        try {
            Api api = waitFor(server);
            Texts.publish(api);
            number = api.openCase(Map.of("text", "x", "error", "tracks-full"));
            attempt = api.post("/api/cases/" + number + "/attempts", Map.of("fix", "clear-tracks"))
                    .json()
                    .path("id")
                    .asLong();
            String path = "/api/cases/" + number + "/attempts/" + attempt + "/steps";
            AtomicInteger next = new AtomicInteger();
            ExecutorService hands = Executors.newFixedThreadPool(HANDS);
            for (int h = 0; h < HANDS; h++) {
                hands.submit(() -> {
                    for (int i = next.getAndIncrement(); i < 2 * ENTRIES; i = next.getAndIncrement()) {
                        String id = "k-" + i;
                        Map<String, Object> entry =
                                Map.of("clientId", id, "step", i % 2, "what", "output", "output", "l" + i);
                        if (api.post(path, entry).status() == 200) {
                            acknowledged.add(id);
                        }
                    }
                });
            }
            while (acknowledged.size() < ENTRIES) {
                TimeUnit.MILLISECONDS.sleep(5);
            }
            server.destroyForcibly().waitFor();
            hands.shutdownNow();
            hands.awaitTermination(20, TimeUnit.SECONDS);
        } finally {
            server.destroyForcibly();
        }
        assertThat(acknowledged).hasSizeGreaterThanOrEqualTo(ENTRIES);

        Process again = serve();
        try {
            JsonNode steps = waitFor(again)
                    .get("/api/cases/" + number)
                    .expect(200)
                    .json()
                    .path("attempts")
                    .path(0)
                    .path("steps");
            List<String> stored = new ArrayList<>();
            steps.forEach(s -> stored.add(s.path("clientId").asString()));
            Set<String> lost = new TreeSet<>(acknowledged);
            stored.forEach(lost::remove);
            assertThat(lost).isEmpty();
            assertThat(stored).doesNotHaveDuplicates();
        } finally {
            again.destroy();
            again.waitFor(20, TimeUnit.SECONDS);
            again.destroyForcibly();
        }
    }

    @Test
    void aCleanStopTakesTheWayInAway() throws Exception {
        Process server = serve();
        try {
            waitFor(server);
            server.destroy();
            assertThat(server.waitFor(30, TimeUnit.SECONDS)).isTrue();
            assertThat(data.resolve("running")).doesNotExist();
        } finally {
            server.destroyForcibly();
        }
    }
}
