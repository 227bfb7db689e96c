package org.mendak.server.library;

import java.time.Clock;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.mendak.core.review.Quote;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.mendak.server.team.Person;
import org.mendak.server.team.TeamService;
import org.springframework.stereotype.Service;

/** The rules of reading one another's documents: who is asked, what is said of which line, and that it is settled. */
@Service
class ReviewService {

    /** As many comments as one document may have. */
    static final int MOST_COMMENTS = 500;

    private static final int LONGEST = 2_000;
    private static final int MOST_UNPUBLISHED = 100;

    private final Db db;
    private final ReviewStore store;
    private final DocumentStore documents;
    private final PublishingService publishing;
    private final TeamService team;
    private final Clock clock;

    ReviewService(
            Db db,
            ReviewStore store,
            DocumentStore documents,
            PublishingService publishing,
            TeamService team,
            Clock clock) {
        this.db = db;
        this.store = store;
        this.documents = documents;
        this.publishing = publishing;
        this.team = team;
        this.clock = clock;
    }

    /** An answer to a comment. */
    record Answer(Who person, String text, Instant at) {}

    /**
     * What somebody said of a line.
     *
     * @param line where that line stands in the text now, from 1; 0 for the document as a whole, and if no line says so any more
     * @param quote the line that was meant; empty for the whole document
     */
    record Comment(
            long id,
            int revision,
            int line,
            String quote,
            Who person,
            String text,
            Instant at,
            @OrNull Who settledBy,
            @OrNull Instant settledAt,
            List<Answer> answers) {}

    /**
     * Where the reading of a document stands.
     *
     * @param asked the revision that is in review; null if none is
     */
    record Review(
            Integer asked, @OrNull Who askedBy, @OrNull Who reviewer, boolean mine, List<Comment> comments) {}

    Review of(Caller caller, DocumentKind kind, String key) {
        caller.may(Role.AUTHOR, Scope.READ, "read reviews");
        return db.tx(tx -> review(tx, caller, kind, key));
    }

    private Review review(Tx tx, Caller caller, DocumentKind kind, String key) {
        StoredDocument d = LibraryService.existing(documents.find(tx, kind, key), kind, key);
        List<String> lines = lines(tx, d, d.latest());
        List<ReviewStore.Stored> all = store.comments(tx, kind, key);
        Map<Long, List<ReviewStore.Stored>> answers =
                all.stream().filter(c -> c.under() != null).collect(Collectors.groupingBy(ReviewStore.Stored::under));
        List<Comment> comments = all.stream()
                .filter(c -> c.under() == null)
                .map(c -> new Comment(
                        c.id(),
                        c.revision(),
                        c.revision() == d.latest() ? c.line() : Quote.lineNow(lines, c.line(), c.quote()),
                        c.quote(),
                        c.person(),
                        c.text(),
                        c.at(),
                        c.settledBy(),
                        c.settledAt(),
                        answers.getOrDefault(c.id(), List.of()).stream()
                                .map(a -> new Answer(a.person(), a.text(), a.at()))
                                .toList()))
                .toList();
        Optional<ReviewStore.Asked> asked = d.status() == Status.IN_REVIEW
                ? store.asked(tx, kind, key).filter(a -> a.revision() == d.latest())
                : Optional.empty();
        return new Review(
                asked.map(ReviewStore.Asked::revision).orElse(null),
                asked.map(ReviewStore.Asked::askedBy).orElse(null),
                asked.map(ReviewStore.Asked::reviewer).orElse(null),
                asked.map(ReviewStore.Asked::reviewer)
                        .filter(caller.who()::equals)
                        .isPresent(),
                comments);
    }

    private List<String> lines(Tx tx, StoredDocument d, int revision) {
        return documents
                .text(tx, d.kind().word(), d.key(), revision)
                .map(t -> List.of(t.split("\r\n|\n|\r", -1)))
                .orElseThrow(() -> Refusal.notFound("There is no revision " + revision + "."));
    }

    /**
     * Asks for a revision to be read.
     *
     * @param reviewer the sign-in name of an author or a lead; null if any lead may
     */
    Review ask(Caller caller, PublishingService.Named what, String reviewer, String note) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "ask for a review");
        Optional<Person> who = reviewer == null || reviewer.isBlank() ? Optional.empty() : Optional.of(named(reviewer));
        publishing.transition(
                caller,
                what,
                Status.IN_REVIEW,
                note,
                tx -> store.ask(
                        tx,
                        new ReviewStore.Asked(
                                what.kind(),
                                what.key(),
                                what.revision(),
                                caller.who(),
                                who.map(Person::who).orElse(null),
                                clock.instant())));
        return of(caller, what.kind(), what.key());
    }

    private Person named(String login) {
        return db.tx(team::authors).stream()
                .filter(p -> p.login().equalsIgnoreCase(login))
                .findFirst()
                .orElseThrow(() -> Refusal.invalid("\"" + login
                        + "\" is nobody who can read documents: choose an author or a lead. Nothing was changed."));
    }

    /** Somebody who can be asked to read a document. */
    record Reader(String login, Who name) {}

    /** Everybody who can be asked, but not oneself. */
    List<Reader> readers(Caller caller) {
        caller.may(Role.AUTHOR, Scope.READ, "ask for a review");
        return db.tx(team::authors).stream()
                .filter(p -> p.id() != caller.id())
                .map(p -> new Reader(p.login(), p.who()))
                .toList();
    }

    /** Gives a document that is in review back to its author, with words. */
    Review sendBack(Caller caller, PublishingService.Named what, String words) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "send a document back");
        String text = said(words);
        publishing.transition(caller, what, Status.DRAFT, text, tx -> {
            StoredDocument d =
                    LibraryService.existing(documents.find(tx, what.kind(), what.key()), what.kind(), what.key());
            if (store.asked(tx, what.kind(), what.key()).isEmpty()) {
                throw Refusal.conflict("\"" + d.key() + "\" is not in review. Nothing was changed.");
            }
            store.forget(tx, what.kind(), what.key());
            store.say(tx, what.kind(), what.key(), comment(caller, null, what.revision(), 0, "", text));
        });
        return of(caller, what.kind(), what.key());
    }

    private static String said(String words) {
        String text = words == null ? "" : words.strip();
        if (text.isEmpty()) {
            throw Refusal.invalid("Say what there is to say: the text is empty.");
        }
        if (text.length() > LONGEST) {
            throw Refusal.invalid("A comment has at most " + LONGEST + " characters, this one " + text.length() + ".");
        }
        return text;
    }

    private ReviewStore.Stored comment(Caller caller, Long under, int revision, int line, String quote, String text) {
        return new ReviewStore.Stored(0, under, revision, line, quote, caller.who(), text, clock.instant(), null, null);
    }

    /**
     * Says something of a line.
     *
     * @param line from 1; 0 for the document as a whole
     */
    Review say(Caller caller, PublishingService.Named what, int line, String words) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "comment");
        String text = said(words);
        return db.tx(tx -> {
            PublishingService.Named named = what.exactly();
            StoredDocument d =
                    LibraryService.existing(documents.lock(tx, what.kind(), what.key()), what.kind(), what.key());
            List<String> lines = lines(tx, d, named.revision());
            if (line < 0 || line > lines.size()) {
                throw Refusal.invalid("line is " + line + ", the document has " + lines.size() + " lines.");
            }
            if (store.comments(tx, d.kind(), d.key()).size() >= MOST_COMMENTS) {
                throw Refusal.invalid("A document has at most " + MOST_COMMENTS + " comments and answers.");
            }
            String quote = line == 0 ? "" : Quote.of(lines.get(line - 1));
            store.say(tx, d.kind(), d.key(), comment(caller, null, named.revision(), line, quote, text));
            return review(tx, caller, d.kind(), d.key());
        });
    }

    Review answer(Caller caller, DocumentKind kind, String key, long id, String words) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "comment");
        String text = said(words);
        return db.tx(tx -> {
            ReviewStore.Stored c = existing(tx, kind, key, id);
            if (store.comments(tx, kind, key).size() >= MOST_COMMENTS) {
                throw Refusal.invalid("A document has at most " + MOST_COMMENTS + " comments and answers.");
            }
            store.say(tx, kind, key, comment(caller, id, c.revision(), c.line(), c.quote(), text));
            return review(tx, caller, kind, key);
        });
    }

    Review settle(Caller caller, DocumentKind kind, String key, long id, boolean settled) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "settle comments");
        return db.tx(tx -> {
            existing(tx, kind, key, id);
            store.settle(tx, id, settled ? caller.who() : null, settled ? clock.instant() : null);
            return review(tx, caller, kind, key);
        });
    }

    private ReviewStore.Stored existing(Tx tx, DocumentKind kind, String key, long id) {
        return store.comment(tx, kind, key, id)
                .filter(c -> c.under() == null)
                .orElseThrow(() -> Refusal.notFound("There is no comment " + id + " on \"" + key + "\"."));
    }

    /** A document that readers do not see as it is, or that something was said about. */
    record Unpublished(
            String folder,
            String key,
            String title,
            int revision,
            Status status,
            @OrNull Who askedBy,
            @OrNull Who reviewer,
            boolean mine,
            int comments) {}

    /** What is unpublished; {@code total} counts those too that are not in the list. */
    record AllUnpublished(int total, List<Unpublished> documents) {}

    /** What is being written: first what waits for this person, then what something was said about. */
    AllUnpublished unpublished(Caller caller) {
        caller.may(Role.AUTHOR, Scope.READ, "list drafts");
        return db.tx(tx -> {
            Map<String, ReviewStore.Asked> asked =
                    store.asked(tx).stream().collect(Collectors.toMap(a -> a.kind() + a.key(), Function.identity()));
            Map<String, Integer> open = store.open(tx).stream()
                    .collect(Collectors.toMap(o -> o.kind() + o.key(), ReviewStore.Open::comments));
            List<Unpublished> all = documents.unpublished(tx).stream()
                    .map(d -> unpublished(
                            caller, d, asked.get(d.kind() + d.key()), open.getOrDefault(d.kind() + d.key(), 0)))
                    .sorted(Comparator.comparing((Unpublished u) -> !u.mine())
                            .thenComparing(u -> u.comments() == 0)
                            .thenComparing(u -> u.status() != Status.IN_REVIEW)
                            .thenComparing(Unpublished::key))
                    .toList();
            return new AllUnpublished(
                    all.size(), all.stream().limit(MOST_UNPUBLISHED).toList());
        });
    }

    private static Unpublished unpublished(Caller caller, StoredDocument d, ReviewStore.Asked a, int comments) {
        boolean reviewed = a != null && d.status() == Status.IN_REVIEW && a.revision() == d.latest();
        return new Unpublished(
                d.kind().folder(),
                d.key(),
                d.title(),
                d.latest(),
                d.status(),
                reviewed ? a.askedBy() : null,
                reviewed ? a.reviewer() : null,
                reviewed && caller.who().equals(a.reviewer()),
                comments);
    }
}
