package org.mendak.core.shapes;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;

/**
 * Which group somebody means who tells a message in words of their own. Words are weighed by how few groups have them (K. Sparck Jones, "A
 * statistical interpretation of term specificity and its application in retrieval", Journal of Documentation 28 (1972), pp. 11-21); a group
 * is meant if most of its message is told and most of what is told, as far as any group has it, is its message.
 */
final class Told {

    /** Below this it may be anything; fitted by {@code ./mendak bench shapes}. */
    private static final double ENOUGH = 0.55;
    /** As much likelier than the next best it has to be. */
    private static final double CLEAR = 1.25;

    private static final int FEWEST_WORDS = 2;
    private static final int STEM = 5;
    private static final int LONGEST = 4_000;
    private static final Pattern WORD = Pattern.compile("[\\p{L}\\p{N}_]{3,}");

    private final Map<String, List<Integer>> groupsOf = new HashMap<>();
    private final List<Set<String>> stems;

    /**
     * @param forms of each group the form that it is known by
     */
    Told(List<Form> forms) {
        stems = forms.stream().map(Told::stems).toList();
        for (int g = 0; g < stems.size(); g++) {
            for (String s : stems.get(g)) {
                groupsOf.computeIfAbsent(s, k -> new ArrayList<>()).add(g);
            }
        }
    }

    private static Set<String> stems(Form form) {
        Set<String> stems = new HashSet<>();
        form.tokens().stream()
                .filter(t -> t.kind() != Form.Kind.VALUE && t.kind() != Form.Kind.COLON)
                .forEach(t -> addStems(t.text(), stems));
        return stems;
    }

    /** Words without their endings: those that differ behind the fifth letter are one. */
    private static void addStems(String text, Set<String> into) {
        String start = text.length() <= LONGEST ? text : text.substring(0, LONGEST);
        WORD.matcher(start.toLowerCase(Locale.ROOT))
                .results()
                .map(MatchResult::group)
                .forEach(w -> into.add(w.length() <= STEM ? w : w.substring(0, STEM)));
    }

    private double weight(String stem) {
        return Math.log(1 + stems.size() / (double) groupsOf.get(stem).size());
    }

    /**
     * The group that is meant; empty if none is, or more than one may be. Cost: the groups that share a word with it.
     *
     * @param but a group that is not; -1 for none
     */
    OptionalInt meant(String text, int but) {
        Set<String> said = new HashSet<>();
        addStems(text, said);
        said.retainAll(groupsOf.keySet());
        Map<Integer, Double> shared = new HashMap<>();
        Map<Integer, Integer> words = new HashMap<>();
        double all = 0;
        for (String s : said) {
            double w = weight(s);
            all += w;
            for (int g : groupsOf.get(s)) {
                shared.merge(g, w, Double::sum);
                words.merge(g, 1, Integer::sum);
            }
        }
        int best = -1;
        double most = 0;
        double next = 0;
        shared.remove(but);
        for (Map.Entry<Integer, Double> e : shared.entrySet()) {
            double own =
                    stems.get(e.getKey()).stream().mapToDouble(this::weight).sum();
            // the harmonic mean of how much of the one and of the other is shared
            double like = 2 * e.getValue() / (all + own);
            if (like > most) {
                next = most;
                most = like;
                best = e.getKey();
            } else {
                next = Math.max(next, like);
            }
        }
        boolean clear = most >= ENOUGH && most >= CLEAR * next && words.getOrDefault(best, 0) >= FEWEST_WORDS;
        return clear ? OptionalInt.of(best) : OptionalInt.empty();
    }
}
