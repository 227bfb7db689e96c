package org.mendak.server.library;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnTestDesk;
import tools.jackson.databind.JsonNode;

/** Drafts that nobody ever saw are thrown away, all or none. */
class DiscardTest extends OnTestDesk {

    private static String fix(String key, String title) {
        return """
                ---
                fix: %s
                title: "%s"
                minutes: 3
                ---
                It is stuck.

                ## Pull
                Once.
                """.formatted(key, title);
    }

    private void draft(String key, String title) {
        api.put("fixes/" + key, fix(key, title), "If-None-Match", "*").expect(201);
    }

    private static Map<String, Object> named(String folder, String key, int revision) {
        return Map.of("folder", folder, "key", key, "revision", revision);
    }

    private Api.Answer discard(Object... drafts) {
        return api.post("/api/discards", Map.of("drafts", Arrays.asList(drafts)));
    }

    @Test
    void whatIsThrownAwayIsGoneAndItsKeyIsFree() {
        draft("pull-anchor", "Pull the anchor");
        discard(named("fixes", "pull-anchor", 1)).expect(204);
        api.get("/api/documents/fixes/pull-anchor?revision=draft").expect(404);
        discard(named("fixes", "pull-anchor", 1)).expect(404);
        // another document with the same key and revision is read as what it says
        draft("pull-anchor", "Pull the other anchor");
        assertThat(api.get("/api/documents/fixes/pull-anchor?revision=draft").text())
                .contains("other anchor");
        api.transition("fixes/pull-anchor", "published").expect(200);
        assertThat(api.get("/api/fixes/pull-anchor")
                        .expect(200)
                        .json()
                        .path("title")
                        .asString())
                .isEqualTo("Pull the other anchor");
    }

    @Test
    void allOfThemOrNone() {
        draft("oil-hinge", "Oil the hinge");
        draft("oil-bolt", "Oil the bolt");
        discard(named("fixes", "oil-hinge", 1), named("fixes", "oil-bolt", 2))
                .refused(412, "saved \"oil-bolt\" meanwhile");
        discard(named("fixes", "oil-hinge", 1), named("fixes", "start-dimmer", 1))
                .refused(409, "published once");
        discard(named("fixes", "oil-hinge", 1), named("boats", "oil-bolt", 1)).refused(422, "errors or fixes");
        api.post("/api/discards", Map.of("drafts", List.of())).refused(422, "Name 1 to 500");
        api.post("/api/discards", Map.of("drafts", List.of(Map.of("folder", "fixes", "key", "oil-bolt"))))
                .refused(422, "a revision");
        api.get("/api/documents/fixes/oil-hinge?revision=draft").expect(200);
        agent("arne", "Arne")
                .post("/api/discards", Map.of("drafts", List.of(named("fixes", "oil-hinge", 1))))
                .expect(403);
        discard(named("fixes", "oil-hinge", 1), named("fixes", "oil-bolt", 1)).expect(204);
        api.get("/api/documents/fixes/oil-hinge?revision=draft").expect(404);
    }

    @Test
    void aWholeBringingInIsTakenBack() {
        Map<String, Object> howTo = Map.of(
                "howTos",
                List.of(
                        Map.of(
                                "name",
                                "windlass.txt",
                                "text",
                                "Windlass jams\n\nIt says \"windlass 4 jams at link 12\"\n\n1. Oil the windlass.\n2. Run `windctl turn`\n")));
        JsonNode made = api.post("/api/how-tos", howTo).expect(201).json();
        List<String> first = keys(made);
        assertThat(first).isNotEmpty();
        api.post(
                        "/api/discards",
                        Map.of("drafts", first.stream().map(k -> split(k, 1)).toList()))
                .expect(204);
        // brought in again they have the keys that they had
        assertThat(keys(api.post("/api/how-tos", howTo).expect(201).json())).isEqualTo(first);
    }

    private static List<String> keys(JsonNode made) {
        return made.path(0)
                .path("drafts")
                .valueStream()
                .map(d -> d.path("folder").asString() + "/" + d.path("key").asString())
                .toList();
    }

    private static Map<String, Object> split(String path, int revision) {
        int slash = path.indexOf('/');
        return named(path.substring(0, slash), path.substring(slash + 1), revision);
    }
}
