package org.mendak.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;

/** What browsers are told: those who look at a case of each change, others now and then, and a slow one holds nobody up. */
class LiveTest extends OnDesk {

    private Api ear;

    @BeforeAll
    void start() {
        Texts.publish(api);
        ear = agent("ear", "Ear");
    }

    private BufferedReader listen(String query) throws Exception {
        HttpRequest request = HttpRequest.newBuilder(URI.create(app.address() + "/api/live" + query))
                .header("Cookie", ear.cookies())
                .build();
        BufferedReader in = new BufferedReader(new InputStreamReader(
                HttpClient.newHttpClient()
                        .send(request, HttpResponse.BodyHandlers.ofInputStream())
                        .body(),
                StandardCharsets.UTF_8));
        assertThat(in.readLine()).isEqualTo(":open");
        return in;
    }

    /** What is told up to and with the first event of this kind: each kind with its data. */
    private static List<String> upTo(BufferedReader in, String kind) throws IOException {
        List<String> all = new ArrayList<>();
        String event = "";
        while (!event.equals(kind)) {
            String line = in.readLine();
            if (line.startsWith("event:")) {
                event = line.substring(6);
                all.add(event + " " + in.readLine().substring(5));
            }
        }
        return all;
    }

    @Test
    void eachChangeOfACaseIsToldToThoseWhoLookAtItAndThatSomethingChangedToAll() throws Exception {
        long looked = api.openCase(Map.of("text", "x", "error", "tracks-full"));
        long other = api.openCase(Map.of("text", "y", "error", "tracks-full"));
        try (BufferedReader atIt = listen("?case=" + looked);
                BufferedReader all = listen("")) {
            api.attempt(other, "clear-tracks", "no-change", 4);
            api.attempt(looked, "clear-tracks", "no-change", 4);
            List<String> told = upTo(atIt, "case");
            assertThat(told.get(told.size() - 1)).contains("\"number\":" + looked);
            assertThat(told).noneMatch(t -> t.startsWith("case ") && t.contains("\"number\":" + other));
            assertThat(upTo(all, "cases")).singleElement().asString().startsWith("cases {\"count\":");
        }
        String many = "?case=1" + "&case=2".repeat(20);
        ear.get("/api/live" + many).refused(422, "At most 20");
    }

    @Test
    void aBrowserThatDoesNotTakeWhatItIsToldHoldsNobodyUp() throws Exception {
        URI at = URI.create(app.address());
        try (Socket deaf = new Socket(at.getHost(), at.getPort());
                BufferedReader in = listen("")) {
            deaf.setSoTimeout(20_000);
            deaf.getOutputStream()
                    .write(("GET /api/live HTTP/1.1\r\nHost: " + at.getAuthority() + "\r\nCookie: " + ear.cookies()
                                    + "\r\n\r\n")
                            .getBytes(StandardCharsets.US_ASCII));
            assertThat(deaf.getInputStream().read()).isEqualTo('H');
            Live live = app.bean(Live.class);
            String noise = "z".repeat(20_000);
            for (int i = 0; i < 400; i++) {
                live.tellAll("noise", noise);
                assertThat(upTo(in, "noise")).isNotEmpty();
            }
            live.tellAll("end", "");
            assertThat(upTo(in, "end")).hasSize(1);
        }
    }
}
