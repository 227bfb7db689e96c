package org.mendak.bench;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Fifty at one case for a minute, each with something to do every half second, beside a pasted megabyte every second. */
final class Crowd {

    private static final int AGENTS = 50;
    private static final int SECONDS = 60;

    /** A server that has just started compiles what it runs; desks do not start every minute. */
    private static final int WARM_UP_SECONDS = 15;

    private static final Pattern NUMBER = Pattern.compile("\"number\":(\\d+)");

    private Crowd() {}

    static void measure(App app) throws IOException, InterruptedException {
        try (App.Running running = app.start(app.jar(), List.of(), true)) {
            long number =
                    number(running.call("POST", "/api/cases", "{\"text\":\"x\",\"error\":\"till-staging-full\"}"));
            List<Double> times = Collections.synchronizedList(new ArrayList<>());
            List<Double> pastes = Collections.synchronizedList(new ArrayList<>());
            AtomicInteger failed = new AtomicInteger();
            ExecutorService pool = Executors.newFixedThreadPool(AGENTS + 1);
            long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(WARM_UP_SECONDS + SECONDS);
            for (int a = 0; a < AGENTS; a++) {
                int agent = a;
                pool.submit(() -> work(running, number, agent, end, times, failed));
            }
            String megabyte = "{\"text\":\"" + "the pier gate says 4 1 password ".repeat(30_000) + "\"}";
            pool.submit(() -> {
                while (System.nanoTime() < end) {
                    long begun = System.nanoTime();
                    int status =
                            running.call("POST", "/api/recognitions", megabyte).statusCode();
                    pastes.add((System.nanoTime() - begun) / 1e6);
                    failed.addAndGet(status == 200 ? 0 : 1);
                    TimeUnit.MILLISECONDS.sleep(Math.max(1, 1_000 - (System.nanoTime() - begun) / 1_000_000));
                }
                return null;
            });
            pool.shutdown();
            pool.awaitTermination(WARM_UP_SECONDS + SECONDS + 60, TimeUnit.SECONDS);
            System.out.printf(
                    Locale.ROOT,
                    "%,d calls at one case by %d: p50 %.0f ms, p99 %.0f ms; %d pastes of a megabyte: p50 %.0f ms; failed: %d%n",
                    times.size(),
                    AGENTS,
                    at(times, 0.5),
                    at(times, 0.99),
                    pastes.size(),
                    at(pastes, 0.5),
                    failed.get());
        }
    }

    private static Void work(
            App.Running running, long number, int agent, long end, List<Double> times, AtomicInteger failed)
            throws IOException, InterruptedException {
        String path = "/api/cases/" + number;
        for (int i = agent; System.nanoTime() < end; i++) {
            long begun = System.nanoTime();
            HttpResponse<byte[]> r = switch (i % 4) {
                case 0 -> running.call("GET", path, null);
                case 1 -> running.call("GET", path + "/plan", null);
                case 2 -> running.call("POST", path + "/notes", "{\"text\":\"note " + agent + "\"}");
                default -> running.call("POST", path + "/facts", "{\"f" + agent % 20 + "\":\"v" + i + "\"}");
            };
            if (begun > end - TimeUnit.SECONDS.toNanos(SECONDS)) {
                times.add((System.nanoTime() - begun) / 1e6);
            }
            failed.addAndGet(r.statusCode() < 300 ? 0 : 1);
            TimeUnit.MILLISECONDS.sleep(500);
        }
        return null;
    }

    private static long number(HttpResponse<byte[]> answer) {
        Matcher m = NUMBER.matcher(new String(answer.body(), StandardCharsets.UTF_8));
        if (!m.find()) {
            throw new IllegalStateException("no case was opened: " + answer.statusCode());
        }
        return Long.parseLong(m.group(1));
    }

    private static double at(List<Double> times, double share) {
        double[] sorted =
                times.stream().mapToDouble(Double::doubleValue).sorted().toArray();
        return sorted.length == 0
                ? Double.NaN
                : Arrays.stream(sorted)
                        .skip((long) (share * (sorted.length - 1)))
                        .findFirst()
                        .orElse(Double.NaN);
    }
}
