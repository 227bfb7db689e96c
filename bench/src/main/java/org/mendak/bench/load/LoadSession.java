package org.mendak.bench.load;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;

/** Somebody who is signed in with a browser. */
final class LoadSession {

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
