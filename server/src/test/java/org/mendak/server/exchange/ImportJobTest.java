package org.mendak.server.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Jobs;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Turns;
import tools.jackson.databind.JsonNode;

/** Many cases at once: as work that can be watched and stopped, twice at the same time, and never one of them in part. */
class ImportJobTest extends OnDesk {

    private static final String HEADER =
            "case,error,opened_at,closed_at,status,position,fix,outcome,minutes,fact.image\n";
    private static final int A_TRANSACTION = ImportRun.CASES_A_TRANSACTION;

    @BeforeAll
    void start() {
        Texts.publish(api);
    }

    /** Cases of two tries each, every third of which came with something known. */
    private static String csv(String prefix, int cases) {
        return HEADER
                + IntStream.range(0, cases)
                        .mapToObj(i -> IntStream.rangeClosed(1, 2)
                                .mapToObj(p ->
                                        "%s-%d,tracks-full,2026-02-01T08:00:00Z,2026-02-01T09:00:00Z,solved,%d,%s,%s,3,%s\n"
                                                .formatted(
                                                        prefix,
                                                        i,
                                                        p,
                                                        p == 1 ? "clear-tracks" : "grow-tracks",
                                                        p == 1 ? "no-change" : "worked",
                                                        i % 3 == 0 ? "8.0" : ""))
                                .collect(Collectors.joining()))
                        .collect(Collectors.joining());
    }

    private Api.Answer begin(String csv) {
        return api.send(
                "POST",
                "/api/cases/import",
                csv.getBytes(java.nio.charset.StandardCharsets.UTF_8),
                "Content-Type",
                "text/csv",
                "Prefer",
                "respond-async");
    }

    private int known() {
        return api.get("/api/errors/tracks-full/evidence").json().path("cases").asInt();
    }

    @Test
    void asAJobItTellsHowFarItIsAndWhatCameOfIt() {
        int before = known();
        Api.Answer begun = begin(csv("job", 600)).expect(202);
        JsonNode done = api.ended(begun.header("Location"));
        assertThat(done.path("state").asString()).isEqualTo("done");
        assertThat(done.path("total").asInt()).isEqualTo(1_200);
        assertThat(done.path("result").path("cases").asInt()).isEqualTo(600);
        assertThat(done.path("result").path("attempts").asInt()).isEqualTo(1_200);
        assertThat(known()).isEqualTo(before + 600);
    }

    @Test
    void whatWasStoredBeforeItWasStoppedStaysAndTheSameFileGoesOn() throws InterruptedException {
        String csv = csv("stopped", 900);
        CountDownLatch asked = new CountDownLatch(1);
        CountDownLatch held = new CountDownLatch(1);
        CompletableFuture<String> other = CompletableFuture.supplyAsync(() -> app.bean(Turns.class)
                .take(
                        () -> {
                            held.countDown();
                            return waited(asked);
                        },
                        ImportRun.TURN));
        held.await();
        String job = begin(csv).expect(202).header("Location");
        assertThat(api.get(job).json().path("stoppable").asBoolean()).isTrue();
        api.delete(job).expect(200);
        asked.countDown();
        other.join();

        JsonNode done = api.ended(job);
        assertThat(done.path("state").asString()).isEqualTo("stopped");
        assertThat(done.path("result").path("cases").asInt()).isEqualTo(A_TRANSACTION);
        assertThat(done.path("done").asInt()).isEqualTo(2 * A_TRANSACTION);
        api.delete(job).expect(200);
        JsonNode rest = api.csv(csv).expect(200).json();
        assertThat(rest.path("unchanged").asInt()).isEqualTo(A_TRANSACTION);
        assertThat(rest.path("cases").asInt()).isEqualTo(900 - A_TRANSACTION);
    }

    private static String waited(CountDownLatch latch) {
        try {
            latch.await();
            return "";
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void twoWhoBringTheSameAtTheSameTimeBringItOnce() {
        int before = known();
        String csv = csv("twice", 1_000);
        List<JsonNode> both = IntStream.range(0, 2)
                .mapToObj(i -> CompletableFuture.supplyAsync(
                        () -> api.csv(csv).expect(200).json()))
                .toList()
                .stream()
                .map(CompletableFuture::join)
                .toList();
        assertThat(both.stream().mapToInt(d -> d.path("cases").asInt()).sum()).isEqualTo(1_000);
        assertThat(both.stream().mapToInt(d -> d.path("unchanged").asInt()).sum())
                .isEqualTo(1_000);
        assertThat(known()).isEqualTo(before + 1_000);
    }

    @Test
    void aCaseOfWhichOneRowInThousandsIsWrongIsTheOnlyOneThatIsLeftOut() {
        String csv = csv("wrong", 2_000).replaceFirst("(wrong-1234,.*,2,)grow-tracks", "$1never-heard-of");
        JsonNode done = api.csv(csv).expect(200).json();
        assertThat(done.path("cases").asInt()).isEqualTo(1_999);
        assertThat(done.path("rejected").size()).isEqualTo(1);
        assertThat(done.path("rejected").path(0).path("row").asInt()).isEqualTo(2 * 1_234 + 3);
        JsonNode again = api.csv(csv.replace("never-heard-of", "grow-tracks"))
                .expect(200)
                .json();
        assertThat(again.path("cases").asInt()).isEqualTo(1);
        assertThat(again.path("unchanged").asInt()).isEqualTo(1_999);
    }

    @Test
    void workThatIsWhollyDoneOrNotAtAllCannotBeStopped() {
        CountDownLatch asked = new CountDownLatch(1);
        Caller lead = new Caller(0, "command line", "command line", Role.LEAD, Caller.EVERYTHING);
        Jobs jobs = app.bean(Jobs.class);
        String id =
                jobs.start(lead, "library-import", progress -> waited(asked)).id();
        try {
            assertThat(org.assertj.core.api.Assertions.catchThrowable(() -> jobs.stop(lead, id)))
                    .hasMessageContaining("wholly or not at all");
        } finally {
            asked.countDown();
        }
        api.delete("/api/jobs/nobody-s").refused(404, "no such job");
    }
}
