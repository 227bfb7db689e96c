package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** The words that carry meaning before a colon, by the place they may stand in. */
final class Keywords {

    static final Set<String> RECOGNISE =
            Set.of("Code", "Message", "Supporting", "Symptom", "Sample", "Not to be confused with");
    static final Set<String> ASK = Set.of("Sets", "Choices", "Minutes", "Run", "Capture", "Capture every");
    static final Set<String> TRY = Set.of("With", "When", "After", "Last resort", "Together");
    static final Set<String> VERIFY = Set.of("Required", "Otherwise");
    static final Set<String> FIX_INTRO = Set.of("Side effect");
    static final Set<String> STEP = Set.of(
            "Expect",
            "Capture",
            "Capture before",
            "Capture every",
            "Choose",
            "Must",
            "Check",
            "Only if",
            "Caution",
            "Answer",
            "When",
            "For each",
            "Put back",
            "After success",
            "After failure",
            "Follow up",
            "Get",
            "Minutes",
            "Wait",
            "Restart",
            "Done when",
            "Nothing shows",
            "Destroys",
            "Ask",
            "With");

    private Keywords() {}

    static boolean isKeyword(String word) {
        return RECOGNISE.contains(word)
                || ASK.contains(word)
                || TRY.contains(word)
                || VERIFY.contains(word)
                || FIX_INTRO.contains(word)
                || STEP.contains(word);
    }

    /** Drops the clauses whose word is not known here, warning of those that look like a slip. */
    static List<Body.Clause> known(List<Body.Clause> clauses, Set<String> here, Problems problems) {
        List<Body.Clause> kept = new ArrayList<>();
        for (Body.Clause c : clauses) {
            if (here.contains(c.keyword())) {
                kept.add(c);
                continue;
            }
            Optional<String> near = nearest(c.keyword(), here);
            if (near.isPresent()) {
                problems.warning(
                        c.line(),
                        c.column(),
                        "\"" + c.keyword() + "\" has no meaning here",
                        "did you mean \"" + near.get() + ":\"?");
            } else if (isKeyword(c.keyword())) {
                problems.warning(
                        c.line(),
                        c.column(),
                        "\"" + c.keyword() + "\" does not belong here",
                        "here stand " + String.join(", ", new java.util.TreeSet<>(here)));
            }
        }
        return kept;
    }

    private static Optional<String> nearest(String word, Set<String> known) {
        String w = word.toLowerCase(Locale.ROOT);
        return known.stream()
                .filter(k -> distance(w, k.toLowerCase(Locale.ROOT)) <= Math.max(1, k.length() / 4))
                .findFirst();
    }

    /**
     * Edit distance with exchanged neighbours as one slip, O(a·b).
     *
     * <p>Source: F. J. Damerau, "A Technique for Computer Detection and Correction of Spelling Errors", CACM 7 (1964), pp.
     * 171-176.
     */
    static int distance(String a, String b) {
        int[][] d = new int[a.length() + 1][b.length() + 1];
        for (int i = 0; i <= a.length(); i++) {
            for (int j = 0; j <= b.length(); j++) {
                if (i == 0 || j == 0) {
                    d[i][j] = i + j;
                    continue;
                }
                int change = d[i - 1][j - 1] + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
                d[i][j] = Math.min(change, Math.min(d[i - 1][j], d[i][j - 1]) + 1);
                boolean exchanged =
                        i > 1 && j > 1 && a.charAt(i - 1) == b.charAt(j - 2) && a.charAt(i - 2) == b.charAt(j - 1);
                if (exchanged) {
                    d[i][j] = Math.min(d[i][j], d[i - 2][j - 2] + 1);
                }
            }
        }
        return d[a.length()][b.length()];
    }
}
