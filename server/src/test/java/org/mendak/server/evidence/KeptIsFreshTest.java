package org.mendak.server.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.core.evidence.CountedLog;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Db;
import tools.jackson.databind.JsonNode;

/** After random acts of all kinds that is told which a reading of all cases from nothing tells. */
class KeptIsFreshTest extends OnDesk {

    private static final List<String> ERRORS = List.of("tracks-full", "tracks-other");
    private static final List<String> FIXES = List.of("clear-tracks", "grow-tracks");
    private static final List<String> OUTCOMES =
            List.of("worked", "no-change", "not-retested", "made-worse", "could-not-apply", "different-error");

    private final Random random = new Random(17);
    private final List<Long> cases = new ArrayList<>();
    private Api liv;

    @BeforeAll
    void start() {
        Texts.publish(api);
        api.publish("errors/tracks-other", Texts.named("tracks-other", "LL-713"));
        liv = agent("liv", "Liv Aune");
        agent("per", "Per Sund");
    }

    @Test
    void whatIsKeptIsWhatIsThereWhateverHappened() {
        for (int round = 0; round < 14; round++) {
            for (int act = 0; act < 15; act++) {
                act(round * 100 + act);
            }
            ERRORS.forEach(this::assertFresh);
        }
        assertThat(told("tracks-full").cases()).isGreaterThan(5);
        assertThat(told("tracks-other").cases()).isPositive();
        JsonNode desk = api.get("/api/evidence/desk").expect(200).json();
        assertThat(desk.path("reading").isNull()).isTrue();
        assertThat(desk.path("chosen").asInt())
                .isEqualTo(ERRORS.stream().mapToInt(e -> entries(e).size()).sum());
    }

    private void act(int n) {
        if (cases.size() < 3 || random.nextInt(4) == 0) {
            cases.add(liv.openCase(Map.of(
                    "text",
                    "x",
                    "error",
                    pick(ERRORS),
                    "productVersion",
                    "7." + random.nextInt(3),
                    "device",
                    "d" + n)));
            return;
        }
        String at = "/api/cases/" + pick(cases);
        // some of these are refused where they do not fit, which must change nothing either
        switch (random.nextInt(10)) {
            case 0 -> liv.post(at + "/close", Map.of("outcome", random.nextBoolean() ? "solved" : "handed-over"));
            case 1 -> liv.post(at + "/reopen", Map.of());
            case 2 -> liv.post(at + "/moved", Map.of("error", pick(ERRORS)));
            case 3 -> liv.post(at + "/facts", Map.of("image", "8." + random.nextInt(3)));
            case 4 -> liv.post(at + "/handover", Map.of("to", random.nextBoolean() ? "per" : "liv", "note", ""));
            case 5 -> brought(n);
            case 6 -> liv.post(at + "/attempts", Map.of("fix", pick(FIXES), "triedBefore", true));
            case 7 -> again(at);
            default -> tried(at);
        }
    }

    private void brought(int n) {
        JsonNode done = api.csv(
                        "case,error,opened_at,closed_at,status,position,fix,outcome,product_version\nin-" + n + ","
                                + pick(ERRORS) + ",2026-0" + (1 + random.nextInt(9))
                                + "-03T08:00:00Z,2026-10-03T08:30:00Z,solved,1," + pick(FIXES) + ",worked,7.1\n")
                .expect(200)
                .json();
        assertThat(done.path("cases").asInt()).as(done.toString()).isEqualTo(1);
    }

    private void tried(String at) {
        Api.Answer begun = liv.post(at + "/attempts", Map.of("fix", pick(FIXES)));
        if (begun.status() < 300) {
            liv.patch(
                    at + "/attempts/" + begun.json().path("id").asLong(),
                    Map.of("outcome", pick(OUTCOMES), "minutes", 1 + random.nextInt(20)));
        }
    }

    /** What was recorded is recorded otherwise, or taken back. */
    private void again(String at) {
        JsonNode attempts = liv.get(at).json().path("attempts");
        if (attempts.isEmpty()) {
            return;
        }
        JsonNode a = attempts.path(random.nextInt(attempts.size()));
        Map<String, Object> change = new HashMap<>();
        change.put("outcome", random.nextInt(3) == 0 ? null : pick(OUTCOMES));
        liv.patch(
                at + "/attempts/" + a.path("id").asLong(),
                change,
                "\"v" + a.path("version").asInt() + "\"");
    }

    private <T> T pick(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    private record Told(int cases, List<?> tallies, double first) {}

    private Told told(String error) {
        Library now = app.bean(LibraryService.class).library();
        return told(app.bean(EvidenceService.class).of(now.errors().get(error), now.fixes(), "7.1"));
    }

    private static Told told(EvidenceService.Fitted f) {
        double first = Math.round(1e9 * f.evidence().model().chance(0, 0)) / 1e9;
        return new Told(f.evidence().cases(), f.evidence().tallies(), first);
    }

    private List<CaseLog.Entry> entries(String error) {
        Library now = app.bean(LibraryService.class).library();
        KnownError e = now.errors().get(error);
        return app.bean(Db.class)
                .tx(tx -> app.bean(CaseLog.class)
                        .reading(x -> Frame.names(x, now.vocabulary()))
                        .ofError(tx, e));
    }

    private void assertFresh(String error) {
        Library now = app.bean(LibraryService.class).library();
        KnownError e = now.errors().get(error);
        Frame frame = Frame.of(e, now.fixes(), now);
        List<CaseLog.Entry> held =
                app.bean(EvidenceMemory.class).of(e, now.fixes()).look(CountedLog::entries);
        assertThat(held).isEqualTo(entries(error));
        Told fresh = told(frame.fit(e, entries(error), "7.1"));
        Told kept = told(error);
        assertThat(kept.cases()).isEqualTo(fresh.cases());
        assertThat(kept.tallies()).isEqualTo(fresh.tallies());
        assertThat(kept.first()).isEqualTo(fresh.first());
    }
}
