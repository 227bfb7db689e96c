package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.IntStream;

/**
 * The log of one known error, kept and counted: a case that comes, goes or changes costs what that case costs, however many there are. What
 * is counted are whole numbers, so that a log which cases came to and went from says the same as one that was read anew.
 *
 * <p>A case weighs 2^(-later/400) by the later cases that teach something ({@link Evidence#weight}). All cases before the newest {@value
 * #WINDOW} of those weigh 2^(-40)/(1 - 2^(-1/400)) = 5.3e-10 of one case together, against priors of one case and more, so they are
 * left out of what is weighed: no chance moves by 1e-6. What is counted plainly is counted over all.
 *
 * <p>Not for several threads at once.
 *
 * @param <E> what is kept of a case
 */
public final class CountedLog<E> {

    /** So many cases that teach something are weighed, the newest. */
    public static final int WINDOW = 16_000;

    private static final double LONGEST_OF_MEDIAN = 8;
    private static final double AUTHOR_STRENGTH = 3;

    /**
     * There are as many as cases.
     *
     * @param shape by its number; below 0 if it teaches nothing
     * @param version by its number
     */
    private record Kept<E>(E entry, int shape, int version) {}

    private final List<String> fixes;
    private final List<Variable> variables;
    private final Function<E, LoggedCase> logged;
    private final Comparator<E> order;
    private final int window;

    private final Map<String, Integer> indices = new HashMap<>();
    private final List<Kept<E>> kept = new ArrayList<>();
    private final ByNumber<E> byCase;
    private final Shapes shapes = new Shapes();
    private final Map<String, Integer> versionIds = new HashMap<>();
    private final List<String> versions = new ArrayList<>();
    private final Tallies tallies;
    private final Map<Map<String, String>, ForWhom.Group> groups = new HashMap<>();
    private final DeskFigures.Counts figures = new DeskFigures.Counts();
    private long taught;

    /**
     * An empty log.
     *
     * @param fixes keys in the author's order, at most {@link CauseModel#MOST_FIXES}, none twice
     * @param variables what tells the causes apart, at most {@link Variable#MOST}
     * @param logged what an entry says of its case
     * @param order of entries, the oldest first; only the same case is equal
     */
    public CountedLog(
            List<String> fixes, List<Variable> variables, Function<E, LoggedCase> logged, Comparator<E> order) {
        this(fixes, variables, logged, order, WINDOW);
    }

    CountedLog(
            List<String> fixes,
            List<Variable> variables,
            Function<E, LoggedCase> logged,
            Comparator<E> order,
            int window) {
        Basis.check(fixes.size(), variables.size());
        this.fixes = List.copyOf(fixes);
        this.variables = List.copyOf(variables);
        this.logged = logged;
        this.order = order;
        this.window = window;
        this.byCase = new ByNumber<>(e -> logged.apply(e).number());
        this.tallies = new Tallies(fixes.size());
        for (int i = 0; i < fixes.size(); i++) {
            indices.put(fixes.get(i), i);
        }
    }

    /** Keeps a case, in the place of what was kept of it before. O(log cases) beside the case's own. */
    public void put(E entry) {
        LoggedCase c = logged.apply(entry);
        Kept<E> before = taken(c.number());
        int at = place(entry);
        if (at >= 0) {
            throw new IllegalArgumentException("case " + c.number() + " stands where another one is");
        }
        Kept<E> now = counted(entry, c);
        kept.add(-1 - at, now);
        byCase.add(entry);
        if (before == null ? teaches(now) : !isSame(before, now)) {
            taught++;
        }
    }

    /** Takes a case out; nothing happens if it is not there. */
    public void remove(long number) {
        Kept<E> before = taken(number);
        if (before != null && teaches(before)) {
            taught++;
        }
    }

    private Kept<E> taken(long number) {
        E before = byCase.remove(number);
        if (before == null) {
            return null;
        }
        Kept<E> k = kept.remove(place(before));
        count(k, logged.apply(k.entry()), -1);
        return k;
    }

    /** Rises when anything changes that {@link #counted} says; a case that was opened, or in which a fix was begun, says nothing yet. */
    public long taught() {
        return taught;
    }

    private boolean teaches(Kept<E> k) {
        return k.shape() >= 0 || !retests(k).isEmpty();
    }

    private boolean isSame(Kept<E> before, Kept<E> now) {
        LoggedCase b = logged.apply(before.entry());
        LoggedCase n = logged.apply(now.entry());
        // by the shapes themselves: the number of one that went is another one's
        return shape(b).equals(shape(n))
                && before.version() == now.version()
                && order.compare(before.entry(), now.entry()) == 0
                && b.month().equals(n.month())
                && retests(before).equals(retests(now));
    }

    private Shape shape(LoggedCase c) {
        return Shape.of(PatternReader.read(fixes, c), variables, c.facts());
    }

    private List<Retest> retests(Kept<E> k) {
        return Retest.of(indices, logged.apply(k.entry()));
    }

    private int place(E entry) {
        return Collections.binarySearch(kept, new Kept<>(entry, 0, 0), (a, b) -> order.compare(a.entry(), b.entry()));
    }

    /** Adds behind all others, whatever its place and name are. */
    void append(E entry) {
        kept.add(counted(entry, logged.apply(entry)));
    }

    private Kept<E> counted(E entry, LoggedCase c) {
        Shape shape = shape(c);
        int version = versionIds.computeIfAbsent(c.productVersion(), v -> {
            versions.add(v);
            return versions.size() - 1;
        });
        Kept<E> k = new Kept<>(entry, shape.pattern().isEmpty() ? -1 : shapes.number(shape), version);
        count(k, c, 1);
        return k;
    }

    private void count(Kept<E> k, LoggedCase c, int sign) {
        List<Retest> retests = Retest.of(indices, c);
        tallies.count(c, retests, sign);
        figures.count(c, sign);
        if (k.shape() >= 0) {
            shapes.count(k.shape(), sign);
        }
        ForWhom.Group g = groups.computeIfAbsent(c.facts(), f -> new ForWhom.Group(fixes.size()));
        g.count(retests, sign);
        if (g.cases() == 0) {
            groups.remove(c.facts());
        }
    }

    /** How many cases there are. */
    public int size() {
        return kept.size();
    }

    /** What stands at a place, the oldest at 0. */
    public E entry(int at) {
        return kept.get(at).entry();
    }

    /** What is kept, the oldest first. O(cases), without looking at any. */
    public List<E> entries() {
        List<E> all = new ArrayList<>(kept.size());
        kept.forEach(k -> all.add(k.entry()));
        return all;
    }

    /** What the cases came to. Counts on with this log. */
    public DeskFigures.Counts figures() {
        return figures;
    }

    /** What was counted of one of its fixes; its minutes are not. */
    public FixTally tally(String fix) {
        return tallies.tally(indices.get(fix), 0);
    }

    /** How often one of its fixes took how many minutes. */
    public SortedMap<Double, Integer> minutes(String fix) {
        return tallies.minutes(indices.get(fix));
    }

    /** The median of what was seen so often; 0 of nothing. */
    public static double median(SortedMap<Double, Integer> counts) {
        return Tallies.median(counts);
    }

    /** In which month each product version was first met. O(cases). */
    public Map<String, String> versions() {
        Map<String, String> first = new TreeMap<>();
        for (Kept<E> k : kept) {
            LoggedCase c = logged.apply(k.entry());
            if (c.productVersion() != null) {
                first.merge(c.productVersion(), c.month(), (a, b) -> a.compareTo(b) <= 0 ? a : b);
            }
        }
        return first;
    }

    /** For whom its fixes work. */
    public List<ForWhom> forWhom() {
        return ForWhom.of(groups);
    }

    /** How many cases there are of which the same was known. */
    public Map<Map<String, String>, Integer> known() {
        Map<Map<String, String>, Integer> known = new HashMap<>();
        groups.forEach((facts, g) -> known.put(facts, g.cases()));
        return known;
    }

    /**
     * What a fit needs, as it is now. O({@value #WINDOW}), and what differs among all cases.
     *
     * @param minutes the author's minutes for each fix, above 0
     * @param version the product version of the case at hand, whose kind of cases counts in full; null if unknown
     */
    public Counted counted(List<Double> minutes, String version) {
        double[] weights = new double[shapes.numbers()];
        double[] most = IntStream.range(0, fixes.size())
                .mapToDouble(i -> LONGEST_OF_MEDIAN * Tallies.median(tallies.minutes(i)))
                .toArray();
        double[] sums = minutes.stream().mapToDouble(m -> AUTHOR_STRENGTH * m).toArray();
        double[] strengths = new double[fixes.size()];
        Arrays.fill(strengths, AUTHOR_STRENGTH);
        boolean[] other = new boolean[versions.size()];
        for (int v = 0; v < other.length; v++) {
            other[v] = Release.differ(versions.get(v), version);
        }
        int later = 0;
        // from the newest back, until nothing weighs anything any more
        for (int at = kept.size() - 1; at >= 0 && later < window; at--) {
            Kept<E> k = kept.get(at);
            double weight = Evidence.weight(later, other[k.version()]);
            for (Retest r : retests(k)) {
                if (r.timed()) {
                    double counts = weight * r.attempt().counts();
                    sums[r.fix()] += counts * Math.min(r.attempt().minutes(), most[r.fix()]);
                    strengths[r.fix()] += counts;
                }
            }
            if (k.shape() >= 0) {
                weights[k.shape()] += weight;
                later++;
            }
        }
        List<Counted.Weighed> weighed = new ArrayList<>();
        shapes.forEach((s, cases) -> weighed.add(new Counted.Weighed(shapes.get(s), cases, weights[s])));
        List<FixTally> told = IntStream.range(0, fixes.size())
                .mapToObj(i -> tallies.tally(i, sums[i] / strengths[i]))
                .toList();
        return new Counted(fixes, variables, weighed, told);
    }
}
