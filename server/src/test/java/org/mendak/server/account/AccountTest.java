package org.mendak.server.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.nimbusds.jwt.JWTClaimsSet;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Date;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.RunningApp;
import tools.jackson.databind.JsonNode;

/** Signing in with the account that one has elsewhere, against a provider on this machine. */
class AccountTest extends OnDesk {

    private static final String PASSWORD = "a-long-password";

    private final AccountStandIn provider = new AccountStandIn();

    @Override
    protected RunningApp begun() {
        return provider.desk();
    }

    @AfterAll
    void closeProvider() {
        provider.close();
    }

    @AfterEach
    void straight() {
        provider.straight();
    }

    private Api browser() {
        return Api.browser(app.address());
    }

    private String sent(Api who, String to) {
        return who.post("/api/session/away", Map.of("to", to, "anew", false))
                .expect(200)
                .json()
                .path("address")
                .asString();
    }

    private String returned(Api who, String from) {
        assertThat(from).startsWith(app.address() + "/api/session/back?");
        return who.get(from.substring(app.address().length())).expect(303).header("Location");
    }

    /** There and back; where they come out. */
    private String trip(Api who, String login) {
        return returned(who, provider.come(sent(who, "/evidence"), login));
    }

    private Api in(String login) {
        Api who = browser();
        assertThat(trip(who, login)).isEqualTo("/evidence");
        return who;
    }

    private static JsonNode user(Api who) {
        return who.get("/api/session").expect(200).json().path("user");
    }

    private List<String> journal(long person) {
        return api.get("/api/audit?target=person%20" + person)
                .expect(200)
                .json()
                .path("rows")
                .valueStream()
                .map(r -> r.path("what").asString() + ": " + r.path("detail").asString())
                .toList();
    }

    @Test
    void theFirstSignInMakesAPersonWithTheRoleOfTheClaim() {
        provider.holder("liv.aune", "Liv Aune", "mendak-author", "something-else");
        assertThat(browser().get("/api/session").json().path("account").asString())
                .isEqualTo("your harbour account");
        JsonNode u = user(in("liv.aune"));
        assertThat(u.path("login").asString()).isEqualTo("liv.aune");
        assertThat(u.path("name").asString()).isEqualTo("Liv Aune");
        assertThat(u.path("roles").size()).isEqualTo(2);
        assertThat(u.path("password").asBoolean()).isFalse();
        assertThat(u.path("byAccount").asBoolean()).isTrue();
        // the second time it is the same one
        assertThat(user(in("liv.aune")).path("id").asLong())
                .isEqualTo(u.path("id").asLong());
        assertThat(journal(u.path("id").asLong()))
                .containsExactly(
                        "signed-in: by account, at a new browser",
                        "signed-in: by account",
                        "person-added: author, by account");
        // what stands in the browser does what another sign-in does, and says no more of the person than the page needs
        assertThat(browser().signIn("liv.aune", "").status()).isEqualTo(401);
    }

    @Test
    void theRoleFollowsTheClaimAndEndsWhatWasSignedInWithTheOther() {
        provider.holder("runa", "Runa Skog", "mendak-lead");
        Api lead = in("runa");
        long id = user(lead).path("id").asLong();
        provider.holder("pia", "Pia Lund", "mendak-lead");
        in("pia");
        String token = lead.post("/api/tokens", Map.of("name", "t", "scopes", List.of("read", "admin")))
                .expect(201)
                .json()
                .path("token")
                .asString();
        api.patch("/api/people/" + id, Map.of("role", "agent")).refused(409, "comes with it");

        provider.holder("runa", "Runa Skog", "mendak-agent");
        Api agent = in("runa");
        assertThat(user(agent).path("roles").size()).isEqualTo(1);
        assertThat(user(lead).isNull()).isTrue();
        Api.bearer(app.address(), token).get("/api/session").expect(401);
        agent.get("/api/people").refused(403, "a lead");
        assertThat(journal(id)).contains("person-changed: agent, by account");
    }

    @Test
    void theLastLeadStaysOne() {
        try (AccountStandIn own = new AccountStandIn();
                RunningApp desk = own.desk()) {
            own.holder("odd", "Odd Vik", "mendak-lead");
            for (int again = 0; again < 2; again++) {
                Api who = Api.browser(desk.address());
                String back = own.come(
                        who.post("/api/session/away", Map.of("to", "/", "anew", false))
                                .json()
                                .path("address")
                                .asString(),
                        "odd");
                who.get(back.substring(desk.address().length())).expect(303);
                assertThat(user(who).path("roles").size()).isEqualTo(3);
                own.holder("odd", "Odd Vik", "mendak-agent");
            }
        }
    }

    private enum Wrong {
        ISSUER(c -> c.issuer("http://127.0.0.1:1/other")),
        AUDIENCE(c -> c.audience("another-desk")),
        PARTY(c -> c.audience(List.of(AccountStandIn.CLIENT, "another-desk")).claim("azp", "another-desk")),
        NONCE(c -> c.claim("nonce", "of-another-trip")),
        NO_NONCE(c -> c.claim("nonce", null)),
        SUBJECT(c -> c.subject("somebody-else")),
        NO_SUBJECT(c -> c.subject(null)),
        OVER(c -> c.expirationTime(at(c, -120))),
        NOT_YET(c -> c.issueTime(at(c, 600)).notBeforeTime(at(c, 600))),
        NO_END(c -> c.expirationTime(null));

        private final UnaryOperator<JWTClaimsSet.Builder> how;

        private static Date at(JWTClaimsSet.Builder c, int seconds) {
            return Date.from(c.build().getIssueTime().toInstant().plusSeconds(seconds));
        }

        Wrong(UnaryOperator<JWTClaimsSet.Builder> how) {
            this.how = how;
        }
    }

    @ParameterizedTest
    @EnumSource
    void aTokenThatIsNotForThisDeskOrThisTripIsRefused(Wrong wrong) {
        provider.holder("bent", "Bent Rask", "mendak-agent");
        provider.bend(wrong.how);
        Api who = browser();
        assertThat(trip(who, "bent")).isEqualTo("/?account=untrue");
        assertThat(user(who).isNull()).isTrue();
    }

    @Test
    void aTokenThatAnotherOrNobodySignedIsRefused() {
        provider.holder("bent", "Bent Rask", "mendak-agent");
        provider.signByOther();
        assertThat(trip(browser(), "bent")).isEqualTo("/?account=untrue");
        provider.straight();
        provider.signNot();
        assertThat(trip(browser(), "bent")).isEqualTo("/?account=untrue");
        assertThat(api.get("/api/people").text()).doesNotContain("Bent Rask");
    }

    @Test
    void aCodeIsGoodOnceAndForAMinuteInTheBrowserThatWent() {
        provider.holder("una", "Una Berg", "mendak-agent");
        Api who = browser();
        String back = provider.come(sent(who, "/"), "una");
        // brought by another browser, with a trip of its own
        Api other = browser();
        sent(other, "/");
        assertThat(returned(other, back)).isEqualTo("/?account=late");
        // and by one that never went
        assertThat(returned(browser(), back)).isEqualTo("/?account=late");
        String trip = who.cookies();
        assertThat(returned(who, back)).isEqualTo("/");
        // once more, with all that belonged to it
        Api again = browser();
        assertThat(again.send("GET", back.substring(app.address().length()), null, "Cookie", trip)
                        .header("Location"))
                .isEqualTo("/?account=late");
        assertThat(user(again).isNull()).isTrue();

        Api slow = browser();
        String late = provider.come(sent(slow, "/"), "una");
        app.clock().forward(Duration.ofMinutes(2));
        assertThat(returned(slow, late)).isEqualTo("/?account=untrue");
        Api slower = browser();
        String later = provider.come(sent(slower, "/"), "una");
        app.clock().forward(Duration.ofMinutes(11));
        assertThat(returned(slower, later)).isEqualTo("/?account=late");
    }

    @Test
    void theProviderItselfRefusesACodeThatWasUsed() {
        provider.holder("una", "Una Berg", "mendak-agent");
        Api who = browser();
        String used = provider.come(sent(who, "/"), "una").replaceAll(".*code=([^&]+).*", "$1");
        assertThat(returned(who, provider.come(sent(who, "/"), "una").replaceAll("code=[^&]+", "code=" + used)))
                .as("a code of another trip: its verifier is another one")
                .isEqualTo("/?account=untrue");
    }

    @Test
    void whoDeclinesOrIsSentWithAnotherIssuersNameIsNotLetIn() {
        provider.holder("una", "Una Berg", "mendak-agent");
        assertThat(trip(browser(), "")).isEqualTo("/?account=declined");
        Api who = browser();
        assertThat(returned(who, provider.come(sent(who, "/"), "una") + "&iss=http%3A%2F%2F127.0.0.1%3A1"))
                .isEqualTo("/?account=untrue");
    }

    @Test
    void whoHasNoRoleOrWasShutOutIsNotLetIn() {
        provider.holder("gast", "Gast Holm", "visitor");
        assertThat(trip(browser(), "gast")).isEqualTo("/?account=roleless");
        assertThat(api.get("/api/people").text()).doesNotContain("Gast Holm");

        provider.holder("vera", "Vera Moe", "mendak-agent");
        long id = user(in("vera")).path("id").asLong();
        api.patch("/api/people/" + id, Map.of("active", false)).expect(200);
        assertThat(trip(browser(), "vera")).isEqualTo("/?account=shut-out");
        api.post("/api/people/" + id + "/erasure", Map.of()).expect(200);
        // nothing of the account is kept with whoever was erased
        assertThat(user(in("vera")).path("id").asLong()).isNotEqualTo(id);
    }

    @Test
    void whoHasAPasswordHereIsNotTakenForAnAccountThatIsCalledLikeThem() {
        provider.holder("ines", "Ines Tarrow", "mendak-author");
        api.post("/api/people", Map.of("login", "ines", "name", "Ines Tarrow", "role", "agent", "password", PASSWORD))
                .expect(201);
        Api own = browser();
        own.signIn("ines", PASSWORD).expect(200);
        long id = user(own).path("id").asLong();

        JsonNode stranger = user(in("ines"));
        assertThat(stranger.path("id").asLong()).isNotEqualTo(id);
        assertThat(stranger.path("login").asString()).isEqualTo("ines-2");

        // the account is that one's now
        assertThat(tied(own, "ines")).isEqualTo("/team?account=taken");
        api.post("/api/people/" + stranger.path("id").asLong() + "/erasure", Map.of())
                .expect(200);
        assertThat(tied(own, "ines")).isEqualTo("/team?account=tied");
        Api by = in("ines");
        assertThat(user(by).path("id").asLong()).isEqualTo(id);
        assertThat(user(by).path("roles").size()).as("the role of the claim").isEqualTo(2);
        assertThat(user(by).path("password").asBoolean()).isTrue();

        api.delete("/api/people/" + id + "/account").expect(200);
        assertThat(user(by).isNull()).isTrue();
        api.delete("/api/people/" + id + "/account").refused(409, "no account");
        browser().signIn("ines", PASSWORD).expect(200);
        assertThat(journal(id)).contains("account-tied: ", "account-untied: ");
    }

    private String tied(Api who, String login) {
        String away = who.send("POST", "/api/account", null)
                .expect(200)
                .json()
                .path("address")
                .asString();
        return returned(who, provider.come(away, login));
    }

    @Test
    void nobodyIsTiedToAnAccountInAnotherBrowser() {
        provider.holder("mats", "Mats Eide", "mendak-agent");
        Api own = agent("mats-here", "Mats Eide");
        Api thief = agent("thief", "Thief");
        String back = provider.come(
                own.send("POST", "/api/account", null).json().path("address").asString(), "mats");
        assertThat(thief.send(
                                "GET",
                                back.substring(app.address().length()),
                                null,
                                "Cookie",
                                thief.cookies() + "; " + trip(own))
                        .header("Location"))
                .isEqualTo("/team?account=late");
        assertThat(user(thief).path("byAccount").asBoolean()).isFalse();
        api.send("POST", "/api/account", null).refused(409, "browser");
    }

    private static String trip(Api who) {
        return List.of(who.cookies().split("; ")).stream()
                .filter(c -> c.startsWith("mendak-trip"))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void twoAtOnceOfOneNewAccountAreOnePerson() throws Exception {
        provider.holder("twice", "Twice Ness", "mendak-agent");
        ExecutorService hands = Executors.newFixedThreadPool(4);
        try {
            List<Future<Long>> all = List.of(1, 2, 3, 4).stream()
                    .map(i -> hands.submit(() -> user(in("twice")).path("id").asLong()))
                    .toList();
            long first = all.get(0).get();
            for (Future<Long> f : all) {
                assertThat(f.get()).isEqualTo(first);
            }
        } finally {
            hands.shutdown();
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "//elsewhere.example",
                "/\\elsewhere.example",
                "https://elsewhere.example",
                "javascript:1",
                "/api/export",
                "",
                "/a\nb"
            })
    void nobodyIsSentElsewhereByAnAddressThatWasMadeUp(String to) {
        provider.holder("una", "Una Berg", "mendak-agent");
        Api who = browser();
        assertThat(returned(who, provider.come(sent(who, to), "una"))).isEqualTo("/");
    }

    @Test
    void aLeadWhoseProviderAskedForNoSecondFactorIsNoneWhereLeadsNeedOne() {
        try (AccountStandIn own = new AccountStandIn();
                RunningApp desk = own.desk("--mendak.leads-need-second-factor=true")) {
            own.holder("sec", "Sec Ond", "mendak-lead");
            for (List<String> how : List.of(List.of("pwd"), List.of("pwd", "otp", "mfa"))) {
                own.bend(c -> c.claim("amr", how));
                Api who = Api.browser(desk.address());
                String back = own.come(sent(who, "/"), "sec");
                who.get(back.substring(desk.address().length())).expect(303);
                assertThat(user(who).path("roles").size()).isEqualTo(how.size() == 1 ? 2 : 3);
                who.get("/api/people").expect(how.size() == 1 ? 403 : 200);
            }
        }
    }

    @Test
    void whileNothingCanBeStoredWhoIsKnownComesInToRead(@TempDir Path folder) {
        try (AccountStandIn own = new AccountStandIn()) {
            own.holder("una", "Una\nBerg", "mendak-lead");
            own.holder("new", "New Comer", "mendak-agent");
            try (RunningApp desk = own.deskOn(folder)) {
                assertThat(user(in(desk, own, "una")).path("name").asString()).isEqualTo("Una Berg");
            }
            try (RunningApp desk = own.deskOn(folder, "--mendak.reserve=1000000TB")) {
                assertThat(user(in(desk, own, "una")).path("roles").size()).isEqualTo(3);
                own.holder("una", "Una Berg", "mendak-agent");
                Api less = in(desk, own, "una");
                assertThat(user(less).path("roles").size()).isEqualTo(1);
                less.get("/api/people").refused(403, "a lead");
                Api stranger = Api.browser(desk.address());
                String back = own.come(sent(stranger, "/"), "new")
                        .substring(desk.address().length());
                assertThat(stranger.get(back).expect(303).header("Location")).isEqualTo("/?account=not-stored");
            }
        }
    }

    /** Whoever went there and back, let in or not. */
    private Api in(RunningApp desk, AccountStandIn by, String login) {
        Api who = Api.browser(desk.address());
        who.get(by.come(sent(who, "/"), login).substring(desk.address().length()));
        return who;
    }

    @Test
    void signingOutTellsWhereTheAccountsOwnSignInEnds() {
        provider.holder("una", "Una Berg", "mendak-agent");
        Api who = in("una");
        String farewell =
                who.delete("/api/session").expect(200).json().path("farewell").asString();
        assertThat(farewell)
                .startsWith(provider.issuer() + "/end?id_token_hint=")
                .contains("post_logout_redirect_uri=");
        assertThat(user(who).isNull()).isTrue();
        // of who came with a password there is nothing to end
        Api local = agent("loc", "Loc");
        assertThat(local.delete("/api/session").json().path("farewell").isNull())
                .isTrue();
    }

    @Test
    void whileTheProviderDoesNotAnswerOnePasswordStillDoes() {
        AccountStandIn gone = new AccountStandIn();
        String[] settings = gone.settings();
        gone.close();
        try (RunningApp desk = RunningApp.empty(settings)) {
            Api who = Api.browser(desk.address());
            who.post("/api/session/away", Map.of("to", "/", "anew", false)).refused(503, "does not answer");
            desk.lead()
                    .post("/api/people", Map.of("login", "odd", "name", "Odd", "role", "lead", "password", PASSWORD))
                    .expect(201);
            who.signIn("odd", PASSWORD).expect(200);
        }
    }

    @Test
    void withoutConfigurationNothingOfItIsThere() {
        try (RunningApp desk = RunningApp.empty()) {
            Api who = Api.browser(desk.address());
            assertThat(who.get("/api/session").json().path("account").isNull()).isTrue();
            who.post("/api/session/away", Map.of("to", "/", "anew", false)).refused(404, "account");
            who.get("/api/session/back?code=x&state=y").expect(404);
            desk.lead()
                    .post("/api/people", Map.of("login", "odd", "name", "Odd", "role", "agent", "password", PASSWORD))
                    .expect(201);
            who.signIn("odd", PASSWORD).expect(200);
            who.send("POST", "/api/account", null).refused(404, "account");
        }
    }

    @Test
    void settingsThatWouldLetAnybodyReadOrAnswerAreRefused() {
        assertThatThrownBy(() -> settings("http://accounts.example", "desk")).hasMessageContaining("https://");
        assertThatThrownBy(() -> settings("https://accounts.example", " ")).hasMessageContaining("client-id");
        assertThat(settings("https://accounts.example", "desk").isSet()).isTrue();
        assertThat(settings("", "").isSet()).isFalse();
    }

    private static AccountSettings settings(String issuer, String client) {
        return new AccountSettings(
                issuer, client, "", "it", List.of(), "roles", List.of(), List.of(), List.of(), List.of());
    }
}
