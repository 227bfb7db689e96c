package org.mendak.core.runbook;

import java.util.List;
import java.util.Map;
import org.mendak.core.language.Condition;
import org.mendak.core.language.Template;
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
        List<Step> steps) {

    public Fix {
        needs = List.copyOf(needs);
        leaves = List.copyOf(leaves);
        parameters = Map.copyOf(parameters);
        aliases = List.copyOf(aliases);
        sideEffects = List.copyOf(sideEffects);
        steps = List.copyOf(steps);
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
            int line) {
        public Step {
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

    /** A condition and how it was written. */
    public record Guard(Condition condition, String text) {}

    /** A step repeated: {@code item} is the name by which its commands have one item of the list called {@code list}. */
    public record ForEach(String item, String list) {}

    /** Whether the fix has anything to do here; {@code otherwise} says what to do if not, empty for "nothing to do". */
    public record OnlyIf(Guard guard, String otherwise) {}

    /** What should be so once the step is done; {@code meaning} says what follows from it and may be empty. */
    public record Check(Guard guard, String meaning) {}

    /** A prompt that will appear, which answer to give, and why that is harmless; {@code why} may be empty. */
    public record Answer(String prompt, String answer, String why) {}

    /** A command and the language it is written in; {@code line} is that of its first line, from 1. */
    public record Fence(String language, String text, int line) {}

    /** A value to read out of a command's output; {@code before} means before the step changes it. */
    public record Capture(Template template, boolean before) {}

    /**
     * What must be restored after this fix.
     *
     * @param text what to do, in words
     * @param command the command; empty if there is none
     * @param afterSuccess whether it is due only once the fix has worked
     */
    public record PutBack(String text, String command, boolean afterSuccess) {}

    /** Another clause of a step, for people to read. */
    public record Note(String keyword, String text) {}
}
