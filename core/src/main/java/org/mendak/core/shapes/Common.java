package org.mendak.core.shapes;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.mendak.core.language.Proposal;
import org.mendak.core.language.ValueType;

/**
 * The message that texts of one shape are made of: what stands in all of them, and where they differ, or where they would by their
 * looks, a value with a name and a type.
 *
 * @param pieces literals and values in order; empty if the texts say nothing
 */
public record Common(List<Piece> pieces) {

    /**
     * A piece of the message.
     *
     * @param text what stands there in the text that it was made from
     * @param name what the value is called; empty for a literal
     * @param type what the value looks like; null for a literal
     * @param values what stood there, by the place of the text; empty for a literal
     */
    public record Piece(String text, String name, ValueType type, Map<Integer, String> values) {
        public Piece {
            values = Map.copyOf(values);
        }

        public boolean isValue() {
            return type != null;
        }
    }

    public Common {
        pieces = List.copyOf(pieces);
    }

    /** The message as documents write it. */
    public String template() {
        StringBuilder s = new StringBuilder();
        for (Piece p : pieces) {
            s.append(p.isValue() ? "{" + p.name() + ":" + p.type().word() + "}" : braced(p.text()));
        }
        return s.toString().strip();
    }

    /** A text in which braces are what they are. */
    public static String braced(String literal) {
        return literal.replace("{", "{{").replace("}", "}}");
    }

    /** What a value looks like of which these were seen. */
    public static ValueType typeOf(Collection<String> seen) {
        return HoleType.of(seen, " ", " .");
    }

    /** The codes that all of the texts name. */
    public static List<String> codes(List<String> texts) {
        List<String> all = null;
        for (String text : texts) {
            List<String> here = new ArrayList<>();
            Proposal.of(text)
                    .forEach(l -> l.tokens().stream()
                            .filter(Proposal.Token::code)
                            .map(Proposal.Token::text)
                            .filter(c -> !here.contains(c))
                            .forEach(here::add));
            if (all == null) {
                all = here;
            } else {
                all.retainAll(here);
            }
        }
        return all == null ? List.of() : List.copyOf(all);
    }

    /**
     * The message of texts that are of one shape.
     *
     * @param texts at least one; the same message whatever their order, except for which text a value's place names
     */
    public static Common of(List<String> texts) {
        List<Line> lines = new ArrayList<>();
        for (int i = 0; i < texts.size(); i++) {
            lines.add(new Line(i, Form.telling(Proposal.of(texts.get(i))).tokens()));
        }
        Line base = lines.stream()
                .min((a, b) -> a.words.size() != b.words.size()
                        ? a.words.size() - b.words.size()
                        : a.written().compareTo(b.written()))
                .orElseThrow();
        return new Common(new Meeting(base, lines).pieces());
    }

    /** A telling line; {@code words} are the places of the tokens that are more than blanks and signs. */
    private static final class Line {
        private final int text;
        private final List<Proposal.Token> tokens;
        private final List<Integer> words = new ArrayList<>();

        Line(int text, List<Proposal.Token> tokens) {
            this.text = text;
            this.tokens = tokens;
            for (int i = 0; i < tokens.size(); i++) {
                if (!tokens.get(i).type().isEmpty()) {
                    words.add(i);
                }
            }
        }

        Proposal.Token word(int i) {
            return tokens.get(words.get(i));
        }

        String written() {
            return between(0, tokens.size());
        }

        /** The tokens from one place to another as they stood. */
        String between(int from, int to) {
            StringBuilder s = new StringBuilder();
            for (int i = from; i < to; i++) {
                s.append(tokens.get(i).text());
            }
            return s.toString();
        }
    }

    /** Lays every line beside the base. */
    private static final class Meeting {
        private final Line base;
        /** For each line, the word of it that is the same as each word of the base; -1 if none is. */
        private final List<int[]> same = new ArrayList<>();

        private final List<Line> lines;
        private final boolean[] constant;
        private final boolean[] differs;

        Meeting(Line base, List<Line> lines) {
            this.base = base;
            this.lines = lines;
            constant = new boolean[base.words.size()];
            differs = new boolean[base.words.size()];
            for (int i = 0; i < constant.length; i++) {
                constant[i] = !base.word(i).varies();
            }
            for (Line l : lines) {
                int[] m = matched(l);
                same.add(m);
                for (int i = 0; i < m.length; i++) {
                    differs[i] |= m[i] < 0;
                    constant[i] &= m[i] >= 0;
                }
                noteInsertions(l, m);
            }
        }

        /** Where words stand in another line that the base has none of, one of the words beside becomes part of the value. */
        private void noteInsertions(Line l, int[] m) {
            int last = -1;
            for (int i = 0; i <= m.length; i++) {
                int at = i == m.length ? l.words.size() : m[i];
                if (at < 0) {
                    continue;
                }
                boolean emptyHere = i == 0 || m[i - 1] >= 0;
                if (emptyHere && at > last + 1) {
                    int beside = i < m.length && (i == 0 || !constant[i] || constant[i - 1]) ? i : i - 1;
                    if (beside >= 0) {
                        constant[beside] = false;
                        differs[beside] = true;
                    }
                }
                last = at;
            }
        }

        private int[] matched(Line l) {
            int n = base.words.size();
            int m = l.words.size();
            int[][] longest = new int[n + 1][m + 1];
            for (int i = n - 1; i >= 0; i--) {
                for (int j = m - 1; j >= 0; j--) {
                    longest[i][j] = Math.max(longest[i + 1][j], longest[i][j + 1]);
                    if (base.word(i).text().equalsIgnoreCase(l.word(j).text())) {
                        longest[i][j] = Math.max(longest[i][j], longest[i + 1][j + 1] + 1);
                    }
                }
            }
            int[] to = new int[n];
            int i = 0;
            int j = 0;
            while (i < n) {
                if (j < m
                        && base.word(i).text().equalsIgnoreCase(l.word(j).text())
                        && longest[i][j] == longest[i + 1][j + 1] + 1) {
                    to[i++] = j++;
                } else if (j < m && longest[i][j + 1] >= longest[i + 1][j]) {
                    j++;
                } else {
                    to[i++] = -1;
                }
            }
            return to;
        }

        List<Piece> pieces() {
            List<Piece> pieces = new ArrayList<>();
            List<String> names = new ArrayList<>();
            int at = 0;
            int i = 0;
            while (i < constant.length) {
                if (constant[i]) {
                    i++;
                    continue;
                }
                int end = i + 1;
                while (end < constant.length && !constant[end] && joins(end)) {
                    end++;
                }
                int from = base.words.get(i);
                int to = base.words.get(end - 1) + 1;
                literal(pieces, base.between(at, from));
                Map<Integer, String> values = values(i, end);
                pieces.add(new Piece(
                        base.between(from, to),
                        name(base.word(i).name(), names),
                        HoleType.of(values.values(), base.between(at, from), base.between(to, base.tokens.size())),
                        values));
                at = to;
                i = end;
            }
            literal(pieces, base.between(at, base.tokens.size()));
            return pieces;
        }

        /** Whether a word that is no constant is one value with the one before it: only blanks stand between, and it is no figure. */
        private boolean joins(int word) {
            String between = base.between(base.words.get(word - 1) + 1, base.words.get(word));
            return between.isBlank() && !(figures(word) && figures(word - 1));
        }

        private boolean figures(int word) {
            return base.word(word).varies() && !differs[word]
                    || ValueType.NUMBER.word().equals(base.word(word).type());
        }

        /** What stands in every line between the constants around. */
        private Map<Integer, String> values(int from, int to) {
            Map<Integer, String> values = new TreeMap<>();
            for (int k = 0; k < lines.size(); k++) {
                Line l = lines.get(k);
                int[] m = same.get(k);
                int before = from - 1;
                while (before >= 0 && (m[before] < 0 || !constant[before])) {
                    before--;
                }
                int behind = to;
                while (behind < m.length && (m[behind] < 0 || !constant[behind])) {
                    behind++;
                }
                int first = before < 0 ? 0 : m[before] + 1;
                int last = (behind == m.length ? l.words.size() : m[behind]) - 1;
                // several values between the same constants: as many words from the left as the base has
                first += Math.min(from - before - 1, Math.max(0, last - first));
                last -= Math.min(behind - to, Math.max(0, last - first));
                if (first <= last && last < l.words.size()) {
                    values.put(l.text, l.between(l.words.get(first), l.words.get(last) + 1));
                }
            }
            return values;
        }

        private static void literal(List<Piece> pieces, String text) {
            if (!text.isEmpty()) {
                pieces.add(new Piece(text, "", null, Map.of()));
            }
        }

        private static String name(String wanted, List<String> taken) {
            String base = wanted.isEmpty() ? "value" : wanted.toLowerCase(Locale.ROOT);
            String name = base;
            for (int n = 2; taken.contains(name); n++) {
                name = base + n;
            }
            taken.add(name);
            return name;
        }
    }
}
