package org.mendak.bench.load;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.mendak.bench.App;

/** Somebody who is signed in with a browser. */
final class LoadSession {

    private static final String PASSWORD = "a long enough password";

    private final String address;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http;

    LoadSession(String address, Executor executor) {
        this.address = address;
        this.http = HttpClient.newBuilder()
                .version(HttpClient.Version.HTTP_1_1)
                .cookieHandler(cookies)
                .executor(executor)
                .build();
    }

    /** The lead and so many agents less one, signed in. */
    static List<LoadSession> people(App.Running r, int most) throws IOException, InterruptedException {
        ExecutorService threads = Executors.newFixedThreadPool(4, t -> {
            Thread thread = new Thread(t, "load");
            thread.setDaemon(true);
            return thread;
        });
        LoadSession lead = new LoadSession(r.address(), threads);
        lead.signIn("lead", "mendak-demo");
        List<LoadSession> people = new ArrayList<>(List.of(lead));
        for (int i = 1; i < most; i++) {
            lead.send(
                    "POST",
                    "/api/people",
                    "{\"login\":\"load%1$d\",\"name\":\"Load %1$d\",\"role\":\"agent\",\"password\":\"%2$s\"}"
                            .formatted(i, PASSWORD));
            LoadSession s = new LoadSession(r.address(), threads);
            s.signIn("load" + i, PASSWORD);
            people.add(s);
        }
        return people;
    }

    void signIn(String login, String password) throws IOException, InterruptedException {
        send("GET", "/api/session", null);
        String body = "{\"login\":\"%s\",\"password\":\"%s\"}".formatted(login, password);
        int status = send("POST", "/api/session", body).statusCode();
        if (status != 200) {
            throw new IllegalStateException(login + " could not sign in: " + status);
        }
    }

    private HttpRequest request(String method, String path, String json) {
        return builder(method, path, json).build();
    }

    private HttpRequest.Builder builder(String method, String path, String json) {
        String csrf = cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("");
        return HttpRequest.newBuilder(URI.create(address + path))
                .header("Content-Type", "application/json")
                .header("X-XSRF-TOKEN", csrf)
                .method(
                        method,
                        json == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(json));
    }

    /** A change of what was seen in this version. */
    HttpResponse<String> patch(String path, String version, String json) throws IOException, InterruptedException {
        return http.send(
                builder("PATCH", path, json)
                        .header("If-Match", "\"v" + version + "\"")
                        .build(),
                HttpResponse.BodyHandlers.ofString(StandardCharsets.UTF_8));
    }

    HttpResponse<String> send(String method, String path, String json) throws IOException, InterruptedException {
        return http.send(request(method, path, json), HttpResponse.BodyHandlers.ofString(StandardCharsets.UTF_8));
    }

    CompletableFuture<HttpResponse<String>> later(String method, String path, String json) {
        return http.sendAsync(request(method, path, json), HttpResponse.BodyHandlers.ofString(StandardCharsets.UTF_8));
    }

    /** An open live stream; what comes over it is read and dropped. */
    void listen() {
        http.sendAsync(request("GET", "/api/live", null), HttpResponse.BodyHandlers.discarding());
    }
}
