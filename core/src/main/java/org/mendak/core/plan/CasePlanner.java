package org.mendak.core.plan;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.Variable;
import org.mendak.core.language.Facts;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookTitles;
import org.mendak.core.runbook.Vocabulary;

/** Makes the plan of a case, or of a known error that nobody works on yet. The front door of this room. */
public final class CasePlanner {

    /** The fact that says whether a need is at hand is called by this and the need's name; its values are yes and no. */
    public static final String NEED_PREFIX = "need.";

    /** With more open moves than this, what a question is worth is not computed: each answer needs a plan of its own. */
    static final int MOST_FOR_QUESTIONS = 12;

    /**
     * What a plan is made from.
     *
     * @param fixes the fixes that exist, by key; one that is missing is excluded
     * @param evidence fitted for the error's fixes in the author's order, as {@link Evidence#of} gives it
     * @param pinned keys that somebody put at the front by hand, in this order; empty if nobody did
     * @param going whether getting somebody going is enough: only then does a workaround end the case
     * @param past how often conditions held in past cases
     */
    public record Request(
            KnownError error,
            Map<String, Fix> fixes,
            Vocabulary vocabulary,
            Facts facts,
            Progress progress,
            Evidence evidence,
            List<String> pinned,
            boolean going,
            PastConditions past) {
        public Request {
            error = error.plannable();
            fixes = Map.copyOf(fixes);
            pinned = List.copyOf(pinned);
            List<String> keys =
                    error.tries().stream().map(KnownError.TryItem::fix).toList();
            if (!keys.equals(evidence.fixes())) {
                throw new IllegalArgumentException(
                        "the evidence is of " + evidence.fixes() + ", the error lists " + keys);
            }
        }

        String titleOf(String key) {
            Fix fix = fixes.get(key);
            return fix == null ? key : fix.title();
        }

        /** What its facts and values are called. */
        RunbookTitles titles() {
            return RunbookTitles.of(vocabulary, error, fixes.values());
        }

        /** What finding out a fact costs: the runbook's question, else what the vocabulary says. */
        double askMinutes(String fact) {
            return error.questions().stream()
                    .filter(a -> tells(a, fact))
                    .findFirst()
                    .map(KnownError.Question::minutes)
                    .or(() -> vocabulary.fact(fact).map(Vocabulary.Fact::minutes))
                    .orElse(0.0);
        }

        private static boolean tells(KnownError.Question q, String fact) {
            return q.sets().equals(fact)
                    || q.capture() != null && q.capture().names().containsKey(fact);
        }

        /** How to ask for a fact. */
        String askText(String fact) {
            return error.questions().stream()
                    .filter(a -> tells(a, fact))
                    .findFirst()
                    .map(KnownError.Question::text)
                    .or(() -> vocabulary.fact(fact).map(Vocabulary.Fact::title))
                    .orElseGet(() -> titles().of(fact));
        }

        private Request knowing(String fact, String value) {
            Map<String, String> all = new HashMap<>(facts.values());
            all.put(fact, value);
            return new Request(error, fixes, vocabulary, new Facts(all), progress, evidence, pinned, going, past);
        }
    }

    private final Request q;
    private final Evidence evidence;
    private final Needs needs;
    private final Exclusions exclusions;
    private final Draft draft;
    private final OrderProblem problem;

    private CasePlanner(Request q) {
        this.q = q;
        evidence = q.evidence().knowing(q.facts().values(), q.progress().firstPick());
        needs = new Needs(q.vocabulary(), q.facts());
        exclusions = Exclusions.of(q, needs);
        draft = new Draft(q, evidence, needs, exclusions.allowed());
        problem = draft.problem();
    }

    /** The plan. Up to 18 open fixes it is exact; costs milliseconds there. */
    public static Plan plan(Request request) {
        return new CasePlanner(request).make();
    }

    private Plan make() {
        boolean measured = evidence.enoughToMeasure();
        int[] authored = draft.authored();
        int[] own = measured ? OrderSearch.order(problem) : authored;
        String first = proposedFirst(own);
        int[] order = draft.pinnedFirst(own);
        PlanText text = new PlanText(q, evidence, draft, needs);
        List<Plan.Item> items = text.items(order, measured);
        List<Plan.Question> questions = new ArrayList<>(text.questions(order));
        if (!measured) {
            return new Plan(
                    Plan.Mode.AUTHORED,
                    items,
                    questions,
                    exclusions.reasons(),
                    null,
                    null,
                    null,
                    evidence.cases(),
                    first);
        }
        int stop = stop(order);
        double expected = problem.expected(order, stop);
        questions.addAll(0, worthAsking(expected));
        return new Plan(
                Plan.Mode.MEASURED,
                items,
                questions,
                exclusions.reasons(),
                fixesIn(order, stop),
                expected,
                problem.expected(authored, problem.plannedStop(authored, authored.length)),
                evidence.cases(),
                first);
    }

    /** A workaround that only stands in the plan because it was put there is not what the plan itself would have begun with. */
    private String proposedFirst(int[] order) {
        return IntStream.of(order)
                .boxed()
                .flatMap(m -> problem.moves().get(m).order().stream().sorted())
                .filter(i -> q.going() || !draft.fix(i).workaround())
                .map(i -> q.error().tries().get(i).fix())
                .findFirst()
                .orElse(null);
    }

    private int stop(int[] order) {
        return problem.plannedStop(order, q.pinned().isEmpty() ? problem.proposed(order) : order.length);
    }

    private int fixesIn(int[] order, int moves) {
        int fixes = 0;
        for (int k = 0; k < moves; k++) {
            fixes += problem.moves().get(order[k]).order().size();
        }
        return fixes;
    }

    /** What the author's variables would tell that are not known yet, the most useful question first. */
    private List<Plan.Question> worthAsking(double expected) {
        if (problem.size() > MOST_FOR_QUESTIONS || problem.size() < 2) {
            return List.of();
        }
        List<Plan.Question> questions = new ArrayList<>();
        for (Variable v : evidence.variables()) {
            List<String> values = evidence.model().valuesOf(v.name());
            if (q.facts().get(v.name()).isEmpty() && values.size() > 1) {
                double[] chances = evidence.model().expected(v.name(), problem.failed());
                double cost = q.askMinutes(v.name());
                double after = 0;
                for (int a = 0; a < chances.length; a++) {
                    after += chances[a] * new CasePlanner(q.knowing(v.name(), values.get(a))).expectedMinutes();
                }
                questions.add(new Plan.Question(v.name(), q.askText(v.name()), cost, expected - cost - after, null));
            }
        }
        questions.sort(Comparator.comparingDouble((Plan.Question a) -> -a.worth()));
        return questions;
    }

    private double expectedMinutes() {
        int[] order = draft.pinnedFirst(OrderSearch.order(problem));
        return problem.expected(order, stop(order));
    }
}
