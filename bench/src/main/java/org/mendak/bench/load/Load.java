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
import org.mendak.bench.App;

/** A desk of years: what starting, calls, pages and an import take, with one caller and with fifty. */
public final class Load {

    private static final List<String> SIZES = List.of("100000-20000", "400000-0", "1000000-20000");
    private static final int PEOPLE = 50;
    private static final int STREAMS = 300;
    /** Calls a second; less than what the desk carries tells what people wait who are not that many. */
    private static final int A_SECOND = Integer.getInteger("mendak.load.rate", 200);

    private static final int SECONDS = Integer.getInteger("mendak.load.seconds", 60);

    /** What runs for days is compiled; that takes its share of the processors for a while. */
    private static final int WARM_SECONDS = Integer.getInteger("mendak.load.warm", 90);

    private static final int ROUNDS = Integer.getInteger("mendak.load.rounds", 60);
    /** Whether it is told where the time went: looking takes a fifth of it. */
    private static final boolean WHERE = Boolean.getBoolean("mendak.load.where");

    private static final int IMPORTED = 20_000;

    private final App app;
    private final LoadDesk desk;
    private final LoadErrors errors = new LoadErrors();

    private Load(App app, LoadDesk desk) {
        this.app = app;
        this.desk = desk;
    }

    /**
     * Measures.
     *
     * @param under where built desks are kept
     * @param sizes such as {@code 400000-0}, cases and known errors; the three that are told of if empty
     */
    public static void measure(App app, Path under, List<String> sizes)
            throws IOException, InterruptedException, SQLException {
        for (String size : sizes.isEmpty() ? SIZES : sizes) {
            new Load(app, LoadDesk.built(app, under, LoadSize.of(size))).run();
        }
    }

    private void run() throws IOException, InterruptedException {
        errors.read(desk.size().errors());
        Path data = desk.copy();
        Path recording = Files.createTempFile("mendak-load", ".jfr");
        List<String> flags = new ArrayList<>(app.asStarted());
        flags.add("-Xmx1400m");
        if (WHERE) {
            flags.addAll(List.of(
                    "-XX:StartFlightRecording=settings=profile,dumponexit=true,filename=" + recording,
                    "-Xlog:jfr*=off"));
        }
        System.out.printf(
                "%n### %,d cases, %,d known errors: %.2f KB a case, compacted%n",
                desk.size().cases(),
                errors.hidden().size(),
                desk.compacted() / 1024.0 / desk.size().cases());
        CoreSpeed.print("before");
        try (App.Running r = app.start(app.jar(), flags, true, data)) {
            System.out.printf("started in %.1f s%n", r.firstAnswerMs() / 1e3);
            read(r, "/api/evidence/desk", "what cases say");
            read(r, "/api/find?q=pier", "what is found");
            List<LoadSession> people = LoadSession.people(r, PEOPLE);
            new LoadPages(people.get(0), errors).print(ROUNDS);
            memory(r, "after one caller");
            mixed(people);
            CoreSpeed.print("behind them");
            memory(r, "after fifty callers");
            System.out.printf(
                    "file %,d bytes, %.2f of what is needed%n",
                    Files.size(LoadDesk.file(data)), Files.size(LoadDesk.file(data)) / (double) desk.compacted());
            imported(r);
            System.out.printf(
                    "file %,d bytes, %.2f of what is needed%n",
                    Files.size(LoadDesk.file(data)), Files.size(LoadDesk.file(data)) / (double) desk.compacted());
            long begun = System.nanoTime();
            r.end();
            System.out.printf(
                    "ended in %.1f s, file %,d bytes%n",
                    (System.nanoTime() - begun) / 1e9, Files.size(LoadDesk.file(data)));
        }
        if (WHERE) {
            Parts.print(recording);
        }
        Files.delete(recording);
    }

    /** Waits until what is read after a start has been read: people work meanwhile, but not every minute is a start. */
    private static void read(App.Running r, String path, String what) throws IOException, InterruptedException {
        long begun = System.nanoTime();
        while (!new String(r.call("GET", path, null).body(), StandardCharsets.UTF_8).contains("\"reading\":null")) {
            TimeUnit.MILLISECONDS.sleep(200);
        }
        System.out.printf("%s was read %.1f s later%n", what, (System.nanoTime() - begun) / 1e9);
    }

    /** Fifty who work, so many calls a second among them, whether answers are slow or not; 300 browsers listen. */
    private void mixed(List<LoadSession> people) throws InterruptedException {
        for (int i = 0; i < STREAMS; i++) {
            people.get(i % PEOPLE).listen();
        }
        LinkedBlockingQueue<LoadAgent> idle = new LinkedBlockingQueue<>();
        for (int i = 0; i < PEOPLE; i++) {
            idle.add(new LoadAgent(people.get(i), errors, i));
        }
        Map<String, Integer> failed = new ConcurrentHashMap<>();
        made(idle, new Times(), new Times(), failed, WARM_SECONDS);
        // what is late from then is not counted: from here on a call is due when it is due
        Times fromDue = new Times();
        Times fromSent = new Times();
        long begun = System.nanoTime();
        long made = made(idle, fromDue, fromSent, failed, SECONDS);
        while (idle.size() < PEOPLE) {
            TimeUnit.MILLISECONDS.sleep(20);
        }
        double had = made / ((System.nanoTime() - begun) / 1e9);
        fromDue.print("%d callers, %d calls a second wanted, %.0f had; %d streams open"
                .formatted(PEOPLE, A_SECOND, had, STREAMS));
        if (had < A_SECOND * 0.98) {
            fromSent.print("the same from when each was sent, %d at a time".formatted(PEOPLE));
        }
        new TreeMap<>(failed).forEach((why, n) -> System.out.println("FAILED " + n + " times: " + why));
    }

    /** Makes calls for so many seconds; how many. A desk that is too slow is asked for no more than it answers. */
    private static long made(
            LinkedBlockingQueue<LoadAgent> idle,
            Times fromDue,
            Times fromSent,
            Map<String, Integer> failed,
            int seconds)
            throws InterruptedException {
        long start = System.nanoTime();
        long made = 0;
        while (System.nanoTime() - start < TimeUnit.SECONDS.toNanos(seconds)) {
            long due = start + made++ * 1_000_000_000L / A_SECOND;
            long wait = due - System.nanoTime();
            if (wait > 0) {
                TimeUnit.NANOSECONDS.sleep(wait);
            }
            LoadAgent agent = idle.take();
            LoadAgent.Call call = agent.next();
            long sent = System.nanoTime();
            agent.make(call).whenComplete((r, e) -> {
                fromDue.add(call.name(), System.nanoTime() - due);
                fromSent.add(call.name(), System.nanoTime() - sent);
                if (e != null || r.statusCode() >= 300) {
                    String why = e != null ? e.getMessage() : call.name() + ": " + r.statusCode() + " " + cut(r);
                    failed.merge(why, 1, Integer::sum);
                }
                idle.add(agent);
            });
        }
        return made;
    }

    private static String cut(HttpResponse<String> r) {
        return r.body().substring(0, Math.min(200, r.body().length())).replaceAll("\\d+", "#");
    }

    private static void memory(App.Running r, String when) throws IOException {
        Path status = Path.of("/proc", String.valueOf(r.process().pid()), "status");
        long[] kb = Files.readAllLines(status).stream()
                .filter(l -> l.startsWith("VmRSS") || l.startsWith("VmHWM"))
                .mapToLong(l -> Long.parseLong(l.replaceAll("\\D", "")))
                .toArray();
        System.out.printf("memory %s: %,d MB at most, %,d MB now%n", when, kb[0] / 1024, kb[1] / 1024);
    }

    /** Brings in cases while one works; how fast, and how long that one waits. */
    private void imported(App.Running r) throws IOException, InterruptedException {
        Times times = new Times();
        Thread worker = new Thread(() -> {
            try {
                while (!Thread.currentThread().isInterrupted()) {
                    long begun = System.nanoTime();
                    r.call(
                            "POST",
                            "/api/cases",
                            "{\"text\":\"x\",\"error\":\"berth-ledger-held\",\"device\":\"SK-dev-5\"}");
                    times.add("open a case", System.nanoTime() - begun);
                    TimeUnit.MILLISECONDS.sleep(50);
                }
            } catch (IOException | InterruptedException x) {
                Thread.currentThread().interrupt();
            }
        });
        worker.start();
        long begun = System.nanoTime();
        HttpResponse<byte[]> answer = LoadImport.send(r, errors, IMPORTED, "new");
        if (answer.statusCode() != 200) {
            throw new IllegalStateException("the import answered " + answer.statusCode());
        }
        double seconds = (System.nanoTime() - begun) / 1e9;
        worker.interrupt();
        worker.join();
        System.out.printf(
                "%nimport of %,d cases: %.1f s, %,.0f cases a second%n", IMPORTED, seconds, IMPORTED / seconds);
        times.print("beside the import");
    }
}
