package org.mendak.core.drafting;

import java.util.ArrayList;
import java.util.List;
import org.mendak.core.evidence.Outcome;

/**
 * A case that was worked off the script.
 *
 * @param texts what the screen said, in the order it was taken in
 * @param product null if nobody said
 * @param phase install, update or launch; null if nobody said
 * @param steps what was done, in order
 * @param solved whether it ended solved or worked around
 * @param minutes how long the steps took in all; NaN if that is not known
 */
public record WorkedCase(
        long number,
        List<String> texts,
        String product,
        String phase,
        List<Done> steps,
        boolean solved,
        double minutes) {

    public WorkedCase {
        texts = List.copyOf(texts);
        steps = List.copyOf(steps);
    }

    /**
     * A step.
     *
     * @param did what was done, in words
     * @param command what was typed; empty if nothing was
     * @param output what it printed; empty if nothing, or nobody kept it
     * @param aim what it was tried for; may be empty
     * @param putBack what must be put back; empty if nothing
     * @param outcome what came of trying again behind it; null if nobody tried
     */
    public record Done(String did, String command, String output, String aim, String putBack, Outcome outcome) {}

    /**
     * Steps that were done before one retest.
     *
     * @param outcome {@link Outcome#NOT_RETESTED} if nobody tried again behind them
     */
    record Tried(WorkedCase of, List<Done> steps, Outcome outcome) {

        boolean worked() {
            return outcome == Outcome.WORKED;
        }

        String title() {
            return steps.stream()
                    .map(Done::aim)
                    .filter(a -> !a.isBlank())
                    .findFirst()
                    .orElse(steps.get(steps.size() - 1).did());
        }
    }

    /** The steps between one retest and the next; the last ones of a case that was solved are what solved it. */
    List<Tried> tried() {
        List<Tried> all = new ArrayList<>();
        List<Done> open = new ArrayList<>();
        for (Done d : steps) {
            open.add(d);
            if (d.outcome() != null) {
                all.add(new Tried(this, List.copyOf(open), d.outcome()));
                open.clear();
            }
        }
        if (!open.isEmpty()) {
            boolean did = solved && all.stream().noneMatch(Tried::worked);
            all.add(new Tried(this, List.copyOf(open), did ? Outcome.WORKED : Outcome.NOT_RETESTED));
        }
        return all;
    }

    /**
     * What ended it.
     *
     * @param title empty if nobody wrote it down
     */
    public record Ended(String title, List<Done> steps) {}

    /** What ended it; empty if nothing is known to have. */
    public Ended ended() {
        return tried().stream()
                .filter(Tried::worked)
                .reduce((a, b) -> b)
                .map(t -> new Ended(t.title(), t.steps()))
                .orElse(new Ended("", List.of()));
    }
}
