package org.mendak.core.recognise.exact;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.language.Template;
import org.mendak.core.language.ValueEnds;
import org.mendak.core.language.ValueType;
import org.mendak.core.recognise.words.PreparedText;

/**
 * Finds a template in a prepared text, character by character with white space, case and quotation marks set aside. Tries
 * occurrences of each literal in turn under a budget of work units, so that no text can make it slow.
 */
public final class ExactMatcher {

    /** Where a literal or value stands, in squeezed positions; {@code name} is null for a literal. */
    public record Piece(String name, int from, int to) {}

    /** A match: its pieces in order and its captured values. */
    public record Match(List<Piece> pieces, Map<String, String> values) {}

    private static final int BUDGET = 4_000;
    private final PreparedText text;
    private final List<ExactTemplate.Part> parts;
    /** Whether what is left out of a literal's edges must be left out of the text there too. */
    private final boolean edges;

    private final List<Piece> pieces = new ArrayList<>();
    private final Map<String, String> values = new LinkedHashMap<>();
    private int work;

    private ExactMatcher(ExactTemplate template, PreparedText text, boolean edges) {
        this.text = text;
        this.parts = template.parts;
        this.edges = edges;
    }

    /** The first match with blanks and quotation marks beside values where the template has them, else without, or null. */
    public static Match find(ExactTemplate template, PreparedText text) {
        for (int loose = 0; loose < 2; loose++) {
            ExactMatcher m = new ExactMatcher(template, text, loose == 0);
            if (m.run()) {
                return new Match(List.copyOf(m.pieces), Map.copyOf(m.values));
            }
            if (m.work == 0) {
                return null; // the first literal stands nowhere
            }
        }
        return null;
    }

    private boolean run() {
        if (parts.isEmpty() || parts.size() == 1 && parts.get(0).hole() != null) {
            return false; // nothing but a value: it would match everything
        }
        boolean openStart = parts.get(0).hole() != null;
        String first = literal(openStart ? 1 : 0);
        if (first.isEmpty()) {
            return false;
        }
        int at = text.squeezed.indexOf(first);
        while (at >= 0 && work < BUDGET) {
            if (wordBegins(first, at) && (openStart ? openStart(at, first) : rest(1, at, first))) {
                return true;
            }
            pieces.clear();
            values.clear();
            work++;
            at = text.squeezed.indexOf(first, at + 1);
        }
        return false;
    }

    private boolean rest(int next, int at, String first) {
        pieces.add(new Piece(null, at, at + first.length()));
        return matchFrom(next, at + first.length());
    }

    private boolean openStart(int at, String first) {
        Template.Placeholder h = parts.get(0).hole();
        if (at == 0 || endsLine(at - 1)) {
            return false;
        }
        int from = at - 1; // what parts the value from the literal is no part of it
        int marked = holdsBlanks(h.type()) ? ValueEnds.opening(text.raw, text.places[from] + 1) : -1;
        int start = marked < 0 && isName(h.type()) ? pathStart(at) : marked < 0 ? -1 : squeezedBehind(marked, at);
        if (start >= 0) {
            return at - start <= h.type().longest() && capture(h, start, at) && rest(2, at, first);
        }
        while (from > 0 && at - from < h.type().longest() && !startsBehind(from - 1, h.type())) {
            from--;
        }
        if (h.type() == ValueType.TEXT) {
            from = behindNames(from, at);
        }
        if (!capture(h, from, at)) {
            return false;
        }
        return rest(2, at, first);
    }

    /** Before a message's first word nothing tells where a name with blanks begins: it is the last run without one. */
    private boolean startsBehind(int i, ValueType type) {
        return breaks(i, isName(type) ? ValueType.WORD : type);
    }

    private int pathStart(int at) {
        int end = text.places[at - 1] + 1;
        int line = Math.max(text.places[0], text.raw.lastIndexOf('\n', text.places[at - 1]) + 1);
        int start = ValueEnds.pathStart(text.raw, line, end);
        return start < 0 ? -1 : squeezedBehind(start - 1, at);
    }

    /** The first squeezed place behind a raw one, before another squeezed one. */
    private int squeezedBehind(int raw, int before) {
        int i = before - 1;
        while (i > 0 && text.places[i - 1] > raw) {
            i--;
        }
        return i;
    }

    /** "stager: sync: list.dat": programs put their names before a message, so the value is what stands behind the last of them. */
    private int behindNames(int from, int at) {
        for (int i = at - 2; i > from; i--) {
            char c = text.squeezed.charAt(i);
            boolean apart = text.places[i + 1] > text.places[i] + 1;
            if (apart && (c == ':' || c == '-' && text.places[i] > text.places[i - 1] + 1)) {
                return i + 1;
            }
        }
        return from;
    }

    /** Whether a line ends between this squeezed character and the next, and not because a window was too narrow. */
    private boolean endsLine(int i) {
        int end = text.raw.indexOf('\n', text.places[i]);
        return end >= 0 && end < text.places[i + 1] && !text.wrapsBehind(i);
    }

    /** Whether a value of this type ends between this squeezed character and the next. */
    private boolean breaks(int i, ValueType type) {
        int from = text.places[i] + 1;
        int to = i + 1 < text.places.length ? text.places[i + 1] : text.raw.length();
        boolean broken = false;
        boolean blank = false;
        for (int k = from; k < to; k++) {
            char c = text.raw.charAt(k);
            if (c == '"') {
                return true;
            }
            broken |= c == '\n';
            blank |= Character.isWhitespace(c);
        }
        if (broken) {
            return !text.wrapsBehind(i);
        }
        return blank && (!holdsBlanks(type) || isName(type) && ValueEnds.proseFollows(text.raw, from - 1, to));
    }

    private static boolean holdsBlanks(ValueType type) {
        return type == ValueType.TEXT || type == ValueType.LIST || isName(type);
    }

    /** Paths and names of files have blanks in them, and are followed by prose. */
    private static boolean isName(ValueType type) {
        return type == ValueType.PATH || type == ValueType.FILE;
    }

    /** A literal must not begin or end in the middle of a longer word of the raw text. */
    private boolean wordBegins(String literal, int at) {
        if (at == 0 || !Character.isLetterOrDigit(literal.charAt(0))) {
            return true;
        }
        int place = text.places[at];
        return place == 0 || !Character.isLetterOrDigit(text.raw.charAt(place - 1));
    }

    private boolean wordEnds(int end) {
        if (end == 0 || end >= text.places.length) {
            return true;
        }
        int last = text.places[end - 1];
        return text.places[end] != last + 1
                || !Character.isLetterOrDigit(text.raw.charAt(last))
                || !Character.isLetterOrDigit(text.raw.charAt(last + 1));
    }

    private String literal(int part) {
        return parts.get(part).literal();
    }

    /** Matches the parts from this one on, which starts exactly at this squeezed position. */
    private boolean matchFrom(int part, int at) {
        if (part >= parts.size()) {
            return wordEnds(at);
        }
        Template.Placeholder h = parts.get(part).hole();
        if (part == parts.size() - 1) {
            return last(h, at);
        }
        String next = literal(part + 1);
        int mark = pieces.size();
        int known = values.size();
        int limit = at + h.type().longest();
        int end = next(next, at + 1, limit);
        while (end >= 0 && work++ < BUDGET) {
            if (fitsEdges(parts.get(part + 1), part + 2 >= parts.size(), end) && capture(h, at, end)) {
                if (!next.isEmpty()) {
                    pieces.add(new Piece(null, end, end + next.length()));
                }
                if (matchFrom(part + 2, end + next.length())) {
                    return true;
                }
            }
            while (pieces.size() > mark) {
                pieces.remove(pieces.size() - 1);
            }
            forgetBut(known);
            end = next(next, end + 1, limit);
        }
        return false;
    }

    /** Drops the values that were captured last. */
    private void forgetBut(int count) {
        if (values.size() > count) {
            List<String> names = List.copyOf(values.keySet());
            names.subList(count, names.size()).forEach(values::remove);
        }
    }

    /** Whether blanks and quotation marks stand at the literal's edges where the template has them. */
    private boolean fitsEdges(ExactTemplate.Part literal, boolean last, int at) {
        if (!edges || literal.literal().isEmpty()) {
            return true;
        }
        int end = at + literal.literal().length();
        boolean start = !literal.looseStart() || at == 0 || text.places[at] > text.places[at - 1] + 1;
        boolean behind = !literal.looseEnd() && !last
                || end >= text.places.length
                || text.places[end] > text.places[end - 1] + 1;
        return start && behind;
    }

    /**
     * Where the literal stands next, not beyond {@code limit}: looking further would be work for nothing. An empty one stands where
     * blanks or quotation marks were left out.
     */
    private int next(String literal, int from, int limit) {
        int last = Math.min(limit, text.places.length - Math.max(1, literal.length()));
        for (int i = from; i <= last; i++) {
            boolean there =
                    literal.isEmpty() ? text.places[i] > text.places[i - 1] + 1 : text.squeezed.startsWith(literal, i);
            if (there) {
                return i;
            }
        }
        return -1;
    }

    /** A value at the template's end: as far as its type reaches, without closing punctuation. */
    private boolean last(Template.Placeholder h, int at) {
        if (at >= text.places.length) {
            return false;
        }
        int closing = holdsBlanks(h.type()) ? ValueEnds.closing(text.raw, text.places[at]) : -1;
        if (closing >= 0) {
            return lastMarked(h, at, closing);
        }
        int end = at + 1;
        while (end < text.places.length && end - at < h.type().longest() && !breaks(end - 1, h.type())) {
            end++;
        }
        if (unitMayFollow(h.type())) {
            end = withUnit(h, at, end);
        }
        while (end > at && ValueEnds.isBehind(text.squeezed, at, end - 1)) {
            end--;
        }
        return end > at && capture(h, at, end);
    }

    /** A value in quotation marks at the template's end: what stands between them. */
    private boolean lastMarked(Template.Placeholder h, int at, int closing) {
        int end = at + 1;
        while (end < text.places.length
                && text.places[end] < closing
                && end - at < h.type().longest()) {
            end++;
        }
        return capture(h, at, end);
    }

    private static boolean unitMayFollow(ValueType type) {
        return type == ValueType.SIZE || type == ValueType.DURATION;
    }

    /** "812 MB": the word behind the number, if it is a unit. */
    private int withUnit(Template.Placeholder h, int at, int end) {
        int next = end;
        while (next < text.places.length && (next == end || !breaks(next - 1, h.type()))) {
            next++;
        }
        int bare = next;
        while (bare > end && ValueEnds.isBehind(text.squeezed, at, bare - 1)) {
            bare--;
        }
        return bare > end && h.type().fits(text.value(at, bare, h.type())) ? bare : end;
    }

    private boolean capture(Template.Placeholder h, int from, int to) {
        String value = text.value(from, to, h.type()).strip();
        if (!h.type().fits(value)) {
            return false;
        }
        String before = values.putIfAbsent(h.name(), value);
        if (before != null && !before.equalsIgnoreCase(value)) {
            return false;
        }
        pieces.add(new Piece(h.name(), from, to));
        return true;
    }
}
