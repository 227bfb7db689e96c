package org.mendak.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A hundred things looked for in the demo, labelled by hand: how many stand among the first three, beside what the lists of known errors and of
 * cases find by letters alone; and how long it takes with 400,000 cases in the desk.
 */
final class Finding {

    private static final int CASES = 400_000;
    private static final int DOCUMENTS = 20_000;
    private static final String HEAP = "-Xmx3g";
    private static final int ROUNDS = 3;
    private static final Pattern HIT =
            Pattern.compile("\"kind\":\"(\\w+)\",\"key\":(?:\"([^\"]+)\"|null),\"number\":(?:(\\d+)|null)");
    private static final Pattern STILL_LOOKED_AT = Pattern.compile("\"looked\":\\d");
    private static final Pattern KEY = Pattern.compile("\"key\":\"([^\"]+)\"");
    private static final Pattern NUMBER = Pattern.compile("\"number\":(\\d+)");

    private Finding() {}

    private record Query(String typed, List<String> right) {}

    static void measure(App app) throws IOException, InterruptedException, SQLException {
        App.Running small = app.start(app.jar(), List.of(HEAP), true);
        List<Query> queries;
        try {
            queries = labelled(openCases(small));
            awaitRead(small);
            rank(small, queries, "find", Finding::found);
            rank(small, queries, "lists by letters", Finding::listed);
            time(small, queries, "demo data");
        } finally {
            small.end();
        }
        BigDesk.fill(small.data(), CASES, DOCUMENTS);
        long begun = System.nanoTime();
        try (App.Running big = app.start(app.jar(), List.of(HEAP), true, small.data())) {
            System.out.printf(
                    "started with %,d cases and %,d documents after %.0f s%n", CASES, DOCUMENTS, seconds(begun));
            awaitRead(big);
            System.out.printf("all of it read %.0f s after the start%n", seconds(begun));
            rank(big, queries, "find among all of it", Finding::found);
            time(big, queries, "with all of it");
            for (String page : List.of("/api/upkeep", "/api/gaps", "/api/surges", "/api/library/handbook")) {
                pages(big, page);
            }
        }
    }

    /** What else looks over the whole desk: the first time, and again at once. */
    private static void pages(App.Running r, String path) throws IOException, InterruptedException {
        long begun = System.nanoTime();
        String body = text(r, "GET", path, null);
        // where it takes long the page says how far it is, and asks again
        while (STILL_LOOKED_AT.matcher(body).find()) {
            body = text(r, "GET", path, null);
        }
        int length = body.length();
        double first = seconds(begun);
        begun = System.nanoTime();
        r.call("GET", path, null);
        System.out.printf("%-32s first %.1f s, again %.2f s, %,d bytes%n", path, first, seconds(begun), length);
    }

    private static double seconds(long begun) {
        return (System.nanoTime() - begun) / 1e9;
    }

    private static List<Query> labelled(Map<String, Long> numbers) {
        return lines("find-queries.tsv").stream()
                .map(l -> new Query(
                        l[0],
                        Arrays.stream(l[1].split("\\|"))
                                .map(x -> x.startsWith("case:") ? "cases/" + numbers.get(x.substring(5)) : x)
                                .toList()))
                .toList();
    }

    private static List<String[]> lines(String name) {
        try (var in = Finding.class.getResourceAsStream(name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .map(l -> l.split("\t"))
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Map<String, Long> openCases(App.Running r) throws IOException, InterruptedException {
        Map<String, Long> numbers = new HashMap<>();
        for (String[] c : lines("find-cases.tsv")) {
            String body = "{\"text\":\"%s\",\"device\":\"%s\",\"requester\":\"%s\",\"reference\":\"%s\"}"
                    .formatted(c[1], c[2], c[3], c[4]);
            Matcher m = NUMBER.matcher(text(r, "POST", "/api/cases", body));
            if (!m.find()) {
                throw new IllegalStateException("no case was opened for " + c[1]);
            }
            numbers.put(c[0], Long.valueOf(m.group(1)));
            text(r, "POST", "/api/cases/" + m.group(1) + "/notes", "{\"text\":\"%s\"}".formatted(c[5]));
        }
        return numbers;
    }

    private static String text(App.Running r, String method, String path, String json)
            throws IOException, InterruptedException {
        var answer = r.call(method, path, json);
        String text = new String(answer.body(), StandardCharsets.UTF_8);
        if (answer.statusCode() >= 300) {
            throw new IllegalStateException(method + " " + path + " answered " + answer.statusCode() + ": " + text);
        }
        return text;
    }

    private static String asked(String typed) {
        return URLEncoder.encode(typed, StandardCharsets.UTF_8);
    }

    /** Until the last case that was taken in is found. */
    private static void awaitRead(App.Running r) throws IOException, InterruptedException {
        String last = text(r, "GET", "/api/cases?limit=1", null);
        Matcher m = NUMBER.matcher(last);
        if (!m.find()) {
            throw new IllegalStateException("there is no case");
        }
        long begun = System.nanoTime();
        String wanted = "cases/" + m.group(1);
        while (!found(r, m.group(1)).contains(wanted)
                || !text(r, "GET", "/api/find?q=x", null).contains("\"reading\":null")) {
            Thread.sleep(200);
        }
        System.out.printf("read after %.1f s%n", (System.nanoTime() - begun) / 1e9);
    }

    private interface Ask {
        List<String> of(App.Running r, String typed) throws IOException, InterruptedException;
    }

    private static List<String> found(App.Running r, String typed) throws IOException, InterruptedException {
        List<String> ids = new ArrayList<>();
        Matcher m = HIT.matcher(text(r, "GET", "/api/find?q=" + asked(typed), null));
        while (m.find()) {
            ids.add(
                    switch (m.group(1)) {
                        case "error" -> "errors/" + m.group(2);
                        case "fix" -> "fixes/" + m.group(2);
                        case "step" -> "fixes/" + m.group(2) + "#" + m.group(3);
                        default -> "cases/" + m.group(3);
                    });
        }
        return ids;
    }

    /** What there was before: known errors and cases that have the letters as they were typed, the former first. */
    private static List<String> listed(App.Running r, String typed) throws IOException, InterruptedException {
        List<String> ids = new ArrayList<>();
        Matcher errors = KEY.matcher(text(r, "GET", "/api/errors?q=" + asked(typed), null));
        while (errors.find()) {
            ids.add("errors/" + errors.group(1));
        }
        Matcher cases = NUMBER.matcher(text(r, "GET", "/api/cases?limit=5&q=" + asked(typed), null));
        while (cases.find()) {
            ids.add("cases/" + cases.group(1));
        }
        return ids;
    }

    private static void rank(App.Running r, List<Query> queries, String what, Ask ask)
            throws IOException, InterruptedException {
        int first = 0;
        int three = 0;
        List<String> missed = new ArrayList<>();
        for (Query q : queries) {
            List<String> ids = ask.of(r, q.typed());
            int at = 0;
            while (at < ids.size() && !q.right().contains(ids.get(at))) {
                at++;
            }
            first += at == 0 && !ids.isEmpty() ? 1 : 0;
            three += at < 3 && at < ids.size() ? 1 : 0;
            if (at >= 3 || at >= ids.size()) {
                missed.add("“" + q.typed() + "” " + (at < ids.size() ? "at " + (at + 1) : "not") + " "
                        + ids.subList(0, Math.min(3, ids.size())));
            }
        }
        System.out.printf("%-32s first %d, among the first three %d of %d%n", what, first, three, queries.size());
        missed.stream().limit(25).forEach(m -> System.out.println("    missed " + m));
    }

    private static void time(App.Running r, List<Query> queries, String what) throws IOException, InterruptedException {
        double[] find = new double[queries.size() * ROUNDS];
        for (Query q : queries) {
            found(r, q.typed());
        }
        int n = 0;
        for (int round = 0; round < ROUNDS; round++) {
            for (Query q : queries) {
                long begun = System.nanoTime();
                found(r, q.typed());
                find[n++] = (System.nanoTime() - begun) / 1e6;
            }
        }
        double[] list = new double[queries.size()];
        n = 0;
        for (Query q : queries) {
            long begun = System.nanoTime();
            listed(r, q.typed());
            list[n++] = (System.nanoTime() - begun) / 1e6;
        }
        Arrays.sort(find);
        Arrays.sort(list);
        System.out.printf(
                "%-32s find p50 %.1f ms, p95 %.1f ms; lists by letters p50 %.1f ms, p95 %.1f ms%n",
                what,
                find[find.length / 2],
                find[find.length * 95 / 100],
                list[list.length / 2],
                list[list.length * 95 / 100]);
    }
}
