package org.mendak.server.gaps;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;
import org.mendak.server.platform.Db;
import tools.jackson.databind.JsonNode;

/** After random acts of all kinds what is kept of cases is what a reading of all of them from nothing finds. */
class KeptCasesTest extends OnDesk {

    private static final List<String> ERRORS = List.of("tracks-full", "tracks-other");

    private final Random random = new Random(29);
    private final List<Long> cases = new ArrayList<>();
    private final List<String> drafts = new ArrayList<>();
    private Api liv;
    private int discarded;

    @BeforeAll
    void start() {
        Texts.publish(api);
        api.publish("errors/tracks-other", Texts.named("tracks-other", "LL-713"));
        liv = agent("liv", "Liv Aune");
        agent("per", "Per Sund");
    }

    @Test
    void whatIsKeptIsWhatIsThereWhateverHappened() {
        for (int round = 0; round < 12; round++) {
            for (int act = 0; act < 12; act++) {
                act(round * 100 + act);
            }
            assertFresh();
            // what is a year old goes by itself
            app.clock().forward(Duration.ofDays(45));
        }
        assertThat(drafts).isNotEmpty();
        assertThat(discarded).isPositive();
        assertThat(app.bean(CasesCameIn.class).since(Instant.EPOCH)).hasSizeLessThan(cases.size());
    }

    private void act(int n) {
        if (cases.size() < 3 || random.nextInt(4) == 0) {
            String text = "CJ-22%d chute %d is jammed by wet mail, unpacking ends".formatted(random.nextInt(4), n);
            cases.add(liv.openCase(
                    random.nextInt(3) > 0
                            ? Map.of("text", text, "phase", "install", "device", "d" + n)
                            : Map.of("text", text, "error", pick(ERRORS))));
            return;
        }
        long number = pick(cases);
        String at = "/api/cases/" + number;
        // some of these are refused where they do not fit, which must change nothing either
        switch (random.nextInt(9)) {
            case 0, 1 -> liv.post(at + "/close", Map.of("outcome", random.nextBoolean() ? "solved" : "handed-over"));
            case 2 -> liv.post(at + "/reopen", Map.of());
            case 3 -> liv.post(at + "/moved", Map.of("error", pick(ERRORS)));
            case 4 -> liv.post(at + "/texts", Map.of("text", "CJ-229%d the other chute too".formatted(n % 7)));
            case 5 -> liv.post(at + "/handover", Map.of("to", random.nextBoolean() ? "per" : "liv", "note", ""));
            case 6 -> liv.patchCase(number, Map.of("phase", pick(List.of("install", "update", "launch"))));
            case 7 -> brought(n);
            default -> drafted(number);
        }
    }

    private void brought(int n) {
        Instant opened = app.clock().instant().minus(Duration.ofDays(random.nextInt(500) + 1L));
        api.csv("case,error,opened_at,closed_at,status\nin-" + n + "," + pick(ERRORS) + "," + opened + ","
                        + opened.plusSeconds(600) + ",solved\n")
                .expect(200);
    }

    private void drafted(long number) {
        if (!drafts.isEmpty() && random.nextBoolean()) {
            Map<String, ?> draft = Map.of("folder", "errors", "key", drafts.remove(0), "revision", 1);
            api.post("/api/discards", Map.of("drafts", List.of(draft))).expect(204);
            discarded++;
            return;
        }
        Api.Answer made = api.post("/api/drafts", Map.of("cases", List.of(number)));
        if (made.status() < 300) {
            JsonNode error = made.json().path("error");
            drafts.add(error.path("key").asString());
        }
    }

    private <T> T pick(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    private void assertFresh() {
        Clock clock = app.clock();
        Db db = app.bean(Db.class);
        assertThat(app.bean(CasesCameIn.class).since(Instant.EPOCH))
                .isEqualTo(new CasesCameIn(db, app.bean(CameInStore.class), clock).since(Instant.EPOCH));
        UnknownShapes.Grouped kept = db.tx(app.bean(UnknownShapes.class)::grouped);
        UnknownShapes.Grouped fresh = db.tx(new UnknownShapes(app.bean(GapStore.class), clock)::grouped);
        assertThat(kept.cases()).isEqualTo(fresh.cases());
        assertThat(kept.texts()).isEqualTo(fresh.texts());
        assertThat(kept.shapes().groups()).isEqualTo(fresh.shapes().groups());
    }
}
