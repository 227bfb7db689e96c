package org.mendak.server.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.cases.CaseIntake;
import org.mendak.server.cases.flags.FlagService;
import org.mendak.server.library.ImportService;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.ReadyCheck;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Who;
import org.mendak.server.recognition.LogScanned;
import org.mendak.server.team.TeamService;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** Loads the demo: three sign-ins, the documents, eighteen months of cases, and a few that are open. */
@Component
class DemoLoader implements ReadyCheck {

    static final String PASSWORD = "mendak-demo";
    private static final int BATCH = 500;

    private final Settings settings;
    private final TeamService team;
    private final LibraryService library;
    private final ImportService imports;
    private final CaseIntake cases;
    private final FlagService flags;
    private final ApplicationEventPublisher events;
    private final Db db;
    private final Clock clock;
    private volatile boolean loaded;

    DemoLoader(
            Settings settings,
            TeamService team,
            LibraryService library,
            ImportService imports,
            CaseIntake cases,
            FlagService flags,
            ApplicationEventPublisher events,
            Db db,
            Clock clock) {
        this.flags = flags;
        this.events = events;
        this.settings = settings;
        this.team = team;
        this.library = library;
        this.imports = imports;
        this.cases = cases;
        this.db = db;
        this.clock = clock;
    }

    @Override
    public Optional<String> missing() {
        return settings.demo() && !loaded ? Optional.of("the demo is not loaded yet") : Optional.empty();
    }

    /** Does nothing if there are documents already. */
    void load() {
        fill();
        loaded = true;
    }

    private void fill() {
        Seed seed = Seed.read(settings.demoFolder().resolve("seed.yaml"));
        List<Who> agents = people(seed);
        if (!library.library().errors().isEmpty()) {
            return;
        }
        Caller lead = new Caller(agents.get(2).id(), "lead", seed.agents().get(2), Role.LEAD, Caller.EVERYTHING);
        earlier(seed, lead);
        documents(lead);
        cases(seed, agents);
        seed.logs().forEach(this::read);
    }

    /** The desk's people in the order of the seed; three of them can sign in. */
    private List<Who> people(Seed seed) {
        List<String> logins = List.of("agent", "author", "lead");
        List<Who> people = new ArrayList<>();
        Function<String, Who> known = team.known();
        for (int i = 0; i < seed.agents().size(); i++) {
            String name = seed.agents().get(i);
            people.add(
                    i < logins.size()
                            ? team.plant(logins.get(i), name, Role.values()[i], PASSWORD)
                            : known.apply(name));
        }
        return people;
    }

    private Caller by(String name) {
        return new Caller(team.known().apply(name).id(), "demo", name, Role.AGENT, Caller.EVERYTHING);
    }

    private void read(Seed.Log log) {
        events.publishEvent(new LogScanned(
                by(log.by()),
                log.name(),
                log.lines().entrySet().stream()
                        .map(l -> new LogScanned.Line(l.getKey(), ((Number) l.getValue()).longValue()))
                        .toList()));
    }

    /** What was written otherwise when the desk began, and since when it is as it is. */
    private void earlier(Seed seed, Caller author) {
        Instant now = clock.instant();
        seed.revised().forEach((path, daysAgo) -> {
            published(
                    author,
                    path,
                    settings.demoFolder().resolve("earlier").resolve(path),
                    now.minus(Duration.ofDays(seed.days() + 1L)));
            published(author, path, settings.demoFolder().resolve(path), now.minus(Duration.ofDays(daysAgo)));
        });
    }

    private void published(Caller author, String path, Path file, Instant then) {
        String folder = path.substring(0, path.indexOf('/'));
        String key = path.substring(folder.length() + 1, path.length() - ".md".length());
        DocumentKind kind = DocumentKind.ofFolder(folder).orElseThrow();
        ImportService.Imported done = imports.importedThen(
                author,
                then,
                List.of(new ImportService.Incoming(kind, key, path, text(file))),
                text(settings.demoFolder().resolve("library.yaml")));
        if (!done.rejected().isEmpty()) {
            throw new IllegalStateException("an earlier document of the demo is not right: " + done.rejected());
        }
    }

    private void documents(Caller lead) {
        List<ImportService.Incoming> documents = new ArrayList<>();
        for (DocumentKind kind : DocumentKind.values()) {
            Path folder = settings.demoFolder().resolve(kind.folder());
            try (var files = Files.list(folder)) {
                files.filter(f -> f.toString().endsWith(".md")).sorted().forEach(f -> {
                    String name = f.getFileName().toString();
                    documents.add(new ImportService.Incoming(
                            kind, name.substring(0, name.length() - 3), kind.folder() + "/" + name, text(f)));
                });
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        ImportService.Imported done = imports.importAll(
                lead,
                documents,
                text(settings.demoFolder().resolve("library.yaml")),
                List.of(),
                new ImportService.ImportMode(true, false, false),
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

    private void cases(Seed seed, List<Who> agents) {
        Library lib = library.library();
        List<CaseIntake.Ready> all = DemoCases.all(seed, agents, lib, clock.instant(), settings.zone());
        for (int from = 0; from < all.size(); from += BATCH) {
            List<CaseIntake.Ready> some = all.subList(from, Math.min(all.size(), from + BATCH));
            db.run(tx -> cases.take(tx, some));
        }
        db.run(tx -> DemoCases.offScript(seed, all).forEach((key, steps) -> cases.offScript(tx, key, steps)));
        seed.flags().forEach(f -> flagged(f, all));
    }

    /** Said on the newest case of its error that has ended. */
    private void flagged(Seed.Flagged f, List<CaseIntake.Ready> all) {
        CaseIntake.Ready newest = all.stream()
                .filter(c -> f.error().equals(c.row().errorKey()) && c.row().closedAt() != null)
                .reduce((first, last) ->
                        last.row().closedAt().isAfter(first.row().closedAt()) ? last : first)
                .orElseThrow(() -> new IllegalStateException("no case of " + f.error() + " to flag a step on"));
        long number = db.tx(tx -> cases.number(tx, newest.key())).orElseThrow();
        flags.flag(by(f.by()), number, f.fix(), f.step(), f.kind(), f.text());
    }

    /** The sign-ins to print, each with what it may do. */
    static Map<String, String> signIns() {
        return new java.util.TreeMap<>(
                Map.of("agent", "works cases", "author", "also writes runbooks", "lead", "also publishes and imports"));
    }
}
