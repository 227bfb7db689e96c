package org.mendak.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.RunningApp;
import org.mendak.server.Texts;

/** What is measured is told in the open text form, to leads' programs alone, and names nobody. */
class MetricsTest extends OnDesk {

    private static final String AT = "/actuator/prometheus";
    /** The text exposition format: a name, labels, a number. */
    private static final Pattern SAMPLE = Pattern.compile(
            "[a-zA-Z_:][a-zA-Z0-9_:]*(\\{([a-zA-Z_]+=\"[^\"\\n]*\",?)*})? (-?[0-9.]+([eE][-+]?[0-9]+)?|NaN|[+-]Inf)");

    private long opened;

    @BeforeAll
    void start() {
        Texts.publish(api);
        Api liv = agent("liv", "Liv Aune");
        opened = liv.openCase(Map.of("text", "x", "error", "tracks-full", "requester", "Pia Dotterel"));
        liv.attempt(opened, "grow-tracks", "worked", 5);
        api.get("/api/errors/tracks-full/evidence").expect(200);
        liv.get("/api/cases/" + opened).expect(200);
    }

    private static double value(String text, String begins) {
        Matcher m = Pattern.compile("^" + begins + "[^ ]* ([^ ]+)$", Pattern.MULTILINE)
                .matcher(text);
        assertThat(m.find()).as(begins).isTrue();
        return Double.parseDouble(m.group(1));
    }

    @Test
    void aScrapeTellsOfCallsCasesFitsIndexFileAndBackups() {
        String text = api.get(AT).expect(200).text();
        assertThat(text.lines()
                        .filter(l -> !l.startsWith("#") && !l.isBlank())
                        .filter(l -> !SAMPLE.matcher(l).matches()))
                .isEmpty();
        // by route, not by address: a case's number would be a series of its own
        assertThat(text).contains("uri=\"/api/cases/{n}\"").doesNotContain("/api/cases/" + opened);
        assertThat(value(text, "http_server_requests_seconds_count\\{[^}]*uri=\"/api/cases/\\{n}\""))
                .isPositive();
        assertThat(value(text, "mendak_cases_newest")).isEqualTo(opened);
        assertThat(value(text, "mendak_cases_open")).isEqualTo(1);
        assertThat(value(text, "mendak_fit_seconds_count")).isPositive();
        assertThat(value(text, "mendak_find_entries")).isPositive();
        assertThat(value(text, "mendak_desk_file_size_bytes")).isPositive();
        assertThat(value(text, "mendak_disk_free_bytes")).isPositive();
        assertThat(value(text, "mendak_desk_trouble")).isZero();
        assertThat(value(text, "mendak_backup_failed")).isZero();
        assertThat(value(text, "mendak_backup_age_seconds")).isNaN();
        assertThat(text).doesNotContainIgnoringCase("aune", "dotterel", "tracks-full", "person=");
    }

    @Test
    void othersAreRefusedAndHealthIsForEverybody() {
        Api stranger = Api.browser(app.address());
        stranger.get(AT).refused(401, "sign in");
        stranger.get("/actuator/health").expect(200);
        Api liv = agent("per", "Per Sund");
        liv.get(AT).refused(403, "for leads");
        liv.get("/actuator/health").expect(200);
        api.post("/api/people", Map.of("login", "boss", "name", "Bo", "role", "lead", "password", "a-long-password"))
                .expect(201);
        Api boss = Api.browser(app.address());
        boss.signIn("boss", "a-long-password").expect(200);
        for (String scope : List.of("read", "admin")) {
            String token = boss.post("/api/tokens", Map.of("name", "t", "scopes", List.of(scope)))
                    .expect(201)
                    .json()
                    .path("token")
                    .asString();
            Api program = Api.bearer(app.address(), token);
            if (scope.equals("admin")) {
                program.get(AT).expect(200);
            } else {
                program.get(AT).refused(403, "for leads");
            }
        }
        api.get("/actuator/env").expect(404);
        api.get("/actuator").expect(404);
    }

    @Test
    void aPathAndAPortOfTheirOwnAreGuardedAlike(@TempDir Path folder) throws IOException, InterruptedException {
        try (RunningApp other =
                RunningApp.on(folder, "--management.endpoints.web.base-path=/watch", "--management.server.port=0")) {
            String at = "http://127.0.0.1:" + other.managementPort();
            assertThat(other.managementPort()).isNotEqualTo(port(other.address()));
            assertThat(strangersGet(at + "/watch/health")).isEqualTo(200);
            assertThat(strangersGet(at + "/watch/prometheus")).isEqualTo(401);
            assertThat(strangersGet(other.address() + "/watch/prometheus")).isEqualTo(401);
            other.lead()
                    .post(
                            "/api/people",
                            Map.of("login", "boss", "name", "Bo", "role", "lead", "password", "a-long-password"))
                    .expect(201);
            Api boss = Api.browser(other.address());
            boss.signIn("boss", "a-long-password").expect(200);
            String token = boss.post("/api/tokens", Map.of("name", "t", "scopes", List.of("admin")))
                    .expect(201)
                    .json()
                    .path("token")
                    .asString();
            assertThat(Api.bearer(at, token)
                            .get("/watch/prometheus")
                            .expect(200)
                            .text())
                    .contains("mendak_desk_trouble");
            assertThat(Api.bearer(at, token).get("/api/people").status())
                    .as("nothing else is there")
                    .isEqualTo(404);
        }
    }

    private static int strangersGet(String address) throws IOException, InterruptedException {
        return HttpClient.newHttpClient()
                .send(HttpRequest.newBuilder(URI.create(address)).build(), HttpResponse.BodyHandlers.discarding())
                .statusCode();
    }

    private static int port(String address) {
        return Integer.parseInt(address.substring(address.lastIndexOf(':') + 1));
    }
}
