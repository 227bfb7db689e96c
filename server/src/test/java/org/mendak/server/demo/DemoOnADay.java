package org.mendak.server.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.mendak.core.evidence.Drift;
import org.mendak.core.evidence.FixTally;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.language.Facts;
import org.mendak.core.plan.CasePlanner;
import org.mendak.core.plan.Plan;
import org.mendak.core.plan.Progress;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.server.RunningApp;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.CaseIntake;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.cases.log.LoggedRows;
import org.mendak.server.evidence.EvidenceService;
import org.mendak.server.library.Library;
import org.mendak.server.platform.Who;

/** The demo as it would be loaded at some moment, and what is seen of it then; without a server and without a database. */
final class DemoOnADay {

    static final Library LIBRARY = library();
    private static final Seed SEED = Seed.read(RunningApp.DEMO.resolve("seed.yaml"));

    final List<CaseIntake.Ready> cases;
    private final Map<String, List<CaseLog.Entry>> entries = new HashMap<>();
    private final Map<String, EvidenceService.Fitted> fits = new HashMap<>();

    DemoOnADay(Instant now, ZoneId zone) {
        List<Who> agents =
                LongStream.range(1, 1 + SEED.agents().size()).mapToObj(Who::new).toList();
        cases = DemoCases.all(SEED, agents, LIBRARY, now, zone);
        LoggedRows read = new LoggedRows(LIBRARY, zone);
        double holding = LIBRARY.vocabulary().holdingDays();
        int number = 0;
        for (CaseIntake.Ready c : cases) {
            number++;
            if (c.row().errorKey() != null) {
                AttemptRow lost = c.lost(holding).orElse(null);
                List<AttemptRow> tried =
                        c.attempts().stream().map(a -> a == lost ? a.lost() : a).toList();
                entries.computeIfAbsent(c.row().errorKey(), k -> new ArrayList<>())
                        .add(numbered(number, read.entry(c.row(), tried, c.facts())));
            }
        }
        entries.values().forEach(list -> list.sort(Comparator.comparing(CaseLog.Entry::openedAt)));
    }

    /** Cases that are not stored have no number of their own. */
    private static CaseLog.Entry numbered(int number, CaseLog.Entry e) {
        LoggedCase c = e.logged();
        return new CaseLog.Entry(
                new LoggedCase(number, c.productVersion(), c.month(), c.attempts(), c.facts()),
                e.openedAt(),
                e.product(),
                e.agent());
    }

    private static Library library() {
        Map<String, KnownError> errors = new HashMap<>();
        Map<String, Fix> fixes = new HashMap<>();
        documents(DocumentKind.ERROR).forEach(d -> errors.put(d.key(), d.error()));
        documents(DocumentKind.FIX).forEach(d -> fixes.put(d.key(), d.fix()));
        return new Library(
                errors,
                fixes,
                RunbookParser.vocabulary(text(RunningApp.DEMO.resolve("library.yaml")))
                        .vocabulary(),
                Map.of());
    }

    private static List<ParsedDocument> documents(DocumentKind kind) {
        try (var files = Files.list(RunningApp.DEMO.resolve(kind.folder()))) {
            return files.sorted()
                    .map(f ->
                            RunbookParser.parse(kind, f.getFileName().toString().replace(".md", ""), text(f)))
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String text(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    List<CaseLog.Entry> entries(String error) {
        return entries.getOrDefault(error, List.of());
    }

    /** A fix whose success has changed. */
    record Changed(String error, String fix, Drift.Change change) {}

    /** What stands under "What changed" of the desk, in that order. */
    List<Changed> changed() {
        List<Changed> all = new ArrayList<>();
        LIBRARY.errors().values().forEach(e -> {
            List<FixTally> counts = evidence(e.key()).evidence().tallies();
            List<String> fixes = Library.fixKeys(e);
            IntStream.range(0, fixes.size())
                    .forEach(i -> Drift.of(counts.get(i).slices())
                            .ifPresent(c -> all.add(new Changed(e.key(), fixes.get(i), c))));
        });
        all.sort(Comparator.comparing((Changed c) -> c.change().fell())
                .thenComparing(c -> c.change().factor())
                .reversed());
        return all;
    }

    EvidenceService.Fitted evidence(String error) {
        return fits.computeIfAbsent(
                error, key -> EvidenceService.fit(LIBRARY.errors().get(key), LIBRARY, entries(key)));
    }

    /** The plan for somebody of whom nothing is known yet. */
    Plan plan(String error, boolean going) {
        EvidenceService.Fitted fitted = evidence(error);
        return CasePlanner.plan(new CasePlanner.Request(
                LIBRARY.errors().get(error),
                LIBRARY.fixes(),
                LIBRARY.vocabulary(),
                new Facts(Map.of()),
                Progress.NONE,
                fitted.evidence(),
                List.of(),
                going,
                fitted.past()));
    }

    /** The fixes of a plan in its order. */
    static List<String> order(Plan plan) {
        return plan.ordered().stream().map(Plan.Item::key).toList();
    }
}
