package org.mendak.server.library;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;

/** Documents changed part by part over HTTP; nothing of it is stored until it is saved. */
class EditingHttpTest extends OnDesk {

    private static final String FIX = "---\nfix: f\ntitle: \"F\"\nminutes: 1\n---\n\n## Do\n- Expect: `x`\n";

    @BeforeAll
    void library() {
        Texts.publish(api);
    }

    private org.mendak.server.Api.Answer edits(String text, Object... edits) {
        return api.post("/api/documents/edits", Map.of("kind", "fix", "text", text, "edits", List.of(edits)));
    }

    @Test
    void partsArePutAddedMovedAndTakenAway() {
        var answer = edits(
                        FIX,
                        Map.of("op", "put", "path", List.of(1), "field", "title", "values", List.of("Do it")),
                        Map.of(
                                "op",
                                "add",
                                "path",
                                List.of(1),
                                "what",
                                "Caution",
                                "fields",
                                Map.of("text", List.of("<b>not</b> at night"))),
                        Map.of("op", "move", "path", List.of(1, 1), "to", 0),
                        Map.of("op", "remove", "path", List.of(1, 1)))
                .expect(200)
                .json();
        assertThat(answer.path("text").asString())
                .isEqualTo("---\nfix: f\ntitle: \"F\"\nminutes: 1\n---\n\n## Do it\n- Caution: <b>not</b> at night\n");
        assertThat(answer.path("outline")
                        .path("parts")
                        .path(1)
                        .path("below")
                        .path(0)
                        .path("keyword")
                        .asString())
                .isEqualTo("Caution");
        assertThat(answer.path("outline").path("offers").path(0).path("what").asString())
                .isEqualTo("Step");
        assertThat(api.get("/api/documents").text()).doesNotContain("\"f\"");
    }

    @Test
    void whatCannotBeDoneIsRefusedWithASentence() {
        edits(FIX, Map.of("op", "put", "path", List.of(1, 0), "field", "text", "values", List.of("a\n\n## b")))
                .expect(200);
        edits(FIX, Map.of("op", "put", "path", List.of(4), "field", "title", "values", List.of("x")))
                .refused(422, "not there any more");
        edits(FIX, Map.of("op", "remove", "path", List.of())).refused(422, "The head stays");
        edits(FIX, Map.of("op", "turn", "path", List.of())).refused(400, "must be put, add, remove or move");
        edits(FIX, Map.of("op", "put", "path", List.of(1))).refused(400, "needs \"field\"");
        edits(FIX, Map.of("op", "move", "path", List.of(1, 0))).refused(400, "\"to\"");
        edits(FIX, Map.of("op", "put")).refused(400, "its path");
        edits("x".repeat(300_000), Map.of("op", "remove", "path", List.of(1))).refused(413, "larger");
        edits(
                        FIX,
                        IntStream.range(0, 51)
                                .mapToObj(i -> Map.of("op", "remove", "path", List.of(1, 0)))
                                .toArray())
                .refused(422, "At most 50");
    }

    @Test
    void aTextFromAScreenIsProposedAsAMessage() {
        var lines = api.post("/api/documents/proposals", Map.of("text", "Not enough room in /var/stage for tick.pkg"))
                .expect(200)
                .json();
        assertThat(lines.path(0).path("tells").asBoolean()).isTrue();
        assertThat(lines.toString()).contains("\"name\":\"path\"", "\"type\":\"file\"");
        api.post("/api/documents/proposals", Map.of()).expect(200);
    }

    @Test
    void authorsFindDocumentsByTheirWordsDraftsToo() {
        api.put(
                        "fixes/wake-scale",
                        FIX.replace("fix: f", "fix: wake-scale").replace("\"F\"", "\"Wake the scale\""),
                        "If-None-Match",
                        "*")
                .expect(201);
        assertThat(api.get("/api/documents?folder=fixes&q=SCALE%20wake").json())
                .singleElement()
                .satisfies(d -> assertThat(d.path("title").asString()).isEqualTo("Wake the scale"));
        assertThat(api.get("/api/documents?folder=errors&q=scale").json()).isEmpty();
        assertThat(api.get("/api/documents?limit=1").json()).hasSize(1);
        api.get("/api/documents?folder=shelves").refused(404, "no kind of document");
    }
}
