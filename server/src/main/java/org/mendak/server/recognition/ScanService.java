package org.mendak.server.recognition;

import com.fasterxml.jackson.annotation.JsonValue;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.mendak.core.privacy.SecretFinder;
import org.mendak.core.recognise.scan.LogFindings;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Live;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.ReceivedFiles;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Trace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.web.multipart.MultipartFile;

/**
 * Scans of uploaded logs, two at a time. The file lies in the data folder only until its scan ends; findings are kept in memory, with
 * secrets masked, until 100 newer ones came.
 */
@Service
class ScanService {

    private static final Logger LOG = LoggerFactory.getLogger(ScanService.class);
    private static final int MOST_KEPT = 100;
    private static final int MOST_AT_ONCE = 3;
    private static final int MOST_SHAPES = 100;

    /** How a scan stands. */
    enum State {
        WAITING,
        RUNNING,
        DONE,
        CANCELLED,
        FAILED;

        @JsonValue
        String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * A scan as it is told.
     *
     * @param name the file's name
     * @param done bytes of the file that were read
     * @param total bytes of the file
     * @param problem what went wrong; empty unless it failed
     */
    record View(
            String id,
            String name,
            State state,
            long done,
            long total,
            @OrNull LogFindings findings,
            String problem) {}

    /** What goes over the live stream while it runs. */
    record Progress(String id, State state, long done, long total) {}

    private static final class Scan {
        final Caller owner;
        final long begun = System.nanoTime();
        volatile View view;
        volatile boolean cancelled;

        Scan(Caller owner, View view) {
            this.owner = owner;
            this.view = view;
        }
    }

    private final RecognitionService recognition;
    private final Live live;
    private final ReceivedFiles gate;
    private final ApplicationEventPublisher events;
    private final Path folder;
    private final Map<String, Scan> scans = new ConcurrentHashMap<>();
    private final ExecutorService executor = Executors.newFixedThreadPool(2, r -> new Thread(r, "scan"));

    ScanService(
            RecognitionService recognition,
            Live live,
            DeskFolder folder,
            ReceivedFiles gate,
            ApplicationEventPublisher events) {
        this.gate = gate;
        this.events = events;
        this.recognition = recognition;
        this.live = live;
        this.folder = folder.ofThisRun("scans");
    }

    View start(Caller caller, MultipartFile file) {
        caller.may(Role.AGENT, Scope.CASES, "scan a log");
        if (file == null || file.isEmpty()) {
            throw Refusal.invalid("The log is empty.");
        }
        if (file.getSize() > Limits.LOG_BYTES) {
            throw Refusal.tooLarge("The log has more than " + Limits.LOG_BYTES + " bytes. Nothing was stored.");
        }
        long running = scans.values().stream()
                .filter(s -> s.owner.id() == caller.id() && isOpen(s.view.state()))
                .count();
        if (running >= MOST_AT_ONCE) {
            throw Refusal.conflict(MOST_AT_ONCE + " of your logs are being read. Wait for one, or cancel it.");
        }
        String id = UUID.randomUUID().toString();
        Path path = folder.resolve(id).toAbsolutePath();
        try {
            file.transferTo(path);
            DeskFolder.forOwnerAlone(path);
            checked(path);
        } catch (IOException e) {
            throw new UncheckedIOException("cannot store the log", e);
        }
        Scan scan = new Scan(caller, new View(id, name(file), State.WAITING, 0, file.getSize(), null, ""));
        forgetOld();
        scans.put(id, scan);
        executor.execute(() -> run(scan, path));
        return scan.view;
    }

    private void checked(Path path) throws IOException {
        try {
            gate.check(path);
        } catch (RuntimeException refused) {
            Files.deleteIfExists(path);
            throw refused;
        }
    }

    private static String name(MultipartFile file) {
        String name = file.getOriginalFilename() == null ? "" : file.getOriginalFilename();
        String last = name.substring(Math.max(name.lastIndexOf('/'), name.lastIndexOf('\\')) + 1);
        return last.length() > 120 ? last.substring(0, 120) : last;
    }

    private void forgetOld() {
        while (scans.size() >= MOST_KEPT) {
            String oldest = scans.entrySet().stream()
                    .filter(e -> !isOpen(e.getValue().view.state()))
                    .min((a, b) -> Long.compare(a.getValue().begun, b.getValue().begun))
                    .map(Map.Entry::getKey)
                    .orElse(null);
            if (oldest == null) {
                throw Refusal.conflict("Too many logs are being read. Try again in a minute.");
            }
            scans.remove(oldest);
        }
    }

    private static boolean isOpen(State s) {
        return s == State.WAITING || s == State.RUNNING;
    }

    /** How a scan ended; {@code findings} is null unless it is done. */
    private record Ended(State state, long done, LogFindings findings, String problem) {}

    /** Whoever is told that a scan has ended may count on its log being gone. */
    private void run(Scan scan, Path path) {
        Ended ended;
        try {
            ended = read(scan, path);
        } finally {
            delete(path);
        }
        if (ended.findings() != null) {
            tell(scan, ended.findings());
        }
        stand(scan, ended.state(), ended.done(), ended.findings(), ended.problem());
    }

    /** What nobody could name is told to whoever keeps it; if that fails, the findings are there all the same. */
    private void tell(Scan scan, LogFindings found) {
        try {
            events.publishEvent(new LogScanned(
                    scan.owner,
                    scan.view.name(),
                    found.unknown().stream()
                            .filter(f -> !f.excerpts().isEmpty())
                            .map(f -> new LogScanned.Line(f.excerpts().get(0).text(), f.count()))
                            .toList()));
        } catch (RuntimeException e) {
            LOG.error("what a log could not name was not kept: {}", Trace.of(e));
        }
    }

    private Ended read(Scan scan, Path path) {
        try (LogFile log = new LogFile(path)) {
            stand(scan, State.RUNNING, 0, null, "");
            LogFindings found = recognition.scan().run(log, bytes -> {
                stand(scan, State.RUNNING, log.taken(), null, "");
                return !scan.cancelled;
            });
            return found == null
                    ? new Ended(State.CANCELLED, log.taken(), null, "")
                    : new Ended(State.DONE, scan.view.total(), masked(found), "");
        } catch (Refusal r) {
            return new Ended(State.FAILED, scan.view.done(), null, r.getMessage());
        } catch (IOException | RuntimeException e) {
            LOG.error("scan failed: {}", Trace.of(e));
            return new Ended(
                    State.FAILED, scan.view.done(), null, "The log could not be read to its end. It was deleted.");
        }
    }

    private static void delete(Path path) {
        try {
            Files.deleteIfExists(path);
        } catch (IOException e) {
            LOG.warn("a log could not be deleted; the next start tries again: {}", Trace.of(e));
        }
    }

    private void stand(Scan scan, State state, long done, LogFindings findings, String problem) {
        View v = scan.view;
        scan.view = new View(v.id(), v.name(), state, done, v.total(), findings, problem);
        live.tell(scan.owner, "scan", new Progress(v.id(), state, done, v.total()));
    }

    private static LogFindings masked(LogFindings f) {
        return new LogFindings(
                f.bytes(),
                f.lines(),
                f.known().stream().map(ScanService::masked).toList(),
                f.unknown().stream().limit(MOST_SHAPES).map(ScanService::masked).toList(),
                f.moreShapes()
                        + f.unknown().stream()
                                .skip(MOST_SHAPES)
                                .mapToLong(LogFindings.Finding::count)
                                .sum(),
                f.firstFailure(),
                f.before().stream().map(ScanService::masked).toList());
    }

    private static LogFindings.Finding masked(LogFindings.Finding f) {
        return new LogFindings.Finding(
                f.error(),
                f.error().isEmpty() ? SecretFinder.mask(f.title(), Set.of()) : f.title(),
                f.count(),
                f.firstLine(),
                f.lastLine(),
                f.excerpts().stream().map(ScanService::masked).toList(),
                f.runs(),
                f.marks());
    }

    private static LogFindings.Excerpt masked(LogFindings.Excerpt e) {
        Map<String, String> values = new HashMap<>();
        e.captures().forEach((name, value) -> values.put(name, SecretFinder.mask(value, Set.of())));
        return new LogFindings.Excerpt(e.line(), SecretFinder.mask(e.text(), Set.of()), values);
    }

    View find(Caller caller, String id) {
        return own(caller, id).view;
    }

    /** The caller's scans, the latest first, without their findings. */
    List<View> list(Caller caller) {
        caller.may(Role.AGENT, Scope.READ, "see scans");
        return scans.values().stream()
                .filter(s -> s.owner.id() == caller.id())
                .sorted((a, b) -> Long.compare(b.begun, a.begun))
                .map(s -> s.view)
                .map(v -> new View(v.id(), v.name(), v.state(), v.done(), v.total(), null, v.problem()))
                .toList();
    }

    /** Stops a scan, or forgets one that has ended. */
    void cancel(Caller caller, String id) {
        Scan scan = own(caller, id);
        scan.cancelled = true;
        if (!isOpen(scan.view.state())) {
            scans.remove(id);
        }
    }

    private Scan own(Caller caller, String id) {
        caller.may(Role.AGENT, Scope.READ, "see scans");
        Scan scan = scans.get(id);
        if (scan == null || scan.owner.id() != caller.id()) {
            throw Refusal.notFound("There is no such scan of yours; findings are kept until the program ends.");
        }
        return scan;
    }

    @PreDestroy
    void stop() {
        scans.values().forEach(s -> s.cancelled = true);
        executor.shutdown();
    }
}
