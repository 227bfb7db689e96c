package org.mendak.bench.load;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import org.mendak.bench.App;

/** Some of a desk's days in minutes: people work, cases are brought in, runbooks are published, and the desk is copied; nothing may fail or grow. */
public final class Soak {

    private static final int PEOPLE = 20;
    private static final int A_SECOND = 40;
    private static final int IMPORTED_A_MINUTE = 1_000;
    private static final int MINUTES_A_COPY = 5;
    private static final int MB = 1024 * 1024;

    private final App.Running app;
    private final Path file;
    private final LoadErrors errors = new LoadErrors();
    private final Map<String, Integer> failed = new ConcurrentHashMap<>();
    private final AtomicLong made = new AtomicLong();
    private volatile boolean ended;

    private Soak(App.Running app, Path file, LoadSize size) {
        this.app = app;
        this.file = file;
        errors.read(size.errors());
    }

    /**
     * Measures.
     *
     * @param under where built desks are kept
     * @param size such as {@code 100000-20000}
     */
    public static void measure(App app, Path under, String size, int minutes)
            throws IOException, InterruptedException, SQLException {
        LoadDesk desk = LoadDesk.built(app, under, LoadSize.of(size));
        Path data = desk.copy();
        List<String> flags = new ArrayList<>(app.asStarted());
        flags.add("-Xmx1600m");
        try (App.Running r = app.start(app.jar(), flags, true, data)) {
            System.out.printf(
                    "%nstarted in %.1f s; %d minutes at %d calls a second%n",
                    r.firstAnswerMs() / 1e3, minutes, A_SECOND);
            new Soak(r, LoadDesk.file(data), desk.size()).run(minutes);
        }
    }

    private void run(int minutes) throws IOException, InterruptedException {
        Thread people = new Thread(this::work, "people");
        people.start();
        System.out.printf(
                "%6s %9s %9s %9s %9s %9s %9s%n", "minute", "calls", "MB", "threads", "files", "desk MB", "failed");
        for (int minute = 1; minute <= minutes; minute++) {
            long next = System.nanoTime() + TimeUnit.MINUTES.toNanos(1);
            expect(LoadImport.send(app, errors, IMPORTED_A_MINUTE, "soak" + minute + "-"), "bring cases in");
            publish("soak-" + minute);
            if (minute % MINUTES_A_COPY == 0) {
                copy();
            }
            TimeUnit.NANOSECONDS.sleep(Math.max(0, next - System.nanoTime()));
            print(minute);
        }
        ended = true;
        people.join();
        new TreeMap<>(failed).forEach((why, n) -> System.out.println("FAILED " + n + " times: " + why));
    }

    private void print(int minute) throws IOException {
        Path process = Path.of("/proc", String.valueOf(app.process().pid()));
        Map<String, Long> status = new TreeMap<>();
        for (String line : Files.readAllLines(process.resolve("status"))) {
            if (line.startsWith("VmRSS") || line.startsWith("Threads")) {
                status.put(line.substring(0, line.indexOf(':')), Long.parseLong(line.replaceAll("\\D", "")));
            }
        }
        long open;
        try (Stream<Path> files = Files.list(process.resolve("fd"))) {
            open = files.count();
        }
        System.out.printf(
                "%6d %9d %9d %9d %9d %9d %9d%n",
                minute,
                made.get(),
                status.get("VmRSS") / 1024,
                status.get("Threads"),
                open,
                Files.size(file) / MB,
                failed.values().stream().mapToInt(n -> n).sum());
    }

    private void work() {
        try {
            List<LoadSession> people = LoadSession.people(app, PEOPLE);
            LinkedBlockingQueue<LoadAgent> idle = new LinkedBlockingQueue<>();
            for (int i = 0; i < PEOPLE; i++) {
                people.get(i).listen();
                idle.add(new LoadAgent(people.get(i), errors, i));
            }
            long start = System.nanoTime();
            for (long i = 0; !ended; i++) {
                TimeUnit.NANOSECONDS.sleep(start + i * 1_000_000_000L / A_SECOND - System.nanoTime());
                LoadAgent agent = idle.take();
                LoadAgent.Call call = agent.next();
                agent.make(call).whenComplete((r, e) -> {
                    made.incrementAndGet();
                    if (e != null || r.statusCode() >= 300) {
                        failed(call.name() + ": " + (e != null ? e.getMessage() : r.statusCode() + " " + r.body()));
                    }
                    idle.add(agent);
                });
            }
        } catch (IOException e) {
            failed(e.getMessage());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void failed(String why) {
        failed.merge(why.substring(0, Math.min(200, why.length())).replaceAll("\\d+", "#"), 1, Integer::sum);
    }

    private String expect(HttpResponse<byte[]> answer, String what) {
        String body = new String(answer.body(), StandardCharsets.UTF_8);
        if (answer.statusCode() >= 300) {
            failed(what + ": " + answer.statusCode() + " " + body);
        }
        return body;
    }

    private void publish(String key) throws IOException, InterruptedException {
        String at = "/api/documents/errors/" + key;
        expect(app.write(at, LoadErrors.text(key, "Soaked at " + key)), "write a runbook");
        expect(app.call("POST", at + "/transitions", "{\"to\":\"published\",\"revision\":1}"), "publish it");
    }

    /** A checked copy, made while all go on. */
    private void copy() throws IOException, InterruptedException {
        String state = expect(app.call("POST", "/api/backups", null), "begin a copy");
        String job = state.replaceAll(".*?\"id\":\"([^\"]+)\".*", "$1");
        while (state.contains("\"state\":\"running\"")) {
            TimeUnit.MILLISECONDS.sleep(200);
            state = expect(app.call("GET", "/api/jobs/" + job, null), "look at a copy");
        }
        if (!state.contains("\"state\":\"done\"")) {
            failed("a copy: " + state);
        }
    }
}
