package org.mendak.server.command;

import java.io.IOException;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** {@code scan FILE}: hands a log to the running server, shows how far it is, prints what was found. */
final class LogScanning {

    /** A call to the running server. */
    @FunctionalInterface
    interface Call {
        HttpResponse<byte[]> send(String method, String path, String type, HttpRequest.BodyPublisher body)
                throws IOException, InterruptedException;
    }

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String BOUNDARY = "mendak-log-7f3c1d";
    private static final int BAR = 30;

    private final Call call;
    private final Terminal terminal;

    LogScanning(Call call, Terminal terminal) {
        this.call = call;
        this.terminal = terminal;
    }

    int scan(Path file, boolean json) throws IOException, InterruptedException {
        if (!Files.isRegularFile(file)) {
            throw new Cli.Stop(2, file + " is not a file");
        }
        String head = "--" + BOUNDARY + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\"log\"\r\n"
                + "Content-Type: application/octet-stream\r\n\r\n";
        HttpRequest.BodyPublisher body = BodyPublishers.concat(
                BodyPublishers.ofString(head),
                BodyPublishers.ofFile(file),
                BodyPublishers.ofString("\r\n--" + BOUNDARY + "--\r\n"));
        HttpResponse<byte[]> r = call.send("POST", "/api/scans", "multipart/form-data; boundary=" + BOUNDARY, body);
        JsonNode scan = JSON.readTree(r.body());
        if (r.statusCode() != 202) {
            throw new Cli.Stop(1, scan.path("detail").asString());
        }
        scan = watch(scan.path("id").asString());
        if (!scan.path("state").asString().equals("done")) {
            throw new Cli.Stop(1, scan.path("problem").asString());
        }
        if (json) {
            terminal.out().println(JSON.writerWithDefaultPrettyPrinter().writeValueAsString(scan.path("findings")));
        } else {
            print(scan.path("findings"));
        }
        return 0;
    }

    private JsonNode watch(String id) throws IOException, InterruptedException {
        while (true) {
            HttpResponse<byte[]> r = call.send("GET", "/api/scans/" + id, "application/json", BodyPublishers.noBody());
            JsonNode v = JSON.readTree(new String(r.body(), StandardCharsets.UTF_8));
            String state = v.path("state").asString();
            long total = Math.max(1, v.path("total").asLong());
            long done = v.path("done").asLong();
            int filled = (int) (BAR * done / total);
            terminal.err()
                    .print("\r[" + "=".repeat(filled) + " ".repeat(BAR - filled) + "] " + 100 * done / total + " %  ");
            if (!state.equals("running") && !state.equals("waiting")) {
                terminal.err().println();
                return v;
            }
            Thread.sleep(150);
        }
    }

    private void print(JsonNode f) {
        terminal.out()
                .println(f.path("lines").asLong() + " lines; first failure: "
                        + (f.path("firstFailure").asLong() == 0
                                ? "none"
                                : "line " + f.path("firstFailure").asLong()));
        list("recognised", f.path("known"));
        list("looks like an error, not recognised", f.path("unknown"));
    }

    private void list(String title, JsonNode findings) {
        if (findings.isEmpty()) {
            return;
        }
        terminal.out().println();
        terminal.out().println(title + ":");
        for (JsonNode k : findings) {
            terminal.out()
                    .println("  " + k.path("count").asLong() + " x "
                            + k.path("title").asString()
                            + (k.path("error").asString().isEmpty()
                                    ? ""
                                    : " (" + k.path("error").asString() + ")"));
            JsonNode e = k.path("excerpts").path(0);
            terminal.out()
                    .println("      line " + e.path("line").asLong() + ": "
                            + e.path("text").asString());
            e.path("captures")
                    .properties()
                    .forEach(c -> terminal.out()
                            .println(
                                    "      " + c.getKey() + " = " + c.getValue().asString()));
        }
    }
}
