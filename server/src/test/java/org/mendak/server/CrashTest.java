package org.mendak.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentSkipListSet;
import java.util.concurrent.CountDownLatch;
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

    @Test
    void noAcknowledgedStepEntryIsLost() throws Exception {
        long number;
        Set<String> acknowledged = new ConcurrentSkipListSet<>();
        try (Served server = Served.on(data)) {
            Api api = server.lead();
            Texts.publish(api);
            number = api.openCase(Map.of("text", "x", "error", "tracks-full"));
            long attempt = api.post("/api/cases/" + number + "/attempts", Map.of("fix", "clear-tracks"))
                    .json()
                    .path("id")
                    .asLong();
            String path = "/api/cases/" + number + "/attempts/" + attempt + "/steps";
            AtomicInteger next = new AtomicInteger();
            CountDownLatch enough = new CountDownLatch(ENTRIES);
            ExecutorService hands = Executors.newFixedThreadPool(HANDS);
            for (int h = 0; h < HANDS; h++) {
                hands.submit(() -> {
                    for (int i = next.getAndIncrement(); i < 2 * ENTRIES; i = next.getAndIncrement()) {
                        String id = "k-" + i;
                        Map<String, Object> entry =
                                Map.of("clientId", id, "step", i % 2, "what", "output", "output", "l" + i);
                        if (api.post(path, entry).status() == 200) {
                            acknowledged.add(id);
                            enough.countDown();
                        }
                    }
                });
            }
            assertThat(enough.await(2, TimeUnit.MINUTES)).isTrue();
            server.kill();
            hands.shutdownNow();
            assertThat(hands.awaitTermination(1, TimeUnit.MINUTES)).isTrue();
        }
        assertThat(acknowledged).hasSizeGreaterThanOrEqualTo(ENTRIES);

        try (Served again = Served.on(data)) {
            JsonNode steps = again.lead()
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
        }
    }

    @Test
    void aCleanStopTakesTheWayInAway() throws Exception {
        try (Served server = Served.on(data)) {
            server.lead();
            assertThat(server.stop()).isTrue();
            assertThat(data.resolve("running")).doesNotExist();
        }
    }

    private static final int PARCELS = 60;

    /** What is published together is seen together, also when the server is killed amid publishing. */
    @Test
    void aParcelIsWholeOrNotThere() throws Exception {
        Set<Integer> acknowledged = new ConcurrentSkipListSet<>();
        try (Served server = Served.on(data)) {
            Api api = server.lead();
            Texts.publish(api);
            for (int i = 0; i < PARCELS; i++) {
                api.create("fixes/part-" + i, Texts.GROW_FIX.replace("fix: grow-tracks", "fix: part-" + i))
                        .expect(201);
                api.create("errors/whole-" + i, """
                        ---
                        error: whole-%1$d
                        title: "Whole %1$d"
                        phases: [update]
                        products: ["Tidewall"]
                        ---
                        ## Recognise
                        - Code: `WH-%1$d`

                        ## Try
                        1. [Part](../fixes/part-%1$d.md)

                        ## Verify
                        1. Look.
                        """.formatted(i)).expect(201);
            }
            AtomicInteger next = new AtomicInteger();
            CountDownLatch enough = new CountDownLatch(PARCELS / 3);
            ExecutorService hands = Executors.newFixedThreadPool(HANDS);
            for (int h = 0; h < HANDS; h++) {
                hands.submit(() -> {
                    for (int i = next.getAndIncrement(); i < PARCELS; i = next.getAndIncrement()) {
                        List<Map<String, Object>> parcel = List.of(
                                Map.of("folder", "errors", "key", "whole-" + i, "revision", 1),
                                Map.of("folder", "fixes", "key", "part-" + i, "revision", 1));
                        if (api.post("/api/library/parcels", Map.of("documents", parcel))
                                        .status()
                                == 200) {
                            acknowledged.add(i);
                            enough.countDown();
                        }
                    }
                });
            }
            assertThat(enough.await(2, TimeUnit.MINUTES)).isTrue();
            server.kill();
            hands.shutdownNow();
            assertThat(hands.awaitTermination(1, TimeUnit.MINUTES)).isTrue();
        }
        try (Served again = Served.on(data)) {
            Api api = again.lead();
            for (int i = 0; i < PARCELS; i++) {
                int error = api.get("/api/errors/whole-" + i).status();
                int fix = api.get("/api/fixes/part-" + i).status();
                assertThat(error).as("parcel " + i).isEqualTo(fix);
                if (acknowledged.contains(i)) {
                    assertThat(error)
                            .as("parcel " + i + ", which was acknowledged")
                            .isEqualTo(200);
                }
            }
        }
    }
}
