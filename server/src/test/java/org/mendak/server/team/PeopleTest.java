package org.mendak.server.team;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;
import tools.jackson.databind.JsonNode;

/** A person is a number: namesakes do not meet, a new name changes nothing of what was done, and what lets somebody in can be seen and ended. */
class PeopleTest extends OnDesk {

    private static final String PASSWORD = "quiet lanterns over Norrholm";

    @BeforeAll
    void start() {
        Texts.publish(api);
    }

    private long person(String login, String name, String role) {
        return api.post("/api/people", Map.of("login", login, "name", name, "role", role, "password", PASSWORD))
                .expect(201)
                .json()
                .path("id")
                .asLong();
    }

    private Api in(String login) {
        Api browser = Api.browser(app.address());
        browser.signIn(login, PASSWORD).expect(200);
        return browser;
    }

    private static long inHand(Api who) {
        return who.get("/api/cases?status=open&mine=true").expect(200).json().size();
    }

    @Test
    void namesakesDoNotMeet() {
        person("sol.1", "Sol Brekke", "agent");
        long second = person("sol.2", "Sol Brekke", "agent");
        Api first = in("sol.1");
        long n = first.openCase(Map.of("text", "x", "error", "tracks-full"));
        assertThat(inHand(first)).isEqualTo(1);
        assertThat(inHand(in("sol.2"))).isZero();
        JsonNode shown = in("sol.2").get("/api/cases/" + n).expect(200).json();
        assertThat(shown.path("agent").asString()).isEqualTo("Sol Brekke (sol.1)");
        // whom a name means is asked, and the sign-in says it
        first.post("/api/cases/" + n + "/handover", Map.of("to", "Sol Brekke", "note", ""))
                .refused(422, "2 people are called");
        first.post("/api/cases/" + n + "/handover", Map.of("to", "sol.2", "note", ""))
                .expect(200);
        assertThat(inHand(first)).isZero();
        assertThat(api.get("/api/errors/tracks-full/evidence?agent=" + second)
                        .expect(200)
                        .json()
                        .path("chosen")
                        .asInt())
                .isEqualTo(1);
        JsonNode brought = api.csv(
                        "case,error,opened_at,closed_at,status,position,fix,outcome,agent\n"
                                + "b1,tracks-full,2026-11-01T08:00:00Z,2026-11-01T09:00:00Z,solved,1,grow-tracks,worked,Sol Brekke\n"
                                + "b2,tracks-full,2026-11-01T08:00:00Z,2026-11-01T09:00:00Z,solved,1,grow-tracks,worked,sol.1\n"
                                + "b3,tracks-full,2026-11-01T08:00:00Z,2026-11-01T09:00:00Z,solved,1,grow-tracks,worked,Maja Fjell\n")
                .expect(200)
                .json();
        assertThat(brought.path("cases").asInt()).isEqualTo(2);
        assertThat(brought.path("rejected").path(0).toString()).contains("2 people are called", "agent");
    }

    @Test
    void whoStandsInRecordsByNameAloneCanBeGivenASignIn() {
        api.csv(
                        "case,error,opened_at,closed_at,status,position,fix,outcome,agent\n"
                                + "g1,tracks-full,2026-11-01T08:00:00Z,2026-11-01T09:00:00Z,solved,1,grow-tracks,worked,Gro Vang\n")
                .expect(200);
        long gro = personCalled("Gro Vang");
        JsonNode before = listed(gro);
        assertThat(before.path("login").isNull()).isTrue();
        assertThat(before.path("active").asBoolean()).isFalse();
        api.patch("/api/people/" + gro, Map.of("active", true)).refused(422, "Give one first");
        api.patch("/api/people/" + gro, Map.of("login", "gro", "password", PASSWORD))
                .expect(200);
        assertThat(in("gro").get("/api/session").json().path("user").path("id").asLong())
                .isEqualTo(gro);
        api.patch("/api/people/" + gro, Map.of("login", "gro2")).refused(409, "already");
    }

    private JsonNode listed(long id) {
        for (JsonNode p : api.get("/api/people").expect(200).json()) {
            if (p.path("id").asLong() == id) {
                return p;
            }
        }
        throw new AssertionError(id);
    }

    @Test
    void aNewNameIsShownEverywhereAndTheCasesStayTheirs() {
        long id = person("eli", "Eli Strand", "agent");
        Api eli = in("eli");
        long n = eli.openCase(Map.of("text", "x", "error", "tracks-full"));
        api.patch("/api/people/" + id, Map.of("name", "Eli Haug")).expect(200);
        assertThat(eli.get("/api/cases/" + n).expect(200).json().path("agent").asString())
                .isEqualTo("Eli Haug");
        assertThat(inHand(eli)).isEqualTo(1);
        api.patch("/api/people/" + id, Map.of("name", " ")).refused(422, "1 to 120");
    }

    @Test
    void whoIsNewChoosesTheirPasswordByAnAddressThatHoldsOnce() {
        long id = api.post("/api/people", Map.of("login", "ove", "name", "Ove Lid", "role", "agent"))
                .expect(201)
                .json()
                .path("id")
                .asLong();
        Api stranger = Api.browser(app.address());
        stranger.signIn("ove", "").refused(401, "do not belong together");
        String first = address(id);
        String path = address(id);
        assertThat(stranger.get("/api/" + first).expect(200).json().path("open").asBoolean())
                .isFalse();
        JsonNode open = stranger.get("/api/" + path).expect(200).json();
        assertThat(open.path("login").asString()).isEqualTo("ove");
        Map<String, String> chosen = Map.of("login", "", "name", "", "password", PASSWORD);
        stranger.post("/api/" + path, Map.of("login", "", "name", "", "password", "short"))
                .refused(422, "at least 12");
        stranger.post("/api/" + path, chosen).expect(201);
        stranger.get("/api/cases").expect(200);
        stranger.post("/api/" + path, chosen).refused(404, "used already");
        String late = address(id);
        app.clock().forward(Duration.ofHours(25));
        stranger.post("/api/" + late, chosen).refused(404, "over");
    }

    private String address(long id) {
        return api.post("/api/people/" + id + "/address", Map.of())
                .expect(201)
                .json()
                .path("path")
                .asString();
    }

    @Test
    void signInsAndTokensAreSeenAndEndedOneByOneAndAtOnce() throws IOException, InterruptedException {
        long id = person("tor", "Tor Eide", "agent");
        Api here = in("tor");
        Api there = in("tor");
        JsonNode both = here.get("/api/sessions").expect(200).json();
        assertThat(both.size()).isEqualTo(2);
        JsonNode other = both.path(0).path("current").asBoolean() ? both.path(1) : both.path(0);
        assertThat(other.path("current").asBoolean()).isFalse();
        InputStream stream = stream(there);
        here.delete("/api/sessions/" + other.path("key").asString()).expect(204);
        // the stream ends: reading it to its end comes back
        stream.readAllBytes();
        there.get("/api/cases").refused(401, "has ended");
        here.get("/api/cases").expect(200);
        String token = here.post("/api/tokens", Map.of("name", "t", "scopes", List.of("read")))
                .expect(201)
                .json()
                .path("token")
                .asString();
        JsonNode access = api.get("/api/people/" + id + "/access").expect(200).json();
        assertThat(access.path("sessions").size()).isEqualTo(1);
        long tokenId = access.path("tokens").path(0).path("id").asLong();
        api.delete("/api/people/" + id + "/tokens/" + tokenId).expect(204);
        Api.bearer(app.address(), token).get("/api/cases").refused(401, "revoked");
        api.delete("/api/people/" + id + "/access").expect(204);
        here.get("/api/cases").refused(401, "has ended");
        assertThat(listed(id).path("sessions").asInt()).isZero();
        in("tor").delete("/api/people/1/access").refused(403, "lead");
    }

    private InputStream stream(Api who) throws IOException, InterruptedException {
        HttpResponse<InputStream> stream = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(app.address() + "/api/live"))
                                .header("Cookie", who.cookies())
                                .build(),
                        HttpResponse.BodyHandlers.ofInputStream());
        assertThat(stream.statusCode()).isEqualTo(200);
        return stream.body();
    }

    @Test
    void theOldestOfTooManySignInsEnds() {
        person("many", "Many Doors", "agent");
        Api first = in("many");
        for (int i = 0; i < OpenSessions.MOST_OF_ONE; i++) {
            app.clock().forward(Duration.ofSeconds(1));
            in("many");
        }
        assertThat(in("many").get("/api/sessions").expect(200).json().size()).isEqualTo(OpenSessions.MOST_OF_ONE);
        first.get("/api/cases").refused(401, "has ended");
    }

    @Test
    void whoIsErasedIsSomebodyAndWhatTheyDidStays() {
        long id = person("runo", "Runo Zander", "author");
        Api runo = in("runo");
        long n = runo.openCase(Map.of("text", "x", "error", "tracks-full"));
        runo.attempt(n, "grow-tracks", "worked", 5);
        runo.close(n, "solved").expect(200);
        int cases = evidence();
        long boss = person("boss", "Bo Ss", "lead");
        in("boss").post("/api/people/" + boss + "/erasure", Map.of()).refused(409, "Nobody erases themselves");
        JsonNode gone =
                api.post("/api/people/" + id + "/erasure", Map.of()).expect(200).json();
        assertThat(gone.path("name").asString()).isEqualTo("somebody");
        assertThat(gone.path("login").isNull()).isTrue();
        runo.get("/api/cases").refused(401, "has ended");
        Api.browser(app.address()).signIn("runo", PASSWORD).refused(401, "do not belong together");
        JsonNode shown = api.get("/api/cases/" + n).expect(200).json();
        assertThat(shown.path("agent").asString()).isEqualTo("somebody");
        assertThat(evidence()).isEqualTo(cases);
        for (String path : List.of(
                "/api/people",
                "/api/audit",
                "/api/audit.csv",
                "/api/cases/" + n,
                "/api/cases/export.csv",
                "/api/cases/export.jsonl")) {
            assertThat(api.get(path).expect(200).text()).as(path).doesNotContainIgnoringCase("zander", "runo");
        }
        while (api.get("/api/find?q=zander").expect(200).json().path("total").asInt() > 0) {
            Thread.onSpinWait();
        }
        api.patch("/api/people/" + id, Map.of("name", "Back Again")).refused(409, "erased");
        // the sign-in is free again, for somebody else
        assertThat(person("runo", "Another", "agent")).isNotEqualTo(id);
    }

    private int evidence() {
        return api.get("/api/errors/tracks-full/evidence")
                .expect(200)
                .json()
                .path("cases")
                .asInt();
    }

    @Test
    void figuresOfColleaguesAreForLeadsUnlessTheDeskIsSetOtherwise() {
        long mine = person("una", "Una Moe", "author");
        Api una = in("una");
        long n = una.openCase(Map.of("text", "x", "error", "tracks-full"));
        una.attempt(n, "grow-tracks", "worked", 5);
        String of = "/api/errors/tracks-full/evidence?agent=";
        una.get(of + mine).expect(200);
        una.get(of + (mine - 1)).refused(403, "for leads");
        una.get("/api/evidence/desk?agent=" + (mine - 1)).refused(403, "for leads");
        una.get("/api/errors/tracks-full/evidence.csv?table=fixes&agent=" + (mine - 1))
                .refused(403, "for leads");
        JsonNode offered = una.get("/api/errors/tracks-full/evidence")
                .expect(200)
                .json()
                .path("choices")
                .path("agents");
        assertThat(offered.size()).isEqualTo(1);
        assertThat(offered.path(0).path("id").asLong()).isEqualTo(mine);
        una.patch("/api/settings", Map.of("colleaguesFigures", true)).refused(403, "lead");
        api.patch("/api/settings", Map.of("colleaguesFigures", true)).expect(200);
        una.get(of + (mine - 1)).expect(200);
        api.patch("/api/settings", Map.of("colleaguesFigures", false)).expect(200);
        una.get(of + (mine - 1)).refused(403, "for leads");
    }
}
