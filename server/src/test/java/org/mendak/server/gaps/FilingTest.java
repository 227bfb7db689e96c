package org.mendak.server.gaps;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import org.mendak.server.OnTestDesk;
import tools.jackson.databind.JsonNode;

/** Cases from before a known error are put under it in one act, and taken out again in one. */
class FilingTest extends OnTestDesk {

    private static String jam(int chute) {
        return "CJ-2210 chute " + chute + " is jammed by wet mail, unpacking ends";
    }

    private long closed(int chute) {
        long n = api.openCase(Map.of("text", jam(chute), "product", "Berthbook", "phase", "install"));
        api.post(
                        "/api/cases/" + n + "/free-steps",
                        Map.of("clientId", "a" + n, "did", "Dried the mail in the chute", "outcome", "worked"))
                .expect(200);
        api.post("/api/cases/" + n + "/close", Map.of("outcome", "solved")).expect(200);
        return n;
    }

    private String error(long n) {
        return api.get("/api/cases/" + n).expect(200).json().path("error").asString("");
    }

    private int casesOf(String key) {
        return StreamSupport.stream(api.get("/api/evidence").expect(200).json().spliterator(), false)
                .filter(o -> o.path("error").asString().equals(key))
                .mapToInt(o -> o.path("cases").asInt())
                .sum();
    }

    @Test
    void whatWasClosedBeforeGoesUnderItAndOutAgain() {
        long first = closed(3);
        long second = closed(8);
        long open = api.openCase(Map.of("text", jam(11)));
        JsonNode made = api.post("/api/drafts", Map.of("cases", List.of(first, second)))
                .expect(201)
                .json();
        String key = made.path("error").path("key").asString();
        api.get("/api/errors/" + key + "/before").refused(404, "no published known error");
        api.transition("fixes/" + made.path("fixes").path(0).path("key").asString(), "published")
                .expect(200);
        api.transition("errors/" + key, "published").expect(200);

        JsonNode before = api.get("/api/errors/" + key + "/before").expect(200).json();
        assertThat(before.path("count").asInt()).isEqualTo(2);
        assertThat(before.path("cases").toString()).isEqualTo("[" + second + "," + first + "]");
        agent("eli", "Eli").post("/api/errors/" + key + "/before", Map.of()).expect(403);

        JsonNode filing =
                api.post("/api/errors/" + key + "/before", Map.of()).expect(201).json();
        assertThat(filing.path("count").asInt()).isEqualTo(2);
        assertThat(error(first)).isEqualTo(key);
        assertThat(error(second)).isEqualTo(key);
        // who works on one decides for himself
        assertThat(error(open)).isEmpty();
        assertThat(casesOf(key)).isEqualTo(2);
        assertThat(api.get("/api/errors/" + key + "/before")
                        .json()
                        .path("count")
                        .asInt())
                .isZero();

        // whoever looks at it later, after a reload or elsewhere, may take it back
        assertThat(api.get("/api/errors/" + key + "/before").json().path("done"))
                .isEqualTo(filing);

        // what was opened again meanwhile is no longer the act's to take back
        api.post("/api/cases/" + second + "/reopen", Map.of()).expect(200);
        String filings = "/api/filings/" + filing.path("id").asString();
        JsonNode out = api.send("DELETE", filings, null).expect(200).json();
        assertThat(out.path("count").asInt()).isEqualTo(1);
        assertThat(error(first)).isEmpty();
        assertThat(error(second)).isEqualTo(key);
        assertThat(casesOf(key)).isEqualTo(1);
        api.send("DELETE", filings, null).refused(404, "taken back already");
        assertThat(api.get("/api/errors/" + key + "/before").json().path("done").isNull())
                .isTrue();
    }

    @Test
    void whoTellsItInOtherWordsIsShownWhatIsPerhapsTheSame() {
        long solved = api.openCase(
                Map.of("text", "gangway motor refuses to lower because limit switch reports frozen grease"));
        api.post("/api/cases/" + solved + "/close", Map.of("outcome", "solved")).expect(200);
        String told = "she says the gangway motor refused to lower, the limit switch reported frozen greese";
        JsonNode alike =
                api.post("/api/alike", Map.of("text", told)).expect(200).json();
        assertThat(alike.path("guess").asBoolean()).isTrue();
        assertThat(alike.path("solved").path(0).path("number").asLong()).isEqualTo(solved);
        long n = api.openCase(Map.of("text", told));
        alike = api.get("/api/cases/" + n + "/alike").expect(200).json();
        assertThat(alike.path("guess").asBoolean()).isTrue();
        assertThat(alike.path("cases").toString()).isEqualTo("[" + solved + "]");
        assertThat(api.post("/api/alike", Map.of("text", "the coffee is cold and nobody lowers anything"))
                        .json()
                        .path("count")
                        .asInt())
                .isZero();
    }

    @Test
    void whatNobodyCouldNameIsListedByWhatItSaidWithWhatWasTried() {
        long n = api.openCase(Map.of("text", "hello\nDV-3301 davit 4 answers nobody\nbye"));
        api.post(
                        "/api/cases/" + n + "/free-steps",
                        Map.of("clientId", "a", "did", "Rang its bell", "outcome", "no-change"))
                .expect(200);
        api.post("/api/cases/" + n + "/free-steps", Map.of("clientId", "b", "did", "Looked"))
                .expect(200);
        api.post("/api/cases/" + n + "/free-steps", Map.of("clientId", "c", "did", "Listened"))
                .expect(200);
        assertThat(line(n).path("title").asString()).isEqualTo("\u201cDV-3301 davit 4 answers nobody\u201d");
        assertThat(line(n).path("outcomes").toString()).isEqualTo("[\"no-change\",\"\"]");
        api.post("/api/cases/" + n + "/close", Map.of("outcome", "withdrawn")).expect(200);
        assertThat(line(n).path("outcomes").toString()).isEqualTo("[\"no-change\"]");
    }

    private JsonNode line(long n) {
        return StreamSupport.stream(
                        api.get("/api/cases?limit=200").expect(200).json().spliterator(), false)
                .flatMap(
                        c -> c.isArray() ? StreamSupport.stream(c.spliterator(), false) : java.util.stream.Stream.of(c))
                .filter(c -> c.path("number").asLong() == n)
                .findFirst()
                .orElseThrow();
    }
}
