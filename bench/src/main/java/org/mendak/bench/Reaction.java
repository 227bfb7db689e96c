package org.mendak.bench;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.runbook.KnownError;

/**
 * From a recorded attempt to the new plan, over HTTP: with the demo's cases, and with two hundred thousand attempts in the desk.
 * Evidence is fitted anew from the whole log of the error each time.
 */
final class Reaction {

    private static final int ATTEMPTS = 200_000;
    private static final int WARM = 20;
    private static final int ROUNDS = 60;
    private static final String ERROR = "till-staging-full";
    private static final Pattern ID = Pattern.compile("\"(?:id|number)\":(\\d+)");

    private Reaction() {}

    static void measure(App app) throws IOException, InterruptedException {
        try (App.Running r = app.start(app.jar(), List.of(), true)) {
            while (r.call("GET", "/api/errors/" + ERROR + "/evidence", null).statusCode() != 200) {
                Thread.sleep(50);
            }
            report(r, "demo data");
            long begun = System.nanoTime();
            String answer = new String(
                    r.send("POST", "/api/cases/import", "text/csv", csv()).body(), StandardCharsets.UTF_8);
            System.out.printf(
                    "import of %,d attempts: %.0f s, %s%n",
                    ATTEMPTS, (System.nanoTime() - begun) / 1e9, answer.substring(0, Math.min(120, answer.length())));
            report(r, "with " + ATTEMPTS + " attempts more");
            begun = System.nanoTime();
            int status = r.call("GET", "/api/evidence/desk", null).statusCode();
            System.out.printf(
                    "evidence of the whole desk, first time: %d, %.1f s%n", status, (System.nanoTime() - begun) / 1e9);
            begun = System.nanoTime();
            r.call("GET", "/api/evidence/desk", null);
            System.out.printf("the same again: %.2f s%n", (System.nanoTime() - begun) / 1e9);
        }
    }

    private static String csv() {
        List<KnownError> errors = DemoDocuments.read().errors().stream()
                .filter(e -> !e.firstAid())
                .toList();
        Random random = new Random(5);
        StringBuilder csv = new StringBuilder(
                "case,error,opened_at,closed_at,status,position,fix,outcome,minutes,agent,product_version\n");
        int attempts = 0;
        for (int i = 0; attempts < ATTEMPTS; i++) {
            KnownError e = errors.get(i % errors.size());
            Instant opened = Instant.parse("2026-01-01T08:00:00Z").plusSeconds(random.nextInt(25_000_000));
            StringBuilder rows = new StringBuilder();
            boolean solved = false;
            int position = 0;
            int version = 2 + random.nextInt(3);
            for (KnownError.TryItem t : e.tries()) {
                solved = random.nextInt(3) == 0;
                rows.append("big")
                        .append(i)
                        .append(',')
                        .append(e.key())
                        .append(',')
                        .append(opened)
                        .append(',')
                        .append(opened.plusSeconds(1_800))
                        .append(",%s,")
                        .append(++position)
                        .append(',')
                        .append(t.fix())
                        .append(solved ? ",worked," : ",no-change,")
                        .append(2 + random.nextInt(9))
                        .append(",Agent ")
                        .append(i % 14)
                        .append(",5.")
                        .append(version)
                        .append('\n');
                if (solved || random.nextInt(5) == 0) {
                    break;
                }
            }
            attempts += position;
            csv.append(rows.toString().replace("%s", solved ? "solved" : "handed-over"));
        }
        return csv.toString();
    }

    private static void report(App.Running r, String what) throws IOException, InterruptedException {
        double[] ms = new double[ROUNDS];
        for (int i = -WARM; i < ROUNDS; i++) {
            long number = id(r.call("POST", "/api/cases", "{\"text\":\"x\",\"error\":\"" + ERROR + "\"}"));
            long attempt = id(r.call("POST", "/api/cases/" + number + "/attempts", "{\"fix\":\"free-print-queue\"}"));
            long begun = System.nanoTime();
            r.call("PATCH", "/api/cases/" + number + "/attempts/" + attempt, "{\"outcome\":\"no-change\"}");
            int status = r.call("GET", "/api/cases/" + number + "/plan", null).statusCode();
            if (status != 200) {
                throw new IllegalStateException("the plan answered " + status);
            }
            if (i >= 0) {
                ms[i] = (System.nanoTime() - begun) / 1e6;
            }
        }
        Arrays.sort(ms);
        System.out.printf(
                "%-32s record an outcome and get the new plan: p50 %.1f ms, p95 %.1f ms%n",
                what, ms[ROUNDS / 2], ms[ROUNDS * 95 / 100]);
    }

    private static long id(HttpResponse<byte[]> answer) {
        Matcher m = ID.matcher(new String(answer.body(), StandardCharsets.UTF_8));
        if (!m.find()) {
            throw new IllegalStateException("no number in " + new String(answer.body(), StandardCharsets.UTF_8));
        }
        return Long.parseLong(m.group(1));
    }
}
