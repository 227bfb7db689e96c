package org.mendak.core.recognise.match;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.recognise.words.TextWords;
import org.mendak.core.recognise.words.Words;

/**
 * The words of a text as the words of a segment that they could be: exact, misread, misspelt, cut in two by a line's end, or run
 * together. Only words that no signature has pay for more than one look-up, and only so many of them.
 */
public final class Resolved {

    /** Different unknown words that are looked at closely; a text of a megabyte of rubbish costs no more. */
    private static final int MOST_FUZZY = 4_000;

    private static final float OTHER_ENDING = 0.9f;
    private static final float JOINED = 0.95f;
    private static final float SPLIT = 0.9f;

    /**
     * A word of the text in its place.
     *
     * @param share the part of one weight that it has, in (0, 1]
     * @param isFigures whether it has nothing but digits
     * @param senses what it could be; may be empty
     */
    public record Token(
            String text,
            int from,
            int to,
            int line,
            float share,
            boolean isFigures,
            Cut cut,
            List<Lexicon.Sense> senses) {

        /** How like the word of a template it is, in [0, 1]. */
        float like(int word, Lexicon lexicon) {
            float best = cut == Cut.NONE ? 0 : part(lexicon.word(word));
            for (int k = 0; k < senses.size(); k++) {
                Lexicon.Sense s = senses.get(k);
                if (s.word() == word) {
                    return s.similarity();
                }
                if (lexicon.stem(s.word()) == lexicon.stem(word)) {
                    best = Math.max(best, s.similarity() * OTHER_ENDING);
                }
            }
            return best;
        }

        /** How much of the word a cut one could be. */
        private float part(String whole) {
            boolean fits = whole.length() > text.length()
                    && text.length() >= 2
                    && (cut == Cut.END ? whole.startsWith(text) : whole.endsWith(text));
            return fits ? 0.5f + 0.4f * text.length() / whole.length() : 0;
        }
    }

    /** Whether a word may have lost its beginning or its end, because the text begins or ends with it. */
    enum Cut {
        NONE,
        START,
        END
    }

    public final List<Token> tokens;
    private final Segment segment;
    private final Map<String, List<Lexicon.Sense>> seen = new HashMap<>();
    private final int mostFuzzy;
    private int fuzzy;

    public Resolved(TextWords text, Segment segment) {
        this(text, segment, MOST_FUZZY);
    }

    /** With so many different unknown words looked at closely, 0 for none. */
    public Resolved(TextWords text, Segment segment, int mostFuzzy) {
        this.segment = segment;
        this.mostFuzzy = mostFuzzy;
        this.tokens = new ArrayList<>(text.words.size() + 8);
        boolean taken = false;
        for (int i = 0; i < text.words.size(); i++) {
            Words.Word w = text.words.get(i);
            if (taken) {
                taken = false;
                continue;
            }
            List<Lexicon.Sense> own = senses(w.text());
            taken = i + 1 < text.words.size() && join(text, i, own);
            if (!taken) {
                boolean exact = !own.isEmpty() && own.get(0).similarity() == 1;
                if (exact || !split(text, i, own)) {
                    add(text, i, w, own);
                }
            }
        }
    }

    private void add(TextWords text, int i, Words.Word w, List<Lexicon.Sense> senses) {
        tokens.add(new Token(
                w.text(), w.from(), w.to(), text.line(i), text.share(i), isFigures(w.text()), cut(text, i), senses));
    }

    private static boolean isFigures(String word) {
        for (int i = 0; i < word.length(); i++) {
            if (!Character.isDigit(word.charAt(i))) {
                return false;
            }
        }
        return true;
    }

    private static Cut cut(TextWords text, int i) {
        if (i == 0) {
            return Cut.START;
        }
        return i == text.words.size() - 1 ? Cut.END : Cut.NONE;
    }

    private List<Lexicon.Sense> senses(String word) {
        List<Lexicon.Sense> known = seen.get(word);
        if (known == null) {
            int exact = segment.lexicon.find(word);
            if (exact >= 0) {
                known = List.of(new Lexicon.Sense(exact, 1));
            } else {
                known = fuzzy++ < mostFuzzy ? segment.lexicon.senses(word) : List.of();
            }
            seen.put(word, known);
        }
        return known;
    }

    /** A word that a line's end or a stray blank has cut in two. */
    private boolean join(TextWords text, int i, List<Lexicon.Sense> own) {
        Words.Word a = text.words.get(i);
        Words.Word b = text.words.get(i + 1);
        boolean broken = text.line(i) != text.line(i + 1) && text.atLineEnd(i);
        boolean close =
                b.from() - a.to() <= 2 && segment.lexicon.find(a.text()) < 0 && segment.lexicon.find(b.text()) < 0;
        if (!broken && !close || a.text().length() + b.text().length() < 4) {
            return false;
        }
        int both = segment.lexicon.find(a.text() + b.text());
        if (both < 0) {
            return false;
        }
        boolean known = !own.isEmpty() && own.get(0).similarity() == 1 && segment.lexicon.find(b.text()) >= 0;
        if (known && segment.weight(both) < 4) {
            return false; // "not" and "able" stand together more often than "notable" is cut
        }
        tokens.add(new Token(
                a.text() + b.text(),
                a.from(),
                b.to(),
                text.line(i),
                text.share(i),
                false,
                Cut.NONE,
                List.of(new Lexicon.Sense(both, JOINED))));
        return true;
    }

    /** Two words that have lost the blank between them. */
    private boolean split(TextWords text, int i, List<Lexicon.Sense> own) {
        Words.Word w = text.words.get(i);
        String s = w.text();
        boolean close = !own.isEmpty() && own.get(0).similarity() > 0.85f;
        if (close || s.length() < 5 || s.length() > 30 || s.length() != w.to() - w.from() || fuzzy > mostFuzzy) {
            return false;
        }
        int at = -1;
        double best = 0;
        for (int k = 2; k <= s.length() - 2; k++) {
            int left = segment.lexicon.find(s.substring(0, k));
            int right = segment.lexicon.find(s.substring(k));
            if (left >= 0 && right >= 0 && Math.max(k, s.length() - k) >= 4) {
                // the likeliest pair of words is the commonest one
                double common = 40 - segment.weight(left) - segment.weight(right);
                if (common > best) {
                    best = common;
                    at = k;
                }
            }
        }
        if (at < 0) {
            return false;
        }
        for (int part = 0; part < 2; part++) {
            String half = part == 0 ? s.substring(0, at) : s.substring(at);
            int from = part == 0 ? w.from() : w.from() + at;
            tokens.add(new Token(
                    half,
                    from,
                    from + half.length(),
                    text.line(i),
                    text.share(i) / 2,
                    false,
                    Cut.NONE,
                    List.of(new Lexicon.Sense(segment.lexicon.find(half), SPLIT))));
        }
        return true;
    }
}
