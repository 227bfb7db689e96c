package org.mendak.server.cases;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.language.Spelling;
import org.mendak.core.reading.Reading;
import org.mendak.core.runbook.Capture;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.pictures.PictureService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Live;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Words;
import org.springframework.stereotype.Component;

/**
 * What somebody at the device is shown of an attempt, the one step that is in hand, and how what they answer becomes part of the case:
 * by an agent's hand alone, under the same rules as if the agent had typed it.
 */
@Component
public class AtTheDevice {

    /** For how long the page at the device shows a command behind a gate that was opened. */
    private static final Duration GATE_LIVES = Duration.ofMinutes(10);

    private static final String TRY_AGAIN = "Do again what did not work.";

    /** What an answer is. */
    public enum Kind {
        /** The step, or the item in hand, is done. */
        DONE,
        /** What the device showed. */
        OUTPUT,
        /** The answer to one of the step's questions. */
        ANSWER,
        /** Something else than was to be expected, in the caller's words. */
        OTHER,
        /** Which target the device shows, for the gate of a step that destroys. */
        TARGET,
        /** A picture of the screen. */
        PICTURE,
        /** Behind the last step: what did not work works. */
        WORKS,
        /** Behind the last step: it is as it was. */
        SAME
    }

    /**
     * What is in hand.
     *
     * @param at the step's place from 0; as many as there are steps when all are behind
     * @param step null when all steps are behind
     * @param item the item of a repeated step that is in hand; null if none is
     * @param verify what is tried again behind the last step
     * @param until when it is another by the passing of time alone; null if never
     */
    public record InHand(
            int at, int steps, CaseViews.FilledStep step, String item, List<String> verify, Instant until) {}

    /**
     * An answer as it came.
     *
     * @param key names it among the entries about the attempt's steps
     * @param about the place of the question that it answers; null unless it answers one
     */
    public record Answer(
            String key,
            Kind kind,
            int step,
            String item,
            Integer about,
            String text,
            PictureService.Incoming picture) {}

    /**
     * How an answer will be read, for seeing it before it is taken.
     *
     * @param text with what must not stand on the page left out
     * @param marks where the text shows what is read
     * @param read what is read, a line for each value
     * @param question what it answers; empty unless it answers a question
     * @param sameTarget whether it names the target that was read in this attempt; null unless that is asked
     */
    public record Preview(
            String text,
            List<ReadViews.Mark> marks,
            List<String> read,
            String title,
            String question,
            @OrNull Boolean sameTarget) {}

    private final AttemptService attempts;
    private final AttemptStore store;
    private final CaseService cases;
    private final CaseReader reader;
    private final CaseLocks locks;
    private final PictureService pictures;
    private final Live live;
    private final Clock clock;

    AtTheDevice(
            AttemptService attempts,
            AttemptStore store,
            CaseService cases,
            CaseReader reader,
            CaseLocks locks,
            PictureService pictures,
            Live live,
            Clock clock) {
        this.attempts = attempts;
        this.store = store;
        this.cases = cases;
        this.reader = reader;
        this.locks = locks;
        this.pictures = pictures;
        this.live = live;
        this.clock = clock;
    }

    /** The attempt that a fix is worked in, begun if it was not. */
    public long begin(Caller caller, long number, String fix) {
        return attempts.start(caller, number, fix, null);
    }

    /** The fix that an attempt works; empty once the attempt or its case has ended. */
    public Optional<String> fixOf(Tx tx, long number, long attempt) {
        return running(tx, number, attempt).map(AttemptRow::fixKey);
    }

    private Optional<AttemptRow> running(Tx tx, long number, long attempt) {
        return store.find(tx, number, attempt)
                .filter(AttemptRow::running)
                .filter(a -> reader.row(tx, number).open());
    }

    /** What is in hand; empty once the attempt or its case has ended. */
    public Optional<InHand> inHand(Tx tx, long number, long attempt) {
        return running(tx, number, attempt).map(a -> inHand(tx, reader.row(tx, number), a));
    }

    private InHand inHand(Tx tx, CaseRow c, AttemptRow a) {
        WorkedAttempt w = reader.worked(tx, c, a);
        int at = w.current();
        int steps = w.steps().size();
        if (at >= steps) {
            List<String> verify = reader.runbook(tx, c)
                    .error()
                    .map(e ->
                            e.verify().stream().map(KnownError.VerifyItem::text).toList())
                    .filter(v -> !v.isEmpty())
                    .orElse(List.of(TRY_AGAIN));
            return new InHand(at, steps, null, null, verify, null);
        }
        CaseViews.FilledStep step = FilledSteps.one(w, at);
        Instant shut = step.opened() == null ? null : step.opened().plus(GATE_LIVES);
        boolean gateIsOld = shut != null && !clock.instant().isBefore(shut);
        List<String> left = step.each().isEmpty() ? List.of() : w.itemsLeft(at);
        return new InHand(
                at,
                steps,
                !step.destroys().isEmpty() && (shut == null || gateIsOld) ? step.withoutCommands() : step,
                left.isEmpty() ? null : left.get(0),
                List.of(),
                gateIsOld ? null : shut);
    }

    /** Whether a step has this item in its list. */
    public boolean hasItem(Tx tx, long number, long attempt, int step, String item) {
        WorkedAttempt w = worked(tx, reader.row(tx, number), attempt);
        return step < w.steps().size() && w.items(step).contains(item);
    }

    /** The text as it may be kept: what looks like a secret is masked. */
    public String masked(Kind kind, String text) {
        return kind == Kind.OUTPUT || kind == Kind.OTHER ? CaseWords.masked(text, null) : CaseWords.plain(text);
    }

    /** How an answer will be read. */
    public Preview preview(Tx tx, long number, long attempt, Answer a) {
        WorkedAttempt w = worked(tx, reader.row(tx, number), attempt);
        String title = a.step() < w.steps().size()
                ? w.prose(w.steps().get(a.step()).step().title(), a.step(), a.item())
                : "";
        return switch (a.kind()) {
            case OUTPUT -> output(w, a, title);
            case TARGET -> new Preview("", List.of(), List.of(), title, "", sameTarget(w, a));
            case ANSWER ->
                new Preview(
                        a.text(),
                        List.of(),
                        List.of(),
                        title,
                        ask(w, a).map(q -> w.prose(q.text(), a.step(), null)).orElse(""),
                        null);
            default -> new Preview(Hidden.of(w).in(a.text()), List.of(), List.of(), title, "", null);
        };
    }

    private static boolean sameTarget(WorkedAttempt w, Answer a) {
        return a.step() < w.steps().size()
                && Gate.of(w, a.step())
                        .map(Gate::target)
                        .filter(t -> Spelling.heardSame(t, a.text()))
                        .isPresent();
    }

    private static Preview output(WorkedAttempt w, Answer a, String title) {
        Hidden hidden = Hidden.of(w);
        if (a.step() >= w.steps().size() || hidden.hides(a.text())) {
            return new Preview(hidden.in(a.text()), List.of(), List.of(), title, "", null);
        }
        Fix.Step s = w.steps().get(a.step()).step();
        List<Reading> readings = w.read(a.step(), a.item(), a.text());
        List<String> read = readings.stream()
                .filter(r -> r.how().hasValue())
                .map(r -> said(s.captures().get(r.clause()), r))
                .toList();
        return new Preview(a.text(), FilledSteps.marks(w, a.step(), a.item(), a.text()), read, title, "", null);
    }

    private static String said(Capture c, Reading r) {
        return String.join(", ", c.titles().values()) + ": "
                + String.join(
                        "; ",
                        r.rows().stream()
                                .map(row -> String.join(" \u00b7 ", row.values()))
                                .toList());
    }

    /**
     * Takes an answer into the case.
     *
     * @param found finds it in the same transaction and marks it as taken; empty if it was already, then nothing is done
     * @param minutes how long the fix took, for an answer that ends it; null if only the clock knows
     */
    public void take(Caller caller, long number, long attempt, Double minutes, Function<Tx, Optional<Answer>> found) {
        locks.work(caller, number, (tx, c) -> {
            found.apply(tx).ifPresent(a -> take(tx, caller, c, attempt, minutes, a));
            return number;
        });
    }

    private void take(Tx tx, Caller caller, CaseRow c, long attempt, Double minutes, Answer a) {
        switch (a.kind()) {
            case DONE -> done(tx, caller, c, attempt, a);
            case OUTPUT -> enter(tx, caller, c, attempt, a, StepWhat.OUTPUT, "");
            case TARGET -> enter(tx, caller, c, attempt, a, StepWhat.CONFIRMED, "");
            case OTHER -> cases.textCame(tx, caller, c, a.text());
            case PICTURE -> pictures.keep(tx, caller, c.number(), a.picture());
            case WORKS -> attempts.ended(tx, caller, c, attempt, Outcome.WORKED, minutes);
            case SAME -> attempts.ended(tx, caller, c, attempt, Outcome.NO_CHANGE, minutes);
            case ANSWER -> {
                WorkedAttempt w = worked(tx, c, attempt);
                String sets = ask(w, a)
                        .map(Fix.Ask::sets)
                        .orElseThrow(() -> Refusal.conflict("The step does not ask this any more."));
                cases.factsCame(tx, caller, c.number(), Map.of(sets, a.text()), Set.of("fact." + sets));
            }
        }
    }

    private WorkedAttempt worked(Tx tx, CaseRow c, long attempt) {
        return reader.worked(tx, c, store.find(tx, c.number(), attempt).orElseThrow());
    }

    private static Optional<Fix.Ask> ask(WorkedAttempt w, Answer a) {
        List<Fix.Ask> asks =
                a.step() < w.steps().size() ? w.steps().get(a.step()).step().asks() : List.of();
        return a.about() == null || a.about() < 0 || a.about() >= asks.size()
                ? Optional.empty()
                : Optional.of(asks.get(a.about()));
    }

    /** The item or the step is done; with its last item a repeated step is. What was done meanwhile is not done twice. */
    private void done(Tx tx, Caller caller, CaseRow c, long attempt, Answer a) {
        WorkedAttempt w = worked(tx, c, attempt);
        if (a.step() >= w.steps().size() || w.ended(a.step())) {
            return;
        }
        List<String> left = w.itemsLeft(a.step());
        if (a.item() != null && !left.contains(a.item())) {
            return;
        }
        enter(tx, caller, c, attempt, a, StepWhat.DONE, "");
        if (a.item() != null && left.size() == 1) {
            Answer whole = new Answer(a.key(), a.kind(), a.step(), null, null, "", null);
            enter(tx, caller, c, attempt, whole, StepWhat.DONE, "-whole");
        }
    }

    private void enter(Tx tx, Caller caller, CaseRow c, long attempt, Answer a, StepWhat what, String part) {
        attempts.entered(
                tx,
                caller,
                c,
                attempt,
                new AttemptService.StepEntry(
                        a.key() + part,
                        a.step(),
                        Words.word(what),
                        null,
                        what == StepWhat.OUTPUT ? a.text() : null,
                        a.item(),
                        what == StepWhat.CONFIRMED ? a.text() : null,
                        what == StepWhat.CONFIRMED,
                        null));
    }

    /** Whoever has the case open hears that something of it changed at the device, without that the case itself did. */
    public void tell(long number) {
        live.tellOf("case", number, Map.of("number", number));
    }
}
