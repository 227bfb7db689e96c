package org.mendak.server.find;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnTestDesk;
import tools.jackson.databind.JsonNode;

/** What is written and what is worked is found as soon as it is stored; by HTTP. */
class FindTest extends OnTestDesk {

    private JsonNode found(Api by, String typed, String more) {
        return by.get("/api/find?q=" + URLEncoder.encode(typed, StandardCharsets.UTF_8) + more)
                .expect(200)
                .json();
    }

    private List<String> hits(String typed) {
        List<String> hits = new ArrayList<>();
        found(api, typed, "")
                .path("hits")
                .forEach(h -> hits.add(h.path("kind").asString() + " "
                        + h.path("key").asString("")
                        + (h.path("number").isNull() ? "" : h.path("number").asString())));
        return hits;
    }

    /** It is read beside; asked again until it was. */
    private void eventually(BooleanSupplier there) {
        long end = System.nanoTime() + 20_000_000_000L;
        while (!there.getAsBoolean() && System.nanoTime() < end) {
            Thread.onSpinWait();
        }
        assertThat(there.getAsBoolean()).isTrue();
    }

    @Test
    void documentsAndTheirStepsAreFound() {
        eventually(() -> hits("board goes dark").contains("error board-goes-dark"));
        eventually(() -> hits("dimmmer").stream().anyMatch(h -> h.startsWith("fix start-dimmer")));
        assertThat(hits("dimmer").stream().anyMatch(h -> h.startsWith("step start-dimmer")))
                .isTrue();
    }

    @Test
    void aCaseIsFoundByWhateverIsKnownOfIt() {
        long n = api.openCase(Map.of(
                "text", "the mooring rope hums at night",
                "device", "quay-lyn-77",
                "requester", "Åse Vårheim",
                "reference", "SK-55120"));
        String hit = "case " + n;
        eventually(() -> hits("mooring").contains(hit));
        assertThat(hits("lyn 77")).contains(hit);
        assertThat(hits("ase varheim")).contains(hit);
        assertThat(hits("sk55120")).contains(hit);
        assertThat(hits(String.valueOf(n)).get(0)).isEqualTo(hit);
        api.post("/api/cases/" + n + "/notes", Map.of("text", "the harbour master knows the melody"))
                .expect(200);
        eventually(() -> hits("melody").contains(hit));
        api.close(n, "withdrawn").expect(200);
        eventually(() -> found(api, "melody", "&state=withdrawn").path("hits").size() == 1);
        assertThat(found(api, "melody", "&state=open").path("hits")).isEmpty();
        assertThat(found(api, "melody", "&kind=fix&kind=step").path("hits")).isEmpty();
    }

    @Test
    void aCaseIsFoundByWhatItsKnownErrorIsCalledNow() {
        String page = """
                ---
                error: belfry-mute
                title: "%s"
                ---
                It is quiet.

                ## Recognise
                - Message: `belfry {n:number} is mute`

                ## Try
                1. [Start the dimmer](../fixes/start-dimmer.md)

                ## Verify
                1. Ring it.
                """;
        api.publish("errors/belfry-mute", page.formatted("The belfry is mute"));
        long n = api.openCase(Map.of("text", "belfry 4 is mute", "error", "belfry-mute"));
        eventually(() -> hits("belfry").contains("case " + n));
        api.put("errors/belfry-mute", page.formatted("The carillon keeps silent"), "If-Match", "\"r1\"")
                .expect(200);
        api.transition("errors/belfry-mute", "published").expect(200);
        eventually(() -> hits("carillon").contains("case " + n));
    }

    @Test
    void whatUpkeepHasSomethingAgainstIsFoundByThat() {
        String page = """
                ---
                fix: %s
                title: "Grease the %s"
                minutes: 3
                ---
                It squeaks.

                ## Grease
                Two drops.
                """;
        api.publish("fixes/grease-bollard", page.formatted("grease-bollard", "bollard"));
        eventually(() -> hits("bollard").contains("fix grease-bollard"));
        // nobody's runbook tries it
        assertThat(found(api, "bollard", "&health=wants-care").path("hits").toString())
                .contains("grease-bollard");
        assertThat(found(api, "bollard", "&health=well").path("hits")).isEmpty();
        api.get("/api/find?q=x&health=ill").refused(422, "health");
    }

    @Test
    void whatIsRetiredIsFoundNoLonger() {
        api.publish("fixes/oil-it", """
                ---
                fix: oil-it
                title: "Oil the capstan"
                minutes: 3
                ---
                It squeaks.

                ## Oil
                Two drops.
                """);
        eventually(() -> hits("capstan").contains("fix oil-it"));
        api.transition("fixes/oil-it", "retired").expect(200);
        eventually(() -> hits("capstan").isEmpty());
    }

    @Test
    void limitsAreSaid() {
        api.get("/api/find?q=" + "x".repeat(301)).refused(422, "At most 300 characters");
        api.get("/api/find?q=x&from=-1").refused(422, "must be from 0");
        api.get("/api/find?q=x&kind=boat").refused(422, "kind");
        assertThat(found(api, "*:* AND title:[a TO z] \"~ ^9 \\", "").path("hits"))
                .isEmpty();
    }
}
