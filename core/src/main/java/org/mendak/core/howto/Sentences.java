package org.mendak.core.howto;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The sentences of a piece of text, and the code spans and links in them. */
final class Sentences {

    private static final Pattern SPAN = Pattern.compile("`([^`]+)`");
    private static final Pattern LINK = Pattern.compile("\\[([^\\[\\]]+)]\\(([a-zA-Z][a-zA-Z0-9+.-]*:[^\\s()]+)\\)"
            + "|<?\\b((?:https?|ftp|file|smb|shore)://[^\\s<>\"'`)\\]]*[^\\s<>\"'`)\\].,;:!?])>?");
    private static final Pattern QUOTE = Pattern.compile(
            "[\"\u201c\u201e\u00ab](.+)[\"\u201d\u201c\u00bb]|(?<![\\p{L}\\p{N}])['\u2018](.+)['\u2019](?![\\p{L}\\p{N}])");
    private static final Pattern ONE_QUOTE = Pattern.compile(
            "[\"\u201c\u201e\u00ab]([^\"\u201c\u201d\u00bb]+)[\"\u201d\u201c\u00bb]|(?<![\\p{L}\\p{N}])['\u2018]([^'\u2019]+)['\u2019](?![\\p{L}\\p{N}])");
    private static final Pattern END = Pattern.compile("[.!?](?:[)\"\u201d]*)\\s+(?=[\\p{Lu}\"\u201c(`\u26a0!])");

    private static final Pattern BRACKETS = Pattern.compile("\\[([^\\[\\]]+)](?!\\()");
    private static final Pattern LEADS = Pattern.compile("(?:[:\u2192>=\u2013]|\\))\\s*$");

    /** A link: what it is called, its address, and the text as it stands. */
    record Link(String name, String address, String written) {}

    private Sentences() {}

    /** One behind the other; within a code span none ends. */
    static List<String> of(String text) {
        List<String> all = new ArrayList<>();
        for (String line : text.split("\n")) {
            boolean[] code = new boolean[line.length()];
            Matcher span = SPAN.matcher(line);
            while (span.find()) {
                java.util.Arrays.fill(code, span.start(), span.end(), true);
            }
            int from = 0;
            Matcher end = END.matcher(line);
            while (end.find()) {
                if (!code[end.start()] && !isShortened(line, end.start())) {
                    all.add(line.substring(from, end.end()).strip());
                    from = end.end();
                }
            }
            all.add(line.substring(from).strip());
        }
        all.removeIf(String::isEmpty);
        return all;
    }

    private static boolean isShortened(String line, int dot) {
        return line.substring(Math.max(0, dot - 6), dot)
                .matches("(?i).*(?:^|\\s|\\()(?:approx|ca|e\\.g|i\\.e|no|nr|min|resp|incl|vs)");
    }

    /** The code spans in order. */
    static List<String> spans(String text) {
        return SPAN.matcher(text).results().map(r -> r.group(1).strip()).toList();
    }

    /** The commands in a sentence: code spans that are typed, else what stands between quotation marks or behind "run". */
    static List<String> commands(String sentence) {
        List<String> all = new ArrayList<>();
        Matcher m = SPAN.matcher(sentence);
        while (m.find()) {
            String said = m.group(1).strip();
            boolean file = said.indexOf(' ') < 0 && said.matches(".*\\.(?!exe$|sh$|bat$|cmd$)[a-z]{2,5}");
            boolean told = Cues.runs(sentence.substring(0, m.start())) && Cues.commandish(said) && !file;
            boolean goesOn = !all.isEmpty() && Cues.commandish(said) && !file;
            boolean alone = m.group().length() == sentence.strip().length() && Cues.commandish(said) && !file;
            boolean phrase =
                    said.indexOf(' ') > 0 && Cues.commandish(said) && !Cues.shows(sentence.substring(0, m.start()));
            boolean led = said.indexOf(' ') > 0
                    && LEADS.matcher(sentence.substring(0, m.start())).find();
            if (told
                    || led && Cues.commandish(said)
                    || phrase
                    || alone
                    || goesOn
                    || Cues.command(said)
                    || Cues.prompted(said)) {
                all.add(said);
            }
        }
        if (all.isEmpty()) {
            Matcher q = ONE_QUOTE.matcher(sentence);
            while (q.find()) {
                String said = q.group(1) == null ? q.group(2) : q.group(1);
                if (Cues.runs(sentence.substring(0, q.start())) && Cues.commandish(said) && said.indexOf(' ') > 0) {
                    all.add(said.strip());
                }
            }
        }
        if (all.isEmpty()) {
            Matcher b = BRACKETS.matcher(sentence);
            while (b.find()) {
                if (Cues.commandish(b.group(1)) && b.group(1).strip().indexOf(' ') > 0) {
                    all.add(b.group(1).strip());
                }
            }
        }
        String unmarked = all.isEmpty() ? Cues.unmarked(sentence) : null;
        if (unmarked != null && unmarked.indexOf('`') < 0) {
            all.add(unmarked);
        }
        return all;
    }

    /** What stands between the first and the last quotation mark; null if nothing does. */
    static String quoted(String text) {
        Matcher m = QUOTE.matcher(text);
        if (!m.find()) {
            return null;
        }
        return (m.group(1) == null ? m.group(2) : m.group(1)).strip();
    }

    static List<Link> links(String text) {
        List<Link> all = new ArrayList<>();
        Matcher m = LINK.matcher(text);
        while (m.find()) {
            boolean bare = m.group(1) == null;
            all.add(new Link(bare ? "" : m.group(1).strip(), bare ? m.group(3) : m.group(2), m.group()));
        }
        return all;
    }
}
