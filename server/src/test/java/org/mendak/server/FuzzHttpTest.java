package org.mendak.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/**
 * Malformed requests over every call of the API document: each is answered with a refusal, none with a mishap. {@code ./mendak bench
 * fuzz-http} runs a hundred thousand.
 */
class FuzzHttpTest extends OnDesk {

    private static final int REQUESTS = Integer.getInteger("mendak.fuzz", 4_000);
    private static final long SEED = 20_261_125;

    private record Call(String method, String path, String type, List<String> query, List<String> members) {}

    private final List<Call> calls = new ArrayList<>();
    private final Random random = new Random(SEED);

    @BeforeAll
    void read() {
        Texts.publish(api);
        api.openCase(Map.of("text", "it said LL-712", "error", "tracks-full"));
        JsonNode doc = api.get("/v3/api-docs").expect(200).json();
        doc.path("paths")
                .properties()
                .forEach(p -> p.getValue().properties().forEach(o -> {
                    List<String> query = new ArrayList<>();
                    o.getValue().path("parameters").forEach(x -> {
                        if (x.path("in").asString().equals("query")) {
                            query.add(x.path("name").asString());
                        }
                    });
                    String type = "";
                    List<String> members = new ArrayList<>();
                    for (var content :
                            o.getValue().path("requestBody").path("content").properties()) {
                        type = content.getKey();
                        String ref =
                                content.getValue().path("schema").path("$ref").asString("");
                        doc.path("components")
                                .path("schemas")
                                .path(ref.substring(ref.lastIndexOf('/') + 1))
                                .path("properties")
                                .properties()
                                .forEach(m -> members.add(m.getKey()));
                    }
                    calls.add(new Call(
                            o.getKey().toUpperCase(java.util.Locale.ROOT),
                            p.getKey(),
                            type,
                            query,
                            List.copyOf(members)));
                }));
        assertThat(calls).hasSizeGreaterThan(60);
    }

    private <T> T one(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    private static final List<String> PLACES = List.of(
            "1",
            "0",
            "-1",
            "999999999999999999999",
            "9223372036854775807",
            "x",
            "%00",
            "%ED%A0%80",
            "%zz",
            "%",
            "..",
            "%2e%2e",
            "a%2Fb",
            "tracks-full",
            "grow-tracks",
            "%F0%9F%98%80",
            "null",
            "1e3",
            "%20",
            "a;b=c",
            "fixes",
            "errors",
            "ticket",
            "k".repeat(5_000),
            "'",
            "%27%20or%201=1",
            "{n}",
            "%0a",
            "+",
            "1.0");

    private static final List<String> WORDS = List.of(
            "",
            "1",
            "-1",
            "true",
            "null",
            "%zz",
            "%",
            "%ED%A0%80",
            "%C0%AF",
            "%00",
            "%0d%0a",
            "%FF",
            "&&",
            "a=b",
            "[]",
            "{}",
            "%5B",
            "2026-13-45",
            "9".repeat(400),
            "x".repeat(3_000),
            "%u1234",
            "<b>",
            "' or '1'='1",
            "200",
            "201",
            "markdown",
            "published",
            "%E2%80%AE",
            "not%20a%20date");

    private static final List<String> VALUES = List.of(
            "null",
            "1",
            "-1",
            "1e999",
            "-0",
            "1.5",
            "true",
            "\"\"",
            "\"x\"",
            "[]",
            "[null]",
            "{}",
            "{\"a\":null}",
            "\"\\ud800\"",
            "\"\\u0000\"",
            "\"\\u202e\"",
            "99999999999999999999",
            "[[[[]]]]",
            "\"tracks-full\"",
            "\"grow-tracks\"",
            "\"2026-13-40T99:00:00Z\"",
            "\"worked\"",
            "\"published\"",
            "[\"x\",null]",
            "\"solved\"",
            "{\"x\":{}}",
            "\"" + "y".repeat(5_000) + "\"",
            "nul",
            "'x'",
            "NaN",
            "\"%zz\"");

    private byte[] body(Call c) {
        int kind = random.nextInt(12);
        if (kind < 7 && c.type().equals("application/json")) {
            StringBuilder s = new StringBuilder("{");
            int n = random.nextInt(5);
            for (int i = 0; i < n; i++) {
                String member = c.members().isEmpty() || random.nextInt(6) == 0
                        ? one(List.of("x", "", "__proto__", "a\\u0000b", "k".repeat(300)))
                        : one(c.members());
                s.append(i == 0 ? "" : ",")
                        .append('"')
                        .append(member)
                        .append("\":")
                        .append(one(VALUES));
            }
            return s.append('}').toString().getBytes(StandardCharsets.UTF_8);
        }
        return switch (kind) {
            case 0 -> "[".repeat(5_000).getBytes(StandardCharsets.UTF_8);
            case 1 ->
                ("---\nfix: a\n" + "a: ".repeat(10) + "[".repeat(2_000) + "\n---\n").getBytes(StandardCharsets.UTF_8);
            case 2 -> ("---\nerror: a\n" + nested(2_000) + "---\n## Try\n").getBytes(StandardCharsets.UTF_8);
            case 3 -> new byte[] {(byte) 0xff, (byte) 0xfe, 0, 1, 2, '{'};
            case 4 -> "case,error,opened_at,status\r\n\"x,y\r\n".getBytes(StandardCharsets.UTF_8);
            case 5 -> Texts.zip(Map.of("errors/a.md", "x", "library.yaml", "a: ["));
            case 6 -> "PK\u0003\u0004 no zip at all".getBytes(StandardCharsets.UTF_8);
            case 7 -> "a=%zz&b=%&%01=1".getBytes(StandardCharsets.UTF_8);
            case 8 -> "--b\r\nContent-Disposition: form-data; name=\"file\"\r\n\r\nx".getBytes(StandardCharsets.UTF_8);
            case 9 -> "{\"text\": \"".getBytes(StandardCharsets.UTF_8);
            case 10 -> "facts:\n  - &a [*a]\n".getBytes(StandardCharsets.UTF_8);
            default -> new byte[0];
        };
    }

    private static String nested(int depth) {
        StringBuilder s = new StringBuilder();
        for (int i = 0; i < depth; i++) {
            s.append(" ".repeat(i % 200)).append("k:\n");
        }
        return s.toString();
    }

    /** Mostly something that is there, so that calls get far enough to stumble. */
    private String place(String name) {
        if (random.nextInt(3) == 0) {
            return one(PLACES);
        }
        return switch (name) {
            case "{n}", "{id}" -> "1";
            case "{folder}" -> one(List.of("errors", "fixes"));
            case "{kind}" -> one(List.of("ticket", "hand-out", "hand-over"));
            case "{index}" -> "0";
            default -> one(List.of("tracks-full", "grow-tracks", "clear-tracks"));
        };
    }

    private byte[] request(Call c, String token) {
        StringBuilder path = new StringBuilder();
        for (String part : c.path().split("/")) {
            if (!part.isEmpty()) {
                path.append('/').append(part.startsWith("{") ? place(part) : part);
            }
        }
        int queries = random.nextInt(3) == 0 ? random.nextInt(4) : 0;
        for (int i = 0; i < queries; i++) {
            String name = c.query().isEmpty() || random.nextInt(4) == 0
                    ? one(List.of(
                            "%01",
                            "%00a",
                            "fact.x",
                            "fact.%ED%A0%80",
                            "a%5B%5D",
                            "%zz",
                            "k".repeat(500),
                            "limit",
                            "after",
                            "x%0d%0ay"))
                    : one(c.query());
            path.append(i == 0 ? '?' : '&')
                    .append(name)
                    .append('=')
                    .append(one(WORDS)
                            .replace(" ", "%20")
                            .replace("<", "%3C")
                            .replace(">", "%3E")
                            .replace("{", "%7B")
                            .replace("}", "%7D")
                            .replace("'", "%27"));
        }
        byte[] body = c.method().equals("GET") || c.method().equals("DELETE") ? new byte[0] : body(c);
        Map<String, String> headers = new LinkedHashMap<>();
        headers.put("Host", "x");
        headers.put("Authorization", "Bearer " + token);
        headers.put("Content-Length", String.valueOf(body.length));
        headers.put(
                "Content-Type",
                random.nextInt(5) == 0 || c.type().isEmpty()
                        ? one(List.of(
                                "application/json",
                                "text/csv",
                                "application/zip",
                                "x/y",
                                "",
                                "application/json;charset=zz",
                                "multipart/form-data; boundary=b",
                                "multipart/form-data",
                                "application/x-www-form-urlencoded",
                                "text/"))
                        : c.type());
        if (random.nextInt(3) == 0) {
            headers.put("If-Match", one(List.of("\"v1\"", "\"r1\"", "*", "v1", "\"v99999999999\"", "\"", "W/\"v1\"")));
        }
        if (random.nextInt(6) == 0) {
            headers.put("If-None-Match", one(List.of("*", "\"r1\"", "")));
        }
        if (random.nextInt(6) == 0) {
            headers.put(
                    "Accept",
                    one(List.of("text/html", "text/;q=", "application/xml", "*/*;q=x", "application/json", "")));
        }
        if (random.nextInt(12) == 0) {
            headers.put("Prefer", one(List.of("respond-async", "wait=x", "\"")));
        }
        StringBuilder head =
                new StringBuilder(c.method()).append(' ').append(path).append(" HTTP/1.1\r\n");
        headers.forEach((k, v) -> head.append(k).append(": ").append(v).append("\r\n"));
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        all.writeBytes(head.append("\r\n").toString().getBytes(StandardCharsets.ISO_8859_1));
        all.writeBytes(body);
        return all.toByteArray();
    }

    @Test
    void everyMalformedRequestIsRefusedAndNoneIsAMishap() throws IOException {
        String token = Files.readAllLines(app.data().resolve("running")).get(1);
        Map<Integer, Integer> statuses = new TreeMap<>();
        List<String> mishaps = new ArrayList<>();
        try (HttpLine line = new HttpLine(app.address())) {
            for (int i = 0; i < REQUESTS; i++) {
                byte[] request = request(one(calls), token);
                HttpLine.Said said = line.say(request);
                statuses.merge(said.status(), 1, Integer::sum);
                if (said.status() >= 500 && said.status() != 503 && mishaps.size() < 20) {
                    String text = new String(request, StandardCharsets.ISO_8859_1);
                    mishaps.add(text.substring(0, Math.min(600, text.length())) + "\n -> " + said.status() + " "
                            + said.body());
                }
            }
        }
        System.out.println(REQUESTS + " malformed requests, answered " + statuses);
        assertThat(mishaps).isEmpty();
        api.get("/api/cases").expect(200);
    }
}
