package org.mendak.server.find;

import java.text.Normalizer;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Where a word stands in a body. */
final class Excerpt {

    private static final Pattern WORD = Pattern.compile("[\\p{L}\\p{N}]+");
    private static final Pattern FOLDED = Pattern.compile("\\p{M}+");
    private static final int BEFORE = 50;
    private static final int LENGTH = 180;
    private static final int BEGINNING = 3;

    private Excerpt() {}

    /**
     * The surroundings of the first word that is meant, in one line; empty if none stands there. O(body).
     *
     * @param words as they were typed
     */
    static String of(String body, List<String> words) {
        Set<String> stems = FindWords.STEMS.of(String.join(" ", words));
        Set<String> plain = FindWords.PLAIN.of(String.join(" ", words));
        Matcher m = WORD.matcher(body);
        int best = -1;
        while (m.find()) {
            String here = folded(m.group());
            for (String stem : stems) {
                if (here.startsWith(stem)) {
                    return around(body, m.start());
                }
            }
            if (best < 0 && plain.stream().anyMatch(p -> alike(here, p))) {
                best = m.start();
            }
        }
        return best < 0 ? "" : around(body, best);
    }

    /** Without capitals and accents; most words have none, and every word of fifty bodies is looked at. */
    private static String folded(String word) {
        String small = word.toLowerCase(Locale.ROOT);
        return small.chars().allMatch(c -> c < 128)
                ? small
                : FOLDED.matcher(Normalizer.normalize(small, Normalizer.Form.NFD))
                        .replaceAll("");
    }

    /** Whether a word is one slip away from what was typed. */
    private static boolean alike(String there, String typed) {
        if (typed.length() < BEGINNING) {
            return false;
        }
        return Math.abs(there.length() - typed.length()) <= 1
                && there.charAt(0) == typed.charAt(0)
                && slips(there, typed) <= 1;
    }

    /** How often two words differ, place by place, from the front and the back: 1 for a slip, more for another word. */
    private static int slips(String a, String b) {
        int front = 0;
        while (front < Math.min(a.length(), b.length()) && a.charAt(front) == b.charAt(front)) {
            front++;
        }
        int back = 0;
        while (back < Math.min(a.length(), b.length()) - front
                && a.charAt(a.length() - 1 - back) == b.charAt(b.length() - 1 - back)) {
            back++;
        }
        int left = Math.max(a.length(), b.length()) - front - back;
        return left == 2 && a.length() == b.length() && a.charAt(front) == b.charAt(front + 1) ? 1 : left;
    }

    private static String around(String body, int at) {
        int from = wordAt(body, Math.max(0, at - BEFORE), at);
        int to = Math.min(body.length(), from + LENGTH);
        while (to < body.length() && to > at && !Character.isWhitespace(body.charAt(to))) {
            to--;
        }
        if (to <= at) {
            to = Math.min(body.length(), from + LENGTH); // one word without an end
        }
        String line = body.substring(from, to)
                .replace("`", "")
                .strip()
                .replaceAll("\\s*\n\\s*", " · ")
                .replaceAll("\\s+", " ");
        return (from > 0 ? "…" : "") + line + (to < body.length() ? "…" : "");
    }

    /** Where the next word begins; not behind the one that is meant. */
    private static int wordAt(String body, int from, int last) {
        int at = from;
        while (at > 0 && at < last && !Character.isWhitespace(body.charAt(at - 1))) {
            at++;
        }
        return at;
    }
}
