package org.mendak.core.recognise.words;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Words in the order in which they stand, each as a stem with its letter pieces and the groups of {@link Synonyms} that it, or a
 * phrase around it, belongs to: for asking how alike two words are.
 *
 * @param stems what the words are without their endings
 * @param pieces for each word its pieces of two and three letters, ascending
 * @param masks for each word a bit for each of its pieces, by hash: most pairs of words have none in common
 * @param groups for each word its groups; mostly none
 * @param groupMasks for each word a bit for each of its groups
 */
public record WordForms(String[] stems, int[][] pieces, long[] masks, int[][] groups, long[] groupMasks) {

    private static final int[] NONE = {};
    private static final int SHORT_PIECE = 2;
    private static final int LONG_PIECE = 3;

    /** Words shorter than this are alike only if they are the same. */
    private static final int SHORTEST = 4;

    private static final float SAME_GROUP = 0.75f;
    /** Words that share less have nothing in common. */
    private static final float LEAST = 0.4f;

    /** The forms of words; {@code known} keeps the pieces of words seen before, null if none are to be kept. */
    public static WordForms of(List<String> words, Map<String, int[]> known) {
        int n = words.size();
        String[] stems = new String[n];
        int[][] pieces = new int[n][];
        long[] masks = new long[n];
        int[][] groups = new int[n][];
        long[] groupMasks = new long[n];
        Arrays.fill(groups, NONE);
        Map<String, int[]> cache = known == null ? new HashMap<>() : known;
        for (int i = 0; i < n; i++) {
            stems[i] = Words.stem(words.get(i));
            pieces[i] = cache.computeIfAbsent(stems[i], WordForms::cut);
            for (int piece : pieces[i]) {
                masks[i] |= 1L << (piece * 0x9E3779B9 >>> 26);
            }
        }
        for (int i = 0; i < n; i++) {
            for (int k = 1; k <= Synonyms.LONGEST && i + k <= n; k++) {
                int[] of = Synonyms.groups(words, i, i + k);
                for (int j = i; of.length > 0 && j < i + k; j++) {
                    groups[j] = groups[j].length == 0 ? of : joined(groups[j], of);
                    for (int group : of) {
                        groupMasks[j] |= 1L << group;
                    }
                }
            }
        }
        return new WordForms(stems, pieces, masks, groups, groupMasks);
    }

    private static int[] joined(int[] a, int[] b) {
        int[] both = Arrays.copyOf(a, a.length + b.length);
        System.arraycopy(b, 0, both, a.length, b.length);
        return both;
    }

    private static int[] cut(String stem) {
        if (stem.length() < SHORTEST) {
            return NONE;
        }
        String edged = '^' + stem + '$';
        int[] all = new int[2 * edged.length()];
        int n = 0;
        for (int k = SHORT_PIECE; k <= LONG_PIECE; k++) {
            for (int i = 0; i + k <= edged.length(); i++) {
                all[n++] =
                        edged.charAt(i) << 20 ^ edged.charAt(i + 1) << 10 ^ (k == LONG_PIECE ? edged.charAt(i + 2) : 0);
            }
        }
        return Arrays.stream(all, 0, n).sorted().distinct().toArray();
    }

    public int size() {
        return stems.length;
    }

    /** How alike the one's word is to the other's, in [0, 1]. */
    public float alike(int word, WordForms other, int otherWord) {
        if (stems[word].equals(other.stems[otherWord])) {
            return 1;
        }
        float common = mayBeAlike(word, other, otherWord) ? dice(pieces[word], other.pieces[otherWord]) : 0;
        boolean mayShare = (groupMasks[word] & other.groupMasks[otherWord]) != 0;
        return common < SAME_GROUP && mayShare && share(groups[word], other.groups[otherWord]) ? SAME_GROUP : common;
    }

    /** Whether so many pieces can be common at all, pieces that share a bit with another allowed for. */
    private boolean mayBeAlike(int word, WordForms other, int otherWord) {
        int n = pieces[word].length;
        int m = other.pieces[otherWord].length;
        int hidden = Math.min(n - Long.bitCount(masks[word]), m - Long.bitCount(other.masks[otherWord]));
        return 2 * (Long.bitCount(masks[word] & other.masks[otherWord]) + hidden) >= LEAST * (n + m);
    }

    private static boolean share(int[] a, int[] b) {
        for (int x : a) {
            for (int y : b) {
                if (x == y) {
                    return true;
                }
            }
        }
        return false;
    }

    /**
     * Twice what is common by what there is.
     *
     * <p>Source: L. R. Dice, "Measures of the Amount of Ecologic Association Between Species", Ecology 26 (1945), pp. 297-302.
     */
    private static float dice(int[] a, int[] b) {
        if (a.length == 0 || b.length == 0) {
            return 0;
        }
        int i = 0;
        int j = 0;
        int common = 0;
        while (i < a.length && j < b.length) {
            if (a[i] == b[j]) {
                common++;
                i++;
                j++;
            } else if (a[i] < b[j]) {
                i++;
            } else {
                j++;
            }
        }
        float d = 2f * common / (a.length + b.length);
        return d < LEAST ? 0 : d;
    }
}
