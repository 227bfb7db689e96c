package org.mendak.server.cases;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;
import tools.jackson.databind.JsonNode;

/** Two agents on one case, many on one error: nobody loses an entry. */
class ConcurrencyTest extends OnDesk {

    @BeforeAll
    void start() {
        Texts.publish(api);
    }

    private interface Task {
        void run(int i);
    }

    private static void together(int threads, int each, Task task) throws Exception {
        ExecutorService pool = Executors.newFixedThreadPool(threads);
        try {
            List<Future<?>> all = new ArrayList<>();
            for (int t = 0; t < threads; t++) {
                int from = t * each;
                all.add(pool.submit(() -> {
                    for (int i = from; i < from + each; i++) {
                        task.run(i);
                    }
                }));
            }
            for (Future<?> f : all) {
                f.get();
            }
        } finally {
            pool.shutdownNow();
        }
    }

    @Test
    void entriesOfManyHandsAreAllThere() throws Exception {
        long n = api.openCase(Map.of("text", "x", "error", "tracks-full"));
        long attempt = api.post("/api/cases/" + n + "/attempts", Map.of("fix", "clear-tracks"))
                .json()
                .path("id")
                .asLong();
        together(
                20,
                10,
                i -> api.post(
                                "/api/cases/" + n + "/attempts/" + attempt + "/steps",
                                Map.of("clientId", "e-" + i, "step", i % 2, "what", "output", "output", "line " + i))
                        .expect(200));
        JsonNode steps =
                api.get("/api/cases/" + n).json().path("attempts").path(0).path("steps");
        assertThat(steps.size()).isEqualTo(200);
    }

    @Test
    void oneFixStartedByAllAtOnceIsOneAttempt() throws Exception {
        long n = api.openCase(Map.of("text", "x", "error", "tracks-full"));
        together(
                8,
                1,
                i -> api.post("/api/cases/" + n + "/attempts", Map.of("fix", "grow-tracks"))
                        .expect(201));
        assertThat(api.get("/api/cases/" + n).json().path("attempts").size()).isEqualTo(1);
    }

    /** Twenty at one case, each doing something else to it: nothing of anybody's is overwritten or given the same number. */
    @Test
    void twentyAtOneCaseLoseNothing() throws Exception {
        long n = api.openCase(Map.of("text", "x", "error", "tracks-full"));
        String path = "/api/cases/" + n;
        java.util.Set<Long> numbers = java.util.concurrent.ConcurrentHashMap.newKeySet();
        together(20, 6, i -> {
            switch (i % 4) {
                case 0 -> api.post(path + "/notes", Map.of("text", "note " + i)).expect(200);
                case 1 ->
                    api.post(path + "/facts", Map.of("fact" + i % 40, "v" + i)).expect(200);
                case 2 ->
                    api.post(path + "/attempts", Map.of("fix", i % 8 < 4 ? "clear-tracks" : "grow-tracks"))
                            .expect(201);
                default -> numbers.add(api.openCase(Map.of("text", "y " + i, "error", "tracks-full")));
            }
            // the last one to look wins; who has looked before somebody else's change is told
            while (true) {
                Api.Answer a = api.patchCase(n, Map.of(i % 2 == 0 ? "device" : "reference", "d" + i));
                if (a.status() != 412) {
                    a.expect(200);
                    break;
                }
                a.refused(412, "Yours was not stored");
            }
        });
        JsonNode c = api.get(path).expect(200).json();
        assertThat(c.path("notes")).hasSize(30);
        assertThat(c.path("facts")).hasSize(10);
        assertThat(c.path("attempts")).hasSize(2);
        assertThat(c.path("device").asString()).startsWith("d");
        assertThat(c.path("reference").asString()).startsWith("d");
        assertThat(numbers).hasSize(30);
        List<Integer> positions = new ArrayList<>();
        c.path("attempts").forEach(a -> positions.add(a.path("position").asInt()));
        assertThat(positions).containsExactly(1, 2);
    }

    @Test
    void casesOfOneErrorClosedAtOnceAreAllCounted() throws Exception {
        int before =
                api.get("/api/errors/tracks-full/evidence").json().path("cases").asInt();
        together(6, 5, i -> {
            long n = api.openCase(Map.of("text", "x " + i, "error", "tracks-full"));
            api.attempt(n, "grow-tracks", i % 2 == 0 ? "worked" : "no-change", 3);
            api.close(n, i % 2 == 0 ? "solved" : "handed-over").expect(200);
        });
        assertThat(api.get("/api/errors/tracks-full/evidence")
                        .json()
                        .path("cases")
                        .asInt())
                .isEqualTo(before + 30);
    }

    @Test
    void ofTwoWhoSaveOverTheSameRevisionOneWins() throws Exception {
        api.create("fixes/contested", Texts.GROW_FIX).expect(201);
        List<Integer> statuses = java.util.Collections.synchronizedList(new ArrayList<>());
        together(
                6,
                1,
                i -> statuses.add(api.put("fixes/contested", Texts.GROW_FIX + i, "If-Match", "\"r1\"")
                        .status()));
        assertThat(statuses).containsOnlyOnce(200);
        assertThat(statuses.stream().filter(s -> s == 412)).hasSize(5);
    }
}
