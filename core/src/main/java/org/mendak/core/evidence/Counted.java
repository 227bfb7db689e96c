package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.IntStream;

/** A log as a fit needs it, at one moment: what {@link CountedLog} counts. Immutable, so that a fit takes its time and holds nobody up. */
public final class Counted {

    private static final int FEW_PICKS = 20;
    private static final double TELLING = 2;

    /** Shapes that weigh less than this of one case together are left out: against priors of one case and more no chance moves by 1e-7. */
    private static final double NOTHING = 1e-8;

    /** A shape with the number of its cases, and what they weigh together. */
    record Weighed(Shape shape, int cases, double weight) {}

    private final List<String> fixes;
    private final List<Variable> variables;
    private final List<Weighed> shapes;
    private final List<FixTally> tallies;

    Counted(List<String> fixes, List<Variable> variables, List<Weighed> shapes, List<FixTally> tallies) {
        this.fixes = fixes;
        this.variables = variables;
        this.shapes = List.copyOf(shapes);
        this.tallies = tallies;
    }

    /**
     * Fits the evidence. O(rounds · shapes · fixes), two thousand rounds at most.
     *
     * @param picks whether what was tried first off the plan says something of the cause
     */
    public Evidence fit(Basis.FirstPicks picks) {
        List<Answers> known = answers();
        Estimator fit = estimator(known);
        // for that a rough fit will do
        if (picks == Basis.FirstPicks.TAKEN || picks == Basis.FirstPicks.WHEN_TELLING && picksTell(fit.roughly())) {
            known.add(seen(new Variable(Evidence.FIRST_PICK, true), Shape::pick));
            fit = estimator(known);
        }
        CauseModel model = fit.fitted();
        int cases = shapes.stream().mapToInt(Weighed::cases).sum();
        int solved = shapes.stream()
                .filter(s -> s.shape().pattern().solved())
                .mapToInt(Weighed::cases)
                .sum();
        return new Evidence(fixes, model, credited(model), cases, solved, variables);
    }

    private List<Answers> answers() {
        List<Answers> seen = new ArrayList<>();
        for (int v = 0; v < variables.size(); v++) {
            int at = v;
            seen.add(seen(variables.get(v), s -> s.told().get(at)));
        }
        return seen;
    }

    private Answers seen(Variable variable, Function<Shape, String> told) {
        Map<String, Integer> written = new HashMap<>();
        for (Weighed s : shapes) {
            String value = told.apply(s.shape());
            if (value != null) {
                written.merge(value, s.cases(), Integer::sum);
            }
        }
        return Answers.seen(variable, written);
    }

    /** @param seen of each variable, and then of what was tried first if that is one too */
    private Estimator estimator(List<Answers> seen) {
        List<Weighed> weighing = weighing();
        List<Function<String, Integer>> index =
                seen.stream().map(Counted::index).toList();
        List<Pattern> patterns = new ArrayList<>(weighing.size());
        double[] weights = new double[weighing.size()];
        for (int s = 0; s < weights.length; s++) {
            Shape shape = weighing.get(s).shape();
            weights[s] = weighing.get(s).weight();
            List<Integer> known = new ArrayList<>(seen.size());
            for (int v = 0; v < seen.size(); v++) {
                known.add(index.get(v).apply(v < variables.size() ? shape.told().get(v) : shape.pick()));
            }
            patterns.add(shape.pattern().knowing(known));
        }
        return new Estimator(
                fixes.size(), Estimator.omegaFor(fixes.size()), Folded.of(patterns, weights), List.copyOf(seen), null);
    }

    /** Looks at each way of writing a value once: there are few of them, and many shapes. */
    private static Function<String, Integer> index(Answers seen) {
        Map<String, Integer> known = new HashMap<>();
        return value -> value == null ? -1 : known.computeIfAbsent(value, seen::index);
    }

    /** All shapes but those that were last seen so long ago that all of them together weigh nothing, in their order. */
    private List<Weighed> weighing() {
        double[] ascending =
                shapes.stream().mapToDouble(Weighed::weight).sorted().toArray();
        double dropped = 0;
        int at = 0;
        while (at < ascending.length && dropped + ascending[at] <= NOTHING) {
            dropped += ascending[at++];
        }
        double least = at == ascending.length ? Double.MAX_VALUE : ascending[at];
        return shapes.stream().filter(s -> s.weight() >= least).toList();
    }

    /** The tallies with what a bundle's success is credited to. */
    private List<FixTally> credited(CauseModel model) {
        int[] together = new int[fixes.size()];
        double[] credit = new double[together.length];
        Map<Pattern, Integer> bundles = new HashMap<>();
        for (Weighed s : shapes) {
            if (s.shape().pattern().ended().size() > 1) {
                bundles.merge(s.shape().pattern(), s.cases(), Integer::sum);
            }
        }
        bundles.forEach((p, cases) -> {
            double[] each = model.credit(p);
            for (int b = 0; b < each.length; b++) {
                together[p.ended().get(b)] += cases;
                credit[p.ended().get(b)] += cases * each[b];
            }
        });
        return IntStream.range(0, together.length)
                .mapToObj(i -> tallies.get(i).together(together[i], Math.min(together[i], credit[i])))
                .toList();
    }

    /** Whether fixes picked off the plan ended more cases than they would have as a first step by the model. */
    private boolean picksTell(CauseModel model) {
        double held = 0;
        double expected = 0;
        double variance = 0;
        int picked = 0;
        for (Weighed s : shapes) {
            String pick = s.shape().pick();
            int i = pick == null ? -1 : fixes.indexOf(pick);
            if (i >= 0) {
                Pattern p = s.shape().pattern();
                double chance = model.chance(i, 0);
                picked += s.cases();
                held += p.failed().isEmpty() && p.ended().equals(Collections.singletonList(i)) ? s.cases() : 0;
                expected += s.cases() * chance;
                variance += s.cases() * chance * (1 - chance);
            }
        }
        return picked >= FEW_PICKS && held - expected > TELLING * Math.sqrt(variance);
    }
}
