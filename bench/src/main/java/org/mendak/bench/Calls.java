package org.mendak.bench;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Latency of the main calls over HTTP on the demo data, one caller, each call warmed up first. */
final class Calls {

    private static final int WARM = 300;
    private static final int ROUNDS = 1_000;
    private static final String SHORT =
            "08:41:09 stager[2210] ERROR Not enough room in /var/stag\\ne/pier-3 for till-5.4.pkg: 812 MB needed";
    private static final Pattern ID = Pattern.compile("\"(?:id|number)\":(\\d+)");

    private interface Call {
        HttpResponse<byte[]> run(int i) throws IOException, InterruptedException;
    }

    private Calls() {}

    static void measure(App app) throws IOException, InterruptedException {
        try (App.Running r = app.start(app.jar(), List.of(), true)) {
            while (r.call("GET", "/api/cases?limit=1", null).body().length < 10) {
                Thread.onSpinWait();
            }
            waitForDemo(r);
            long number =
                    id(r.call("POST", "/api/cases", "{\"text\":\"" + SHORT + "\",\"error\":\"till-staging-full\"}"));
            long attempt = id(r.call("POST", "/api/cases/" + number + "/attempts", "{\"fix\":\"empty-staging\"}"));
            String many = ("08:40:01 stager[2210] INFO block written, queue is short\\n").repeat(199) + SHORT;
            report("recognise a short text", i -> recognise(r, SHORT, i));
            report("recognise among 200 lines", i -> recognise(r, many, i));
            report("see a case", i -> r.call("GET", "/api/cases/" + number, null));
            report("see its plan", i -> r.call("GET", "/api/cases/" + number + "/plan", null));
            report("see the evidence of an error", i -> r.call("GET", "/api/errors/till-staging-full/evidence", null));
            report("list the open cases", i -> r.call("GET", "/api/cases?status=open", null));
            report(
                    "open a case",
                    i -> r.call("POST", "/api/cases", "{\"text\":\"" + SHORT + "\",\"error\":\"till-staging-full\"}"));
            report(
                    "enter a step",
                    i -> r.call(
                            "POST",
                            "/api/cases/" + number + "/attempts/" + attempt + "/steps",
                            "{\"clientId\":\"b-" + i
                                    + "\",\"step\":1,\"what\":\"output\",\"output\":\"free 112 MB\"}"));
            report("record an outcome, then plan anew", i -> {
                r.call(
                        "PATCH",
                        "/api/cases/" + number + "/attempts/" + attempt,
                        i % 2 == 0 ? "{\"outcome\":\"no-change\"}" : "{\"outcome\":null}");
                return r.call("GET", "/api/cases/" + number + "/plan", null);
            });
        }
    }

    private static void waitForDemo(App.Running r) throws IOException, InterruptedException {
        while (r.call("GET", "/api/errors/till-staging-full/evidence", null).statusCode() != 200) {
            Thread.sleep(50);
        }
    }

    private static HttpResponse<byte[]> recognise(App.Running r, String text, int i)
            throws IOException, InterruptedException {
        return r.call("POST", "/api/recognitions", "{\"text\":\"" + text + " " + i + "\"}");
    }

    private static long id(HttpResponse<byte[]> answer) {
        Matcher m = ID.matcher(new String(answer.body(), StandardCharsets.UTF_8));
        if (!m.find()) {
            throw new IllegalStateException("no number in " + new String(answer.body(), StandardCharsets.UTF_8));
        }
        return Long.parseLong(m.group(1));
    }

    private static void report(String what, Call call) throws IOException, InterruptedException {
        for (int i = 0; i < WARM; i++) {
            call.run(-1 - i);
        }
        long[] nanos = new long[ROUNDS];
        for (int i = 0; i < ROUNDS; i++) {
            long begun = System.nanoTime();
            int status = call.run(i).statusCode();
            nanos[i] = System.nanoTime() - begun;
            if (status >= 300) {
                throw new IllegalStateException(what + " answered " + status);
            }
        }
        Arrays.sort(nanos);
        System.out.printf(
                "%-36s p50 %7.2f ms   p99 %7.2f ms%n",
                what, nanos[ROUNDS / 2] / 1e6, nanos[(int) (ROUNDS * 0.99)] / 1e6);
    }
}
