package org.mendak.server.howto;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnTestDesk;
import tools.jackson.databind.JsonNode;

/** How-tos become drafts beside their source, by HTTP. */
class HowToTest extends OnTestDesk {

    private static String horn(String code) {
        return """
                # Horn stays silent %s

                ## Symptom

                ```
                horn driver %s cannot be started, port 41 is held
                ```

                ## Solution 1: Free the port

                1. Look who holds it
                   ```
                   hornctl port --holder 41
                   ```
                2. Stop it: `hornctl stop --wait`

                   > **Warning:** not in fog

                ## Solution 2: Swap the horn (20 min)

                1. Fetch the horn from https://shore.example/horns
                """.formatted(code, code);
    }

    private static Map<String, Object> howTo(String name, String text) {
        return Map.of("name", name, "text", text);
    }

    private static Map<String, Object> all(Object... howTos) {
        return Map.of("howTos", List.of(howTos));
    }

    private static List<String> keys(JsonNode read) {
        List<String> keys = new ArrayList<>();
        read.path("drafts")
                .forEach(d -> keys.add(
                        d.path("folder").asString() + "/" + d.path("key").asString()));
        return keys;
    }

    @Test
    void draftsAreMadeAndStandBesideTheirSource() {
        String text = horn("HN-1201");
        JsonNode seen = api.post("/api/how-tos/preview", all(howTo("horn.md", text)))
                .expect(200)
                .json()
                .path(0);
        assertThat(seen.path("placed").toString())
                .isEqualTo(
                        "{\"codes\":0,\"messages\":1,\"fixes\":2,\"steps\":3,\"commands\":2,\"cautions\":1,\"links\":1}");
        assertThat(keys(seen))
                .hasSize(3)
                .allSatisfy(
                        k -> api.get("/api/documents/" + k + "?revision=draft").expect(404));

        JsonNode made = api.post("/api/how-tos", all(howTo("horn.md", text)))
                .expect(201)
                .json()
                .path(0);
        assertThat(made).isEqualTo(seen);
        for (JsonNode d : made.path("drafts")) {
            String path = "/api/documents/" + d.path("folder").asString() + "/"
                    + d.path("key").asString();
            assertThat(api.get(path + "?revision=draft").expect(200).text())
                    .isEqualTo(d.path("text").asString());
            JsonNode of = api.get(path + "/made-of").expect(200).json().path(0);
            assertThat(of.path("name").asString()).isEqualTo("horn.md");
            assertThat(of.path("text").asString()).isEqualTo(text);
        }
        // the same once more is other drafts: nothing that exists is touched
        JsonNode again = api.post("/api/how-tos", all(howTo("horn.md", text)))
                .expect(201)
                .json()
                .path(0);
        assertThat(keys(again)).doesNotContainAnyElementsOf(keys(made));
        assertThat(api.get("/api/documents/fixes/start-dimmer/made-of")
                        .expect(200)
                        .json())
                .isEmpty();
    }

    @Test
    void aDraftIsMendedPublishedAndRecognised() {
        JsonNode made = api.post("/api/how-tos", all(howTo("horn.md", horn("HN-77 of deck 4"))))
                .expect(201)
                .json()
                .path(0);
        List<Map<String, Object>> parcel = new ArrayList<>();
        for (JsonNode d : made.path("drafts")) {
            String path = d.path("folder").asString() + "/" + d.path("key").asString();
            String text = d.path("text").asString().replaceAll("(?m)^- To check: .*\\n", "");
            if (d.path("folder").asString().equals("errors")) {
                text = text + "\n## Verify\n1. Blow the horn.\n   - Required: it is heard\n";
            }
            api.put(path, text, "If-Match", "\"r1\"").expect(200);
            parcel.add(Map.of(
                    "folder", d.path("folder").asString(), "key", d.path("key").asString(), "revision", 2));
        }
        api.post("/api/library/parcels", Map.of("documents", parcel)).expect(200);
        JsonNode known = api.post(
                        "/api/recognitions",
                        Map.of("text", "horn driver HN-77 of deck 9 cannot be started, port 55 is held"))
                .expect(200)
                .json();
        assertThat(known.toString()).contains("horn-stays-silent-hn-77-of-deck-4");
    }

    @Test
    void oneThatCannotBeReadLeavesAllOut() {
        Map<String, Object> both = all(howTo("good.txt", horn("HN-3")), howTo("empty.txt", " \n\u0000"));
        JsonNode seen = api.post("/api/how-tos/preview", both).expect(200).json();
        assertThat(seen.path(0).path("refused").isNull()).isTrue();
        assertThat(seen.path(1).path("refused").asString()).isEqualTo("it says nothing");
        api.post("/api/how-tos", both).refused(422, "\"empty.txt\" cannot be read: it says nothing");
        assertThat(keys(seen.path(0)))
                .allSatisfy(
                        k -> api.get("/api/documents/" + k + "?revision=draft").expect(404));
        api.post("/api/how-tos", all()).refused(422, "Send 1 to 50");
        api.post(
                        "/api/how-tos",
                        all(IntStream.range(0, 51)
                                .mapToObj(i -> howTo("a", "b"))
                                .toArray()))
                .refused(422, "Send 1 to 50");
        Object long1 = howTo("a", "a ".repeat(95_000));
        api.post("/api/how-tos", all(long1, long1, long1, long1, long1, long1)).refused(413, "in several goes");
        api.post("/api/how-tos/preview", all(howTo("a", "a".repeat(200_001)))).expect(200);
    }

    @Test
    void manyAtOnceGetNamesOfTheirOwn() {
        List<CompletableFuture<Api.Answer>> all = IntStream.range(0, 8)
                .mapToObj(i -> CompletableFuture.supplyAsync(
                        () -> api.post("/api/how-tos", all(howTo("horn.md", horn("HN-500"))))))
                .toList();
        List<String> keys = new ArrayList<>();
        for (CompletableFuture<Api.Answer> f : all) {
            Api.Answer a = f.join();
            assertThat(a.status()).isIn(201, 409);
            if (a.status() == 201) {
                keys.addAll(keys(a.json().path(0)));
            }
        }
        assertThat(keys).isNotEmpty().doesNotHaveDuplicates();
    }

    @Test
    void aRenamedFixIsMadeOfTheSame() {
        JsonNode made = api.post("/api/how-tos", all(howTo("lamp.txt", "# Swap the lamp of the pier\n\n1. Swap it.\n")))
                .expect(201)
                .json()
                .path(0);
        assertThat(keys(made)).containsExactly("fixes/swap-the-lamp-of-the-pier");
        api.transition("fixes/swap-the-lamp-of-the-pier", "published");
        api.post("/api/documents/fixes/swap-the-lamp-of-the-pier/rename", Map.of("to", "swap-pier-lamp"))
                .expect(200);
        assertThat(api.get("/api/documents/fixes/swap-pier-lamp/made-of")
                        .json()
                        .path(0)
                        .path("name")
                        .asString())
                .isEqualTo("lamp.txt");
    }
}
