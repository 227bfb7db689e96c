package org.mendak.core.howto;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.howto.Block.Kind;
import org.mendak.core.howto.Block.Mark;

/**
 * The blocks of a plain text or of Markdown: one reader for both, for people mix them. Of CommonMark 0.31.2 it knows headings of both
 * kinds, fences, quotes, items and emphasis; beside it what is written without it: capitals, prompts, arrows, commands that are set in.
 */
final class TextBlocks {

    private static final int CODE_INDENT = 4;
    private static final int LONG_LINE = 56;
    private static final int TITLE = 100;
    private static final int TAB = 4;

    private static final Pattern FENCE = Pattern.compile("^(`{3,}|~{3,})\\s*[\\w+-]*\\s*$");
    private static final Pattern ATX = Pattern.compile("^(#{1,6})\\s+(.+?)(?:\\s+#+)?$");
    private static final Pattern RULE = Pattern.compile("^(?:=+|-+|~+|\\*+|_+|(?:[-*_] +)+[-*_]?)$");
    private static final Pattern QUOTE = Pattern.compile("^>\\s?(.*)$");
    private static final Pattern STRONG = Pattern.compile("^(?:\\*\\*|__)([^*_].*?)(?:\\*\\*|__)[:.]?$");
    private static final Pattern SUBJECT = Pattern.compile("^(?i:subject|title|betreff|re)\\s*:\\s*(.+)$");
    private static final Pattern ITEM = Pattern.compile(
            "^((?:\\d{1,3}|[a-z])[.)]|\\((?:\\d{1,3}|[a-z])\\)|[-*+\u2022\u00b7\u2013\u2014\u00bb\u2192\u25aa\u25cf]|->|=>|-->)(\\s+)(\\S.*)$");
    private static final Pattern NESTED = Pattern.compile("^\\s*(\\d{1,2}(?:\\.\\d{1,2})*)\\.?\\s+([\\p{Lu}\"].*)$");
    private static final Pattern ASKED = Pattern.compile("^(?:Q|A|Question|Answer)(?:\\d{1,2})?\\s*[:.]\\s+(?=\\S)");
    private static final Pattern SAYS =
            Pattern.compile("(?i)\\b(?:says?|shows?|shown|reads?|displays?|message|error|text)\\b[^.]{0,20}$");
    private static final Pattern BOX = Pattern.compile("^\\[[ xX]]\\s+");
    private static final Pattern EMPHASIS = Pattern.compile(
            "(?<![\\p{L}\\p{N}*_`])(\\*{1,3}|_{1,3})(?=\\S)([^*_`\\n]+?)(?<=\\S)\\1(?![\\p{L}\\p{N}*_`])");

    private final List<Block> blocks = new ArrayList<>();
    private final List<String> lines;

    /** Where the items that are open have their sign and their words. */
    private final Deque<int[]> items = new ArrayDeque<>();

    private boolean blankBefore = true;

    /** Whether steps are numbered within what is numbered: 2, 2.1, 2.2. */
    private boolean nested;

    private TextBlocks(List<String> lines) {
        this.lines = lines;
    }

    /** Linear in the text. */
    static List<Block> of(String text) {
        TextBlocks t = new TextBlocks(text.lines().map(TextBlocks::untabbed).toList());
        t.read();
        return t.blocks;
    }

    private static String untabbed(String line) {
        return line.replace("\t", " ".repeat(TAB)).replace('\u00a0', ' ').stripTrailing();
    }

    private void read() {
        if (Indents.isOutline(lines)) {
            blocks.addAll(Indents.of(lines));
            return;
        }
        nested = lines.stream()
                        .filter(l -> NESTED.matcher(l).matches() && l.strip().matches("\\d+\\.\\d.*"))
                        .count()
                > 1;
        boolean titled = lines.stream()
                .anyMatch(
                        l -> l.matches("#{1,2}\\s+\\S.*") || SUBJECT.matcher(l).matches());
        int i = 0;
        boolean first = true;
        while (i < lines.size()) {
            String line = lines.get(i);
            String said = line.strip();
            if (said.isEmpty()) {
                blankBefore = true;
                i++;
                continue;
            }
            if (said.length() > Block.LONGEST) {
                add(Kind.PARAGRAPH, depthAt(indent(line)), false, Mark.NONE, said);
                i++;
                first = false;
                blankBefore = false;
                continue;
            }
            Matcher fence = FENCE.matcher(said);
            if (fence.matches()) {
                i = fenced(i, fence.group(1).substring(0, 3));
            } else if (underlined(i)) {
                heading(lines.get(i + 1).strip().startsWith("=") ? 1 : 2, said);
                i += 2;
            } else if (isTable(i)) {
                i = table(i);
            } else if (RULE.matcher(said).matches()) {
                i++;
            } else if (first && !titled && isTitle(said)) {
                heading(1, said);
                i++;
            } else {
                line(indent(line), said, i);
                i++;
            }
            first = false;
            blankBefore = false;
        }
    }

    private boolean isTable(int i) {
        return i + 1 < lines.size()
                && lines.get(i).strip().startsWith("|")
                && lines.get(i + 1).strip().matches("\\|?\\s*:?-+:?\\s*(?:\\|\\s*:?-+:?\\s*)*\\|?");
    }

    /** Each cell is told with what its column is called. */
    private int table(int from) {
        List<String> heads = cells(lines.get(from));
        int i = from + 2;
        List<String> unused = new ArrayList<>(heads);
        while (i < lines.size() && lines.get(i).strip().startsWith("|")) {
            List<String> row = cells(lines.get(i));
            for (int c = 0; c < row.size(); c++) {
                if (!row.get(c).isBlank()) {
                    String head = c < heads.size() ? plain(heads.get(c)) : "";
                    add(Kind.PARAGRAPH, 0, false, Mark.NONE, (head.isEmpty() ? "" : head + ": ") + plain(row.get(c)));
                    if (c < heads.size()) {
                        unused.remove(heads.get(c));
                    }
                }
            }
            i++;
        }
        for (String head : unused) {
            add(Kind.PARAGRAPH, 0, false, Mark.NONE, head);
        }
        return i;
    }

    private static List<String> cells(String line) {
        String row = line.strip();
        row = row.startsWith("|") ? row.substring(1) : row;
        row = row.endsWith("|") && !row.endsWith("\\|") ? row.substring(0, row.length() - 1) : row;
        List<String> cells = new ArrayList<>();
        for (String c : row.split("(?<!\\\\)\\|", -1)) {
            cells.add(c.replace("\\|", "|").strip());
        }
        return cells;
    }

    private static boolean isTitle(String said) {
        return said.length() <= TITLE
                && !said.matches(".*[.,:;]")
                && !STRONG.matcher(said).matches()
                && !ASKED.matcher(said).matches()
                && !ITEM.matcher(said).matches()
                && !QUOTE.matcher(said).matches();
    }

    private boolean underlined(int i) {
        return i + 1 < lines.size()
                && lines.get(i + 1).strip().matches("={3,}|-{3,}|~{3,}")
                && indent(lines.get(i)) < CODE_INDENT
                && lines.get(i).strip().length() <= 2 * TITLE
                && !Words.of(lines.get(i)).isEmpty()
                && !ITEM.matcher(lines.get(i).strip()).matches();
    }

    private static int indent(String line) {
        return line.length() - line.stripLeading().length();
    }

    private int fenced(int from, String signs) {
        int depth = depthAt(indent(lines.get(from)));
        int off = indent(lines.get(from));
        List<String> code = new ArrayList<>();
        int i = from + 1;
        while (i < lines.size() && !lines.get(i).strip().matches(Pattern.quote(signs) + "+|" + Pattern.quote(signs))) {
            String l = lines.get(i);
            code.add(l.substring(Math.min(off, indent(l))));
            i++;
        }
        add(Kind.CODE, depth, false, Mark.NONE, String.join("\n", code));
        return i + 1;
    }

    private void heading(int level, String text) {
        items.clear();
        add(Kind.HEADING, level, false, Mark.NONE, plain(text));
    }

    private void line(int indent, String line, int at) {
        // who asks and who answers is no word of the text
        String said = ASKED.matcher(line).replaceFirst("");
        Matcher atx = ATX.matcher(said);
        Matcher strong = STRONG.matcher(said);
        Matcher subject = SUBJECT.matcher(said);
        Matcher quote = QUOTE.matcher(said);
        Matcher item = ITEM.matcher(said);
        if (atx.matches() && indent < 2 && !Words.of(said).isEmpty()) {
            heading(atx.group(1).length(), atx.group(2));
        } else if (strong.matches() && indent < CODE_INDENT && items.isEmpty() | indent == 0) {
            heading(3, strong.group(1));
        } else if (subject.matches() && blocks.stream().noneMatch(b -> b.is(Kind.HEADING))) {
            heading(1, subject.group(1));
        } else if (isCapitals(said) && indent < CODE_INDENT && blankBefore) {
            heading(2, said);
        } else if (nested && NESTED.matcher(said).matches()) {
            Matcher m = NESTED.matcher(said);
            m.matches();
            int depth = m.group(1).split("\\.").length;
            while (items.size() >= depth) {
                items.pop();
            }
            items.push(new int[] {-1, 0});
            add(Kind.ITEM, depth, true, Mark.NONE, plain(m.group(2)));
        } else if (Cues.prompted(said) && !(quote.matches() && !Cues.commandish(quote.group(1)))) {
            code(depthAt(indent), said);
        } else if (quote.matches()) {
            quoted(depthAt(indent), plain(quote.group(1).strip()));
        } else if (item.matches() && !isCodeIndent(indent)) {
            item(indent, item);
        } else if (isCode(indent, said, at)) {
            code(depthAt(indent), said);
        } else {
            words(indent, said);
        }
    }

    private static boolean isCapitals(String said) {
        return said.length() <= TITLE
                && said.matches(".*\\p{Lu}{3,}.*")
                && !said.matches(".*\\p{Ll}.*")
                && !said.matches(".*[.,;=/\\\\`\"].*")
                && !said.matches("\\S*\\d\\S*")
                && !Cues.cautions(said);
    }

    private void item(int indent, Matcher m) {
        while (!items.isEmpty() && items.peek()[0] >= indent + 1) {
            items.pop();
        }
        // one beside the sign above is its sister, not its child
        if (!items.isEmpty() && indent < items.peek()[0] + 2) {
            items.pop();
        }
        items.push(new int[] {indent, indent + m.group(1).length() + m.group(2).length()});
        boolean numbered = m.group(1).matches("\\(?[0-9a-z]+[.)]");
        add(
                Kind.ITEM,
                items.size(),
                numbered,
                Mark.NONE,
                plain(BOX.matcher(m.group(3)).replaceFirst("")));
    }

    /** In how many items something stands that is set in so far; items that it is not set into are closed. */
    private int depthAt(int indent) {
        while (!items.isEmpty() && indent <= items.peek()[0]) {
            items.pop();
        }
        return items.size();
    }

    private boolean isCodeIndent(int indent) {
        return items.isEmpty() && indent >= CODE_INDENT && blankBefore && !lastIs(Kind.ITEM);
    }

    private boolean isCode(int indent, String said, int at) {
        int base = items.isEmpty() ? 0 : items.peek()[1];
        boolean goesOn = !blankBefore && lastIs(Kind.CODE) && indent >= base + 2;
        boolean setIn = indent >= base + CODE_INDENT && (blankBefore || goesOn || !items.isEmpty());
        boolean deeper = indent >= base + 2 && Cues.commandish(said);
        boolean announced = at > 0
                && !blankBefore
                && Cues.commandish(said)
                && (Cues.announces(lines.get(at - 1))
                        || lines.get(at - 1).strip().endsWith(":") && Cues.command(said));
        return setIn && !Cues.cautions(said)
                || goesOn && Cues.commandish(said)
                || deeper
                || announced
                || Cues.command(said) && blankBefore;
    }

    private boolean lastIs(Kind kind) {
        return !blocks.isEmpty() && blocks.get(blocks.size() - 1).is(kind);
    }

    private void code(int depth, String said) {
        Block last = blocks.isEmpty() ? null : blocks.get(blocks.size() - 1);
        if (last != null && last.is(Kind.CODE) && last.depth() == depth && !blankBefore) {
            blocks.set(blocks.size() - 1, last.with(last.text() + "\n" + said));
        } else {
            add(Kind.CODE, depth, false, Mark.NONE, said);
        }
    }

    private void quoted(int depth, String said) {
        Block last = blocks.isEmpty() ? null : blocks.get(blocks.size() - 1);
        boolean quotes = last != null && last.marked() == Mark.QUOTED && !blankBefore;
        if (quotes && !isTold(said) && isWrapped(last, said)) {
            blocks.set(blocks.size() - 1, last.with(last.text() + " " + said));
        } else {
            add(Kind.PARAGRAPH, depth, false, Mark.QUOTED, said);
        }
    }

    /** A line of words: a new paragraph, or more of the one before where that was only wrapped. */
    private void words(int indent, String said) {
        String text = plain(said);
        Block last = blocks.isEmpty() ? null : blocks.get(blocks.size() - 1);
        boolean open = last != null && !blankBefore && (last.is(Kind.PARAGRAPH) || last.is(Kind.ITEM));
        if (open && last.marked() == Mark.NONE && !isTold(text) && isWrapped(last, text)) {
            blocks.set(blocks.size() - 1, last.with(last.text() + " " + text));
        } else {
            add(Kind.PARAGRAPH, depthAt(indent), false, Mark.NONE, text);
        }
    }

    /** Whether the line before was announced: then it is the whole of what was, and another begins anew. */
    private boolean isTold(String text) {
        return blocks.size() > 1
                && blocks.get(blocks.size() - 2).text().endsWith(":")
                && !text.isEmpty()
                && !Character.isLowerCase(text.charAt(0));
    }

    private static boolean isWrapped(Block last, String text) {
        boolean ended = ".!?:".indexOf(last.text().charAt(last.text().length() - 1)) >= 0;
        return !ended
                && !text.isEmpty()
                && last.text().length() + text.length() <= Block.LONGEST
                && (last.text().length() >= LONG_LINE
                        || Character.isLowerCase(text.charAt(0)) && last.is(Kind.PARAGRAPH))
                && !Cues.cautions(text)
                && !Cues.startsAnew(text);
    }

    /** Without emphasis; but what is set apart behind "says" is what was said, and a word that warns does so. */
    private static String plain(String text) {
        StringBuilder s = new StringBuilder();
        Matcher m = EMPHASIS.matcher(text);
        while (m.find()) {
            String said = m.group(2);
            boolean told = said.indexOf(' ') > 0
                    && SAYS.matcher(text.substring(0, m.start())).find();
            String as = told ? "\u201c" + said + "\u201d" : Cues.isWarning(said) ? said + ":" : said;
            m.appendReplacement(s, Matcher.quoteReplacement(as));
        }
        return m.appendTail(s).toString().replace("::", ":").strip();
    }

    private void add(Kind kind, int depth, boolean numbered, Mark mark, String text) {
        if (!text.isBlank()) {
            blocks.add(new Block(kind, depth, numbered, mark, text));
        }
    }
}
