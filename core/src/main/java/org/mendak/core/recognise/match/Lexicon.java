package org.mendak.core.recognise.match;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.recognise.words.Words;

/**
 * The words of a library's signatures, and what a misread or misspelt word could have been: look-alikes, one edit (two from eight
 * letters), another ending. Every look-up is bounded by the word's length.
 *
 * <p>Sources: deletion index for edits, T. Bocek, E. Hunt, B. Stiller, "Fast Similarity Search in Large Dictionaries", Univ. of
 * Zurich report ifi-2007.02; distance with transpositions, F. Damerau, Comm. ACM 7 (1964), pp. 171-176.
 */
public final class Lexicon {

    private static final int TWO_EDITS_FROM = 8;
    private static final int ONE_EDIT_FROM = 4;
    private static final int LONGEST_FUZZY = 24;
    private static final int MOST_PER_KEY = 40;
    private static final float LOOK_ALIKE = 0.93f;
    private static final float SAME_STEM = 0.9f;

    /** What a word of a text could be; {@code similarity} in (0, 1]. */
    record Sense(int word, float similarity) {}

    private final Map<String, Integer> ids = new HashMap<>();
    private final List<String> words = new ArrayList<>();
    private final List<Integer> stems = new ArrayList<>();
    private final Map<String, Integer> stemIds = new HashMap<>();
    private final List<Integer> firstOfStem = new ArrayList<>();
    /** Hash of a shortened word and the word's id, sorted: the deletion index and the look-alikes. */
    private long[] shortened = new long[0];

    private long[] lookAlikes = new long[0];

    /** The word's id, given one if it is new. */
    int add(String word) {
        Integer known = ids.get(word);
        if (known != null) {
            return known;
        }
        int id = words.size();
        ids.put(word, id);
        words.add(word);
        int stem = stemIds.computeIfAbsent(Words.stem(word), k -> stemIds.size());
        if (stem == firstOfStem.size()) {
            firstOfStem.add(id);
        }
        stems.add(stem);
        return id;
    }

    /** The id, or -1. */
    public int find(String word) {
        return ids.getOrDefault(word, -1);
    }

    int stem(int word) {
        return stems.get(word);
    }

    int stems() {
        return stemIds.size();
    }

    int size() {
        return words.size();
    }

    public String word(int id) {
        return words.get(id);
    }

    /** Builds what fuzzy look-ups need; to be called once, after the last word was added. */
    void complete() {
        LongList deletions = new LongList();
        LongList alike = new LongList();
        for (int id = 0; id < words.size(); id++) {
            String w = words.get(id);
            if (w.length() < ONE_EDIT_FROM - 1 || w.length() > LONGEST_FUZZY || isFigures(w)) {
                continue;
            }
            int word = id;
            deletions(w, key -> deletions.add(pair(key, word)));
            alike.add(pair(skeleton(w).hashCode(), id));
        }
        shortened = deletions.sorted();
        lookAlikes = alike.sorted();
    }

    /** What the word could be, the likeliest first; the word itself alone if it is known; empty for figures. */
    List<Sense> senses(String word) {
        int exact = find(word);
        if (exact >= 0) {
            return List.of(new Sense(exact, 1));
        }
        List<Sense> senses = new ArrayList<>();
        Integer stem = stemIds.get(Words.stem(word));
        if (stem != null) {
            senses.add(new Sense(firstOfStem.get(stem), SAME_STEM));
        }
        if (isFigures(word) || word.length() > LONGEST_FUZZY) {
            return senses;
        }
        String skeleton = skeleton(word);
        each(lookAlikes, skeleton.hashCode(), id -> {
            if (skeleton(words.get(id)).equals(skeleton)) {
                keep(senses, id, LOOK_ALIKE);
            }
        });
        if (word.length() >= ONE_EDIT_FROM) {
            deletions(word, key -> each(shortened, key, id -> edited(senses, word, id)));
        }
        senses.sort((a, b) -> Float.compare(b.similarity(), a.similarity()));
        return senses.size() > 3 ? new ArrayList<>(senses.subList(0, 3)) : senses;
    }

    private void edited(List<Sense> senses, String word, int id) {
        String other = words.get(id);
        int longer = Math.max(word.length(), other.length());
        int allowed = longer >= TWO_EDITS_FROM ? 2 : 1;
        int edits = distance(word, other, allowed);
        if (edits <= allowed) {
            keep(senses, id, 1 - (0.06f + edits) / longer);
        }
    }

    private static void keep(List<Sense> senses, int id, float similarity) {
        for (int i = 0; i < senses.size(); i++) {
            if (senses.get(i).word() == id) {
                if (senses.get(i).similarity() < similarity) {
                    senses.set(i, new Sense(id, similarity));
                }
                return;
            }
        }
        if (senses.size() < MOST_PER_KEY) {
            senses.add(new Sense(id, similarity));
        }
    }

    private static boolean isFigures(String w) {
        for (int i = 0; i < w.length(); i++) {
            if (!Character.isDigit(w.charAt(i))) {
                return false;
            }
        }
        return true;
    }

    private interface IntAct {
        void on(int value);
    }

    /** The word and what is left of it without one letter, from eight letters on without two. */
    private static void deletions(String w, IntAct act) {
        act.on(w.hashCode());
        int n = w.length();
        for (int i = 0; i < n; i++) {
            String one = w.substring(0, i) + w.substring(i + 1);
            act.on(one.hashCode());
            if (n >= TWO_EDITS_FROM) {
                for (int j = i; j < one.length(); j++) {
                    act.on((one.substring(0, j) + one.substring(j + 1)).hashCode());
                }
            }
        }
    }

    private static long pair(int key, int id) {
        return (long) key << 32 | id;
    }

    private static void each(long[] pairs, int key, IntAct act) {
        int at = Arrays.binarySearch(pairs, pair(key, 0));
        at = at < 0 ? -at - 1 : at;
        for (int n = 0; at < pairs.length && n < MOST_PER_KEY && (int) (pairs[at] >> 32) == key; at++, n++) {
            act.on((int) pairs[at]);
        }
    }

    /** Signs that are taken for each other, as one of them. */
    static String skeleton(String w) {
        StringBuilder s = new StringBuilder(w.length());
        for (int i = 0; i < w.length(); i++) {
            char c = w.charAt(i);
            char next = i + 1 < w.length() ? w.charAt(i + 1) : 0;
            if (c == 'r' && next == 'n') {
                s.append('m');
                i++;
            } else if (c == 'c' && next == 'l') {
                s.append('d');
                i++;
            } else if (c == 'v' && next == 'v') {
                s.append('w');
                i++;
            } else {
                s.append(
                        switch (c) {
                            case '0' -> 'o';
                            case '1', 'i', '|' -> 'l';
                            case '5' -> 's';
                            case '8' -> 'b';
                            case 'c' -> 'e';
                            default -> c;
                        });
            }
        }
        return s.toString();
    }

    /** Optimal string alignment distance, or more than {@code most} if it is larger. O(length · most). */
    public static int distance(String a, String b, int most) {
        int n = a.length();
        int m = b.length();
        if (Math.abs(n - m) > most) {
            return most + 1;
        }
        int[] before = new int[m + 1];
        int[] last = new int[m + 1];
        int[] row = new int[m + 1];
        for (int j = 0; j <= m; j++) {
            last[j] = j;
        }
        for (int i = 1; i <= n; i++) {
            row[0] = i;
            int least = i;
            for (int j = 1; j <= m; j++) {
                int same = a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1;
                int d = Math.min(Math.min(last[j] + 1, row[j - 1] + 1), last[j - 1] + same);
                if (i > 1 && j > 1 && a.charAt(i - 1) == b.charAt(j - 2) && a.charAt(i - 2) == b.charAt(j - 1)) {
                    d = Math.min(d, before[j - 2] + 1);
                }
                row[j] = d;
                least = Math.min(least, d);
            }
            if (least > most) {
                return most + 1;
            }
            int[] free = before;
            before = last;
            last = row;
            row = free;
        }
        return last[m];
    }

    /** Longs gathered to be sorted. */
    private static final class LongList {
        private long[] values = new long[1_024];
        private int size;

        void add(long v) {
            if (size == values.length) {
                values = Arrays.copyOf(values, size * 2);
            }
            values[size++] = v;
        }

        long[] sorted() {
            long[] all = Arrays.copyOf(values, size);
            Arrays.sort(all);
            return all;
        }
    }
}
