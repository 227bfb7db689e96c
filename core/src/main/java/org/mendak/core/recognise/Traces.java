package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.core.recognise.codes.CodeHit;
import org.mendak.core.recognise.exact.ExactMatcher;
import org.mendak.core.recognise.exact.ExactTemplate;
import org.mendak.core.recognise.match.Features;
import org.mendak.core.recognise.match.Finder;
import org.mendak.core.recognise.match.Resolved;
import org.mendak.core.recognise.words.PreparedText;
import org.mendak.core.recognise.words.TextWords;
import org.mendak.core.recognise.words.Words;
import org.mendak.core.runbook.Signature;

/**
 * Where in a text clues stand, read to the letter where that can be, else from the alignment.
 *
 * @param captures values of the message's placeholders
 * @param valueSpans where values stand
 * @param exact whether its message stands there to the letter
 * @param literalCharacters how many characters of it, values aside
 * @param from where what speaks for it begins; -1 if it has no place
 * @param to where that ends
 */
record Traces(
        List<Recognition.Reason> reasons,
        Map<String, String> captures,
        List<int[]> valueSpans,
        boolean exact,
        int literalCharacters,
        int from,
        int to) {

    /** Of what does not stand in the text. */
    static final Traces NONE = new Traces(List.of(), Map.of(), List.of(), false, 0, -1, -1);

    /** Lines behind the last matched word in which a wrapped value may go on. */
    private static final int LINES_ON = 2;

    /** The share of a message that must be there to speak of it beside a code. */
    private static final double TELLING = 0.3;

    /** The share of a message's words without which it cannot stand there to the letter. */
    private static final double LIKELY = 0.5;

    Traces {
        reasons = List.copyOf(reasons);
        captures = Map.copyOf(captures);
        valueSpans = List.copyOf(valueSpans);
    }

    static Traces of(Clues clues, String raw, TextWords words) {
        return new Reading(clues, raw, words).read();
    }

    /** Words that the error has too, for what is shown; dear, since it asks of each word. */
    static List<Recognition.Reason> told(Clues clues, String raw, TextWords words) {
        if (clues.said() == null) {
            return List.of();
        }
        List<Recognition.Reason> told = new ArrayList<>();
        for (int place : clues.said().met().get()) {
            Words.Word w = words.words.get(place);
            told.add(new Recognition.Reason(
                    Recognition.ReasonKind.TOLD, raw.substring(w.from(), w.to()), w.from(), w.to()));
        }
        return told;
    }

    /** One reading of one error's clues. */
    private static final class Reading {

        private final Clues clues;
        private final String raw;
        private final TextWords words;
        private final Set<Recognition.Reason> reasons = new LinkedHashSet<>();
        private final Map<String, String> captures = new HashMap<>();
        private final List<int[]> valueSpans = new ArrayList<>();
        private boolean exact;
        private int literalCharacters;
        private int from = -1;
        private int to = -1;

        Reading(Clues clues, String raw, TextWords words) {
            this.clues = clues;
            this.raw = raw;
            this.words = words;
        }

        Traces read() {
            clues.codes().forEach(this::code);
            clues.saidCodes().forEach(c -> code(c.hit()));
            clues.supporting().forEach(f -> aligned(f, Recognition.ReasonKind.SUPPORTING));
            Finder.Found best = clues.best();
            if (best != null) {
                boolean message = best.entry().template() != null;
                double coverage = best.features()[Features.COVERAGE];
                // a few small words in passing are no reason, and what stands between them is no value
                boolean telling = clues.codes().isEmpty() || coverage > TELLING;
                if ((!message || coverage <= LIKELY || !toTheLetter(best)) && telling) {
                    boolean symptom = best.entry().signature().kind() == Signature.Kind.SYMPTOM;
                    aligned(best, symptom ? Recognition.ReasonKind.SYMPTOM : Recognition.ReasonKind.WORDS);
                    if (message) {
                        values(best);
                    }
                }
            }
            if (from < 0) {
                clues.codes().forEach(c -> covers(c.from(), c.to()));
            }
            return new Traces(List.copyOf(reasons), captures, valueSpans, exact, literalCharacters, from, to);
        }

        private void code(CodeHit hit) {
            reason(Recognition.ReasonKind.CODE, hit.canonical(), hit.from(), hit.to());
        }

        private boolean toTheLetter(Finder.Found f) {
            List<Resolved.Token> tokens = f.text().tokens;
            int firstLine = tokens.get(f.alignment().first).line();
            int lastLine = Math.min(
                    words.lines.size() - 1, tokens.get(f.alignment().last).line() + LINES_ON);
            int base = words.lineStart(Math.max(0, firstLine - LINES_ON));
            int end = words.lines.get(lastLine)[1];
            ExactTemplate template = ExactTemplate.of(f.entry().template());
            PreparedText text = null;
            ExactMatcher.Match match = null;
            for (PreparedText.Leave leave : PreparedText.Leave.values()) {
                text = words.prepared(base, end, leave);
                match = ExactMatcher.find(template, text);
                if (match != null) {
                    break;
                }
            }
            if (match == null) {
                return false;
            }
            exact = true;
            for (ExactMatcher.Piece p : match.pieces()) {
                int start = base + text.places[p.from()];
                int stop = base + text.places[p.to() - 1] + 1;
                covers(start, stop);
                if (p.name() == null) {
                    literalCharacters += p.to() - p.from();
                    reason(Recognition.ReasonKind.MESSAGE, raw.substring(start, stop), start, stop);
                } else {
                    valueSpans.add(new int[] {start, stop});
                    reason(Recognition.ReasonKind.VALUE, p.name(), start, stop);
                }
            }
            match.values().forEach(captures::putIfAbsent);
            return true;
        }

        private void aligned(Finder.Found f, Recognition.ReasonKind kind) {
            for (int token : f.alignment().at) {
                if (token >= 0) {
                    Resolved.Token t = f.text().tokens.get(token);
                    if (f == clues.best()) {
                        covers(t.from(), t.to());
                    }
                    reason(kind, raw.substring(t.from(), t.to()), t.from(), t.to());
                }
            }
        }

        private void values(Finder.Found f) {
            for (GapCaptures.Value v : GapCaptures.read(f, raw, words.lines)) {
                captures.putIfAbsent(v.name(), v.text());
                valueSpans.add(new int[] {v.from(), v.to()});
                reason(Recognition.ReasonKind.VALUE, v.name(), v.from(), v.to());
            }
        }

        private void reason(Recognition.ReasonKind kind, String text, int start, int end) {
            reasons.add(new Recognition.Reason(kind, text, start, end));
        }

        private void covers(int start, int end) {
            from = from < 0 ? start : Math.min(from, start);
            to = Math.max(to, end);
        }
    }
}
