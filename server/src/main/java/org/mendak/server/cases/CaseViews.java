package org.mendak.server.cases;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.mendak.core.language.CommandText;
import org.mendak.server.platform.OrNull;

/** Cases as they are told over HTTP. */
public final class CaseViews {

    private CaseViews() {}

    /** A case in a list; {@code outcomes} are those of its attempts in order, empty text for one being worked. */
    public record Line(
            long number,
            String status,
            @OrNull String error,
            String title,
            @OrNull String product,
            @OrNull String device,
            @OrNull String requester,
            @OrNull String reference,
            String waitsFor,
            @OrNull Instant waitsUntil,
            String agent,
            Instant openedAt,
            @OrNull Instant closedAt,
            List<String> outcomes,
            int openPutBacks) {}

    /** A whole case; its version goes into {@code If-Match} of what changes it. */
    public record Case(
            long number,
            int version,
            String status,
            @OrNull String error,
            String title,
            @OrNull String product,
            @OrNull String productVersion,
            @OrNull String phase,
            @OrNull String device,
            @OrNull String reference,
            @OrNull String requester,
            String reached,
            String waitsFor,
            @OrNull Instant waitsUntil,
            @OrNull String believedFix,
            @OrNull String limitation,
            String agent,
            Instant openedAt,
            @OrNull Instant closedAt,
            @OrNull Instant recurredAt,
            @OrNull Long follows,
            String goal,
            @OrNull Long duplicateOf,
            String cause,
            @OrNull String curedBy,
            @OrNull Instant heldSince,
            @OrNull Earlier earlier,
            List<Handover> handovers,
            List<Picture> pictures,
            List<Text> texts,
            List<Fact> facts,
            List<Note> notes,
            List<Attempt> attempts,
            List<PutBack> putBacks,
            List<String> pinned,
            List<String> newerRevisions) {}

    /** An ended case with the same error on the same device within the holding time: has it come back? With the fix's title. */
    public record Earlier(
            long number,
            Instant closedAt,
            @OrNull String fix,
            @OrNull String title) {}

    /** Who handed the case to whom. */
    public record Handover(String giver, String taker, String note, Instant at) {}

    /** A picture of a screen; its bytes come from an address of their own. */
    public record Picture(long id, String name, String type, int size, Instant at, String agent) {}

    /** A pasted text. */
    public record Text(long id, String text, Instant at, String agent) {}

    /** Something known; {@code source} is case, captured, answer, output, device or left. */
    public record Fact(String name, String value, String source, Instant at, String agent) {}

    /** A remark; {@code kind} is note, or step for what was done off the script. */
    public record Note(String text, String kind, Instant at, String agent) {}

    /**
     * A fix tried.
     *
     * @param outcome null while it is being worked
     * @param agent who began it
     * @param endedBy who recorded the outcome
     * @param version goes into {@code If-Match} of what changes it
     */
    public record Attempt(
            long id,
            String fix,
            String title,
            @OrNull String error,
            int position,
            @OrNull String outcome,
            boolean cameBack,
            boolean triedBefore,
            Double minutes,
            String note,
            String agent,
            Instant startedAt,
            @OrNull Instant endedAt,
            @OrNull String endedBy,
            int version,
            List<Step> steps) {}

    /** An entry about a step. */
    public record Step(
            String clientId,
            int step,
            String what,
            String note,
            @OrNull String output,
            @OrNull String item,
            @OrNull String heard,
            Instant at,
            String agent) {}

    /**
     * Something owed.
     *
     * @param kind put-back, follow-up or debt
     * @param due whether it is time: its fix has ended
     * @param state open, done, no-longer-applies, kept or passed-to
     */
    public record PutBack(
            long id,
            long attempt,
            int step,
            String kind,
            @OrNull String item,
            String text,
            List<Piece> command,
            boolean afterSuccess,
            boolean due,
            String state,
            @OrNull String passedTo,
            @OrNull Instant dueAt) {}

    /** Something owed that was passed to somebody, with its case. */
    public record Owed(
            long id,
            long number,
            String title,
            @OrNull String device,
            @OrNull String requester,
            String kind,
            String text,
            List<Piece> command,
            @OrNull Instant dueAt,
            boolean overdue) {}

    /**
     * A question of the case's known error.
     *
     * @param index its place in the runbook, from 0
     * @param how how to find it out; may be empty
     * @param run a read-only command, filled; empty if a person is asked
     * @param capture what is read out of its output; empty if nothing
     * @param answered whether the case knows it already, "they don't know" counting as known
     */
    public record Question(
            int index,
            String text,
            String sets,
            List<String> choices,
            double minutes,
            String how,
            List<Piece> run,
            List<Spoken> spoken,
            String capture,
            boolean answered) {}

    /** A piece of a command; {@code kind} is literal, filled, blank or refused. */
    public record Piece(String kind, String text, String name, String note) {
        static Piece of(CommandText.Piece p) {
            return new Piece(p.kind().name().toLowerCase(java.util.Locale.ROOT), p.text(), p.name(), p.note());
        }
    }

    /** A fix with its commands filled with the case's values. */
    public record FilledFix(
            String key,
            String title,
            boolean workaround,
            double minutes,
            String risk,
            String discouraged,
            String intro,
            List<String> sideEffects,
            List<NeedLine> needs,
            List<String> together,
            List<FilledStep> steps) {

        /** The same for a place where nobody makes sure of the target: what destroys something shows no command. */
        FilledFix withoutWhatDestroys() {
            return new FilledFix(
                    key,
                    title,
                    workaround,
                    minutes,
                    risk,
                    discouraged,
                    intro,
                    sideEffects,
                    needs,
                    together,
                    steps.stream()
                            .map(s -> s.destroys().isEmpty() ? s : s.withoutCommands())
                            .toList());
        }
    }

    /**
     * A need and whether it is at hand: yes, no, unknown, or other while another state holds.
     *
     * @param fact the fact that says so, and {@code wanted} the value it must have
     * @param how how to come by it; may be empty
     */
    public record NeedLine(String id, String title, String state, String fact, String wanted, String how) {}

    /**
     * A step to work; {@code index} from 0.
     *
     * @param part the title of the fix that it is a part of; empty if it is the fix's own
     * @param runs the key of a fix that it would run and that cannot be opened here; else empty
     * @param applies yes, no, or depends while a fact is unknown
     * @param when the condition as written; empty if it always applies
     * @param each the list it is repeated for; empty if it is done once
     * @param items the list's items; empty while the list is unknown or if it is done once
     * @param onlyIf what must hold for going on; null if nothing
     * @param destroys what is lost; empty if nothing
     * @param target how the right target is made sure of: compare, unknown or confirm; empty if nothing is destroyed
     */
    public record FilledStep(
            int index,
            String part,
            String runs,
            String title,
            String prose,
            String applies,
            String when,
            String each,
            List<String> items,
            List<Command> commands,
            List<String> expect,
            List<String> captures,
            List<String> cautions,
            List<Prompt> answers,
            List<StepQuestion> asks,
            List<ToGet> gets,
            @OrNull Judged onlyIf,
            List<Judged> checks,
            List<String> putBacks,
            List<Later> followUps,
            List<Remark> notes,
            double minutes,
            double restartMinutes,
            double waitMinutes,
            String nothingShows,
            String doneWhen,
            String destroys,
            String target) {

        FilledStep withoutCommands() {
            return new FilledStep(
                    index,
                    part,
                    runs,
                    title,
                    prose,
                    applies,
                    when,
                    each,
                    items,
                    List.of(),
                    expect,
                    captures,
                    cautions,
                    answers,
                    asks,
                    gets,
                    onlyIf,
                    checks,
                    putBacks,
                    followUps,
                    notes,
                    minutes,
                    restartMinutes,
                    waitMinutes,
                    nothingShows,
                    doneWhen,
                    destroys,
                    target);
        }
    }

    /**
     * A command, piece by piece.
     *
     * @param item the one of a repeated step that it is for, else empty
     * @param spoken the command in chunks to read out; empty unless the device is reached by phone and all values are known
     */
    public record Command(String language, String item, List<Piece> pieces, List<Spoken> spoken) {}

    /** A chunk to read out: its characters, and their names. */
    public record Spoken(String text, String said, boolean spaceAfter, boolean endsLine) {}

    /** A question inside a step; {@code answer} is null until somebody answered. */
    public record StepQuestion(
            String text,
            String sets,
            List<String> choices,
            @OrNull String answer) {}

    /** Something to fetch; {@code applies} is yes, no or depends. */
    public record ToGet(
            String name, String address, String origin, String size, String asOf, String applies, String when) {}

    /** Something to do later; {@code who} is empty for whoever works the case. */
    public record Later(String text, String who) {}

    /** A prompt that will appear, what to answer, and why that is harmless. */
    public record Prompt(String prompt, String answer, String why) {}

    /**
     * A condition and how it stands: what is expected beside what was seen.
     *
     * @param state yes, no, or depends while something is unknown
     * @param seen the values that it compares, as far as they are known, by name
     * @param then what follows from it, or what to do otherwise; may be empty
     */
    public record Judged(String expected, String state, Map<String, String> seen, String then) {}

    /** A clause for reading: its keyword and text. */
    public record Remark(String keyword, String text) {}

    /** A known error that the texts of a case speak for, taken together. */
    record Suspected(String error, String title, double probability, String band) {}
}
