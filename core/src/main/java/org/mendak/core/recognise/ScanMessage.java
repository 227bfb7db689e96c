package org.mendak.core.recognise;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Locale;
import org.mendak.core.language.Template;

/** A message to look for in lines. */
final class ScanMessage {

    /** The share of a message's weight that must stand in a line. */
    static final float NEARLY = 0.85f;

    final Segment segment;
    final Segment.Entry entry;
    private final String[] words;
    private final float[] weights;
    private final float mayMiss;
    private ExactTemplate exact;

    ScanMessage(Segment segment, Segment.Entry entry) {
        this.segment = segment;
        this.entry = entry;
        int n = entry.words().length;
        words = new String[n];
        weights = new float[n];
        for (int i = 0; i < n; i++) {
            words[i] = segment.lexicon.word(entry.words()[i]);
            weights[i] = segment.weight(entry.words()[i]);
        }
        mayMiss = (float) entry.weight() * (1 - NEARLY) + 1e-4f;
    }

    /** Of every word: three bytes of it as {@link LineGrams} has them, or -1 if it may stand otherwise in a line. */
    int[] grams() {
        String source = literals(entry.template());
        return Arrays.stream(words).mapToInt(w -> gram(w, source)).toArray();
    }

    /** Its template for matching to the letter; made when it is first needed, by whichever scan needs it. */
    ExactTemplate exact() {
        ExactTemplate e = exact;
        if (e == null) {
            e = ExactTemplate.of(entry.template());
            exact = e;
        }
        return e;
    }

    float weight(int word) {
        return weights[word];
    }

    /** What its missing words may weigh together, in nats. */
    float mayMiss() {
        return mayMiss;
    }

    private static String literals(Template template) {
        StringBuilder s = new StringBuilder();
        for (Template.Part p : template.parts()) {
            if (p instanceof Template.Literal l) {
                s.append(l.text().toLowerCase(Locale.ROOT)).append(' ');
            }
        }
        return s.toString();
    }

    /** Words that were folded to something else do not stand so in the line's bytes. */
    private static int gram(String word, String source) {
        byte[] bytes = word.getBytes(StandardCharsets.UTF_8);
        if (word.length() < 3 || bytes.length != word.length() || !source.contains(word)) {
            return -1;
        }
        int middle = (bytes.length - 3) / 2;
        return LineGrams.of(bytes[middle], bytes[middle + 1], bytes[middle + 2]);
    }

    /** Whether words of {@link #NEARLY} of the weight stand in a line in order; the line in lower case. */
    boolean isInOrderIn(String line) {
        float missing = 0;
        int at = 0;
        for (int i = 0; i < words.length; i++) {
            int found = line.indexOf(words[i], at);
            if (found >= 0) {
                at = found + words[i].length();
            } else {
                missing += weights[i];
                if (missing > mayMiss) {
                    return false;
                }
            }
        }
        return true;
    }
}
