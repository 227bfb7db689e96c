package org.mendak.server.library;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;

/** What somebody types and has not saved is kept for them alone, wherever they sign in. */
class WritingTest extends OnDesk {

    private static final String AT = "/api/documents/fixes/grow-tracks/writing";

    private Api ines;
    private Api odd;

    @BeforeAll
    void people() {
        Texts.publish(api);
        ines = author("ines", "Ines Tveit");
        odd = author("odd", "Odd Vik");
    }

    private Api author(String login, String name) {
        api.post("/api/people", Map.of("login", login, "name", name, "role", "author", "password", "a long enough one"))
                .expect(201);
        Api browser = Api.browser(app.address());
        browser.signIn(login, "a long enough one").expect(200);
        return browser;
    }

    private static Api.Answer type(Api who, String path, String text, int base) {
        return who.send(
                "PUT",
                path,
                ("{\"text\":\"" + text + "\",\"base\":" + base + "}").getBytes(java.nio.charset.StandardCharsets.UTF_8),
                "Content-Type",
                "application/json");
    }

    @Test
    void eachHasTheirOwnAndSeesWhoElseWrites() {
        assertThat(ines.get(AT).expect(200).json().path("text").isNull()).isTrue();
        type(ines, AT, "half a word", 1).expect(200);
        assertThat(ines.get(AT).json().path("text").asString()).isEqualTo("half a word");
        assertThat(ines.get(AT).json().path("base").asInt()).isEqualTo(1);
        // nobody reads what another one types, only that they do
        assertThat(odd.get(AT).expect(200).text()).contains("Ines Tveit").doesNotContain("half a word");
        assertThat(type(odd, AT, "other words", 1).expect(200).text()).contains("Ines Tveit");
        assertThat(ines.get(AT).text()).contains("Odd Vik", "half a word").doesNotContain("other words");
        app.clock().forward(Duration.ofMinutes(11));
        assertThat(ines.get(AT).json().path("others")).isEmpty();
        assertThat(ines.get(AT).json().path("text").asString()).isEqualTo("half a word");
        // what is saved is another thing: it takes nothing away, and nothing of what is typed is in it
        assertThat(api.get("/api/documents/fixes/grow-tracks?revision=draft").text())
                .doesNotContain("half a word");
        ines.delete(AT).expect(204);
        assertThat(ines.get(AT).json().path("text").isNull()).isTrue();
        assertThat(odd.get(AT).json().path("text").asString()).isEqualTo("other words");
    }

    @Test
    void aDocumentThatDoesNotExistYetIsTypedToo() {
        String path = "/api/documents/errors/not-there-yet/writing";
        type(ines, path, "a first line", 0).expect(200);
        assertThat(ines.get(path).json().path("base").asInt()).isZero();
        api.get("/api/documents/errors/not-there-yet?revision=draft").refused(404, "");
        assertThat(api.get("/api/documents").text()).doesNotContain("not-there-yet");
    }

    @Test
    void whatMakesNoSenseIsRefused() {
        type(ines, AT, "x", -1).refused(422, "base");
        type(ines, "/api/documents/fixes/NO/writing", "x", 0).refused(422, "key");
        type(ines, "/api/documents/shelves/no/writing", "x", 0).refused(404, "no kind of document");
        type(ines, AT, "y".repeat(300_000), 1).refused(413, "larger");
        for (int i = 0; i < WritingService.MOST_OF_ONE; i++) {
            type(odd, "/api/documents/fixes/begun-" + i + "/writing", "x", 0);
        }
        type(odd, "/api/documents/fixes/one-more/writing", "x", 0).refused(422, "Save or leave one");
        type(odd, "/api/documents/fixes/begun-3/writing", "xx", 0).expect(200);
    }
}
