package org.mendak.bench.load;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Each call by itself, one caller: the first time, and then many times. */
final class LoadPages {

    private static final Pattern NUMBER = Pattern.compile("\"number\":(\\d+)");
    private static final Pattern ID = Pattern.compile("\"id\":(\\d+)");
    private static final Pattern VERSION = Pattern.compile("\"version\":(\\d+),\"steps\"");

    private interface Call {
        HttpResponse<String> make(int i) throws IOException, InterruptedException;
    }

    private final LoadSession session;
    private final LoadErrors errors;
    private final Times times = new Times();
    private int rounds;
    private String version;

    LoadPages(LoadSession session, LoadErrors errors) {
        this.session = session;
        this.errors = errors;
    }

    void print(int most) throws IOException, InterruptedException {
        rounds = most;
        System.out.println("\none caller, first time");
        get("in hand", i -> "/api/in-hand");
        get("open cases", i -> "/api/cases?status=open&limit=200");
        get("closed cases", i -> "/api/cases?status=solved&limit=50");
        get("cases of a device", i -> "/api/cases?device=SK-dev-" + i * 7);
        get("cases by letters", i -> "/api/cases?q=dev-77" + i);
        get("surges", i -> "/api/surges");
        get("find a device", i -> "/api/find?q=SK-dev-" + i * 13);
        get(
                "find words",
                i -> "/api/find?q=" + errors.said(i % errors.hidden().size()).replaceAll("[^a-zA-Z]+", "+"));
        get("find what is common", i -> "/api/find?q=pier");
        get("known errors, by letters", i -> "/api/errors?q=pier+" + i);
        get("shelf", i -> "/api/errors?limit=50");
        get("how often each is met", i -> "/api/evidence");
        for (String hot : LoadErrors.HOT.keySet().stream().sorted().toList()) {
            work(hot, LoadErrors.HOT.get(hot) + " cases: ");
            get("evidence of " + LoadErrors.HOT.get(hot) + " cases", i -> "/api/errors/" + hot + "/evidence");
            get("effects of " + LoadErrors.HOT.get(hot) + " cases", i -> "/api/evidence/effects/errors/" + hot);
        }
        work("till-staging-full", "few cases: ");
        get("fixes' shares", i -> "/api/evidence/fixes?key=berth-ledger-held-0&key=gangway-seal-lost-1");
        rounds = 3;
        get("evidence of the desk", i -> "/api/evidence/desk");
        get("gaps", i -> "/api/gaps");
        untilLookedThrough("/api/upkeep");
        get("upkeep", i -> "/api/upkeep");
        times.print("one caller, again and again");
    }

    /** A page that says how far it is until all was looked through. */
    private void untilLookedThrough(String path) throws IOException, InterruptedException {
        long begun = System.nanoTime();
        while (session.send("GET", path, null).body().matches("(?s).*\"looked\":\\d.*")) {
            // the server waits a little before it answers
        }
        System.out.printf("%s: all of it after %.1f s%n", path, (System.nanoTime() - begun) / 1e9);
    }

    private void work(String error, String prefix) throws IOException, InterruptedException {
        String opening = "{\"text\":\"x\",\"error\":\"" + error + "\",\"device\":\"SK-dev-%d\"}";
        call(prefix + "open", i -> session.send("POST", "/api/cases", opening.formatted(i)));
        String at = "/api/cases/"
                + find(
                        NUMBER,
                        session.send("POST", "/api/cases", opening.formatted(77))
                                .body());
        get(prefix + "see", i -> at);
        get(prefix + "plan", i -> at + "/plan");
        String fix = errors.hidden().stream()
                .filter(e -> e.key().equals(error))
                .findFirst()
                .orElseThrow()
                .fixes()
                .get(1)
                .key();
        String attempt = find(
                ID,
                session.send("POST", at + "/attempts", "{\"fix\":\"" + fix + "\"}")
                        .body());
        call(
                prefix + "outcome, then plan",
                i -> {
                    HttpResponse<String> seen = session.send("GET", at, null);
                    version = find(VERSION, seen.body());
                    return null;
                },
                i -> {
                    String outcome = i % 2 == 0 ? "{\"outcome\":\"no-change\"}" : "{\"outcome\":null}";
                    if (session.patch(at + "/attempts/" + attempt, version, outcome)
                                    .statusCode()
                            != 200) {
                        throw new IllegalStateException("the outcome was not taken");
                    }
                    return session.send("GET", at + "/plan", null);
                });
    }

    private void get(String name, java.util.function.IntFunction<String> path)
            throws IOException, InterruptedException {
        call(name, i -> session.send("GET", path.apply(i), null));
    }

    private void call(String name, Call call) throws IOException, InterruptedException {
        call(name, i -> null, call);
    }

    private void call(String name, Call before, Call call) throws IOException, InterruptedException {
        for (int i = 0; i <= rounds; i++) {
            before.make(i);
            long begun = System.nanoTime();
            HttpResponse<String> r = call.make(i);
            long took = System.nanoTime() - begun;
            if (r.statusCode() >= 300) {
                throw new IllegalStateException(name + " answered " + r.statusCode() + ": " + r.body());
            }
            if (i == 0) {
                System.out.printf(
                        "%-34s %9.1f ms, %,d bytes%n",
                        name, took / 1e6, r.body().length());
                if (took > 3_000_000_000L) {
                    rounds = Math.min(rounds, 3);
                }
            } else {
                times.add(name, took);
            }
        }
    }

    private static String find(Pattern p, String text) {
        Matcher m = p.matcher(text);
        if (!m.find()) {
            throw new IllegalStateException("no " + p + " in " + text.substring(0, Math.min(300, text.length())));
        }
        return m.group(1);
    }
}
