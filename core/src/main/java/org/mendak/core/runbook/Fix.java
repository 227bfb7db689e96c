package org.mendak.core.runbook;

import java.time.LocalDate;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.language.Condition;
import org.mendak.core.language.PlainWords;
import org.mendak.core.language.Titles;
import org.mendak.core.language.ValueType;

/**
 * One reusable way to repair something.
 *
 * @param workaround whether it gets people going without mending the cause
 * @param minutes the author's estimate, above 0
 * @param needs names of needs that must be at hand
 * @param parameters names and types of the values that a known error hands in
 * @param discouraged why not to use it; empty if it is not discouraged
 * @param intro why it works; CommonMark, may be empty
 * @param pieces what stands before its steps, in the order in which it was written
 * @param traits what else its head says
 */
public record Fix(
        String key,
        String title,
        boolean workaround,
        double minutes,
        Risk risk,
        List<String> needs,
        List<String> leaves,
        Map<String, ValueType> parameters,
        List<String> aliases,
        String discouraged,
        String intro,
        List<String> sideEffects,
        List<Step> steps,
        Traits traits,
        List<Piece> pieces) {

    public Fix {
        needs = List.copyOf(needs);
        leaves = List.copyOf(leaves);
        parameters = Map.copyOf(parameters);
        aliases = List.copyOf(aliases);
        sideEffects = List.copyOf(sideEffects);
        steps = List.copyOf(steps);
        pieces = List.copyOf(pieces);
    }

    /**
     * What the head says for judging a fix.
     *
     * @param keepsData whether nothing of the user's is lost
     * @param offline whether it can be done without a network
     * @param affects whom it touches beside the device's user; empty for nobody
     * @param oppositeOf keys of fixes that undo what this one does
     * @param substantial the day since which it is another fix in truth; null if never
     * @param confirmed the day somebody last confirmed it; null if nobody did
     */
    public record Traits(
            boolean reversible,
            boolean keepsData,
            boolean offline,
            String affects,
            List<String> oppositeOf,
            LocalDate substantial,
            LocalDate confirmed) {

        /** Of a fix whose head says nothing of it. */
        public static final Traits NONE = new Traits(false, false, false, "", List.of(), null, null);

        public Traits {
            oppositeOf = List.copyOf(oppositeOf);
        }
    }

    /** Whether it restarts something on its way. */
    public boolean restarts() {
        return steps.stream().anyMatch(s -> s.restartMinutes() > 0);
    }

    /** Whether it is a restart and nothing else. */
    public boolean isPlainRestart() {
        return !steps.isEmpty() && steps.stream().allMatch(s -> s.restartMinutes() > 0);
    }

    /** What a fix can do beyond repairing. */
    public enum Risk {
        SAFE,
        INTERRUPTS,
        WEAKENS,
        DESTROYS
    }

    /**
     * One instruction.
     *
     * @param prose what to do, CommonMark; may be empty
     * @param restartMinutes how long the restart takes; 0 if the step does not restart anything
     * @param waitMinutes how long to wait; 0 if not
     * @param doneWhen how one knows that a long step is done; may be empty
     * @param destroys the target whose data is lost; empty if none
     * @param when the condition under which the step is done; null if always
     * @param each the list it is repeated for; null if it is done once
     * @param onlyIf what must hold for going on once the step's output is there; null if nothing
     * @param nothingShows what nothing visible means here; empty if something shows
     * @param part the fix that this step runs; null if it is a step of its own
     * @param asks questions that the step puts to whoever is at the device
     * @param gets what must be fetched for it
     * @param followUps what somebody has to do later because of it
     * @param choose which row of a list is meant, told by the device; null if nothing is chosen
     * @param musts what must be so before the step is done: while it is not, it holds the step back
     * @param pieces all of it in the order in which it was written
     * @param line where its heading stands, from 1
     */
    public record Step(
            String title,
            String prose,
            List<Fence> fences,
            List<String> expect,
            List<Capture> captures,
            List<String> cautions,
            List<PutBack> putBacks,
            List<Note> notes,
            double minutes,
            double restartMinutes,
            double waitMinutes,
            String doneWhen,
            String destroys,
            Guard when,
            ForEach each,
            OnlyIf onlyIf,
            List<Check> checks,
            List<Answer> answers,
            String nothingShows,
            Part part,
            List<Ask> asks,
            List<Get> gets,
            List<FollowUp> followUps,
            Choose choose,
            List<Check> musts,
            List<Piece> pieces,
            int line) {
        public Step {
            pieces = List.copyOf(pieces);
            musts = List.copyOf(musts);
            asks = List.copyOf(asks);
            gets = List.copyOf(gets);
            followUps = List.copyOf(followUps);
            checks = List.copyOf(checks);
            answers = List.copyOf(answers);
            fences = List.copyOf(fences);
            expect = List.copyOf(expect);
            captures = List.copyOf(captures);
            cautions = List.copyOf(cautions);
            putBacks = List.copyOf(putBacks);
            notes = List.copyOf(notes);
        }
    }

    /** Another fix run as a part; {@code with} are values for its parameters: a literal, or {@code {name}}. */
    public record Part(String fix, Map<String, String> with) {
        public Part {
            with = Collections.unmodifiableMap(new LinkedHashMap<>(with));
        }
    }

    /** A question inside a step; {@code sets} is the fact that the answer sets. */
    public record Ask(String text, String sets, List<String> choices) {
        public Ask {
            choices = List.copyOf(choices);
        }
    }

    /**
     * Something to fetch.
     *
     * @param address where it lies, as written; shown, never followed by Mendak
     * @param origin who hands it out; may be empty
     * @param when for which cases it is the right one; null if for all
     * @param size as written; empty if not said
     * @param asOf the day on which this was true; null if not said
     */
    public record Get(String name, String address, String origin, Guard when, String size, LocalDate asOf) {}

    /** Something to do later that a case does not close over; {@code who} is to do it, empty for whoever works the case. */
    public record FollowUp(String text, String who) {}

    /** A condition, how it was written, and the author's sentence for it; empty if there is none. */
    public record Guard(Condition condition, String text, String words) {

        /** A condition that its author put into no words. */
        public Guard(Condition condition, String text) {
            this(condition, text, "");
        }

        /** The condition as people say it: the author's sentence, else by its facts' titles. */
        public String inWords(Titles titles) {
            return words.isEmpty() ? PlainWords.of(condition, titles) : words;
        }
    }

    /**
     * A step repeated: {@code item} is the name by which its commands have one item of the list called {@code list}. A list that is
     * written in the document has its items here and no name.
     */
    public record ForEach(String item, String list, List<String> written) {
        public ForEach {
            written = List.copyOf(written);
        }

        /** A step repeated for a list that becomes known. */
        public ForEach(String item, String list) {
            this(item, list, List.of());
        }
    }

    /**
     * One row of a list chosen on the device's own evidence.
     *
     * @param name what the chosen row's values are called: {@code target} gives {@code target.number}
     * @param list the list's name
     * @param text how the right one is told; may be empty
     */
    public record Choose(String name, String list, String text) {}

    /** Whether the fix has anything to do here; {@code otherwise} says what to do if not, empty for "nothing to do". */
    public record OnlyIf(Guard guard, String otherwise) {}

    /** What should be so once the step is done; {@code meaning} says what follows from it and may be empty. */
    public record Check(Guard guard, String meaning) {}

    /** A prompt that will appear, which answer to give, and why that is harmless; {@code why} may be empty. */
    public record Answer(String prompt, String answer, String why) {}

    /** A command and the language it is written in; {@code line} is that of its first line, from 1. */
    public record Fence(String language, String text, int line) {}

    /**
     * What must be restored after this fix.
     *
     * @param text what to do, in words
     * @param command the command; empty if there is none
     * @param due after what outcome it is owed
     * @param ifNotKnown what to do where the value that it was before is not known; may be empty
     */
    public record PutBack(String text, String command, Due due, String ifNotKnown) {

        /** Whether it is due only once the fix has worked. */
        public boolean afterSuccess() {
            return due == Due.SUCCESS;
        }
    }

    /** After what outcome of its fix something is owed. */
    public enum Due {
        /** Whatever came of it. */
        ALWAYS("Put back"),
        /** Only if it worked. */
        SUCCESS("After success"),
        /** Only if it did not work. */
        FAILURE("After failure");

        private final String keyword;

        Due(String keyword) {
            this.keyword = keyword;
        }

        String keyword() {
            return keyword;
        }

        static Due of(String keyword) {
            return keyword.equals(SUCCESS.keyword) ? SUCCESS : keyword.equals(FAILURE.keyword) ? FAILURE : ALWAYS;
        }
    }

    /** Another clause of a step, for people to read. */
    public record Note(String keyword, String text) {}
}
