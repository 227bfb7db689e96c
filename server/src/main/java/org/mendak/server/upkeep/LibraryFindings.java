package org.mendak.server.upkeep;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.mendak.core.review.DeskReview;
import org.mendak.core.review.Opposites;
import org.mendak.core.review.Reviewer;
import org.mendak.core.review.Shelf;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.Problem;
import org.mendak.server.evidence.EvidenceService;
import org.mendak.server.library.Library;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Settings;
import org.springframework.stereotype.Component;

/** What is to be said against the documents that readers see, all of them together. */
@Component
class LibraryFindings {

    private final Db db;
    private final UpkeepStore store;
    private final EvidenceService evidence;
    private final Caught caught;
    private final ZoneId zone;

    LibraryFindings(Db db, UpkeepStore store, EvidenceService evidence, Caught caught, Settings settings) {
        this.evidence = evidence;
        this.db = db;
        this.store = store;
        this.caught = caught;
        this.zone = settings.zone();
    }

    /** How much of a look was done, and of how much; the last one's. */
    private record Looked(int done, int all) {}

    private volatile Looked looked = new Looked(0, 1);

    /** How far the look is that is under way, in percent. */
    int percent() {
        Looked now = looked;
        return (int) (100L * now.done() / now.all());
    }

    private record Counted(
            Map<String, Integer> cases, Map<String, EvidenceService.Took> minutes, Map<String, Instant> published) {}

    /** O(documents), and once O(texts) for each edition of the library. */
    List<Finding> of(Library library, LocalDate today) {
        Counted counted =
                new Counted(evidence.met(), evidence.took(library.fixes().keySet()), db.tx(store::published));
        Shelf shelf = new Shelf(library.fixes(), library.errors(), library.vocabulary());
        List<Finding> all = new ArrayList<>();
        int toLookAt =
                Caught.MOST_TEXTS + library.errors().size() + library.fixes().size();
        looked = new Looked(0, toLookAt);
        Caught.Counts counts = caught.counts(texts -> looked = new Looked(texts, toLookAt));
        int done = Caught.MOST_TEXTS;
        for (KnownError e : new TreeMap<>(library.errors()).values()) {
            Caught.Count c = counts.of(e.key());
            int cases = counted.cases().getOrDefault(e.key(), 0)
                    + e.aliases().stream()
                            .mapToInt(a -> counted.cases().getOrDefault(a, 0))
                            .sum();
            DeskReview.of(
                            e,
                            new DeskReview.ErrorFigures(
                                    c.others(),
                                    c.taken(),
                                    cases,
                                    day(counted.published().get("error/" + e.key()))),
                            today)
                    .forEach(f -> all.add(found(DocumentKind.ERROR, e.key(), e.title(), f)));
            opposites(e, library, all);
            problems(new ParsedDocument(DocumentKind.ERROR, e.key(), e, null, List.of()), e.title(), shelf, all);
            looked = new Looked(++done, toLookAt);
        }
        for (Fix f : new TreeMap<>(library.fixes()).values()) {
            EvidenceService.Took m = counted.minutes().getOrDefault(f.key(), EvidenceService.Took.NEVER);
            DeskReview.of(
                            f,
                            new DeskReview.FixFigures(
                                    m.measured(),
                                    m.median(),
                                    day(counted.published().get("fix/" + f.key()))),
                            today)
                    .forEach(x -> all.add(found(DocumentKind.FIX, f.key(), f.title(), x)));
            used(f, shelf, all);
            problems(new ParsedDocument(DocumentKind.FIX, f.key(), null, f, List.of()), f.title(), shelf, all);
            looked = new Looked(++done, toLookAt);
        }
        shelf.alike().forEach(a -> all.add(alike(a, shelf)));
        return all;
    }

    private LocalDate day(Instant at) {
        return at == null ? null : at.atZone(zone).toLocalDate();
    }

    private static Finding found(DocumentKind kind, String key, String title, DeskReview.Finding f) {
        Finding it = Finding.of(
                Kind.valueOf(f.kind().name()),
                kind,
                key,
                title,
                f.problem().message(),
                f.problem().remedy());
        // one document may fetch several things that were looked up long ago
        return f.kind() == DeskReview.Kind.STALE ? it.named(f.problem().message()) : it;
    }

    private static void opposites(KnownError e, Library library, List<Finding> all) {
        for (Opposites.Pair p : Opposites.within(e, library.fixes())) {
            String how = switch (p.by()) {
                case SAID -> "one says of itself that it undoes the other";
                case STATES -> "they leave different states behind: " + p.what();
                case PUT_BACK -> "one undoes what the other does: " + p.what();
            };
            all.add(Finding.of(
                            Kind.CONTRADICTING,
                            DocumentKind.ERROR,
                            e.key(),
                            e.title(),
                            "tries both “" + p.first().title() + "” and “"
                                    + p.second().title() + "”; " + how,
                            "say with a When which is for whom, or keep the one that helps")
                    .named(p.first().key() + "+" + p.second().key()));
        }
    }

    private static void used(Fix f, Shelf shelf, List<Finding> all) {
        if (!shelf.uses(f.key())) {
            all.add(Finding.of(
                    Kind.UNUSED,
                    DocumentKind.FIX,
                    f.key(),
                    f.title(),
                    "no known error tries it or rules it out, and no fix runs it",
                    "add it to the Try of a known error, or retire it"));
        }
    }

    private static Finding alike(Shelf.Alike alike, Shelf shelf) {
        Fix f = alike.first();
        List<String> twins = alike.others();
        String first = twins.get(0);
        String more = twins.size() == 1 ? "" : " and " + (twins.size() - 1) + " more";
        return Finding.of(
                        Kind.ALIKE,
                        DocumentKind.FIX,
                        f.key(),
                        f.title(),
                        "is called like “" + shelf.fixes().get(first).title() + "” (" + first + ")" + more
                                + ", or has the same commands",
                        "keep one of them, and name the other" + (twins.size() == 1 ? "" : "s") + " among its aliases")
                .named(first);
    }

    /** The worst of a document's warnings, and how many there are. */
    private static void problems(ParsedDocument d, String title, Shelf shelf, List<Finding> all) {
        List<Problem> warnings = Reviewer.review(d, shelf).stream()
                .filter(p -> p.severity().compareTo(Problem.Severity.WARNING) <= 0)
                .sorted(Comparator.comparing(Problem::severity))
                .toList();
        if (!warnings.isEmpty()) {
            Problem first = warnings.get(0);
            String more = warnings.size() == 1 ? "" : " (and " + (warnings.size() - 1) + " more)";
            all.add(Finding.of(Kind.PROBLEM, d.kind(), d.key(), title, first.message() + more, first.remedy()));
        }
    }
}
