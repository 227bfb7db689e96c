package org.mendak.server.gaps;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.mendak.core.review.Rehearsal;
import org.mendak.core.review.Reviewer;
import org.mendak.core.review.Shelf;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.server.gaps.PlannedAgain.CasePlan;
import org.mendak.server.gaps.PlannedAgain.Runbook;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.springframework.stereotype.Service;

/** Goes through past cases with a document as it is written now, before it is published. */
@Service
class RehearsalService {

    /** The newest cases whose texts are tried; of the error itself so many more, however old. */
    static final int MOST_TEXTS = 1_000;

    static final int MOST_OF_ERROR = 300;

    /** The newest cases that are planned again. */
    static final int MOST_PLANNED = 20;

    /** As many known errors that try a fix are looked at. */
    private static final int MOST_USERS = 50;

    private final Db db;
    private final RehearsalStore store;
    private final LibraryService library;
    private final Rivals rivals;
    private final PlannedAgain again;

    RehearsalService(Db db, RehearsalStore store, LibraryService library, Rivals rivals, PlannedAgain again) {
        this.db = db;
        this.store = store;
        this.library = library;
        this.rivals = rivals;
        this.again = again;
    }

    /** What a fix of the runbook would leave to put back. */
    record Owed(String fix, List<String> putBacks) {}

    /** What a published runbook that tries a fix would have to mend because of it. */
    record Unsettled(String error, String title, List<String> problems) {}

    /**
     * What came of a rehearsal.
     *
     * @param heard what became of texts; null for a fix, which no text is recognised by
     * @param plans of the newest cases, the newest first
     * @param users how many published runbooks try the fix; 0 for an error
     * @param unsettled those of them that it would unsettle
     */
    record Rehearsed(
            @OrNull Rehearsal.Heard heard,
            List<CasePlan> plans,
            List<Owed> owed,
            int users,
            List<Unsettled> unsettled) {}

    Rehearsed ofError(String key, String text, RunningRehearsals.Running running) {
        KnownError edited = read(DocumentKind.ERROR, key, text).error();
        KnownError published = library.library().error(key).orElse(null);
        return db.tx(tx -> {
            Map<String, Fix> fixes = library.newestShelf(tx).fixes();
            List<Rehearsal.Past> texts = store.texts(tx, key, MOST_TEXTS, MOST_OF_ERROR);
            running.of(texts.size());
            Rehearsal.Heard heard = Rehearsal.of(edited, published, rivals::of, texts, running::next);
            List<Long> numbers = numbers(store.newest(tx, List.of(key), MOST_PLANNED));
            List<CasePlan> plans = again.plans(
                    tx,
                    numbers,
                    Optional.ofNullable(published)
                            .map(p -> runbook(p, library.library().fixes())),
                    runbook(edited, fixes));
            List<Owed> owed = Library.fixKeys(edited).stream()
                    .map(fixes::get)
                    .filter(Objects::nonNull)
                    .flatMap(f -> owed(f).stream())
                    .toList();
            return new Rehearsed(heard, plans, owed, 0, List.of());
        });
    }

    Rehearsed ofFix(String key, String text, RunningRehearsals.Running running) {
        ParsedDocument d = read(DocumentKind.FIX, key, text);
        Library now = library.library();
        return db.tx(tx -> {
            Shelf newest = library.newestShelf(tx);
            List<KnownError> users = newest.usersOf(key).stream()
                    .flatMap(e -> now.error(e).stream())
                    .filter(e -> Library.fixKeys(e).contains(key))
                    .limit(MOST_USERS)
                    .toList();
            running.of(users.size());
            Map<String, Fix> with = new HashMap<>(now.fixes());
            with.put(key, d.fix());
            Map<String, List<RehearsalStore.OfError>> cases =
                    store.newest(tx, users.stream().map(KnownError::key).toList(), MOST_PLANNED).stream()
                            .collect(Collectors.groupingBy(RehearsalStore.OfError::error));
            Shelf after = newest.with(DocumentKind.FIX, Map.of(key, d));
            List<CasePlan> plans = new ArrayList<>();
            List<Unsettled> unsettled = new ArrayList<>();
            for (KnownError e : users) {
                running.next();
                plans.addAll(again.plans(
                        tx,
                        numbers(cases.getOrDefault(e.key(), List.of())),
                        Optional.of(runbook(e, now.fixes())),
                        runbook(e, with)));
                unsettled(e, newest, after).ifPresent(unsettled::add);
            }
            plans.sort(Comparator.comparingLong(CasePlan::number).reversed());
            return new Rehearsed(null, plans, owed(d.fix()), users.size(), unsettled);
        });
    }

    private static ParsedDocument read(DocumentKind kind, String key, String text) {
        LibraryService.checkText(text);
        ParsedDocument d = RunbookParser.parse(kind, key, text);
        if (d.error() == null && d.fix() == null) {
            throw Refusal.invalid("The document cannot be read, so nothing can be rehearsed with it.");
        }
        return d;
    }

    private static Runbook runbook(KnownError e, Map<String, Fix> of) {
        Map<String, Fix> fixes = new HashMap<>();
        Library.fixKeys(e).stream().filter(of::containsKey).forEach(k -> fixes.put(k, of.get(k)));
        return new Runbook(e, fixes);
    }

    private static List<Long> numbers(List<RehearsalStore.OfError> cases) {
        return cases.stream().map(RehearsalStore.OfError::number).toList();
    }

    /** What is said of a runbook beside the fix as it is written that is not said of it today; empty if nothing is. */
    private static Optional<Unsettled> unsettled(KnownError e, Shelf before, Shelf after) {
        List<String> today = said(e, before);
        List<String> news =
                said(e, after).stream().filter(m -> !today.contains(m)).toList();
        return news.isEmpty() ? Optional.empty() : Optional.of(new Unsettled(e.key(), e.title(), news));
    }

    private static List<String> said(KnownError e, Shelf shelf) {
        ParsedDocument d = new ParsedDocument(DocumentKind.ERROR, e.key(), e, null, List.of());
        return Reviewer.review(d, shelf).stream().map(Problem::message).toList();
    }

    private static List<Owed> owed(Fix f) {
        List<String> putBacks = f.steps().stream()
                .flatMap(s -> s.putBacks().stream())
                .map(p -> p.text().isEmpty() ? p.command() : p.text())
                .toList();
        return putBacks.isEmpty() ? List.of() : List.of(new Owed(f.title(), putBacks));
    }
}
