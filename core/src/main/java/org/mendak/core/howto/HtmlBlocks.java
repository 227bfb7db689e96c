package org.mendak.core.howto;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Node;
import org.jsoup.nodes.TextNode;
import org.mendak.core.howto.Block.Kind;
import org.mendak.core.howto.Block.Mark;

/** The blocks of a page: what somebody reads on it, without what makes it move or look. */
final class HtmlBlocks {

    private static final Set<String> SILENT = Set.of("script", "style", "head", "template", "noscript", "svg");
    private static final Set<String> CODE = Set.of("code", "kbd", "tt", "samp");
    private static final Set<String> STRONG = Set.of("b", "strong");
    private static final Pattern WARNS =
            Pattern.compile("(?i).*\\b\\w*(?:warn|caution|danger|attention|important)\\w*\\b.*");
    private static final Pattern TYPED = Pattern.compile(
            "^((?:\\d{1,3}|[a-z])[.)]|\\((?:\\d{1,3}|[a-z])\\)|[\u2022\u00b7\u25aa\u25cf\u2013-])\\s+(\\S.*)$");
    private static final int MOST_DEEP = 400;

    private final List<Block> blocks = new ArrayList<>();
    private final StringBuilder line = new StringBuilder();
    private Kind kind = Kind.PARAGRAPH;
    private boolean numbered;
    private int depth;
    private Mark mark = Mark.NONE;

    /** Whether all that stands in the line so far is strong; null if nothing does. */
    private Boolean strong;

    private HtmlBlocks() {}

    /** Linear in the page; nothing that stands deeper than {@value #MOST_DEEP} elements is told apart. */
    static List<Block> of(String html) {
        HtmlBlocks h = new HtmlBlocks();
        org.jsoup.nodes.Document page = Jsoup.parse(html);
        if (page.selectFirst("h1") == null && !page.title().isBlank()) {
            h.blocks.add(new Block(Kind.HEADING, 1, false, Mark.NONE, clean(page.title())));
        }
        h.walk(page.body(), false, 0);
        h.end();
        return h.blocks;
    }

    /** Whether a text is a page, or a piece of one. */
    static boolean isPage(String text) {
        return Pattern.compile("(?i)<(?:!doctype html|html|body|p|div|h[1-6]|ol|ul|li|br|pre|table)\\b[^<>]*>")
                        .matcher(text)
                        .results()
                        .limit(2)
                        .count()
                >= 2;
    }

    private void walk(Node node, boolean bold, int deep) {
        if (node instanceof TextNode t) {
            text(t.getWholeText(), bold);
        } else if (node instanceof Element e) {
            if (deep > MOST_DEEP) {
                text(e.text(), bold);
            } else {
                element(e, bold, deep);
            }
        }
    }

    private void element(Element e, boolean bold, int deep) {
        String tag = e.normalName();
        if (SILENT.contains(tag)) {
            return;
        }
        boolean warned = WARNS.matcher(e.className()).matches();
        Mark before = mark;
        if (tag.matches("h[1-6]")) {
            end();
            add(Kind.HEADING, tag.charAt(1) - '0', clean(e.text()));
        } else if (tag.equals("pre")) {
            end();
            add(Kind.CODE, depth, e.wholeText().strip());
        } else if (tag.equals("br")) {
            end();
        } else if (tag.equals("li")) {
            end();
            depth++;
            kind = Kind.ITEM;
            numbered = e.parent() != null && e.parent().normalName().equals("ol");
            inside(e, bold, deep);
            end();
            depth--;
        } else if (tag.equals("table")) {
            end();
            table(e, bold, deep);
            end();
        } else if (tag.equals("img")) {
            text(" " + e.attr("alt") + " ", bold);
        } else if (tag.equals("a")
                && e.attr("href").matches("(?i)[a-z][a-z0-9+.-]*:.+")
                && !e.text().isBlank()) {
            text(
                    "[" + clean(e.text()).replace("[", "(").replace("]", ")") + "](" + address(e.attr("href")) + ")",
                    bold);
        } else if ((CODE.contains(tag) || isMono(e)) && e.select("p,div,li,br").isEmpty()) {
            String code = clean(e.text()).replace('`', '\'');
            text(code.isEmpty() ? "" : "`" + code + "`", bold);
        } else if (e.isBlock() || tag.equals("td") || tag.equals("th")) {
            end();
            mark = warned ? Mark.WARNS : tag.equals("blockquote") ? Mark.QUOTED : mark;
            inside(e, bold, deep);
            end();
            mark = before;
        } else if (STRONG.contains(tag) && Cues.isWarning(e.text())) {
            text(e.text() + ": ", bold);
        } else {
            inside(e, bold || STRONG.contains(tag), deep);
        }
    }

    /** A table whose first row names its columns is told cell by cell with that name; any other as what stands in it. */
    private void table(Element e, boolean bold, int deep) {
        List<Element> rows = e.select("tr");
        List<Element> heads = rows.isEmpty() ? List.of() : rows.get(0).select("> th");
        boolean named = rows.size() > 1 && heads.size() > 1 && e.select("table").size() == 1;
        if (!named) {
            inside(e, bold, deep);
            return;
        }
        List<String> unused =
                new ArrayList<>(heads.stream().map(h -> clean(h.text())).toList());
        for (Element row : rows.subList(1, rows.size())) {
            List<Element> cells = row.select("> td, > th");
            for (int i = 0; i < cells.size(); i++) {
                end();
                if (i < heads.size() && !cells.get(i).text().isBlank()) {
                    text(clean(heads.get(i).text()) + ": ", false);
                    unused.remove(clean(heads.get(i).text()));
                }
                inside(cells.get(i), bold, deep);
                end();
            }
        }
        unused.forEach(h -> add(Kind.PARAGRAPH, depth, h));
    }

    private static String address(String href) {
        return href.strip().replaceAll("[\\s()<>]", "");
    }

    private static boolean isMono(Element e) {
        return (e.attr("style") + " " + e.attr("face"))
                .toLowerCase(java.util.Locale.ROOT)
                .contains("mono");
    }

    private void inside(Element e, boolean bold, int deep) {
        e.childNodes().forEach(n -> walk(n, bold, deep + 1));
    }

    private void text(String text, boolean bold) {
        if (!text.isBlank()) {
            strong = (strong == null || strong) && bold;
        }
        line.append(text);
    }

    private void end() {
        String said = clean(line.toString());
        boolean heads = Boolean.TRUE.equals(strong) && kind == Kind.PARAGRAPH && depth == 0 && mark == Mark.NONE;
        line.setLength(0);
        strong = null;
        if (said.isEmpty()) {
            return;
        }
        Matcher typed = TYPED.matcher(said);
        if (heads && !Cues.cautions(said)) {
            add(Kind.HEADING, 3, said);
        } else if (kind == Kind.PARAGRAPH && depth == 0 && typed.matches()) {
            numbered = typed.group(1).matches("\\(?[0-9a-z]+[.)]");
            blocks.add(new Block(Kind.ITEM, 1, numbered, mark, typed.group(2)));
        } else {
            blocks.add(new Block(kind, depth, numbered && kind == Kind.ITEM, mark, said));
        }
        kind = Kind.PARAGRAPH;
    }

    private void add(Kind what, int at, String text) {
        if (!text.isBlank()) {
            blocks.add(new Block(what, at, false, mark, text));
        }
    }

    private static String clean(String text) {
        return text.replaceAll("[\\s\u00a0]+", " ").strip();
    }
}
