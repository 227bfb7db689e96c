package org.mendak.server.cases;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendak.core.language.Facts;
import org.mendak.core.language.Titles;
import org.mendak.core.language.Truth;
import org.mendak.core.reading.AttemptValues;
import org.mendak.core.reading.How;
import org.mendak.core.reading.OutputReader;
import org.mendak.core.reading.Place;
import org.mendak.core.reading.Reading;
import org.mendak.core.runbook.Capture;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.WithTitles;
import org.mendak.core.runbook.WorkedStep;

/**
 * A fix as it is worked on a case: its steps, what was recorded about them, and what they may use.
 *
 * @param entries in the order recorded; empty while the fix was not started
 */
record WorkedAttempt(
        Fix fix, List<WorkedStep> steps, AttemptValues values, List<AttemptStore.Step> entries, Titles titles) {

    static WorkedAttempt of(
            Fix fix,
            List<WorkedStep> steps,
            Map<String, String> known,
            List<AttemptStore.Step> entries,
            StepReadings readings,
            Titles titles) {
        List<AttemptValues.Entry> read = new ArrayList<>();
        for (AttemptStore.Step e : entries) {
            List<Reading> kept = e.readings() == null && e.output() != null && e.step() < steps.size()
                    ? readOnce(steps.get(e.step()), e.output(), known)
                    : readings.read(e.readings());
            read.add(new AttemptValues.Entry(e.step(), e.item(), e.what() == StepWhat.UNDONE, kept));
        }
        return new WorkedAttempt(fix, steps, AttemptValues.of(steps, known, read), entries, titles);
    }

    /** What an output says that was stored before readings were: a case that was open then keeps what was read. */
    private static List<Reading> readOnce(WorkedStep w, String output, Map<String, String> known) {
        List<Reading> readings = new ArrayList<>();
        List<Capture> captures = w.step().captures();
        for (int c = 0; c < captures.size(); c++) {
            List<Place> places = OutputReader.read(captures.get(c), output, known);
            if (places.size() == 1 || captures.get(c).every() && !places.isEmpty()) {
                readings.add(new Reading(
                        c, How.SEEN, places.stream().map(Place::values).toList()));
            }
        }
        return readings;
    }

    /** The facts that a step is judged by. */
    Facts facts(int step, String item) {
        return new Facts(values.values(step, item));
    }

    /** Whether a step applies: its own condition, and that of every step that runs its part. */
    Truth applies(int step) {
        WorkedStep w = steps.get(step);
        Truth all = Truth.YES;
        for (WorkedStep x = w; x != null; x = x.runBy()) {
            if (x.step().when() != null) {
                all = all.and(x.step().when().condition().evaluate(facts(step, null)));
            }
        }
        return all;
    }

    /** The output that was given last for a step, or one item of it; empty if none was. */
    Optional<AttemptStore.Step> output(int step, String item) {
        return entries.stream()
                .filter(e -> e.step() == step && e.output() != null && java.util.Objects.equals(e.item(), item))
                .reduce((a, b) -> b);
    }

    /** The places of an output that fit a clause. */
    List<Place> places(int step, String item, int clause, String output) {
        Capture c = steps.get(step).step().captures().get(clause);
        return OutputReader.read(c, output, values.values(step, item));
    }

    /** What an output says of a step's clauses: one place is seen, several are a choice, and none leaves the clause as it was. */
    List<Reading> read(int step, String item, String output) {
        List<Reading> readings = new ArrayList<>();
        List<Capture> captures = steps.get(step).step().captures();
        List<Integer> unread = new ArrayList<>();
        for (int c = 0; c < captures.size(); c++) {
            List<Place> places = places(step, item, c, output);
            if (places.isEmpty()) {
                unread.add(c);
            } else if (captures.get(c).every()) {
                readings.add(new Reading(
                        c, How.SEEN, places.stream().map(Place::values).toList()));
            } else {
                readings.add(new Reading(
                        c,
                        places.size() == 1 ? How.SEEN : How.SEVERAL,
                        places.size() == 1 ? List.of(places.get(0).values()) : List.of()));
            }
        }
        unread.retainAll(values.open(step, item));
        if (readings.isEmpty() && unread.size() == 1) {
            int only = unread.get(0);
            OutputReader.heard(captures.get(only), output)
                    .forEach(p -> readings.add(new Reading(only, How.HEARD, List.of(p.values()))));
        }
        return readings;
    }

    /** Whether nothing more is to be done of a step. */
    boolean ended(int step) {
        boolean ended = false;
        for (AttemptStore.Step e : entries) {
            if (e.step() == step && e.item() == null) {
                ended = e.what().ends() || ended && e.what() != StepWhat.UNDONE;
            }
        }
        return ended
                || itemsLeft(step).isEmpty()
                        && steps.get(step).step().each() != null
                        && !items(step).isEmpty();
    }

    /** The keys of a repeated step's items; empty while its list is not known. */
    List<String> items(int step) {
        return values.items(step).stream().map(AttemptValues.Item::key).toList();
    }

    /** The items of a repeated step that were not done one by one. */
    List<String> itemsLeft(int step) {
        List<String> items = items(step);
        List<String> left = new ArrayList<>(items);
        for (AttemptStore.Step s : entries) {
            if (s.step() != step) {
                continue;
            }
            if (s.item() == null) {
                // the whole step taken back takes its items back
                left = s.what() == StepWhat.UNDONE ? new ArrayList<>(items) : left;
            } else if (s.what() == StepWhat.DONE) {
                left.remove(s.item());
            } else if (s.what() == StepWhat.UNDONE && items.contains(s.item()) && !left.contains(s.item())) {
                left.add(s.item());
            }
        }
        return left;
    }

    /** The first step that something is still to be done of; as many as there are steps if none is. */
    int current() {
        int i = 0;
        while (i < steps.size() && (ended(i) || applies(i) == Truth.NO)) {
            i++;
        }
        return i;
    }

    /** The last entry of a kind about a step that was not taken back. */
    Optional<AttemptStore.Step> last(int step, StepWhat what) {
        AttemptStore.Step last = null;
        for (AttemptStore.Step e : entries) {
            if (e.step() == step && e.item() == null) {
                last = e.what() == what ? e : e.what() == StepWhat.UNDONE ? null : last;
            }
        }
        return Optional.ofNullable(last);
    }

    /** Whether what must be so is so, or a lead passed it. */
    boolean mayBeDone(int step) {
        Facts facts = facts(step, null);
        return last(step, StepWhat.WENT_ON).isPresent()
                || steps.get(step).step().musts().stream()
                        .allMatch(m -> m.guard().condition().evaluate(facts) == Truth.YES);
    }

    /** Words of the document with the values of this attempt in them; what is not known is called by its title. */
    String prose(String text, int step, String item) {
        if (text.indexOf('{') < 0) {
            return text; // most words have no value in them, and values are put together anew each time
        }
        return WithTitles.text(text, steps.get(step).declared(), values.values(step, item), titles);
    }
}
