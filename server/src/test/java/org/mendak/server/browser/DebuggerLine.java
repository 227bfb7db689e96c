package org.mendak.server.browser;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.WebSocket;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicInteger;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A line to the browser as a whole, by the Chrome DevTools Protocol: the driver's own lines lead to pages, and a page may not
 * make contexts.
 */
final class DebuggerLine implements WebSocket.Listener, AutoCloseable {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    static final int PATIENCE_S = 60;

    private final Map<Integer, CompletableFuture<JsonNode>> asked = new ConcurrentHashMap<>();
    private final AtomicInteger ids = new AtomicInteger();
    private final StringBuilder heard = new StringBuilder();
    private final WebSocket line;

    /**
     * Opens the line.
     *
     * @param address host and port where the browser's debugger listens
     */
    DebuggerLine(String address) throws Exception {
        HttpClient http = HttpClient.newHttpClient();
        String version = http.send(
                        HttpRequest.newBuilder(URI.create("http://" + address + "/json/version"))
                                .build(),
                        HttpResponse.BodyHandlers.ofString())
                .body();
        line = http.newWebSocketBuilder()
                .buildAsync(
                        URI.create(JSON.readTree(version)
                                .path("webSocketDebuggerUrl")
                                .asString()),
                        this)
                .get(PATIENCE_S, TimeUnit.SECONDS);
    }

    /** Asks; what is answered, its error too, comes later. */
    CompletableFuture<JsonNode> ask(String method, Map<String, ?> params) {
        int id = ids.incrementAndGet();
        CompletableFuture<JsonNode> answer = new CompletableFuture<>();
        asked.put(id, answer);
        // a second text before the first has left is refused, and what was refused would never be answered
        line.sendText(JSON.writeValueAsString(Map.of("id", id, "method", method, "params", params)), true)
                .join();
        return answer;
    }

    /** What a call answers; its error is thrown. */
    JsonNode call(String method, Map<String, ?> params) {
        return result(method, ask(method, params));
    }

    /** What was answered, waited for if need be; an error is thrown. */
    static JsonNode result(String method, CompletableFuture<JsonNode> answer) {
        try {
            JsonNode said = answer.get(PATIENCE_S, TimeUnit.SECONDS);
            if (said.has("error")) {
                throw new IllegalStateException(method + ": " + said.path("error"));
            }
            return said.path("result");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        } catch (ExecutionException | TimeoutException e) {
            throw new IllegalStateException(method, e);
        }
    }

    @Override
    public CompletionStage<?> onText(WebSocket socket, CharSequence data, boolean last) {
        heard.append(data);
        if (last) {
            JsonNode said = JSON.readTree(heard.toString());
            heard.setLength(0);
            CompletableFuture<JsonNode> answer = asked.remove(said.path("id").asInt(0));
            if (answer != null) {
                answer.complete(said);
            }
        }
        socket.request(1);
        return null;
    }

    @Override
    public void close() {
        line.abort();
    }
}
