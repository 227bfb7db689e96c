package org.mendak.server.cases.flags;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.mendak.core.privacy.SecretFinder;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.WorkedStep;
import org.mendak.server.cases.runbook.CaseRunbooks;
import org.mendak.server.library.LibraryService;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Names;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Service;

/** The rules of flags: who says what of a step, who hears of it, and that it is answered. */
@Service
public class FlagService {

    private static final List<String> KINDS = List.of("wrong", "unclear", "outdated");

    /** As many as one case has. */
    static final int MOST_OF_CASE = 50;

    private static final int MOST_SHOWN = 200;
    private static final int TEXT = 500;
    private static final int ANSWER = 2_000;

    private final Db db;
    private final FlagStore store;
    private final CaseRunbooks runbooks;
    private final LibraryService library;
    private final AuditStore audit;
    private final Clock clock;
    private final Names names;

    FlagService(
            Db db,
            FlagStore store,
            CaseRunbooks runbooks,
            LibraryService library,
            AuditStore audit,
            Clock clock,
            Names names) {
        this.names = names;
        this.db = db;
        this.store = store;
        this.runbooks = runbooks;
        this.library = library;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * What somebody said of a step.
     *
     * @param number the case on which it was said
     * @param worked the fix that was worked there, and {@code step} its step as the case numbers it, from 0
     * @param fix the fix that the step is written in, {@code fixTitle} what it is called
     * @param line where the step stands in the newest text that readers see, from 1; 0 if no step is called so any more
     * @param kind wrong, unclear or outdated
     * @param output what the step printed on that case last; null if nothing
     * @param author who wrote what readers see; null if that is gone
     * @param mine whether the caller said it
     * @param answer null while nobody answered
     * @param mended whether the document was changed for it
     */
    public record Flag(
            long id,
            long number,
            String worked,
            int step,
            String fix,
            String fixTitle,
            int line,
            String title,
            String kind,
            String text,
            Who person,
            Instant at,
            boolean mine,
            @OrNull String output,
            @OrNull Who author,
            @OrNull String answer,
            boolean mended,
            @OrNull Who answeredBy,
            @OrNull Instant answeredAt) {}

    /** Flags that nobody answered; {@code total} counts those too that are not in the list. */
    public record Open(int total, List<Flag> flags) {}

    /**
     * What there is for one person.
     *
     * @param toAnswer said of what this person wrote, and not answered
     * @param answered answers to what this person said, not read yet
     */
    record Mine(List<Flag> toAnswer, List<Flag> answered) {}

    /** What was said of the steps of a case. */
    List<Flag> ofCase(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.READ, "read cases");
        return db.tx(tx -> {
            existing(tx, number);
            return shown(caller, store.ofCase(tx, number));
        });
    }

    private FlagStore.CaseOf existing(Tx tx, long number) {
        return store.caseOf(tx, number).orElseThrow(() -> Refusal.notFound("There is no case " + number + "."));
    }

    /**
     * Says something of a step. Said again by the same person of the same step it is one flag, with the newer words.
     *
     * @param step from 0, as the case numbers the steps of the fix
     */
    public Flag flag(Caller caller, long number, String fix, Integer step, String kind, String words) {
        caller.may(Role.AGENT, Scope.CASES, "flag a step");
        CaseNumbers.refusePractice(number, "no step can be flagged; flag it on a case of the desk");
        if (kind == null || !KINDS.contains(kind)) {
            throw Refusal.invalid("\"" + kind + "\" cannot be said of a step; " + String.join(", ", KINDS) + " can.");
        }
        String text = said(words, TEXT, "What is said of a step");
        return db.tx(tx -> {
            List<WorkedStep> steps =
                    runbooks.of(tx, number, existing(tx, number).error()).steps(String.valueOf(fix));
            if (step == null || step < 0 || step >= steps.size()) {
                throw Refusal.invalid(
                        steps.isEmpty()
                                ? "There is no fix \"" + fix + "\" on case " + number + "."
                                : "step is " + step + ", must be from 0 to " + (steps.size() - 1) + ".");
            }
            WorkedStep at = steps.get(step);
            Instant now = clock.instant();
            FlagStore.Stored wanted = new FlagStore.Stored(
                    0,
                    number,
                    fix,
                    step,
                    at.fix().key(),
                    start(at.step().title()),
                    kind,
                    text,
                    caller.who(),
                    now,
                    null,
                    null,
                    null,
                    false,
                    null,
                    null,
                    false);
            Long same = store.same(tx, wanted).orElse(null);
            if (same != null) {
                store.again(tx, same, text, now);
            } else if (store.ofCase(tx, number).size() >= MOST_OF_CASE) {
                throw Refusal.invalid("Of one case's steps at most " + MOST_OF_CASE + " things can be said.");
            }
            long id = same != null ? same : store.add(tx, wanted);
            audit.write(tx, caller, "step-flagged", number + "/" + at.fix().key(), kind);
            return shown(caller, store.find(tx, id).orElseThrow());
        });
    }

    /** Takes back what oneself said, while nobody has answered. */
    void takeBack(Caller caller, long number, long id) {
        caller.may(Role.AGENT, Scope.CASES, "take a flag back");
        db.run(tx -> {
            FlagStore.Stored f = find(tx, id);
            if (f.number() != number) {
                throw none(id);
            }
            if (!f.person().equals(caller.who())) {
                throw Refusal.forbidden("Only " + names.of(f.person()) + " can take this back.");
            }
            if (f.answeredAt() != null) {
                throw Refusal.conflict(names.of(f.answeredBy()) + " has answered it already. It stays.");
            }
            store.takeBack(tx, id);
        });
    }

    /**
     * Those that nobody answered, the oldest first.
     *
     * @param fix of which fix; null for all
     */
    Open open(Caller caller, String fix) {
        caller.may(Role.AUTHOR, Scope.READ, "read flags");
        return db.tx(tx -> {
            List<FlagStore.Stored> open = fix == null ? store.open(tx, MOST_SHOWN) : store.openOf(tx, keysOf(fix));
            return new Open(fix == null ? store.open(tx) : open.size(), shown(caller, open));
        });
    }

    private List<String> keysOf(String fix) {
        return Stream.concat(Stream.of(fix), library.library().fix(fix).stream().flatMap(f -> f.aliases().stream()))
                .toList();
    }

    /** Those that nobody answered, for a worklist whose caller was asked already. */
    public List<Flag> open(Tx tx) {
        return shown(null, store.open(tx, MOST_SHOWN));
    }

    Mine mine(Caller caller) {
        caller.may(Role.AGENT, Scope.READ, "read flags");
        return db.tx(tx -> new Mine(
                caller.role() == Role.AGENT
                        ? List.of()
                        : shown(caller, store.openWrittenBy(tx, caller.who(), MOST_SHOWN)),
                shown(caller, store.answered(tx, caller.id()))));
    }

    /** Answers what was said; who said it reads the answer in hand and on the case. */
    Flag answer(Caller caller, long id, String words, boolean mended) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "answer flags");
        String answer = said(words, ANSWER, "An answer");
        if (answer.isEmpty() && !mended) {
            throw Refusal.invalid("Say why it stays as it is, or that it is mended.");
        }
        return db.tx(tx -> {
            FlagStore.Stored f = find(tx, id);
            store.answer(tx, id, answer, mended, caller.who(), clock.instant());
            audit.write(tx, caller, "flag-answered", f.number() + "/" + f.fix(), mended ? "mended" : "stays");
            return shown(caller, find(tx, id));
        });
    }

    /** The answer was read by whom it was for. */
    void read(Caller caller, long id) {
        caller.may(Role.AGENT, Scope.CASES, "read flags");
        db.run(tx -> {
            if (!find(tx, id).person().equals(caller.who())) {
                throw none(id);
            }
            store.read(tx, id);
        });
    }

    private FlagStore.Stored find(Tx tx, long id) {
        return store.find(tx, id).orElseThrow(() -> none(id));
    }

    private static Refusal none(long id) {
        return Refusal.notFound("There is no flag " + id + ".");
    }

    private static String said(String words, int most, String what) {
        String text = words == null ? "" : words.strip();
        if (text.length() > most) {
            throw Refusal.invalid(what + " has at most " + most + " characters, this one " + text.length() + ".");
        }
        return SecretFinder.mask(text, Set.of());
    }

    private static String start(String title) {
        return title.length() <= 300 ? title : title.substring(0, 300);
    }

    private List<Flag> shown(Caller caller, List<FlagStore.Stored> all) {
        return all.stream().map(f -> shown(caller, f)).toList();
    }

    private Flag shown(Caller caller, FlagStore.Stored f) {
        Fix fix = library.library().fix(f.fix()).orElse(null);
        int line = fix == null
                ? 0
                : fix.steps().stream()
                        .filter(s -> start(s.title()).equals(f.title()))
                        .mapToInt(Fix.Step::line)
                        .findFirst()
                        .orElse(0);
        return new Flag(
                f.id(),
                f.number(),
                f.worked(),
                f.step(),
                // it may be called otherwise by now
                fix == null ? f.fix() : fix.key(),
                fix == null ? f.fix() : fix.title(),
                line,
                f.title(),
                f.kind(),
                f.text(),
                f.person(),
                f.at(),
                caller != null && f.person().equals(caller.who()),
                f.output(),
                f.author(),
                f.answer(),
                f.mended(),
                f.answeredBy(),
                f.answeredAt());
    }
}
