package org.mendak.server.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnTestDesk;
import org.mendak.server.Texts;
import tools.jackson.databind.JsonNode;

/** A library that is sent is looked at first, and what is chosen of it is imported, all or nothing; by HTTP. */
class ArrivalTest extends OnTestDesk {

    private static String fix(String key, String step) {
        return "---\nfix: " + key + "\ntitle: \"" + key + "\"\nminutes: 3\nrisk: safe\n---\n\n## " + step + "\n";
    }

    private static String error(String key, String fix) {
        return "---\nerror: " + key + "\ntitle: \"" + key
                + "\"\nphases: [launch]\nproducts: [\"Berthbook\"]\n---\n\n## Recognise\n- Code: `AR-"
                + Math.floorMod(key.hashCode(), 90_000) + "`\n\n## Try\n1. [" + fix + "](../fixes/" + fix
                + ".md)\n\n## Verify\n1. Look.\n   - Required: it shows\n";
    }

    private static byte[] zip(String... files) {
        Map<String, String> all = new LinkedHashMap<>();
        for (int i = 0; i < files.length; i += 2) {
            all.put(files[i], files[i + 1]);
        }
        return Texts.zip(all);
    }

    private JsonNode arrive(byte[] zip) {
        return api.send("POST", "/api/library/arrivals", zip, "Content-Type", "application/zip")
                .expect(201)
                .json();
    }

    private static String of(JsonNode arrival, String path) {
        for (JsonNode f : arrival.path("files")) {
            if (f.path("path").asString().equals(path)) {
                return f.path("change").asString() + " +" + f.path("added").asInt() + " -"
                        + f.path("removed").asInt() + " r" + f.path("revision").asInt();
            }
        }
        return "none";
    }

    private static Map<String, Object> choice(boolean publish, Object... pathsAndRevisions) {
        List<Map<String, Object>> files = new ArrayList<>();
        for (int i = 0; i < pathsAndRevisions.length; i += 2) {
            files.add(Map.of("path", pathsAndRevisions[i], "revision", pathsAndRevisions[i + 1]));
        }
        return Map.of("files", files, "publish", publish);
    }

    private JsonNode done(Api.Answer started) {
        String id = started.expect(202).json().path("id").asString();
        return api.ended("/api/jobs/" + id);
    }

    @Test
    void eachFileStandsBesideWhatIsThereAndOnlyWhatIsChosenIsImported() {
        api.publish("fixes/arr-one", fix("arr-one", "Look"));
        byte[] zip = zip(
                "lib/fixes/arr-one.md", fix("arr-one", "Look twice"),
                "lib/fixes/arr-two.md", fix("arr-two", "Turn"),
                "lib/fixes/arr-bad.md", "---\nfix: other\n---\n",
                "lib/errors/arr-e.md", error("arr-e", "arr-two"),
                "lib/readme.txt", "not ours");
        JsonNode a = arrive(zip);
        assertThat(of(a, "fixes/arr-one.md")).isEqualTo("changed +1 -1 r1");
        assertThat(of(a, "fixes/arr-two.md")).startsWith("new +").endsWith("-0 r0");
        assertThat(of(a, "fixes/arr-bad.md")).startsWith("refused");
        assertThat(of(a, "errors/arr-e.md")).startsWith("new");
        assertThat(a.path("files")).hasSize(4);
        String at = "/api/library/arrivals/" + a.path("id").asString();
        JsonNode beside =
                api.get(at + "/file?path=fixes/arr-one.md").expect(200).json();
        assertThat(beside.path("there").asString()).contains("## Look\n");
        assertThat(beside.path("arriving").asString()).contains("## Look twice\n");
        api.get("/api/documents/fixes/arr-two?revision=draft").expect(404);

        // what it needs must come along
        JsonNode alone = done(api.post(at, choice(true, "errors/arr-e.md", 0)));
        assertThat(alone.path("state").asString()).isEqualTo("failed");
        assertThat(alone.path("problem").asString()).contains("arr-two", "Nothing was stored");
        api.get("/api/documents/errors/arr-e?revision=draft").expect(404);

        JsonNode both = done(api.post(at, choice(true, "errors/arr-e.md", 0, "fixes/arr-two.md", 0)));
        assertThat(both.path("result").toString())
                .isEqualTo("{\"created\":2,\"changed\":0,\"unchanged\":0,\"rejected\":[]}");
        assertThat(api.get("/api/documents/fixes/arr-one").text()).contains("## Look\n");
        api.get("/api/errors/arr-e").expect(200);
        // it is used up
        api.get(at).refused(404, "Send it again");
    }

    @Test
    void whatWasChangedMeanwhileIsNotWrittenOver() {
        api.publish("fixes/arr-three", fix("arr-three", "Look"));
        JsonNode a = arrive(
                zip("fixes/arr-three.md", fix("arr-three", "Listen"), "fixes/arr-four.md", fix("arr-four", "Turn")));
        api.put("fixes/arr-three", fix("arr-three", "Look again"), "If-Match", "\"r1\"")
                .expect(200);
        String at = "/api/library/arrivals/" + a.path("id").asString();
        JsonNode refused = done(api.post(at, choice(false, "fixes/arr-three.md", 1, "fixes/arr-four.md", 0)));
        assertThat(refused.path("problem").asString()).contains("Changed here since you looked: fixes/arr-three.md");
        api.get("/api/documents/fixes/arr-four?revision=draft").expect(404);
        JsonNode again = api.get(at).expect(200).json();
        assertThat(of(again, "fixes/arr-three.md")).isEqualTo("changed +1 -1 r2");
        JsonNode done = done(api.post(at, choice(false, "fixes/arr-three.md", 2)));
        assertThat(done.path("result").path("changed").asInt()).isEqualTo(1);
        // as a draft: readers see what they saw
        assertThat(api.get("/api/documents/fixes/arr-three").text()).contains("## Look\n");
        assertThat(api.get("/api/documents/fixes/arr-three?revision=draft").text())
                .contains("## Listen\n");
    }

    @Test
    void whoSentItAloneSeesItAndWhatIsNoZipIsRefused() {
        JsonNode a = arrive(zip("fixes/arr-five.md", fix("arr-five", "Look")));
        String at = "/api/library/arrivals/" + a.path("id").asString();
        agentless(at);
        api.post(at, choice(false)).refused(422, "Choose at least one");
        api.post(at, choice(false, "fixes/none.md", 0)).refused(422, "has no file \"fixes/none.md\"");
        api.get(at + "/file?path=../x").refused(404, "has no file");
        api.send(
                        "POST",
                        "/api/library/arrivals",
                        "no zip".getBytes(StandardCharsets.UTF_8),
                        "Content-Type",
                        "application/zip")
                .refused(400, "no whole zip");
        api.send("POST", "/api/library/arrivals", zip("../x.md", "a"), "Content-Type", "application/zip")
                .refused(422, "climbs out");
        api.delete(at).expect(204);
        api.get(at).expect(404);
    }

    private void agentless(String at) {
        Api other = agent("arr-agent", "Arr Agent");
        other.get(at).refused(403, "lead");
        other.delete(at).expect(403);
    }
}
