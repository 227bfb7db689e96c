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
        api.post(path, Map.of("to", "published")).expect(200);
        assertThat(title("looked-at")).isEqualTo("Second");
    }

    private String title(String key) {
        return api.get("/api/fixes/" + key).expect(200).json().path("title").asString();
    }
}
