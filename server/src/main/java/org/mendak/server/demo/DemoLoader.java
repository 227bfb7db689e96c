package org.mendak.server.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.core.simulate.DeskSimulator;
import org.mendak.core.simulate.SimulatedCase;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.CaseIntake;
import org.mendak.server.cases.CaseRow;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Settings;
import org.mendak.server.team.TeamService;
import org.springframework.stereotype.Component;

/** Loads the demo: three sign-ins, the documents, a year of cases, and a few that are open. */
@Component
class DemoLoader {

    static final String PASSWORD = "mendak-demo";
    private static final int OPEN_CASES = 6;

    private final Settings settings;
    private final TeamService team;
    private final LibraryService library;
    private final CaseIntake cases;
    private final Db db;
    private final Clock clock;

    DemoLoader(Settings settings, TeamService team, LibraryService library, CaseIntake cases, Db db, Clock clock) {
        this.settings = settings;
        this.team = team;
        this.library = library;
        this.cases = cases;
        this.db = db;
        this.clock = clock;
    }

    /** Does nothing if there are documents already. */
    void load() {
        Seed seed = Seed.read(settings.demoFolder().resolve("seed.yaml"));
        team.plant("agent", seed.agents().get(0), Role.AGENT, PASSWORD);
        team.plant("author", seed.agents().get(1), Role.AUTHOR, PASSWORD);
        team.plant("lead", seed.agents().get(2), Role.LEAD, PASSWORD);
        if (!library.library().errors().isEmpty()) {
            return;
        }
        documents();
        cases(seed);
    }

    private void documents() {
        List<LibraryService.Incoming> documents = new ArrayList<>();
        for (DocumentKind kind : DocumentKind.values()) {
            Path folder = settings.demoFolder().resolve(kind.folder());
            try (var files = Files.list(folder)) {
                files.filter(f -> f.toString().endsWith(".md")).sorted().forEach(f -> {
                    String name = f.getFileName().toString();
                    documents.add(new LibraryService.Incoming(
                            kind, name.substring(0, name.length() - 3), kind.folder() + "/" + name, text(f)));
                });
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        Caller loader = new Caller(0, "demo", "Demo", Role.LEAD, Caller.EVERYTHING);
        LibraryService.Imported done = library.importAll(
                loader,
                documents,
                text(settings.demoFolder().resolve("library.yaml")),
                List.of(),
                new LibraryService.ImportMode(true, false, false),
                (at, total) -> {});
        if (!done.rejected().isEmpty()) {
            throw new IllegalStateException("the demo's documents are not right: " + done.rejected());
        }
    }

    private static String text(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void cases(Seed seed) {
        DeskSimulator.Habits habits = new DeskSimulator.Habits(
                0.18, 0.07, 0.03, 0.03, seed.agents().size(), seed.piers().size() * 3, 2);
        List<SimulatedCase> log =
                DeskSimulator.run(seed.errors(library.library().fixes()), habits, seed.cases(), seed.seed());
        Instant now = clock.instant();
        Random random = new Random(seed.seed());
        db.run(tx -> {
            Set<String> errors = new HashSet<>();
            for (int i = 0; i < log.size(); i++) {
                boolean open = i >= log.size() - OPEN_CASES;
                cases.take(tx, ready(seed, log.get(i), i, now, open, random));
                errors.add(log.get(i).error());
            }
            cases.told(tx, errors);
        });
    }

    private CaseIntake.Ready ready(Seed seed, SimulatedCase s, int i, Instant now, boolean open, Random random) {
        Library lib = library.library();
        KnownError error = lib.errors().get(s.error());
        Vocabulary.Product product = lib.vocabulary().products().stream()
                .filter(p -> !error.products().isEmpty()
                        && p.name().equals(error.products().get(0).product()))
                .findFirst()
                .orElse(lib.vocabulary().products().get(0));
        List<String> versions = product.versions();
        String version = versions.get(Math.max(0, versions.size() - 2 + s.release()));
        String pier = seed.piers().get(s.device() % seed.piers().size());
        // open ones are of this morning, so that they look like work at hand
        Instant opened = open
                ? now.minus(Duration.ofMinutes(12 + 31L * (i % OPEN_CASES)))
                : now.minus(Duration.ofMinutes((long) ((1 - s.opened()) * seed.days() * 1_440) + 600));
        double minutes =
                s.attempts().stream().mapToDouble(LoggedAttempt::minutes).sum();
        Instant closed = open ? null : opened.plus(Duration.ofSeconds((long) (minutes * 60) + 120));
        String agent = open
                ? seed.agents().get(i % 2 == 0 ? 0 : i % seed.agents().size())
                : seed.agents().get(s.agent());
        String waits = open && i % OPEN_CASES == 3 ? "restart" : open && i % OPEN_CASES == 5 ? "requester" : "me";
        String device = (error.key().split("-")[0] + "-" + pier.substring(0, 3)).toLowerCase(java.util.Locale.ROOT)
                + "-0" + (1 + s.device() / 8);
        CaseRow c = CaseRow.opened(agent, opened, d -> {
            d.errorKey = s.error();
            d.product = product.name();
            d.productVersion = version;
            d.phase = error.phases().get(0).word();
            d.device = device;
            d.requester = pier + (random.nextBoolean() ? " pier" : " office");
            d.reached = random.nextInt(4) == 0 ? "remote" : "phone";
            d.status = open ? "open" : s.solved() ? "solved" : "handed-over";
            d.waitsFor = waits;
            d.closedAt = closed;
            d.recurredAt = s.cameBack() && closed != null ? closed.plus(Duration.ofDays(3)) : null;
        });
        String text = error.samples().isEmpty() ? error.title() : SampleText.vary(error, pier, random);
        return new CaseIntake.Ready(
                c,
                attempts(s, c, open),
                SampleText.captures(error, text),
                text,
                "skerry-" + (1000 + i),
                "0".repeat(64));
    }

    /** An open case has only what failed so far. */
    private static List<AttemptRow> attempts(SimulatedCase s, CaseRow c, boolean open) {
        List<AttemptRow> rows = new ArrayList<>();
        Instant at = c.openedAt();
        for (LoggedAttempt a : s.attempts()) {
            if (open && (a.outcome().ended() || rows.size() == 1)) {
                break;
            }
            Instant end = at.plus(Duration.ofSeconds((long) (a.minutes() * 60)));
            rows.add(new AttemptRow(
                    0,
                    0,
                    s.error(),
                    a.fix(),
                    rows.size() + 1,
                    a.outcome().word(),
                    null,
                    false,
                    a.minutes(),
                    "",
                    c.agent(),
                    at,
                    end,
                    false));
            at = end;
        }
        return rows;
    }

    /** The sign-ins to print, each with what it may do. */
    static Map<String, String> signIns() {
        return new java.util.TreeMap<>(
                Map.of("agent", "works cases", "author", "also writes runbooks", "lead", "also publishes and imports"));
    }
}
