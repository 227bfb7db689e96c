package org.mendak.server.library;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;

/** A document is read by a second person: asked for, commented line by line, sent back, answered and settled. */
class ReviewTest extends OnDesk {

    private static final String FIX =
            "---\nfix: %s\ntitle: \"Wake\"\nminutes: 3\n---\n\n## Wake it\n- Expect: `awake`\n";

    private Api ines;
    private Api odd;
    private Api agent;

    @BeforeAll
    void people() {
        Texts.publish(api);
        ines = person("ines", "Ines Tveit", "author");
        odd = person("odd", "Odd Vik", "author");
        agent = person("siv", "Siv Lund", "agent");
    }

    private Api person(String login, String name, String role) {
        api.post("/api/people", Map.of("login", login, "name", name, "role", role, "password", "a long enough one"))
                .expect(201);
        Api browser = Api.browser(app.address());
        browser.signIn(login, "a long enough one").expect(200);
        return browser;
    }

    private static String at(String key, String more) {
        return "/api/documents/fixes/" + key + more;
    }

    private static Api.Answer ask(Api who, String key, int revision, String reviewer) {
        return who.putJson(at(key, "/review"), Map.of("revision", revision, "reviewer", reviewer, "note", ""));
    }

    @Test
    void aReviewerSendsItBackWithWordsAndWhatWasSaidOfALineGoesWithIt() {
        ines.create("fixes/wake-a", FIX.formatted("wake-a")).expect(201);
        assertThat(ask(ines, "wake-a", 1, "odd")
                        .expect(200)
                        .json()
                        .path("reviewer")
                        .asString())
                .isEqualTo("Odd Vik");
        assertThat(odd.get("/api/library/unpublished")
                        .json()
                        .path("documents")
                        .path(0)
                        .path("mine")
                        .asBoolean())
                .isTrue();
        assertThat(ines.get(at("wake-a", "/review")).json().path("mine").asBoolean())
                .isFalse();
        long id = odd.post(
                        at("wake-a", "/comments"), Map.of("revision", 1, "line", 8, "text", "<b>What</b> else shows?"))
                .expect(200)
                .json()
                .path("comments")
                .path(0)
                .path("id")
                .asLong();
        odd.post(at("wake-a", "/review/back"), Map.of("revision", 1, "text", " "))
                .refused(422, "empty");
        odd.post(at("wake-a", "/review/back"), Map.of("revision", 1, "text", "Say what it is set to."))
                .expect(200);
        assertThat(ines.get(at("wake-a", "?revision=draft")).header("Mendak-Status"))
                .isEqualTo("draft");
        // two lines more before it: the comment stands at its line all the same
        String longer = FIX.formatted("wake-a").replace("## Wake it", "Why it works.\n\n## Wake it");
        ines.put("fixes/wake-a", longer, "If-Match", "\"r1\"").expect(200);
        var comments = ines.get(at("wake-a", "/review")).json().path("comments");
        assertThat(comments.path(0).path("line").asInt()).isEqualTo(10);
        assertThat(comments.path(0).path("quote").asString()).isEqualTo("- Expect: `awake`");
        assertThat(comments.path(1).path("line").asInt()).isZero();
        assertThat(comments.path(1).path("text").asString()).isEqualTo("Say what it is set to.");
        ines.post(at("wake-a", "/comments/" + id + "/answers"), Map.of("text", "Nothing."))
                .expect(200);
        var settled = ines.putJson(at("wake-a", "/comments/" + id + "/settled"), Map.of("settled", true))
                .expect(200)
                .json()
                .path("comments")
                .path(0);
        assertThat(settled.path("settledBy").asString()).isEqualTo("Ines Tveit");
        assertThat(settled.path("answers").path(0).path("text").asString()).isEqualTo("Nothing.");
        ines.putJson(at("wake-a", "/comments/" + id + "/settled"), Map.of("settled", false))
                .expect(200);
        assertThat(ines.get("/api/library/unpublished").text()).contains("\"comments\":2");
        // a line that says so no more is named by what it said
        ines.put("fixes/wake-a", longer.replace("`awake`", "`up`"), "If-Match", "\"r2\"")
                .expect(200);
        assertThat(ines.get(at("wake-a", "/review"))
                        .json()
                        .path("comments")
                        .path(0)
                        .path("line")
                        .asInt())
                .isZero();
    }

    @Test
    void whatMakesNoSenseIsRefused() {
        ines.create("fixes/wake-b", FIX.formatted("wake-b")).expect(201);
        ask(ines, "wake-b", 1, "siv").refused(422, "nobody who can read documents");
        ask(ines, "wake-b", 7, "odd").refused(404, "no revision 7");
        ask(agent, "wake-b", 1, "odd").refused(403, "author");
        agent.get(at("wake-b", "/review")).refused(403, "author");
        odd.post(at("wake-b", "/review/back"), Map.of("revision", 1, "text", "no"))
                .refused(409, "not in review");
        odd.post(at("wake-b", "/comments"), Map.of("line", 1, "text", "x")).refused(428, "revision");
        odd.post(at("wake-b", "/comments"), Map.of("revision", 1, "line", 99, "text", "x"))
                .refused(422, "lines");
        odd.post(at("wake-b", "/comments"), Map.of("revision", 1, "line", 1, "text", "y".repeat(2001)))
                .refused(422, "at most 2000");
        odd.post(at("wake-b", "/comments/77/answers"), Map.of("text", "x")).refused(404, "no comment 77");
        // a newer text is another one than what was asked about
        ask(ines, "wake-b", 1, "odd").expect(200);
        ines.put("fixes/wake-b", FIX.formatted("wake-b") + "\n", "If-Match", "\"r1\"")
                .expect(200);
        assertThat(ines.get(at("wake-b", "/review")).json().path("reviewer").isNull())
                .isTrue();
        assertThat(odd.get("/api/library/readers").text())
                .contains("Ines Tveit")
                .doesNotContain("Odd Vik", "Siv Lund");
    }
}
