package org.mendak.core.review;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.runbook.Signature;

/**
 * Texts by their words: which of many may be meant by a few signatures. A value.
 *
 * @param <T> what a text is of
 */
public final class ByWords<T> {

    private static final Pattern WORD = Pattern.compile("[\\p{L}\\p{N}]{3,}");

    /** A word that stands in more texts than this says nothing about which is meant. */
    private static final int COMMON = 4_000;

    /** As many texts as have most in common are looked at closer. */
    public static final int MOST = 60;

    /** A text that has less than this share of the words of every signature is not meant. */
    private static final double LEAST = 0.34;

    private final List<T> all;
    private final Map<String, int[]> places;

    private ByWords(List<T> all, Map<String, int[]> places) {
        this.all = all;
        this.places = places;
    }

    /** Puts texts in order by their words. Linear in their length. */
    public static <T> ByWords<T> of(Collection<T> all, Function<T, String> text) {
        List<T> kept = List.copyOf(all);
        Map<String, List<Integer>> at = new HashMap<>();
        for (int i = 0; i < kept.size(); i++) {
            for (String w : words(text.apply(kept.get(i)))) {
                at.computeIfAbsent(w, k -> new ArrayList<>(2)).add(i);
            }
        }
        Map<String, int[]> places = new HashMap<>();
        at.forEach((w, of) -> places.put(w, of.stream().mapToInt(i -> i).toArray()));
        return new ByWords<>(kept, places);
    }

    /** How many texts there are. */
    public int size() {
        return all.size();
    }

    /**
     * The texts that these signatures may match: those that have most of the words of one of them, or its code; the likest first, at most
     * {@link #MOST}. Linear in the texts that have a word in common with them.
     */
    public List<T> near(List<Signature> signatures) {
        return near(signatures, MOST);
    }

    /** The same, at most so many. */
    public List<T> near(List<Signature> signatures, int most) {
        Map<Integer, Double> shares = new HashMap<>();
        for (Signature s : signatures) {
            Set<String> words =
                    words(s.template() == null ? s.text() : s.template().literals());
            Map<Integer, Integer> met = new HashMap<>();
            for (String w : words) {
                int[] of = places.getOrDefault(w, new int[0]);
                if (of.length <= COMMON) {
                    for (int at : of) {
                        met.merge(at, 1, Integer::sum);
                    }
                }
            }
            met.forEach((at, n) -> shares.merge(at, n / (double) words.size(), Math::max));
        }
        return shares.entrySet().stream()
                .filter(e -> e.getValue() >= LEAST)
                .sorted(Map.Entry.<Integer, Double>comparingByValue()
                        .reversed()
                        .thenComparing(Map.Entry.comparingByKey()))
                .limit(most)
                .map(e -> all.get(e.getKey()))
                .toList();
    }

    /** The words of a text in small letters, of three characters or more. */
    static Set<String> words(String text) {
        return new HashSet<>(inOrder(text));
    }

    /** The same in their order, each as often as it stands there. */
    static List<String> inOrder(String text) {
        List<String> words = new ArrayList<>();
        Matcher m = WORD.matcher(text.toLowerCase(Locale.ROOT));
        while (m.find()) {
            words.add(m.group());
        }
        return words;
    }

    /** Whether a text has two of these words; one will do if they are few. */
    static boolean shareWords(Set<String> said, String text) {
        int wanted = said.size() < 4 ? 1 : 2;
        Set<String> met = new HashSet<>();
        Matcher m = WORD.matcher(text.toLowerCase(Locale.ROOT));
        while (m.find() && met.size() < wanted) {
            if (said.contains(m.group())) {
                met.add(m.group());
            }
        }
        return met.size() >= wanted;
    }
}
