package org.mendak.core.howto;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import org.mendak.core.howto.Found.Doing;
import org.mendak.core.howto.Found.Way;
import org.mendak.core.howto.Found.What;

/** Makes steps of what is to be done: what they are called, and what belongs to them. */
final class Steps {

    private static final int TITLE = 110;
    private static final Pattern LEADS_TO_COMMAND = Pattern.compile(
            "(?i)[\\s,:;(\u2013\u2014\u2192-]*(?:\\b(?:and|then|by|run|running|type|typing|enter|entering|execute|executing|issue|using|use|with|via|the|following|command|commands|this|in a (?:terminal|console|shell)|in the (?:terminal|console|shell))\\b[\\s,:]*)*$");

    private Steps() {}

    /** A step of this name. */
    static void begin(Way way, String title) {
        Doing d = new Doing();
        d.title = cut(Cues.instruction(Cues.untimed(Cues.unnumbered(title).replaceFirst("\\s*[:.]$", ""))));
        Cues.minutes(title).ifPresent(m -> d.add(What.MINUTES, String.valueOf(m)));
        way.steps.add(d);
        complete(d, title);
    }

    /** A step as it was told, in one sentence or several. */
    static void add(Way way, String text) {
        List<String> sentences = Sentences.of(text);
        if (sentences.isEmpty()) {
            return;
        }
        String first = sentences.get(0);
        Doing d = new Doing();
        way.steps.add(d);
        List<String> commands = Sentences.commands(first);
        List<Sentences.Link> links = Sentences.links(first);
        String bare = first;
        for (Sentences.Link l : links) {
            bare = bare.replace(l.written(), l.name());
        }
        for (String c : commands) {
            int at = bare.indexOf(c);
            if (at >= 0) {
                String head = bare.substring(0, at).replaceFirst("[`\"\u201c'\u2018\\[]$", "");
                String tail = bare.substring(at + c.length()).replaceFirst("^[`\"\u201d'\u2019\\]]", "");
                bare = LEADS_TO_COMMAND.matcher(head).replaceFirst("") + tail;
            }
        }
        String[] halves = bare.split("(?<=\\p{L}{2,})(?::\\s+|\\s+[\u2013\u2014]\\s+|\\s--?\\s)", 2);
        String title = halves[0]
                .replaceAll("[`]", "")
                .replaceFirst("(?:\\s+(?:and|then|from|at|:|to))*[\\s.:;,!]*$", "")
                .strip();
        if (title.length() < 3) {
            title = first.replace("`", "").replaceFirst("[.:;,]+$", "");
        }
        d.title = cut(Cues.instruction(title));
        String rest =
                halves.length > 1 ? halves[1].replaceFirst("[\\s:;,]+$", "").strip() : "";
        if (Cues.cautions(rest)) {
            d.add(What.CAUTION, Cues.caution(rest));
        } else {
            d.add(What.WORDS, rest);
        }
        links.forEach(l -> get(d, l));
        commands.forEach(c -> d.add(What.COMMAND, Cues.unprompted(c)));
        time(d, first);
        complete(d, first);
        sentences.stream().skip(1).forEach(s -> more(d, s));
    }

    /** Whatever of a sentence does not stand in the step yet stands there as words. */
    private static void complete(Doing d, String sentence) {
        List<String> there = new ArrayList<>(Words.of(d.title));
        d.parts.forEach(p -> there.addAll(Words.of(p.text())));
        boolean all = true;
        for (String w : Words.of(sentence)) {
            all &= there.remove(w);
        }
        if (!all) {
            d.parts.add(0, new Found.Part(What.WORDS, sentence));
        }
    }

    /** Words of the step before, or of the way if it has none. */
    static void words(Way way, String text) {
        if (way.steps.isEmpty()) {
            way.intro.add(text);
        } else {
            way.step().add(What.WORDS, text);
        }
    }

    /** More of what was said of the step before, or of the way if it has none. */
    static void more(Way way, String text) {
        if (way.steps.isEmpty()) {
            way.intro.add(text);
        } else {
            Sentences.of(text).forEach(s -> more(way.step(), s));
        }
    }

    private static void more(Doing d, String sentence) {
        if (Cues.cautions(sentence)) {
            d.add(What.CAUTION, Cues.caution(sentence));
            return;
        }
        String labelled = Cues.labelledCommand(sentence);
        if (labelled != null) {
            d.add(What.COMMAND, labelled);
            return;
        }
        List<Sentences.Link> links = Sentences.links(sentence);
        List<String> commands = Sentences.commands(sentence);
        String alone = sentence;
        for (Sentences.Link l : links) {
            alone = alone.replace(l.written(), "");
        }
        if (commands.size() == 1 && sentence.replace("`", "").strip().equals(commands.get(0))) {
            d.add(What.COMMAND, Cues.unprompted(commands.get(0)));
            return;
        }
        if (links.isEmpty() || !alone.matches("[\\s\\p{Punct}]*")) {
            d.add(What.WORDS, sentence);
        }
        for (Sentences.Link l : links) {
            get(d, l.name().isEmpty() ? named(l, alone) : l);
        }
        commands.forEach(c -> d.add(What.COMMAND, Cues.unprompted(c)));
        time(d, sentence);
    }

    /** A bare address is called what stands before it. */
    private static Sentences.Link named(Sentences.Link link, String said) {
        String name = said.replaceFirst("^\\W+", "").replaceFirst("\\W+$", "");
        return new Sentences.Link(name.length() > TITLE ? "" : name, link.address(), link.written());
    }

    private static void get(Doing d, Sentences.Link l) {
        String name = l.name().replaceAll("[\\[\\]`\\\\]", "").strip();
        d.add(What.GET, "[" + (name.isEmpty() ? l.address() : name) + "](" + l.address() + ")");
    }

    private static void time(Doing d, String sentence) {
        Cues.minutes(sentence).ifPresent(m -> {
            boolean waits = sentence.toLowerCase(Locale.ROOT).matches("(?s).*\\bwait\\b.*");
            d.add(waits ? What.WAIT : What.MINUTES, String.valueOf(m));
        });
    }

    /** What is to be minded in the step before; of the way if it has none yet. */
    static void caution(Way way, String said) {
        String bare = Cues.caution(said);
        String text = bare == null ? said : bare;
        if (way.steps.isEmpty()) {
            way.intro.add(said);
        } else {
            way.step().add(What.CAUTION, text);
            if (bare != null && !Words.of(bare).equals(Words.of(said)) && !startsWithWarning(said)) {
                way.step().add(What.WORDS, said);
            }
        }
    }

    /** A text without the words that only say that it warns: that is what the keyword says. */
    private static String unwarned(String text) {
        return Sentences.of(text).stream()
                .map(s -> Cues.caution(s) == null ? s : Cues.caution(s))
                .collect(java.util.stream.Collectors.joining("\n"));
    }

    /** The word that warns is what the keyword says. */
    private static boolean startsWithWarning(String said) {
        return Words.of(said).size() - Words.of(Cues.caution(said)).size() <= 2;
    }

    /** How many lines of a block are commands. */
    static int commands(String code) {
        List<String> lines = code.lines().filter(l -> !l.isBlank()).toList();
        long prompts = lines.stream().filter(Cues::prompted).count();
        return (int)
                (prompts > 0 ? prompts : lines.stream().filter(Cues::commandish).count());
    }

    /** What was typed: where prompts stand before it, the other lines are what it printed. */
    static void code(Way way, String code) {
        if (way.steps.isEmpty()) {
            int last = way.intro.size() - 1;
            boolean leads = last >= 0 && way.intro.get(last).endsWith(":");
            begin(way, leads ? way.intro.remove(last) : "Type this");
        }
        Doing d = way.step();
        List<String> lines = code.lines().toList();
        boolean prompts = lines.stream().anyMatch(Cues::prompted);
        if (!prompts && commands(code) == 0) {
            lines.forEach(l -> d.add(What.WORDS, l.strip()));
        } else if (!prompts) {
            d.add(What.COMMAND, code.stripTrailing().stripIndent());
        } else {
            List<String> printed = new ArrayList<>();
            for (String l : lines) {
                if (Cues.prompted(l)) {
                    printed(d, printed);
                    d.add(What.COMMAND, Cues.unprompted(l));
                } else {
                    printed.add(l.strip());
                }
            }
            printed(d, printed);
        }
    }

    /** One line that a command printed is what to expect; more of it is only told. */
    private static void printed(Doing d, List<String> lines) {
        lines.removeIf(String::isBlank);
        boolean one = lines.size() == 1
                && lines.get(0).length() <= TITLE
                && lines.get(0).indexOf('`') < 0;
        lines.forEach(l -> d.add(one ? What.EXPECT : What.WORDS, l));
        lines.clear();
    }

    /** A block's text without what stands before commands and warnings to say that they are. */
    static String unmarked(Block b) {
        if (b.isLong()) {
            return b.text();
        }
        return b.is(Block.Kind.CODE)
                ? b.text().lines().map(Cues::unprompted).collect(java.util.stream.Collectors.joining("\n"))
                : unwarned(b.text());
    }

    private static String cut(String title) {
        if (title.length() <= TITLE) {
            return title;
        }
        int blank = title.lastIndexOf(' ', TITLE);
        return title.substring(0, blank > TITLE / 2 ? blank : TITLE) + "\u2026";
    }
}
