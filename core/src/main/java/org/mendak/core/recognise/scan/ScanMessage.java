package org.mendak.core.recognise.scan;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.mendak.core.language.Template;
import org.mendak.core.recognise.exact.ExactTemplate;
import org.mendak.core.recognise.match.Segment;
import org.mendak.core.recognise.words.Words;

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

    /**
     * Of every word a gram of it as {@link LineGrams} has them, or -1 if it may stand otherwise in a line: folded, or grown together
     * with a value.
     */
    int[] grams() {
        int[] grams = new int[words.length];
        Arrays.fill(grams, -1);
        List<Template.Part> parts = entry.template().parts();
        int n = 0;
        for (int i = 0; i < parts.size(); i++) {
            if (parts.get(i) instanceof Template.Literal l) {
                List<Words.Word> here = new ArrayList<>();
                Words.read(l.text(), 0, l.text().length(), here);
                for (Words.Word w : here) {
                    boolean free = i > 0 && w.from() == 0
                            || i + 1 < parts.size() && w.to() == l.text().length();
                    if (n < words.length) {
                        grams[n] = gram(words[n], l.text().substring(w.from(), w.to()), free);
                        n++;
                    }
                }
            }
        }
        return grams;
    }

    private static int gram(String word, String written, boolean free) {
        byte[] bytes = word.getBytes(StandardCharsets.UTF_8);
        if (bytes.length != word.length() || !word.equalsIgnoreCase(written)) {
            return -1;
        }
        if (bytes.length < 3) {
            return free ? -1 : LineGrams.ofWord(word);
        }
        int middle = (bytes.length - 3) / 2;
        return LineGrams.of(bytes[middle], bytes[middle + 1], bytes[middle + 2]);
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
