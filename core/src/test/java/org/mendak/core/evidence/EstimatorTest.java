package org.mendak.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** What the fit does whatever it is fitted to, and how what is known of a case moves it. */
class EstimatorTest {

    private static final List<Variable> VARIABLES = List.of(new Variable("lamp", true), new Variable("image", false));

    /** Cases with bundles, failures that count less, successes that count less, and facts that are sometimes unknown. */
    private static List<LoggedCase> mixedLog(Random random, int fixes, int cases) {
        List<LoggedCase> log = new ArrayList<>();
        for (int c = 0; c < cases; c++) {
            List<LoggedAttempt> attempts = new ArrayList<>();
            for (int i = 0; i < fixes; i++) {
                int o = random.nextInt(6);
                Outcome outcome = o == 0 ? Outcome.NOT_RETESTED : o < 3 ? Outcome.WORKED : Outcome.NO_CHANGE;
                attempts.add(new LoggedAttempt(
                        "f" + random.nextInt(fixes),
                        outcome,
                        random.nextInt(9) == 0,
                        random.nextInt(7) == 0,
                        3,
                        random.nextInt(7) == 0));
                if (outcome == Outcome.WORKED) {
                    break;
                }
            }
            Map<String, String> facts = random.nextInt(3) == 0
                    ? Map.of()
                    : Map.of("lamp", random.nextBoolean() ? "on" : "off", "image", "7." + random.nextInt(3));
            log.add(new LoggedCase(c, null, "2026-01", attempts, facts));
        }
        return log;
    }

    private static List<String> keys(int fixes) {
        return java.util.stream.IntStream.range(0, fixes).mapToObj(i -> "f" + i).toList();
    }

    private static Answers seen(Variable variable, List<LoggedCase> log) {
        Map<String, Integer> written = new java.util.HashMap<>();
        log.stream()
                .filter(c -> c.facts().containsKey(variable.name()))
                .forEach(c -> written.merge(c.facts().get(variable.name()), 1, Integer::sum));
        return Answers.seen(variable, written);
    }

    /** By cause how likely it is with what happened, by the definition of the model. */
    private static double[] likely(CauseModel model, Pattern p, int n) {
        double[] all = new double[n + 1];
        for (int k = 0; k <= n; k++) {
            all[k] = model.share(k);
            for (int f = 0; f < p.failed().size(); f++) {
                all[k] *= Math.pow(
                        1 - model.effect(p.failed().get(f), k), p.shares().get(f));
            }
            double none = 1;
            for (int i : p.ended()) {
                none *= 1 - model.effect(i, k);
            }
            all[k] *= p.ended().isEmpty() ? 1 : Math.pow(1 - none, p.endedShare());
        }
        return all;
    }

    @Test
    void whereRoundsComeToRestOneMoreRoundMovesNothing() {
        Random random = new Random(13);
        for (int round = 0; round < 40; round++) {
            int n = 1 + random.nextInt(7);
            // in every other one most cases are old ones, that weigh little together and come after the heavy ones
            boolean years = round % 2 == 0;
            List<Pattern> patterns = mixedLog(random, n, years ? 1_000 : 5 + random.nextInt(300)).stream()
                    .map(c -> PatternReader.read(keys(n), c))
                    .toList();
            double[] weights = random.doubles(patterns.size(), 0.05, 1).toArray();
            for (int c = 0; c < weights.length && years; c++) {
                weights[c] *= Math.pow(2, -c / 30.0);
            }
            CauseModel model = Estimator.fit(n, patterns, weights, Estimator.omegaFor(n));
            double total = Arrays.stream(weights).sum();
            double[] counts = new double[n + 1];
            for (int p = 0; p < weights.length; p++) {
                double[] likely = likely(model, patterns.get(p), n);
                double sum = Arrays.stream(likely).sum();
                for (int k = 0; k <= n; k++) {
                    counts[k] += weights[p] * likely[k] / sum;
                }
            }
            // the Dirichlet's mean with what each cause is credited with: Dempster, Laird and Rubin's second step
            for (int k = 0; k <= n; k++) {
                double prior = k == n ? 0.15 : 0.85 / n;
                assertThat(model.share(k)).isCloseTo((counts[k] + 2 * prior) / (total + 2), within(2e-7));
            }
        }
    }

    @Test
    void heavyPatternsAreAllButAFewOfTheHundredthsAndThoseThatWeighAlikeStayTogether() {
        Random random = new Random(14);
        List<Pattern> patterns = mixedLog(random, 6, 2_000).stream()
                .map(c -> PatternReader.read(keys(6), c))
                .toList();
        double[] weights = new double[patterns.size()];
        for (int c = 0; c < weights.length; c++) {
            weights[c] = Math.pow(2, -c / 20);
        }
        Folded all = Folded.of(patterns, weights);
        Folded heavy = all.heavy();
        double whole = all.weights().values().stream().mapToDouble(w -> w).sum();
        double kept = heavy.weights().values().stream().mapToDouble(w -> w).sum();
        assertThat(heavy.size()).isLessThan(all.size() / 3);
        assertThat(kept).isBetween(0.98 * whole, whole);
        double least =
                heavy.weights().values().stream().mapToDouble(w -> w).min().orElseThrow();
        all.weights()
                .forEach((p, w) -> assertThat(heavy.weights().containsKey(p)).isEqualTo(w >= least));

        Folded alike = Folded.of(patterns.subList(0, 1), new double[] {0});
        assertThat(alike.heavy()).isEqualTo(alike);
        assertThat(Folded.of(List.of(), new double[0]).heavy().size()).isZero();
    }

    @Test
    void thePenalisedLikelihoodNeverFalls() {
        Random random = new Random(12);
        for (int round = 0; round < 40; round++) {
            int n = 1 + random.nextInt(7);
            List<LoggedCase> log = mixedLog(random, n, 5 + random.nextInt(60));
            List<Answers> answers = VARIABLES.stream().map(v -> seen(v, log)).toList();
            List<Pattern> patterns = new ArrayList<>();
            for (LoggedCase c : log) {
                patterns.add(PatternReader.read(keys(n), c)
                        .knowing(answers.stream()
                                .map(a -> a.index(c.facts().get(a.variable().name())))
                                .toList()));
            }
            double[] weights = random.doubles(patterns.size(), 0.05, 1).toArray();
            List<Double> climbed = new ArrayList<>();
            Estimator.fit(n, patterns, weights, Estimator.omegaFor(n), answers, climbed::add);
            assertThat(climbed.size()).isGreaterThan(3);
            assertThat(climbed.get(climbed.size() - 1)).isGreaterThan(climbed.get(0));
            for (int r = 1; r < climbed.size(); r++) {
                assertThat(climbed.get(r) - climbed.get(r - 1))
                        .as("round %d of fit %d", r, round)
                        .isGreaterThan(-1e-9);
            }
        }
    }

    /** Every cause and every way in which the fixes can turn out, summed up one by one. */
    @Test
    void theChanceThatAllFailIsThatOfCountingEveryOutcome() {
        CauseModel model = GoldenExample.model();
        double[] table = model.table();
        for (int set = 0; set < 8; set++) {
            double sum = 0;
            for (int k = 0; k < 4; k++) {
                for (int worked = 0; worked < 8; worked++) {
                    double p = model.share(k);
                    for (int i = 0; i < 3; i++) {
                        p *= (worked & 1 << i) != 0 ? model.effect(i, k) : 1 - model.effect(i, k);
                    }
                    sum += (worked & set) == 0 ? p : 0;
                }
            }
            assertThat(table[set]).isCloseTo(sum, within(1e-12));
        }
    }

    @Test
    void aTableOfMovesIsThatOfTheirFixes() {
        CauseModel model = GoldenExample.model();
        double[] table = model.tableOptimistic(0b001, new long[] {0b110});
        assertThat(table[0]).isCloseTo(model.allFailOptimistic(0b001), within(1e-12));
        assertThat(table[1]).isCloseTo(model.allFailOptimistic(0b111), within(1e-12));
    }

    @Test
    void emptySingleAllFailedAndAllWorkedLogsGiveNumbers() {
        List<String> fixes = List.of("A", "B", "C");
        List<LoggedCase> failed = new ArrayList<>();
        List<LoggedCase> worked = new ArrayList<>();
        for (int i = 0; i < 300; i++) {
            failed.add(GoldenExample.parse(i, "A- B- C-"));
            worked.add(GoldenExample.parse(i, "A+"));
        }
        for (List<LoggedCase> log : List.of(List.<LoggedCase>of(), failed.subList(0, 1), failed, worked)) {
            CauseModel m = Evidence.of(fixes, GoldenExample.MINUTES, log, null).model();
            for (int s = 0; s < 8; s++) {
                for (int i = 0; i < 3; i++) {
                    assertThat(m.chance(i, s)).isBetween(0.0, 1.0);
                }
            }
        }
        assertThat(Evidence.of(fixes, GoldenExample.MINUTES, failed, null)
                        .model()
                        .chance(0, 0))
                .isLessThan(0.1);
        assertThat(Evidence.of(fixes, GoldenExample.MINUTES, worked, null)
                        .model()
                        .chance(0, 0))
                .isGreaterThan(0.75);
        assertThat(Evidence.of(List.of(), new double[0], List.of(), null)
                        .model()
                        .table())
                .containsExactly(1.0);
    }

    /** Fix A is the answer where the lamp is off, fix B where it is on: an answer turns the chances round. */
    @Test
    void whatIsKnownMovesTheChances() {
        List<LoggedCase> log = new ArrayList<>();
        for (int i = 0; i < 80; i++) {
            String lamp = i % 2 == 0 ? "off" : "on";
            LoggedCase c = GoldenExample.parse(i, i % 2 == 0 ? "A+" : "A- B+");
            log.add(new LoggedCase(c.number(), null, c.month(), c.attempts(), Map.of("lamp", lamp)));
        }
        Evidence e = Evidence.of(new Basis(
                List.of("A", "B", "C"),
                List.of(5.0, 10.0, 30.0),
                log,
                null,
                List.of(new Variable("lamp", true)),
                Basis.FirstPicks.IGNORED));
        Evidence off = e.knowing(Map.of("lamp", "OFF"), Evidence.AS_PLANNED);
        Evidence on = e.knowing(Map.of("lamp", "on"), Evidence.AS_PLANNED);
        assertThat(off.model().chance(0, 0)).isGreaterThan(0.7);
        assertThat(on.model().chance(0, 0)).isLessThan(0.25);
        assertThat(on.model().chance(1, 0)).isGreaterThan(0.6);
        assertThat(e.knowing(Map.of("lamp", "purple"), Evidence.AS_PLANNED).model())
                .isSameAs(e.model());
        assertThat(e.model().valuesOf("lamp")).containsExactlyInAnyOrder("on", "off");
        double[] expected = e.model().expected("lamp", 0);
        assertThat(expected[0] + expected[1]).isCloseTo(1, within(1e-12));
        // A having failed, it is the lamp that is on
        int atOn = e.model().valuesOf("lamp").indexOf("on");
        assertThat(e.model().expected("lamp", 0b001)[atOn]).isGreaterThan(expected[atOn] + 0.2);
    }

    @Test
    void rareValuesOfAFactWithManyAreTakenAsUnknown() {
        List<LoggedCase> log = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            log.add(new LoggedCase(i, null, "2026-01", List.of(), Map.of("lamp", "v" + i % 20)));
            log.add(new LoggedCase(1_000 + i, null, "2026-01", List.of(), Map.of("lamp", "common")));
        }
        Answers a = seen(VARIABLES.get(0), log);
        assertThat(a.values()).hasSize(Answers.MOST_VALUES).startsWith("common");
        assertThat(a.index("v19")).isEqualTo(-1);
        double sum = 0;
        for (int v = 0; v < a.values().size(); v++) {
            sum += a.overall(v);
        }
        assertThat(sum).isCloseTo(1, within(1e-12));
    }

    @Test
    void attemptsBeforeASubstantialChangeCountLess() {
        LoggedAttempt old = new LoggedAttempt("A", Outcome.NO_CHANGE, false, false, 5, true);
        LoggedAttempt both = new LoggedAttempt("A", Outcome.NO_CHANGE, false, true, 5, true);
        assertThat(old.counts()).isEqualTo(0.3);
        assertThat(both.counts()).isEqualTo(0.3);
        Pattern p = PatternReader.read(
                List.of("A", "B"),
                new LoggedCase(
                        1,
                        null,
                        "2026-01",
                        List.of(old, new LoggedAttempt("B", Outcome.WORKED, false, false, 5, true))));
        assertThat(p.shares()).containsExactly(0.3);
        assertThat(p.endedShare()).isEqualTo(0.3);
    }

    /** Agents who see a symptom jump to the right fix: such picks solve more than chance, and are then taken as a sign. */
    @Test
    void picksOffThePlanAreTakenAsASignOnceTheyTell() {
        List<LoggedCase> telling = new ArrayList<>();
        List<LoggedCase> idle = new ArrayList<>();
        for (int i = 0; i < 200; i++) {
            boolean jump = i % 3 == 0;
            LoggedCase seen = GoldenExample.parse(i, jump ? "C+" : i % 3 == 1 ? "A+" : "A- B- C-");
            LoggedCase blind = GoldenExample.parse(i, jump ? "C-" : i % 3 == 1 ? "A+" : "A- B- C+");
            Map<String, String> pick = Map.of(Evidence.FIRST_PICK, jump ? "C" : Evidence.AS_PLANNED);
            telling.add(new LoggedCase(seen.number(), null, seen.month(), seen.attempts(), pick));
            idle.add(new LoggedCase(blind.number(), null, blind.month(), blind.attempts(), pick));
        }
        CauseModel sign = Evidence.of(List.of("A", "B", "C"), GoldenExample.MINUTES, telling, null)
                .model();
        assertThat(sign.valuesOf(Evidence.FIRST_PICK)).containsExactlyInAnyOrder("C", Evidence.AS_PLANNED);
        assertThat(Evidence.of(List.of("A", "B", "C"), GoldenExample.MINUTES, idle, null)
                        .model()
                        .valuesOf(Evidence.FIRST_PICK))
                .isEmpty();
    }
}
