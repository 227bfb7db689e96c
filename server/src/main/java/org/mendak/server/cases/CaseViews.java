package org.mendak.server.cases;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.mendak.core.language.CommandText;
import org.mendak.core.language.Titles;
import org.mendak.server.cases.pictures.CasePicture;
import org.mendak.server.library.Sheets;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Who;

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
            Who agent,
            long agentId,
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
            long agentId,
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
            List<CasePicture> pictures,
            List<Text> texts,
            List<Fact> facts,
            List<Note> notes,
            List<Attempt> attempts,
            List<FreeStep> freeSteps,
            @OrNull String draft,
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

    /** A pasted text. */
    public record Text(long id, String text, Instant at, Who agent) {}

    /** Something known, with what people call it; {@code source} is case, captured, answer, output, device or left. */
    public record Fact(String name, String title, String value, String source, Instant at, Who agent) {}

    /** A remark. */
    public record Note(String text, Instant at, String agent) {}

    /**
     * What was done off the script.
     *
     * @param output null if nobody kept it
     * @param outcome what came of trying again behind it; null if nobody tried
     * @param cameBack whether its success did not last
     * @param undone whether it was taken back
     * @param version goes into {@code If-Match} of what changes it
     */
    public record FreeStep(
            long id,
            String did,
            String command,
            @OrNull String output,
            String aim,
            String putBack,
            boolean putBackDone,
            @OrNull String outcome,
            boolean cameBack,
            boolean undone,
            int version,
            Who agent,
            Instant at) {}

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
            @OrNull Who endedBy,
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
            Who agent) {}

    /**
     * Something owed.
     *
     * @param kind put-back, follow-up or debt
     * @param after after what outcome it is owed: always, success or failure
     * @param ifNotKnown what to do instead, since nobody knows what it was before; empty if that is known, or not said
     * @param due whether it is time: its fix has ended
     * @param state open, for-now, done, no-longer-applies, kept or passed-to
     * @param decidedBy who decided that it stays; null unless it is kept
     */
    public record PutBack(
            long id,
            long attempt,
            int step,
            String kind,
            @OrNull String item,
            String text,
            List<Piece> command,
            String after,
            String ifNotKnown,
            boolean due,
            String state,
            @OrNull String passedTo,
            @OrNull Instant dueAt,
            @OrNull String decidedBy) {

        /** The name under which something passes to whoever asked for help. */
        public static final String REQUESTER = "requester";
    }

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
     * @param wanted what is read out of its output; empty if nothing
     * @param hangsOn the fixes that wait for the answer
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
            List<ReadViews.Wanted> wanted,
            List<CaseViews.Hanging> hangsOn,
            boolean answered) {}

    /** A fix that hangs on a question, and when it applies, in words. */
    public record Hanging(String fix, String title, String when) {}

    /** A piece of a command; {@code kind} is literal, filled, blank or refused, {@code title} what people call the value. */
    public record Piece(String kind, String text, String name, String title, String note) {
        static Piece of(CommandText.Piece p, Titles titles) {
            return of(p, titles, Hidden.NOTHING);
        }

        static Piece of(CommandText.Piece p, Titles titles, Hidden hidden) {
            return new Piece(
                    p.kind().name().toLowerCase(java.util.Locale.ROOT),
                    switch (p.kind()) {
                        case FILLED -> hidden.in(p.text());
                        case BLANK, REFUSED -> "\u2039" + titles.of(p.name()) + "\u203a";
                        default -> p.text();
                    },
                    p.name(),
                    p.name().isEmpty() ? "" : titles.of(p.name()),
                    p.note());
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
            Sheets.Told told,
            List<NeedLine> needs,
            List<String> together,
            List<FilledStep> steps) {}

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
     * @param prose what is to be read first, {@code behind} what is to be read behind its commands
     * @param runs the key of a fix that it would run and that cannot be opened here; else empty
     * @param applies yes, no, or depends while a fact is unknown
     * @param when the condition as people say it; empty if it always applies
     * @param each what its list is called; empty if it is done once
     * @param items the list's items; empty while the list is unknown or if it is done once
     * @param onlyIf what must hold for going on; null if nothing
     * @param destroys what is lost; empty if nothing
     * @param target what its gate waits for: compare (what the caller reads out), unknown (the target was not read in this attempt), unnamed
     *     (the document names none), or open; empty if nothing is destroyed
     * @param opened when its gate was opened; null while it is shut
     */
    public record FilledStep(
            int index,
            String part,
            String runs,
            String title,
            String prose,
            String behind,
            String applies,
            String when,
            String each,
            List<String> items,
            List<Command> commands,
            List<String> expect,
            List<ReadViews.Captured> captures,
            @OrNull ReadViews.Choice choose,
            List<String> cautions,
            List<Prompt> answers,
            List<StepQuestion> asks,
            List<ToGet> gets,
            @OrNull Judged onlyIf,
            List<Judged> checks,
            ReadViews.HeldBack must,
            List<String> putBacks,
            List<Later> followUps,
            List<Remark> notes,
            double minutes,
            double restartMinutes,
            double waitMinutes,
            String nothingShows,
            String doneWhen,
            String destroys,
            String target,
            @OrNull Instant opened) {

        FilledStep withoutCommands() {
            return new FilledStep(
                    index,
                    part,
                    runs,
                    title,
                    prose,
                    Stream.concat(commands.stream().map(Command::before), Stream.of(behind))
                            .filter(t -> !t.isEmpty())
                            .collect(Collectors.joining("\n\n")),
                    applies,
                    when,
                    each,
                    items,
                    List.of(),
                    expect,
                    captures,
                    choose,
                    cautions,
                    answers,
                    asks,
                    gets,
                    onlyIf,
                    checks,
                    must,
                    putBacks,
                    followUps,
                    notes,
                    minutes,
                    restartMinutes,
                    waitMinutes,
                    nothingShows,
                    doneWhen,
                    destroys,
                    target,
                    opened);
        }
    }

    /**
     * A command, piece by piece.
     *
     * @param before what is to be read before it; of the first command that stands in the step's prose
     * @param item the one of a repeated step that it is for, else empty
     * @param spoken the command in chunks to read out; empty unless the device is reached by phone and all values are known
     */
    public record Command(String language, String item, String before, List<Piece> pieces, List<Spoken> spoken) {}

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
     * @param expected as people say it
     * @param seen the values that it compares, as far as they are known, by what they are called
     * @param then what follows from it, or what to do otherwise; may be empty
     * @param why where it does not hold, what was seen instead
     */
    public record Judged(String expected, String state, Map<String, String> seen, String then, String why) {}

    /** A clause for reading: its keyword and text. */
    public record Remark(String keyword, String text) {}

    /** A known error that the texts of a case speak for, taken together. */
    record Suspected(String error, String title, double probability, String band) {}
}
