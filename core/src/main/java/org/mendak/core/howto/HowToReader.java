package org.mendak.core.howto;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.mendak.core.howto.Block.Kind;
import org.mendak.core.howto.Block.Mark;
import org.mendak.core.howto.Cues.Role;
import org.mendak.core.howto.Found.Way;

/** Goes through the blocks of a how-to once and tells what each of them is, by where it stands and how it begins. */
final class HowToReader {

    private static final Pattern LABEL =
            Pattern.compile("^([\\p{L}][\\p{L} '\u2019/-]{1,40}?)\\s*(?::|\\s=)\\s*(.*)$", Pattern.DOTALL);
    private static final Pattern SHOWS = Pattern.compile(
            "(?i)\\b(?:says?|shows?|shown|sees?|displays?|displayed|appears?|messages?|errors?|screen|reads?|prints?|pop-?up|gets?|reports?|told|tells?|box|with)\\b");
    /** In the words before a colon: behind it stands what was said. */
    private static final Pattern SAYS =
            Pattern.compile("(?i)\\b(?:text|message|error|says|reads|shows|window|screen|pop-?up|dialog|prints)\\b");

    private final Found found = new Found();
    private final Signs signs = new Signs(found);
    private final List<Block> blocks;
    private Role section = Role.NONE;
    private Way way;
    /** The level of the heading that the way stands under; 0 if it began otherwise. */
    private int wayLevel;
    /** In how many items the items stand that are ways; 0 if none are. */
    private int wayItems;
    /** In how many items the steps stand; 0 until there is one. */
    private int stepDepth;
    /** Whether steps have headings of their own. */
    private boolean headed;

    private boolean shown;
    private int at;

    private final Ahead ahead;

    private HowToReader(List<Block> blocks) {
        this.blocks = blocks;
        ahead = new Ahead(blocks);
    }

    /** Linear in the blocks: of what is looked ahead for nothing is looked at more often than there are levels of headings. */
    static Found read(List<Block> blocks) {
        HowToReader r = new HowToReader(blocks);
        for (r.at = 0; r.at < blocks.size(); r.at++) {
            r.block(blocks.get(r.at));
        }
        return r.found;
    }

    private void block(Block b) {
        if (b.isLong() && !b.is(Kind.CODE)) {
            if (way == null) {
                words(b.text());
            } else {
                Steps.words(way, b.text());
            }
        } else {
            switch (b.kind()) {
                case HEADING -> heading(b);
                case CODE -> code(b);
                case ITEM -> item(b);
                default -> paragraph(b);
            }
        }
        (way == null ? found.blocks : way.blocks).add(b);
    }

    private boolean works() {
        return ahead.works(at, way != null && wayLevel == blocks.get(at).depth());
    }

    private void heading(Block b) {
        String text = b.text();
        boolean first = found.title.isEmpty();
        String onward = Cues.onward(text);
        String named = Cues.named(text);
        String step = Cues.step(text);
        Role role = Cues.role(text);
        shown = false;
        if (onward != null) {
            begin(onward, b.depth());
        } else if (step != null && (way != null || section == Role.FIXES)) {
            if (way == null) {
                begin("", b.depth() - 1);
            }
            Steps.begin(way, step.isEmpty() ? text : step);
            headed = true;
        } else if (named != null && !first) {
            begin(named, b.depth());
        } else if (role == Role.NONE && first && !(b.depth() > 1 && at > 0 && works())) {
            found.title = text;
            String quoted = Sentences.quoted(text);
            if (quoted != null) {
                signs.message(quoted);
            }
        } else if (role == Role.NONE && way != null && wayLevel > 0 && b.depth() > wayLevel) {
            Steps.begin(way, text);
            stepDepth = 0;
            headed = true;
        } else if (role == Role.VERIFY && way != null && wayLevel > 0 && b.depth() > wayLevel) {
            Steps.begin(way, text);
        } else if (role == Role.NONE && works()) {
            begin(Cues.unnumbered(text), b.depth());
        } else {
            // under a heading that nobody knows the message may still be told while no way is
            section = role == Role.NONE && !found.ways.isEmpty() ? Role.ASIDE : role;
            way = null;
            if (section != Role.VERIFY) {
                words(text);
            }
        }
    }

    /** A new way; what introduces it says what it is called, or does it at once. */
    private void begin(String introduced, int level) {
        String more = Cues.lead(introduced);
        String said = more == null || more.isEmpty() ? introduced : more;
        way = new Way();
        way.last = Cues.isLastResort(blocks.get(at).text());
        found.ways.add(way);
        wayLevel = level;
        stepDepth = 0;
        headed = false;
        section = Role.FIXES;
        List<String> sentences = Sentences.of(said);
        if (sentences.isEmpty()) {
            return;
        }
        String first = sentences.get(0);
        boolean generic = Cues.role(first) == Role.FIXES;
        Cues.minutes(first).ifPresent(m -> way.minutes = m);
        String title = Cues.untimed(first.replaceFirst("[.:;,]+$", "").replaceFirst("^[-:\u2013\u2014]\\s*", ""));
        if (!generic) {
            way.title = title.isEmpty() ? "" : Cues.instruction(title);
            if (!Sentences.commands(first).isEmpty()) {
                Steps.add(way, first);
                way.title = way.step().title;
            }
        }
        String told = Sentences.of(blocks.get(at).text()).get(0);
        if (!Words.of(told).equals(Words.of(way.title)) && way.steps.isEmpty()) {
            way.intro.add(told);
        }
        sentences.stream().skip(1).forEach(this::inWay);
    }

    private void code(Block b) {
        boolean commands = Steps.commands(b.text()) > 0;
        if (way == null && section == Role.FIXES && commands) {
            begin("", 0);
        }
        if (way != null) {
            Steps.code(way, b.text());
        } else if (section == Role.VERIFY || section == Role.ASIDE) {
            words(b.text());
        } else if (commands && !shown && section != Role.MESSAGE && !found.messages.isEmpty()) {
            begin("", 0);
            Steps.code(way, b.text());
        } else {
            signs.message(b.text());
        }
        shown = false;
    }

    private void item(Block b) {
        String text = b.text();
        String onward = Cues.onward(text);
        if (way == null && (section == Role.FIXES || isBegun(b))
                || way != null && wayItems > 0 && b.depth() == wayItems) {
            boolean ways = way != null || ahead.waysAreItems(at);
            begin(ways ? text : "", 0);
            wayItems = ways ? b.depth() : 0;
            if (ways) {
                return;
            }
        } else if (onward != null && way != null && b.depth() <= Math.max(1, stepDepth)) {
            begin(onward, wayLevel);
            return;
        }
        if (way == null) {
            aside(b);
            return;
        }
        stepDepth = stepDepth == 0 ? b.depth() : stepDepth;
        if (Cues.cautions(text) || b.marked() == Mark.WARNS) {
            Steps.caution(way, text);
        } else if (b.depth() <= stepDepth && !Cues.isDuration(text)) {
            stepDepth = b.depth();
            String step = Cues.step(text);
            Steps.add(way, step == null || step.isEmpty() ? text : step);
        } else {
            Steps.more(way, text);
        }
    }

    /** Whether a way begins by what is done, with no heading before it. */
    private boolean isBegun(Block b) {
        boolean open = section == Role.NONE
                || section == Role.PROBLEM
                || section == Role.MESSAGE
                || section == Role.CODE
                || section == Role.PRODUCT;
        return open
                && !shown
                && (Cues.acts(b.text())
                        ? b.numbered() || !Sentences.commands(b.text()).isEmpty()
                        : b.numbered() && ahead.othersAct(at));
    }

    private void paragraph(Block b) {
        String text = b.text();
        String onward = Cues.onward(text);
        String verifies = Cues.verifies(text);
        String lead = way == null ? Cues.lead(text) : null;
        String named = b.depth() == 0 ? Cues.namedLine(text) : null;
        if (way != null && (b.marked() == Mark.WARNS || Cues.cautions(text))) {
            Steps.caution(way, text);
        } else if (named != null && !named.isEmpty() && section != Role.ASIDE) {
            begin(named, wayLevel);
        } else if (onward != null) {
            begin(onward, wayLevel);
        } else if (verifies != null && b.depth() == 0) {
            way = null;
            section = Role.VERIFY;
            verify(verifies);
        } else if (lead != null && b.depth() == 0 && section != Role.ASIDE && section != Role.VERIFY) {
            begin(lead, 0);
        } else if (way != null && b.depth() == 0 && Cues.remedy(text) != null) {
            begin(Cues.remedy(text), wayLevel);
        } else if (leadsLater(b)) {
            return;
        } else if (way != null && b.depth() > 0) {
            Steps.more(way, text);
        } else if (!labelled(b) && way != null) {
            inTheWay(b);
        }
    }

    /** Where a way begins with a later sentence, those before it are words; answers whether it does. */
    private boolean leadsLater(Block b) {
        if (way != null || b.depth() > 0 || section == Role.ASIDE || section == Role.VERIFY) {
            return false;
        }
        List<String> sentences = Sentences.of(b.text());
        for (int i = 1; i < sentences.size(); i++) {
            String lead = Cues.lead(sentences.get(i));
            if (lead != null) {
                aside(b.with(String.join(" ", sentences.subList(0, i))));
                begin(
                        String.join(
                                "\n",
                                Stream.concat(
                                                Stream.of(lead),
                                                sentences.stream().skip(i + 1L))
                                        .toList()),
                        0);
                return true;
            }
        }
        return false;
    }

    private void inTheWay(Block b) {
        if (Cues.role(b.text()) == Role.ASIDE) {
            way = null;
            section = Role.ASIDE;
            words(b.text());
            return;
        }
        boolean items = stepDepth > 0 || ahead.listed(at);
        for (String s : Sentences.of(b.text())) {
            if (headed) {
                Steps.more(way, s);
            } else if (items) {
                beside(s);
            } else {
                inWay(s);
            }
        }
    }

    /** A sentence in a way whose steps are listed: it belongs to the way, or to the step before it. */
    private void beside(String sentence) {
        if (way.steps.isEmpty() || Cues.isDuration(sentence)) {
            Cues.minutes(sentence).ifPresent(m -> way.minutes = way.minutes == 0 ? m : way.minutes);
            way.intro.add(sentence);
        } else {
            Steps.more(way, sentence);
        }
    }

    /** A sentence in a way that is told without a list: what is to be done is a step. */
    private void inWay(String sentence) {
        if (Cues.cautions(sentence)) {
            Steps.caution(way, sentence);
        } else if (Cues.announces(sentence) && way.step() != null) {
            Steps.more(way, sentence);
        } else if (!Cues.isDuration(sentence)
                && (Cues.acts(sentence) || !Sentences.commands(sentence).isEmpty())) {
            Steps.add(way, sentence);
        } else {
            beside(sentence);
        }
    }

    /** What stands behind a word and a colon, or under a heading; answers whether it has its place. */
    private boolean labelled(Block b) {
        String text = b.text();
        Matcher m = LABEL.matcher(text);
        Role role = m.matches() ? Cues.role(m.group(1)) : Role.NONE;
        String rest = m.matches() ? m.group(2).strip() : "";
        if (way != null && role != Role.VERIFY) {
            return false;
        }
        switch (role) {
            case MESSAGE -> {
                if (rest.isEmpty()) {
                    words(text);
                    shown = true;
                } else {
                    signs.message(rest);
                }
                return true;
            }
            case FIXES -> {
                if (rest.isEmpty()) {
                    section = Role.FIXES;
                    words(text);
                } else {
                    begin(rest, 0);
                }
                return true;
            }
            case VERIFY -> {
                if (way != null && b.depth() > 0) {
                    return false;
                }
                way = null;
                section = Role.VERIFY;
                verify(rest);
                return true;
            }
            case PRODUCT -> found.products.add(rest);
            case PROBLEM -> section = Role.PROBLEM;
            case CODE -> {
                if (rest.isEmpty()) {
                    section = Role.CODE;
                }
            }
            case ASIDE -> {
                if (rest.isEmpty()) {
                    section = Role.ASIDE;
                }
            }
            default -> {
                String quoted = Sentences.quoted(rest);
                boolean wholly = quoted != null && quoted.length() + 3 >= rest.length() && isLong(quoted);
                if (way == null && wholly && section != Role.ASIDE) {
                    signs.message(quoted);
                    words(m.group(1));
                    return true;
                }
                if (way == null
                        && isLong(rest)
                        && SAYS.matcher(m.matches() ? m.group(1) : "").find()
                        && section != Role.ASIDE) {
                    signs.codes(text, section == Role.CODE);
                    signs.message(rest);
                    words(m.group(1));
                    return true;
                }
                if (Cues.role(text) == Role.ASIDE) {
                    section = Role.ASIDE;
                }
            }
        }
        aside(b);
        return true;
    }

    /** What belongs to no way: it is what was said on the screen, how one sees that it is mended, or words. */
    private void aside(Block b) {
        String text = b.text();
        if (section == Role.VERIFY) {
            verify(text);
            return;
        }
        if (section == Role.FIXES) {
            if (Cues.acts(text) || !Sentences.commands(text).isEmpty()) {
                begin("", 0);
                Sentences.of(text).forEach(this::inWay);
            } else {
                words(text);
            }
            return;
        }
        if (section == Role.ASIDE) {
            words(text);
            return;
        }
        boolean coded = signs.codes(text, section == Role.CODE);
        String quoted = Sentences.quoted(text);
        boolean whole = quoted != null && quoted.length() + 3 >= text.length();
        boolean says = SHOWS.matcher(text).find();
        String span = Sentences.spans(text).stream()
                .filter(s -> s.split("\\s+").length >= 3)
                .findFirst()
                .orElse(null);
        if (b.marked() == Mark.QUOTED && !coded && !text.endsWith(":")
                || section == Role.MESSAGE && !coded && !text.endsWith(":")
                || whole && isLong(quoted)) {
            signs.message(text);
        } else if (quoted != null
                && (says || found.messages.isEmpty() && quoted.length() * 2 >= text.length())
                && isLong(quoted)) {
            signs.message(quoted);
            words(text);
        } else if (span != null && says) {
            signs.message(span);
            words(text);
        } else if (shown && !coded && !b.is(Kind.ITEM) && isLong(text)) {
            signs.message(text);
        } else {
            if (section == Role.PRODUCT) {
                found.products.add(text);
            }
            if (section == Role.PROBLEM || b.is(Kind.ITEM) && section == Role.NONE) {
                found.symptoms.add(text);
            }
            words(b.is(Kind.ITEM) ? "- " + text : text);
            shown = text.endsWith(":") && says;
            return;
        }
        shown = false;
    }

    private static boolean isLong(String text) {
        return text.strip().split("\\s+").length >= 3;
    }

    private void verify(String said) {
        String s = said.strip();
        if (Cues.role(s) == Role.ASIDE && s.length() < 40) {
            section = Role.ASIDE;
            words(s);
        } else if (!s.isEmpty()) {
            found.verify.add(s.substring(0, 1).toUpperCase(Locale.ROOT) + s.substring(1));
        }
    }

    private void words(String said) {
        for (String line : new ArrayList<>(said.lines().toList())) {
            if (!line.isBlank()) {
                found.words.add(line.strip());
            }
        }
    }
}
