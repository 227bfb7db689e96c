package org.mendak.core.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * How a table's lines part into cells, told by its heading: by tabs, by upright rules, or by where the headings stand. Where a cell runs
 * into the next column without a blank between them it is torn, and read as nothing.
 */
final class TableShape {

    private enum Kind {
        TABS,
        RULED,
        COLUMNS
    }

    private final Kind kind;
    private final List<Cell> headings;
    /** Where the columns begin and end on the screen; wide signs take two places. */
    private final List<int[]> places;

    private TableShape(Kind kind, List<Cell> headings, List<int[]> places) {
        this.kind = kind;
        this.headings = headings;
        this.places = places;
    }

    /** The shape of a table with this heading; {@code under} is the line below, whose rule says how wide the columns are. */
    static TableShape of(String heading, String under, List<String> wanted) {
        if (heading.indexOf('\t') >= 0) {
            return new TableShape(Kind.TABS, split(heading, "\t"), List.of());
        }
        if (bars(heading) > 0) {
            return new TableShape(Kind.RULED, ruled(heading), List.of());
        }
        List<Cell> cells = chunks(heading);
        boolean missing = wanted.stream().anyMatch(w -> index(cells, w) < 0);
        List<Cell> words = missing ? words(heading, wanted) : cells;
        List<Cell> columns = WholeValue.isRule(under) && !under.isBlank() ? byRule(heading, under, words) : words;
        int[] screen = screen(heading);
        int[] below = screen(under);
        List<int[]> places = new ArrayList<>();
        for (Cell c : columns) {
            places.add(
                    columns == words
                            ? new int[] {screen[c.from()], screen[c.to()]}
                            : new int[] {below[c.from()], below[c.to()]});
        }
        List<Cell> named = new ArrayList<>();
        for (Cell c : columns) {
            named.add(columns == words ? c : Cell.of(heading, c.from(), c.to()));
        }
        return new TableShape(Kind.COLUMNS, named, places);
    }

    /** Which column has a heading; -1 if none. */
    int column(String heading) {
        return index(headings, heading);
    }

    private static int index(List<Cell> cells, String heading) {
        for (int i = 0; i < cells.size(); i++) {
            if (cells.get(i).text().toLowerCase(Locale.ROOT).equals(heading.toLowerCase(Locale.ROOT))) {
                return i;
            }
        }
        return -1;
    }

    /** Whether a line can be a row of this table at all. */
    boolean isRow(String line) {
        return switch (kind) {
            case TABS -> line.indexOf('\t') >= 0;
            case RULED -> bars(line) > 0;
            case COLUMNS -> true;
        };
    }

    /** Rules may stand between the rows of a ruled table; below the rows of another one its foot begins. */
    boolean goesOnBehindRule() {
        return kind == Kind.RULED;
    }

    /** A row's cells, one for each heading; an empty text where nothing stands. */
    List<Cell> cells(String line) {
        if (kind != Kind.COLUMNS) {
            List<Cell> cells = kind == Kind.TABS ? split(line, "\t") : ruled(line);
            while (cells.size() < headings.size()) {
                cells.add(new Cell("", line.length(), line.length(), false));
            }
            return cells;
        }
        Cell[] cells = new Cell[places.size()];
        java.util.Arrays.fill(cells, new Cell("", 0, 0, false));
        int[] screen = screen(line);
        for (Cell chunk : chunks(line)) {
            place(line, chunk, screen, cells);
        }
        return List.of(cells);
    }

    /** Puts a chunk under the headings that it reaches; cuts it only at a blank where the next column begins. */
    private void place(String line, Cell chunk, int[] screen, Cell[] cells) {
        int a = screen[chunk.from()];
        int b = screen[chunk.to()];
        List<Integer> under = new ArrayList<>();
        for (int k = 0; k < places.size(); k++) {
            if (a < places.get(k)[1] && b > places.get(k)[0]) {
                under.add(k);
            }
        }
        if (under.isEmpty()) {
            int near = nearest(a, b);
            put(cells, near, chunk);
            return;
        }
        int from = chunk.from();
        for (int n = 0; n < under.size(); n++) {
            int k = under.get(n);
            int to = chunk.to();
            if (n + 1 < under.size()) {
                int start = places.get(under.get(n + 1))[0];
                int cut = chunk.from();
                while (cut < chunk.to() && screen[cut] < start) {
                    cut++;
                }
                boolean apart = cut > chunk.from() && Character.isWhitespace(line.charAt(cut - 1));
                if (!apart) {
                    under.forEach(u -> cells[u] = new Cell(chunk.text(), chunk.from(), chunk.to(), true));
                    return;
                }
                to = cut;
            }
            put(cells, k, Cell.of(line, from, to));
            from = to;
        }
    }

    private void put(Cell[] cells, int k, Cell chunk) {
        boolean taken = !cells[k].text().isEmpty();
        cells[k] = taken ? new Cell(chunk.text(), cells[k].from(), chunk.to(), true) : chunk;
    }

    private int nearest(int a, int b) {
        int best = 0;
        int least = Integer.MAX_VALUE;
        for (int k = 0; k < places.size(); k++) {
            int gap = a >= places.get(k)[1] ? a - places.get(k)[1] : places.get(k)[0] - b;
            if (gap < least) {
                least = gap;
                best = k;
            }
        }
        return best;
    }

    private static List<Cell> split(String line, String sign) {
        List<Cell> cells = new ArrayList<>();
        int from = 0;
        for (int i = 0; i <= line.length(); i++) {
            if (i == line.length() || line.startsWith(sign, i)) {
                cells.add(Cell.of(line, from, i));
                from = i + 1;
            }
        }
        return cells;
    }

    private static boolean isBar(char c) {
        return c == '|' || c == '\u2502' || c == '\u2503' || c == '\u2551';
    }

    private static long bars(String line) {
        return line.chars().filter(c -> isBar((char) c)).count();
    }

    private static List<Cell> ruled(String line) {
        List<Cell> cells = new ArrayList<>();
        String bare = line.strip();
        boolean opens = !bare.isEmpty() && isBar(bare.charAt(0));
        boolean closes = !bare.isEmpty() && isBar(bare.charAt(bare.length() - 1));
        int from = 0;
        for (int i = 0; i <= line.length(); i++) {
            if (i == line.length() || isBar(line.charAt(i))) {
                cells.add(Cell.of(line, from, i));
                from = i + 1;
            }
        }
        if (opens) {
            cells.remove(0);
        }
        if (closes && !cells.isEmpty()) {
            cells.remove(cells.size() - 1);
        }
        return cells;
    }

    /** Stretches between two blanks or more. */
    private static List<Cell> chunks(String line) {
        List<Cell> cells = new ArrayList<>();
        int from = -1;
        for (int i = 0; i <= line.length(); i++) {
            boolean ends = i == line.length()
                    || Character.isWhitespace(line.charAt(i))
                            && (i + 1 >= line.length() || Character.isWhitespace(line.charAt(i + 1)));
            if (ends && from >= 0) {
                cells.add(Cell.of(line, from, i));
                from = -1;
            } else if (!ends && from < 0 && !Character.isWhitespace(line.charAt(i))) {
                from = i;
            }
        }
        return cells;
    }

    /** Headings that a single blank parts: the wanted ones as they stand, every other word by itself. */
    private static List<Cell> words(String line, List<String> wanted) {
        List<Cell> cells = new ArrayList<>();
        String small = line.toLowerCase(Locale.ROOT);
        int i = 0;
        while (i < line.length()) {
            if (Character.isWhitespace(line.charAt(i))) {
                i++;
                continue;
            }
            int end = i;
            while (end < line.length() && !Character.isWhitespace(line.charAt(end))) {
                end++;
            }
            for (String w : wanted) {
                int to = i + w.length();
                boolean there = small.startsWith(w.toLowerCase(Locale.ROOT), i)
                        && (to >= line.length() || Character.isWhitespace(line.charAt(to)));
                end = there ? Math.max(end, to) : end;
            }
            cells.add(Cell.of(line, i, end));
            i = end;
        }
        return cells;
    }

    /** As wide as the rule below says, if there is one stretch of it for each heading. */
    private static List<Cell> byRule(String heading, String rule, List<Cell> words) {
        List<Cell> stretches = new ArrayList<>();
        int from = -1;
        for (int i = 0; i <= rule.length(); i++) {
            boolean blank = i == rule.length() || Character.isWhitespace(rule.charAt(i));
            if (!blank && from < 0) {
                from = i;
            } else if (blank && from >= 0) {
                stretches.add(Cell.of(rule, from, i));
                from = -1;
            }
        }
        boolean each = stretches.size() == words.size();
        for (int k = 0; each && k < words.size(); k++) {
            each = words.get(k).from() < stretches.get(k).to()
                    && words.get(k).to() > stretches.get(k).from()
                    && stretches.get(k).to() <= Math.max(heading.length(), rule.length());
        }
        return each ? stretches : words;
    }

    /** Where each character stands on the screen: East Asian wide signs take two places (Unicode Standard Annex 11, wide). */
    private static int[] screen(String line) {
        int[] screen = new int[line.length() + 1];
        int at = 0;
        for (int i = 0; i < line.length(); i++) {
            screen[i] = at;
            char c = line.charAt(i);
            boolean wide = c >= 0x1100 && c <= 0x115f
                    || c >= 0x2e80 && c <= 0xa4cf
                    || c >= 0xac00 && c <= 0xd7a3
                    || c >= 0xf900 && c <= 0xfaff
                    || c >= 0xff00 && c <= 0xff60;
            at += wide ? 2 : 1;
        }
        screen[line.length()] = at;
        return screen;
    }
}
