package org.mendak.core.howto;

import java.util.Locale;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What people write before or into a piece of a how-to that tells what it is. English; rules of our own. */
final class Cues {

    /** What a heading, or the word before a colon, says of what stands below it. */
    enum Role {
        PROBLEM,
        MESSAGE,
        CODE,
        PRODUCT,
        ASIDE,
        FIXES,
        VERIFY,
        NONE
    }

    private static final Pattern PROBLEM = Pattern.compile(
            "(?:the )?(?:symptoms?|problems?|issues?|descriptions?|error description"
                    + "|how to (?:recogni[sz]e|identify)(?: it)?|when (?:this|it) happens|shows up as|summary|overview|introduction|situation|about(?: this)?|general|context|details"
                    + "|what (?:the |you |they )?(?:users?|callers?|you|they)?\\s*(?:sees?|gets?|says?|reports?|happens))");
    private static final Pattern MESSAGE = Pattern.compile(
            "(?:the )?(?:error )?(?:messages?(?: on the screen| shown| text)?|msg|errors?|error texts?|text on (?:the )?screen|screen says|what it says|it says|the screen says"
                    + "|(?:error )?(?:text|message|words|wording) (?:in|on|of|from) the (?:screen|window|box|dialog|message|pop-?up|log))");
    private static final Pattern CODE = Pattern.compile(
            "(?:the )?(?:(?:error|err|stop|exit|fault|status|event)[ -]?)?(?:codes?|numbers?|no\\.?|ids?)|err|error codes?/messages?");
    private static final Pattern PRODUCT = Pattern.compile(
            "(?:applies to|affects|affected(?: products?| versions?)?|products?|environment|versions?|software|concerns|systems?)");
    private static final Pattern ASIDE = Pattern.compile(
            "(?:the )?(?:(?:root |possible |likely )?causes?|reasons?|backgrounds?|why(?: it happens)?"
                    + "|explanations?|more information|notes?|remarks?|see also|related.*|references?|links|history|changes|authors?|contacts?"
                    + "|tags|keywords|prerequisites?|requirements?|before you (?:start|begin)|you need|what you need|contents?|table of contents"
                    + "|(?:kind |best |warm |with )*regards|best wishes|cheers|many thanks|thanks|thank you|appendix|attachments?|dates?|last changed|escalation)");
    private static final Pattern FIXES = Pattern.compile(
            "(?:(?:the |possible |known )?(?:solutions?|resolutions?|fix(?:es)?|work-?arounds?|remed(?:y|ies)|repairs?"
                    + "|procedures?|instructions?|steps?|answers?|actions?)|how to (?:fix|solve|repair|resolve)(?: it| this)?|to (?:fix|solve|resolve)(?: it| this)?"
                    + "|what (?:helps|to do|you can do|to try)|(?:try|do) (?:this|these|the following)(?: in (?:this )?order)?"
                    + "|steps to (?:fix|solve|resolve)(?: it| this)?|things to try|troubleshooting)");
    private static final Pattern VERIFY = Pattern.compile(
            "(?:verif(?:y|ication|ying)|afterwards|in the end|did (?:it|that|this) (?:work|help)\\??|after the fix|tests?|testing|checks?|confirm(?:ation)?|done\\??|ok if|works if"
                    + "|afterwards,? check|finally,? check|how to (?:verify|test|check|confirm)(?: it| this)?|final checks?|success|result|fixed if|solved if"
                    + "|(?:how )?(?:do )?(?:i|you|we) know (?:that )?it (?:works|worked|is fixed))");

    /** "Solution 2: …", "Option B – …", "If it still fails, …" without what they introduce. */
    private static final Pattern NAMED = Pattern.compile(
            "^(?:solution|resolution|fix|method|option|way|work-?around|approach|attempt|remedy|variant|try|plan|possibility|alternative|idea|cause and fix)"
                    + "(?:\\s+(?:no\\.?\\s*|#\\s*)?|\\s*#\\s*)(?:\\d{1,2}|[a-z]|[ivx]{1,4}|one|two|three|four|five|six)\\b\\s*[:.)\u2013\u2014-]?\\s*(.*)$",
            Pattern.CASE_INSENSITIVE);

    private static final Pattern NUMBERED_LINE =
            Pattern.compile("^\\p{L}[\\p{L}-]+\\s+#?(?:\\d{1,2}|[A-Za-z])\\s*[:.)\u2013\u2014-]\\s.*", Pattern.DOTALL);
    private static final Pattern WARNING_WORD = Pattern.compile(
            "(?i)(?:warning|caution|attention|careful|danger|important|beware|mind|risk|take care|be careful)");
    private static final Pattern TITLED = Pattern.compile(
            "^(?:[\\p{L}-]+\\s+){0,2}(?:solution|resolution|fix|work-?around|remedy|method|option)(?:\\s+for\\s+[\\p{L} ]{1,30})?\\s*[:\u2013\u2014-]\\s+(\\S.*)$",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern ONWARD = Pattern.compile(
            "^(?:(?:that |this |it )?(?:did|does|has|had)(?: not|n't|n\u2019t) (?:work|help|solve it|fix it|do it)\\w*[^,.:;]*[,.:;]|should (?:this|that|it|the (?:problem|error|message))\\b[^,.:;]{1,60}[,:]|(?:and |but )?if (?:(?:that|this|it|which|the (?:problem|error|message)|nothing(?: of (?:that|this))?|none of (?:that|this|these|the above))\\b[^,.:;]{0,60}?"
                    + "\\b(?:not|n't|n\u2019t|still|persists?|remains?|comes? back|returns?|fails?|again|continues?|helps?|helped|works?)\\b|(?:still|not)\\b)(?:[^,.:;]*?(?=\\s+(?:you|then|try|please)\\b)|[^,.:;]*)[,.:;]?"
                    + "|(?:still|it still|the same)\\b[^?.:,]{0,40}\\?|otherwise[,:]|failing that[,:]?|or else[,:]?|else\\s*[:,]|alternatively[,:]?"
                    + "|as (?:a|the) last resort[,:]?|last resort\\s*:|next (?:try|thing to try|attempt)\\s*:?|another (?:way|thing to try)(?: is(?: to)?)?\\s*:?|or try\\b:?"
                    + "|not (?:solved|fixed|helping)[?,:]|(?:no luck|did not help|did that not help)[?,:.])\\s*(?:then\\b[,:]?\\s*)?(?:(?:you (?:can|could|may)(?: also)?(?: try)?|please|try)\\s+(?:to\\s+)?)?(.*)$",
            Pattern.CASE_INSENSITIVE | Pattern.DOTALL);
    private static final Pattern LEAD = Pattern.compile(
            "^(?:(?:you|we) (?:can|could|may|might) (?:also |first )?try to|(?:it |this |that )?(?:was |is |got )?(?:solved|fixed|mended|cured)(?: it)? (?:by|with)(?: this)?|what (?:did|solved|fixed|cured)(?: it| this| that)?(?: was| is)?(?: this)?|(?:we|i) (?:suggest|recommend|advise|propose)\\b[^:.]{0,60}(?=:)|to (?:fix|solve|repair|resolve|mend) (?:it|this|that)?|what (?:helps|helped|works|worked)(?: (?:best|here|us|is))?|(?:first,? )?try(?: this)?(?: first)?|do this|fix|solution|workaround"
                    + "|(?:the )?(?:first|best|quickest)? ?(?:thing|way|fix|remedy)?(?: to (?:do|try|fix it))? is(?: to)?|first try this|first)"
                    + "\\s*(?:[,:]|(?<=to)\\b|(?<=is)\\b|(?<=is to)\\b)\\s*(.*)$",
            Pattern.CASE_INSENSITIVE | Pattern.DOTALL);
    private static final Pattern STEP = Pattern.compile(
            "^step\\s*(?:\\d{1,2}|[a-z]|one|two|three|four|five)\\b\\s*[:.)\u2013\u2014-]?\\s*(.*)$",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern VERIFIES = Pattern.compile(
            "^(?:in the end|at the end|closing check|to see (?:whether|if|that) (?:it|this|that) (?:works|worked|helped|did it)|afterwards,? (?:check|verify|test|make sure)|finally,? (?:check|verify|test|make sure)|ok if|works if|done when|to (?:verify|check|test|confirm)(?: it| this| that it works)?|verify|test"
                    + "|when (?:all|everything|this|that) is done|(?:when|once) (?:you are |it is )?(?:done|finished|ready)|if it worked)\\s*[:,]\\s*(.*)$",
            Pattern.CASE_INSENSITIVE | Pattern.DOTALL);
    private static final Pattern CAUTION = Pattern.compile(
            "^(?:please[, ]+(?!note)|but |and )?(?:\\[!(?:warning|caution|important|danger)]\\s*|[\u26a0\u2757\u203c\u26d4]\ufe0f?\\s*|!{2,}\\s*|:(?:warning|exclamation|bangbang|no_entry|rotating_light|stop_sign):\\s*"
                    + "|(?:warning|warn|caution|cautious|attention|careful|be careful|be aware|please note|n\\.?b\\.?|risk|hazard|danger|dangerous|important|beware|take care|watch out|mind|never forget|do not forget)\\s*(?:[:!,.\u2013\u2014-]+\\s*|(?=\\b(?:of|that|the|not)\\b))"
                    + "|(?=(?:never|do not|don't|don\u2019t|beware|under no circumstances|make sure (?:not|you do not|that you do not)|take care not)\\b))(.+)$",
            Pattern.CASE_INSENSITIVE | Pattern.DOTALL);
    private static final Pattern ANEW = Pattern.compile(
            "^(?:(?:note|hint|tip|code|codes|err|msg|message|error|duration|time|download|get it|product|applies to|cause|reason)\\b[^.]{0,20}:|https?://|\\[[^]]+]\\().*$",
            Pattern.CASE_INSENSITIVE | Pattern.DOTALL);

    private static final Pattern DURATION = Pattern.compile(
            "(?i)(?:(\\d{1,3})\\s*(?:-|\u2013|to)\\s*)?(\\d{1,4})\\s*(minutes?|mins?|hours?|hrs?|h)\\b\\.?");
    private static final Pattern ONLY_DURATION = Pattern.compile(
            "(?i)^[(\\[]?(?:it |this )?(?:takes?|time(?: needed)?|duration|approx\\.?|about|needs|needed|ca\\.?|~|:|,|circa|roughly|around|up to|for all of it|\\s)*\\d[\\d\\s\u2013to-]*(?:minutes?|mins?|hours?|hrs?|h)\\b\\.?[)\\]]?\\.?$");

    private static final Pattern PROMPT = Pattern.compile(
            "^(?:\\$|%|#|PS\\s[^>]{0,80}>|[A-Za-z]:\\\\[^>]{0,80}>|[\\w.-]+@[\\w.-]+:[^$#\\s]{0,60}[$#]|>>?)\\s*(\\S.*)$");
    private static final Pattern PROGRAM = Pattern.compile(
            "(?:sudo|[a-z](?:[a-z0-9_.+-]*[a-z0-9_+])?|[A-Z][a-z]+-[A-Z][A-Za-z]+|(?:\\.{0,2}/|~/|[A-Za-z]:\\\\|%\\w+%\\\\|\\$\\w+[/\\\\])[^\\s:;,]+|&|\"[^\"]+\\.exe\"|\\[)");
    private static final Pattern SIGNAL = Pattern.compile(
            "(?:^|\\s)--?[A-Za-z?][\\w-]*|\\s/[A-Za-z?]{1,12}(?=\\s|$|:)|\\S*[/\\\\]\\S+|\\w=\\S|\\s[|>&]{1,2}\\s|[{}]|<[a-z][^>]*>|[%$]\\w+%?|\\b\\w+_\\w+\\b|\\b[\\w-]+\\.(?:conf|cfg|ini|log|db|exe|sh|bat|json|xml|yaml|yml|txt|dll|service|lock)\\b");
    private static final Pattern TOLD = Pattern.compile("<[^<>]*>|\"[^\"]*\"|'[^']*'");
    private static final Set<String> TALK = Set.of(
            "the", "a", "an", "of", "is", "are", "was", "it", "and", "then", "that", "this", "you", "your", "if", "be",
            "we", "has", "have", "will", "does", "not", "there", "which", "when", "but", "can", "or", "they", "them",
            "its", "until", "again", "with", "his", "her");
    /** First words that begin a sentence far oftener than a command. */
    private static final Set<String> TALKS_FIRST = Set.of(
            "the", "a", "an", "this", "that", "it", "if", "when", "then", "after", "before", "in", "on", "at", "to",
            "for", "you", "we", "please", "now", "next", "also", "note", "see", "use", "do", "there", "all", "some",
            "any", "no", "yes", "and", "or", "but", "from", "with", "by", "as", "is", "run", "type", "enter", "try",
            "else", "msg", "err", "code", "old", "new", "go", "click", "press", "call", "ask", "tell", "wait");

    private static final Set<String> ACTS = Set.of(
            ("accept activate add adjust allow apply ask assign attach back boot browse build call cancel change charge check choose clean clear click close collect compare "
                            + "complete configure confirm connect convert copy create cut deactivate delete deny detach disable disconnect do double-click download drag drop edit eject empty enable "
                            + "end enter erase exchange execute exit export extract fetch fill find finish fix flush follow force format free get give go grant greet have hold import increase inform insert "
                            + "inspect install introduce keep kill launch leave let list load lock log look lower make map mark mend merge mount move name navigate note open order paste pair pause "
                            + "perform pick plug point power press print pull purge push put raise read reboot rebuild reconnect record recover recreate reduce refresh register reinstall release reload remount "
                            + "remove rename renew repair repeat replace report request reseat reset resize restart restore retry return reverse review right-click roll rotate run save scan search see seat select sell send "
                            + "set shorten show shut sign skip solve speak start step stop store submit swap switch sync take tell terminate test throw tick toggle trigger try turn type uncheck undo "
                            + "uninstall unlock unmount unpack unpair unplug unregister untick update upgrade upload use validate verify view wait wake walk warn watch wipe write")
                    .split(" "));

    private static final Pattern BEFORE_ACT = Pattern.compile(
            "(?i)^(?:(?:first(?:ly)?|second(?:ly)?|third(?:ly)?|then|next|now|finally|lastly|afterwards|after that|and|please|also|once more|when done|(?:what )?(?:you|we|one|the user|the caller) (?:now |then |first |next )?(?:must|have to|has to|need to|needs to|should|can|may|will have to|could))\\b[,:]?\\s*)+");
    private static final Pattern ANNOUNCES = Pattern.compile(
            "(?i)^(?:please |then |now |and )*(?:run|type|enter|execute|issue|use)\\b[^.]{0,40}:$|\\bcommands?\\b[^.]{0,30}:$|\\bfollowing\\b[^.]{0,20}:$");

    private static final Pattern RUNS = Pattern.compile(
            "(?i)\\b(?:run|runs|running|type|types|typing|typed|enter|entering|execute|executing|command|commands|issue|issuing|call|calling|invoke|start with|do|use|using|via|with)\\b[^`\u201c\"]{0,40}$");
    private static final Pattern SHOWS = Pattern.compile(
            "(?i)\\b(?:says?|shows?|reads?|prints?|answers?|sees|expect(?:ed)?|until|is|are|appears?|called|named|displays?|contains?|message|output|like|to|leave|folder|file|menu|button|key)\\b[^`]{0,20}$");
    private static final Pattern COMMAND_LABEL = Pattern.compile(
            "(?i)^(?:cmd|commands?|run|type|enter|execute|shell|console|terminal)\\s*:\\s*`?([^`]+)`?$");
    private static final Pattern UNMARKED = Pattern.compile(
            "(?i)\\b(?:run|type|enter|execute|issue|(?:the )?command(?: is)?)\\b\\s*:?\\s+(.+?)(?:,?\\s+(?:and|then|until|which|so|to)\\s.*)?$");

    private Cues() {}

    private static String bare(String heading) {
        return heading.strip()
                .replaceFirst("^(?:\\d{1,2}(?:\\.\\d{1,2})*[.)]?|[a-z][.)]|[\\p{So}\\p{Sk}\ufe0f]+)\\s+", "")
                .replaceFirst("\\s*[:.!\u2026-]+$", "")
                .strip();
    }

    /** What a heading says of what stands below it; the number before it does not count. */
    static Role role(String heading) {
        String h = bare(heading).toLowerCase(Locale.ROOT).replaceAll("\\s+", " ");
        if (MESSAGE.matcher(h).matches()) {
            return Role.MESSAGE;
        }
        if (CODE.matcher(h).matches()) {
            return Role.CODE;
        }
        if (PROBLEM.matcher(h).matches()) {
            return Role.PROBLEM;
        }
        if (PRODUCT.matcher(h).matches()) {
            return Role.PRODUCT;
        }
        if (ASIDE.matcher(h).matches()) {
            return Role.ASIDE;
        }
        if (VERIFY.matcher(h).matches()) {
            return Role.VERIFY;
        }
        return FIXES.matcher(h).matches() ? Role.FIXES : Role.NONE;
    }

    /** A heading without its number. */
    static String unnumbered(String heading) {
        return bare(heading);
    }

    /** What "Solution 2: …" is called; null if it is no such heading, empty if it has no name. */
    static String named(String heading) {
        String titled = group(TITLED, bare(heading));
        return titled != null ? titled : group(NAMED, bare(heading));
    }

    /** The same of a line that is no heading: a sign must stand behind the number, or it is a sentence. */
    static String namedLine(String line) {
        return NUMBERED_LINE.matcher(line).matches() ? group(NAMED, line.strip()) : null;
    }

    /** Whether a word alone says that it warns. */
    static boolean isWarning(String word) {
        return WARNING_WORD.matcher(word.strip()).matches();
    }

    /** What "Step 2: …" says; null if it is none. */
    static String step(String heading) {
        return group(STEP, heading.strip());
    }

    /** What follows on "if that does not help, …"; null if nothing goes on to another way. */
    static String onward(String said) {
        return group(ONWARD, said.strip());
    }

    static boolean isLastResort(String said) {
        return said.toLowerCase(Locale.ROOT).contains("last resort");
    }

    /** What follows on "To fix it, …"; null if no way begins there. */
    static String lead(String said) {
        return group(LEAD, said.strip());
    }

    /** What stands behind "Fix:" and words like it; null if nothing does. */
    static String remedy(String said) {
        return group(TITLED, said.strip());
    }

    /** The command behind "CMD:" and words like it; null if there is none. */
    static String labelledCommand(String said) {
        Matcher m = COMMAND_LABEL.matcher(said.strip());
        return m.matches() && commandish(m.group(1)) ? m.group(1) : null;
    }

    /** What follows on "Afterwards check: …"; null if it is none. */
    static String verifies(String said) {
        return group(VERIFIES, said.strip());
    }

    /** What is warned of, without the word that warns; null if nothing is. */
    static String caution(String said) {
        return group(CAUTION, said.strip());
    }

    static boolean cautions(String said) {
        return caution(said) != null;
    }

    /** Whether a line is none that goes on with the one before. */
    static boolean startsAnew(String said) {
        return ANEW.matcher(said).matches() || onward(said) != null || verifies(said) != null;
    }

    private static String group(Pattern p, String text) {
        Matcher m = p.matcher(text);
        return m.matches() ? m.group(1).strip() : null;
    }

    /** The minutes that are said somewhere, of several the longer; whole, at least 1. */
    static OptionalInt minutes(String said) {
        Matcher m = DURATION.matcher(said);
        if (!m.find()) {
            return OptionalInt.empty();
        }
        int n = Integer.parseInt(m.group(2))
                * (m.group(3).toLowerCase(Locale.ROOT).startsWith("h") ? 60 : 1);
        return n < 1 ? OptionalInt.empty() : OptionalInt.of(n);
    }

    /** Whether a line says how long it takes and nothing else. */
    static boolean isDuration(String said) {
        return ONLY_DURATION.matcher(said.strip()).matches();
    }

    /** A title without the time in brackets, or behind a sign, at its end. */
    static String untimed(String title) {
        return title.replaceFirst(
                        "(?i)\\s*(?:[(\\[][^()\\[\\]]{0,20}\\d+\\s*(?:min(?:ute)?s?|h(?:ours?)?)\\.?[)\\]]|[~\u2248,-]\\s*\\d+\\s*(?:min(?:ute)?s?|h(?:ours?)?)\\.?)\\s*$",
                        "")
                .strip();
    }

    /** Whether a sentence tells somebody to do something. */
    static boolean acts(String sentence) {
        String s = BEFORE_ACT.matcher(sentence.strip()).replaceFirst("");
        String first = s.split("[\\s,.:;!?`]", 2)[0].toLowerCase(Locale.ROOT);
        return ACTS.contains(first) && !s.matches("(?is)\\S+\\s+(?:is|was|are|were|has)\\b.*");
    }

    /** Whether a sentence only says that what follows is typed. */
    static boolean announces(String sentence) {
        return sentence.strip().endsWith(":") && ANNOUNCES.matcher(sentence).find();
    }

    /** An instruction without "then", "after that" and the like before it, beginning large. */
    static String instruction(String sentence) {
        String s = BEFORE_ACT.matcher(sentence.strip()).replaceFirst("");
        return s.isEmpty() ? sentence.strip() : s.substring(0, 1).toUpperCase(Locale.ROOT) + s.substring(1);
    }

    /** Whether a console's prompt stands before it, and a command behind. */
    static boolean prompted(String line) {
        if (line.length() > Block.LONGEST) {
            return false;
        }
        Matcher m = PROMPT.matcher(line.strip());
        return m.matches() && commandish(m.group(1)) && !line.strip().startsWith(">>");
    }

    /** A line without the prompt before it. */
    static String unprompted(String line) {
        if (line.length() > Block.LONGEST) {
            return line;
        }
        Matcher m = PROMPT.matcher(line.strip());
        return m.matches() && commandish(m.group(1)) ? m.group(1) : line;
    }

    /** Whether a line may be a command where commands are likely: it begins with a program's name and does not talk. */
    static boolean commandish(String line) {
        String l = line.strip();
        if (l.length() > Block.LONGEST) {
            return false;
        }
        String[] words = l.split("\\s+");
        if (l.length() < 2
                || words.length > 40
                || !PROGRAM.matcher(words[0]).matches()
                || l.matches(".*[^./\\\\][.!?:,]$")) {
            return false;
        }
        int talks = 0;
        // what stands between signs of its own is the value, whatever it says
        for (String w : TOLD.matcher(l).replaceAll("x").split("\\s+")) {
            talks += TALK.contains(w) ? 1 : 0;
        }
        boolean signals = SIGNAL.matcher(l).find();
        return signals ? talks * 4 <= words.length : talks == 0 && words.length <= 6;
    }

    /** Whether a line is a command wherever it stands: its options, paths or signs say so too. */
    static boolean command(String line) {
        String l = line.strip();
        String first = l.split("\\s+", 2)[0];
        return commandish(l)
                && l.indexOf(' ') > 0
                && SIGNAL.matcher(l.substring(first.length())).find()
                && !TALKS_FIRST.contains(first)
                && !l.matches("\\w+://.*");
    }

    /** Whether what stands before a code span or a quotation says that it is typed. */
    static boolean runs(String before) {
        return RUNS.matcher(before).find();
    }

    /** Whether what stands before it says that it is to be seen there. */
    static boolean shows(String before) {
        return SHOWS.matcher(before).find();
    }

    /** The command behind "run" or "type" that nothing marks; null if there is none. */
    static String unmarked(String sentence) {
        Matcher m = UNMARKED.matcher(sentence.strip().replaceFirst("\\.$", ""));
        return m.find() && command(m.group(1)) ? m.group(1).strip() : null;
    }
}
