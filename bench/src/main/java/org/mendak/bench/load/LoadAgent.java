package org.mendak.bench.load;

import java.net.http.HttpResponse;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Somebody at the desk: opens a case, sees what the page shows of it, works a fix or two, records what came of it, and looks at what is in
 * hand between. One call at a time; the next one is told by what came of the last.
 */
final class LoadAgent {

    /** What is to be done next. */
    record Call(String name, String method, String path, String json, Consumer<String> answer) {}

    private static final Pattern NUMBER = Pattern.compile("\"number\":(\\d+)");
    private static final Pattern FIRST_FIX = Pattern.compile("\"kind\":\"fix\",\"key\":\"([^\"]+)\"");
    private static final Pattern ID = Pattern.compile("\"id\":(\\d+)");

    private final LoadErrors errors;
    private final Random random;
    private final Deque<Call> next = new ArrayDeque<>();
    private final LoadSession session;
    private long done;

    LoadAgent(LoadSession session, LoadErrors errors, int seed) {
        this.session = session;
        this.errors = errors;
        this.random = new Random(seed);
    }

    /** What comes next. */
    Call next() {
        if (next.isEmpty()) {
            round();
        }
        return next.poll();
    }

    /** Makes the call; its answer tells what comes after it. */
    CompletableFuture<HttpResponse<String>> make(Call c) {
        return session.later(c.method(), c.path(), c.json()).thenApply(r -> {
            if (r.statusCode() < 300 && c.answer() != null) {
                c.answer().accept(r.body());
            }
            return r;
        });
    }

    private void get(String name, String path) {
        next.add(new Call(name, "GET", path, null, null));
    }

    private void round() {
        String error = error();
        int at = at(error);
        String said = errors.said(at);
        int device = random.nextInt(60_000);
        get("in hand", "/api/in-hand");
        get("open cases", "/api/cases?status=open&limit=200");
        if (done % 3 == 0) {
            get("surges", "/api/surges");
        }
        if (done % 2 == 0) {
            get(
                    "find",
                    "/api/find?q="
                            + (done % 4 == 0
                                    ? "SK-dev-" + device
                                    : errors.hidden()
                                            .get(random.nextInt(errors.hidden().size()))
                                            .key()
                                            .replace('-', '+')));
        }
        next.add(new Call(
                "recognise", "POST", "/api/recognitions", "{\"text\":\"%s\",\"product\":null}".formatted(said), null));
        String body = ("{\"text\":\"%s job %d\",\"error\":\"%s\",\"device\":\"SK-dev-%d\",\"requester\":\"Caller %d\","
                        + "\"reference\":\"SK-7%d\"}")
                .formatted(said, random.nextInt(1_000_000), error, device, device % 20_000, random.nextInt(9_000_000));
        next.add(new Call("open a case", "POST", "/api/cases", body, a -> opened(first(NUMBER, a), error)));
        done++;
    }

    /** A fifth is about each of the hot errors. */
    private String error() {
        return switch (random.nextInt(5)) {
            case 0 -> "berth-ledger-held";
            case 1 -> "gangway-seal-lost";
            default ->
                errors.hidden()
                        .get((int) (errors.hidden().size() * Math.pow(random.nextDouble(), 3)))
                        .key();
        };
    }

    private int at(String error) {
        for (int i = 0; i < errors.hidden().size(); i++) {
            if (errors.hidden().get(i).key().equals(error)) {
                return i;
            }
        }
        throw new IllegalArgumentException(error);
    }

    private void opened(String number, String error) {
        String at = "/api/cases/" + number;
        get("see a case", at);
        get("sheet", at + "/sheet");
        get("questions", at + "/questions");
        get("recognition of a case", at + "/recognition");
        next.add(new Call("plan", "GET", at + "/plan", null, p -> start(at, first(FIRST_FIX, p), error, 0)));
    }

    private void start(String at, String fix, String error, int before) {
        get("fix of a case", at + "/fixes/" + fix);
        next.add(new Call(
                "start a fix",
                "POST",
                at + "/attempts",
                "{\"fix\":\"%s\"}".formatted(fix),
                a -> work(at, first(ID, a), error, before)));
    }

    private void work(String at, String attempt, String error, int before) {
        String of = at + "/attempts/" + attempt;
        next.add(new Call(
                "enter a step",
                "POST",
                of + "/steps",
                "{\"clientId\":\"c%d\",\"step\":0,\"what\":\"output\",\"output\":\"free 112 MB\"}"
                        .formatted(random.nextInt()),
                null));
        get("see a case", at);
        boolean worked = random.nextInt(3) == 0;
        String outcome = "{\"outcome\":\"%s\"}".formatted(worked ? "worked" : "no-change");
        next.add(new Call("record an outcome", "PATCH", of, outcome, null));
        String hot = LoadErrors.HOT.containsKey(error) ? ", " + LoadErrors.HOT.get(error) + " cases" : "";
        next.add(new Call("plan after it" + hot, "GET", at + "/plan", null, p -> {
            if (!worked && before == 0) {
                start(at, first(FIRST_FIX, p), error, 1);
            } else {
                close(at, worked);
            }
        }));
    }

    private void close(String at, boolean worked) {
        next.add(new Call("add a note", "POST", at + "/notes", "{\"text\":\"The caller rings again.\"}", null));
        String body = worked ? "{\"outcome\":\"solved\"}" : "{\"outcome\":\"handed-over\"}";
        next.add(new Call("close", "POST", at + "/close", body, null));
    }

    private static String first(Pattern p, String answer) {
        Matcher m = p.matcher(answer);
        if (!m.find()) {
            throw new IllegalStateException("no " + p + " in " + answer.substring(0, Math.min(300, answer.length())));
        }
        return m.group(1);
    }
}
