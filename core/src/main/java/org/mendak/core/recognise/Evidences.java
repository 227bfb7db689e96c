package org.mendak.core.recognise;

import java.util.List;
import org.mendak.core.runbook.Signature;

/** Reads reasons, values and places of a suspect out of the text: to the letter where it can, else from the alignment. */
final class Evidences {

    /** Lines behind the last matched word in which a wrapped value may go on. */
    private static final int LINES_ON = 2;

    /** The share of a message that must be there to speak of it beside a code. */
    private static final double TELLING = 0.3;

    /** The share of a message's words without which it cannot stand there to the letter. */
    private static final double LIKELY = 0.5;

    private Evidences() {}

    static void gather(Suspect s, String raw, TextWords words) {
        for (CodeHit hit : s.codes) {
            s.reason(Recognition.ReasonKind.CODE, hit.canonical(), hit.from(), hit.to());
        }
        for (SaidCodes.Said said : s.saidCodes) {
            s.reason(
                    Recognition.ReasonKind.CODE,
                    said.hit().canonical(),
                    said.hit().from(),
                    said.hit().to());
        }
        for (Finder.Found f : s.supporting) {
            aligned(s, f, Recognition.ReasonKind.SUPPORTING, raw);
        }
        Finder.Found best = s.best;
        if (best != null) {
            Signature.Kind kind = best.entry().signature().kind();
            boolean message = best.entry().template() != null;
            // a few small words in passing are no reason, and what stands between them is no value
            boolean telling = s.codes.isEmpty() || best.features()[Features.COVERAGE] > TELLING;
            boolean likely = best.features()[Features.COVERAGE] > LIKELY;
            if ((!message || !likely || !exact(s, best, raw, words)) && telling) {
                aligned(
                        s,
                        best,
                        kind == Signature.Kind.SYMPTOM ? Recognition.ReasonKind.SYMPTOM : Recognition.ReasonKind.WORDS,
                        raw);
                if (message) {
                    values(s, best, raw, words);
                }
            }
        }
        if (s.from < 0) {
            s.codes.forEach(c -> s.covers(c.from(), c.to()));
        }
    }

    /** Words that the error has too, for what is shown; dear, since it asks of each word. */
    static void told(Suspect s, String raw, TextWords words) {
        if (s.said != null && !s.exact) {
            for (int place : s.said.met().get()) {
                Words.Word w = words.words.get(place);
                s.reason(Recognition.ReasonKind.TOLD, raw.substring(w.from(), w.to()), w.from(), w.to());
            }
        }
    }

    private static boolean exact(Suspect s, Finder.Found f, String raw, TextWords words) {
        List<Resolved.Token> tokens = f.text().tokens;
        int firstLine = tokens.get(f.alignment().first).line();
        int lastLine =
                Math.min(words.lines.size() - 1, tokens.get(f.alignment().last).line() + LINES_ON);
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
        s.exact = true;
        for (ExactMatcher.Piece p : match.pieces()) {
            int from = base + text.places[p.from()];
            int to = base + text.places[p.to() - 1] + 1;
            s.covers(from, to);
            if (p.name() == null) {
                s.literalCharacters += p.to() - p.from();
                s.reason(Recognition.ReasonKind.MESSAGE, raw.substring(from, to), from, to);
            } else {
                s.valueSpans.add(new int[] {from, to});
                s.reason(Recognition.ReasonKind.VALUE, p.name(), from, to);
            }
        }
        match.values().forEach(s.captures::putIfAbsent);
        return true;
    }

    private static void aligned(Suspect s, Finder.Found f, Recognition.ReasonKind kind, String raw) {
        Alignment a = f.alignment();
        for (int token : a.at) {
            if (token >= 0) {
                Resolved.Token t = f.text().tokens.get(token);
                if (f == s.best) {
                    s.covers(t.from(), t.to());
                }
                s.reason(kind, raw.substring(t.from(), t.to()), t.from(), t.to());
            }
        }
    }

    private static void values(Suspect s, Finder.Found f, String raw, TextWords words) {
        for (GapCaptures.Value v : GapCaptures.read(f, raw, words.lines)) {
            s.captures.putIfAbsent(v.name(), v.text());
            s.valueSpans.add(new int[] {v.from(), v.to()});
            s.reason(Recognition.ReasonKind.VALUE, v.name(), v.from(), v.to());
        }
    }
}
