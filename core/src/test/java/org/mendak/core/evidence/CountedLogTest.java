package org.mendak.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** That what is kept of a log says what the log says, however it came to be. */
class CountedLogTest {

    private static final List<String> FIXES = List.of("a", "b", "c", "d");
    private static final List<Double> MINUTES = List.of(5.0, 10.0, 4.0, 30.0);
    private static final List<Variable> VARIABLES = List.of(new Variable("lamp", true));
    private static final Outcome[] OUTCOMES = {
        Outcome.WORKED, Outcome.NO_CHANGE, Outcome.NO_CHANGE, Outcome.NOT_RETESTED, Outcome.COULD_NOT_APPLY
    };

    /** Two fits of the same, counted in another order, come to rest some steps of 1e-7 apart. */
    private static final double SAME = 1e-6;

    private record At(int place, LoggedCase logged) {}

    private static CountedLog<At> empty(int window) {
        return new CountedLog<>(FIXES, VARIABLES, At::logged, Comparator.comparingInt(At::place), window);
    }

    /** A case whose causes drift with its place, so that old cases say something else than new ones. */
    private static LoggedCase drawn(int number, double age, Random random) {
        List<LoggedAttempt> tried = new ArrayList<>();
        int cause = random.nextDouble() < age ? 0 : random.nextInt(4);
        for (int i = 0; i < 4; i++) {
            int fix = random.nextInt(5) == 0 ? random.nextInt(4) : i;
            boolean works = fix == cause && random.nextInt(10) > 0;
            Outcome o = works ? Outcome.WORKED : OUTCOMES[1 + random.nextInt(4)];
            double minutes = random.nextInt(20) == 0 ? Double.NaN : 0.5 * (1 + random.nextInt(60));
            tried.add(new LoggedAttempt(
                    FIXES.get(fix), o, works && random.nextInt(20) == 0, random.nextInt(30) == 0, minutes));
            if (works || random.nextInt(6) == 0) {
                break;
            }
        }
        Map<String, String> facts = new TreeMap<>();
        if (random.nextBoolean()) {
            facts.put("lamp", random.nextInt(3) == cause ? "on" : random.nextBoolean() ? "off" : "OFF");
        }
        facts.put(Evidence.FIRST_PICK, random.nextInt(8) == 0 ? FIXES.get(cause) : Evidence.AS_PLANNED);
        return new LoggedCase(
                number,
                random.nextInt(9) == 0 ? null : "5." + (int) (age * 6),
                "20%02d-%02d".formatted(20 + (int) (age * 6), 1 + random.nextInt(12)),
                tried,
                facts);
    }

    /** The window and the whole log give the same chances, sets that failed before included, and the same minutes, to 1e-6. */
    @Test
    void theNewestCasesSayWhatTheWholeLogSays() {
        Random random = new Random(31);
        int cases = 2 * CountedLog.WINDOW;
        CountedLog<At> windowed = empty(CountedLog.WINDOW);
        CountedLog<At> whole = empty(Integer.MAX_VALUE);
        for (int i = 0; i < cases; i++) {
            At at = new At(i, drawn(i, i / (double) cases, random));
            windowed.put(at);
            whole.put(at);
        }
        for (String version : new String[] {null, "5.5", "5.0"}) {
            Evidence w = windowed.counted(MINUTES, version).fit(Basis.FirstPicks.TAKEN);
            Evidence all = whole.counted(MINUTES, version).fit(Basis.FirstPicks.TAKEN);
            assertSame(w, all, 1e-6);
            assertThat(w.cases()).isGreaterThan(CountedLog.WINDOW);
        }
        // and it is no wonder: half as many weigh what can be seen
        Evidence tooFew = shortened(whole.entries(), 800).counted(MINUTES, null).fit(Basis.FirstPicks.TAKEN);
        assertThat(Math.abs(tooFew.model().chance(0, 0)
                        - whole.counted(MINUTES, null)
                                .fit(Basis.FirstPicks.TAKEN)
                                .model()
                                .chance(0, 0)))
                .isGreaterThan(1e-4);
    }

    private static CountedLog<At> shortened(List<At> entries, int window) {
        CountedLog<At> log = empty(window);
        entries.forEach(log::put);
        return log;
    }

    private static void assertSame(Evidence a, Evidence b, double tolerance) {
        assertThat(a.cases()).isEqualTo(b.cases());
        assertThat(a.solved()).isEqualTo(b.solved());
        for (String lamp : new String[] {"on", "off", "none"}) {
            Evidence x = a.knowing(Map.of("lamp", lamp), Evidence.AS_PLANNED);
            Evidence y = b.knowing(Map.of("lamp", lamp), Evidence.AS_PLANNED);
            for (long failed = 0; failed < 1L << FIXES.size(); failed++) {
                for (int i = 0; i < FIXES.size(); i++) {
                    if ((failed >> i & 1) == 0) {
                        assertThat(x.model().chance(i, failed))
                                .as("%s, %s after %d", lamp, i, failed)
                                .isCloseTo(y.model().chance(i, failed), within(tolerance));
                    }
                }
            }
        }
        for (int i = 0; i < FIXES.size(); i++) {
            FixTally x = a.tallies().get(i);
            FixTally y = b.tallies().get(i);
            assertThat(x.minutes()).isCloseTo(y.minutes(), within(tolerance));
            assertThat(x.credit()).isCloseTo(y.credit(), within(tolerance * Math.max(1, y.together())));
            assertThat(new FixTally(
                            x.tried(),
                            x.worked(),
                            x.held(),
                            x.triedFirst(),
                            x.workedFirst(),
                            x.together(),
                            0,
                            0,
                            x.afterFailed(),
                            x.slices()))
                    .isEqualTo(new FixTally(
                            y.tried(),
                            y.worked(),
                            y.held(),
                            y.triedFirst(),
                            y.workedFirst(),
                            y.together(),
                            0,
                            0,
                            y.afterFailed(),
                            y.slices()));
        }
    }

    /** After cases came, changed, moved in time and went, all that is told is what a log read anew tells. */
    @Property(tries = 60)
    void whatIsKeptIsWhatIsThere(@ForAll long seed) {
        Random random = new Random(seed);
        CountedLog<At> kept = empty(CountedLog.WINDOW);
        TreeMap<Integer, At> there = new TreeMap<>();
        for (int act = 0; act < 150; act++) {
            int number = random.nextInt(40);
            if (random.nextInt(4) == 0) {
                kept.remove(number);
                there.remove(number);
            } else {
                // a case that is opened earlier than it was keeps its number
                At at = new At(number + 100 * random.nextInt(3), drawn(number, random.nextDouble(), random));
                kept.put(at);
                there.put(number, at);
            }
        }
        CountedLog<At> fresh = empty(CountedLog.WINDOW);
        there.values().forEach(fresh::put);
        assertThat(kept.size()).isEqualTo(there.size());
        assertThat(kept.entries()).isEqualTo(fresh.entries());
        assertThat(kept.versions()).isEqualTo(fresh.versions());
        assertThat(kept.forWhom()).isEqualTo(fresh.forWhom());
        assertThat(kept.known()).isEqualTo(fresh.known());
        DeskFigures figures = kept.figures().figures();
        assertThat(figures.months()).isEqualTo(fresh.figures().figures().months());
        assertThat(figures.minutes()).containsExactly(fresh.figures().figures().minutes());
        assertThat(figures.firstFix()).isEqualTo(fresh.figures().figures().firstFix());
        assertSame(
                kept.counted(MINUTES, "5.3").fit(Basis.FirstPicks.WHEN_TELLING),
                fresh.counted(MINUTES, "5.3").fit(Basis.FirstPicks.WHEN_TELLING),
                SAME);
        assertSame(
                kept.counted(MINUTES, null).fit(Basis.FirstPicks.WHEN_TELLING),
                Evidence.of(new Basis(
                        FIXES,
                        MINUTES,
                        fresh.entries().stream().map(At::logged).toList(),
                        null,
                        VARIABLES,
                        Basis.FirstPicks.WHEN_TELLING)),
                SAME);
    }

    /** Whoever fitted what the log taught needs no other fit until that rises. */
    @Test
    void whileNothingMoreWasTaughtAFitStaysWhatItIs() {
        Random random = new Random(5);
        CountedLog<At> log = empty(CountedLog.WINDOW);
        Map<Integer, LoggedCase> there = new TreeMap<>();
        Evidence fitted = log.counted(MINUTES, "5.3").fit(Basis.FirstPicks.WHEN_TELLING);
        int stayed = 0;
        for (int act = 0; act < 400; act++) {
            long before = log.taught();
            int number = random.nextInt(30);
            LoggedCase drawn = drawn(number, random.nextDouble(), random);
            LoggedCase now = there.get(number);
            LoggedCase next = switch (now == null ? random.nextInt(2) : random.nextInt(6)) {
                // opened, and nothing tried
                case 0 -> new LoggedCase(number, drawn.productVersion(), drawn.month(), List.of(), drawn.facts());
                case 1 -> drawn;
                case 2 -> null;
                case 3 -> with(now, now.attempts(), drawn.facts());
                case 4 -> with(now, begun(now.attempts()), now.facts());
                default -> with(now, now.attempts(), now.facts());
            };
            if (next == null) {
                log.remove(number);
                there.remove(number);
            } else {
                log.put(new At(number, next));
                there.put(number, next);
            }
            Evidence fresh = log.counted(MINUTES, "5.3").fit(Basis.FirstPicks.WHEN_TELLING);
            if (log.taught() == before) {
                assertSame(fitted, fresh, 1e-12);
                stayed++;
            }
            fitted = fresh;
        }
        assertThat(stayed).isBetween(100, 300);
    }

    private static LoggedCase with(LoggedCase c, List<LoggedAttempt> attempts, Map<String, String> facts) {
        return new LoggedCase(c.number(), c.productVersion(), c.month(), attempts, facts);
    }

    /** One more fix was begun, and nothing came of it. */
    private static List<LoggedAttempt> begun(List<LoggedAttempt> attempts) {
        List<LoggedAttempt> more = new ArrayList<>(attempts);
        more.add(new LoggedAttempt("b", Outcome.COULD_NOT_APPLY, false, false, Double.NaN));
        return more;
    }

    @Test
    void whatIsAtOnePlaceIsOneCase() {
        CountedLog<At> log = empty(10);
        log.put(new At(1, drawn(1, 0, new Random(1))));
        log.remove(2);
        assertThat(log.size()).isEqualTo(1);
        assertThatThrownBy(() -> log.put(new At(1, drawn(2, 0, new Random(1)))))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("case 2");
        assertThat(log.size()).isEqualTo(1);
    }

    @Test
    void anEmptyLogTellsNothing() {
        CountedLog<At> log = empty(10);
        assertThat(log.entries()).isEmpty();
        assertThat(log.versions()).isEmpty();
        assertThat(log.forWhom()).isEmpty();
        assertThat(log.figures().figures().cases()).isZero();
        Evidence e = log.counted(MINUTES, null).fit(Basis.FirstPicks.WHEN_TELLING);
        assertThat(e.cases()).isZero();
        assertThat(e.tallies().get(0).minutes()).isEqualTo(5);
    }
}
