package org.mendak.server.gaps;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.BiConsumer;
import org.mendak.core.drafting.Drafted;
import org.mendak.core.drafting.Drafting;
import org.mendak.core.drafting.WorkedCase;
import org.mendak.server.cases.WorkedCases;
import org.mendak.server.library.BegunDrafts;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** From cases to a draft. */
@Service
class DraftService {

    private final BegunDrafts drafts;
    private final WorkedCases cases;
    private final Clock clock;

    DraftService(BegunDrafts drafts, WorkedCases cases, Clock clock) {
        this.drafts = drafts;
        this.cases = cases;
        this.clock = clock;
    }

    /** A document that was begun. */
    record Begun(String key, String title) {}

    /**
     * What was begun.
     *
     * @param error null if the cases are about a known error already: then only fixes were
     * @param about that known error's key; null if the cases are about none
     */
    record Made(@OrNull Begun error, @OrNull String about, List<Begun> fixes) {}

    /** Makes a draft of cases that were worked off the script; all of them about the same known error, or none. */
    Made make(Caller caller, List<Long> numbers) {
        caller.may(Role.AGENT, Scope.CASES, "make a draft of cases");
        List<Long> wanted = numbers == null
                ? List.of()
                : numbers.stream().filter(Objects::nonNull).distinct().toList();
        if (wanted.isEmpty() || wanted.size() > Drafting.MOST_CASES) {
            throw Refusal.invalid("Name 1 to " + Drafting.MOST_CASES + " cases.");
        }
        return drafts.alone(tx -> {
            List<WorkedCases.Whole> whole = cases.of(tx, wanted);
            cases.draftOf(tx, wanted).ifPresent(key -> {
                throw Refusal.conflict("A draft was made of one of these cases already: \"" + key
                        + "\". Go on with that, or throw it away first. Nothing was stored.");
            });
            List<String> about = whole.stream()
                    .map(w -> w.row().errorKey())
                    .map(k -> k == null ? "" : k)
                    .distinct()
                    .toList();
            if (about.size() > 1) {
                throw Refusal.invalid("These cases are about different errors. Choose those of one shape.");
            }
            boolean known = !about.get(0).isEmpty();
            List<WorkedCase> worked =
                    whole.stream().map(WorkedCases.Whole::worked).toList();
            if (worked.stream().allMatch(c -> c.texts().isEmpty() && c.steps().isEmpty())) {
                throw Refusal.invalid("These cases have neither a text nor a step to make a draft of.");
            }
            if (known && worked.stream().allMatch(c -> c.steps().isEmpty())) {
                throw Refusal.invalid("Nothing was done off the script in these cases.");
            }
            Drafted made = Drafting.of(worked, (kind, key) -> drafts.taken(tx, kind, key));
            if (known && made.fixes().isEmpty()) {
                throw Refusal.invalid("Nothing that was done off the script is known to have ended it.");
            }
            List<Drafted.Document> documents = new ArrayList<>(made.fixes());
            if (!known) {
                documents.add(made.error());
            }
            drafts.begin(
                    tx,
                    caller,
                    documents.stream()
                            .map(d -> new BegunDrafts.Begun(d.kind(), d.key(), d.text()))
                            .toList(),
                    "made of case "
                            + String.join(
                                    ", ", wanted.stream().map(String::valueOf).toList()));
            cases.drafted(tx, wanted, known ? about.get(0) : made.error().key(), caller.who(), clock.instant());
            return new Made(
                    known ? null : begun(made.error()),
                    known ? about.get(0) : null,
                    made.fixes().stream().map(DraftService::begun).toList());
        });
    }

    /** Makes a draft of what lines of logs have in common. */
    Made ofLines(Caller caller, List<WorkedCase> lines, String note, BiConsumer<Tx, String> then) {
        return drafts.alone(tx -> {
            Drafted made = Drafting.of(lines, (kind, key) -> drafts.taken(tx, kind, key));
            Drafted.Document error = made.error();
            drafts.begin(tx, caller, List.of(new BegunDrafts.Begun(error.kind(), error.key(), error.text())), note);
            then.accept(tx, error.key());
            return new Made(begun(error), null, List.of());
        });
    }

    private static Begun begun(Drafted.Document d) {
        return new Begun(d.key(), d.title());
    }
}
