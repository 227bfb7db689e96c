package org.mendak.core.reading;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.language.Template;
import org.mendak.core.language.ValueEnds;
import org.mendak.core.language.ValueType;

/**
 * The places of one line that fit a template. Case does not matter, a blank stands for any number of them, and blanks beside a colon or an
 * equals sign are free. A value ends where the next literal, the mark or bracket that closes it, or the line ends; where a path could
 * end at several, each way is a place of its own. Work is bounded for each line.
 */
final class LineMatcher {

    private static final int BUDGET = 20_000;
    /** What it costs to judge whether a text is a value, in characters looked at. */
    private static final int JUDGING = 20;

    private static final String OPENING = "\"'`\u2018\u201c\u201e\u00ab";
    private static final String CLOSING = "\"'`\u2019\u201d\u201d\u00bb";

    private final List<Template.Part> parts;
    private final ShownLine line;
    private final String text;
    private final List<Found> ways = new ArrayList<>();
    private int work;

    /** One way the template fits; {@code from} and {@code to} are the whole match's. */
    private record Found(Map<String, String> values, List<Place.Span> spans, int from, int to) {}

    private LineMatcher(Template template, ShownLine line) {
        this.parts = template.parts();
        this.line = line;
        this.text = line.text;
    }

    /**
     * All places, from left to right.
     *
     * @param left work that may still be done for the whole output, in its first element; what is done is taken off it
     */
    static List<Place> places(Template template, ShownLine line, long[] left) {
        LineMatcher m = new LineMatcher(template, line);
        List<Place> places = m.run();
        left[0] -= m.work + line.text.length();
        return places;
    }

    private List<Place> run() {
        List<Place> places = new ArrayList<>();
        if (parts.size() == 1 && parts.get(0) instanceof Template.Placeholder p) {
            whole(p, places);
            return places;
        }
        boolean open = parts.get(0) instanceof Template.Placeholder;
        String first = literal(open ? 1 : 0);
        int from = 0;
        while (from < text.length() && work < BUDGET) {
            ways.clear();
            int end = literalEnd(first, from);
            if (end >= 0 && begins(first, from)) {
                if (open) {
                    behindOpen(from, end);
                } else {
                    match(1, end, new Found(Map.of(), List.of(), from, end));
                }
            }
            work++;
            List<Found> best = best();
            best.forEach(w -> places.add(new Place(w.values(), w.spans(), line.shown())));
            from = best.isEmpty()
                    ? from + 1
                    : Math.max(from + 1, best.stream().mapToInt(Found::to).min().orElse(from));
        }
        return places;
    }

    /** A template that is one placeholder takes the whole line. */
    private void whole(Template.Placeholder p, List<Place> places) {
        int from = 0;
        int to = text.length();
        while (from < to && Character.isWhitespace(text.charAt(from))) {
            from++;
        }
        while (to > from && Character.isWhitespace(text.charAt(to - 1))) {
            to--;
        }
        if (to > from && WholeValue.fits(p.type(), text.substring(from, to))) {
            places.add(new Place(
                    Map.of(p.name(), text.substring(from, to)), List.of(line.span(p.name(), from, to)), line.shown()));
        }
    }

    /** Where paths begin as paths do, the other ways are none. */
    private List<Found> best() {
        List<Found> rooted = ways.stream()
                .filter(w -> parts.stream()
                        .filter(p -> p instanceof Template.Placeholder h && h.type() == ValueType.PATH)
                        .allMatch(p -> WholeValue.isRooted(w.values().get(((Template.Placeholder) p).name()))))
                .toList();
        return rooted.isEmpty() ? List.copyOf(ways) : rooted;
    }

    private String literal(int part) {
        return ((Template.Literal) parts.get(part)).text();
    }

    /** A literal that begins with a letter does not begin inside a word. */
    private boolean begins(String literal, int at) {
        return at == 0
                || !Character.isLetterOrDigit(literal.charAt(0))
                || !Character.isLetterOrDigit(text.charAt(at - 1));
    }

    /** Where a literal that stands at a place ends; -1 if it does not stand there. */
    private int literalEnd(String literal, int at) {
        int i = at;
        int k = 0;
        while (k < literal.length()) {
            char c = literal.charAt(k);
            if (Character.isWhitespace(c)) {
                int blanks = i;
                while (i < text.length() && Character.isWhitespace(text.charAt(i))) {
                    i++;
                }
                while (k < literal.length() && Character.isWhitespace(literal.charAt(k))) {
                    k++;
                }
                boolean free = k < literal.length() && isJoint(literal.charAt(k))
                        || k > 1 && isJoint(lastBefore(literal, k))
                        || i == text.length();
                if (i == blanks && !free) {
                    return -1;
                }
                continue;
            }
            if (isJoint(c)) {
                while (i < text.length() && Character.isWhitespace(text.charAt(i))) {
                    i++;
                }
            }
            if (i >= text.length() || fold(text.charAt(i)) != fold(c)) {
                return -1;
            }
            i++;
            k++;
        }
        return i;
    }

    private static char lastBefore(String literal, int k) {
        int j = k - 1;
        while (j > 0 && Character.isWhitespace(literal.charAt(j))) {
            j--;
        }
        return literal.charAt(j);
    }

    private static boolean isJoint(char c) {
        return c == ':' || c == '=' || c == '\uff1a';
    }

    private static char fold(char c) {
        int opening = OPENING.indexOf(c);
        int closing = CLOSING.indexOf(c);
        if (opening > 2 || closing > 2) {
            return "\u2018\u2019".indexOf(c) >= 0 ? '\'' : '"';
        }
        return Character.toLowerCase(Character.toUpperCase(c));
    }

    private void match(int part, int at, Found so) {
        if (work++ > BUDGET) {
            return;
        }
        if (part >= parts.size()) {
            String last = parts.get(parts.size() - 1) instanceof Template.Literal l ? l.text() : " ";
            // "64." does not end in "64.5", nor "pier" in "pierhead"
            char end = last.charAt(last.length() - 1);
            boolean apart = at >= text.length()
                    || !Character.isLetterOrDigit(end) && ".,:-_/\\".indexOf(end) < 0
                    || !Character.isLetterOrDigit(text.charAt(at));
            if (apart) {
                ways.add(new Found(so.values(), so.spans(), so.from(), at));
            }
            return;
        }
        Template.Placeholder p = (Template.Placeholder) parts.get(part);
        int start = at;
        while (start < text.length() && Character.isWhitespace(text.charAt(start))) {
            start++;
        }
        if (start >= text.length()) {
            return;
        }
        int closing = closing(start);
        if (closing > 0) {
            marked(part, p, start + 1, closing, so);
        } else if (part + 1 < parts.size()) {
            upToLiteral(part, p, start, so);
        } else {
            for (int end : ends(p.type(), start)) {
                with(p, start, end, so).ifPresent(f -> match(part + 1, end, f));
            }
        }
    }

    /** Where the mark stands that closes the one at a place; -1 if none is opened there, or none closes it. */
    private int closing(int start) {
        int mark = OPENING.indexOf(text.charAt(start));
        return mark < 0 ? -1 : text.indexOf(CLOSING.charAt(mark), start + 2);
    }

    /** A value in marks that the author did not write. */
    private void marked(int part, Template.Placeholder p, int from, int to, Found so) {
        with(p, from, to, so).ifPresent(f -> {
            int next = part + 1 < parts.size() ? literalEnd(literal(part + 1), to + 1) : to + 1;
            if (next >= 0) {
                match(part + 2, next, f);
            }
        });
    }

    private void upToLiteral(int part, Template.Placeholder p, int start, Found so) {
        String next = literal(part + 1);
        int most = Math.min(text.length(), start + p.type().longest());
        boolean measure = p.type() == ValueType.SIZE || p.type() == ValueType.DURATION;
        List<Integer> ends = new ArrayList<>();
        for (int end = start + 1; end <= most && work < BUDGET; end++) {
            work++;
            if (!p.type().mayHoldBlanks() && end > start + 1 && Character.isWhitespace(text.charAt(end - 1))) {
                break;
            }
            int behind = literalEnd(next, end);
            boolean there = behind >= 0
                    && (end < text.length() || next.isBlank())
                    && begins(next, end)
                    && !isOwnBracket(next, start, end);
            work += there ? JUDGING : 0;
            if (there && WholeValue.fits(p.type(), text.substring(start, end).strip())) {
                // a number's unit belongs to it: the longest that fits is the value
                ends.add(measure ? 0 : ends.size(), end);
            }
        }
        int before = ways.size();
        for (int end : ends) {
            with(p, start, end, so).ifPresent(f -> match(part + 2, literalEnd(next, end), f));
            // a text reaches to the first place that fits; where a path ends is not as plain
            if (ways.size() > before && p.type() != ValueType.PATH && p.type() != ValueType.FILE) {
                return;
            }
        }
    }

    /** Whether the literal's bracket closes one that was opened in the value: brackets stay in pairs. */
    private boolean isOwnBracket(String next, int start, int end) {
        return ")]}".indexOf(next.charAt(0)) >= 0 && end < text.length() && !ValueEnds.isBehind(text, start, end);
    }

    /** The value added to what is read so far; empty if it is none, or differs from the same name's before. */
    private java.util.Optional<Found> with(Template.Placeholder p, int from, int to, Found so) {
        int end = to;
        while (end > from && Character.isWhitespace(text.charAt(end - 1))) {
            end--;
        }
        if (end <= from) {
            return java.util.Optional.empty();
        }
        String value = text.substring(from, end);
        String before = so.values().get(p.name());
        if (!WholeValue.fits(p.type(), value) || before != null && !before.equalsIgnoreCase(value)) {
            return java.util.Optional.empty();
        }
        Map<String, String> values = new LinkedHashMap<>(so.values());
        values.putIfAbsent(p.name(), value);
        List<Place.Span> spans = new ArrayList<>(so.spans());
        spans.add(line.span(p.name(), from, end));
        return java.util.Optional.of(new Found(values, spans, Math.min(so.from(), from), to));
    }

    /** Where a value at the template's end may end; the likeliest first. */
    private List<Integer> ends(ValueType type, int start) {
        int limit = Math.min(text.length(), start + type.longest());
        if (type == ValueType.SIZE || type == ValueType.DURATION) {
            return measureEnd(type, start, limit);
        }
        if (!type.mayHoldBlanks()) {
            int end = tokenEnd(start, limit);
            return WholeValue.isCut(text.substring(start, end)) ? List.of() : List.of(withoutSigns(start, end));
        }
        int end = limit;
        while (end > start && Character.isWhitespace(text.charAt(end - 1))) {
            end--;
        }
        int closed = bracket(start, end);
        if (closed >= 0) {
            return List.of(closed);
        }
        if (type == ValueType.TEXT || WholeValue.isCut(text.substring(start, end))) {
            return List.of(end);
        }
        List<Integer> all = new ArrayList<>();
        for (int i = start + 1; i < end && type != ValueType.LIST; i++) {
            int next = i;
            while (next < end && Character.isWhitespace(text.charAt(next))) {
                next++;
            }
            if (next > i && !Character.isWhitespace(text.charAt(i - 1)) && ValueEnds.proseFollows(text, i - 1, next)) {
                all.add(withoutSigns(start, i));
                break;
            }
        }
        int whole = withoutSigns(start, end);
        if (!all.contains(whole)) {
            all.add(whole);
        }
        return all;
    }

    /** Where a bracket closes that the template or the text opened right before the value; -1 if none does. */
    private int bracket(int start, int end) {
        char before = start == 0 ? ' ' : text.charAt(start - 1);
        int kind = "([{<".indexOf(before);
        if (kind < 0) {
            return -1;
        }
        char open = before;
        char close = ")]}>".charAt(kind);
        int depth = 0;
        for (int i = start; i < end; i++) {
            if (text.charAt(i) == open) {
                depth++;
            } else if (text.charAt(i) == close && depth-- == 0) {
                return i;
            }
        }
        return -1;
    }

    private int tokenEnd(int start, int limit) {
        int end = start;
        while (end < limit && !Character.isWhitespace(text.charAt(end))) {
            end++;
        }
        return end;
    }

    private int withoutSigns(int start, int end) {
        int to = end;
        while (to > start + 1 && (ValueEnds.isBehind(text, start, to - 1) || "\"'".indexOf(text.charAt(to - 1)) >= 0)) {
            to--;
        }
        return to;
    }

    /** A number with what follows it as far as that is its unit. */
    private List<Integer> measureEnd(ValueType type, int start, int limit) {
        int best = -1;
        int end = start;
        for (int tokens = 0; tokens < 4 && end < limit; tokens++) {
            while (end < limit && Character.isWhitespace(text.charAt(end))) {
                end++;
            }
            end = tokenEnd(end, limit);
            int bare = withoutSigns(start, end);
            if (WholeValue.fits(type, text.substring(start, bare))) {
                best = bare;
            }
            if (bare < end) {
                break;
            }
        }
        return best < 0 ? List.of() : List.of(best);
    }

    /** A value before the first literal: where it begins nobody wrote. */
    private void behindOpen(int at, int behind) {
        Template.Placeholder p = (Template.Placeholder) parts.get(0);
        int end = at;
        while (end > 0 && Character.isWhitespace(text.charAt(end - 1))) {
            end--;
        }
        if (end == 0) {
            return;
        }
        int closing = CLOSING.indexOf(text.charAt(end - 1));
        int opening = closing < 0 || end < 2 ? -1 : text.lastIndexOf(OPENING.charAt(closing), end - 2);
        int to = opening >= 0 ? end - 1 : end;
        for (int start : opening >= 0 ? List.of(opening + 1) : starts(p.type(), end)) {
            with(p, start, to, new Found(Map.of(), List.of(), start, behind)).ifPresent(f -> match(2, behind, f));
            if (!ways.isEmpty() && p.type() != ValueType.PATH && p.type() != ValueType.FILE) {
                return;
            }
        }
    }

    /** Programs put their names, and consoles their prompts, before what they say. */
    private int behindNames(int first, int end) {
        int behind = Math.max(text.lastIndexOf(": ", end - 1), text.lastIndexOf("> ", end - 1));
        return behind >= first ? behind + 2 : first;
    }

    /** Where a value that ends at a place may begin; the likeliest first. */
    private List<Integer> starts(ValueType type, int end) {
        int first = 0;
        while (first < end && Character.isWhitespace(text.charAt(first))) {
            first++;
        }
        int token = end;
        while (token > first && !Character.isWhitespace(text.charAt(token - 1))) {
            token--;
        }
        switch (type) {
            case PATH, FILE -> {
                int rooted = ValueEnds.pathStart(text, first, end);
                int named = behindNames(first, end);
                return rooted >= 0 ? List.of(rooted) : named == token ? List.of(token) : List.of(named, token);
            }
            case TEXT, LIST -> {
                return List.of(behindNames(first, end));
            }
            case SIZE, DURATION -> {
                int two = token;
                while (two > first && Character.isWhitespace(text.charAt(two - 1))) {
                    two--;
                }
                while (two > first && !Character.isWhitespace(text.charAt(two - 1))) {
                    two--;
                }
                return List.of(two, token);
            }
            default -> {
                return List.of(token);
            }
        }
    }
}
