package org.mendak.server.library;

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
import org.mendak.server.Api.Answer;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;

/** What readers see is what was published, however many publish at once, and nothing that leads nowhere. */
class PublishingTest extends OnDesk {

    @BeforeAll
    void start() {
        Texts.publish(api);
    }

    private static String fix(String key, String title) {
        return Texts.GROW_FIX.replace("fix: grow-tracks", "fix: " + key).replace("Give the tracks more room", title);
    }

    private static String error(String key, String code, String fix) {
        return Texts.ERROR
                .replace("error: tracks-full", "error: " + key)
                .replace("LL-712", code)
                .replace("- Code: `0x8FA30041`\n", "")
                .replaceAll("(?m)^- Message: .*\n", "")
                .replaceAll("(?m)^- Sample: .*\n", "")
                .replaceAll(
                        "(?s)1\\. \\[Clear the old.*?\n2\\. \\[Give the tracks more room\\]\\(\\.\\./fixes/grow-tracks\\.md\\)",
                        "1. [It](../fixes/" + fix + ".md)");
    }

    @Test
    void whateverManyPublishAtOnceIsThereForReaders() throws Exception {
        ExecutorService pool = Executors.newFixedThreadPool(12);
        try {
            List<Future<?>> all = new ArrayList<>();
            for (int i = 0; i < 36; i++) {
                String key = "crowd-" + i;
                String code = "CR-" + (100 + i);
                all.add(pool.submit(() -> {
                    api.publish("fixes/" + key, fix(key, "Fix of " + key));
                    api.publish("errors/" + key, error(key, code, key));
                }));
            }
            for (Future<?> f : all) {
                f.get();
            }
        } finally {
            pool.shutdownNow();
        }
        for (int i = 0; i < 36; i++) {
            api.get("/api/fixes/crowd-" + i).expect(200);
            api.get("/api/errors/crowd-" + i).expect(200);
            api.openCase(Map.of("text", "x", "error", "crowd-" + i));
            assertThat(api.post("/api/recognitions", Map.of("text", "it says CR-" + (100 + i)))
                            .json()
                            .path("candidates")
                            .path(0)
                            .path("error")
                            .asString())
                    .isEqualTo("crowd-" + i);
        }
    }

    @Test
    void vocabulariesAndNewDocumentsSavedAtOnceAreRefusedToAllButOne() throws Exception {
        ExecutorService pool = Executors.newFixedThreadPool(8);
        try {
            List<Future<Integer>> saved = new ArrayList<>();
            List<Future<Integer>> created = new ArrayList<>();
            for (int i = 0; i < 8; i++) {
                String text = "settings:\n  hand-over-minutes: " + (20 + i) + "\n";
                saved.add(pool.submit(() -> api.send(
                                "PUT",
                                "/api/library/vocabulary",
                                text.getBytes(java.nio.charset.StandardCharsets.UTF_8),
                                "If-None-Match",
                                "*")
                        .status()));
                created.add(pool.submit(() ->
                        api.create("fixes/at-once", fix("at-once", "At once")).status()));
            }
            List<Integer> ofVocabulary = new ArrayList<>();
            List<Integer> ofFix = new ArrayList<>();
            for (int i = 0; i < 8; i++) {
                ofVocabulary.add(saved.get(i).get());
                ofFix.add(created.get(i).get());
            }
            assertThat(ofVocabulary).containsOnlyOnce(200);
            assertThat(ofFix).containsOnlyOnce(201);
            assertThat(ofVocabulary).allMatch(s -> s == 200 || s == 412);
            assertThat(ofFix).allMatch(s -> s == 201 || s == 412);
        } finally {
            pool.shutdownNow();
        }
    }

    @Test
    void aRunbookDoesNotGoLiveWithAFixThatReadersDoNotSee() {
        api.create("fixes/still-draft", fix("still-draft", "Still a draft")).expect(201);
        api.create("errors/hasty", error("hasty", "HA-1", "still-draft")).expect(201);
        Api.Answer refused = api.transition("errors/hasty", "published");
        refused.refused(422, "was not published");
        assertThat(refused.json().path("problems").toString()).contains("the fix \\\"still-draft\\\" is not published");
        api.get("/api/errors/hasty").refused(404, "hasty");
        api.transition("fixes/still-draft", "published").expect(200);
        api.transition("errors/hasty", "published").expect(200);

        Api.Answer used = api.transition("fixes/still-draft", "retired");
        used.refused(409, "is still used by");
        assertThat(used.json().path("usedBy")).hasSize(1);
        api.transition("errors/hasty", "retired").expect(200);
        api.transition("fixes/still-draft", "retired").expect(200);
        api.transition("errors/hasty", "published").refused(422, "was not published");
        assertThat(api.zip("?publish=true", Texts.zip(Map.of("errors/hasty.md", error("hasty", "HA-2", "still-draft"))))
                        .expect(422)
                        .json()
                        .path("rejected")
                        .path(0)
                        .path("message")
                        .asString())
                .contains("not published");
    }

    @Test
    void whatIsSkippedTakesWhatNeedsItAlong() {
        byte[] zip = Texts.zip(Map.of(
                "fixes/needed.md",
                fix("needed", "Needed").replace("minutes: 8", "minutes: many"),
                "fixes/free.md",
                fix("free", "Free"),
                "errors/needing.md",
                error("needing", "NE-1", "needed")));
        assertThat(api.zip("?publish=true&skipRejected=true", zip)
                        .expect(200)
                        .json()
                        .path("created")
                        .asInt())
                .isEqualTo(1);
        api.get("/api/errors/needing").refused(404, "");
        api.get("/api/fixes/free").expect(200);
    }

    @Test
    void theRevisionThatWasLookedAtIsPublishedAndNoNewerOne() {
        api.create("fixes/looked-at", fix("looked-at", "First")).expect(201);
        api.put("fixes/looked-at", fix("looked-at", "Second"), "If-Match", "\"r1\"")
                .expect(200);
        String path = "/api/documents/fixes/looked-at/transitions";
        api.post(path, Map.of("to", "published", "revision", 1)).expect(200);
        assertThat(title("looked-at")).isEqualTo("First");
        assertThat(api.get("/api/documents/fixes/looked-at?revision=draft").header("Mendak-Status"))
                .isEqualTo("draft");
        api.post(path, Map.of("to", "in-review", "revision", 1)).refused(412, "no longer the newest");
        api.post(path, Map.of("to", "published", "revision", 7)).refused(404, "no revision 7");
        api.post(path, Map.of("to", "published")).refused(428, "which revision");
        api.post(path, Map.of("to", "published", "revision", 2)).expect(200);
        assertThat(title("looked-at")).isEqualTo("Second");
    }

    private static String error(String key, String... fixes) {
        StringBuilder tries = new StringBuilder();
        for (int i = 0; i < fixes.length; i++) {
            tries.append(i + 1)
                    .append(". [Fix ")
                    .append(fixes[i])
                    .append("](../fixes/")
                    .append(fixes[i])
                    .append(".md)\n");
        }
        return """
                ---
                error: %s
                title: "Error %s"
                phases: [update]
                products: ["Tidewall"]
                ---
                ## Recognise
                - Message: `The parcel %s is not here`

                ## Try
                %s
                ## Verify
                1. Look.
                """.formatted(key, key, key, tries);
    }

    private static Map<String, Object> named(String folder, String key, int revision) {
        return Map.of("folder", folder, "key", key, "revision", revision);
    }

    /** A runbook and the fixes it needs are seen by readers in one moment, or not at all. */
    @Test
    void whatBelongsTogetherIsPublishedTogetherOrNotAtAll() {
        api.create("fixes/parcel-one", fix("parcel-one", "One")).expect(201);
        api.create("fixes/parcel-two", fix("parcel-two", "Two").replaceFirst("(?m)^minutes: .*$", "minutes: soon"))
                .expect(201);
        api.create("errors/parcel-error", error("parcel-error", "parcel-one", "parcel-two", "parcel-three"))
                .expect(201);
        String wanted = api.get("/api/documents/errors/parcel-error/parcel?revision=1")
                .expect(200)
                .text();
        assertThat(wanted)
                .contains(
                        "\"key\":\"parcel-one\"",
                        "\"key\":\"parcel-two\"",
                        "\"key\":\"parcel-three\"",
                        "\"revision\":null");
        api.get("/api/documents/errors/parcel-error/parcel?revision=9").refused(404, "no revision 9");
        api.transition("errors/parcel-error", "published").refused(422, "errors");
        // one is not readable and one was never written: none is published, and each is named
        List<Map<String, Object>> all = List.of(
                named("errors", "parcel-error", 1), named("fixes", "parcel-one", 1), named("fixes", "parcel-two", 1));
        Answer refused = api.post("/api/library/parcels", Map.of("documents", all));
        refused.refused(422, "2 of 3 documents cannot be published, so none was");
        assertThat(refused.json().path("documents").toString()).contains("parcel-three", "parcel-two");
        api.get("/api/fixes/parcel-one").refused(404, "");
        api.put("fixes/parcel-two", fix("parcel-two", "Two"), "If-Match", "\"r1\"")
                .expect(200);
        api.put("errors/parcel-error", error("parcel-error", "parcel-one", "parcel-two"), "If-Match", "\"r1\"")
                .expect(200);
        api.post("/api/library/parcels", Map.of("documents", all)).refused(422, "cannot be published");
        List<Map<String, Object>> mended = List.of(
                named("errors", "parcel-error", 2), named("fixes", "parcel-one", 1), named("fixes", "parcel-two", 2));
        api.post("/api/library/parcels", Map.of("documents", mended)).expect(200);
        assertThat(title("parcel-one")).isEqualTo("One");
        api.get("/api/errors/parcel-error").expect(200);
        assertThat(api.get("/api/documents/errors/parcel-error/parcel?revision=2")
                        .expect(200)
                        .json())
                .isEmpty();
    }

    @Test
    void aParcelNamesEachOfItsRevisionsOnce() {
        api.post("/api/library/parcels", Map.of("documents", List.of())).refused(422, "1 to 100");
        api.post("/api/library/parcels", Map.of("documents", java.util.Collections.singletonList(null)))
                .refused(404, "no kind of document");
        api.post("/api/library/parcels", Map.of()).refused(422, "Say which documents");
        api.post("/api/library/parcels", Map.of("documents", List.of(Map.of("folder", "fixes", "key", "parcel-x"))))
                .refused(428, "which revision");
        api.post("/api/library/parcels", Map.of("documents", List.of(named("fixes", "a", 1), named("fixes", "a", 1))))
                .refused(422, "twice");
        api.post("/api/library/parcels", Map.of("documents", List.of(named("shelves", "a", 1))))
                .refused(404, "no kind of document");
        api.post("/api/library/parcels", Map.of("documents", List.of(named("fixes", "never-written", 1))))
                .refused(404, "never-written");
    }

    /** Two parcels that share documents, at once and in either order: neither waits for the other for ever, and both are whole. */
    @Test
    void twoParcelsAtOnceAreBothWhole() throws Exception {
        for (int round = 0; round < 5; round++) {
            String a = "at-once-a" + round;
            String b = "at-once-b" + round;
            api.create("fixes/" + a, fix(a, "A")).expect(201);
            api.create("fixes/" + b, fix(b, "B")).expect(201);
            api.create("errors/one-" + round, error("one-" + round, a, b)).expect(201);
            api.create("errors/two-" + round, error("two-" + round, b, a)).expect(201);
            List<List<Map<String, Object>>> parcels = List.of(
                    List.of(named("errors", "one-" + round, 1), named("fixes", a, 1), named("fixes", b, 1)),
                    List.of(named("fixes", b, 1), named("fixes", a, 1), named("errors", "two-" + round, 1)));
            List<Answer> answers = parcels.parallelStream()
                    .map(p -> api.post("/api/library/parcels", Map.of("documents", p)))
                    .toList();
            assertThat(answers).allSatisfy(x -> x.expect(200));
            api.get("/api/errors/one-" + round).expect(200);
            api.get("/api/errors/two-" + round).expect(200);
        }
    }

    private String title(String key) {
        return api.get("/api/fixes/" + key).expect(200).json().path("title").asString();
    }
}
