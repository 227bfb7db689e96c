package org.mendak.core.recognise.words;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The words of a text line by line, log prefixes left out; what stands in one run without blanks shares one weight. */
public final class TextWords {

    public final List<Words.Word> words = new ArrayList<>();
    /** For each line where its message starts and where it ends, in UTF-16 units. */
    public final List<int[]> lines = new ArrayList<>();

    private final String raw;
    private final Map<Long, PreparedText> prepared = new HashMap<>();
    private int[] lineOf = new int[256];
    private float[] share = new float[256];

    public TextWords(String raw) {
        this.raw = raw;
        int at = 0;
        while (at <= raw.length()) {
            int end = raw.indexOf('\n', at);
            end = end < 0 ? raw.length() : end;
            int from = LogPrefix.end(raw, at, end, false);
            lines.add(new int[] {from, end});
            int first = words.size();
            Words.read(raw, from, end, words);
            grow();
            for (int i = first; i < words.size(); i++) {
                lineOf[i] = lines.size() - 1;
            }
            shares(first);
            at = end + 1;
        }
    }

    /** Lines and words up to which a text is taken as a whole. */
    private static final int SHORT_LINES = 12;

    private static final int SHORT_WORDS = 300;

    /** Whether it is a console screen or a part of a log, rather than something that somebody says. */
    public boolean isLong() {
        return lines.size() > SHORT_LINES || words.size() > SHORT_WORDS;
    }

    public String raw() {
        return raw;
    }

    /** The words as people speak them. */
    public SpokenWords.Text spoken() {
        return SpokenWords.of(raw, words);
    }

    private void grow() {
        if (words.size() > lineOf.length) {
            int size = Math.max(words.size(), lineOf.length * 2);
            lineOf = Arrays.copyOf(lineOf, size);
            share = Arrays.copyOf(share, size);
        }
    }

    private void shares(int first) {
        int i = first;
        while (i < words.size()) {
            int last = i;
            while (last + 1 < words.size()
                    && !blankBetween(words.get(last).to(), words.get(last + 1).from())) {
                last++;
            }
            int count = last - i + 1;
            for (int k = i; k <= last; k++) {
                share[k] = 1f / count;
            }
            i = last + 1;
        }
    }

    private boolean blankBetween(int from, int to) {
        for (int i = from; i < to; i++) {
            if (Character.isWhitespace(raw.charAt(i))) {
                return true;
            }
        }
        return false;
    }

    /** A stretch of the text for matching to the letter; made once. */
    public PreparedText prepared(int from, int to, PreparedText.Leave leave) {
        long key = ((long) from << 32 | to) * 4 + leave.ordinal();
        return prepared.computeIfAbsent(key, k -> PreparedText.of(raw.substring(from, to), leave));
    }

    /** Where the line begins, prefix included. */
    public int lineStart(int line) {
        return line == 0 ? 0 : lines.get(line - 1)[1] + 1;
    }

    public int line(int word) {
        return lineOf[word];
    }

    /** The part of one weight that this word has: 1 if it stands alone, less in a path or a dotted name. */
    public float share(int word) {
        return share[word];
    }

    /** Whether this word is the last of its line and nothing follows it there. */
    public boolean atLineEnd(int word) {
        int end = lines.get(lineOf[word])[1];
        int to = words.get(word).to();
        return to == end || to == end - 1 && raw.charAt(to) == '\r';
    }
}
