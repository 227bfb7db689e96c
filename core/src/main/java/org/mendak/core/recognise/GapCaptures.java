package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.language.Template;
import org.mendak.core.language.ValueEnds;
import org.mendak.core.recognise.match.Alignment;
import org.mendak.core.recognise.match.Finder;
import org.mendak.core.recognise.match.Lexicon;
import org.mendak.core.recognise.match.Resolved;
import org.mendak.core.recognise.match.Segment;
import org.mendak.core.recognise.words.PreparedText;
import org.mendak.core.recognise.words.Words;

/**
 * Values out of the gaps of an alignment, for messages that do not match to the letter: what stands between two matched words
 * where the template has placeholders, parted at the signs between them.
 */
final class GapCaptures {

    private static final String LOOSE = " \t\r\n\"'`\u2018\u2019\u201c\u201d\u00ab\u00bb";

    /** Words within which a misspelt one is looked for. */
    private static final int NEAR = 12;

    /** A value where it stands in the raw text. */
    record Value(String name, String text, int from, int to) {}

    private final String raw;
    private final List<Value> values = new ArrayList<>();
    private final Map<String, String> byName = new LinkedHashMap<>();

    private GapCaptures(String raw) {
        this.raw = raw;
    }

    /** The values of an entry's placeholders, as far as they can be told; {@code lines} are where messages start and end. */
    static List<Value> read(Finder.Found f, String raw, List<int[]> lines) {
        Segment.Entry entry = f.entry();
        Alignment a = f.alignment();
        List<Resolved.Token> tokens = f.text().tokens;
        GapCaptures g = new GapCaptures(raw);
        int[] places = repaired(entry, f.segment(), a, tokens);
        List<Template.Part> gap = new ArrayList<>();
        int word = 0;
        int from = -1;
        boolean whole = true; // whether every word since the last matched one was matched
        for (Template.Part part : entry.template().parts()) {
            if (part instanceof Template.Placeholder) {
                gap.add(part);
                continue;
            }
            String literal = ((Template.Literal) part).text();
            List<Words.Word> words = new ArrayList<>();
            Words.read(literal, 0, literal.length(), words);
            int at = 0;
            for (Words.Word w : words) {
                if (word >= places.length) {
                    return g.values;
                }
                int token = places[word++];
                sign(gap, literal.substring(at, w.from()));
                at = w.to();
                if (token < 0) {
                    whole = false;
                    continue;
                }
                int to = tokens.get(token).from();
                if (whole) {
                    int start = from >= 0 ? from : lines.get(tokens.get(token).line())[0];
                    g.part(gap, start, to, from < 0, false);
                }
                whole = true;
                gap.clear();
                from = tokens.get(token).to();
            }
            sign(gap, literal.substring(at));
        }
        if (whole && from >= 0) {
            g.part(gap, from, lines.get(tokens.get(lastOf(places)).line())[1], false, true);
        }
        return g.values;
    }

    /** The alignment with words added that stand where they belong and are nearly the template's, however short. */
    private static int[] repaired(Segment.Entry entry, Segment segment, Alignment a, List<Resolved.Token> tokens) {
        int[] places = a.at.clone();
        int stretchEnd = a.begin + a.tokenBag.length;
        for (int i = 0; i < places.length; i++) {
            if (places[i] >= 0) {
                continue;
            }
            int from = i == 0 ? Math.max(a.begin, a.first - NEAR) : places[i - 1] + 1;
            int to = i == places.length - 1 ? Math.min(stretchEnd, a.last + 1 + NEAR) : 0;
            for (int k = i + 1; k < places.length && to == 0; k++) {
                to = Math.max(0, places[k]);
            }
            if (i > 0 && places[i - 1] < 0 || to == 0) {
                continue;
            }
            String word = segment.lexicon.word(entry.words()[i]);
            int allowed = word.length() > 6 ? 2 : 1;
            for (int j = from; j < Math.min(to, from + NEAR) && places[i] < 0 && word.length() > 1; j++) {
                places[i] = Lexicon.distance(tokens.get(j).text(), word, allowed) <= allowed ? j : -1;
            }
        }
        return places;
    }

    private static int lastOf(int[] places) {
        int last = -1;
        for (int p : places) {
            last = Math.max(last, p);
        }
        return last;
    }

    private static void sign(List<Template.Part> gap, String between) {
        String bare = PreparedText.squeeze(between);
        boolean behindValue = !gap.isEmpty() && gap.get(gap.size() - 1) instanceof Template.Placeholder;
        if (!bare.isEmpty() || behindValue) {
            gap.add(new Template.Literal(bare)); // empty: nothing but blanks or quotation marks
        }
    }

    /** Parts one gap: placeholders with signs before, between and behind them. */
    private void part(List<Template.Part> gap, int from, int to, boolean openStart, boolean openEnd) {
        int at = from;
        for (int i = 0; i < gap.size(); i++) {
            if (gap.get(i) instanceof Template.Literal l) {
                int sign = raw.indexOf(l.text(), at);
                if (sign >= 0 && sign + l.text().length() <= to && blank(at, sign)) {
                    at = sign + l.text().length();
                }
                continue;
            }
            Template.Placeholder h = (Template.Placeholder) gap.get(i);
            int end = to;
            boolean last = i + 1 >= gap.size();
            if (!last && ((Template.Literal) gap.get(i + 1)).text().isEmpty()) {
                end = i + 2 < gap.size() ? blankFrom(at, to) : to;
            } else if (!last) {
                end = sign(((Template.Literal) gap.get(i + 1)).text(), at, to, i + 2 >= gap.size());
            }
            take(h, at, last && openEnd ? bare(at, end) : end, openStart && i == 0);
            at = end;
        }
    }

    /** Where the sign behind a value stands: the first, or the last if nothing but the next word follows it. */
    private int sign(String sign, int from, int to, boolean closing) {
        int at = closing ? raw.lastIndexOf(sign, to - sign.length()) : raw.indexOf(sign, from + 1);
        if (at <= from || at + sign.length() > to) {
            at = raw.indexOf(sign.substring(0, 1), from + 1);
        }
        return at > from && at < to ? at : to;
    }

    /** Where a value at a message's end ends: before closing punctuation and quotation marks. */
    private int bare(int from, int to) {
        int end = to;
        while (end > from && (LOOSE.indexOf(raw.charAt(end - 1)) >= 0 || ValueEnds.isBehind(raw, from, end - 1))) {
            end--;
        }
        return end;
    }

    private int blankFrom(int from, int to) {
        int at = from;
        while (at < to && LOOSE.indexOf(raw.charAt(at)) >= 0) {
            at++;
        }
        while (at < to && !Character.isWhitespace(raw.charAt(at))) {
            at++;
        }
        return at;
    }

    private boolean blank(int from, int to) {
        for (int i = from; i < to; i++) {
            if (LOOSE.indexOf(raw.charAt(i)) < 0) {
                return false;
            }
        }
        return true;
    }

    private void take(Template.Placeholder h, int from, int to, boolean backwards) {
        int a = from;
        int b = to;
        while (a < b && LOOSE.indexOf(raw.charAt(a)) >= 0) {
            a++;
        }
        while (b > a && LOOSE.indexOf(raw.charAt(b - 1)) >= 0) {
            b--;
        }
        if (fits(h, a, b) && !(b < raw.length() && backwards && b - a > h.type().longest())) {
            add(h, a, b);
            return;
        }
        int bare = b;
        while (bare > a && ValueEnds.isBehind(raw, a, bare - 1)) {
            bare--;
        }
        if (fits(h, a, bare)) {
            add(h, a, bare);
            return;
        }
        run(h, a, b, backwards);
    }

    /** The first run without blanks that fits the type; the last one before a message's first word. */
    private void run(Template.Placeholder h, int from, int to, boolean backwards) {
        int at = backwards ? to : from;
        for (int n = 0; n < 8 && (backwards ? at > from : at < to); n++) {
            int a = at;
            int b = at;
            if (backwards) {
                while (a > from && !Character.isWhitespace(raw.charAt(a - 1))) {
                    a--;
                }
                at = a - 1;
            } else {
                while (b < to && !Character.isWhitespace(raw.charAt(b))) {
                    b++;
                }
                at = b + 1;
            }
            while (b > a && (ValueEnds.isBehind(raw, a, b - 1) || LOOSE.indexOf(raw.charAt(b - 1)) >= 0)) {
                b--;
            }
            if (fits(h, a, b)) {
                add(h, a, b);
                return;
            }
        }
    }

    private boolean fits(Template.Placeholder h, int from, int to) {
        return to > from && to - from <= h.type().longest() && h.type().fits(value(from, to));
    }

    /** Line breaks inside a value come from wrapping. */
    private String value(int from, int to) {
        return raw.substring(from, to).replace("\r\n", "").replace("\n", "");
    }

    private void add(Template.Placeholder h, int from, int to) {
        String value = value(from, to);
        if (byName.putIfAbsent(h.name(), value) == null) {
            values.add(new Value(h.name(), value, from, to));
        }
    }
}
